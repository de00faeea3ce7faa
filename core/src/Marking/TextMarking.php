<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Spelling;
use HiddenLadder\Core\Quiz\TextRules;
use WeakMap;

/** Marks typed text against what was foreseen. */
final class TextMarking
{
    /** @var WeakMap<Entry, array{TextRules, ComparedText}> entries' texts as they are compared */
    private WeakMap $prepared;

    public function __construct()
    {
        $this->prepared = new WeakMap;
    }

    /**
     * What equals an accepted text is right, what equals a known wrong one is wrong; only then can it be a slip of the pen.
     *
     * @param  list<Entry>  $entries
     */
    public function mark(array $entries, TextRules $rules, string $text): Mark
    {
        $given = ComparedText::of($text, $rules);
        $wrong = null;
        foreach ($entries as $entry) {
            if ($this->prepared($entry, $rules)->isSame($given)) {
                if ($entry->right) {
                    return Mark::entry($entry);
                }
                $wrong ??= $entry;
            }
        }
        if ($wrong !== null) {
            return Mark::entry($wrong);
        }
        $meant = $rules->spelling === Spelling::Exact ? null : $this->meant($entries, $rules, $given->plain);
        if ($meant === null) {
            return Mark::notRight();
        }

        return $rules->spelling === Spelling::Accept
            ? new Mark(Result::Right, $meant->share, $meant->id, $meant->misconception, NearMiss::Spelling)
            : new Mark(Result::Unclear, 0.0, null, null, NearMiss::Spelling);
    }

    /** @param  list<Entry>  $entries */
    private function meant(array $entries, TextRules $rules, string $given): ?Entry
    {
        foreach ($entries as $entry) {
            $accepted = $entry->right ? $this->prepared($entry, $rules)->plain : '';
            $allowed = Distance::allowed(mb_strlen($accepted));
            if ($allowed > 0 && Distance::between($accepted, $given, $allowed) <= $allowed) {
                return $entry;
            }
        }

        return null;
    }

    private function prepared(Entry $entry, TextRules $rules): ComparedText
    {
        $known = $this->prepared[$entry] ?? null;
        if ($known === null || $known[0] !== $rules) {
            $this->prepared[$entry] = $known = [$rules, ComparedText::of($entry->key, $rules)];
        }

        return $known[1];
    }
}
