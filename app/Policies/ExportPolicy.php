<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Exports\ExportMatter;
use HiddenLadder\App\Models\Export;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;
use Illuminate\Support\Facades\Gate;

/** Whoever asked for it has it: of a task as long as it is theirs, of a person as long as they keep the school. */
final class ExportPolicy
{
    public function fetch(Teacher $teacher, Export $export): Response
    {
        $gate = Gate::forUser($teacher);
        $mayStill = match ($export->matter) {
            ExportMatter::Events => $gate->allows('reach', $export->task()->sole()),
            ExportMatter::Person => $gate->allows('keep', $export->student()->sole()->school),
        };

        return $export->teacher_id === $teacher->id && $mayStill ? Response::allow() : Response::denyAsNotFound();
    }
}
