<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

enum QuestionKind: string
{
    case OneChoice = 'one-choice';
    case SeveralChoices = 'several-choices';
    case ShortText = 'short-text';
    case Number = 'number';

    /** Whether the student picks among shown options, so that the entries' texts are for the student to see. */
    public function showsOptions(): bool
    {
        return $this === self::OneChoice || $this === self::SeveralChoices;
    }
}
