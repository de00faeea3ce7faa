<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Sittings\GoingOut;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Formats\Roster\ListedPerson;
use HiddenLadder\Core\Formats\Roster\NameTable;
use HiddenLadder\Core\Message;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** The names of a class: looked at, written in, put right, taken out, brought back. */
final class Roster
{
    /** Names in a class at most. */
    public const MOST = 400;

    /**
     * Who those on a list are to the class, in the order of the list. Nothing is changed.
     *
     * @param  list<ListedPerson>  $people
     * @return list<RosterLine>
     */
    public function recognise(SchoolClass $class, array $people): array
    {
        $there = $this->enrolled($class);
        $alike = $this->alike($class, $people);
        $room = self::room($there);
        $seen = [];
        $lines = [];
        foreach ($people as $person) {
            $line = $this->line($person, $there, $alike, isset($seen[Name::of($person)->key()]));
            $seen[Name::of($person)->key()] = true;
            if ($line->as->fits() && --$room < 0) {
                $line = new RosterLine($person, Recognised::Full);
            }
            $lines[] = $line;
        }

        return $lines;
    }

    /**
     * Adds those on a list who fit. Somebody whose name is known elsewhere is added when it is said who it is.
     *
     * @param  list<ListedPerson>  $people
     * @param  array<int, ?string>  $said  by their place on the list: which student it is, or null for somebody new
     * @return array{added: list<Student>, left: list<RosterLine>}
     */
    public function add(SchoolClass $class, array $people, array $said = []): array
    {
        return DB::transaction(function () use ($class, $people, $said): array {
            SchoolClass::query()->lockForUpdate()->findOrFail($class->id);
            $added = $left = [];
            foreach ($this->recognise($class, $people) as $index => $line) {
                $isSaid = array_key_exists($index, $said) || $line->as !== Recognised::ByName;
                if (! $line->as->fits() || ! $isSaid) {
                    $left[] = $line;

                    continue;
                }
                $chosen = array_key_exists($index, $said) ? $line->known->find($said[$index] ?? '') : $line->likely();
                $added[] = $this->enrol($class, $line, $chosen);
            }

            return ['added' => $added, 'left' => $left];
        }, 5);
    }

    /** Adds names as they are typed, one a line. */
    public function write(SchoolClass $class, string $names): void
    {
        $this->add($class, NameTable::read($names));
    }

    private function enrol(SchoolClass $class, RosterLine $line, ?Student $student): Student
    {
        if ($line->as === Recognised::TakenOut) {
            $student = $line->known->firstOrFail();
            $this->bringBack($class, $student->id);

            return $student;
        }
        $person = $line->person;
        $number = $person->number === null || $this->hasNumber($class, $person->number) ? null : $person->number;
        $student ??= Student::query()->create(['school_id' => $class->school_id, 'given_name' => $person->given,
            'family_name' => $person->family, 'called' => $person->called, 'outside_number' => $number]);
        if ($student->outside_number === null && $number !== null) {
            $student->update(['outside_number' => $number]);
        }
        // Known by the number, they may be written otherwise elsewhere: they keep the name they are known by.
        $class->students()->attach($student->id, ['name_key' => Name::keyOf($student->name)]);

        return $student;
    }

    /**
     * Another name, in all classes.
     *
     * @throws Rejected when it is too long, or somebody else in one of the classes has it
     */
    public function rename(Student $student, ListedPerson $person): void
    {
        $name = Name::of($person);
        if ($name->isTooLong()) {
            throw self::invalid('/given', new Message('roster.too-long', ['most' => Name::LONGEST]));
        }
        DB::transaction(function () use ($student, $person, $name): void {
            $own = DB::table('enrolments')->where('student_id', $student->id)->lockForUpdate()->pluck('class_id');
            $taken = DB::table('enrolments')->join('classes', 'classes.id', '=', 'class_id')->whereIn('class_id', $own)
                ->where('name_key', $name->key())->where('student_id', '!=', $student->id)->value('classes.name');
            if ($taken !== null) {
                throw self::invalid('/given', new Message('roster.name-taken', ['class' => (string) $taken]));
            }
            if ($person->number !== null && Student::query()->where('school_id', $student->school_id)->whereKeyNot($student->id)
                ->where('outside_number', $person->number)->exists()) {
                throw self::invalid('/number', new Message('roster.number-taken'));
            }
            DB::table('enrolments')->where('student_id', $student->id)->update(['name_key' => $name->key()]);
            $student->update(['given_name' => $person->given, 'family_name' => $person->family, 'called' => $person->called,
                'outside_number' => $person->number]);
        }, 5);
    }

    /**
     * From one class into another.
     *
     * @throws Rejected when somebody else there has the name, or it is full
     */
    public function move(Student $student, SchoolClass $from, SchoolClass $to): void
    {
        DB::transaction(function () use ($student, $from, $to): void {
            SchoolClass::query()->whereKey([$from->id, $to->id])->orderBy('id')->lockForUpdate()->get();
            $there = $this->enrolled($to);
            $namesake = $there[Name::keyOf($student->name)][0] ?? null;
            if ($namesake?->id !== $student->id) {
                if ($namesake !== null) {
                    throw self::invalid('/to', new Message('roster.name-taken', ['class' => $to->name]));
                }
                if (self::room($there) < 1) {
                    throw self::invalid('/to', new Message('roster.full', ['most' => self::MOST]));
                }
                $to->students()->attach($student->id, ['name_key' => Name::keyOf($student->name)]);
            }
            $this->bringBack($to, $student->id);
            $this->takeOut($from, $student->id);
        }, 5);
    }

    /** Takes a student out of the class; what they did is kept, and they can be brought back. Who is in no class any more is signed out. */
    public function takeOut(SchoolClass $class, string $student): void
    {
        DB::table('enrolments')->where('class_id', $class->id)->where('student_id', $student)->update(['removed_at' => now()]);
        Student::query()->whereKey($student)->whereDoesntHave('classes')->first()?->endSessions();
        app(Live::class)->end($student);
        app(GoingOut::class)->ofClass($student, $class->id);
    }

    public function bringBack(SchoolClass $class, string $student): void
    {
        DB::table('enrolments')->where('class_id', $class->id)->where('student_id', $student)->update(['removed_at' => null]);
    }

    public function find(SchoolClass $class, string $name): ?Student
    {
        return $class->students()->wherePivot('name_key', Name::keyOf($name))->first();
    }

    /**
     * @param  array<string, array{Student, bool}>  $there
     * @param  array{names: array<string, Collection<int, Student>>, numbers: array<string, Student>}  $alike
     */
    private function line(ListedPerson $person, array $there, array $alike, bool $isTwice): RosterLine
    {
        $name = Name::of($person);
        $byNumber = $alike['numbers'][$person->number ?? ''] ?? null;
        [$earlier, $isOut] = $there[$byNumber === null ? $name->key() : Name::keyOf($byNumber->name)] ?? [null, false];
        $number = $byNumber->outside_number ?? $person->number;
        $isOther = $earlier !== null && $number !== null && $earlier->outside_number !== null && $earlier->outside_number !== $number;
        $byName = $alike['names'][$name->key()] ?? new Collection;

        return match (true) {
            $name->isTooLong() => new RosterLine($person, Recognised::TooLong),
            $isTwice, $isOther => new RosterLine($person, Recognised::Twice),
            $earlier !== null && ! $isOut => new RosterLine($person, Recognised::InClass, new Collection([$earlier])),
            $earlier !== null => new RosterLine($person, Recognised::TakenOut, new Collection([$earlier])),
            $byNumber !== null => new RosterLine($person, Recognised::ByNumber, new Collection([$byNumber])),
            $byName->isNotEmpty() => new RosterLine($person, Recognised::ByName, $byName),
            default => new RosterLine($person, Recognised::AsNew),
        };
    }

    /** @return array<string, array{Student, bool}> who is or was in the class and whether they were taken out, by the key of their name */
    private function enrolled(SchoolClass $class): array
    {
        $enrolled = [];
        $rows = Student::query()->join('enrolments', 'student_id', '=', 'students.id')->where('class_id', $class->id)->with('classes')
            ->get(['students.*', 'name_key', 'removed_at']);
        foreach ($rows as $student) {
            $enrolled[(string) $student->getAttribute('name_key')] = [$student, $student->getAttribute('removed_at') !== null];
        }

        return $enrolled;
    }

    /** @param  array<string, array{Student, bool}>  $enrolled */
    private static function room(array $enrolled): int
    {
        return self::MOST - count(array_filter($enrolled, static fn (array $one): bool => ! $one[1]));
    }

    /**
     * Those of the school who have one of the names in another class, or one of the numbers.
     *
     * @param  list<ListedPerson>  $people
     * @return array{names: array<string, Collection<int, Student>>, numbers: array<string, Student>} by key, by number
     */
    private function alike(SchoolClass $class, array $people): array
    {
        $keys = array_map(static fn (ListedPerson $person): string => Name::of($person)->key(), $people);
        $numbers = array_map(static fn (ListedPerson $person): ?string => $person->number, $people);
        $numbers = array_values(array_filter($numbers, is_string(...)));
        $students = Student::query()->where('school_id', $class->school_id)->whereNull('merged_into')->with('classes')->orderBy('id');
        $named = (clone $students)
            ->whereHas(
                'classes',
                static fn ($classes) => $classes->whereIn('enrolments.name_key', $keys)->where('classes.id', '!=', $class->id),
            )
            ->whereDoesntHave('classes', static fn ($classes) => $classes->whereKey($class->id))->get();
        $byKey = $named->groupBy(static fn (Student $student): string => Name::keyOf($student->name));
        $byNumber = $students->whereIn('outside_number', $numbers)->get();

        return ['names' => $byKey->all(), 'numbers' => $byNumber->keyBy('outside_number')->all()];
    }

    private function hasNumber(SchoolClass $class, string $number): bool
    {
        return Student::query()->where('school_id', $class->school_id)->where('outside_number', $number)->exists();
    }

    private static function invalid(string $pointer, Message $why): Rejected
    {
        return Rejected::invalid($why, [new Fault($pointer, $why)]);
    }
}
