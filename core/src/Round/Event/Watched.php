<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/** A stretch of a video was seen: seconds from the video's own start, at a speed. */
final readonly class Watched extends Event
{
    /**
     * @param  string  $video  id of the video stop or the video rung
     * @param  float  $speed  above 0, at most 16; 1 is as recorded
     *
     * @throws MalformedInput when the stretch ends before it begins or the speed is out of range
     */
    public function __construct(
        public string $video,
        public float $from,
        public float $to,
        public float $speed,
    ) {
        if ($from < 0 || $to < $from || $to > 86400) {
            throw new MalformedInput('/to', new Message('shape.watched-stretch'));
        }
        if ($speed <= 0 || $speed > 16) {
            throw new MalformedInput('/speed', new Message('shape.speed'));
        }
    }

    public static function fromData(Fields $data): self
    {
        $data->only(['video', 'from', 'to', 'speed']);

        return new self($data->string('video'), $data->number('from'), $data->number('to'), $data->number('speed'));
    }

    public function kind(): EventKind
    {
        return EventKind::Watched;
    }

    public function data(): array
    {
        return ['video' => $this->video, 'from' => $this->from, 'to' => $this->to, 'speed' => $this->speed];
    }
}
