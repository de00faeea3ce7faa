<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Message;

/**
 * Reads expressions as they are written at school.
 *
 *     equation   = sum, [ "=", sum ]
 *     sum        = [ "+" | "-" ], product, { ( "+" | "-" ), product }
 *     product    = power, { ( "*" | "/" | nothing ), power }
 *     power      = atom, [ "^", ( "-" | "+" ), power ]
 *     atom       = number | name | function, argument | "√", power | "(", sum, ")" | "|", sum, "|"
 *
 * Powers bind to the right and closer than a sign before them: -x^2 is -(x^2). A product without a sign binds like any
 * other, from left to right; where that makes a difference after a division ("1/2x") the expression is ambiguous, and
 * $tight reads it the other way.
 */
final class Parser
{
    public const LONGEST = 500;

    private const DEEPEST = 60;

    public const FUNCTIONS = [
        'arcsin',
        'arccos',
        'arctan',
        'sqrt',
        'cbrt',
        'asin',
        'acos',
        'atan',
        'root',
        'sin',
        'cos',
        'tan',
        'exp',
        'log',
        'abs',
        'ln',
    ];

    /** @var list<array{string, string}> kind and text */
    private array $tokens = [];

    private int $at = 0;

    private int $depth = 0;

    private bool $ambiguous = false;

    /** @param  list<string>  $names  variables of several letters */
    private function __construct(
        string $text,
        private readonly string $decimalSign,
        private readonly array $names,
        private readonly bool $tight,
        private readonly bool $keepsBrackets = false,
    ) {
        $this->tokens = $this->tokens($text);
    }

    /**
     * @param  list<string>  $names  variables of several letters
     * @return list<Node> two where it can be meant in two ways
     *
     * @throws UnfitResponse when it cannot be read, with a sentence that says why
     */
    public static function read(string $text, string $decimalSign, array $names = []): array
    {
        if (strlen($text) > 2 * self::LONGEST) {
            throw TooLarge::now();
        }
        $loose = new self($text, $decimalSign, $names, false);
        $first = $loose->whole();

        return $loose->ambiguous ? [$first, (new self($text, $decimalSign, $names, true))->whole()] : [$first];
    }

    /**
     * As it is written, read from left to right: a sum, product or power that stands in brackets says so by its text, “(”.
     *
     * @throws UnfitResponse when it cannot be read, with a sentence that says why
     */
    public static function asWritten(string $text, string $decimalSign): Node
    {
        if (strlen($text) > 2 * self::LONGEST) {
            throw TooLarge::now();
        }

        return (new self($text, $decimalSign, [], false, true))->whole();
    }

    private function whole(): Node
    {
        $left = $this->sum();
        if ($this->take('=')) {
            $left = Node::of(Op::Equation, $left, $this->sum());
        }
        if ($this->at < count($this->tokens)) {
            throw new UnfitResponse(new Message('marking.unreadable-from', ['rest' => $this->tokens[$this->at][1]]));
        }

        return $left;
    }

    private function sum(): Node
    {
        if (++$this->depth > self::DEEPEST) {
            throw new UnfitResponse(new Message('marking.too-many-brackets'));
        }
        $negative = false;
        while ($this->next('-') || $this->next('+')) {
            $negative = $negative !== $this->next('-');
            $this->at++;
        }
        $sum = $this->product();
        $sum = $negative ? Node::of(Op::Negative, $sum) : $sum;
        while ($this->next('+') || $this->next('-')) {
            $op = $this->next('+') ? Op::Sum : Op::Difference;
            $this->at++;
            $negative = false;
            while ($this->next('-') || $this->next('+')) {
                $negative = $negative !== $this->next('-');
                $this->at++;
            }
            $product = $this->product();
            $sum = Node::of($op, $sum, $negative ? Node::of(Op::Negative, $product) : $product);
        }
        $this->depth--;

        return $sum;
    }

    private function product(): Node
    {
        $product = $this->power();
        while (true) {
            if ($this->take('*')) {
                $product = Node::of(Op::Product, $product, $this->signed());
            } elseif ($this->take('/')) {
                $divisor = $this->signed();
                if ($this->beginsAtom()) {
                    $this->ambiguous = true;
                    while ($this->tight && $this->beginsAtom()) {
                        $divisor = Node::of(Op::Product, $divisor, $this->power());
                    }
                }
                $product = Node::of(Op::Quotient, $product, $divisor);
            } elseif ($this->beginsAtom()) {
                $product = Node::of(Op::Product, $product, $this->power());
            } else {
                return $product;
            }
        }
    }

    private function signed(): Node
    {
        if ($this->take('-')) {
            return Node::of(Op::Negative, $this->signed());
        }

        return $this->power();
    }

    private function power(): Node
    {
        $base = $this->atom();
        if (! $this->take('^')) {
            return $base;
        }
        if (++$this->depth > self::DEEPEST) {
            throw new UnfitResponse(new Message('marking.too-many-powers'));
        }
        $negative = $this->take('-');
        $this->take('+');
        $exponent = $this->power();
        $this->depth--;

        return Node::of(Op::Power, $base, $negative ? Node::of(Op::Negative, $exponent) : $exponent);
    }

    private function atom(): Node
    {
        [$kind, $text] = $this->tokens[$this->at] ?? ['end', ''];
        $this->at++;
        if ($kind === 'number') {
            return new Node(Op::Number, $text, []);
        }
        if ($kind === 'name') {
            return new Node(Op::Name, $text, []);
        }
        if ($kind === 'function') {
            return $this->call($text);
        }
        if ($text === '(') {
            $sum = $this->sum();
            $this->expect(')');

            return $this->keepsBrackets && $sum->parts !== [] && $sum->text === '' ? new Node($sum->op, '(', $sum->parts) : $sum;
        }
        if ($text === '|') {
            $sum = $this->sum();
            $this->expect('|');

            return new Node(Op::Call, 'abs', [$sum]);
        }
        throw new UnfitResponse(
            $kind === 'end' ? new Message('marking.missing-at-end') : new Message('marking.missing-before', ['sign' => $text]),
        );
    }

    private function call(string $name): Node
    {
        if ($name === '√') {
            return new Node(Op::Call, 'sqrt', [$this->power()]);
        }
        if ($name === 'root') {
            // As mathematics fields write it: root(3)(x).
            $this->expect('(');
            $degree = $this->sum();
            $this->expect(')');

            return Node::of(Op::Power, $this->power(), Node::of(Op::Quotient, new Node(Op::Number, '1', []), $degree));
        }
        // sin^2 x is the square of sin x.
        $exponent = $this->take('^') ? $this->power() : null;
        $argument = $this->next('(') ? $this->atom() : $this->argument();
        $call = new Node(Op::Call, $name, [$argument]);

        return $exponent === null ? $call : Node::of(Op::Power, $call, $exponent);
    }

    /** Without brackets a function takes the product that follows: sin 2x. */
    private function argument(): Node
    {
        $argument = $this->power();
        while ($this->beginsAtom() && ($this->tokens[$this->at][0] ?? '') === 'name') {
            $argument = Node::of(Op::Product, $argument, $this->power());
        }

        return $argument;
    }

    private function next(string $sign): bool
    {
        $token = $this->tokens[$this->at] ?? null;

        return $token !== null && $token[0] === 'sign' && $token[1] === $sign;
    }

    private function take(string $sign): bool
    {
        $taken = $this->next($sign);
        $this->at += $taken ? 1 : 0;

        return $taken;
    }

    private function expect(string $sign): void
    {
        if (! $this->take($sign)) {
            throw new UnfitResponse(
                $sign === '|' ? new Message('marking.second-bar-missing') : new Message('marking.bracket-missing', ['bracket' => $sign]),
            );
        }
    }

    private function beginsAtom(): bool
    {
        [$kind, $text] = $this->tokens[$this->at] ?? ['end', ''];

        return $kind === 'name'
            || $kind === 'function'
            || $text === '('
            || ($kind === 'number' && ($this->tokens[$this->at - 1][1] ?? '') === ')');
    }

    /** @return list<array{string, string}> */
    private function tokens(string $text): array
    {
        $text = self::plain($text);
        if (mb_strlen($text) > self::LONGEST) {
            throw TooLarge::now();
        }
        $comma = $this->decimalSign === ',' ? '[.,]' : '\.';
        $names = array_map(static fn (string $name): string => preg_quote($name, '~'), $this->names);
        usort($names, static fn (string $a, string $b): int => strlen($b) <=> strlen($a));
        $pattern = '~\G(?:(?<space>\s+)|(?<number>\d+(?:'.$comma.'\d+)?|'.$comma.'\d+)'
            .($names === [] ? '' : '|(?<long>'.implode('|', $names).')')
            .'|(?<function>'.implode(
                '|',
                self::FUNCTIONS,
            ).'|√)|(?<name>pi|\p{L}(?:_(?:\{[\p{L}\d]{1,10}\}|[\p{L}\d]+))?)|(?<sign>[-+*/^()|=]))~u';
        $tokens = [];
        $offset = 0;
        while ($offset < strlen($text)) {
            if (preg_match($pattern, $text, $found, PREG_UNMATCHED_AS_NULL, $offset) !== 1) {
                throw new UnfitResponse(new Message('marking.not-in-expression', ['sign' => mb_substr(substr($text, $offset), 0, 1)]));
            }
            $offset += strlen((string) $found[0]);
            foreach (['number', 'long', 'function', 'name', 'sign'] as $kind) {
                $match = $found[$kind] ?? null;
                if ($match !== null) {
                    $tokens[] = [
                        $kind === 'long' ? 'name' : $kind,
                        $kind === 'number' ? strtr($match, ',', '.') : strtr($match, ['{' => '', '}' => '']),
                    ];
                }
            }
        }

        return $tokens === [] ? throw new UnfitResponse(new Message('marking.no-answer')) : $tokens;
    }

    /** One way of writing for the signs people use. */
    private static function plain(string $text): string
    {
        $text = (string) preg_replace_callback(
            '/[\x{2070}\x{B9}\x{B2}\x{B3}\x{2074}-\x{2079}\x{207A}\x{207B}\x{207F}]+/u',
            static fn (array $match): string => '^('.strtr(
                (string) \Normalizer::normalize($match[0], \Normalizer::FORM_KC),
                ["\u{2212}" => '-'],
            ).')',
            $text,
        );
        $text = (string) preg_replace_callback(
            '/[\x{BC}-\x{BE}\x{2150}-\x{215E}]/u',
            static fn (array $match): string => '('.str_replace(
                "\u{2044}",
                '/',
                (string) \Normalizer::normalize($match[0], \Normalizer::FORM_KC),
            ).')',
            $text,
        );
        $text = strtr($text, [
            "\u{2212}" => '-', "\u{2013}" => '-', '×' => '*', '·' => '*', '⋅' => '*', "\u{2217}" => '*', '÷' => '/', ':' => '/',
            "\u{2044}" => '/',
            "\u{2215}" => '/', '**' => '^', '[' => '(', ']' => ')', 'π' => 'pi', "\u{2062}" => '', "\u{2061}" => '',
        ]);

        return trim((string) \Normalizer::normalize($text, \Normalizer::FORM_KC));
    }
}
