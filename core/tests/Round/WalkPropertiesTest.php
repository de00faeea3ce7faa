<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use Eris\Generators;
use Eris\TestTrait;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\MadeUpStudent;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\DrillEnd;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Action;
use HiddenLadder\Core\Round\Allowed;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForAlike;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Called;
use HiddenLadder\Core\Round\Event\Commented;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Round\Event\Finished;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\MovedFromFront;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Paused;
use HiddenLadder\Core\Round\Event\Restored;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\StoredEvent;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Event\VideoAway;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\Internal\Conditions;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Terms\Terms;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** What must hold for every quiz, terms and walk: 500 generated cases each, more with HIDDEN_LADDER_CASES. */
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

    /** An event by lot: mostly something that fits where the student is, sometimes anything at all. */
    private static function event(QuizDocument $quiz, Terms $terms, State $state, Randomizer $lot): Event
    {
        $ids = [...array_keys($quiz->allQuestions()), ...array_map(static fn ($stop): string => $stop->id, $quiz->stops), 'nothing'];
        $anything = $ids[$lot->getInt(0, count($ids) - 1)];
        $top = $state->top()->id ?? $anything;
        $question = (new Position($quiz, $terms))->question($state);
        $asked = $question->id ?? $anything;
        $answers = new MadeUpAnswers($lot);
        $response = $question === null
            ? Response::text('12')
            : ($lot->getInt(0, 2) === 0 ? $answers->right($question) : $answers->slip($question));

        return match ($lot->getInt(0, 17)) {
            0, 1, 2, 3, 4 => new WentOn($top),
            5, 6, 7, 8, 9 => new Answered($asked, $response),
            10 => new AskedForHelp($asked),
            11 => new SetAside($asked),
            12 => new Watched($top, 0, (float) $lot->getInt(0, 30), 1),
            13 => new JudgedOwn($asked, $lot->getInt(0, 1) === 0),
            14 => $lot->getInt(0, 1) === 0 ? new AskedForAlike($asked) : new Called($asked),
            15 => $lot->getInt(0, 1) === 0 ? new WentTo($anything) : new Skipped($top),
            16 => [
                new HandedIn,
                new Finished,
                new Overruled($anything, 0.5),
                new Overruled($anything, 0, '', true),
                new Restored($anything),
            ][$lot->getInt(0, 4)],
            default => [
                new WentOn($anything),
                new Answered($anything, Response::text('x')),
                new Started,
                new SetAside($anything),
            ][$lot->getInt(0, 3)],
        };
    }

    /**
     * A walk by lot, as it would be stored.
     *
     * @return array{State, list<StoredEvent>}
     */
    private static function walk(QuizDocument $quiz, Terms $terms, Randomizer $lot, int $steps): array
    {
        $engine = new Engine($quiz, $terms);
        $state = new State;
        $taken = [];
        for ($step = 0; $step < $steps; $step++) {
            $event = $step === 0 ? new Started(seed: 'walk') : self::event($quiz, $terms, $state, $lot);
            $before = serialize($state);
            $outcome = $engine->apply($state, $event, 1000 * $step);
            self::assertSame($before, serialize($state), 'apply changes no state that it is given');
            if ($outcome instanceof Applied) {
                self::assertSame($state->number + 1, $outcome->state->number);
                $taken[] = new StoredEvent(
                    $event,
                    1000 * $step,
                    array_map(static fn (Fact $fact): array => $fact->toArray(), $outcome->facts),
                );
                // As it comes back from the database.
                $state = State::fromArray(
                    (array) json_decode((string) json_encode($outcome->state->toArray(), JSON_PRESERVE_ZERO_FRACTION), true),
                );
            }
        }

        return [$state, $taken];
    }

    public function test_generated_documents_are_sound(): void
    {
        $this->forSeeds(static fn (Randomizer $lot) => self::assertEquals([], (new DocumentCheck)->problems(MadeUpQuiz::document($lot))));
    }

    public function test_a_state_equals_the_refold_of_its_events_with_and_without_their_facts(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $quiz = QuizDocument::read(MadeUpQuiz::document($lot));
            $terms = MadeUpQuiz::terms($lot);
            [$state, $taken] = self::walk($quiz, $terms, $lot, 40);
            $stored = array_map(static fn (StoredEvent $one): StoredEvent => new StoredEvent(
                Event::read(
                    $one->event->kind()->value,
                    Fields::of(json_decode((string) json_encode($one->event->data(), JSON_PRESERVE_ZERO_FRACTION), true)),
                ),
                $one->at,
                array_values(
                    array_filter((array) json_decode((string) json_encode($one->facts, JSON_PRESERVE_ZERO_FRACTION), true), is_array(...)),
                ),
            ), $taken);
            $engine = new Engine($quiz, $terms);
            self::assertEquals($state, $engine->fold($stored)->state);
            $anew = $engine->fold(
                array_map(static fn (StoredEvent $one): StoredEvent => new StoredEvent($one->event, $one->at, null), $taken),
            );
            self::assertEquals($state, $anew->state, 'the same seed and answers give the same walk');
        });
    }

    public function test_what_an_event_comes_to_at_a_question_is_at_the_one_it_is_about(): void
    {
        $seen = 0;
        $this->forSeeds(static function (Randomizer $lot) use (&$seen): void {
            $quiz = QuizDocument::read(MadeUpQuiz::document($lot));
            $terms = MadeUpQuiz::terms($lot);
            [, $taken] = self::walk($quiz, $terms, $lot, 40);
            $folded = (new Engine($quiz, $terms))->fold($taken, true);
            self::assertSame([count($taken), count($taken)], [count($folded->facts), count($folded->about)]);
            foreach ($taken as $index => $one) {
                $event = $one->event;
                foreach ($folded->facts[$index] as $fact) {
                    $isOfOne = in_array($fact->kind, [FactKind::Marked, FactKind::Taken, FactKind::Called, FactKind::RungSeen], true);
                    if ($isOfOne && ! $event instanceof HandedIn && ! $event instanceof Finished && ! $event instanceof TimedOut) {
                        self::assertSame($fact->data['home'] ?? $fact->data['question'], $folded->about[$index], $fact->kind->value);
                        $seen++;
                    }
                }
            }
        });
        self::assertGreaterThan($this->cases(), $seen);
    }

    public function test_what_may_be_done_is_taken_and_whatever_may_not_is_refused_by_the_rule_that_is_named(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $quiz = QuizDocument::read(MadeUpQuiz::document($lot));
            $terms = MadeUpQuiz::terms($lot);
            [$state] = self::walk($quiz, $terms, $lot, $lot->getInt(1, 30));
            $stops = [...$quiz->stops, ...$quiz->sideStops];
            $front = $lot->getInt(0, 3) > 0
                ? null
                : new Front(
                    $lot->getInt(0, 1) === 0 ? (string) $state->stop() : $stops[$lot->getInt(0, count($stops) - 1)]->id,
                    null,
                    $lot->getInt(0, 1) === 0,
                    $lot->getInt(0, 1) === 0,
                );
            if ($front !== null && $lot->getInt(0, 3) > 0) {
                $moved = (new Engine($quiz, $terms))->apply($state, new MovedFromFront($front->stop), 39_000);
                $state = $moved instanceof Applied ? $moved->state : $state;
            }
            $now = new Circumstances(front: $front);
            $at = 40_000 + $lot->getInt(0, 400_000);
            $engine = new Engine($quiz, $terms);
            $allowed = Allowed::at($quiz, $terms, $state, $at, $now);
            foreach ($allowed as $action) {
                $outcome = $engine->apply($state, self::doing($action, $quiz, $terms, $state, $lot), $at, $front);
                self::assertInstanceOf(
                    Applied::class,
                    $outcome,
                    "{$action->kind->value} $action->about: ".($outcome instanceof Refusal ? $outcome->message->code : ''),
                );
            }
            $why = new Allowed($quiz, $terms, new Position($quiz, $terms), new Conditions($quiz, $terms));
            $listed = array_map(static fn (Action $action): string => "{$action->kind->value} $action->about", $allowed);
            for ($try = 0; $try < 12; $try++) {
                $event = self::event($quiz, $terms, $state, $lot);
                if (! $event->kind()->isStudents()) {
                    continue;
                }
                $outcome = $engine->apply($state, $event, $at, $front);
                $about = Allowed::about($event);
                $rule = $why->refusal($event->kind(), $about, $state, $at, $front)?->rule;
                // What an event carries is looked at beside the list: a response of another kind fits nowhere.
                if (! $outcome instanceof Refusal || $outcome->rule !== Rule::UnfitResponse) {
                    self::assertSame($rule, $outcome instanceof Refusal ? $outcome->rule : null, "{$event->kind()->value} $about");
                }
                // Looking at a video again that was seen is possible from anywhere, and stands in no list.
                self::assertTrue(
                    $rule !== null || $event instanceof Watched || in_array("{$event->kind()->value} $about", $listed, true),
                    "{$event->kind()->value} $about is not listed",
                );
            }
            $place = (new Projection($quiz, $terms, $now))->of($state)['place'];
            foreach (is_array($place) ? ['maySkip' => 'skipped', 'maySetAside' => 'set-aside', 'mayAskAlike' => 'asked-for-alike', 'moreHelp' => 'asked-for-help', 'mayCall' => 'called'] : [] as $flag => $kind) {
                $can = array_filter($listed, static fn (string $one): bool => str_starts_with($one, "$kind ")) !== [];
                self::assertTrue(! isset($place[$flag]) || $place[$flag] === $can || $terms->secondsForRound !== null, $flag);
            }
        });
    }

    private static function doing(Action $action, QuizDocument $quiz, Terms $terms, State $state, Randomizer $lot): Event
    {
        $id = (string) $action->about;
        $answer = static fn (): Response => (new MadeUpAnswers($lot))->slip($quiz->question($id) ?? throw new \LogicException($id));

        return match ($action->kind) {
            EventKind::Answered => new Answered($id, $answer()),
            EventKind::AskedForHelp => new AskedForHelp($id),
            EventKind::AskedForAlike => new AskedForAlike($id),
            EventKind::SetAside => new SetAside($id),
            EventKind::JudgedOwn => new JudgedOwn($id, $lot->getInt(0, 1) === 0),
            EventKind::Called => new Called($id),
            EventKind::TimedOut => new TimedOut($action->about),
            EventKind::WentOn => new WentOn($id),
            EventKind::Skipped => new Skipped($id),
            EventKind::WentTo => new WentTo($action->about),
            EventKind::Commented => new Commented($id, 'Look there.'),
            EventKind::Watched => new Watched($id, 0, 5.0, 1.0),
            EventKind::VideoAway => new VideoAway($id),
            EventKind::HandedIn => new HandedIn,
            EventKind::Finished => new Finished,
            EventKind::Paused => new Paused,
            default => throw new \LogicException($action->kind->value),
        };
    }

    public function test_a_correction_leaves_the_path_and_taken_back_restores_every_result(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $document = MadeUpQuiz::document($lot);
            $terms = MadeUpQuiz::terms($lot);
            [$state, $taken] = self::walk(QuizDocument::read($document), $terms, $lot, 40);
            $corrected = self::turned($document);
            $under = (new Engine(QuizDocument::read($corrected), $terms))->fold($taken)->state;
            self::assertEquals(
                [$state->path, $state->visited, $state->returning, $state->finish, $state->pending],
                [$under->path, $under->visited, $under->returning, $under->finish, $under->pending],
            );
            foreach ($state->records as $question => $record) {
                self::assertSame($record->depths, $under->record($question)->depths);
                self::assertSame($record->standIn, $under->record($question)->standIn);
            }
            self::assertEquals($state, (new Engine(QuizDocument::read($document), $terms))->fold($taken)->state);
        });
    }

    /**
     * Every key turned round.
     *
     * @param  array<string, mixed>  $document
     * @return array<string, mixed>
     */
    private static function turned(array $document): array
    {
        foreach ($document as $key => $value) {
            if ($key === 'right' && is_bool($value)) {
                $document[$key] = ! $value;
            } elseif (is_array($value)) {
                $document[$key] = self::turned($value);
            }
        }

        return $document;
    }

    private static function madeUp(QuizDocument $quiz, Terms $terms, float $skill, Randomizer $lot, int $most): State
    {
        $made = new MadeUpStudent($quiz, $terms, Profile::even($skill), $lot);
        $engine = new Engine($quiz, $terms);
        $state = new State;
        for ($step = 0; $step < $most && ! $state->isFinished(); $step++) {
            $event = $step === 0 ? new Started(seed: 'made up') : $made->next($state);
            $outcome = $engine->apply($state, $event, 0);
            self::assertInstanceOf(
                Applied::class,
                $outcome,
                $outcome instanceof Refusal ? "{$event->kind()->value}: {$outcome->message->code}" : '',
            );
            $state = $outcome->state;
        }
        self::assertTrue($state->isFinished());

        return $state;
    }

    public function test_who_answers_right_at_once_sees_no_rung(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $quiz = QuizDocument::read(MadeUpQuiz::document($lot));
            $terms = MadeUpQuiz::terms($lot);
            $state = self::madeUp($quiz, $terms, 1.0, $lot, 300);
            foreach ($state->records as $record) {
                if ($record->tries > 0) {
                    self::assertSame([false, 0, []], [$record->helped, $record->slips, $record->depths]);
                    self::assertContains($record->standing, [Standing::Clear, Standing::ToBeRead, Standing::Noted]);
                }
            }
        });
    }

    /** Rules of the job: nobody is trapped; whoever takes what is offered, setting aside included, reaches the finish. */
    public function test_even_who_always_slips_reaches_the_finish_and_whoever_slips_half_the_time(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $quiz = QuizDocument::read(MadeUpQuiz::document($lot));
            $terms = MadeUpQuiz::terms($lot);
            self::madeUp($quiz, $terms, 0.0, $lot, 2500);
            $state = self::madeUp($quiz, $terms, 0.5, $lot, 2500);
            foreach ($quiz->stops as $stop) {
                $series = $state->series[$stop->id] ?? null;
                if ($stop instanceof DrillStop && $series !== null && $series->ended && $stop->ends !== DrillEnd::Deal) {
                    self::assertGreaterThanOrEqual($stop->need, $series->right());
                    self::assertTrue($stop->ends === DrillEnd::Need || $series->missed() === []);
                }
            }
        });
    }

    /** Each secret that is sent was earned before: by an answer, a rung, a reveal or the end of the round. */
    public function test_what_is_sent_never_holds_what_has_not_been_earned(): void
    {
        $this->forSeeds(static function (Randomizer $lot): void {
            $document = MadeUpQuiz::document($lot);
            $quiz = QuizDocument::read($document);
            $terms = MadeUpQuiz::terms($lot);
            $engine = new Engine($quiz, $terms);
            $projection = new Projection($quiz, $terms);
            $state = new State;
            $earned = [];
            for ($step = 0; $step < 40; $step++) {
                $event = $step === 0 ? new Started(seed: 'secrets') : self::event($quiz, $terms, $state, $lot);
                $outcome = $engine->apply($state, $event, 0);
                if ($outcome instanceof Applied) {
                    $state = $outcome->state;
                    $earned += self::earned($quiz, $outcome->facts, $event);
                }
                $view = $projection->sent($state, true)->view;
                $sent = (string) json_encode($view, JSON_UNESCAPED_SLASHES);
                // What can be done without a connection shows the options of all its questions.
                $listed = $view['onDevice'] === null ? [] : self::withOptions($quiz);
                foreach ($view['onDevice'] ?? $view['page'] ?? [] as $known) {
                    $video = $quiz->stop($known['stop']);
                    self::assertTrue($known['film'] === null || ($video instanceof VideoStop && $video->cuesShown), 'A video hides what it asks.');
                }
                preg_match_all('~SECRET (rung|feedback|said|model|key) ([\w/-]+)~', $sent, $found, PREG_SET_ORDER);
                foreach ($found as [$whole, $what, $whose]) {
                    $shown = (new Position($quiz, $terms))->question($state);
                    $isOption = $what === 'key'
                        && $shown !== null
                        && $shown->prompt->html === "PROMPT $whose"
                        && $shown->kind->showsOptions();
                    $isOption = $isOption || ($what === 'key' && in_array($whose, $listed, true));
                    $isGap = $what === 'key' && $shown !== null && $shown->gaps !== [] && str_contains($sent, "PROMPT $whose\"");
                    $over = $what === 'key' || $what === 'model' ? $state->isFinished() || $state->handedIn : false;
                    self::assertTrue(
                        isset($earned[$whole]) || $isOption || $over || ($isGap && isset($earned["answered $whose"])),
                        "$whole was sent at step $step",
                    );
                }
            }
        });
    }

    /** @return list<string> names of the questions that show what can be chosen */
    private static function withOptions(QuizDocument $quiz): array
    {
        $shown = array_filter($quiz->questions(), static fn ($question): bool => $question->kind->showsOptions());

        return array_values(array_map(static fn ($question): string => str_replace('PROMPT ', '', $question->prompt->html), $shown));
    }

    /**
     * @param  list<Fact>  $facts
     * @return array<string, true> what may be sent from now on
     */
    private static function earned(QuizDocument $quiz, array $facts, Event $event): array
    {
        $earned = [];
        foreach ($facts as $fact) {
            if ($fact->kind === FactKind::RungSeen) {
                preg_match_all('~SECRET rung [\w-]+~', serialize($quiz->rung((string) $fact->data['rung'])), $found);
                $earned += array_fill_keys($found[0], true);
            }
            if ($fact->kind === FactKind::Marked || $fact->kind === FactKind::Revealed) {
                $question = $quiz->question((string) $fact->data['question']);
                $name = str_replace('PROMPT ', '', $question?->prompt->html ?? '');
                $secrets = $fact->kind === FactKind::Revealed
                    ? ["SECRET model $name", "SECRET key $name"]
                    : ["SECRET said $name", "answered $name"];
                $entry = $question?->entry($fact->data['entry'] ?? null);
                $earned += array_fill_keys([...$secrets, (string) $entry?->feedback->html], true);
            }
        }
        if ($event instanceof Answered) {
            preg_match_all('~SECRET key [\w-]+~', serialize($event->response), $typed);
            $earned += array_fill_keys($typed[0], true);
        }

        return $earned;
    }
}
