<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use Brick\Math\BigRational;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Marking\UnfitResponse;

/** What an exercise, or a line of its working, comes to. */
final readonly class Answer
{
    /**
     * @param  Node  $tree  with all worked out; of an equation what the unknown is
     * @param  ?BigRational  $value  the number, in the exercise's unit; null where unknowns are left
     */
    private function __construct(public Node $tree, public ?BigRational $value, public string $typed, public string $tex)
    {
    }

    /** @return ?self nothing where it cannot be worked out, as an equation that has not exactly one solution */
    public static function of(Exercise $exercise, Node $line): ?self
    {
        try {
            $terms = Terms::of($line);
        } catch (UnfitResponse) {
            return null;
        }
        if ($terms !== null && $line->op === Op::Equation) {
            [$times, $beside] = $terms->linear() ?? [BigRational::zero(), BigRational::zero()];

            return $times->isZero() ? null : self::written($exercise, $beside->negated()->dividedBy($times), null);
        }

        return $terms === null ? null : self::written($exercise, $terms->value(), $terms);
    }

    public function equals(self $other): bool
    {
        return $this->typed === $other->typed;
    }

    private static function written(Exercise $exercise, ?BigRational $value, ?Terms $terms): self
    {
        $decimals = $exercise->hasDecimals();
        $tree = $value === null && $terms !== null ? $terms->node($decimals) : Numbers::node($value ?? BigRational::zero(), $decimals);

        return new self($tree, $value?->simplified(), Writing::typed($exercise, $tree), Writing::tex($exercise, $tree));
    }
}
