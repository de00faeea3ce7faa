<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** One place in a quiz. */
abstract readonly class Stop
{
    public function __construct(public string $id)
    {
    }

    public static function read(Fields $fields): self
    {
        return match ($fields->string('kind')) {
            'question' => new QuestionStop($fields->string('id'), Question::read($fields->object('question'))),
            'video' => new VideoStop(
                $fields->string('id'),
                $fields->string('title'),
                Clip::read($fields->object('clip')),
                $fields->objects('cues', Cue::read(...)),
            ),
            default => new ReadingStop($fields->string('id'), $fields->string('title'), $fields->string('text')),
        };
    }

    /** A few words by which a person knows this stop again. */
    abstract public function name(): string;
}
