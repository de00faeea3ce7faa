<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/** What a student gave as an answer, in one of the ways that kinds of question ask for. */
final readonly class Response
{
    /** Characters of one line. */
    public const LONGEST = 2000;

    /** Characters of a written answer. */
    public const LONGEST_WRITTEN = 20000;

    /** Choices, items, matches, gaps or files. */
    public const MOST = 1000;

    /**
     * @param  string  $as  choices, text, order, pairs, gaps or files
     * @param  list<string>  $list  of choices (entry ids, each once), order (item ids) and files (media ids)
     * @param  array<string, string>  $map  of pairs (item ids by pair ids) and gaps (texts or entry ids by gap ids)
     */
    private function __construct(public string $as, public array $list, public array $map, public ?string $text)
    {
    }

    public static function choices(string ...$choices): self
    {
        return new self('choices', array_values(array_unique($choices)), [], null);
    }

    public static function text(string $text): self
    {
        return new self('text', [], [], $text);
    }

    public static function order(string ...$items): self
    {
        return new self('order', array_values($items), [], null);
    }

    public static function files(string ...$media): self
    {
        return new self('files', array_values(array_unique($media)), [], null);
    }

    /** @param  array<string, string>  $items by pair */
    public static function pairs(array $items): self
    {
        return new self('pairs', [], $items, null);
    }

    /** @param  array<string, string>  $fillings by gap */
    public static function gaps(array $fillings): self
    {
        return new self('gaps', [], $fillings, null);
    }

    /**
     * @param  Fields  $fields  one of {"choices": [entry ids]}, {"text": "as typed"}, {"order": [item ids]},
     *                          {"pairs": {pair id: item id}}, {"gaps": {gap id: text or entry id}}, {"files": [media ids]}
     *
     * @throws MalformedInput
     */
    public static function read(Fields $fields): self
    {
        $as = (string) array_key_first($fields->all());
        if ($as !== 'text' && in_array($as, ['choices', 'order', 'files', 'pairs', 'gaps'], true)) {
            $fields->only([$as]);
            if ($as === 'pairs' || $as === 'gaps') {
                return new self($as, [], self::few($fields->stringMapOr($as), $as), null);
            }
            $list = self::few($fields->strings($as), $as);

            return new self($as, $as === 'order' || count($list) < 2 ? $list : array_values(array_unique($list)), [], null);
        }

        return new self('text', [], [], $fields->only(['text'])->string('text'));
    }

    /**
     * @template T of array
     *
     * @param  T  $items
     * @return T
     */
    private static function few(array $items, string $as): array
    {
        return count($items) <= self::MOST
            ? $items
            : throw new MalformedInput("/$as", new Message('shape.too-many', ['most' => self::MOST]));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [$this->as => match ($this->as) {
            'text' => $this->text,
            'pairs', 'gaps' => (object) $this->map,
            default => $this->list,
        }];
    }
}
