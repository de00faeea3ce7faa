<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Terms\Sight;

/** What a student's device may hold of a stored round. */
final class RoundViews
{
    public function __construct(private readonly RoundRules $rules, private readonly MediaFolder $mediaFolder)
    {
    }

    /**
     * @param  bool  $comingBack  the student looks at the round, and has not just done something in it
     * @param  ?string  $last  the student's own event that the next one follows on; by default the round's latest
     * @return array<string, mixed>
     */
    public function of(Round $round, State $state, bool $comingBack = false, ?string $last = null): array
    {
        [$view, $media] = $this->projection($round, $state, $comingBack)->withMedia($state);

        return [
            'id' => $round->id,
            'student' => $round->student_id,
            'task' => $round->task_id,
            'round' => $round->number,
            'last' => $last ?? $round->last_event_id,
        ]
            + $view
            + [
                'media' => $this->mediaFolder->described($media),
                'late' => $state->isFinished() && RoundEvent::query()->where('round_id', $round->id)->where('late', true)->exists(),
            ];
    }

    /** @return list<string> ids of the media the student may load where the round stands */
    public function media(Round $round): array
    {
        $state = State::fromArray($round->state);

        // Whoever loads a page again comes back to it, and sees what is there then.
        return $this->projection($round, $state, true)->media($state);
    }

    /** Whether the student may see the score of a round that was finished. */
    public function showsScore(Round $round): bool
    {
        $state = State::fromArray($round->state);

        return $this->circumstances($round, $state, true)->let($this->rules->terms($round), Sight::Score, true, Standing::Untouched);
    }

    private function projection(Round $round, State $state, bool $comingBack): Projection
    {
        return new Projection($this->rules->quiz($round), $this->rules->terms($round), $this->circumstances($round, $state, $comingBack));
    }

    private function circumstances(Round $round, State $state, bool $comingBack): Circumstances
    {
        $task = $round->loadMissing('task')->task;
        $isOver = $state->isFinished();

        return new Circumstances(
            comingBack: $comingBack && $isOver,
            // Asked only where it can matter: most answers are given in the middle of a round.
            lastRound: $isOver && OwnRounds::of($round->student_id, $task)->isOver(),
            closed: $task->state() === TaskState::Closed,
            released: $task->released_at !== null,
        );
    }
}
