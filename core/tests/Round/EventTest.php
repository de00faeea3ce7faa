<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForAlike;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Called;
use HiddenLadder\Core\Round\Event\Closed;
use HiddenLadder\Core\Round\Event\Commented;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Round\Event\Finished;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\LetGo;
use HiddenLadder\Core\Round\Event\MovedFromFront;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Paused;
use HiddenLadder\Core\Round\Event\Reopened;
use HiddenLadder\Core\Round\Event\Restored;
use HiddenLadder\Core\Round\Event\Revealed;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Event\VideoAway;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Terms\Terms;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class EventTest extends TestCase
{
    public function test_every_kind_comes_back_as_it_was_written(): void
    {
        $events = [new Started, new Started('x'), new Answered('q', Response::text('ebb')), new Answered('q', Response::choices('a', 'b')),
            new AskedForHelp('q'), new WentOn('f'), new Watched('v', 1.5, 9.25, 1.25), new SetAside('q'), new VideoAway('v'),
            new Answered('q', Response::order('a', 'b')), new Answered('q', Response::files('a')), new Answered(
                'q',
                Response::pairs(['a' => 'b']),
            ), new Answered('q', Response::gaps(['a' => 'b'])),
            new AskedForAlike('q'), new Called('q'), new Revealed('q'), new WentTo('s'), new WentTo(null), new Skipped('f'),
            new MovedFromFront('s'), new MovedFromFront('v', 'c'), new LetGo, new TimedOut(null), new TimedOut('q'),
            new HandedIn, new Paused, new Finished, new Closed, new Reopened, new Commented('c', 'words'), new JudgedOwn('q', true), new Overruled(
                'q',
                0.5,
                'so',
                true,
            ), new Overruled(null, 1, stop: 's'), new Overruled('q', 1, by: 'teacher'),
            new Restored('q'), new Restored(null, 's', 'teacher'),
            new Started(null, 'seed', 1.5, new History(['a'], ['a', 'b'], ['a']))];
        foreach ($events as $event) {
            self::assertEquals(
                $event,
                Event::read(
                    $event->kind()->value,
                    Fields::of(json_decode((string) json_encode($event->data(), JSON_PRESERVE_ZERO_FRACTION), true)),
                ),
            );
        }
        $kinds = array_map(static fn (Event $event): EventKind => $event->kind(), $events);
        self::assertEqualsCanonicalizing(
            array_column(EventKind::cases(), 'value'),
            array_values(array_unique(array_column($kinds, 'value'))),
        );
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
        self::assertSame(['a', 'b'], Response::choices('a', 'b', 'a')->list);
    }

    public function test_unknown_terms_are_refused_by_their_place(): void
    {
        $terms = Terms::learn()->toArray();
        self::assertEquals(Terms::learn(), Terms::read(Fields::of($terms)));
        foreach (['/purpose' => ['purpose' => 'race'] + $terms, '/seen/feedback' => ['seen' => ['feedback' => 'later'] + $terms['seen']] + $terms, '/colour' => $terms + ['colour' => 'red'], '/tries' => ['tries' => 0] + $terms, '/shares/0' => ['shares' => [2]] + $terms, '/shares' => ['shares' => []] + $terms, '/rounds/counts' => ['rounds' => ['counts' => 'worst']], '/goal/kind' => ['goal' => ['kind' => 'medal']], '/order' => ['order' => 'up'], '/enough' => ['enough' => 3], '/seconds/round' => ['seconds' => ['round' => 0]]] as $pointer => $wrong) {
            try {
                Terms::read(Fields::of($wrong));
                self::fail("$pointer was read.");
            } catch (MalformedInput $misfit) {
                self::assertSame($pointer, $misfit->pointer);
            }
        }
    }
}
