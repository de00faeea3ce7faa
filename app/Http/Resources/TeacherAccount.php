<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Media\Quotas;
use HiddenLadder\App\Media\VideoServices;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A teacher’s own account. */
final class TeacherAccount extends JsonResource
{
    public function __construct(private readonly Teacher $teacher)
    {
        parent::__construct($teacher);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->teacher->id,
            'name' => $this->teacher->name,
            'email' => $this->teacher->email,
            'timeZone' => $this->teacher->school()->sole()->time_zone,
            'isKeeper' => $this->teacher->is_keeper,
            // What this server and this school can do at all, so that nothing else is offered.
            'searchesVideos' => VideoServices::settings() !== [],
            'schoolHasStudents' => Student::query()->where('school_id', $this->teacher->school_id)->whereHas('classes')->exists(),
            'media' => Quotas::ofTeacher($this->teacher),
            'objectives' => $this->teacher->objectives ?? [],
            'standingInstructions' => $this->teacher->standing_instructions ?? '',
        ];
    }
}
