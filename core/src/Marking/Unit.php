<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use Brick\Math\BigInteger;
use Brick\Math\BigRational;

/**
 * A unit of measurement, exact: its factor to the SI's coherent unit, its zero where that differs (temperatures), and
 * its dimension.
 *
 * Definitions: SI Brochure, 9th edition (2019), tables 2, 4, 7 and 8; inch, pound, gallon, calorie and the like: NIST SP
 * 811 (2008), appendix B.8, exact factors only. Degrees are the measure of angle here; radians meet them by 60 digits of π.
 */
final readonly class Unit
{
    /** Numerator and denominator of 180/π to 60 places: degrees in a radian. */
    private const DEGREES_IN_A_RADIAN = '57.295779513082320876798154814105170332405472466564321549160243';

    private const PREFIXES = [
        'da' => 1, 'Q' => 30, 'R' => 27, 'Y' => 24, 'Z' => 21, 'E' => 18, 'P' => 15, 'T' => 12, 'G' => 9, 'M' => 6, 'k' => 3, 'h' => 2,
        'd' => -1, 'c' => -2, 'm' => -3, 'µ' => -6, 'u' => -6, 'n' => -9, 'p' => -12, 'f' => -15, 'a' => -18, 'z' => -21, 'y' => -24,
        'r' => -27, 'q' => -30,
    ];

    /** Symbol: factor, dimension, whether prefixes go with it. */
    private const UNITS = [
        'm' => ['1', 'm', true], 'g' => ['1/1000', 'kg', true], 's' => ['1', 's', true], 'A' => ['1', 'A', true],
        'K' => ['1', 'K', true], 'mol' => ['1', 'mol', true], 'cd' => ['1', 'cd', true],
        'Hz' => ['1', 's-1', true], 'N' => ['1', 'kg m s-2', true], 'Pa' => ['1', 'kg m-1 s-2', true],
        'J' => ['1', 'kg m2 s-2', true], 'W' => ['1', 'kg m2 s-3', true], 'C' => ['1', 'A s', true],
        'V' => ['1', 'kg m2 s-3 A-1', true], 'F' => ['1', 'kg-1 m-2 s4 A2', true], 'Ω' => ['1', 'kg m2 s-3 A-2', true],
        'ohm' => ['1', 'kg m2 s-3 A-2', true], 'S' => ['1', 'kg-1 m-2 s3 A2', true], 'Wb' => ['1', 'kg m2 s-2 A-1', true],
        'T' => ['1', 'kg s-2 A-1', true], 'H' => ['1', 'kg m2 s-2 A-2', true], 'lm' => ['1', 'cd', true], 'lx' => ['1', 'cd m-2', true],
        'Bq' => ['1', 's-1', true], 'Gy' => ['1', 'm2 s-2', true], 'Sv' => ['1', 'm2 s-2', true], 'kat' => ['1', 'mol s-1', true],
        'min' => ['60', 's', false], 'h' => ['3600', 's', false], 'd' => ['86400', 's', false], 'day' => ['86400', 's', false],
        'days' => ['86400', 's', false], 'hr' => ['3600', 's', false], 'hrs' => ['3600', 's', false], 'sec' => ['1', 's', false],
        'week' => ['604800', 's', false], 'weeks' => ['604800', 's', false],
        '°' => ['1', 'deg', false], 'deg' => ['1', 'deg', false], '′' => ['1/60', 'deg', false], '″' => ['1/3600', 'deg', false],
        'ha' => ['10000', 'm2', false], 'l' => ['1/1000', 'm3', true], 'L' => ['1/1000', 'm3', true], 't' => ['1000', 'kg', true],
        'Wh' => ['3600', 'kg m2 s-2', true], 'Ah' => ['3600', 'A s', true], 'bar' => ['100000', 'kg m-1 s-2', true],
        'atm' => ['101325', 'kg m-1 s-2', false], 'cal' => ['4184/1000', 'kg m2 s-2', true],
        'eV' => ['1602176634/10000000000000000000000000000', 'kg m2 s-2', true],
        'in' => ['254/10000', 'm', false], 'ft' => ['3048/10000', 'm', false], 'yd' => ['9144/10000', 'm', false],
        'mi' => ['1609344/1000', 'm', false], 'mph' => ['44704/100000', 'm s-1', false], 'kn' => ['1852/3600', 'm s-1', false],
        'nmi' => ['1852', 'm', false], 'lb' => ['45359237/100000000', 'kg', false], 'oz' => ['45359237/1600000000', 'kg', false],
        'kph' => ['1000/3600', 'm s-1', false], 'rpm' => ['1/60', 's-1', false],
        '°C' => ['1', 'K', false], '°F' => ['5/9', 'K', false],
    ];

    /** Kelvins at the zero of a scale of temperature. */
    private const ZEROS = ['°C' => '27315/100', '°F' => '45967/180'];

    /** @param  array<string, int>  $dimension exponents of kg, m, s, A, K, mol, cd, deg; without zeros, sorted by name */
    private function __construct(
        public string $symbol,
        private BigRational $factor,
        private array $dimension,
        private ?BigRational $zero,
    ) {
    }

    /** @return array{string, string} what stands before the first letter or sign of a unit, and the rest */
    public static function apart(string $text): array
    {
        $text = trim((string) \Normalizer::normalize(trim($text), \Normalizer::FORM_C));
        if (preg_match('/^([-+\x{2212}]?[\d.,\s\'\x{2019}\/×·*^\x{2044}\x{2070}\x{B9}\x{B2}\x{B3}'
            .'\x{2074}-\x{207B}\x{BC}-\x{BE}\x{2150}-\x{215E}-]*?(?:\d[eE][-+]?\d+)?)'
            .'\s*([\p{L}°%\'"\x{2032}\x{2033}µΩ℃℉].*)$/u', $text, $parts) !== 1) {
            return [$text, ''];
        }

        return [$parts[1], $parts[2]];
    }

    /** @return ?self nothing when it is no unit that is known here */
    public static function read(string $written): ?self
    {
        /** @var array<string, ?self> $known */
        static $known = [];
        if (strlen($written) > 60) {
            return null;
        }
        if (count($known) > 500) {
            $known = [];
        }

        return array_key_exists($written, $known) ? $known[$written] : $known[$written] = self::parsed($written);
    }

    /** A number of this unit in another; null where they do not measure the same thing. */
    public function convert(BigRational $number, self $to): ?BigRational
    {
        if ($this === $to) {
            return $number;
        }
        if ($this->dimension !== $to->dimension) {
            return null;
        }
        $base = $number->multipliedBy($this->factor);
        if ($this->zero !== null) {
            $base = $base->plus($this->zero);
        }
        if ($to->zero !== null) {
            $base = $base->minus($to->zero);
        }

        return $base->dividedBy($to->factor)->simplified();
    }

    private static function parsed(string $written): ?self
    {
        $plain = self::plain($written);
        if (isset(self::ZEROS[$plain])) {
            return new self($plain, BigRational::of(self::UNITS[$plain][0]), ['K' => 1], BigRational::of(self::ZEROS[$plain]));
        }
        $factor = BigRational::one();
        $dimension = [];
        $sign = 1;
        if (preg_match_all('~\G\s*([*·/]?)\s*([\p{L}°′″µΩ]+)(?:\^?([-+]?\d{1,2}))?\s*~u', $plain, $found, PREG_SET_ORDER) === false) {
            return null;
        }
        if (implode('', array_column($found, 0)) !== $plain || $found === [] || $found[0][1] !== '') {
            return null;
        }
        foreach ($found as $piece) {
            $sign = $piece[1] === '/' ? -1 : $sign;
            $unit = self::one($piece[2]);
            if ($unit === null) {
                return null;
            }
            $exponent = $sign * (int) ($piece[3] ?? 1);
            $factor = $exponent < 0 ? $factor->dividedBy($unit[0]->power(-$exponent)) : $factor->multipliedBy($unit[0]->power($exponent));
            foreach ($unit[1] as $name => $each) {
                $dimension[$name] = ($dimension[$name] ?? 0) + $each * $exponent;
            }
        }
        $dimension = array_filter($dimension, static fn (int $exponent): bool => $exponent !== 0);
        ksort($dimension);

        return new self($plain, $factor->simplified(), $dimension, null);
    }

    /** One way of writing for the signs people use. */
    private static function plain(string $written): string
    {
        $plain = (string) preg_replace_callback(
            '/[\x{2070}\x{B9}\x{B2}\x{B3}\x{2074}-\x{2079}\x{207A}\x{207B}]+/u',
            static fn (array $match): string => strtr(
                (string) \Normalizer::normalize($match[0], \Normalizer::FORM_KC),
                ["\u{2212}" => '-'],
            ),
            trim($written),
        );
        $plain = strtr(
            $plain,
            [
                "\u{2126}" => 'Ω',
                "\u{3BC}" => 'µ',
                "\u{2103}" => '°C',
                "\u{2109}" => '°F',
                "\u{2212}" => '-',
                "\u{22C5}" => '·',
                "''" => '″',
                "'" => '′',
                '"' => '″',
                "\u{BA}" => '°',
            ],
        );

        return (string) preg_replace('/^(?:°\s*|deg(?:rees?)?\s+)([CF])$/u', '°$1', $plain);
    }

    /** @return array{BigRational, array<string, int>}|null factor and dimension of one symbol with its prefix */
    private static function one(string $symbol): ?array
    {
        if ($symbol === 'kg') {
            return [BigRational::one(), ['kg' => 1]];
        }
        if ($symbol === 'rad') {
            return [BigRational::of(self::DEGREES_IN_A_RADIAN), ['deg' => 1]];
        }
        $unit = self::UNITS[$symbol] ?? null;
        if ($unit !== null) {
            return [BigRational::of($unit[0]), self::dimension($unit[1])];
        }
        foreach (self::PREFIXES as $prefix => $power) {
            $rest = str_starts_with($symbol, $prefix) ? substr($symbol, strlen($prefix)) : '';
            $unit = self::UNITS[$rest] ?? null;
            if ($unit !== null && $unit[2]) {
                $ten = BigRational::of(BigInteger::ten()->power(abs($power)));
                $factor = BigRational::of($unit[0]);

                return [$power < 0 ? $factor->dividedBy($ten) : $factor->multipliedBy($ten), self::dimension($unit[1])];
            }
        }

        return null;
    }

    /** @return array<string, int> */
    private static function dimension(string $written): array
    {
        $dimension = [];
        foreach (explode(' ', $written) as $piece) {
            preg_match('/^([a-zA-Z]+)(-?\d+)?$/', $piece, $parts);
            $dimension[$parts[1] ?? ''] = (int) ($parts[2] ?? 1);
        }

        return $dimension;
    }
}
