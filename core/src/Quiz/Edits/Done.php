<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

/** What a change did to a document. */
final readonly class Done
{
    /**
     * @param  list<Edit>  $edits  as they were given, and after them what was mended of what they left dangling
     * @param  list<Edit>  $inverse  gives the document back as it was
     */
    public function __construct(public array $edits, public array $inverse)
    {
    }
}
