<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** Documents of older schema versions as the newest version has them. */
final class Upgrade
{
    public const NEWEST = 2;

    /**
     * Version 2 told cues apart by kind; everything else it added has a default.
     *
     * @param  array<array-key, mixed>  $document  what it is not sure of, it leaves for the check to refuse
     * @return array<array-key, mixed>
     */
    public static function toNewest(array $document): array
    {
        if (($document['schema'] ?? null) !== 1) {
            return $document;
        }
        foreach (['stops', 'sideStops'] as $list) {
            foreach (is_array($document[$list] ?? null) ? $document[$list] : [] as $s => $stop) {
                foreach (is_array($stop) && is_array($stop['cues'] ?? null) ? $stop['cues'] : [] as $c => $cue) {
                    if (is_array($cue) && is_array($document[$list]) && is_array($document[$list][$s]) && is_array($document[$list][$s]['cues'])) {
                        $document[$list][$s]['cues'][$c] = ['kind' => 'question'] + $cue;
                    }
                }
            }
        }

        return ['schema' => self::NEWEST] + $document;
    }
}
