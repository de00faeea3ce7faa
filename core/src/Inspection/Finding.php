<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Message;

/** Something the inspection has to say: how grave, where (ids of the stop and what in it), and what. */
final readonly class Finding
{
    /**
     * @param  list<string>  $loop  stops that lead round and round
     * @param  ?QuickFix  $fix  that is safe to take with one click
     * @param  ?list<string>  $about  what it is about, where that is not its place and its loop: ids, or a word
     */
    public function __construct(
        public Severity $severity,
        public ?string $stop,
        public ?string $at,
        public Message $message,
        public array $loop = [],
        public ?QuickFix $fix = null,
        private ?array $about = null,
    ) {
    }

    /** By which a teacher's "leave it" is remembered: by its code and what it is about, whatever its words. */
    public function key(): string
    {
        return substr(hash('sha256', implode(' ', [$this->message->code, ...$this->about ?? [(string) $this->at, ...$this->loop]])), 0, 16);
    }
}
