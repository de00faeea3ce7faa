<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/**
 * Captions of a video in one language.
 *
 * @property string $id
 * @property string $medium_id
 * @property string $language as BCP 47 has it
 * @property list<array{from: float, to: float, text: string, settings: string, name: string}> $lines in the order of their times
 * @property int $revision counts how often it was written
 */
final class CaptionTrack extends Model
{
    protected function casts(): array
    {
        return ['lines' => 'array', 'revision' => 'integer'];
    }
}
