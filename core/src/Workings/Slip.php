<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use Closure;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Message;

/**
 * A known slip: a rule that rewrites one place of a line otherwise than is right. What is done before and after it is right.
 */
final readonly class Slip
{
    /**
     * @param  string  $code  of its words: “numerators and denominators added”
     * @param  Closure(Node): ?Node  $rewrite  nothing where it does not fit
     * @param  bool  $marked  whether it is about percentages and quantities as they are written, which others leave alone
     */
    public function __construct(public string $code, private Closure $rewrite, private bool $marked = false)
    {
    }

    public function at(Node $node): ?Node
    {
        return Exercise::marks($node) === $this->marked ? ($this->rewrite)($node) : null;
    }

    public function words(): Message
    {
        return new Message($this->code);
    }

    /** @return list<self> the most usual first */
    public static function all(): array
    {
        /** @var list<self>|null $all */
        static $all = null;

        return $all ??= [
            ...Slips\PercentSlips::all(),
            ...Slips\UnitSlips::all(),
            ...Slips\EquationSlips::all(),
            ...Slips\BracketSlips::all(),
            ...Slips\PowerSlips::all(),
            ...Slips\TermSlips::all(),
            ...Slips\FractionSlips::all(),
            ...Slips\ColumnSlips::all(),
            ...Slips\DecimalSlips::all(),
            ...Slips\SignSlips::all(),
            ...Slips\OperationSlips::all(),
        ];
    }
}
