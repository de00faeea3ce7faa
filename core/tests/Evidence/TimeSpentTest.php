<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\TimeSpent;
use HiddenLadder\Core\Round\Event\EventKind;
use PHPUnit\Framework\TestCase;

final class TimeSpentTest extends TestCase
{
    /**
     * @param  list<array{EventKind, int, ?string}>  $events  each with the second at which it came, and what it is about
     * @return array<string, float>
     */
    private static function spent(array $events): array
    {
        $spent = new TimeSpent;
        foreach ($events as [$kind, $second, $about]) {
            $spent->add($kind, $about, 1000 * $second);
        }

        return $spent->seconds();
    }

    public function test_what_passed_goes_to_the_question_also_on_its_rungs_and_at_its_verdict(): void
    {
        self::assertSame(['a' => 20.0 + 5.0 + 30.0 + 8.0 + 2.0, 'b' => 11.0], self::spent([
            [EventKind::Started, 100, null],
            [EventKind::Answered, 120, 'a'],
            [EventKind::AskedForHelp, 125, 'a'],
            [EventKind::WentOn, 155, 'a'],
            [EventKind::Answered, 163, 'a'],
            [EventKind::WentOn, 165, 'a'],
            [EventKind::Answered, 176, 'b'],
        ]));
    }

    public function test_who_was_away_is_not_counted_and_what_others_do_parts_nothing(): void
    {
        self::assertSame(['a' => 600.0, 'b' => 10.0], self::spent([
            [EventKind::Started, 0, null],
            [EventKind::Answered, 600, 'a'],
            // Ten minutes and a second: nobody was there.
            [EventKind::Answered, 1201, 'a'],
            // A word of the teacher's comes in the middle, about another question.
            [EventKind::Overruled, 1206, 'a'],
            [EventKind::Answered, 1211, 'b'],
            // A clock that was set back.
            [EventKind::Answered, 1000, 'b'],
            // All is marked when it is handed in.
            [EventKind::HandedIn, 1030, null],
        ]));
    }
}
