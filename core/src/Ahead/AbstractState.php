<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\Series;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/**
 * What a round's way from here on depends on: where the student is, and how they stand at what is asked here. Two states with
 * the same key go on alike, as far as nothing looks back at other stops.
 */
final readonly class AbstractState
{
    private Position $position;

    private Marker $marker;

    /** @var array<string, int> by question: slips that are told apart, where forks make more of them matter */
    private array $forked;

    /** Up to how many slips at a question are told apart. */
    private int $slips;

    public function __construct(private QuizDocument $quiz, private Terms $terms)
    {
        $this->slips = self::slipsAskedFor($quiz);
        $this->position = new Position($quiz, $terms);
        $this->marker = new Marker($quiz->language);
        $forked = [];
        foreach ($quiz->questions() as $id => $question) {
            $forks = array_filter(
                [$question, ...$quiz->alikes($question)],
                static fn (Question $one): bool => array_filter(
                    $one->allEntries(),
                    static fn (Entry $entry): bool => $entry->fork !== null,
                ) !== [],
            );
            if ($forks !== [] || ($quiz->stopOf($id)->forks ?? []) !== []) {
                $forked[$id] = max(
                    $this->slips,
                    1 + max(array_map(static fn (Question $one): int => count($one->ladder), [$question, ...$quiz->alikes($question)])),
                );
            }
        }
        $this->forked = $forked;
    }

    public function key(State $state): string
    {
        if ($state->isFinished()) {
            return "finish $state->finish";
        }
        $key = ($state->verdictShown ? 't' : '').($state->returning ? 'r' : '').($state->handedIn ? 'h' : '').' '.$state->decidedNext;
        foreach ($state->path as $frame) {
            $key .= '>'.($this->isAlikeRung($frame, $state) ? '' : $frame->id);
        }
        foreach ($this->here($state) as $stop) {
            $key .= $this->ofStop($stop, $state, $this->position->cue($state)?->question?->id);
        }
        foreach ($this->onRungs($state) as $question) {
            $key .= $this->ofQuestion($question, $state);
        }

        return $key;
    }

    /**
     * How a stop was left, or is met again: its records and its drill or staircase. Of a video's questions that are settled
     * it says no more than that: none of them is asked again as long as the video goes on.
     *
     * @param  ?string  $asked  the question that a video stands still for
     */
    public function ofStop(string $stop, State $state, ?string $asked = null): string
    {
        $one = $this->quiz->stop($stop);
        if ($one instanceof DrillStop || $one instanceof StaircaseStop) {
            return '|'.$this->ofSeries($one, $state->series[$stop] ?? null, $state);
        }
        $key = '|';
        foreach ($one?->questions() ?? [] as $question) {
            $key .= $one instanceof VideoStop
                && $question->id !== $asked
                && ($state->returning || ! $this->position->isOpen($question, $state))
                ? ',d'
                : $this->ofQuestion($question->id, $state);
        }

        return $key;
    }

    /** How the student stands at a question. */
    public function ofQuestion(string $id, State $state): string
    {
        return isset($state->records[$id]) ? $this->ofRecord($id, $state->records[$id], $state) : '';
    }

    /** The state without what does not belong to where the student is. */
    public function forget(State $state): State
    {
        $left = new State;
        $left->number = 1;
        $left->startedAt = 0;
        $left->path = $state->path;
        $left->verdictShown = $state->verdictShown;
        $left->decidedNext = $state->decidedNext;
        $left->returning = $state->returning;
        $left->handedIn = $state->handedIn;
        $left->finish = $state->finish;
        $left->finishedAt = $state->finishedAt;
        $left->history = $state->history;
        $left->seed = 'ahead';
        foreach ($this->here($state) as $stop) {
            $this->carry($stop, $state, $left);
            $left->visited[$stop] = true;
        }
        $this->carryRecords($this->onRungs($state), $state, $left);

        return $left;
    }

    /** A begun round in which nothing but this stop was met. */
    public function only(string $stop, State $state, string $seed = ''): State
    {
        $only = new State;
        $only->number = 1;
        $only->startedAt = 0;
        $only->seed = $seed;
        $only->handedIn = $state->handedIn;
        $only->visited[$stop] = true;
        $this->carry($stop, $state, $only);

        return $only;
    }

    /** A stop's records and series, from one state to another. */
    public function carry(string $stop, State $from, State $to): void
    {
        $one = $this->quiz->stop($stop);
        $this->carryRecords(array_map(static fn (Question $question): string => $question->id, $one?->questions() ?? []), $from, $to);
        if (isset($from->series[$stop])) {
            $to->series[$stop] = $from->series[$stop];
        }
        if (isset($from->watchedTo[$stop])) {
            $to->watchedTo[$stop] = $from->watchedTo[$stop];
            $to->seen[$stop] = $from->seen[$stop] ?? [];
        }
    }

    /** @return list<string> the stops the student is at, from the outermost in */
    public function here(State $state): array
    {
        $stops = [];
        foreach ($state->path as $frame) {
            if ($frame->kind === FrameKind::Stop) {
                $stops[] = $frame->id;
            }
        }

        return $stops;
    }

    /** @param  list<string>  $questions */
    private function carryRecords(array $questions, State $from, State $to): void
    {
        foreach ($questions as $id) {
            $record = $from->records[$id] ?? null;
            if ($record?->since !== null && $record->since !== 0) {
                $record = clone $record;
                $record->since = 0;
            }
            if ($record !== null) {
                $to->records[$id] = $record;
            }
        }
    }

    /** @return list<string> questions on the rungs the student is on; those on rungs that are left are not met again */
    private function onRungs(State $state): array
    {
        $questions = [];
        foreach ($state->path as $frame) {
            $question = $frame->kind === FrameKind::Rung ? $this->quiz->rung($frame->id)?->question : null;
            if ($question !== null) {
                $questions[] = $question->id;
            }
        }

        return $questions;
    }

    private function ofRecord(string $id, Record $record, State $state): string
    {
        if ($record->standing->isRight()) {
            return ',r';
        }
        $question = $this->quiz->question($id);
        $chosen = $record->mark?->entry;

        return ",{$record->standing->value}"
            .min($record->slips, $this->forked[$id] ?? $this->slips)
            .'.'.($this->terms->tries === null ? '' : min($record->tries, $this->terms->tries))
            .($record->depths === [] ? '' : json_encode($record->depths))
            .($record->mayLeave ? 'm' : '').($record->leftForGood ? 'g' : '').$record->standIn.($record->stoodIn === [] ? '' : 's')
            .($question !== null && $this->position->isJudging($question, $record, $state) ? 'j' : '')
            .$this->written($id, $record, $state)
            .($chosen !== null && count($this->quiz->ladder($chosen)) > $record->depth($chosen) ? $chosen : '');
    }

    /** What an answer that is not marked yet will come to. */
    private function written(string $id, Record $record, State $state): string
    {
        $home = $this->quiz->question($id);
        if (! $state->answersWait($this->terms) || $record->response === null || $home === null) {
            return '';
        }
        $mark = $this->marker->mark($this->position->asked($home, $state), $record->response);

        return 'a'.MoveKind::of($mark->result)->name.(
            $mark->entry !== null
            && $this->quiz->ladder($mark->entry) !== [] ? $mark->entry : ''
        );
    }

    /** A drill's questions are alike, and so are those of one level: which of them it is makes no difference, but its ladder does. */
    private function ofSeries(DrillStop|StaircaseStop $stop, ?Series $series, State $state): string
    {
        if ($series === null) {
            return '';
        }
        $current = (string) $series->current;
        $record = $state->record($current);
        $key = ($series->answered ? 'a' : '').($series->ended ? 'e' : '')
            .($record->mayLeave ? 'm' : '').($record->standing === Standing::SetAside ? 's' : '');
        if (! $stop instanceof DrillStop) {
            $result = $series->answered && ($series->results[$current] ?? false) ? 'r' : '';

            return $key.min($series->dealt, $stop->longest)."$result $series->level/$series->reached/$series->depth";
        }
        $kind = fn (string $question): string => match ($series->results[$question] ?? null) {
            true => 'r',
            false => 'm',
            null => 'u',
        }.(count($this->quiz->ladder($question)) - $state->record($question)->depth($question))
            .($state->record($question)->mayLeave ? 'm' : '');
        $key .= min($series->dealt, $stop->deal + 1).($series->current === null ? '' : $kind($current));
        $all = array_count_values(array_map(static fn (Question $question): string => $kind($question->id), $stop->questions));
        ksort($all);

        $hand = array_map($kind, $series->hand);
        sort($hand);

        return "$key ".json_encode($all).implode('', $hand);
    }

    /** A rung under a question of a drill: it shows, and then comes the next question. */
    private function isAlikeRung(Frame $frame, State $state): bool
    {
        return $frame->kind === FrameKind::Rung && $this->position->series($state) instanceof DrillStop;
    }

    /** The most slips that a fork asks for; an alike question comes after one. */
    private static function slipsAskedFor(QuizDocument $quiz): int
    {
        $most = $quiz->pool === [] ? 0 : 1;
        foreach ([...$quiz->stops, ...$quiz->sideStops] as $stop) {
            foreach ($stop->forks as $fork) {
                $most = max($most, $fork->when->slips ?? 0);
            }
        }

        return $most;
    }
}
