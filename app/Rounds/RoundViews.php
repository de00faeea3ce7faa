<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Media\MediumFacts;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\SharedMemory;
use HiddenLadder\App\Sittings\Following;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Terms\Sight;

/** What a student's device may hold of a stored round. */
final class RoundViews
{
    public function __construct(private readonly RoundRules $rules)
    {
    }

    /**
     * @param  bool  $comingBack  the student looks at the round, and has not just done something in it
     * @param  ?string  $last  the student's own event that the next one follows on; by default the round's latest
     * @param  ?Front  $front  where the class stands that leads it
     * @return array<string, mixed>
     */
    public function of(Round $round, State $state, bool $comingBack = false, ?string $last = null, ?Front $front = null): array
    {
        $sent = $this->projection($round, $state, $comingBack, front: $front)->sent($state, $comingBack);

        return [
            'id' => $round->id,
            'student' => $round->student_id,
            'task' => $round->task_id,
            'round' => $round->number,
            'kind' => $round->kind->value,
            'last' => $last ?? $round->last_event_id,
        ]
            + $sent->view
            + [
                'media' => MediumFacts::ofAll($sent->media),
                'late' => $state->isFinished() && RoundEvent::lateAmong([$round->id]) !== [],
            ];
    }

    /**
     * How far a round is, as its student may see it on coming back.
     *
     * @return array{title: string, finished: bool, progress: list<string>, standings: ?array<string, int>}
     */
    public function summary(Round $round, OwnRounds $own): array
    {
        $state = State::fromArray($round->state);

        return $this->projection($round, $state, true, $own)->summary($state);
    }

    /** Answers that a person sent back, and that are not yet written again. */
    public function sentBack(Round $round): int
    {
        $records = State::fromArray($round->state)->records;

        return count(array_filter($records, static fn (Record $record): bool => $record->sentBack() !== null));
    }

    /** @return list<string> ids of the media the student may load where the round stands */
    public function media(Round $round): array
    {
        $task = $round->ownTask();
        $front = isset($round->state['ownPlace']) ? Following::of($round, $this->rules->quiz($round))->front : null;
        // All that decides it; an answer moves the round.
        $from = [
            $round->getRawOriginal('moved_at'), $round->getRawOriginal('state'), $this->rules->revision($round),
            $round->terms, $task->terms, $task->state(), $task->released_at !== null, $front,
        ];
        $key = "shown/$round->id/".hash('xxh128', serialize($from));
        $known = $round->finished_at === null ? SharedMemory::get($key) : null;
        if (is_array($known)) {
            return array_values(array_filter($known, is_string(...)));
        }
        $state = State::fromArray($round->state);
        // Whoever loads a page again comes back to it, and sees what is there then.
        $media = $this->projection($round, $state, true, front: $front)->media($state);
        SharedMemory::put($key, $media, seconds: 3600);

        return $media;
    }

    /** Whether the student may see the score of a round that was finished. */
    public function showsScore(Round $round, OwnRounds $own): bool
    {
        return $this->shows($round, $own, Sight::Score);
    }

    /** Whether the student may know of a round that was finished that the quiz is mastered: where either tells how it went. */
    public function tellsMastery(Round $round, OwnRounds $own): bool
    {
        return $this->shows($round, $own, Sight::Score, Sight::Result);
    }

    private function shows(Round $round, OwnRounds $own, Sight ...$sights): bool
    {
        $now = $this->circumstances($round, State::fromArray($round->state), true, $own);
        foreach ($sights as $sight) {
            if ($now->let($this->rules->terms($round), $sight, true, Standing::Untouched)) {
                return true;
            }
        }

        return false;
    }

    private function projection(
        Round $round,
        State $state,
        bool $comingBack,
        ?OwnRounds $own = null,
        ?Front $front = null,
    ): Projection {
        return new Projection(
            $this->rules->quiz($round),
            $this->rules->terms($round),
            $this->circumstances($round, $state, $comingBack, $own, $front),
        );
    }

    /** @param  ?OwnRounds  $own  the student's of the task, where they are read already */
    private function circumstances(Round $round, State $state, bool $comingBack, ?OwnRounds $own, ?Front $front = null): Circumstances
    {
        $task = $round->ownTask();
        $isOver = $state->isFinished();
        if ($round->kind !== RoundKind::Task) {
            // It stands by itself: nothing of its task closes or is released for it.
            return new Circumstances(comingBack: $comingBack && $isOver, lastRound: $isOver, front: $front);
        }

        return new Circumstances(
            comingBack: $comingBack && $isOver,
            // Asked only where it can matter: most answers are given in the middle of a round.
            lastRound: $isOver && ($own ?? OwnRounds::of($round->student_id, $task))->isOver(),
            closed: $task->state() === TaskState::Closed,
            released: $task->released_at !== null,
            front: $front,
        );
    }
}
