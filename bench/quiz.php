<?php

declare(strict_types=1);

use HiddenLadder\Demo\Draft;

/** @return array<string, mixed> a quiz of so many choices of three, with ladders of three rungs */
function quizOf(int $stops): array
{
    $d = new Draft('bench');

    return $d->quiz('Bench', '', array_map(static fn (int $i): array => $d->asks("s$i", $d->question("q$i", 'one-choice', "Which of these three is number $i?", [
        $d->right("this one, $i"), $d->wrong("w$i", "that one, $i", 'No.'), $d->wrong("v$i", "the other, $i", 'No.'),
    ], 'Yes.', 'No.', [$d->hint("a$i", 'A hint.'), $d->reading("b$i", 'To read', 'A few words to read about it.'), $d->hint("c$i", 'A last hint.')])), range(1, $stops)), 'End', '');
}
