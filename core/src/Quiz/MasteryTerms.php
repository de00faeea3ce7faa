<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/**
 * When a quiz or an objective counts as mastered.
 *
 * The numbers of an estimate are those of Bayesian knowledge tracing (Corbett and Anderson 1994), each 0 to 1; without
 * $guess it is 1/options for a choice and .2 otherwise.
 */
final readonly class MasteryTerms
{
    public function __construct(
        public MasteryRule $rule = MasteryRule::Required,
        public int $need = 1,
        public int $last = 1,
        public float $level = 0.95,
        public float $prior = 0.3,
        public float $learn = 0.15,
        public float $slip = 0.1,
        public ?float $guess = null,
    ) {
    }

    public static function read(Fields $fields): self
    {
        return new self(
            MasteryRule::from($fields->string('rule')),
            $fields->integerOr('need', 1),
            $fields->integerOr('last', 1),
            $fields->numberOr('level', 0.95),
            $fields->numberOr('prior', 0.3),
            $fields->numberOr('learn', 0.15),
            $fields->numberOr('slip', 0.1),
            $fields->numberOrNull('guess'),
        );
    }
}
