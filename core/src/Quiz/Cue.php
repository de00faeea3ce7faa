<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** What happens at a moment of a video, in seconds from its own start: a question, a note, time for comments, or a heading. */
final readonly class Cue
{
    /**
     * @param  Text  $text  of a note, of the invitation to comment, or of a heading
     * @param  bool  $pauses  whether the video pauses for a note or for comments
     */
    public function __construct(
        public string $id,
        public CueKind $kind,
        public float $at,
        public ?Question $question,
        public Text $text,
        public bool $pauses,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $kind = CueKind::from($fields->string('kind'));

        return new self(
            $fields->string('id'),
            $kind,
            $fields->number('at'),
            $kind === CueKind::Question ? Question::read($fields->object('question')) : null,
            Text::in($fields, 'text'),
            $fields->booleanOr('pauses', false),
        );
    }
}
