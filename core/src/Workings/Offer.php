<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use HiddenLadder\Core\Marking\Expression\Node;

/** A wrong answer, with the slips that lead to it. */
final readonly class Offer
{
    /**
     * @param  list<Slip>  $slips  one after the other
     * @param  list<list<Slip>>  $also  other ways to the same answer
     * @param  Node  $before  the line in which the first slip is made, and the one it gives
     */
    public function __construct(public Answer $answer, public array $slips, public array $also, public Node $before, public Node $after)
    {
    }

    /** @param  list<Slip>  $slips */
    public function reachedBy(array $slips): self
    {
        return in_array($slips, [$this->slips, ...$this->also], true)
            ? $this
            : new self($this->answer, $this->slips, [...$this->also, $slips], $this->before, $this->after);
    }
}
