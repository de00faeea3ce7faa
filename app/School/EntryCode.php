<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Models\Student;

/**
 * The one-time code on a student's card. With it a student chooses the first secret, and every one after a reset
 * (docs/decisions/one-time-codes.md).
 */
final class EntryCode
{
    /** Letters and figures that are not taken for each other. */
    private const SIGNS = '23456789ABCDEFGHJKMNPQRSTVWXYZ';

    private const LENGTH = 6;

    /** A fresh code, as it is printed: `7KD-2QM`. One of 30⁶, about 700 million. */
    public static function make(): string
    {
        $code = '';
        for ($at = 0; $at < self::LENGTH; $at++) {
            $code .= self::SIGNS[random_int(0, strlen(self::SIGNS) - 1)];
        }

        return implode('-', str_split($code, 3));
    }

    /** The student's code for their card: the one there is, else a new one; null where they have a secret already. */
    public static function forCard(Student $student): ?string
    {
        if ($student->secret === null && $student->code === null) {
            $student->update(['code' => self::make()]);
        }

        return $student->secret === null ? $student->code : null;
    }

    /** Whether what was typed is the student's code; case, spaces and hyphens do not matter. */
    public static function fits(Student $student, string $typed): bool
    {
        return $student->code !== null && hash_equals(self::signs($student->code), self::signs($typed));
    }

    private static function signs(string $code): string
    {
        return (string) preg_replace('/[^0-9A-Z]/', '', strtoupper($code));
    }
}
