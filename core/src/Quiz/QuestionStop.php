<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** A stop that asks one question. */
final readonly class QuestionStop extends Stop
{
    public Question $question;

    protected function __construct(Fields $fields)
    {
        parent::__construct($fields);
        $this->question = Question::read($fields->object('question'));
    }

    public function name(): string
    {
        return $this->question->text();
    }

    public function questions(): array
    {
        return [$this->question];
    }
}
