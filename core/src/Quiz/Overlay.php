<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** Corrections laid over a frozen document, in order. The document itself stays as it was. */
final class Overlay
{
    /**
     * What leads nowhere in the document is left out: an edition reads whatever was laid over it and taken back again.
     *
     * @param  array<array-key, mixed>  $document
     * @param  iterable<array{pointer: string, value: mixed}>  $corrections  JSON pointers (RFC 6901) to a value, to a member
     *                                                                       that an object lacks, or past the end of a list (`-`, RFC 6902)
     * @return array<array-key, mixed>
     */
    public static function over(array $document, iterable $corrections): array
    {
        foreach ($corrections as $correction) {
            $document = self::with($document, $correction['pointer'], $correction['value']) ?? $document;
        }

        return $document;
    }

    /**
     * The first of the corrections that leads nowhere once those before it are laid.
     *
     * @template K of array-key
     *
     * @param  array<array-key, mixed>  $document
     * @param  array<K, array{pointer: string, value: mixed}>  $corrections
     * @return ?K its key; null where each has its place
     */
    public static function homeless(array $document, array $corrections): int|string|null
    {
        foreach ($corrections as $key => $correction) {
            $with = self::with($document, $correction['pointer'], $correction['value']);
            if ($with === null) {
                return $key;
            }
            $document = $with;
        }

        return null;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return ?array<array-key, mixed> null where the pointer leads to nothing
     */
    private static function with(array $document, string $pointer, mixed $value): ?array
    {
        $place = &$document;
        $steps = Pointer::steps($pointer);
        foreach ($steps as $depth => $key) {
            $last = $depth === count($steps) - 1;
            if (! is_array($place) || (! array_key_exists($key, $place) && ! ($last && self::mayAdd($place, $key, $value)))) {
                return null;
            }
            // Something new past the end of a list is its next one, also where one that was added before it was taken back.
            if ($last && ! array_key_exists($key, $place) && array_is_list($place)) {
                $key = count($place);
            }
            $place = &$place[$key];
        }
        $place = $value;
        unset($place);

        return $document;
    }

    /** @param  array<array-key, mixed>  $place */
    private static function mayAdd(array $place, string $key, mixed $value): bool
    {
        if (! array_is_list($place)) {
            return true;
        }

        return $key === '-' || $key === '0' || (ctype_digit($key) && is_array($value));
    }
}
