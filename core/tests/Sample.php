<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests;

use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Demo\Draft;
use HiddenLadder\Demo\Quizzes;

/** Small quiz documents for tests. */
final class Sample
{
    /** @return list<array<string, mixed>> the demo's quizzes */
    public static function demo(): array
    {
        return Quizzes::all(array_fill_keys(['two-high-tides', 'tidal-range', 'rule-of-twelfths'], self::id('film')));
    }

    /**
     * Three stops: a choice with a ladder of two rungs, one wrong option with a ladder of its own and one with a fork to
     * a side stop; a video with one cue; a number without a ladder.
     *
     * @return array<string, mixed>
     */
    public static function document(): array
    {
        $d = new Draft('sample');

        return $d->quiz('Sample', '', [
            $d->asks('first', $d->question('first', 'one-choice', 'First?', [
                $d->right('yes', 'Indeed.'),
                $d->wrong('plain', 'no', 'Not so.'),
                $d->wrong('own', 'perhaps', '', [$d->hint('own-hint', 'Only one of two.')]),
                $d->wrong('forked', 'never', 'Read this.', [], $d->id('aside')),
            ], 'Well done.', 'Look again.', [$d->hint('hint-1', 'First rung.'), $d->clip('hint-2', 'Second rung', $d->id('film'), 2, 5)])),
            $d->video('video', 'A film', $d->id('film'), [
                $d->cue('cue', 10, $d->question('cue', 'short-text', 'What was it?', [
                    $d->right('ébb'), $d->wrong('flood', 'flood', 'The other one.'),
                ], '', '', [$d->hint('cue-hint', 'It sinks.')])),
            ]),
            $d->asks('last', $d->question('last', 'number', 'How many?', [$d->right('12')], '', '', [], '0.5')),
        ], 'The end', 'Bye.', [$d->reading('aside', 'Aside', 'Some words.')]);
    }

    /**
     * The sample with another value at one place.
     *
     * @param  list<string|int>  $path
     * @return array<string, mixed>
     */
    public static function with(array $path, mixed $value): array
    {
        $document = self::document();
        $place = &$document;
        foreach ($path as $step) {
            $place = &$place[$step];
        }
        $place = $value;

        return $document;
    }

    public static function quiz(): QuizDocument
    {
        return QuizDocument::read(self::document());
    }

    public static function id(string $name): string
    {
        return (new Draft('sample'))->id($name);
    }
}
