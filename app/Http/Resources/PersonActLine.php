<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\PersonAct;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\School\PersonActState;

/** An act on a student, as a teacher whom it concerns reads it. */
final class PersonActLine
{
    /** @return array<string, mixed> */
    public static function of(PersonAct $act, Teacher $teacher): array
    {
        return [
            'id' => $act->id,
            'student' => $act->student->name,
            'kind' => $act->kind->value,
            'state' => $act->state->value,
            'by' => $act->teacher->name,
            'isMine' => $act->teacher_id === $teacher->id,
            'decidedBy' => $act->decider?->name,
            'name' => is_string($act->data['given'] ?? null) ? trim($act->data['given'].' '.(string) ($act->data['family'] ?? '')) : null,
            // It is only told to those who can decide it, and to the one who asked.
            'decides' => $act->state === PersonActState::Asked && $act->teacher_id !== $teacher->id,
            'at' => $act->created_at->toIso8601ZuluString(),
        ];
    }
}
