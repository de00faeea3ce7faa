<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\Core\Message;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** The names of a class: written in, taken out, brought back. */
final class Roster
{
    /** Names in a class at most. */
    public const MOST = 400;

    /**
     * Adds the names, one a line. A name that is there already is left alone, one that was taken out comes back. A name that
     * somebody of the school has in another class is asked about once: it is added when it is said whether it is them.
     *
     * @param  array<string, ?string>  $said  by a name's key in hexadecimal digits: which student it is, or null for somebody new
     * @return array{
     *         added: int,
     *         skipped: list<array{name: string, reason: Message}>,
     *         asked: list<array{name: string, key: string, students: list<array{id: string, name: string, classes: list<string>}>}>,
     *     }
     */
    public function add(SchoolClass $class, string $names, array $said = []): array
    {
        return DB::transaction(function () use ($class, $names, $said): array {
            SchoolClass::query()->lockForUpdate()->findOrFail($class->id);
            $there = DB::table('enrolments')->where('class_id', $class->id)->get()->keyBy('name_key');
            $room = self::MOST - $there->whereNull('removed_at')->count();
            $added = 0;
            $skipped = $asked = [];
            foreach ($this->lines($names) as $name) {
                $key = $name->key();
                $earlier = $there->get($key);
                $reason = match (true) {
                    $name->isTooLong() => new Message('roster.too-long', ['most' => Name::LONGEST]),
                    $earlier !== null && $earlier->removed_at === null => new Message('roster.there-already'),
                    $room - $added <= 0 => new Message('roster.full', ['most' => self::MOST]),
                    default => null,
                };
                if ($reason !== null) {
                    $skipped[] = ['name' => mb_substr($name->written(), 0, Name::LONGEST), 'reason' => $reason];

                    continue;
                }
                $known = $earlier === null ? $this->alike($class, $key) : new Collection;
                if ($known->isNotEmpty() && ! array_key_exists(bin2hex($key), $said)) {
                    $asked[] = $this->asked($name, $known);

                    continue;
                }
                if ($earlier === null) {
                    $student = $known->find($said[bin2hex($key)] ?? '') ?? $this->somebodyNew($class, $name);
                    $class->students()->attach($student->id, ['name_key' => $key]);
                } else {
                    $this->bringBack($class, $earlier->student_id);
                }
                $there->put($key, (object) ['removed_at' => null]);
                $added++;
            }

            return ['added' => $added, 'skipped' => $skipped, 'asked' => $asked];
        }, 5);
    }

    /** Takes a student out of the class; what they did is kept, and they can be brought back. Who is in no class any more is signed out. */
    public function takeOut(SchoolClass $class, string $student): void
    {
        DB::table('enrolments')->where('class_id', $class->id)->where('student_id', $student)->update(['removed_at' => now()]);
        Student::query()->whereKey($student)->whereDoesntHave('classes')->increment('epoch');
    }

    public function bringBack(SchoolClass $class, string $student): void
    {
        DB::table('enrolments')->where('class_id', $class->id)->where('student_id', $student)->update(['removed_at' => null]);
    }

    public function find(SchoolClass $class, string $name): ?Student
    {
        return $class->students()->wherePivot('name_key', Name::typed($name)->key())->first();
    }

    /** @return list<Name> */
    private function lines(string $names): array
    {
        $lines = array_map(Name::typed(...), explode("\n", (string) preg_replace('/\R/u', "\n", $names)));

        return array_values(array_filter($lines, static fn (Name $name): bool => $name->written() !== ''));
    }

    /** @return Collection<int, Student> those of the school who have the name in another class */
    private function alike(SchoolClass $class, string $key): Collection
    {
        return Student::query()->where('school_id', $class->school_id)
            ->whereHas(
                'classes',
                static fn ($classes) => $classes->where('enrolments.name_key', $key)->where('classes.id', '!=', $class->id),
            )
            ->whereDoesntHave('classes', static fn ($classes) => $classes->whereKey($class->id))
            ->with('classes')->orderBy('id')->get();
    }

    /**
     * @param  Collection<int, Student>  $known
     * @return array{name: string, key: string, students: list<array{id: string, name: string, classes: list<string>}>}
     */
    private function asked(Name $name, Collection $known): array
    {
        return ['name' => $name->written(), 'key' => bin2hex($name->key()),
            'students' => array_values($known->map(static fn (Student $student): array => [
                'id' => $student->id, 'name' => $student->name,
                'classes' => array_values($student->classes->map(static fn (SchoolClass $other): string => $other->name)->all()),
            ])->all())];
    }

    private function somebodyNew(SchoolClass $class, Name $name): Student
    {
        return Student::query()->create(
            ['school_id' => $class->school_id, 'given_name' => $name->given, 'family_name' => $name->family, 'called' => $name->called],
        );
    }
}
