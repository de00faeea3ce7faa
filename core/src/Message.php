<?php

declare(strict_types=1);

namespace HiddenLadder\Core;

/**
 * What is to be said to a person, without the words: a code, and what stands in its gaps.
 *
 * The words of each language stand in `resources/words/<language>/`, in ICU MessageFormat, in the file that the code's first
 * part names (docs/decisions/words-in-catalogues.md).
 *
 * @phpstan-type Parameter string|int|float|self|list<string|self>
 */
final readonly class Message
{
    /**
     * @param  string  $code  words with dots between them, of small letters, digits and hyphens
     * @param  array<string, Parameter>  $parameters  by the gap's name; a list is told as one (“a, b and c”)
     */
    public function __construct(public string $code, public array $parameters = [])
    {
    }
}
