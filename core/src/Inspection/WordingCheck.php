<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Terms\Terms;

/**
 * How a question and its options are worded.
 *
 * @phpstan-type Found array{Severity, string, Message, ?QuickFix}
 */
final readonly class WordingCheck
{
    /** An option that speaks of others by their place (English). */
    private const BY_PLACE = '/\b(?i:(all|none|both|neither|any|each) (of )?(the )?(above|below|previous|preceding|following))\b'
        .'|\b(both )?[A-H] (and|or|&) [A-H]\b/u';

    /** How much longer than every other the right option may be: it gives itself away (common practice). */
    private const LONGER = 1.6;

    private const LONGER_CHARACTERS = 15;

    private const TRUE_OR_FALSE = [['true', 'false'], ['yes', 'no'], ['right', 'wrong'], ['correct', 'incorrect']];

    public function __construct(private Terms $terms)
    {
    }

    /** @return list<Found> */
    public function of(Question $question): array
    {
        return $question->kind->showsOptions()
            ? [...$this->byPlace($question), ...self::length($question), ...self::trueOrFalse($question)]
            : [];
    }

    /** @return list<Found> */
    private function byPlace(Question $question): array
    {
        $found = [];
        foreach ($question->entries as $entry) {
            $words = $entry->text->plain();
            if (preg_match(self::BY_PLACE, $words) !== 1) {
                continue;
            }
            $other = match (true) {
                preg_match('/^\s*all (of )?(the )?(above|previous|preceding)\.?\s*$/iu', $words) === 1 => 'All other answers',
                preg_match('/^\s*none (of )?(the )?(above|previous|preceding)\.?\s*$/iu', $words) === 1 => 'None of the other answers',
                preg_match('/^\s*any (of )?(the )?(above|previous|preceding)\.?\s*$/iu', $words) === 1 => 'Any of the other answers',
                default => null,
            };
            $found[] = [
                $this->terms->mixOptions && ! $entry->pinned ? Severity::Warns : Severity::Advises, $entry->id,
                new Message('inspection.wording.by-place', ['option' => $words]),
                $other === null ? null : QuickFix::set(new Message('inspection.fix.say', ['words' => $other]), $entry->id, 'text', $other),
            ];
        }

        return $found;
    }

    /** @return list<Found> */
    private static function length(Question $question): array
    {
        $accepted = $question->accepted();
        $others = array_values(array_filter($question->entries, static fn (Entry $entry): bool => ! $entry->right));
        if (! $question->kind->picksOne() || count($accepted) !== 1 || count($others) < 2) {
            return [];
        }
        $right = mb_strlen(trim($accepted[0]->text->plain()));
        $longest = max(array_map(static fn (Entry $entry): int => mb_strlen(trim($entry->text->plain())), $others));

        return $right > self::LONGER * $longest && $right > $longest + self::LONGER_CHARACTERS
            ? [[Severity::Advises, $accepted[0]->id, new Message('inspection.wording.long-right-option'), null]]
            : [];
    }

    /** @return list<Found> */
    private static function trueOrFalse(Question $question): array
    {
        if ($question->kind !== QuestionKind::OneChoice || count($question->entries) !== 2) {
            return [];
        }
        $words = array_map(static fn (Entry $entry): string => PlainText::folded($entry->text->plain()), $question->entries);
        foreach (self::TRUE_OR_FALSE as $pair) {
            if (array_diff($pair, $words) === []) {
                return [
                    [
                        Severity::Advises,
                        $question->id,
                        new Message('inspection.wording.true-or-false'),
                        QuickFix::set(
                            new Message('inspection.fix.make-true-or-false'),
                            $question->id,
                            'kind',
                            QuestionKind::TrueFalse->value,
                        ),
                    ],
                ];
            }
        }

        return [];
    }
}
