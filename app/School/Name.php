<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\Core\Formats\Roster\ListedPerson;
use HiddenLadder\Core\Marking\PlainText;

/** A student's name: as it is written, compared and put in order. */
final readonly class Name
{
    /** Characters of a name at most. */
    public const LONGEST = 100;

    /** Bytes of a key at most, as in the table of enrolments. */
    private const LONGEST_KEY = 600;

    /** @param  ?string  $called  what they are called by, where that is not the given name */
    public function __construct(public string $given, public string $family = '', public ?string $called = null)
    {
    }

    public static function of(ListedPerson $person): self
    {
        return new self($person->given, $person->family, $person->called);
    }

    public function written(): string
    {
        return trim(($this->called ?? $this->given).' '.$this->family);
    }

    public function isTooLong(): bool
    {
        return max(mb_strlen($this->written()), mb_strlen($this->given)) > self::LONGEST || strlen($this->key()) > self::LONGEST_KEY;
    }

    /** What names are compared by, in bytes (NFKC, case folded): those with the same key are the same name at the door. */
    public function key(): string
    {
        return self::keyOf($this->written());
    }

    /** The key of a name as it is typed at the door. */
    public static function keyOf(string $typed): string
    {
        return PlainText::folded(ListedPerson::inOneLine($typed));
    }

    /** The order of two names: alphabetical, numbers in them by size. Negative, 0 or positive. */
    public static function compare(string $one, string $other): int
    {
        static $collator = null;
        if ($collator === null) {
            $collator = new \Collator('root');
            $collator->setAttribute(\Collator::NUMERIC_COLLATION, \Collator::ON);
        }
        assert($collator instanceof \Collator);

        return (int) $collator->compare($one, $other);
    }
}
