<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Quiz\ConditionKind;
use HiddenLadder\Core\Quiz\Fork;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Allowed;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForAlike;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Round\Event\Finished;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\Internal\Conditions;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;

/**
 * Everything a student can do where they are, as far as the rules can tell it apart. Calling the teacher is left out: it is
 * never the only way on.
 */
final class Moves
{
    private readonly Position $position;

    private readonly Allowed $allowed;

    private readonly PossibleAnswers $possible;

    /** @var array<string, true> entries that conditions ask for */
    private readonly array $askedFor;

    private readonly bool $partlyMatters;

    /** @var array<string, list<Move>> by question */
    private array $answers = [];

    /** @param  bool  $apart  whether answers with entries of their own are told apart, also where they lead to the same */
    public function __construct(private readonly QuizDocument $quiz, private readonly Terms $terms, private readonly bool $apart = false)
    {
        $this->position = new Position($quiz, $terms);
        $this->allowed = new Allowed($quiz, $terms, $this->position, new Conditions($quiz, $terms));
        $this->possible = new PossibleAnswers(new Marker($quiz->language));
        $askedFor = [];
        $partly = false;
        foreach ([...$quiz->stops, ...$quiz->sideStops] as $stop) {
            $conditions = array_map(static fn (Fork $fork) => $fork->when, $stop->forks);
            foreach ($stop->shownIf === null ? $conditions : [...$conditions, $stop->shownIf] as $condition) {
                if ($condition->entry !== null) {
                    $askedFor[$condition->entry] = true;
                }
                $partly = $partly || $condition->kind === ConditionKind::Result || $condition->kind === ConditionKind::Score;
            }
        }
        $this->askedFor = $askedFor;
        $this->partlyMatters = $partly || $terms->enough !== null;
    }

    /** @return list<Move> none at the finish */
    public function from(State $state): array
    {
        if ($state->isFinished()) {
            return [];
        }
        $top = $state->top();
        if ($top === null) {
            return $this->fromOverview($state);
        }
        $home = $this->position->home($state);
        if ($this->position->rung($state) !== null) {
            $moves = [new Move(new WentOn($top->id), MoveKind::On)];
            $question = $home === null ? null : $this->position->asked($home, $state);
            if ($question !== null && $this->allowed->may(EventKind::AskedForHelp, $question->id, $state)) {
                $moves[] = new Move(new AskedForHelp($question->id), MoveKind::Help);
            }

            return $moves;
        }
        if ($home !== null) {
            return $this->allowed->may(EventKind::WentOn, $top->id, $state)
                ? [new Move(new WentOn($top->id), MoveKind::On)]
                : $this->atQuestion($home, $state);
        }
        $stop = $this->quiz->stop($top->id);
        $cue = $stop instanceof VideoStop && $top->kind === FrameKind::Stop ? $this->position->openCue($stop, $state) : null;
        $on = $stop instanceof VideoStop && $cue !== null
            ? new Watched($stop->id, min($state->watchedTo[$stop->id] ?? $stop->clip->from, $cue->at), $cue->at, 1.0)
            : new WentOn($top->id);

        return [new Move($on, MoveKind::On), ...$this->waysOut($state)];
    }

    /** @return list<Move> */
    private function fromOverview(State $state): array
    {
        $moves = [new Move($this->terms->mode === Mode::HandedIn ? new HandedIn : new Finished, MoveKind::Leave)];
        foreach ($this->position->sequence($state) as $stop) {
            $moves[] = new Move(new WentTo($stop->id), MoveKind::Leave);
        }

        return $moves;
    }

    /** @return list<Move> */
    private function atQuestion(Question $home, State $state): array
    {
        $question = $this->position->asked($home, $state);
        $may = fn (EventKind $kind): bool => $this->allowed->may($kind, $question->id, $state);
        if ($may(EventKind::JudgedOwn)) {
            return [
                new Move(new JudgedOwn($question->id, true), MoveKind::Right),
                new Move(new JudgedOwn($question->id, false), MoveKind::Slip),
            ];
        }
        $moves = [];
        array_push($moves, ...$this->answers($question));
        $ends = $this->position->questionEnds($home, $state);
        if ($ends !== null) {
            $moves[] = new Move(new TimedOut($question->id), MoveKind::Slip, 0.0, $ends);
        }
        if ($may(EventKind::AskedForHelp)) {
            $moves[] = new Move(new AskedForHelp($question->id), MoveKind::Help);
        }
        if ($may(EventKind::AskedForAlike)) {
            $moves[] = new Move(new AskedForAlike($question->id), MoveKind::Help);
        }
        if ($may(EventKind::SetAside)) {
            $moves[] = new Move(new SetAside($question->id), MoveKind::Leave);
        }

        return [...$moves, ...$this->waysOut($state)];
    }

    /** @return list<Move> one answer for each way in which answers lead elsewhere; its weight is that of all that lead there */
    public function answers(Question $question): array
    {
        return $this->answers[$question->id] ??= $this->answersTo($question);
    }

    /** @return list<Move> */
    private function answersTo(Question $question): array
    {
        $groups = [];
        foreach ($this->possible->to($question) as $answer) {
            $entry = $question->entry($answer->mark->entry);
            $kind = MoveKind::of($answer->mark->result);
            $result = $this->partlyMatters ? "{$answer->mark->result->value} {$answer->mark->share}" : $kind->name;
            $own = $entry !== null && ($this->apart || $entry->ladder !== [] || isset($this->askedFor[$entry->id])) ? $entry->id : '';
            $group = $result.'/'.($entry->fork ?? '').'/'.$own;
            $groups[$group] = new Move(
                new Answered($question->id, $answer->response),
                $kind,
                $answer->weight + ($groups[$group]->weight ?? 0.0),
            );
        }

        return array_values($groups);
    }

    /** @return list<Move> past a stop that need not be answered, and about in a round with an overview */
    private function waysOut(State $state): array
    {
        $top = $state->top();
        $moves = [];
        if ($top !== null && $this->allowed->may(EventKind::Skipped, $top->id, $state)) {
            $moves[] = new Move(new Skipped($top->id), MoveKind::Leave);
        }
        if ($this->allowed->may(EventKind::WentTo, null, $state)) {
            $moves[] = new Move(new WentTo(null), MoveKind::Leave);
        }

        return $moves;
    }
}
