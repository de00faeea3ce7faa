<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;

/** Where in its quiz a round stood, kept so that it can go on from there. */
final readonly class Bookmark
{
    /**
     * @param  list<Frame>  $path
     * @param  list<string>  $pending
     */
    private function __construct(
        public array $path,
        private bool $verdictShown,
        private ?string $decidedNext,
        public bool $returning,
        private array $pending,
    ) {
    }

    public static function of(State $state): self
    {
        return new self($state->path, $state->verdictShown, $state->decidedNext, $state->returning, $state->pending);
    }

    public function restore(State $state): void
    {
        $state->path = $this->path;
        $state->verdictShown = $this->verdictShown;
        $state->decidedNext = $this->decidedNext;
        $state->returning = $this->returning;
        $state->pending = $this->pending;
    }

    public static function read(Fields $fields): self
    {
        return new self(
            $fields->objectsOr('path', Frame::read(...)),
            $fields->booleanOr('verdictShown', false),
            $fields->stringOrNull('decidedNext'),
            $fields->booleanOr('returning', false),
            $fields->stringsOr('pending'),
        );
    }

    /** @return array<string, mixed> without what is empty */
    public function toArray(): array
    {
        return array_filter([
            'path' => array_map(static fn (Frame $frame): array => $frame->toArray(), $this->path),
            'verdictShown' => $this->verdictShown,
            'decidedNext' => $this->decidedNext,
            'returning' => $this->returning,
            'pending' => $this->pending,
        ], static fn (mixed $value): bool => $value !== null && $value !== [] && $value !== false);
    }
}
