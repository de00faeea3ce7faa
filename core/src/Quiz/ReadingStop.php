<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** Something to read: a reading with a title, which can stay at hand beside later questions, or a text between questions. */
final readonly class ReadingStop extends Stop
{
    public string $title;

    public Text $text;

    public bool $staysAtHand;

    protected function __construct(Fields $fields)
    {
        parent::__construct($fields);
        $this->title = $fields->stringOr('title', '');
        $this->text = Text::in($fields, 'text');
        $this->staysAtHand = $fields->booleanOr('staysAtHand', false);
    }

    public function name(): string
    {
        return $this->title === '' ? mb_strimwidth($this->text->name(), 0, 60, '…') : $this->title;
    }

    public function questions(): array
    {
        return [];
    }
}
