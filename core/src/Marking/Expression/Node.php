<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

/** One node of a parsed expression. */
final readonly class Node
{
    /**
     * @param  string  $text  of a number as digits with a point, of a name, or of a called function
     * @param  list<self>  $parts
     */
    public function __construct(public Op $op, public string $text, public array $parts)
    {
    }

    public static function of(Op $op, self ...$parts): self
    {
        return new self($op, '', array_values($parts));
    }

    /** How many numbers and names stand in it: its length. */
    public function leaves(): int
    {
        return $this->parts === [] ? 1 : array_sum(array_map(static fn (self $part): int => $part->leaves(), $this->parts));
    }
}
