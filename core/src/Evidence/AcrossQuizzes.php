<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Quiz\Misconception;
use HiddenLadder\Core\Quiz\Objective;

/** Objectives and misconceptions of one quiz that are those of another: by a curriculum's code, or by their wording. */
final readonly class AcrossQuizzes
{
    private function __construct()
    {
    }

    public static function isSame(Objective|Misconception $one, Objective|Misconception $other): bool
    {
        return $one::class === $other::class && array_intersect(self::marks($one), self::marks($other)) !== [];
    }

    /** @return list<string> by any of which it is known again */
    public static function marks(Objective|Misconception $one): array
    {
        $marks = ['words' => PlainText::folded($one->text), 'code' => $one instanceof Objective ? PlainText::folded($one->code) : ''];
        $marks = array_filter($marks, static fn (string $mark): bool => $mark !== '');

        return array_map(static fn (string $mark, string $by): string => "$by $mark", $marks, array_keys($marks));
    }
}
