<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Ahead\Move;
use HiddenLadder\Core\Ahead\MoveKind;
use HiddenLadder\Core\Ahead\Moves;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Finished;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;

/**
 * What a student of a profile does next, with which chance. The forecast and its made-up students follow the same.
 *
 * The questions of a drill, of a level of a staircase and those that stand in for another count as alike: each is answered
 * as well as all of them are in the mean. Nobody runs out of time, and stops are taken in their order.
 */
final readonly class Behaviour
{
    private Position $position;

    private Moves $moves;

    /** @var \WeakMap<Question, array<string, non-empty-list<Choice>>> answers if right, if not, and if neither, each adding up to 1 */
    private \WeakMap $answers;

    /** @param  bool  $apart  whether answers are told apart that lead to the same */
    public function __construct(private QuizDocument $quiz, private Terms $terms, public Profile $profile, bool $apart = false)
    {
        $this->position = new Position($quiz, $terms);
        $this->moves = new Moves($quiz, $terms, $apart);
        $this->answers = new \WeakMap;
    }

    /**
     * The round is begun, not finished, and not led from the front.
     *
     * @param  bool  $all  with what may be done and is never done by the profile, so that every profile has the same list
     * @return non-empty-list<Choice> their chances add up to 1
     */
    public function choices(State $state, bool $all = false): array
    {
        $top = $state->top();
        if ($top === null) {
            return [new Choice($this->fromOverview($state), 1.0)];
        }
        $home = $this->position->home($state);
        if ($this->position->rung($state) !== null || ($home !== null && $this->position->isVerdictShown($home, $state))) {
            return [new Choice(new WentOn($top->id), 1.0)];
        }
        if ($home !== null) {
            return $this->atQuestion($home, $state, $all);
        }
        $stop = $this->quiz->stop($top->id);
        $cue = $stop instanceof VideoStop && $top->kind === FrameKind::Stop ? $this->position->openCue($stop, $state) : null;

        return [new Choice($stop instanceof VideoStop && $cue !== null
            ? new Watched($stop->id, min($state->watchedTo[$stop->id] ?? $stop->clip->from, $cue->at), $cue->at, 1.0)
            : new WentOn($top->id), 1.0)];
    }

    /** @return non-empty-list<Question> those that count as alike where this one is asked */
    public function alike(Question $home, State $state): array
    {
        $stop = $this->position->series($state);
        $alike = match (true) {
            $stop instanceof DrillStop => $stop->questions,
            $stop instanceof StaircaseStop => $stop->levels[$state->series[$stop->id]->level] ?? [],
            default => [],
        };

        return $alike === [] ? [$home] : $alike;
    }

    private function fromOverview(State $state): Event
    {
        foreach ($this->position->sequence($state) as $stop) {
            foreach ($stop->shownIf === null && ! isset($state->visited[$stop->id]) ? $stop->questions() : [] as $question) {
                if ($this->position->isOpen($question, $state)) {
                    return new WentTo($stop->id);
                }
            }
        }

        return $this->terms->mode === Mode::HandedIn ? new HandedIn : new Finished;
    }

    /** @return non-empty-list<Choice> */
    private function atQuestion(Question $home, State $state, bool $all): array
    {
        $record = $state->record($home->id);
        $question = $this->position->asked($home, $state);
        $skill = $this->chance($home, $record, $state);
        if ($this->position->isJudging($question, $record, $state)) {
            $yes = max(0.05, $skill);

            return [new Choice(new JudgedOwn($question->id, true), $yes), new Choice(new JudgedOwn($question->id, false), 1 - $yes)];
        }
        $leaves = $record->mayLeave ? $this->profile->leaves * (1 - $skill) : 0.0;
        $mayAsk = $this->terms->help && $this->position->nextRung($state) !== null;
        $asks = $mayAsk ? (1 - $leaves) * $this->profile->asks : 0.0;
        $choices = [];
        if ($leaves > 0 || ($all && $record->mayLeave)) {
            $choices[] = new Choice(new SetAside($question->id), $leaves);
        }
        if ($asks > 0 || ($all && $mayAsk)) {
            $choices[] = new Choice(new AskedForHelp($question->id), $asks);
        }
        foreach ($this->answers($question, $skill) as $answer) {
            if ($answer->chance > 0 || $all) {
                $choices[] = new Choice($answer->event, (1 - $leaves - $asks) * $answer->chance);
            }
        }

        return $choices === [] ? throw new NoForecast(new Message('forecast.unfinished')) : $choices;
    }

    /** The chance of a right answer, with the help that was seen. */
    private function chance(Question $home, Record $record, State $state): float
    {
        $series = $state->series[$state->stop() ?? ''] ?? null;
        $rungs = $series !== null && $this->position->series($state) instanceof StaircaseStop ? $series->depth : array_sum($record->depths);
        $alike = $this->alike($home, $state);

        return array_sum(array_map(fn (Question $one): float => $this->profile->chance($one, $rungs), $alike)) / count($alike);
    }

    /** @return list<Choice> adding up to 1, none where the question is not filled in */
    private function answers(Question $question, float $skill): array
    {
        $kinds = $this->byKind($question);
        $choices = [];
        foreach ([[MoveKind::Right, $skill], [MoveKind::Slip, 1 - $skill]] as [$kind, $chance]) {
            $other = $kind === MoveKind::Right ? MoveKind::Slip : MoveKind::Right;
            $share = isset($kinds[$kind->name]) ? (isset($kinds[$other->name]) ? $chance : 1.0) : 0.0;
            foreach ($kinds[$kind->name] ?? [] as $answer) {
                $choices[] = new Choice($answer->event, $share * $answer->chance);
            }
        }

        return $choices === [] ? $kinds[MoveKind::Noted->name] ?? [] : $choices;
    }

    /** @return array<string, non-empty-list<Choice>> by kind of move, adding up to 1 each */
    private function byKind(Question $question): array
    {
        return $this->answers[$question] ??= array_map(static function (array $moves): array {
            $sum = array_sum(array_column($moves, 'weight'));

            return array_map(static fn (Move $move): Choice => new Choice($move->event, $move->weight / $sum), $moves);
        }, $this->movesByKind($question));
    }

    /** @return array<string, non-empty-list<Move>> */
    private function movesByKind(Question $question): array
    {
        $kinds = [];
        foreach ($this->moves->answers($question) as $move) {
            $kinds[$move->kind->name][] = $move;
        }

        return $kinds;
    }
}
