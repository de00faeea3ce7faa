<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** A question at a moment of a video: seconds from the video's own start. */
final readonly class Cue
{
    public function __construct(
        public string $id,
        public float $at,
        public Question $question,
    ) {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('id'), $fields->number('at'), Question::read($fields->object('question')));
    }
}
