<?php

declare(strict_types=1);

namespace HiddenLadder\App\Policies;

use HiddenLadder\App\Models\PersonAct;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Auth\Access\Response;
use Illuminate\Support\Facades\DB;

/** An act on a student is decided by a keeper or another teacher of the student, and seen by whom it concerns. */
final class PersonActPolicy
{
    public function decide(Teacher $teacher, PersonAct $act): Response
    {
        $isKeeper = $teacher->is_keeper && $teacher->school_id === $act->school_id;

        $decides = $act->teacher_id !== $teacher->id && ($isKeeper || self::concerns($teacher, $act));

        return $decides ? Response::allow() : Response::denyAsNotFound();
    }

    public function see(Teacher $teacher, PersonAct $act): Response
    {
        return self::concerns($teacher, $act) ? Response::allow() : Response::denyAsNotFound();
    }

    private static function concerns(Teacher $teacher, PersonAct $act): bool
    {
        return DB::table('person_act_teachers')->where(['person_act_id' => $act->id, 'teacher_id' => $teacher->id])->exists();
    }
}
