<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Answered;
use HiddenLadder\Core\Round\AskedForHelp;
use HiddenLadder\Core\Round\Event;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\Position;
use HiddenLadder\Core\Round\SetAside;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\Watched;
use HiddenLadder\Core\Round\WentOn;
use Random\Randomizer;

/** Does what a student of some skill would do next, by lot. */
final readonly class MadeUpStudent
{
    private Position $position;

    /** @param  float  $skill chance of a right answer at the first try, 0 to 1; each rung seen makes it likelier */
    public function __construct(private QuizDocument $quiz, private float $skill, private Randomizer $lot)
    {
        $this->position = new Position($quiz);
    }

    /** @return array{Event, int} what is done next, and after how many milliseconds */
    public function next(State $state): array
    {
        $top = $state->top();
        assert($top !== null);
        $question = $this->position->question($state);
        $clip = $top->kind === FrameKind::Rung ? $this->position->clipSeen($top->id, $state) : null;
        if ($clip !== null && $this->chance(0.75) && ($state->record($question->id ?? '')->slips + $state->number) % 2 === 0) {
            $to = min($clip->to ?? $clip->from + 20, $clip->from + $this->lot->getInt(8, 25));

            return [new Watched($top->id, $clip->from, $to, 1.0), (int) (($to - $clip->from) * 1000)];
        }
        if ($top->kind === FrameKind::Rung || $state->told) {
            return [new WentOn($top->id), $this->lot->getInt(3000, 16000)];
        }
        if ($question !== null) {
            return $this->atQuestion($question, $state);
        }
        $stop = $this->quiz->stop($top->id);
        $cue = $stop instanceof VideoStop ? $this->position->openCue($stop, $state) : null;
        if ($stop instanceof VideoStop && $cue !== null) {
            $from = max($stop->clip->from, $state->watchedTo[$stop->id] ?? 0.0);

            return [new Watched($stop->id, min($from, $cue->at), $cue->at, 1.0), (int) (max(1, $cue->at - $from) * 1000)];
        }

        return [new WentOn($top->id), $this->lot->getInt(4000, 20000)];
    }

    /** @return array{Event, int} */
    private function atQuestion(Question $question, State $state): array
    {
        $record = $state->record($question->id);
        if ($record->mayLeave && $this->chance(0.45)) {
            return [new SetAside($question->id), $this->lot->getInt(4000, 12000)];
        }
        if ($record->tries === 0 && ! $record->helped && $this->chance(0.08) && $this->position->nextRung($question, $state) !== null) {
            return [new AskedForHelp($question->id), $this->lot->getInt(9000, 25000)];
        }
        $skill = min(0.95, $this->skill + 0.18 * array_sum($record->depths) + 0.1 * $record->slips);

        return [new Answered($question->id, $this->response($question, $this->chance($skill))), $this->lot->getInt(9000, 55000)];
    }

    private function response(Question $question, bool $right): Response
    {
        $wrong = array_values(array_filter($question->entries, static fn (Entry $entry): bool => ! $entry->right));
        $one = $right || $wrong === [] ? $this->pick($question->accepted()) : $this->pick($wrong);
        if (! $question->kind->showsOptions()) {
            return Response::text($one->text);
        }
        $all = array_map(static fn (Entry $entry): string => $entry->id, $question->accepted());

        if ($question->kind === QuestionKind::OneChoice) {
            return Response::choices($one->id);
        }

        return Response::choices(...($right ? $all : [$all[0], $one->id]));
    }

    /**
     * @param  list<Entry>  $entries
     */
    private function pick(array $entries): Entry
    {
        return $entries[$this->lot->getInt(0, count($entries) - 1)];
    }

    private function chance(float $chance): bool
    {
        return $this->lot->getInt(0, 999) < $chance * 1000;
    }
}
