<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use HiddenLadder\App\Models\Student;

/** Takes out of what is shown of a round what a teacher wrote to its student alone, for a session that has not proved who it is. */
final class PersonalParts
{
    /**
     * @param  array<string, mixed>  $view  of a round
     * @return array<string, mixed>
     */
    public static function shownTo(Student $student, array $view): array
    {
        return $student->isProven() ? $view : self::without($view);
    }

    /**
     * @template K of array-key
     *
     * @param  array<K, mixed>  $view
     * @return array<K, mixed>
     */
    private static function without(array $view): array
    {
        foreach ($view as $name => $part) {
            $view[$name] = match (true) {
                $name === 'sentBack' => null,
                $name === 'comment' && is_string($part) => '',
                is_array($part) => self::without($part),
                default => $part,
            };
        }

        return $view;
    }
}
