<?php

declare(strict_types=1);

namespace HiddenLadder\App\Classes;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\Core\Marking\PlainText;
use Illuminate\Support\Facades\DB;

/** The names of a class: written in, taken out, brought back. */
final class Roster
{
    /** Names in a class at most. */
    public const MOST = 400;

    /**
     * Adds the names, one a line. A name that is there already is left alone, one that was taken out comes back.
     *
     * @return array{added: int, skipped: list<array{name: string, reason: string}>}
     */
    public function add(SchoolClass $class, string $names): array
    {
        return DB::transaction(function () use ($class, $names): array {
            SchoolClass::query()->lockForUpdate()->findOrFail($class->id);
            $there = DB::table('enrolments')->where('class_id', $class->id)->get()->keyBy('name_key');
            $room = self::MOST - $there->whereNull('removed_at')->count();
            $added = 0;
            $skipped = [];
            foreach (explode("\n", (string) preg_replace('/\R/u', "\n", $names)) as $line) {
                $name = trim((string) preg_replace('/[\s\p{Cc}]+/u', ' ', $line));
                $key = $this->key($name);
                $earlier = $there->get($key);
                $reason = match (true) {
                    $name === '' => '',
                    mb_strlen($name) > 100 => 'longer than 100 characters',
                    $earlier !== null && $earlier->removed_at === null => 'in the class already',
                    $room - $added <= 0 => 'a class has at most '.self::MOST.' names',
                    default => null,
                };
                if ($reason !== null) {
                    $skipped = $reason === '' ? $skipped : [...$skipped, ['name' => mb_substr($name, 0, 100), 'reason' => $reason]];

                    continue;
                }
                if ($earlier === null) {
                    $student = Student::query()->create(['name' => $name, 'secret' => null]);
                    $class->students()->attach($student->id, ['name_key' => $key]);
                    $there->put($key, (object) ['removed_at' => null]);
                } else {
                    $this->bringBack($class, $earlier->student_id);
                    $there->put($key, (object) ['removed_at' => null]);
                }
                $added++;
            }

            return ['added' => $added, 'skipped' => $skipped];
        }, 5);
    }

    /** Takes a student out of the class; what they did is kept, and they can be brought back. */
    public function takeOut(SchoolClass $class, string $student): void
    {
        DB::table('enrolments')->where('class_id', $class->id)->where('student_id', $student)->update(['removed_at' => now()]);
    }

    public function bringBack(SchoolClass $class, string $student): void
    {
        DB::table('enrolments')->where('class_id', $class->id)->where('student_id', $student)->update(['removed_at' => null]);
    }

    public function find(SchoolClass $class, string $name): ?Student
    {
        return $class->students()->wherePivot('name_key', $this->key($name))->first();
    }

    /** Names that read the same are the same name at the door. */
    private function key(string $name): string
    {
        return mb_substr(PlainText::folded($name), 0, 180);
    }
}
