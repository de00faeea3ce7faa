<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Forecast\Forecast;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Round\Portion;
use HiddenLadder\Core\Round\Result\Mastery;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\RoundTerms;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** A quiz given in portions (rules of the job, "Portions"). */
final class PortionTest extends TestCase
{
    private static function d(): Draft
    {
        return new Draft('sample');
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private static function stop(string $name, array $more = []): array
    {
        $d = self::d();

        return $d->asks($name, $d->question($name, 'number', "$name?", [$d->right('1', '', ['id' => $d->id("$name-right")])], '', '', []), $more);
    }

    /**
     * @param  list<array<string, mixed>>  $stops
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private static function quiz(array $stops, array $more = []): array
    {
        return self::d()->quiz('Sample', '', $stops, 'End', 'Bye.', [], $more);
    }

    /**
     * One round: its questions answered in turn, a "-" is a slip and then right, a "+" right at once.
     *
     * @param  array<string, mixed>  $document
     * @param  list<State>  $before
     * @param  callable(string): bool  $knows  by the stop's id
     */
    private static function round(array $document, array $before, int $questions, callable $knows): Walker
    {
        $quiz = QuizDocument::read($document);
        $seed = 'round '.count($before);
        $terms = new Terms(rounds: new RoundTerms(portion: $questions));
        $walker = new Walker($document, $terms, new Started(seed: $seed, history: History::of($quiz, $before, $terms->rounds, $seed)));
        while (! $walker->state->isFinished()) {
            $stop = (string) $walker->state->stop();
            if ($quiz->stop($stop)?->questions() === []) {
                $walker->on();

                continue;
            }
            if (! $knows($stop)) {
                $walker->slips();
            }
            $walker->right()->on();
        }

        return $walker;
    }

    /** @return list<string> */
    private static function asked(State $state): array
    {
        return array_map(strval(...), array_keys($state->visited));
    }

    public function test_every_round_brings_missed_ones_first_then_unseen_ones_and_keeps_what_was_right_at_once_away_until_all_was(): void
    {
        $lot = new Randomizer(new Xoshiro256StarStar(16));
        for ($case = 0; $case < 40; $case++) {
            [$count, $most] = [$lot->getInt(3, 12), $lot->getInt(1, 5)];
            $document = self::quiz(array_map(static fn (int $i): array => self::stop("s$i"), range(1, $count)));
            $clear = $missed = $seen = [];
            $before = [];
            for ($round = 0; $round < 8; $round++) {
                $slipped = [];
                $walker = self::round($document, $before, $most, static function (string $stop) use ($lot, &$slipped): bool {
                    $slipped[$stop] ??= $lot->getInt(0, 2) > 0;

                    return $slipped[$stop];
                });
                $asked = self::asked($walker->state);
                $waiting = $count - count($clear);
                self::assertCount(min($most, $waiting === 0 ? $count : $waiting), $asked);
                if ($waiting > 0) {
                    self::assertSame([], array_intersect($asked, $clear), 'what was right at once stays away');
                    self::assertSame(
                        min($most, count($missed)),
                        count(array_intersect($asked, $missed)),
                        'missed ones come before any other',
                    );
                }
                foreach ($asked as $stop) {
                    $clear = array_values(array_diff($clear, [$stop]));
                    $missed = array_values(array_diff($missed, [$stop]));
                    $slipped[$stop] ? $clear[] = $stop : $missed[] = $stop;
                }
                $seen = array_unique([...$seen, ...$asked]);
                $before[] = $walker->state;
                self::assertSame(
                    count($seen) === $count,
                    (new Mastery($walker->quiz))->ofQuiz($walker->terms, [$walker->state])->mastered,
                    'mastered when all was dealt, and right at last',
                );
            }
        }
    }

    public function test_once_all_was_right_what_was_asked_longest_ago_comes_first(): void
    {
        $document = self::quiz(array_map(static fn (int $i): array => self::stop("s$i"), range(1, 6)));
        $before = [];
        for ($round = 0; $round < 9; $round++) {
            $before[] = self::round($document, $before, 2, static fn (): bool => true)->state;
        }
        $asked = array_map(self::asked(...), $before);
        foreach ([0, 3, 6] as $cycle) {
            self::assertCount(6, array_unique(array_merge(...array_slice($asked, $cycle, 3))), 'each once before any again');
        }
    }

    public function test_a_missed_required_stop_of_an_earlier_portion_keeps_from_mastery(): void
    {
        $document = self::quiz([self::stop('a'), self::stop('b')]);
        $quiz = QuizDocument::read($document);
        $terms = new Terms(tries: 1, rounds: new RoundTerms(portion: 1));
        $start = static fn (State ...$before): Started => new Started(
            seed: 's', history: History::of($quiz, array_values($before), $terms->rounds, 's'),
        );
        $first = (new Walker($document, $terms, $start()))->slips()->on();
        $second = new Walker($document, $terms, $start($first->state));
        self::assertSame(self::asked($first->state), self::asked($second->state), 'what was missed comes back at once');
        $second->right()->on();
        $third = (new Walker($document, $terms, $start($first->state, $second->state)))->right()->on();
        $mastery = new Mastery($quiz);
        self::assertFalse($mastery->ofQuiz($terms, [$second->state])->mastered, 'the other was never dealt');
        self::assertTrue($mastery->ofQuiz($terms, [$third->state])->mastered);
        self::assertSame([1.0, 1.0], [$second->share(), $third->share()], 'a round is scored by what it dealt');
        $asks = static fn (Walker $walker): array => (new Engine($quiz, $terms))->asks($walker->state);
        self::assertSame($third->state->history->portion, $asks($third), 'and asks no more');
        self::assertCount(2, $asks(new Walker($document)));
        self::assertEquals($third->state->toArray(), $third->refold()->toArray());
    }

    public function test_parts_forks_and_videos_stay_together_and_readings_come_every_time(): void
    {
        $d = self::d();
        $part = ['part' => $d->id('part')];
        $document = self::quiz([
            $d->reading('read', 'Read', 'Words.'),
            self::stop('a', $part), $d->reading('inside', 'In the part', 'Words.', $part), self::stop('b', $part),
            self::stop('c', ['forks' => [$d->fork(['kind' => 'result', 'result' => 'right'], $d->id('e'))]]),
            self::stop('d'), self::stop('e'),
            $d->video('v', 'Film', $d->id('film'), [
                $d->cue('v1', 1, $d->question('v1', 'number', '1?', [$d->right('1')], '', '', [])),
                $d->cue('v2', 2, $d->question('v2', 'number', '2?', [$d->right('1')], '', '', [])),
            ]),
        ], ['parts' => [['id' => $d->id('part'), 'title' => 'Part', 'weight' => null]]]);
        $quiz = QuizDocument::read($document);
        $ids = array_map($d->id(...), ['read', 'a', 'inside', 'b', 'c', 'd', 'e', 'v']);
        $names = array_combine($ids, ['read', 'a', 'inside', 'b', 'c', 'd', 'e', 'v']);
        $portions = [];
        foreach (range(1, 60) as $seed) {
            $dealt = array_map(static fn (string $id): string => $names[$id], Portion::of($quiz, [], 1, false, "$seed"));
            $portions[implode(' ', $dealt)] = true;
        }
        ksort($portions);
        self::assertSame(['read a inside b', 'read c e', 'read d', 'read v'], array_keys($portions));
        self::assertCount(8, Portion::of($quiz, [], 7, false, 's'), 'all of it');
    }

    public function test_nothing_but_missed_ones_where_the_terms_say_so_and_none_is_lost_without_them(): void
    {
        $document = self::quiz([self::stop('a'), self::stop('b'), self::stop('c')]);
        $quiz = QuizDocument::read($document);
        $first = self::round($document, [], 2, static fn (): bool => false)->state;
        $next = Portion::of($quiz, [$first], 3, true, 's');
        self::assertEqualsCanonicalizing(self::asked($first), $next);
        self::assertCount(3, Portion::of($quiz, [$first], 3, false, 's'));
    }

    public function test_the_forecast_of_a_portion_is_told_by_made_up_students_and_is_shorter_than_the_whole(): void
    {
        $quiz = QuizDocument::read(self::quiz(array_map(static fn (int $i): array => self::stop("s$i"), range(1, 8))));
        $whole = Forecast::of($quiz, new Terms, Profile::middling());
        $portion = Forecast::of($quiz, new Terms(rounds: new RoundTerms(portion: 2)), Profile::middling());
        self::assertSame([true, false], [$whole->isExact, $portion->isExact]);
        self::assertEqualsWithDelta($whole->seconds / 4, $portion->seconds, 0.15 * $whole->seconds / 4);
        self::assertEqualsWithDelta(0.25, array_sum($portion->places) / array_sum($whole->places), 0.05);
    }
}
