<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\Core\Marking\PlainText;

/** Class phrases: three short words that are easy to read out and to type. */
final class Phrases
{
    /** A phrase that no class has yet. */
    public function fresh(): string
    {
        $words = $this->words();
        do {
            $phrase = implode(' ', array_map(static fn (int $i): string => $words[$i], [
                random_int(0, count($words) - 1), random_int(0, count($words) - 1), random_int(0, count($words) - 1),
            ]));
        } while (SchoolClass::query()->where('phrase', $phrase)->exists());

        return $phrase;
    }

    /** The class that a phrase brings to, however it was spaced, joined or capitalised. */
    public function find(string $typed): ?SchoolClass
    {
        $phrase = trim((string) preg_replace('/[^\p{L}]+/u', ' ', PlainText::folded($typed)));

        return $phrase === '' ? null : SchoolClass::query()->where('phrase', $phrase)->whereNull('archived_at')->first();
    }

    /** @return non-empty-list<string> */
    private function words(): array
    {
        $words = file(resource_path('phrases.txt'), FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES);
        assert($words !== false && $words !== []);

        return $words;
    }
}
