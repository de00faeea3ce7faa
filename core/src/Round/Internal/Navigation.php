<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\RungKind;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Decision\Dealt;
use HiddenLadder\Core\Round\Decision\Led;
use HiddenLadder\Core\Round\Decision\Returns;
use HiddenLadder\Core\Round\Decision\Shown;
use HiddenLadder\Core\Round\Decision\Way;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\SeededRandom;
use HiddenLadder\Core\Round\Series;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/**
 * A student's trail through the quiz: onto stops, down ladders and back, through drills and staircases, along forks, past
 * what waits, to a finish.
 *
 * @internal to the walk
 */
final class Navigation
{
    /** Now, in milliseconds since 1970. */
    public int $at = 0;

    public function __construct(
        private readonly QuizDocument $quiz,
        private readonly Terms $terms,
        private readonly Position $position,
        private readonly Conditions $conditions,
        private readonly State $state,
        private readonly Decisions $decisions,
        private readonly Records $records,
        private readonly SeriesWalk $seriesWalk,
    ) {
    }

    /**
     * The next stop in this student's order that there is for them; where one moves about freely, or was led from the front, one
     * that is not done yet.
     */
    public function nextStop(?string $left): ?string
    {
        $here = $left === null;
        foreach ($this->position->sequence($this->state) as $stop) {
            $mayBeDone = $this->terms->hasOverview() || isset($this->state->ledAt[$stop->id]);
            if ($here && ! ($mayBeDone && $this->position->isDone($stop, $this->state))
                && ($stop->shownIf === null || $this->conditions->met($stop->shownIf, null, $this->state))) {
                return $stop->id;
            }
            $here = $here || $stop->id === $left;
        }

        return null;
    }

    public function enter(string $stop): void
    {
        $this->state->path = [Frame::stop($stop)];
        $this->state->verdictShown = false;
        $this->state->decidedNext = null;
        $this->reached($stop);
    }

    private function reached(string $id): void
    {
        $this->state->visited[$id] = true;
        $this->decisions->made(new Shown($id));
        $stop = $this->quiz->stop($id);
        if ($stop instanceof VideoStop) {
            $this->state->shownAt[$id] ??= $this->at;
        }
        if (($stop instanceof DrillStop || $stop instanceof StaircaseStop) && ($this->state->series[$id]->ended ?? true)) {
            $series = new Series;
            $series->level = $stop instanceof StaircaseStop ? $stop->middle() : 0;
            $this->records->begin($id, $series);
            $this->nextInSeries($stop);
        }
    }

    /** @param  ?string  $to  a stop or a finish; null for what comes next */
    public function follow(?string $to, ?Question $home = null): void
    {
        if ($to === null) {
            $this->leave();
        } elseif ($this->quiz->finish($to) !== null) {
            $this->end($to);
        } elseif ($this->quiz->position($to) === null) {
            $this->push(Frame::stop($to));
            $this->reached($to);
        } else {
            // Whoever is led past a question that is not right yet has it waiting, like one set aside.
            if ($home !== null && ! $this->state->record($home->id)->standing->isSettled()) {
                $record = $this->records->of($home);
                $record->mayLeave = true;
                $this->records->stand($home, $record, Standing::SetAside);
            }
            $this->state->returning = false;
            $this->state->pending = [];
            $this->enter($to);
        }
    }

    /** Past a verdict: along the fork, else on. */
    public function afterVerdict(Question $home): void
    {
        $decidedNext = $this->state->decidedNext;
        $this->state->verdictShown = false;
        $this->state->decidedNext = null;
        $series = $this->position->series($this->state);
        if ($series !== null) {
            $this->nextInSeries($series);
        } elseif ($decidedNext === $home->id) {
            $this->standIn($home, $this->records->of($home));
        } elseif ($decidedNext === null) {
            $this->leave();
        } else {
            $this->follow($decidedNext, $home);
        }
    }

    /** Out of the top frame, to what comes next. */
    public function leave(): void
    {
        $left = $this->state->top();
        $this->pop();
        $top = $this->state->top();
        if ($left === null) {
            return;
        }
        if ($top !== null && $left->kind === FrameKind::Rung) {
            $this->push($left);
            $this->backFromRung($left);

            return;
        }
        if ($left->kind === FrameKind::Cue && $top !== null) {
            // The video plays on, unless only this one question of it had come back.
            if ($this->state->returning && count($this->state->path) === 1) {
                $this->nextPending();
            }

            return;
        }
        if ($top !== null) {
            $home = $this->position->home($this->state);
            if ($this->state->ownPlace !== null) {
                // To where the class stands.
                $this->state->verdictShown = $home !== null && $this->state->record($home->id)->revealed;

                return;
            }
            // Back from a side stop: on, where what it was entered from is done; else to that question.
            $isDone = $home === null
                || ($this->state->series[$top->id] ?? null)?->ended === true
                || $this->state->record($home->id)->standing->isSettled();
            $led = $this->decisions->decide(Led::class, static fn (): Led => $isDone ? Led::on(null) : Led::back());
            if ($led?->way === Way::On) {
                $this->leave();
            }

            return;
        }
        $this->state->returning ? $this->nextPending() : $this->onwards($left->id);
    }

    private function onwards(string $left): void
    {
        if ($this->decisions->isFollowing()) {
            // What comes back is shown too, but after it was decided that it does.
            $next = $this->decisions->has(FactKind::Returns) ? null : $this->decisions->recorded(Shown::class)?->stop;
        } else {
            // Where all stands on one page, one is back on it, and led nowhere.
            $next = $this->terms->isOnePage() && $this->position->mayMove($this->state) ? null : $this->nextStop($left);
        }
        if ($next !== null) {
            $this->enter($next);
        } elseif (! $this->position->mayMove($this->state)) {
            $this->comeBack();
        }
    }

    public function backFromRung(Frame $rung): void
    {
        $this->pop();
        $home = $this->position->home($this->state);
        if ($home === null) {
            return;
        }
        $series = $this->position->series($this->state);
        if ($series !== null) {
            if (($this->state->series[$series->id] ?? null)?->answered === true) {
                $this->nextInSeries($series);
            }

            return;
        }
        $record = $this->records->of($home);
        $ladder = (string) $rung->ladder;
        $record->mayLeave = $record->mayLeave || $record->depth($ladder) >= count($this->quiz->ladder($ladder));
        $record->since = null;
        if (
            $this->decisions->isFollowing()
            || ($record->slips > 0 && $this->wantsAlike($home, $this->position->asked($home, $this->state)))
        ) {
            $this->standIn($home, $record);
        }
    }

    public function descend(Question $home, Record $record, Frame $rung): void
    {
        $ladder = (string) $rung->ladder;
        if (isset($this->state->series[$ladder])) {
            $depth = ++$this->records->series($ladder)->depth;
        } else {
            $depth = $record->depths[$ladder] = $record->depth($ladder) + 1;
        }
        $record->helped = true;
        $this->records->stand($home, $record, Standing::OnTheLadder);
        $this->push($rung);
        $this->decisions->tell(FactKind::RungSeen, ['question' => $home->id, 'rung' => $rung->id, 'depth' => $depth]);
        if ($this->quiz->rung($rung->id)?->kind === RungKind::Teacher) {
            $this->callTeacher($home, $record);
        }
    }

    public function callTeacher(Question $home, Record $record): void
    {
        $record->called = true;
        $record->mayLeave = true;
        $this->decisions->tell(FactKind::Called, ['question' => $home->id]);
    }

    /** Another question of the group comes in the home's place: those not yet seen first. */
    public function standIn(Question $home, Record $record): bool
    {
        $dealt = $this->decisions->decide(Dealt::class, function () use ($home, $record): Dealt {
            $others = array_map(static fn (Question $question): string => $question->id, $this->quiz->alikes($home));
            $fresh = array_values(array_diff($others, $record->stoodIn));
            $left = $fresh !== [] ? $fresh : array_values(array_diff([...$others, $home->id], [$record->standIn ?? $home->id]));

            return Dealt::standIn(
                $home->id,
                $left === [] ? null : (new SeededRandom($this->state->seed, "alike/$home->id/".count($record->stoodIn)))->one($left),
            );
        });
        $standIn = $dealt?->question;
        if ($standIn === null) {
            return false;
        }
        $record->standIn = $standIn === $home->id ? null : $standIn;
        $record->stoodIn[] = $standIn;
        $record->revealed = false;
        $record->response = null;
        $record->mark = null;
        $record->since = null;

        return true;
    }

    /** With two options one slip gives the answer away, so that an alike question is better whatever the terms say. */
    public function wantsAlike(Question $home, Question $question): bool
    {
        return ($this->terms->alikeAfterSlip || $question->givenAwayByASlip()) && $this->quiz->alikes($home) !== [];
    }

    /** Past the last stop: what was set aside comes back before the finish, and an alike one for what was shown. */
    public function comeBack(): void
    {
        $returns = $this->decisions->decide(Returns::class, function (): Returns {
            $questions = array_filter(
                $this->quiz->questions(),
                fn (Question $question): bool => $this->position->comesBack($question, $this->state),
            );

            return new Returns(array_map(strval(...), array_keys($questions)));
        });
        $this->bringBack($returns->questions ?? []);
    }

    /** @param  list<string>  $questions */
    public function bringBack(array $questions): void
    {
        $this->state->returning = true;
        $this->state->pending = $questions;
        $this->nextPending();
    }

    public function nextPending(): void
    {
        $next = array_shift($this->state->pending);
        $home = $next === null ? null : $this->quiz->question($next);
        if ($next === null || $home === null) {
            $this->end($this->quiz->finishes[0]->id);

            return;
        }
        $place = $this->quiz->place($next);
        $this->state->path = [Frame::stop($place['stop']), ...($place['cue'] === null ? [] : [Frame::cue($place['cue'])])];
        $this->state->verdictShown = false;
        $this->decisions->made(new Shown($place['stop'], $place['cue']));
        $record = $this->records->of($home);
        $record->since = null;
        if (($this->decisions->isFollowing() || $record->standing === Standing::Shown) && $this->standIn($home, $record)) {
            $record->tries = 0;
        }
        // What has come back is asked again, whatever its answer was.
        if ($record->standing === Standing::SetAside || $record->standing === Standing::Shown) {
            $this->records->stand($home, $record, Standing::OnTheLadder);
        }
    }

    /** The next question of a drill or a staircase, or out of it. */
    private function nextInSeries(DrillStop|StaircaseStop $stop): void
    {
        $series = $this->records->series($stop->id);
        $dealt = $this->decisions->decide(Dealt::class, fn (): Dealt => $this->seriesWalk->next($stop, $series, $this->state));
        $question = $this->quiz->question((string) $dealt?->question);
        if ($dealt === null || $question === null) {
            $this->endSeries($stop, $series);

            return;
        }
        $series->current = $question->id;
        $series->hand = $dealt->hand ?? [];
        $series->level = $dealt->level ?? $series->level;
        $series->dealt++;
        $series->answered = false;
        $record = $this->records->of($question);
        $record->response = null;
        $record->mark = null;
        $record->since = null;
        // Whoever has had the whole deal may leave the rest of a drill that goes on, so that nobody is held in it.
        $record->mayLeave = $stop instanceof DrillStop && $series->dealt > $stop->deal;
    }

    private function endSeries(DrillStop|StaircaseStop $stop, Series $series): void
    {
        $series->ended = true;
        $series->met = $this->seriesWalk->isMet($stop, $series);
        foreach ($stop->questions() as $question) {
            $record = $this->state->records[$question->id] ?? null;
            if ($record !== null && ! $record->standing->isSettled()) {
                $record = $this->records->of($question);
                $record->leftForGood = true;
                $this->records->stand($question, $record, Standing::SetAside);
            }
        }
        if ($stop->forks !== []) {
            $this->follow(
                $this->decisions->decide(Led::class, fn (): Led => Led::on($this->conditions->fork($stop->forks, null, $this->state)))?->to,
            );

            return;
        }
        $this->leave();
    }

    /** @param  ?string  $finish null where the round is ended without one */
    public function end(?string $finish): void
    {
        $this->state->path = [];
        $this->state->verdictShown = $this->state->returning = false;
        $this->state->decidedNext = null;
        $this->state->pending = [];
        $this->state->finish = $finish;
        $this->state->finishedAt = $this->at;
        $this->decisions->tell(FactKind::Finished, ['finish' => $finish]);
    }

    public function push(Frame $frame): void
    {
        $this->state->path[] = $frame;
        $this->state->verdictShown = false;
    }

    public function pop(): void
    {
        array_pop($this->state->path);
        $this->state->verdictShown = false;
    }
}
