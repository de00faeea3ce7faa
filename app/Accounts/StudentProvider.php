<?php

declare(strict_types=1);

namespace HiddenLadder\App\Accounts;

use HiddenLadder\App\Models\Student;
use Illuminate\Auth\EloquentUserProvider;
use Illuminate\Contracts\Auth\Authenticatable;

/** Finds the student of a session. Who was found to be another one since goes on as that one, on whatever page is open. */
final class StudentProvider extends EloquentUserProvider
{
    /** @param  mixed  $identifier */
    public function retrieveById($identifier): ?Authenticatable
    {
        $student = parent::retrieveById($identifier);
        if (! $student instanceof Student || $student->merged_into === null) {
            return $student;
        }
        $kept = $student->now();
        $kept->cameInAs = $student;

        return $kept;
    }
}
