<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

/**
 * The value of an expression at a point, in floating point with a bound of its rounding errors, so that two expressions
 * are only taken as equal where they agree within what rounding explains.
 */
final class Probe
{
    private const POINTS = 24;

    /** So many points must tell something. */
    private const ENOUGH = 5;

    /** Relative rounding error of one operation, with some room for the functions of the C library. */
    private const UNIT = 4 * PHP_FLOAT_EPSILON;

    /** Whether two expressions agree at fixed points, off the places where one of them has no value. */
    public static function agree(Node $a, Node $b): bool
    {
        $told = 0;
        for ($point = 0; $point < self::POINTS; $point++) {
            [$x, $errorOfX] = self::value($a, $point);
            [$y, $errorOfY] = self::value($b, $point);
            if (! is_finite($x) || ! is_finite($y) || abs($x) > 1e100 || abs($y) > 1e100) {
                continue;
            }
            if (abs($x - $y) > 8 * ($errorOfX + $errorOfY) + 1e-300) {
                return false;
            }
            // Where rounding could explain anything, a point tells nothing.
            $told += $errorOfX + $errorOfY <= 1e-6 * max(abs($x), abs($y)) ? 1 : 0;
        }

        return $told >= self::ENOUGH || ($told > 0 && self::names($a) === [] && self::names($b) === []);
    }

    /** @return list<string> */
    private static function names(Node $node): array
    {
        return $node->op === Op::Name && $node->text !== 'pi' && $node->text !== 'e'
            ? [$node->text]
            : array_merge([], ...array_map(self::names(...), $node->parts));
    }

    /** A fixed number for an unknown at a point: two thirds of them positive, not near whole numbers. */
    private static function at(string $name, int $point): float
    {
        $random = hexdec(substr(hash('sha256', "$name=$point"), 0, 8)) / 0xFFFFFFFF;
        $value = 0.15 + 2.7 * $random;

        return $point % 3 === 2 ? -$value : $value;
    }

    /** @return array{float, float} value and error bound; NAN where there is none */
    private static function value(Node $node, int $point): array
    {
        if ($node->op === Op::Number) {
            return [(float) $node->text, abs((float) $node->text) * self::UNIT];
        }
        if ($node->op === Op::Name) {
            $value = match ($node->text) {
                'pi' => M_PI,
                'e' => M_E,
                default => self::at($node->text, $point),
            };

            return [$value, $node->text === 'pi' || $node->text === 'e' ? $value * self::UNIT : 0.0];
        }
        [$a, $errorOfA] = self::value($node->parts[0], $point);
        if ($node->op === Op::Negative) {
            return [-$a, $errorOfA];
        }
        if ($node->op === Op::Call) {
            return self::call($node->text, $a, $errorOfA);
        }
        [$b, $errorOfB] = self::value($node->parts[1], $point);
        switch ($node->op) {
            case Op::Sum:
                return [$a + $b, $errorOfA + $errorOfB + abs($a + $b) * self::UNIT];
            case Op::Product:
                return [$a * $b, abs($a) * $errorOfB + abs($b) * $errorOfA + abs($a * $b) * self::UNIT];
            case Op::Quotient:
                if (abs($b) <= $errorOfB || $b === 0.0) {
                    return [NAN, 0.0];
                }

                return [$a / $b, $errorOfA / abs($b) + abs($a) * $errorOfB / ($b * $b) + abs($a / $b) * self::UNIT];
            case Op::Power:
                return self::power($a, $errorOfA, $b, $errorOfB);
            default:
                return [$a - $b, $errorOfA + $errorOfB + abs($a - $b) * self::UNIT];
        }
    }

    /** @return array{float, float} */
    private static function power(float $a, float $errorOfA, float $b, float $errorOfB): array
    {
        $nearest = round($b);
        if (abs($b - $nearest) <= $errorOfB) {
            $b = $nearest;
        }
        // A negative number has the odd roots that school gives it.
        $odd = $a < 0 && $b !== $nearest ? self::oddRoot($b) : null;
        $value = $odd === null ? $a ** $b : $odd * (-$a) ** $b;
        if (! is_finite($value)) {
            return [NAN, 0.0];
        }
        $slope = $a === 0.0 ? 0.0 : abs($b * $value / $a) * $errorOfA;

        return [$value, $slope + ($a === 0.0 ? 0.0 : abs($value * log(abs($a))) * $errorOfB) + abs($value) * self::UNIT * (1 + abs($b))];
    }

    /** The sign of a negative number's power p/q with q = 3, 5 or 7; nothing where it has none. */
    private static function oddRoot(float $exponent): ?int
    {
        foreach ([3, 5, 7] as $q) {
            $p = $exponent * $q;
            if (abs($p - round($p)) < 1e-12) {
                return ((int) round($p)) % 2 === 0 ? 1 : -1;
            }
        }

        return null;
    }

    /** @return array{float, float} */
    private static function call(string $name, float $a, float $error): array
    {
        [$value, $slope] = match ($name) {
            'sqrt' => $a < 0 ? [NAN, 0.0] : [sqrt($a), $a > 0 ? 0.5 / sqrt($a) : 0.0],
            'cbrt' => [$a < 0 ? -((-$a) ** (1 / 3)) : $a ** (1 / 3), $a === 0.0 ? 0.0 : abs($a) ** (-2 / 3) / 3],
            'sin' => [sin($a), abs(cos($a))],
            'cos' => [cos($a), abs(sin($a))],
            'tan' => [tan($a), 1 + tan($a) ** 2],
            'asin', 'arcsin' => abs($a) > 1 ? [NAN, 0.0] : [asin($a), 1 / sqrt(max(1e-30, 1 - $a * $a))],
            'acos', 'arccos' => abs($a) > 1 ? [NAN, 0.0] : [acos($a), 1 / sqrt(max(1e-30, 1 - $a * $a))],
            'atan', 'arctan' => [atan($a), 1 / (1 + $a * $a)],
            'exp' => [exp($a), exp($a)],
            'ln' => $a <= 0 ? [NAN, 0.0] : [log($a), 1 / $a],
            'log' => $a <= 0 ? [NAN, 0.0] : [log10($a), 1 / ($a * M_LN10)],
            default => [abs($a), 1.0],
        };

        return [$value, abs($slope) * $error + abs($value) * self::UNIT];
    }
}
