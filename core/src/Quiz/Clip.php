<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** A stretch of a video, in seconds from the video's own start; without $to it goes on to the end. */
final readonly class Clip
{
    public function __construct(
        public ?string $media,
        public float $from,
        public ?float $to,
    ) {
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->stringOrNull('media'), $fields->number('from'), $fields->numberOrNull('to'));
    }

    /** @return array{media: ?string, from: float, to: ?float} */
    public function toArray(): array
    {
        return ['media' => $this->media, 'from' => $this->from, 'to' => $this->to];
    }
}
