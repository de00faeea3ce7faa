<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Student;
use Illuminate\Support\Facades\DB;

/** How it goes for the students of a sitting, as they say at any moment. Nobody sees who said what. */
final class Moods
{
    /** Milliseconds in which what is said is said anew. */
    private const MOMENT = 3000;

    public function __construct(private readonly Live $live)
    {
    }

    public function say(Sitting $sitting, Student $student, Mood $mood): void
    {
        if ($this->ofStudent($sitting, $student) === $mood) {
            return;
        }
        $now = (int) now()->valueOf();
        $own = DB::table('sitting_moods')->where('sitting_id', $sitting->id)->where('student_id', $student->id);
        // Whoever thinks twice in a moment has said it once.
        if ((clone $own)->where('said_ms', '>', $now - self::MOMENT)->update(['mood' => $mood->value]) === 0) {
            $own->insert(['sitting_id' => $sitting->id, 'student_id' => $student->id, 'mood' => $mood->value, 'said_ms' => $now]);
        }
        $this->live->front($sitting->id);
    }

    public function ofStudent(Sitting $sitting, Student $student): ?Mood
    {
        $last = DB::table('sitting_moods')->where('sitting_id', $sitting->id)->where('student_id', $student->id)
            ->orderByDesc('id')->value('mood');

        return is_string($last) ? Mood::from($last) : null;
    }

    /** @return list<array{at: int, with: int, lost: int}> how many said which, after each time that somebody said something */
    public function of(Sitting $sitting): array
    {
        $now = $course = [];
        foreach (DB::table('sitting_moods')->where('sitting_id', $sitting->id)->orderBy('id')->get() as $said) {
            $now[$said->student_id] = $said->mood;
            $counts = array_count_values($now);
            $course[] = [
                'at' => (int) $said->said_ms, 'with' => $counts[Mood::With->value] ?? 0, 'lost' => $counts[Mood::Lost->value] ?? 0,
            ];
        }

        return $course;
    }
}
