<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/** What is known of a video that a quiz shows, beside what the document says. */
final readonly class VideoInfo
{
    /** @param  ?float  $seconds  its length, where it is known */
    public function __construct(public ?float $seconds, public bool $hasCaptions)
    {
    }
}
