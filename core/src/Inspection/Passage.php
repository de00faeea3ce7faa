<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

/** What people read in one member of a quiz document, and where it stands. */
final readonly class Passage
{
    /** Members within which no words for people stand. */
    private const NO_WORDS = ['kind', 'media', 'tex', 'clip', 'from'];

    public string $text;

    /**
     * @param  ?string  $stop  where it is read
     * @param  ?string  $at  the id of that of which it is a member; null for the quiz's own
     * @param  string|array<array-key, mixed>  $value  as the document has it
     */
    public function __construct(public ?string $stop, public ?string $at, public string $member, string|array $value)
    {
        $this->text = implode("\n", self::words($value));
    }

    /** @return list<string> */
    private static function words(mixed $value): array
    {
        if (is_string($value)) {
            return trim($value) === '' ? [] : [$value];
        }
        $words = [];
        foreach (is_array($value) ? $value : [] as $member => $one) {
            if (! in_array($member, self::NO_WORDS, true)) {
                array_push($words, ...self::words($one));
            }
        }

        return $words;
    }
}
