<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\Merge;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;

/** Whoever made one of two students takes it back. */
final class MergePolicy
{
    public function takeBack(Teacher $teacher, Merge $merge): Response
    {
        return $merge->teacher_id === $teacher->id ? Response::allow() : Response::denyAsNotFound();
    }
}
