<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Round\SeededRandom;

/**
 * Exercises like one, with other numbers: worked out by the same steps, with an answer of the same kind, open to the same
 * slips, and none of those gives the key or what another one gives.
 */
final readonly class Family
{
    private const MOST_DRAWS = 1500;

    private const MOST_WORKED = 80;

    /** Larger exponents stay as they are. */
    private const MOST_EXPONENT = 10;

    private function __construct(private Workings $model, private SeededRandom $random, private int $harder)
    {
    }

    /**
     * Always the same ones for the same seed.
     *
     * @param  int  $count  1 to 30
     * @param  string  $seed  of at most 64 bytes
     * @param  int  $harder  -1 for smaller numbers, 0 for numbers as large, 1 for larger ones
     * @return list<Workings> fewer where there are not so many; none of them the model
     */
    public static function of(Workings $model, int $count, string $seed, int $harder = 0): array
    {
        $family = new self($model, new SeededRandom($seed, 'family '.$harder), $harder);

        return $family->drawn(min(30, max(1, $count)));
    }

    /** How much there is to write to work something out: the digits of all its lines. Our own measure. */
    public static function difficulty(Workings $workings): int
    {
        $digits = 0;
        foreach ([$workings->exercise->tree, ...array_map(static fn (Step $step): Node => $step->line, $workings->steps)] as $line) {
            foreach (Tree::numbers($line) as $number) {
                $digits += strlen(str_replace('.', '', $number->text));
            }
        }

        return $digits;
    }

    /** @return list<Workings> */
    private function drawn(int $count): array
    {
        $known = [Writing::typed($this->model->exercise, $this->model->exercise->tree) => true];
        $shape = $this->harder === 0 ? self::shape($this->model->exercise, $this->model->steps) : null;
        $found = [];
        $worked = 0;
        for ($draw = 0; $draw < self::MOST_DRAWS && $worked < self::MOST_WORKED && count($found) < $count; $draw++) {
            $exercise = $this->model->exercise->with($this->with($this->model->exercise->tree));
            $written = Writing::typed($exercise, $exercise->tree);
            $isKnown = isset($known[$written]);
            $known[$written] = true;
            if ($isKnown || ! $this->hasSameSteps($exercise, $shape)) {
                continue;
            }
            $worked++;
            $workings = $this->worked($exercise);
            if ($workings !== null && $this->isAlike($workings)) {
                $found[] = $workings;
            }
        }

        return $found;
    }

    private function worked(Exercise $exercise): ?Workings
    {
        try {
            return Workings::of($exercise);
        } catch (UnfitResponse) {
            return null;
        }
    }

    /** @param  ?list<string>  $shape  of the model's steps; null where the numbers are of another size */
    private function hasSameSteps(Exercise $exercise, ?array $shape): bool
    {
        try {
            $steps = Steps::of($exercise);
        } catch (UnfitResponse) {
            return false;
        }
        if ($shape !== null) {
            return self::shape($exercise, $steps) === $shape;
        }
        $codes = static fn (array $steps): array => array_map(static fn (Step $step): string => $step->code, $steps);

        return $codes($steps) === $codes($this->model->steps);
    }

    /** The same kind of key, and the same slips, each with an answer of its own. */
    private function isAlike(Workings $workings): bool
    {
        [$key, $model] = [$workings->key, $this->model->key];
        $harmless = array_diff(self::codes($workings->harmless), self::codes($this->model->harmless));
        if (self::kind($key->tree) !== self::kind($model->tree) || $harmless !== []) {
            return false;
        }
        $wanted = $this->slipsOf($this->model);
        $shared = count(array_intersect_key($wanted, $this->slipsOf($workings)));

        // Numbers of another size have not the same zeros and carries in them.
        return $shared >= ($this->harder === 0 ? count($wanted) : intdiv(count($wanted) + 1, 2));
    }

    /**
     * @param  list<Slip>  $slips
     * @return list<string>
     */
    private static function codes(array $slips): array
    {
        return array_map(static fn (Slip $slip): string => $slip->code, $slips);
    }

    /** @return array<string, true> the slips by which answers are named */
    private function slipsOf(Workings $workings): array
    {
        $slips = [];
        foreach ($workings->offers as $offer) {
            $slips[$offer->slips[0]->code] = true;
        }

        return $slips;
    }

    /**
     * What is done, and of what kind the numbers are that come of it.
     *
     * @param  list<Step>  $steps
     * @return list<string>
     */
    private static function shape(Exercise $exercise, array $steps): array
    {
        $shape = [];
        foreach ($steps as $step) {
            $shape[] = $step->code.' '.self::kind($step->line);
        }

        return [self::kind($exercise->tree), ...$shape];
    }

    /** A tree with the kinds of its numbers in their place: signs, decimals, proper fractions. */
    private static function kind(Node $node): string
    {
        $fraction = $node->op === Op::Quotient ? Numbers::fractionOf($node) : null;
        if ($fraction !== null) {
            return abs($fraction[0]) < abs($fraction[1]) ? 'part' : 'improper';
        }
        if ($node->op === Op::Number) {
            return match (true) {
                str_contains($node->text, '.') => 'decimal',
                $node->text === '0', $node->text === '1' => $node->text,
                default => 'whole',
            };
        }

        return $node->op->value.'('.implode(' ', array_map(self::kind(...), $node->parts)).')';
    }

    /** The tree with other numbers, each of the size of the one that stood there. */
    private function with(Node $node): Node
    {
        if ($node->op === Op::Number) {
            return new Node(Op::Number, $this->other($node->text), []);
        }
        if (str_starts_with($node->text, Exercise::CONVERTED)) {
            return new Node($node->op, $node->text, [$this->with($node->parts[0]), $node->parts[1]]);
        }
        if ($node->text === Exercise::PERCENT) {
            return new Node($node->op, $node->text, [$this->percentage($node->parts[0]), $node->parts[1]]);
        }
        if ($node->text === Exercise::CHANGED_BY) {
            return Exercise::changedBy($node->op, $this->with($node->parts[0]), $this->with($node->parts[1]->parts[0]));
        }
        $parts = [];
        foreach ($node->parts as $index => $part) {
            $isExponent = $node->op === Op::Power && $index === 1 && $part->op === Op::Number;
            $parts[] = $isExponent ? $this->exponent($part) : $this->with($part);
        }
        $fraction = $node->op === Op::Quotient && Tree::isBracketed($node) ? Numbers::fractionOf(new Node($node->op, '(', $parts)) : null;
        // A fraction is written in its lowest terms, if it was.
        $isLowest = Numbers::greatestDivisor(...(Numbers::fractionOf($node) ?? [1, 1])) === 1;

        return $fraction !== null && $isLowest && Numbers::greatestDivisor(...$fraction) !== 1
            ? $this->with($node)
            : new Node($node->op, $node->text, $parts);
    }

    private function exponent(Node $number): Node
    {
        $exponent = (int) $number->text;

        return $exponent < 2 || $exponent > self::MOST_EXPONENT
            ? $number
            : Numbers::whole($this->random->between(2, max(3, $exponent + $this->harder)));
    }

    private function percentage(Node $number): Node
    {
        $percent = Numbers::wholeOf($number);
        // Round ones stay round.
        $unit = $percent === null ? null : match (true) {
            $percent % 10 === 0 => 10,
            $percent % 5 === 0 => 5,
            default => 1,
        };

        return $unit === null || $percent > 100
            ? $this->with($number)
            : Numbers::whole($unit * $this->random->between(1, intdiv(95, $unit)));
    }

    /** Another number with as many digits before and behind the point, and zeros where there were zeros. */
    private function other(string $number): string
    {
        if ($number === '0' || $number === '1') {
            return $number;
        }
        $digits = str_split($this->resized($number));
        if (count($digits) === 1) {
            return (string) $this->random->between(...match ($this->harder) {
                -1 => [2, 5],
                0 => [2, 9],
                default => [6, 15],
            });
        }

        return implode('', array_map(
            fn (string $digit): string => $digit === '.' || $digit === '0' ? $digit : (string) $this->random->between(1, 9),
            $digits,
        ));
    }

    /** A digit less before the point where numbers are to be smaller, one more where they are to be larger. */
    private function resized(string $number): string
    {
        [$whole, $behind] = [...explode('.', $number, 2), ''];
        $whole = match (true) {
            $this->harder < 0 && strlen($whole) > 1 => ltrim(substr($whole, 1, -1), '0').substr($whole, -1),
            $this->harder > 0 && strlen($whole.$behind) > 1 && strlen($whole) < 6 => "1$whole",
            default => $whole,
        };

        return $behind === '' ? $whole : "$whole.$behind";
    }
}
