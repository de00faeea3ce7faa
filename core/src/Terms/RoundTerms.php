<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

use HiddenLadder\Core\Fields;

/** How many rounds there are, and which of their scores counts. */
final readonly class RoundTerms
{
    /**
     * @param  ?int  $limit  1 to 100, or null without limit
     * @param  int  $pauseMinutes  between two rounds
     * @param  bool  $onlyMissed  a further round asks only what was missed
     * @param  ?int  $portion  questions that a round deals, 1 to 100, or null for the whole quiz
     */
    public function __construct(
        public ?int $limit = null,
        public int $pauseMinutes = 0,
        public Counts $counts = Counts::Best,
        public bool $onlyMissed = false,
        public ?int $portion = null,
    ) {
    }

    public static function read(Fields $fields, self $base): self
    {
        $fields->only(['limit', 'pauseMinutes', 'counts', 'onlyMissed', 'portion']);

        return new self(
            $fields->has('limit') ? $fields->between('limit', 1, 100) : $base->limit,
            $fields->between('pauseMinutes', 0, 525600) ?? $base->pauseMinutes,
            $fields->has('counts') ? $fields->oneOf('counts', Counts::class) : $base->counts,
            $fields->booleanOr('onlyMissed', $base->onlyMissed),
            $fields->has('portion') ? $fields->between('portion', 1, 100) : $base->portion,
        );
    }

    /** Whether a round may ask only some of the questions, so that how a student stands at the quiz is seen over all rounds. */
    public function askSome(): bool
    {
        return $this->portion !== null || $this->onlyMissed;
    }

    /** @return array{limit: ?int, pauseMinutes: int, counts: string, onlyMissed: bool, portion: ?int} */
    public function toArray(): array
    {
        return [
            'limit' => $this->limit,
            'pauseMinutes' => $this->pauseMinutes,
            'counts' => $this->counts->value,
            'onlyMissed' => $this->onlyMissed,
            'portion' => $this->portion,
        ];
    }
}
