<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Xapi;

/** An event of a round as it is stored, to be told as statements. */
final readonly class Told
{
    /**
     * @param  string  $id  of the event
     * @param  array<array-key, mixed>  $data
     * @param  list<array<array-key, mixed>>  $facts
     * @param  int  $at  in milliseconds since 1970
     * @param  ?float  $seconds  since the event before it; null where there is none, or somebody was away
     */
    public function __construct(
        public string $id,
        public string $kind,
        public array $data,
        public array $facts,
        public int $at,
        public ?float $seconds = null,
    ) {
    }
}
