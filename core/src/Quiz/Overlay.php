<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** Corrections laid over a frozen document, in order. The document itself stays as it was. */
final class Overlay
{
    /**
     * @param  array<array-key, mixed>  $document
     * @param  iterable<array{pointer: string, value: mixed}>  $corrections  JSON pointers (RFC 6901) to values that exist
     * @return array<array-key, mixed>
     *
     * @throws \OutOfBoundsException when a pointer leads to nothing in the document
     */
    public static function over(array $document, iterable $corrections): array
    {
        foreach ($corrections as $correction) {
            $place = &$document;
            foreach (array_slice(explode('/', $correction['pointer']), 1) as $step) {
                $key = str_replace(['~1', '~0'], ['/', '~'], $step);
                if (! is_array($place) || ! array_key_exists($key, $place)) {
                    throw new \OutOfBoundsException("There is nothing at {$correction['pointer']} to correct.");
                }
                $place = &$place[$key];
            }
            $place = $correction['value'];
            unset($place);
        }

        return $document;
    }
}
