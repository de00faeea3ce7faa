<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use Brick\Math\BigDecimal;
use Brick\Math\BigInteger;
use Brick\Math\BigRational;

/**
 * Reads a number as people write it: `1 250`, `1,250`, `1.250,0`, `1.25e3`, `1.25 × 10^3` (or with the letter x), `5/4`, `1 1/4`, `1¼`,
 * `125 %`.
 *
 * Exact: no float is involved. The decimal and grouping signs are those of the language; a lone sign that is neither,
 * before exactly three digits, can be meant both ways, and both readings are given.
 */
final readonly class NumberReader
{
    /** Longer input is not a number anybody types. */
    private const LONGEST = 400;

    /** Powers of ten beyond this are refused, so that no small input makes a huge number. */
    private const LARGEST_EXPONENT = 400;

    public string $decimalSign;

    private string $groupingSign;

    /** The reader of a language; reading a language's signs takes longer than reading a number. */
    public static function for(string $language): self
    {
        /** @var array<string, self> $readers */
        static $readers = [];

        return $readers[$language] ??= new self($language);
    }

    private function __construct(string $language)
    {
        $signs = new \NumberFormatter($language, \NumberFormatter::DECIMAL);
        $this->decimalSign = $signs->getSymbol(\NumberFormatter::DECIMAL_SEPARATOR_SYMBOL);
        $this->groupingSign = $signs->getSymbol(\NumberFormatter::GROUPING_SEPARATOR_SYMBOL);
    }

    /** @return list<BigRational> nothing when it is not a number, several when it can be meant in several ways */
    public function readings(string $text): array
    {
        if (strlen($text) > self::LONGEST || ! mb_check_encoding($text, 'UTF-8')) {
            return [];
        }
        if (preg_match('/^(-?\d{1,12})(?:\.(\d{1,2}))?$/', $text, $parts) === 1) {
            return [self::small($parts[1], $parts[2] ?? '')];
        }
        $plain = $this->plain($text);
        $share = 1;
        if (str_ends_with($plain, '%')) {
            $plain = rtrim(substr($plain, 0, -1));
            $share = 100;
        }
        $sign = 1;
        if (preg_match('/^([+-])\s*(.+)$/', $plain, $parts) === 1) {
            $sign = $parts[1] === '-' ? -1 : 1;
            $plain = $parts[2];
        }

        return array_map(
            static fn (BigRational $value): BigRational => $value->multipliedBy($sign)->dividedBy($share)->simplified(),
            $this->unsigned($plain),
        );
    }

    /** A small decimal as a fraction in its lowest terms, by machine integers. */
    private static function small(string $whole, string $decimals): BigRational
    {
        $above = (int) ($whole.$decimals);
        $below = 10 ** strlen($decimals);
        foreach ([2, 5] as $prime) {
            while ($below % $prime === 0 && $above % $prime === 0) {
                $above = intdiv($above, $prime);
                $below = intdiv($below, $prime);
            }
        }

        return BigRational::nd($above, $below);
    }

    /** A number in plain notation: a terminating decimal as one, anything else as a fraction. */
    public static function written(BigRational $value): string
    {
        $value = $value->simplified();
        $denominator = $value->getDenominator();
        foreach ([2, 5] as $prime) {
            while ($denominator->mod($prime)->isZero()) {
                $denominator = $denominator->quotient($prime);
            }
        }

        return $denominator->isEqualTo(1)
            ? (string) $value->toBigDecimal()->stripTrailingZeros()
            : $value->getNumerator().'/'.$value->getDenominator();
    }

    /** One way of writing for what is typed in many: signs, spaces, vulgar fractions, powers of ten. */
    private function plain(string $text): string
    {
        if (preg_match('/[^\x20-\x7E]/', $text) !== 1) {
            $text = strpbrk($text, '*xX') !== false ? (string) preg_replace('/(?<=[\d.,]) *[*xX] *10 *\^ */', 'e', $text) : $text;

            return trim(str_contains($text, '  ') ? (string) preg_replace('/ +/', ' ', $text) : $text, ' ');
        }
        $text = (string) preg_replace_callback(
            '/[\x{BC}-\x{BE}\x{2150}-\x{215E}\x{2189}]/u',
            static fn (array $match): string => ' '.str_replace(
                "\u{2044}",
                '/',
                (string) \Normalizer::normalize($match[0], \Normalizer::FORM_KC),
            ),
            $text,
        );
        $text = (string) preg_replace_callback(
            '/[\x{2070}\x{B9}\x{B2}\x{B3}\x{2074}-\x{2079}\x{207A}\x{207B}]+/u',
            static fn (array $match): string => '^'.\Normalizer::normalize($match[0], \Normalizer::FORM_KC),
            $text,
        );
        $text = (string) \Normalizer::normalize($text, \Normalizer::FORM_KC);
        $text = strtr($text, ["\u{2212}" => '-', "\u{2013}" => '-', "\u{2044}" => '/', "\u{2215}" => '/', "\u{2019}" => "'"]);
        $text = (string) preg_replace('/(?<=[\d.,])\s*[×·*xX]\s*10\s*\^\s*/u', 'e', $text);

        return trim((string) preg_replace('/\s+/u', ' ', $text), ' ');
    }

    /** @return list<BigRational> */
    private function unsigned(string $plain): array
    {
        if (preg_match('~^(?:(\d+) )?(\S.*?) ?/ ?(\S.*)$~', $plain, $parts) === 1) {
            // "1 250/3" is a grouped number over another, "1 25/3" a whole and a fraction.
            $whole = $parts[1] !== '' && preg_match('~^\d{3}(?!\d)~', $parts[2]) !== 1 ? $parts[1] : null;
            $numerator = $whole === null && $parts[1] !== '' ? "$parts[1] $parts[2]" : $parts[2];
            $readings = [];
            foreach ($this->decimals($numerator) as $above) {
                foreach ($this->decimals($parts[3]) as $below) {
                    if (! $below->isZero()) {
                        $readings[] = $above->toBigRational()->dividedBy($below)->plus($whole ?? 0);
                    }
                }
            }

            return $readings;
        }
        if (preg_match('/^(\S.*?)e([+-]?\d{1,4})$/i', $plain, $parts) === 1) {
            $exponent = (int) $parts[2];
            if (abs($exponent) > self::LARGEST_EXPONENT) {
                return [];
            }
            $power = BigRational::of(BigInteger::ten()->power(abs($exponent)));

            return array_map(
                static fn (BigDecimal $value): BigRational => $exponent < 0
                    ? $value->toBigRational()->dividedBy($power)
                    : $value->toBigRational()->multipliedBy($power),
                $this->decimals($parts[1]),
            );
        }

        return array_map(static fn (BigDecimal $value): BigRational => $value->toBigRational(), $this->decimals($plain));
    }

    /** @return list<BigDecimal> the ways a run of digits, signs and spaces can be meant */
    private function decimals(string $written): array
    {
        if (preg_match('/^\d*(?:[ \'.,]\d+)*$/', $written) !== 1 || $written === '') {
            return [];
        }
        if (preg_match("/[ ']/", $written) === 1) {
            if (preg_match("/^\d{1,3}(?:[ ']\d{3})+(?:[.,]\d+)?$/", $written) !== 1) {
                return [];
            }

            return [BigDecimal::of(str_replace([' ', "'", ','], ['', '', '.'], $written))];
        }
        $points = substr_count($written, '.');
        $commas = substr_count($written, ',');
        if ($points + $commas === 0) {
            return [BigDecimal::of($written)];
        }
        if ($points > 0 && $commas > 0) {
            return $this->grouped($written, strrpos($written, '.') > strrpos($written, ',') ? '.' : ',');
        }
        if ($points + $commas > 1) {
            return $this->grouped($written, $points > 0 ? ',' : '.');
        }
        $sign = $points > 0 ? '.' : ',';
        $asDecimal = BigDecimal::of('0'.strtr($written, ',', '.'));
        if (preg_match('/^[1-9]\d{0,2}[.,]\d{3}$/', $written) !== 1 || $sign === $this->decimalSign) {
            return [$asDecimal];
        }
        $asGroups = BigDecimal::of(str_replace($sign, '', $written));

        return $sign === $this->groupingSign ? [$asGroups] : [$asDecimal, $asGroups];
    }

    /** @return list<BigDecimal> */
    private function grouped(string $written, string $decimalSign): array
    {
        $grouping = $decimalSign === '.' ? ',' : '.';
        $pattern = '/^\d{1,3}(?:'.preg_quote($grouping, '/').'\d{3})+(?:'.preg_quote($decimalSign, '/').'\d+)?$/';

        return preg_match($pattern, $written) === 1
            ? [BigDecimal::of(str_replace([$grouping, ','], ['', '.'], $written))]
            : [];
    }
}
