<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

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
            'isKeeper' => $this->teacher->is_keeper,
            'objectives' => $this->teacher->objectives ?? [],
            'standingInstructions' => $this->teacher->standing_instructions ?? '',
        ];
    }
}
