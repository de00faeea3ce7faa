<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media\Services;

/** A video of a service: what it is called there, its length in seconds where it is told, a small picture, and the page of it. */
final readonly class FoundVideo
{
    public function __construct(
        public string $key,
        public string $title,
        public ?float $seconds,
        public ?string $picture,
        public string $address,
    ) {
    }
}
