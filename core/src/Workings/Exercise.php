<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use Brick\Math\BigRational;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Marking\Expression\Parser;
use HiddenLadder\Core\Marking\NumberReader;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Marking\Unit;
use HiddenLadder\Core\Message;

/**
 * Something to work out: `2/3 + 1/4`, `3(x-2) = 9`, `502 - 378`, `25 % of 80`, `80 + 25 %`, `2.5 km in m`.
 *
 * It is a tree as the marker reads them. What only an exercise has is told by the text of a node: a percentage, something
 * more or less a percentage of it, and a quantity that is to be written in another unit.
 */
final readonly class Exercise
{
    /** The text of a quotient by 100 that is written as a percentage. */
    public const PERCENT = '%';

    /** The text of a product whose first factor is a share of the second. */
    public const OF = 'of';

    /** The text of a sum or difference that is written “80 + 25 %”. */
    public const CHANGED_BY = '+%';

    /** Before the words of a product that is a quantity times what its unit is in another. */
    public const CONVERTED = 'in ';

    /** Longer ones are not worked out. */
    private const MOST_LEAVES = 24;

    private const NUMBER = '\d+(?:[.,]\d+)?';

    /** @param  ?string  $unit  in which the answer is given */
    public function __construct(public Node $tree, public ?string $unit, public string $language)
    {
    }

    /**
     * @param  string  $language  whose decimal sign it is written with
     *
     * @throws UnfitResponse where it cannot be read or is too long, with a sentence that says why
     */
    public static function read(string $text, string $language): self
    {
        $text = trim(strtr($text, ["\u{2212}" => '-', "\u{2013}" => '-', "\u{A0}" => ' ', "\u{202F}" => ' ']));
        $text = (string) preg_replace('/\s*=\s*[?_…]*\s*$/u', '', $text);
        $sign = NumberReader::for($language)->decimalSign;
        $exercise = self::conversion($text, $sign, $language) ?? new self(self::tree($text, $sign), null, $language);
        if ($exercise->tree->leaves() > self::MOST_LEAVES) {
            throw new UnfitResponse(new Message('workings.too-long'));
        }

        return $exercise;
    }

    /** Whether a node says by its text what only an exercise has. */
    public static function marks(Node $node): bool
    {
        return in_array($node->text, [self::PERCENT, self::OF, self::CHANGED_BY], true) || str_starts_with($node->text, self::CONVERTED);
    }

    public function isEquation(): bool
    {
        return $this->tree->op === Op::Equation;
    }

    /** The same with other numbers. */
    public function with(Node $tree): self
    {
        return new self($tree, $this->unit, $this->language);
    }

    /** Whether it has decimals or percentages in it, so that what comes out is a decimal too where it ends. */
    public function hasDecimals(): bool
    {
        return $this->unit !== null || self::decimalsIn($this->tree);
    }

    private static function decimalsIn(Node $node): bool
    {
        return ($node->op === Op::Number && str_contains($node->text, '.'))
            || $node->text === self::PERCENT
            || array_filter($node->parts, self::decimalsIn(...)) !== [];
    }

    /** Percentages are read here, everything else as the marker reads it. */
    private static function tree(string $text, string $sign): Node
    {
        if (preg_match('~^\s*('.self::NUMBER.')\s*%\s*(?:of|×|·|\*)\s*(.+)$~u', $text, $parts) === 1) {
            return new Node(Op::Product, self::OF, [self::percent($parts[1], $sign), self::tree($parts[2], $sign)]);
        }
        if (preg_match('~^(.+?)\s*([-+])\s*('.self::NUMBER.')\s*%\s*$~u', $text, $parts) === 1) {
            $op = $parts[2] === '+' ? Op::Sum : Op::Difference;

            return self::changedBy($op, self::tree($parts[1], $sign), self::percent($parts[3], $sign));
        }
        $words = preg_replace('~sqrt|abs~', '', $text) ?? $text;
        if (preg_match('~\p{L}{3}~u', $words) === 1) {
            throw new UnfitResponse(new Message('workings.words-in-it'));
        }

        return Parser::asWritten(self::withFractions($text), $sign);
    }

    /** Something more or less a percentage of it: both parts hold it. */
    public static function changedBy(Op $op, Node $base, Node $percent): Node
    {
        return new Node($op, self::CHANGED_BY, [$base, new Node(Op::Product, self::OF, [$percent, $base])]);
    }

    private static function percent(string $number, string $sign): Node
    {
        return new Node(Op::Quotient, self::PERCENT, [Parser::asWritten($number, $sign), Numbers::whole(100)]);
    }

    /** A fraction of two whole numbers is one number: 2/3 ÷ 4/5 divides it by the other. */
    private static function withFractions(string $text): string
    {
        // 1 1/2 is 3/2.
        $text = (string) preg_replace_callback(
            '~(?<![\d/^.,])(\d{1,6}) (\d{1,6})/(\d{1,6})(?![\d/^]|[.,]\d)~',
            static fn (array $mixed): string => ((int) $mixed[1] * (int) $mixed[3] + (int) $mixed[2]).'/'.$mixed[3],
            $text,
        );
        preg_match_all('~\d+ ?/ ?\d+~', $text, $found, PREG_OFFSET_CAPTURE);
        $written = '';
        $done = 0;
        foreach ($found[0] as [$fraction, $at]) {
            $before = substr(rtrim(substr($text, 0, $at)), -1);
            $after = ltrim(substr($text, $at + strlen($fraction)));
            $stands = ! str_contains('/^.,', $before === '' ? ' ' : $before) && preg_match('~^([/^]|[.,]\d)~', $after) !== 1;
            $written .= substr($text, $done, $at - $done).($stands ? "($fraction)" : $fraction);
            $done = $at + strlen($fraction);
        }

        return $written.substr($text, $done);
    }

    private static function conversion(string $text, string $sign, string $language): ?self
    {
        $decimal = preg_quote($sign, '~');
        if (preg_match("~^(-?\d+(?:$decimal\d+)?)\s*(\S{1,12}) (?:in|to|into) (\S{1,12})$~u", $text, $parts) !== 1) {
            return null;
        }
        [, $number, $from, $to] = $parts;
        $factor = self::factor($from, $to)
            ?? throw new UnfitResponse(new Message('workings.units-do-not-fit', ['from' => $from, 'to' => $to]));

        return new self(
            new Node(Op::Product, self::CONVERTED."$from $to", [Parser::asWritten($number, $sign), $factor]),
            $to,
            $language,
        );
    }

    /** How many of one unit another is, as it is worked out: part by part, and as a power where the unit is one. */
    private static function factor(string $from, string $to): ?Node
    {
        [$given, $wanted] = [Unit::read($from), Unit::read($to)];
        // Zero of one is not zero of the other: degrees of heat are no multiples of each other.
        $zero = $given === null || $wanted === null ? null : $given->convert(BigRational::zero(), $wanted);
        if ($given === null || $wanted === null || $zero === null || ! $zero->isZero()) {
            return null;
        }
        if (preg_match('~^([^/]+)/([^/]+)$~u', $from, $a) === 1 && preg_match('~^([^/]+)/([^/]+)$~u', $to, $b) === 1) {
            [$above, $below] = [self::factor($a[1], $b[1]), self::factor($a[2], $b[2])];

            return $above === null || $below === null ? self::plainFactor($given, $wanted) : Node::of(Op::Quotient, $above, $below);
        }
        $power = '~^(\p{L}+)(?:\^?([23])|([²³]))$~u';
        if (preg_match($power, $from, $a) === 1 && preg_match($power, $to, $b) === 1) {
            $exponent = self::exponent($a);
            $side = $exponent === self::exponent($b) ? self::factor($a[1], $b[1]) : null;
            if ($side !== null) {
                return Node::of(Op::Power, $side, Numbers::whole($exponent));
            }
        }

        return self::plainFactor($given, $wanted);
    }

    private static function plainFactor(Unit $from, Unit $to): ?Node
    {
        $factor = $from->convert(BigRational::one(), $to);

        return $factor === null ? null : Numbers::node($factor, false);
    }

    /** @param  array<int, string>  $found */
    private static function exponent(array $found): int
    {
        return ($found[2] ?? '') !== '' ? (int) $found[2] : (($found[3] ?? '') === '²' ? 2 : 3);
    }
}
