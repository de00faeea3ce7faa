<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\MalformedInput;

/** What changed between an edition and a draft: mends that can be laid over the edition, and whether there is more. */
final readonly class Difference
{
    /**
     * @param  list<Correction>  $mends
     * @param  bool  $structure  something changed that only a new edition can bring
     */
    private function __construct(public array $mends, public bool $structure)
    {
    }

    /**
     * @param  array<array-key, mixed>  $edition  with its corrections laid over
     * @param  array<array-key, mixed>  $draft
     */
    public static function between(array $edition, array $draft): self
    {
        $mends = [];
        $structure = false;
        foreach (self::changes($edition, $draft, '') as [$pointer, $value]) {
            try {
                $mend = Correction::read(\HiddenLadder\Core\Fields::of(['pointer' => $pointer, 'value' => $value]));
                $edition = $mend->over($edition);
                $mends[] = $mend;
            } catch (MalformedInput) {
                $structure = true;
            }
        }

        return new self($mends, $structure);
    }

    /**
     * @param  array<array-key, mixed>  $from
     * @param  array<array-key, mixed>  $to
     * @return iterable<array{string, mixed}> pointers and what stands there in $to; a pointer of what is gone has null
     */
    private static function changes(array $from, array $to, string $pointer): iterable
    {
        foreach ($to as $key => $value) {
            $here = "$pointer/".str_replace(['~', '/'], ['~0', '~1'], (string) $key);
            if (! array_key_exists($key, $from)) {
                yield [is_int($key) && array_is_list($to) ? "$pointer/-" : $here, $value];
            } elseif (is_array($value) && is_array($from[$key]) && ! self::isWhole($pointer, $key)) {
                // Another thing at the same place is structure, not a mend of what was there.
                if (($value['id'] ?? null) !== ($from[$key]['id'] ?? null)) {
                    yield ["$here/id", $value['id'] ?? null];
                } else {
                    yield from self::changes($from[$key], $value, $here);
                }
            } elseif ($value !== $from[$key]) {
                yield [$here, $value];
            }
        }
        foreach (array_keys(array_diff_key($from, $to)) as $gone) {
            yield ["$pointer/$gone/id", null];
        }
    }

    /** What is mended as a whole. */
    private static function isWhole(string $pointer, int|string $key): bool
    {
        return in_array($key, ['order', 'objectives'], true) && $pointer !== '' || ($key === 'pairs' && preg_match('~/entries/\d+$~', $pointer) === 1);
    }
}
