<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use Eris\Generators;
use Eris\TestTrait;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Answered;
use HiddenLadder\Core\Round\Applied;
use HiddenLadder\Core\Round\AskedForHelp;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event;
use HiddenLadder\Core\Round\Position;
use HiddenLadder\Core\Round\Projection;
use HiddenLadder\Core\Round\SetAside;
use HiddenLadder\Core\Round\Standing;
use HiddenLadder\Core\Round\Started;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\Terms;
use HiddenLadder\Core\Round\Watched;
use HiddenLadder\Core\Round\WentOn;
use HiddenLadder\Demo\Draft;
use HiddenLadder\Demo\MadeUpStudent;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** What must hold for every quiz and every walk through it: 500 generated cases each, more with HIDDEN_LADDER_CASES. */
final class WalkPropertiesTest extends TestCase
{
    use TestTrait;

    private function cases(): int
    {
        return max(500, (int) getenv('HIDDEN_LADDER_CASES'));
    }

    /** @param  callable(Randomizer): void  $holds */
    private function forSeeds(callable $holds): void
    {
        $this->limitTo($this->cases())->forAll(Generators::choose(0, 2_000_000_000))
            ->then(static fn (int $seed) => $holds(new Randomizer(new Xoshiro256StarStar($seed))));
    }

    /** @return array<string, mixed> a small quiz by lot; forks lead to side stops and forwards, so that no walk is endless by design */
    private static function document(Randomizer $lot): array
    {
        $d = new Draft((string) $lot->getInt(0, 999999));
        $ladder = static function (string $name) use ($d, $lot): array {
            $rungs = [];
            for ($i = $lot->getInt(0, 3); $i > 0; $i--) {
                $rungs[] = $lot->getInt(0, 1) === 0 ? $d->hint("$name-$i", "SECRET rung $name $i") : $d->clip("$name-$i", "SECRET clip $name $i", $d->id('film'), 1, 9);
            }

            return $rungs;
        };
        $count = $lot->getInt(1, 5);
        $question = static function (string $name, int $position) use ($d, $lot, $ladder, $count): array {
            $kind = ['one-choice', 'several-choices', 'short-text', 'number'][$lot->getInt(0, 3)];
            $entries = [$d->right('1', "SECRET right $name")];
            for ($i = 2; $i <= $lot->getInt(2, 4); $i++) {
                $fork = match ($lot->getInt(0, 6)) {
                    0 => $d->id('side'), 1 => $position + 1 < $count ? $d->id('stop-'.($position + 1)) : null, default => null
                };
                $entries[] = $d->wrong("$name-$i", (string) $i, "SECRET feedback $name $i", $lot->getInt(0, 2) === 0 ? $ladder("$name-own-$i") : [], $fork);
            }
            foreach ($entries as $i => $entry) {
                $entries[$i]['id'] = $d->id("$name/entry/$i");
            }

            return $d->question($name, $kind, "Question $name", $entries, "SECRET said $name", '', $ladder($name));
        };
        $stops = [];
        for ($i = 0; $i < $count; $i++) {
            $stops[] = match ($lot->getInt(0, 5)) {
                0 => $d->reading("stop-$i", 'A reading', 'Words.'),
                1 => $d->video("stop-$i", 'A film', $d->id('film'), [$d->cue("cue-$i-b", 20, $question("cue-$i-b", $i)), $d->cue("cue-$i-a", 10, $question("cue-$i-a", $i))]),
                default => $d->asks("stop-$i", $question("q-$i", $i)),
            };
        }

        return $d->quiz('Generated', '', $stops, 'End', '', [$d->reading('side', 'Aside', 'Words.')]);
    }

    /** An event by lot: mostly something that fits where the student is, sometimes anything at all. */
    private static function event(QuizDocument $quiz, State $state, Randomizer $lot): Event
    {
        $ids = [...array_keys($quiz->questions()), ...array_map(static fn ($stop) => $stop->id, $quiz->stops), 'nothing'];
        $anything = $ids[$lot->getInt(0, count($ids) - 1)];
        $top = $state->top()->id ?? $anything;
        $question = (new Position($quiz))->question($state);
        $asked = $question->id ?? $anything;
        $options = $question === null ? [] : $question->entries;
        $option = $options === [] ? $anything : $options[$lot->getInt(0, count($options) - 1)]->id;
        $response = $question !== null && ! $question->kind->showsOptions() ? Response::text((string) $lot->getInt(0, 4)) : Response::choices($option);

        return match ($lot->getInt(0, 11)) {
            0, 1, 2, 3 => new WentOn($top),
            4, 5, 6, 7 => new Answered($asked, $response),
            8 => new AskedForHelp($asked),
            9 => new SetAside($asked),
            10 => new Watched($top, 0, (float) $lot->getInt(0, 30), 1),
            default => [new WentOn($anything), new Answered($anything, Response::text('x')), new Started, new SetAside($anything)][$lot->getInt(0, 3)],
        };
    }

    public function test_generated_documents_are_sound(): void
    {
        $this->forSeeds(static fn (Randomizer $lot) => self::assertEquals([], (new DocumentCheck)->problems(self::document($lot))));
    }

    public function test_a_state_equals_the_refold_of_its_events_and_a_refused_event_changes_nothing(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $quiz = QuizDocument::read(self::document($lot));
            $engine = new Engine($quiz);
            $state = new State;
            $taken = [];
            for ($step = 0; $step < 40; $step++) {
                $event = $step === 0 ? new Started : self::event($quiz, $state, $lot);
                $before = serialize($state);
                $outcome = $engine->apply($state, $event, 1000 * $step);
                self::assertSame($before, serialize($state));
                if ($outcome instanceof Applied) {
                    self::assertSame($state->number + 1, $outcome->state->number);
                    $taken[] = [$event, 1000 * $step];
                    // As it comes back from the database.
                    $state = State::fromArray((array) json_decode((string) json_encode($outcome->state->toArray()), true));
                }
            }
            $refolded = new State;
            foreach ($taken as [$event, $at]) {
                $read = Event::read($event->kind()->value, Fields::of((array) json_decode((string) json_encode($event->data()), true)));
                $outcome = $engine->apply($refolded, $read, $at);
                self::assertInstanceOf(Applied::class, $outcome);
                $refolded = $outcome->state;
            }
            self::assertEquals($state, $refolded);
        });
    }

    public function test_who_answers_right_at_once_sees_no_rung_and_reaches_the_finish_clear(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $quiz = QuizDocument::read(self::document($lot));
            $state = self::walked($quiz, 1.0, $lot, 200);
            self::assertTrue($state->isFinished());
            foreach ($state->records as $record) {
                self::assertSame([Standing::Clear, 1, false, []], [$record->standing, $record->tries, $record->helped, $record->depths]);
            }
        });
    }

    /** Rules of the job: nobody is trapped; whoever takes what is offered, setting aside included, reaches the finish. */
    public function test_even_who_always_slips_reaches_the_finish(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $quiz = QuizDocument::read(self::document($lot));
            $engine = new Engine($quiz);
            $state = self::applied($engine, new State, new Started);
            $position = new Position($quiz);
            for ($step = 0; $step < 600 && ! $state->isFinished(); $step++) {
                $top = $state->top();
                self::assertNotNull($top);
                $question = $position->question($state);
                $event = match (true) {
                    $question === null && $position->clipSeen($top->id, $state) !== null => new Watched($top->id, 0, 30, 1),
                    $question === null || $state->told || $top->kind === \HiddenLadder\Core\Round\FrameKind::Rung => new WentOn($top->id),
                    $state->record($question->id)->mayLeave => new SetAside($question->id),
                    $state->record($question->id)->tries > 12 && $position->nextRung($question, $state) !== null => new AskedForHelp($question->id),
                    $question->kind->showsOptions() => new Answered($question->id, Response::choices($question->entries[count($question->entries) - 1]->id)),
                    default => new Answered($question->id, Response::text('77')),
                };
                $outcome = $engine->apply($state, $event, 0);
                if (! $outcome instanceof Applied) {
                    $outcome = $engine->apply($state, new WentOn($top->id), 0);
                }
                self::assertInstanceOf(Applied::class, $outcome);
                // Watching a video to its end with no cue open changes nothing that leads on: go on from it.
                $state = $question === null && $event instanceof Watched && $outcome->state->top()?->id === $top->id
                    ? self::applied($engine, $outcome->state, new WentOn($top->id))
                    : $outcome->state;
            }
            self::assertTrue($state->isFinished());
        });
    }

    public function test_what_is_sent_never_holds_what_has_not_been_earned(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $quiz = QuizDocument::read(self::document($lot));
            $engine = new Engine($quiz);
            $projection = new Projection($quiz, Terms::learn());
            $state = new State;
            for ($step = 0; $step < 30; $step++) {
                $outcome = $engine->apply($state, $step === 0 ? new Started : self::event($quiz, $state, $lot), 0);
                $state = $outcome instanceof Applied ? $outcome->state : $state;
                preg_match_all('/SECRET [a-z]+ [a-z0-9 -]+/', (string) json_encode($projection->of($state)), $sent);
                $question = (new Position($quiz))->question($state);
                $record = $question === null ? null : $state->record($question->id);
                $earned = array_sum($record->depths ?? []) + ($record?->mark === null ? 0 : 2);
                // The rung a student stands on is sent twice: as it, and among those seen.
                self::assertLessThanOrEqual($earned, count(array_unique($sent[0])));
            }
        });
    }

    private static function applied(Engine $engine, State $state, Event $event): State
    {
        $outcome = $engine->apply($state, $event, 0);
        self::assertInstanceOf(Applied::class, $outcome);

        return $outcome->state;
    }

    private static function walked(QuizDocument $quiz, float $skill, Randomizer $lot, int $steps): State
    {
        $engine = new Engine($quiz);
        $state = self::applied($engine, new State, new Started);
        $position = new Position($quiz);
        for ($step = 0; $step < $steps && ! $state->isFinished(); $step++) {
            $top = $state->top();
            self::assertNotNull($top);
            $question = $position->question($state);
            $stop = $quiz->stop($top->id);
            $cue = $stop instanceof \HiddenLadder\Core\Quiz\VideoStop ? $position->openCue($stop, $state) : null;
            $state = self::applied($engine, $state, match (true) {
                $cue !== null => new Watched($top->id, 0, $cue->at, 1),
                $question === null || $state->told => new WentOn($top->id),
                $question->kind->showsOptions() => new Answered($question->id, Response::choices(...array_map(static fn ($entry) => $entry->id, $question->accepted()))),
                default => new Answered($question->id, Response::text($question->accepted()[0]->text)),
            });
        }

        return $state;
    }

    public function test_made_up_students_only_do_what_the_rules_allow(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $quiz = QuizDocument::read(self::document($lot));
            $made = new MadeUpStudent($quiz, $lot->getInt(0, 100) / 100, $lot);
            $state = self::applied(new Engine($quiz), new State, new Started);
            for ($step = 0; $step < 60 && ! $state->isFinished(); $step++) {
                [$event, $wait] = $made->next($state);
                self::assertGreaterThan(0, $wait);
                $state = self::applied(new Engine($quiz), $state, $event);
            }
        });
    }
}
