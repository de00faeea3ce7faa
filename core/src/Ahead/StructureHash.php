<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Quiz\Text;

/** What of a quiz document decides where it can lead: all of it but the words that are only read. */
final class StructureHash
{
    /** Members of stops, questions, entries and rungs that are only read; whether they are empty may matter. */
    private const READ = ['prompt', 'feedback', 'explanation', 'text', 'model', 'answers', 'link'];

    /**
     * The same for two documents that differ in nothing but such words, so that what was found out about ways through the
     * one holds for the other.
     *
     * @param  array<array-key, mixed>  $document  that DocumentCheck accepted
     * @return string  64 hexadecimal digits
     */
    public static function of(array $document): string
    {
        unset($document['title'], $document['instructions'], $document['objectives'], $document['misconceptions'], $document['stage']);
        foreach (['stops', 'pool'] as $list) {
            if (isset($document[$list])) {
                $document[$list] = self::bare($document[$list]);
            }
        }

        return hash('sha256', serialize($document));
    }

    private static function bare(mixed $value): mixed
    {
        if (! is_array($value)) {
            return $value;
        }
        foreach ($value as $member => $one) {
            $value[$member] = match (true) {
                in_array($member, self::READ, true) && is_string($one) => self::emptied($one),
                $member === 'feedback' && is_array($one) => array_map(self::emptied(...), $one),
                default => self::bare($one),
            };
        }

        return $value;
    }

    private static function emptied(mixed $text): string
    {
        return is_string($text) && ! Text::read($text)->isEmpty() ? '…' : '';
    }
}
