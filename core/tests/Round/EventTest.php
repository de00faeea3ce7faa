<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Round\Answered;
use HiddenLadder\Core\Round\AskedForHelp;
use HiddenLadder\Core\Round\Event;
use HiddenLadder\Core\Round\EventKind;
use HiddenLadder\Core\Round\SetAside;
use HiddenLadder\Core\Round\Started;
use HiddenLadder\Core\Round\Terms;
use HiddenLadder\Core\Round\Watched;
use HiddenLadder\Core\Round\WentOn;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class EventTest extends TestCase
{
    public function test_every_kind_comes_back_as_it_was_written(): void
    {
        $events = [new Started, new Started('x'), new Answered('q', Response::text('ebb')), new Answered('q', Response::choices('a', 'b')),
            new AskedForHelp('q'), new WentOn('f'), new Watched('v', 1.5, 9.25, 1.25), new SetAside('q')];
        foreach ($events as $event) {
            self::assertEquals($event, Event::read($event->kind()->value, Fields::of($event->data())));
        }
        $kinds = array_map(static fn (Event $event): EventKind => $event->kind(), $events);
        self::assertEqualsCanonicalizing(array_column(EventKind::cases(), 'value'), array_values(array_unique(array_column($kinds, 'value'))));
    }

    /** @return iterable<array{float, float, float}> */
    public static function noStretches(): iterable
    {
        yield from [[-1, 2, 1], [3, 2, 1], [0, 100_000, 1], [0, 2, 0], [0, 2, -1], [0, 2, 17]];
    }

    #[DataProvider('noStretches')]
    public function test_a_stretch_runs_forwards_within_a_day_at_a_speed_there_is(float $from, float $to, float $speed): void
    {
        $this->expectException(MalformedInput::class);
        new Watched('v', $from, $to, $speed);
    }

    public function test_the_same_choice_twice_is_one(): void
    {
        self::assertSame(['a', 'b'], Response::choices('a', 'b', 'a')->choices);
    }

    public function test_unknown_terms_are_refused_by_their_place(): void
    {
        $terms = Terms::learn()->toArray();
        self::assertEquals(Terms::learn(), Terms::read(Fields::of($terms)));
        self::assertStringContainsString('no clock', Terms::learn()->sentence());
        foreach (['/purpose' => ['purpose' => 'race'] + $terms, '/seen/feedback' => ['seen' => ['feedback' => 'later'] + $terms['seen']] + $terms, '/tries' => $terms + ['tries' => 2]] as $pointer => $wrong) {
            try {
                Terms::read(Fields::of($wrong));
                self::fail("$pointer was read.");
            } catch (MalformedInput $misfit) {
                self::assertSame($pointer, $misfit->pointer);
            }
        }
    }
}
