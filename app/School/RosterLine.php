<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\Core\Formats\Roster\ListedPerson;
use Illuminate\Database\Eloquent\Collection;

/** Somebody on a list, and who that is to the school, before anything is taken from it. */
final readonly class RosterLine
{
    /** @param  Collection<int, Student>  $known  whom it may be, or who it is */
    public function __construct(public ListedPerson $person, public Recognised $as, public Collection $known = new Collection)
    {
    }

    /** Whom it is most likely: the one with the number, or the only one with the whole of the name. */
    public function likely(): ?Student
    {
        $only = $this->known->count() === 1 ? $this->known->first() : null;

        return $this->as === Recognised::ByNumber || $this->person->family !== '' ? $only : null;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'given' => $this->person->given,
            'family' => $this->person->family,
            'called' => $this->person->called,
            'number' => $this->person->number,
            'name' => mb_substr(Name::of($this->person)->written(), 0, Name::LONGEST),
            'as' => $this->as->value,
            'likely' => $this->likely()?->id,
            'students' => array_values($this->known->map(static fn (Student $student): array => [
                'id' => $student->id, 'name' => $student->name,
                'classes' => array_values($student->classes->map(static fn (SchoolClass $class): string => $class->name)->all()),
            ])->all()),
        ];
    }
}
