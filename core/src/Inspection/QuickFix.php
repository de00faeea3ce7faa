<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Message;

/**
 * A small change of the document that settles a finding. It says what is to be done and not what comes of it, so that it can
 * be done to a document in which something else was typed meanwhile.
 */
final readonly class QuickFix
{
    /**
     * @param  Message  $words  what it does, as a button says it
     * @param  ?string  $at  the id of the thing that is changed; null for the quiz itself
     * @param  'set'|'word'|'without'  $how
     */
    private function __construct(public Message $words, public ?string $at, public string $member, public string $how, public mixed $value)
    {
    }

    /** A member gets another value; null takes it away. */
    public static function set(Message $words, string $at, string $member, mixed $value): self
    {
        return new self($words, $at, $member, 'set', $value);
    }

    /** Wherever a word stands in a member, another takes its place. */
    public static function word(?string $at, string $member, string $word, string $other): self
    {
        return new self(new Message('inspection.fix.write', ['word' => $other]), $at, $member, 'word', ['from' => $word, 'to' => $other]);
    }

    /**
     * One thing of a list is taken out.
     *
     * @param  int  $index  from 0
     */
    public static function without(Message $words, string $at, string $member, int $index): self
    {
        return new self($words, $at, $member, 'without', $index);
    }
}
