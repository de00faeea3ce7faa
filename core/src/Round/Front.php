<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/**
 * The class is led from the front: where it stands. A circumstance under which a student's event is taken, and no term of
 * the round, since it can begin and end in the middle of one.
 */
final readonly class Front
{
    /**
     * @param  string  $stop  where the class stands
     * @param  ?string  $cue  the question of a video at which it stands
     * @param  bool  $closed  answers are closed, or revealed
     * @param  bool  $revealed  what is right there is shown to all
     * @param  bool  $atOnce  each device tells at once what an answer is marked as
     */
    public function __construct(
        public string $stop,
        public ?string $cue = null,
        public bool $closed = false,
        public bool $atOnce = false,
        public bool $revealed = false,
    ) {
    }

    /** Whether a round stands just there, and nowhere under it. */
    public function isAt(State $state): bool
    {
        return count($state->path) === ($this->cue === null ? 1 : 2) && $this->leads($state);
    }

    /** Whether a round stands there, or at a stop that was entered from there. */
    public function leads(State $state): bool
    {
        $cue = $state->path[1] ?? null;

        return ($state->path[0] ?? null)?->id === $this->stop
            && ($this->cue === null ? $cue?->kind !== FrameKind::Cue : $cue?->id === $this->cue);
    }
}
