<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

enum QuestionKind: string
{
    case OneChoice = 'one-choice';
    case SeveralChoices = 'several-choices';
    case TrueFalse = 'true-false';
    case ShortText = 'short-text';
    case Gaps = 'gaps';
    case Number = 'number';
    case Expression = 'expression';
    case Order = 'order';
    case Match = 'match';
    case Poll = 'poll';
    case Written = 'written';
    case HandIn = 'hand-in';

    /** Whether the student picks among shown options, so that the entries' texts are for the student to see. */
    public function showsOptions(): bool
    {
        return match ($this) {
            self::OneChoice, self::SeveralChoices, self::TrueFalse, self::Poll => true,
            default => false,
        };
    }

    /** Whether exactly one option is picked. */
    public function picksOne(): bool
    {
        return $this === self::OneChoice || $this === self::TrueFalse;
    }

    /** Whether the answer is one line as typed, compared with the entries' texts. */
    public function isTyped(): bool
    {
        return $this === self::ShortText || $this === self::Number || $this === self::Expression;
    }

    /** Whether a machine can tell right from wrong. */
    public function isMarked(): bool
    {
        return $this !== self::Poll && $this !== self::Written && $this !== self::HandIn;
    }
}
