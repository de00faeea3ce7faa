<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** A text between questions. */
final readonly class ReadingStop extends Stop
{
    public function __construct(string $id, public string $title, public string $text)
    {
        parent::__construct($id);
    }

    public function name(): string
    {
        return $this->title;
    }
}
