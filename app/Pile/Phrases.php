<?php

declare(strict_types=1);

namespace HiddenLadder\App\Pile;

use HiddenLadder\App\Models\Teacher;
use Illuminate\Support\Facades\DB;

/** What a teacher has said to answers before, so that it need not be written again. */
final class Phrases
{
    /** Longer words are about one answer alone. */
    private const LONGEST = 500;

    private const MOST = 200;

    /** @return list<string> those used last first */
    public static function of(Teacher $teacher): array
    {
        $texts = DB::table('phrases')->where('teacher_id', $teacher->id)->orderByDesc('used_at')->limit(self::MOST)->pluck('text');

        return array_values(array_filter($texts->all(), is_string(...)));
    }

    public static function used(Teacher $teacher, string $text): void
    {
        $text = trim($text);
        if ($text === '' || mb_strlen($text) > self::LONGEST) {
            return;
        }
        DB::table('phrases')->upsert(
            [['teacher_id' => $teacher->id, 'hash' => hash('xxh128', $text), 'text' => $text, 'used_at' => now()->format('Y-m-d H:i:s.v')]],
            ['teacher_id', 'hash'],
            ['used' => DB::raw('used + 1'), 'used_at'],
        );
    }
}
