<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** Corrections laid over a frozen document, in order. The document itself stays as it was. */
final class Overlay
{
    /**
     * @param  array<array-key, mixed>  $document
     * @param  iterable<array{pointer: string, value: mixed}>  $corrections  JSON pointers (RFC 6901) to a value, to a member
     *                                                                       that an object lacks, or past the end of a list (`-`, RFC 6902)
     * @return array<array-key, mixed>
     *
     * @throws \OutOfBoundsException when a pointer leads to nothing in the document
     */
    public static function over(array $document, iterable $corrections): array
    {
        foreach ($corrections as $correction) {
            $place = &$document;
            $steps = Pointer::steps($correction['pointer']);
            foreach ($steps as $depth => $key) {
                $last = $depth === count($steps) - 1;
                if (! is_array($place) || (! array_key_exists($key, $place) && ! ($last && self::mayAdd($place, $key)))) {
                    throw new \OutOfBoundsException("There is nothing at {$correction['pointer']} to correct.");
                }
                if ($last && $key === '-') {
                    $key = count($place);
                }
                $place = &$place[$key];
            }
            $place = $correction['value'];
            unset($place);
        }

        return $document;
    }

    /** @param  array<array-key, mixed>  $place */
    private static function mayAdd(array $place, string $key): bool
    {
        return $key === '-' || $key === (string) count($place) ? array_is_list($place) : ($place !== [] && ! array_is_list($place));
    }
}
