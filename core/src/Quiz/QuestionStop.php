<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** A stop that asks one question. */
final readonly class QuestionStop extends Stop
{
    public function __construct(string $id, public Question $question)
    {
        parent::__construct($id);
    }

    public function name(): string
    {
        return $this->question->text();
    }
}
