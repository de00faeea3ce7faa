<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** When a fork is taken or a stop is shown. Which fields count depends on the kind. */
final readonly class Condition
{
    /** @param  bool  $is  false turns the condition round */
    private function __construct(
        public ConditionKind $kind,
        public ?string $question,
        public ?string $entry,
        public ?string $value,
        public ?int $slips,
        public ?float $atLeast,
        public ?float $below,
        public bool $is,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $kind = ConditionKind::from($fields->string('kind'));

        return new self(
            $kind,
            $fields->stringOrNull('question'),
            $fields->stringOrNull('entry'),
            match ($kind) {
                ConditionKind::Result => $fields->string('result'),
                ConditionKind::Mastered => $fields->string('objective'),
                ConditionKind::Judged => $fields->string('judged'),
                ConditionKind::Stood => $fields->string('standing'),
                default => null,
            },
            $kind === ConditionKind::Slips ? $fields->integer('atLeast') : null,
            $kind === ConditionKind::Score ? $fields->numberOrNull('atLeast') : null,
            $kind === ConditionKind::Score ? $fields->numberOrNull('below') : null,
            $fields->booleanOr('is', true),
        );
    }
}
