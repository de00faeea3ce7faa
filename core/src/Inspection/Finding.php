<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/** Something the inspection has to say: how grave, where (ids of the stop and what in it), and one sentence. */
final readonly class Finding
{
    /**
     * @param  list<string>  $loop  stops that lead round and round
     * @param  ?Mend  $mend  that is safe to take with one click
     * @param  ?string  $about  what it is about where that is not its place and sentence
     */
    public function __construct(
        public Severity $severity,
        public ?string $stop,
        public ?string $at,
        public string $sentence,
        public array $loop = [],
        public ?Mend $mend = null,
        private ?string $about = null,
    ) {
    }

    /** By which a teacher's "leave it" is remembered: the same as long as what it is about is. */
    public function key(): string
    {
        return substr(hash('sha256', $this->about ?? "$this->at $this->sentence"), 0, 16);
    }

    /** @return array{key: string, severity: string, stop: ?string, at: ?string, sentence: string, loop: list<string>, mend: ?array<string, mixed>} */
    public function toArray(): array
    {
        return [
            'key' => $this->key(), 'severity' => $this->severity->value, 'stop' => $this->stop, 'at' => $this->at, 'sentence' => $this->sentence,
            'loop' => $this->loop, 'mend' => $this->mend?->toArray(),
        ];
    }
}
