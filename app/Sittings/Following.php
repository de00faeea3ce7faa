<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\LetGo;
use HiddenLadder\Core\Round\Event\MovedFromFront;
use HiddenLadder\Core\Round\Event\Revealed;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Sitting\Course;
use HiddenLadder\Core\Sitting\Phase;
use HiddenLadder\Core\Sitting\Place;

/** Where the class stands that a round is led with, and what that means for the round. */
final readonly class Following
{
    /**
     * @param  ?Front  $front  where the class stands that leads it; null where it goes on by itself
     * @param  ?Front  $letGoAt  where the class stood when it was let go on alone
     */
    private function __construct(private QuizDocument $quiz, public ?Front $front = null, private ?Front $letGoAt = null)
    {
    }

    /** @param  bool  $lock  nothing is done at the front until the transaction ends */
    public static function of(Round $round, QuizDocument $quiz, bool $lock = false): self
    {
        [$id, $task] = $round->ledIn();
        $state = $id === null
            ? null
            : Sitting::query()->whereKey($id)->when($lock, static fn ($query) => $query->sharedLock())->first()?->stands();
        $place = $state?->place;
        if ($state === null || $place === null || $place->task !== $task || ! (new Course($task, $quiz))->has($place)) {
            return new self($quiz);
        }

        return $state->phase === Phase::Alone
            ? new self($quiz, letGoAt: new Front($place->stop, $place->cue))
            : new self($quiz, $state->front());
    }

    /**
     * What brings a round to where its class stands, and has not happened to it yet.
     *
     * @return list<Event> in order
     */
    public function due(State $state): array
    {
        if ($state->number === 0 || $state->isFinished()) {
            return [];
        }
        if ($this->front === null) {
            $moves = $this->beforeLettingGo($state);

            return $state->ownPlace === null && $moves === [] ? [] : [...$moves, new LetGo];
        }
        $front = $this->front;
        $isThere = $state->ownPlace !== null && $front->leads($state);
        $moves = $isThere ? [] : [new MovedFromFront($front->stop, $front->cue)];
        $question = $front->revealed ? (new Course('', $this->quiz))->asked(new Place('', $front->stop, $front->cue))?->id : null;
        // Whoever came late sees what the others have seen.
        $wasRevealed = $isThere && $question !== null && $state->record($question)->revealed;
        $isShown = $wasRevealed && ($state->verdictShown || ! $front->isAt($state));

        return $question === null || $isShown ? $moves : [...$moves, new Revealed($question)];
    }

    /** @return list<Event> whoever was not there when the class was let go goes on from there as well */
    private function beforeLettingGo(State $state): array
    {
        $front = $this->letGoAt;

        return $front === null || isset($state->ledAt[$front->stop]) ? [] : [new MovedFromFront($front->stop, $front->cue)];
    }
}
