<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

use Brick\Math\BigInteger;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Message;

/**
 * Expressions as rational functions of their unknowns. What is not rational (a root, a sine, a power with an unknown in
 * the exponent) is taken as an unknown of its own, the same one wherever its argument is the same.
 *
 * One instance holds the unknowns of the expressions that are compared with each other.
 */
final class Canonical
{
    private const MOST_EXPONENT = 200;

    /** @var array<string, int> bits to shift by, by the unknown's name */
    private array $unknowns = [];

    private bool $irrational = false;

    /** @param  int  $bits for each exponent: 10 for up to 6 unknowns, 6 for 10, 4 for 15, 2 for 31 */
    private function __construct(private readonly int $bits, private readonly Effort $effort)
    {
    }

    /**
     * Room for the unknowns of these expressions, and what may be spent on them.
     *
     * @throws UnfitResponse when there are too many
     */
    public static function for(Effort $effort, Node ...$nodes): self
    {
        $names = [];
        $visit = static function (Node $node) use (&$visit, &$names): void {
            if ($node->op === Op::Name || $node->op === Op::Call || $node->op === Op::Power) {
                // A power may become an unknown of its own; names and functions are.
                $key = $node->op === Op::Name ? $node->text : 'f'.count($names);
                $isPlainPower = $node->op === Op::Power && $node->parts[1]->op === Op::Number;
                if (! $isPlainPower) {
                    $names[$key] = true;
                }
            }
            array_map($visit, $node->parts);
        };
        array_map($visit, $nodes);
        $count = count($names);

        return new self(match (true) {
            $count <= 6 => 10,
            $count <= 10 => 6,
            $count <= 15 => 4,
            $count <= 31 => 2,
            default => throw TooLarge::now(),
        }, $effort);
    }

    /** Whether anything in what was read so far is not rational. */
    public function hasIrrational(): bool
    {
        return $this->irrational;
    }

    public function mostDegree(): int
    {
        return (1 << $this->bits) - 1;
    }

    /** @throws UnfitResponse when it divides by zero or is too large */
    public function of(Node $node): Fraction
    {
        $most = $this->mostDegree();
        if ($node->op === Op::Number) {
            return self::number($node->text);
        }
        if ($node->op === Op::Name) {
            return $this->unknown($node->text);
        }
        if ($node->op === Op::Call) {
            return $this->call($node);
        }
        if ($node->op === Op::Power) {
            return $this->power($node->parts[0], $node->parts[1]);
        }
        $left = $this->of($node->parts[0]);
        if ($node->op === Op::Negative) {
            return new Fraction(Polynomial::whole(0)->plus($left->above, -1), $left->below);
        }
        $right = $this->of($node->parts[1]);
        if ($node->op === Op::Product) {
            return $this->reduced(
                new Fraction(
                    $left->above->times($right->above, $most, $this->effort),
                    $left->below->times($right->below, $most, $this->effort),
                ),
            );
        }
        if ($node->op === Op::Quotient) {
            if ($right->above->isZero()) {
                throw new UnfitResponse(new Message('marking.divides-by-zero'));
            }

            return $this->reduced(
                new Fraction(
                    $left->above->times($right->below, $most, $this->effort),
                    $left->below->times($right->above, $most, $this->effort),
                ),
            );
        }
        // A sum, or an equation as the difference of its sides.
        $sign = $node->op === Op::Sum ? 1 : -1;
        if ($left->below->equals($right->below)) {
            return new Fraction($left->above->plus($right->above, $sign), $left->below);
        }

        return $this->reduced(new Fraction(
            $left->above->times($right->below, $most, $this->effort)->plus($right->above->times($left->below, $most, $this->effort), $sign),
            $left->below->times($right->below, $most, $this->effort),
        ));
    }

    private static function number(string $text): Fraction
    {
        [$whole, $decimals] = [...explode('.', $text), ''];
        if (strlen($text) > 400) {
            throw TooLarge::now();
        }

        return new Fraction(
            Polynomial::whole(ExactInteger::of($whole.$decimals)),
            Polynomial::whole($decimals === '' ? 1 : ExactInteger::of('1'.str_repeat('0', strlen($decimals)))),
        );
    }

    /** Numbers over numbers are brought down, so that they stay small. */
    private function reduced(Fraction $fraction): Fraction
    {
        $above = $fraction->above->terms;
        $below = $fraction->below->terms;
        if (array_keys($below) !== [0] || $below[0] === 1 || (count($above) > 1) || $above === []) {
            return $fraction;
        }
        $monomial = array_key_first($above);
        $divisor = BigInteger::of($above[$monomial])->gcd($below[0]);
        if ($divisor->isEqualTo(1)) {
            return $fraction;
        }
        $term = Polynomial::whole(ExactInteger::of((string) BigInteger::of($above[$monomial])->quotient($divisor)));

        return new Fraction(
            $monomial === 0 ? $term : $term->times(Polynomial::unknown($monomial), PHP_INT_MAX, $this->effort),
            Polynomial::whole(ExactInteger::of((string) BigInteger::of($below[0])->quotient($divisor))),
        );
    }

    private function unknown(string $name): Fraction
    {
        $this->irrational = $this->irrational || $name === 'pi' || $name === 'e';
        $shift = $this->unknowns[$name] ??= $this->bits * count($this->unknowns);
        if ($shift + $this->bits > 62) {
            throw TooLarge::now();
        }

        return new Fraction(Polynomial::unknown(1 << $shift), Polynomial::whole(1));
    }

    private function call(Node $node): Fraction
    {
        if ($node->text === 'sqrt') {
            return $this->power($node->parts[0], Node::of(Op::Quotient, new Node(Op::Number, '1', []), new Node(Op::Number, '2', [])));
        }
        $this->irrational = true;
        $argument = $this->of($node->parts[0]);

        return $this->unknown("$node->text($argument->above / $argument->below)");
    }

    private function power(Node $base, Node $exponent): Fraction
    {
        $most = $this->mostDegree();
        $below = $this->of($base);
        $above = $this->of($exponent);
        $n = $above->above->terms[0] ?? 0;
        $d = $above->below->terms[0] ?? 0;
        if ($above->above->isWhole() && $above->below->isWhole() && is_int($n) && is_int($d) && $n % $d === 0) {
            $whole = intdiv($n, $d);
            if (abs($whole) > self::MOST_EXPONENT) {
                throw TooLarge::now('marking.power-too-large');
            }
            if ($below->above->isZero() && $whole <= 0) {
                throw new UnfitResponse($whole === 0 ? new Message('marking.zero-to-zero') : new Message('marking.divides-by-zero'));
            }
            $powers = [$below->above->power(abs($whole), $most, $this->effort), $below->below->power(abs($whole), $most, $this->effort)];

            return $whole < 0 ? new Fraction($powers[1], $powers[0]) : new Fraction($powers[0], $powers[1]);
        }
        if (! is_int($n) || ! is_int($d)) {
            throw TooLarge::now('marking.power-too-large');
        }
        $this->irrational = true;

        return $this->unknown("power($below->above / $below->below ^ $above->above / $above->below)");
    }
}
