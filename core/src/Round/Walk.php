<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;

/**
 * One event being carried out: moves a copy of the state and collects the facts. Used up by applied().
 *
 * @internal to the engine
 */
final class Walk
{
    /** Seconds by which a player may stop short of a cue and still have reached it. */
    private const CUE_REACH = 0.3;

    private readonly Position $position;

    /** @var list<Fact> */
    private array $facts = [];

    public function __construct(
        private readonly QuizDocument $quiz,
        private State $state,
        private readonly int $at,
    ) {
        $this->position = new Position($quiz);
    }

    public function applied(): Applied
    {
        return new Applied($this->state->with(['number' => $this->state->number + 1]), $this->facts);
    }

    public function start(?string $from): void
    {
        $this->state = $this->state->with(['startedAt' => $this->at]);
        $first = $from ?? ($this->quiz->stops[0] ?? null)?->id;
        if ($first === null) {
            throw new Refused(Rule::NothingToShow, 'This quiz has no stops yet.');
        }
        if ($this->quiz->stop($first) === null) {
            throw new Refused(Rule::NoSuchStop, 'This stop is not in the quiz.');
        }
        $this->enter($first);
    }

    public function answer(Answered $event): void
    {
        $question = $this->asked($event->question);
        try {
            $mark = (new Marker($this->quiz->language))->mark($question, $event->response);
        } catch (UnfitResponse $unfit) {
            throw new Refused(Rule::UnfitResponse, $unfit->getMessage());
        }
        $this->facts[] = new Fact(FactKind::Marked, [
            'question' => $question->id,
            'result' => $mark->result->value,
            'entry' => $mark->entry,
            'share' => $mark->share,
        ]);
        $record = $this->state->record($question->id)->with(['response' => $event->response, 'mark' => $mark]);
        if ($mark->result === Result::Unclear) {
            $this->put($question, $record);

            return;
        }
        $matched = $record->matched;
        foreach ($question->kind->showsOptions() ? $event->response->choices : array_filter([$mark->entry], is_string(...)) as $entry) {
            $matched[$entry] = ($matched[$entry] ?? 0) + 1;
        }
        $record = $record->with(['tries' => $record->tries + 1, 'matched' => $matched]);
        if ($mark->result === Result::Right) {
            $standing = $record->slips === 0 && ! $record->helped ? Standing::Clear : Standing::Climbed;
            $this->put($question, $record->with(['standing' => $standing, 'points' => $question->points * $mark->share]));
            $this->state = $this->state->with(['told' => true]);

            return;
        }
        $this->slip($question, $record->with(['slips' => $record->slips + 1, 'standing' => Standing::OnTheLadder]), $mark);
    }

    public function askForHelp(string $id): void
    {
        $question = $this->position->question($this->state);
        if ($question?->id !== $id || $this->state->told) {
            throw new Refused(Rule::NotHere, 'Help is there for the question you are at.');
        }
        $next = $this->position->nextRung($question, $this->state);
        if ($next === null) {
            throw new Refused(Rule::NoMoreHelp, 'You have seen all the help there is for this question.');
        }
        if ($this->state->top()?->kind === FrameKind::Rung) {
            $this->pop();
        }
        $this->descend($question, $this->state->record($id), $next);
    }

    public function goOn(string $from): void
    {
        $top = $this->state->top();
        if ($top?->id !== $from) {
            throw new Refused(Rule::NotHere, 'You are somewhere else in this quiz by now.');
        }
        if ($top->kind === FrameKind::Rung) {
            $this->backFromRung($top);

            return;
        }
        $question = $this->position->question($this->state);
        if ($question !== null) {
            if (! $this->state->told) {
                throw new Refused(Rule::AnswerFirst, 'This question needs an answer before you go on.');
            }
            $this->afterVerdict($question);

            return;
        }
        $stop = $this->quiz->stop($top->id);
        if ($stop instanceof VideoStop && $this->position->openCue($stop, $this->state) !== null) {
            throw new Refused(Rule::CueStillOpen, 'There is still a question in this video.');
        }
        $this->leave();
    }

    public function watch(Watched $event): void
    {
        $clip = $this->position->clipSeen($event->video, $this->state);
        if ($clip === null) {
            throw new Refused(Rule::NotHere, 'This video does not belong to where you have been.');
        }
        $stop = $this->quiz->stop($event->video);
        if (! $stop instanceof VideoStop || $this->state->top()?->id !== $stop->id) {
            return;
        }
        $watchedTo = $this->state->watchedTo;
        $watchedTo[$stop->id] = $event->to;
        $this->state = $this->state->with(['watchedTo' => $watchedTo]);
        $cue = $this->position->openCue($stop, $this->state);
        if ($cue !== null && $event->to + self::CUE_REACH >= $cue->at) {
            $this->push(Frame::cue($cue->id));
            $this->facts[] = new Fact(FactKind::Shown, ['stop' => $stop->id, 'cue' => $cue->id]);
        }
    }

    public function setAside(string $id): void
    {
        $question = $this->asked($id);
        $record = $this->state->record($id);
        if (! $record->mayLeave) {
            throw new Refused(Rule::NotYetPastTheLadder, 'There is still help to look at before this question can wait.');
        }
        $this->put($question, $record->with(['standing' => Standing::SetAside, 'leftForGood' => $this->state->returning]));
        $this->leave();
    }

    /** The question that is being asked now and is the one meant. */
    private function asked(string $id): Question
    {
        $question = $this->position->question($this->state);
        if ($question?->id !== $id || $this->state->top()?->kind === FrameKind::Rung || $this->state->told) {
            throw new Refused(Rule::NotHere, 'You are somewhere else in this quiz by now.');
        }

        return $question;
    }

    /** A slip: the matched entry's fork, else its ladder, else the question's (rules of the job, "What happens after an answer"). */
    private function slip(Question $question, Record $record, Mark $mark): void
    {
        $entry = $question->entry($mark->entry);
        if ($entry !== null && $entry->fork !== null) {
            // Whoever always slips into this fork never comes to the ladder; with no rung left they may set it aside.
            $atTheFoot = $record->depth(null) >= count($question->ladder);
            $this->put($question, $record->with(['mayLeave' => $record->mayLeave || $atTheFoot]));
            $this->state = $this->state->with(['told' => true]);

            return;
        }
        $ladder = $entry !== null && $entry->ladder !== [] ? $entry->id : null;
        $rung = $question->ladder($ladder)[$record->depth($ladder)] ?? null;
        if ($rung === null) {
            $this->put($question, $record->with(['mayLeave' => true]));

            return;
        }
        $this->descend($question, $record, Frame::rung($rung->id, $ladder));
    }

    private function descend(Question $question, Record $record, Frame $rung): void
    {
        $depths = $record->depths;
        $depths[$rung->ladder ?? ''] = $record->depth($rung->ladder) + 1;
        $this->put($question, $record->with(['standing' => Standing::OnTheLadder, 'helped' => true, 'depths' => $depths]));
        $this->push($rung);
        $this->facts[] = new Fact(FactKind::RungSeen, [
            'question' => $question->id,
            'rung' => $rung->id,
            'depth' => $depths[$rung->ladder ?? ''],
        ]);
    }

    private function backFromRung(Frame $rung): void
    {
        $question = $this->position->question($this->state);
        $this->pop();
        if ($question === null) {
            return;
        }
        $record = $this->state->record($question->id);
        if ($record->depth($rung->ladder) >= count($question->ladder($rung->ladder))) {
            $this->put($question, $record->with(['mayLeave' => true]));
        }
    }

    /** Past a verdict: along the matched entry's fork, else on from a right answer. */
    private function afterVerdict(Question $question): void
    {
        $record = $this->state->record($question->id);
        $fork = $question->entry($record->mark?->entry)?->fork;
        $this->state = $this->state->with(['told' => false]);
        if ($fork === null) {
            $this->leave();

            return;
        }
        if ($this->quiz->finish($fork) !== null) {
            $this->finish($fork);
        } elseif ($this->quiz->position($fork) === null) {
            $this->push(Frame::stop($fork));
            $this->reached($fork);
        } else {
            // Whoever is led past a question that is not right yet has it waiting, like one set aside.
            if (! $record->standing->isRight()) {
                $this->put($question, $record->with(['standing' => Standing::SetAside, 'mayLeave' => true]));
            }
            $this->state = $this->state->with(['returning' => false, 'pending' => []]);
            $this->enter($fork);
        }
    }

    /** Out of the top frame, to what comes next. */
    private function leave(): void
    {
        $left = $this->state->top();
        $this->pop();
        $top = $this->state->top();
        if ($left?->kind === FrameKind::Cue && $top !== null) {
            // The video plays on, unless only this one question of it had come back.
            if ($this->state->returning && count($this->state->path) === 1) {
                $this->nextPending();
            }

            return;
        }
        if ($top !== null) {
            $question = $this->position->question($this->state);
            if ($question !== null && $this->state->record($question->id)->standing->isRight()) {
                $this->leave();
            }

            return;
        }
        $this->state->returning ? $this->nextPending() : $this->after($left?->id);
    }

    private function after(?string $stop): void
    {
        $position = $stop === null ? null : $this->quiz->position($stop);
        $next = $position === null ? null : $this->quiz->stops[$position + 1] ?? null;
        if ($next !== null) {
            $this->enter($next->id);

            return;
        }
        $pending = [];
        foreach (array_keys($this->quiz->questions()) as $question) {
            $record = $this->state->record($question);
            if ($record->standing === Standing::SetAside && ! $record->leftForGood) {
                $pending[] = $question;
            }
        }
        $this->state = $this->state->with(['returning' => true, 'pending' => $pending]);
        $this->nextPending();
    }

    private function nextPending(): void
    {
        $pending = $this->state->pending;
        $next = array_shift($pending);
        if ($next === null) {
            $this->finish($this->quiz->finishes[0]->id);

            return;
        }
        $place = $this->quiz->place($next);
        $path = [Frame::stop($place['stop']), ...($place['cue'] === null ? [] : [Frame::cue($place['cue'])])];
        $this->state = $this->state->with(['pending' => $pending, 'path' => $path, 'told' => false]);
        $this->facts[] = new Fact(FactKind::Shown, $place);
    }

    private function enter(string $stop): void
    {
        $this->state = $this->state->with(['path' => [Frame::stop($stop)], 'told' => false]);
        $this->reached($stop);
    }

    private function reached(string $stop): void
    {
        $visited = $this->state->visited;
        if (! in_array($stop, $visited, true)) {
            $visited[] = $stop;
        }
        $this->state = $this->state->with(['visited' => $visited]);
        $this->facts[] = new Fact(FactKind::Shown, ['stop' => $stop, 'cue' => null]);
    }

    private function finish(string $finish): void
    {
        $this->state = $this->state->with([
            'path' => [], 'told' => false, 'returning' => false, 'pending' => [],
            'finish' => $finish, 'finishedAt' => $this->at,
        ]);
        $this->facts[] = new Fact(FactKind::Finished, ['finish' => $finish]);
    }

    private function put(Question $question, Record $record): void
    {
        if ($this->state->record($question->id)->standing !== $record->standing) {
            $this->facts[] = new Fact(FactKind::Stood, ['question' => $question->id, 'standing' => $record->standing->value]);
        }
        $this->state = $this->state->with(['records' => [...$this->state->records, $question->id => $record]]);
    }

    private function push(Frame $frame): void
    {
        $this->state = $this->state->with(['path' => [...$this->state->path, $frame], 'told' => false]);
    }

    private function pop(): void
    {
        $this->state = $this->state->with(['path' => array_slice($this->state->path, 0, -1)]);
    }
}
