<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** How a typed text is compared, beyond normal form, case and white space. */
final readonly class TextRules
{
    public function __construct(
        public bool $ignorePunctuation = false,
        public bool $ignoreDiacritics = false,
        public bool $anyWordOrder = false,
        public Spelling $spelling = Spelling::Exact,
    ) {
    }

    public static function read(Fields $fields): self
    {
        return new self(
            $fields->booleanOr('ignorePunctuation', false),
            $fields->booleanOr('ignoreDiacritics', false),
            $fields->booleanOr('anyWordOrder', false),
            Spelling::from($fields->stringOr('spelling', 'exact')),
        );
    }
}
