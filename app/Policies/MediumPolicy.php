<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Media\MediumKind;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;

/** A teacher's own videos are the teacher's to change. That another's exists is not told. */
final class MediumPolicy
{
    public function delete(Teacher $teacher, Medium $medium): Response
    {
        return $teacher->id === $medium->teacher_id ? Response::allow() : Response::denyAsNotFound();
    }

    public function change(Teacher $teacher, Medium $medium): Response
    {
        return $teacher->id === $medium->teacher_id && $medium->kind === MediumKind::Video ? Response::allow() : Response::denyAsNotFound();
    }
}
