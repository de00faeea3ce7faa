<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/** A small change of the document that settles a finding: one member of the thing with that id gets another value. */
final readonly class Mend
{
    /** @param  string  $words  what it does, as a button says it */
    public function __construct(public string $words, public string $at, public string $member, public mixed $value)
    {
    }

    /** @return array{words: string, at: string, member: string, value: mixed} */
    public function toArray(): array
    {
        return ['words' => $this->words, 'at' => $this->at, 'member' => $this->member, 'value' => $this->value];
    }
}
