<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/**
 * A small change of the document that settles a finding. It says what is to be done and not what comes of it, so that it can
 * be done to a document in which something else was typed meanwhile.
 */
final readonly class Mend
{
    /**
     * @param  string  $words  what it does, as a button says it
     * @param  ?string  $at  the id of the thing that is changed; null for the quiz itself
     * @param  'set'|'word'|'without'  $how
     */
    private function __construct(public string $words, public ?string $at, public string $member, public string $how, public mixed $value)
    {
    }

    /** A member gets another value; null takes it away. */
    public static function set(string $words, string $at, string $member, mixed $value): self
    {
        return new self($words, $at, $member, 'set', $value);
    }

    /** Wherever a word stands in a member, another takes its place. */
    public static function word(?string $at, string $member, string $word, string $other): self
    {
        return new self("Write “{$other}”", $at, $member, 'word', ['from' => $word, 'to' => $other]);
    }

    /**
     * One thing of a list is taken out.
     *
     * @param  int  $index  from 0
     */
    public static function without(string $words, string $at, string $member, int $index): self
    {
        return new self($words, $at, $member, 'without', $index);
    }

    /** @return array{words: string, at: ?string, member: string, how: string, value: mixed} */
    public function toArray(): array
    {
        return ['words' => $this->words, 'at' => $this->at, 'member' => $this->member, 'how' => $this->how, 'value' => $this->value];
    }
}
