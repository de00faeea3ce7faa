<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

use HiddenLadder\Core\Fields;

/** What a student is to reach over several rounds. */
final readonly class Goal
{
    /**
     * @param  int  $rounds  1 to 100
     * @param  float  $score  share of the points, 0 to 1
     */
    public function __construct(
        public GoalKind $kind = GoalKind::None,
        public int $rounds = 1,
        public float $score = 1.0,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $fields->only(['kind', 'rounds', 'score']);

        return new self($fields->oneOf('kind', GoalKind::class), $fields->between('rounds', 1, 100) ?? 1, $fields->share('score') ?? 1.0);
    }

    /** @return array{kind: string, rounds: int, score: float} */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value, 'rounds' => $this->rounds, 'score' => $this->score];
    }
}
