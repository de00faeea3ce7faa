<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Marking\NumberReader;

/** Trees as they are written: by a keyboard, so that the marker reads the same again, or as TeX. */
final readonly class Writing
{
    /** How close each binds; what binds less than what it stands in is put in brackets. */
    private const CLOSENESS = [
        '=' => 0, '+' => 1, '-' => 1, 'negative' => 2, '*' => 3, '/' => 3, '^' => 5, 'call' => 6, 'name' => 6, 'number' => 6,
    ];

    private function __construct(private bool $tex, private string $decimalSign)
    {
    }

    /** As it is typed. */
    public static function typed(Exercise $exercise, Node $tree): string
    {
        return (new self(false, NumberReader::for($exercise->language)->decimalSign))->whole($exercise, $tree);
    }

    public static function tex(Exercise $exercise, Node $tree): string
    {
        return (new self(true, NumberReader::for($exercise->language)->decimalSign))->whole($exercise, $tree);
    }

    private function whole(Exercise $exercise, Node $tree): string
    {
        $written = $this->of($tree);
        if ($exercise->unit === null || str_starts_with($tree->text, Exercise::CONVERTED)) {
            return $written;
        }
        $written = self::CLOSENESS[$tree->op->value] < 3 && $tree->op !== Op::Negative ? $this->bracketed($written) : $written;

        return $written.$this->unit($exercise->unit);
    }

    private function of(Node $node): string
    {
        $parts = $node->parts;
        if (str_starts_with($node->text, Exercise::CONVERTED)) {
            [$from, $to] = [...explode(' ', substr($node->text, strlen(Exercise::CONVERTED)), 2), ''];

            return $this->of($parts[0]).$this->unit($from).($this->tex ? '\text{ in }\mathrm{'.self::power($to).'}' : " in $to");
        }
        if ($node->text === Exercise::OF) {
            return $this->percentage($parts[0]).($this->tex ? '\text{ of }' : ' of ').$this->within($parts[1], 3);
        }
        if ($node->text === Exercise::CHANGED_BY) {
            $sign = $node->op === Op::Sum ? '+' : '-';

            return $this->within($parts[0], 1)." $sign ".$this->percentage($parts[1]->parts[0]);
        }

        return match ($node->op) {
            Op::Number => $this->number($node->text),
            Op::Name => $node->text === 'pi' && $this->tex ? '\pi' : $node->text,
            Op::Negative => '-'.$this->within($parts[0], 3),
            Op::Equation => $this->of($parts[0]).' = '.$this->of($parts[1]),
            Op::Sum, Op::Difference => $this->within($parts[0], 1).' '.$node->op->value.' '.$this->within($parts[1], 2, true),
            Op::Product => $this->product($parts[0], $parts[1]),
            Op::Quotient => $this->quotient($node),
            Op::Power => $this->base($parts[0]).$this->exponent($parts[1]),
            Op::Call => $this->called($node->text, $parts[0]),
        };
    }

    /** In brackets where it binds less closely; a sign after another sign always. */
    private function within(Node $node, int $closeness, bool $after = false): string
    {
        $binds = self::CLOSENESS[$node->op->value];
        $binds = $this->isFraction($node) && $this->tex ? 6 : $binds;
        $needs = $binds < $closeness || ($after && $node->op === Op::Negative);

        return $needs ? $this->bracketed($this->of($node)) : $this->of($node);
    }

    private function product(Node $left, Node $right): string
    {
        $first = $this->within($left, 2);
        $standsAlone = ($this->isFraction($right) && ! $this->tex) || ($right->op === Op::Product && $this->beginsWith($right, Op::Name));
        $second = $standsAlone ? $this->of($right) : $this->within($right, 4);

        return $this->joins($left, $first, $right, $second) ? $first.$second : $first.($this->tex ? ' \times ' : ' × ').$second;
    }

    /** Whether a product is written without a sign: 3x, 3(x - 2), (x + 1)(x + 2), xy. */
    private function joins(Node $left, string $first, Node $right, string $second): bool
    {
        if (Numbers::valueOf($right) !== null || ($left->op === Op::Name && Tree::same($left, $right))) {
            return false;
        }
        $isBracket = static fn (string $written): bool => str_starts_with($written, '(') || str_starts_with($written, '\left(');
        $isUnknown = $this->beginsWith($right, Op::Name);

        return ($this->endsAsNumber($left) && ($isUnknown || $isBracket($second)))
            || ($left->op !== Op::Number && $isUnknown && ! $this->isFraction($left))
            || ($isBracket($first) && $isBracket($second));
    }

    private function quotient(Node $node): string
    {
        [$above, $below] = $node->parts;
        if ($node->text === Exercise::PERCENT) {
            return $this->percentage($node);
        }
        if ($this->isFraction($node)) {
            if ($this->tex) {
                return '\frac{'.$this->of($above).'}{'.$this->of($below).'}';
            }

            return $this->within($above, 5).'/'.$this->within($below, 5);
        }

        $by = $this->isFraction($below) ? $this->of($below) : $this->within($below, 4);

        return $this->within($above, 3).($this->tex ? ' \div ' : ' ÷ ').$by;
    }

    /** What is written with a line: whole numbers, and what has an unknown in it. */
    private function isFraction(Node $node): bool
    {
        if ($node->op !== Op::Quotient || $node->text === Exercise::PERCENT) {
            return false;
        }
        $plain = static fn (Node $part): bool => $part->op === Op::Number || $part->op === Op::Name || $part->op === Op::Power
            || ($part->op === Op::Negative && $part->parts[0]->op === Op::Number);

        return (Tree::isBracketed($node) && $plain($node->parts[0]) && $plain($node->parts[1])) || Tree::hasName($node);
    }

    private function endsAsNumber(Node $node): bool
    {
        return $node->op === Op::Number || ($node->op === Op::Negative && $node->parts[0]->op === Op::Number)
            || ($this->tex && Numbers::fractionOf($node) !== null);
    }

    private function beginsWith(Node $node, Op $op): bool
    {
        return $node->op === $op
            || (in_array($node->op, [Op::Product, Op::Power], true)
                && $node->text !== Exercise::OF
                && $this->beginsWith($node->parts[0], $op));
    }

    private function base(Node $node): string
    {
        return $this->isFraction($node) ? $this->bracketed($this->of($node)) : $this->within($node, 6);
    }

    private function exponent(Node $node): string
    {
        $written = $this->of($node);
        if ($this->tex) {
            return '^{'.$written.'}';
        }

        return '^'.($node->op === Op::Number || $node->op === Op::Name ? $written : "($written)");
    }

    private function called(string $name, Node $argument): string
    {
        if ($name === 'abs') {
            return '|'.$this->of($argument).'|';
        }
        if (! $this->tex) {
            return "$name(".$this->of($argument).')';
        }

        return $name === 'sqrt' ? '\sqrt{'.$this->of($argument).'}' : "\\operatorname{{$name}}".$this->bracketed($this->of($argument));
    }

    private function percentage(Node $quotient): string
    {
        return $this->of($quotient->parts[0]).($this->tex ? '\,\%' : ' %');
    }

    private function number(string $text): string
    {
        if ($this->decimalSign === '.') {
            return $text;
        }

        return str_replace('.', $this->tex ? "{{$this->decimalSign}}" : $this->decimalSign, $text);
    }

    private function unit(string $unit): string
    {
        return $this->tex ? '\,\mathrm{'.self::power($unit).'}' : " $unit";
    }

    private static function power(string $unit): string
    {
        return (string) preg_replace(['/\^([23])/', '/²/u', '/³/u', '/°/u'], ['^{$1}', '^{2}', '^{3}', '^{\circ}'], $unit);
    }

    private function bracketed(string $written): string
    {
        return $this->tex ? '\left('.$written.'\right)' : "($written)";
    }
}
