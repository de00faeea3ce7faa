<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\TimeSpent;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

final class TimeSpentTest extends TestCase
{
    private static function id(string $name): string
    {
        return (new Draft('time'))->id($name);
    }

    private static function quiz(): QuizDocument
    {
        $d = new Draft('time');
        $asks = static fn (string $name): array => $d->asks($name, $d->question($name, 'one-choice', "$name?", [
            $d->right("$name-yes"), $d->wrong("$name-no", 'no'),
        ], '', '', [$d->hint("$name-hint", 'Look.')]));

        return QuizDocument::read($d->quiz('Time', '', [$asks('a'), $asks('b')], 'End', ''));
    }

    /**
     * @param  list<array{EventKind, int, string, 3?: string}>  $events  each with the second at which it came, what it is about, and
     *     whether that stands in what came of it, in its data, or in the place it left
     * @return array<string, float> by the names of questions
     */
    private static function spent(array $events): array
    {
        $spent = new TimeSpent(self::quiz());
        foreach ($events as $event) {
            [$kind, $second, $about] = $event;
            $id = $about === '' ? null : self::id($about);
            match ($event[3] ?? 'fact') {
                'data' => $spent->add($kind, ['question' => $id], [], 1000 * $second),
                'from' => $spent->add($kind, ['from' => $id], [], 1000 * $second),
                default => $spent->add($kind, [], $id === null ? [] : [new Fact(FactKind::Marked, ['question' => $id])], 1000 * $second),
            };
        }
        $named = [];
        foreach (['a', 'b'] as $name) {
            if (isset($spent->seconds()[self::id("$name/question")])) {
                $named[$name] = $spent->seconds()[self::id("$name/question")];
            }
        }

        return $named;
    }

    public function test_what_passed_goes_to_the_question_also_on_its_rungs_and_at_its_verdict(): void
    {
        self::assertSame(['a' => 20.0 + 5.0 + 30.0 + 8.0 + 2.0, 'b' => 11.0], self::spent([
            [EventKind::Started, 100, ''],
            [EventKind::Answered, 120, 'a/question'],
            [EventKind::AskedForHelp, 125, 'a/question', 'data'],
            [EventKind::WentOn, 155, 'a-hint', 'from'],
            [EventKind::Answered, 163, 'a/question'],
            [EventKind::WentOn, 165, 'a', 'from'],
            [EventKind::Answered, 176, 'b/question'],
        ]));
    }

    public function test_who_was_away_is_not_counted_and_what_others_do_parts_nothing(): void
    {
        self::assertSame(['a' => 600.0, 'b' => 10.0], self::spent([
            [EventKind::Started, 0, ''],
            [EventKind::Answered, 600, 'a/question'],
            // Ten minutes and a second: nobody was there.
            [EventKind::Answered, 1201, 'a/question'],
            // A word of the teacher's comes in the middle, about another question.
            [EventKind::Overruled, 1206, 'a/question', 'data'],
            [EventKind::Answered, 1211, 'b/question'],
            // A clock that was set back.
            [EventKind::Answered, 1000, 'b/question'],
            // All is marked when it is handed in.
            [EventKind::HandedIn, 1030, 'a/question'],
        ]));
    }

    public function test_a_stand_in_counts_for_the_question_it_stands_in_for(): void
    {
        $spent = new TimeSpent(self::quiz());
        $spent->add(EventKind::Started, [], [], 0);
        $spent->add(EventKind::Answered, ['question' => 'another'], [
            new Fact(FactKind::Marked, ['question' => 'another', 'home' => self::id('a/question')]),
        ], 7000);
        self::assertSame([self::id('a/question') => 7.0], $spent->seconds());
    }
}
