<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Media\Quotas;
use HiddenLadder\App\Models\Invitation;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A school with who teaches there and who is asked to come. */
final class SchoolHouse extends JsonResource
{
    public function __construct(private readonly School $school)
    {
        parent::__construct($school);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'name' => $this->school->name,
            'media' => Quotas::of($this->school),
            'timeZone' => $this->school->time_zone,
            'signUp' => School::host()?->id === $this->school->id ? $this->school->sign_up->value : null,
            'teachers' => $this->school->teachers()->withCount('classes')->orderBy('name')->orderBy('id')->get()
                ->map(static fn (Teacher $teacher): array => [
                    'id' => $teacher->id, 'name' => $teacher->name, 'email' => $teacher->email, 'isKeeper' => $teacher->is_keeper,
                    'letGoAt' => $teacher->let_go_at?->toIso8601ZuluString(), 'classes' => $teacher->getAttribute('classes_count'),
                ])->all(),
            'invitations' => $this->school->invitations()->waiting()->with('teacher')->orderByDesc('created_at')->orderByDesc('id')->get()
                ->map(static fn (Invitation $invitation): array => [
                    'id' => $invitation->id, 'email' => $invitation->email, 'by' => $invitation->teacher->name,
                    'endsAt' => $invitation->ends_at->toIso8601ZuluString(),
                ])->all(),
        ];
    }
}
