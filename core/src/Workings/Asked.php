<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Text;

/** Where in what a question asks something stands that can be worked out: as words, or as a formula. */
final readonly class Asked
{
    /** Numbers, signs, brackets, and letters that stand alone. */
    private const RUN = '~(?:\d+(?:[.,]\d+)?|[-+×·*÷/:^=()%√²³⁴⁵\x{2212}\x{2013}]|sqrt|(?<!\p{L})of(?!\p{L})'
        .'|(?<!\p{L})\p{L}(?!\p{L})|[ \x{A0}\x{202F}])+~u';

    /** A quantity that is to be written in another unit. */
    private const CONVERSION = '~\d+(?:[.,]\d+)? ?[\p{L}°µ/²³^\d]{1,12} (?:in|to|into) [\p{L}°µ/²³^\d]{1,12}~u';

    private const TEX = [
        '~\\\\(?:left|right)\b~' => '',
        '~(\d+)\s*\\\\[dt]?frac\{(\d+)\}\{(\d+)\}~' => '($1 $2/$3)',
        '~\\\\(?:times|cdot)(?![a-z])~' => ' × ',
        '~\\\\div(?![a-z])~' => ' ÷ ',
        '~\\\\%~' => ' %',
        '~\\\\(?:text|mathrm|operatorname)\{([^{}]*)\}~' => '$1',
        '~\\\\[,;: !]~' => ' ',
        '~\{([.,])\}~' => '$1',
    ];

    /** What of the sentence before it looks like a part of it: signs, and a letter that stands alone. */
    private const BEFORE = ['~^(?:[\s:=.,%)*×·÷/]|of )+~u', '~^(?:[\s:=.,%)*×·÷/]|of |\p{L}[ :]+)+~u'];

    private function __construct(public Workings $workings, private string $before, private string $after, private bool $isFormula)
    {
    }

    /** @return ?self nothing where nothing in it can be worked out */
    public static function in(Text $prompt, string $language): ?self
    {
        $pieces = '~<span data-tex="([^"]*)">[^<]*</span>|[^<]+|<[^>]*>~';
        preg_match_all($pieces, $prompt->html, $found, PREG_OFFSET_CAPTURE | PREG_SET_ORDER);
        foreach ($found as $piece) {
            [$written, $at] = $piece[0];
            $end = $at + strlen($written);
            $tex = $piece[1][0] ?? null;
            if ($tex !== null) {
                $workings = self::read(self::fromTex(self::decoded($tex)), $language);
                if ($workings !== null) {
                    return new self($workings, substr($prompt->html, 0, $at), substr($prompt->html, $end), true);
                }
            } elseif (! str_starts_with($written, '<')) {
                $run = self::run($written, $language);
                if ($run !== null) {
                    [$workings, $from, $length] = $run;

                    return new self(
                        $workings,
                        substr($prompt->html, 0, $at + $from),
                        substr($prompt->html, $at + $from + $length),
                        false,
                    );
                }
            }
        }

        return null;
    }

    /** The same text with another exercise in its place. */
    public function with(Exercise $exercise): Text
    {
        $written = $this->isFormula ? self::formula($exercise, $exercise->tree) : self::words($exercise, $exercise->tree);

        return Text::read($this->before.$written.$this->after);
    }

    /** A line of a working as a formula within a text. */
    public static function formula(Exercise $exercise, Node $line): string
    {
        $tex = str_replace('"', '&quot;', Text::of(Writing::tex($exercise, $line))->html);

        return "<span data-tex=\"$tex\">".self::words($exercise, $line).'</span>';
    }

    private static function words(Exercise $exercise, Node $line): string
    {
        return Text::of(strtr(Writing::typed($exercise, $line), ['-' => "\u{2212}"]))->html;
    }

    /** @return array{Workings, int, int}|null with where it stands and how long it is, in bytes */
    private static function run(string $words, string $language): ?array
    {
        $runs = [];
        foreach ([self::CONVERSION, self::RUN] as $pattern) {
            preg_match_all($pattern, $words, $found, PREG_OFFSET_CAPTURE);
            usort($found[0], static fn (array $a, array $b): int => strlen($b[0]) <=> strlen($a[0]));
            $runs = [...$runs, ...$found[0]];
        }
        foreach ($runs as [$run, $at]) {
            foreach (self::BEFORE as $before) {
                $left = (string) preg_replace($before, '', $run);
                $plain = (string) preg_replace('~(?:[\s:=.,(]| of)+$|(?<=\d)\s+\p{L}$~u', '', $left);
                $workings = self::isDone($plain) ? self::read($plain, $language) : null;
                if ($workings !== null) {
                    return [$workings, $at + strlen($run) - strlen($left), strlen($plain)];
                }
            }
        }

        return null;
    }

    /** Whether something is done with a number there: a date, a time and a span of years are none. */
    private static function isDone(string $written): bool
    {
        return preg_match('~\d~', $written) === 1
            && preg_match('~[-+×·*÷/:^%√²³\x{2212}\x{2013}]|\d\p{L}|\)|sqrt| in | to | into ~u', $written) === 1
            && preg_match('~\d:\d\d|(?<![\d.,])0\d|(?<!\d)[12]\d{3}[-\x{2013}][12]\d{3}(?!\d)~u', $written) !== 1;
    }

    private static function read(string $written, string $language): ?Workings
    {
        try {
            return Workings::read($written, $language);
        } catch (UnfitResponse) {
            return null;
        }
    }

    private static function fromTex(string $tex): string
    {
        $text = (string) preg_replace(array_keys(self::TEX), array_values(self::TEX), $tex);
        // What stands in braces is in brackets, from the inside.
        for ($turn = 0; $turn < 20 && str_contains($text, '{'); $turn++) {
            $text = (string) preg_replace(
                ['~\\\\[dt]?frac\{([^{}]*)\}\{([^{}]*)\}~', '~\\\\sqrt\{([^{}]*)\}~', '~\^\{([^{}]*)\}~'],
                ['(($1)/($2))', 'sqrt($1)', '^($1)'],
                $text,
            );
        }

        return (string) preg_replace('~\((\d+)\)/\((\d+)\)~', '$1/$2', $text);
    }

    private static function decoded(string $text): string
    {
        return str_replace(['&lt;', '&gt;', '&quot;', '&amp;'], ['<', '>', '"', '&'], $text);
    }
}
