<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** A stop that asks one question. */
final readonly class QuestionStop extends Stop
{
    public Question $question;

    protected function __construct(Fields $fields, ?Question $question = null)
    {
        parent::__construct($fields);
        $this->question = $question ?? Question::read($fields->object('question'));
    }

    /** A stop of its own for a question that was asked somewhere else; it has the question's id. */
    public static function asking(Question $question): self
    {
        return new self(Fields::of(['id' => $question->id]), $question);
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
