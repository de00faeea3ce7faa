<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Marking\Distance;
use HiddenLadder\Core\Marking\PlainText;

/**
 * Short texts of several people, gathered by likeness: those that share the words that few of them use.
 *
 * Each text is a set of words with the weight ln(1 + texts / texts with the word) (inverse document frequency, Spärck Jones 1972);
 * two are as like as the cosine of the angle between them (Salton and McGill 1983). A text joins the group that it is most like on
 * the whole; how like it must be at least was found by trying it on texts of a line or two.
 */
final readonly class Likeness
{
    private const LIKE_ENOUGH = 0.2;

    /** Letters by which two forms of a word are known to be one, at least. */
    private const STEM = 4;

    /** @param  float  $least  how like a text must be to a group to join it, 0 to 1 */
    public function __construct(private float $least = self::LIKE_ENOUGH)
    {
    }

    /**
     * @param  array<array-key, string>  $texts
     * @return list<non-empty-list<array-key>> keys of those alike, the most first; what is like nothing is alone
     */
    public function gather(array $texts): array
    {
        $weighed = $this->weighed(array_map(self::words(...), $texts));
        $groups = [];
        // Who says most first: what is shorter joins them.
        uasort($weighed, static fn (array $a, array $b): int => count($b) <=> count($a));
        foreach ($weighed as $key => $words) {
            $best = null;
            $most = $this->least;
            foreach ($groups as $index => $group) {
                $each = array_map(static fn (int|string $one): float => self::alike($words, $weighed[$one]), $group);
                $like = array_sum($each) / count($group);
                if ($like >= $most) {
                    [$best, $most] = [$index, $like];
                }
            }
            if ($best === null) {
                $groups[] = [$key];
            } else {
                $groups[$best][] = $key;
            }
        }
        usort($groups, static fn (array $a, array $b): int => count($b) <=> count($a));

        return $groups;
    }

    /**
     * @param  array<array-key, list<string>>  $texts  words of each
     * @return array<array-key, array<string, float>> weights by word
     */
    private function weighed(array $texts): array
    {
        $forms = self::forms(array_values(array_unique(array_merge([], ...array_values($texts)))));
        $texts = array_map(
            static fn (array $words): array => array_values(array_unique(
                array_map(static fn (string $word): string => $forms[$word], $words),
            )),
            $texts,
        );
        $uses = array_count_values(array_merge([], ...array_values($texts)));
        $weight = static fn (string $word): float => log(1 + count($texts) / $uses[$word]);

        return array_map(static fn (array $words): array => array_combine($words, array_map($weight, $words)), $texts);
    }

    /**
     * Words that are forms of one, or a slip of the pen apart.
     *
     * @param  list<string>  $words
     * @return array<string, string> by word the one that stands for it
     */
    private static function forms(array $words): array
    {
        usort($words, static fn (string $a, string $b): int => mb_strlen($a) <=> mb_strlen($b));
        $forms = [];
        foreach ($words as $word) {
            foreach (array_unique(array_values($forms)) as $known) {
                if (self::isOne($known, $word)) {
                    $forms[$word] = $known;
                    break;
                }
            }
            $forms[$word] ??= $word;
        }

        return $forms;
    }

    /** One begins as the other does, and is little longer; or they are apart as marking lets spelling be. */
    private static function isOne(string $short, string $long): bool
    {
        $letters = mb_strlen($short);
        if ($letters >= self::STEM && mb_strlen($long) - $letters <= 4 && str_starts_with($long, $short)) {
            return true;
        }

        $most = Distance::allowed($letters);

        return $most > 0 && Distance::between($short, $long, $most) <= $most;
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        preg_match_all('/[\p{L}\p{N}]+/u', PlainText::withoutDiacritics(PlainText::folded($text)), $found);

        return array_values(array_unique(array_filter($found[0], static fn (string $word): bool => mb_strlen($word) > 2)));
    }

    /**
     * @param  array<string, float>  $one
     * @param  array<string, float>  $other
     */
    private static function alike(array $one, array $other): float
    {
        $length = static fn (array $words): float => sqrt(array_sum(array_map(static fn (float $weight): float => $weight ** 2, $words)));
        $both = array_sum(array_map(static fn (float $weight): float => $weight ** 2, array_intersect_key($one, $other)));
        $lengths = $length($one) * $length($other);

        return $lengths < 1e-12 ? 0.0 : $both / $lengths;
    }
}
