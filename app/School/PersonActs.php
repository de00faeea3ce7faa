<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Models\Merge;
use HiddenLadder\App\Models\PersonAct;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\StudentKind;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Formats\Roster\ListedPerson;
use HiddenLadder\Core\Message;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;

/**
 * Acts on a person: a cleared secret, another name, a merge. They hold in every class the person is in, so a teacher who shares a
 * student asks: a keeper of the school or another of the student's teachers allows it. The other teachers are told, and all of it
 * is logged (docs/decisions/proven-persons.md).
 */
final readonly class PersonActs
{
    /** Days that an act is told, or waits. */
    private const TOLD_FOR = 30;

    private const MOST_LOGGED = 200;

    public function __construct(private Roster $roster, private Merging $merging)
    {
    }

    /** @return list<string> ids of the other teachers who have the student in a class in use */
    public static function otherTeachers(Teacher $teacher, Student $student): array
    {
        return array_values($student->classes()->whereNull('archived_at')->where('classes.teacher_id', '!=', $teacher->id)
            ->distinct()->pluck('classes.teacher_id')->map(strval(...))->all());
    }

    /**
     * Clears the secret; whoever is in with it is out.
     *
     * @return ?string the new code; null where it was asked for
     */
    public function clearSecret(Teacher $teacher, Student $student): ?string
    {
        $act = $this->doOrAsk($teacher, $student, PersonActKind::Secret, []);

        return $act === null || $act->state === PersonActState::Done ? $student->refresh()->code : null;
    }

    /** @return bool whether it was done, and not only asked for */
    public function rename(Teacher $teacher, Student $student, ListedPerson $person): bool
    {
        $act = $this->doOrAsk($teacher, $student, PersonActKind::Name, get_object_vars($person));

        return $act === null || $act->state === PersonActState::Done;
    }

    /**
     * A guest who is put to a name brings work along and takes nothing over: nobody has to be asked.
     *
     * @return ?Merge null where it was asked for
     */
    public function merge(Teacher $teacher, Student $kept, Student $gone): ?Merge
    {
        if ($gone->kind !== StudentKind::Roster) {
            return $this->merging->merge($kept, $gone, $teacher);
        }
        $act = $this->doOrAsk($teacher, $kept, PersonActKind::Merge, ['gone' => $gone->id], $gone);

        return $act === null || $act->state === PersonActState::Done
            ? Merge::query()->where(['kept_id' => $kept->id, 'gone_id' => $gone->id])->orderByDesc('id')->firstOrFail()
            : null;
    }

    /**
     * A keeper or another teacher of the student says yes or no.
     *
     * @throws Rejected when it was decided before, or cannot be done any more
     */
    public function decide(Teacher $by, PersonAct $act, bool $allowed): void
    {
        DB::transaction(function () use ($by, $act, $allowed): void {
            $locked = PersonAct::query()->lockForUpdate()->findOrFail($act->id);
            if ($locked->state !== PersonActState::Asked) {
                throw new Rejected(Reason::ChangedElsewhere, new Message('problem.person-act.decided'));
            }
            if ($allowed) {
                $this->carryOut($locked->teacher, $locked->student, $locked->kind, $locked->data);
            }
            $locked->update([
                'state' => $allowed ? PersonActState::Done : PersonActState::Refused, 'decided_by' => $by->id, 'decided_at' => now(),
            ]);
            // Whoever asked is told what came of it; whoever decided knows.
            DB::table('person_act_teachers')->insertOrIgnore(['person_act_id' => $locked->id, 'teacher_id' => $locked->teacher_id]);
            $this->see($by, $locked);
        }, 5);
    }

    /** The teacher has read what was told. */
    public function see(Teacher $teacher, PersonAct $act): void
    {
        DB::table('person_act_teachers')->where(['person_act_id' => $act->id, 'teacher_id' => $teacher->id])->update(['seen_at' => now()]);
    }

    /** @return Collection<int, PersonAct> what waits for a teacher's word, or is told to them and not put away; the newest first */
    public function of(Teacher $teacher): Collection
    {
        $told = DB::table('person_act_teachers')->where('teacher_id', $teacher->id)->whereNull('seen_at')->select('person_act_id');

        return $this->recent($teacher)->where('created_at', '>', now()->subDays(self::TOLD_FOR))
            ->where(static fn ($either) => $either->whereIn('id', $told)->when($teacher->is_keeper, static fn ($asked) => $asked
                ->orWhere(static fn ($one) => $one->where('state', PersonActState::Asked)
                    ->where('teacher_id', '!=', $teacher->id))))->get();
    }

    /** @return Collection<int, PersonAct> all of the school, the newest first */
    public function log(Teacher $keeper): Collection
    {
        return $this->recent($keeper)->limit(self::MOST_LOGGED)->get();
    }

    /** @return Builder<PersonAct> */
    private function recent(Teacher $teacher): Builder
    {
        return PersonAct::query()->where('school_id', $teacher->school_id)->with(['student', 'teacher:id,name', 'decider:id,name'])
            ->orderByDesc('created_at')->orderByDesc('id');
    }

    /**
     * Does it where the teacher may alone, and asks otherwise.
     *
     * @param  array<string, mixed>  $data
     * @return ?PersonAct null where nobody else is concerned: it was done, and there is nothing to tell
     */
    private function doOrAsk(Teacher $teacher, Student $student, PersonActKind $kind, array $data, ?Student $second = null): ?PersonAct
    {
        return DB::transaction(function () use ($teacher, $student, $kind, $data, $second): ?PersonAct {
            $others = array_values(array_unique([
                ...self::otherTeachers($teacher, $student), ...($second === null ? [] : self::otherTeachers($teacher, $second)),
            ]));
            $alone = Gate::forUser($teacher)->allows('actAlone', $student)
                && ($second === null || Gate::forUser($teacher)->allows('actAlone', $second));
            if ($alone) {
                $this->carryOut($teacher, $student, $kind, $data);
            }
            if ($others === []) {
                return null;
            }
            $same = PersonAct::query()->where(['student_id' => $student->id, 'teacher_id' => $teacher->id, 'kind' => $kind->value])
                ->where('state', PersonActState::Asked)->first();
            if (! $alone && $same !== null) {
                $same->update(['data' => $data]);

                return $same;
            }
            $act = PersonAct::query()->create([
                'school_id' => $student->school_id, 'student_id' => $student->id, 'teacher_id' => $teacher->id, 'kind' => $kind,
                'data' => $data, 'state' => $alone ? PersonActState::Done : PersonActState::Asked,
                'decided_by' => $alone ? $teacher->id : null, 'decided_at' => $alone ? now() : null,
            ]);
            DB::table('person_act_teachers')->insert(
                array_map(static fn (string $other): array => ['person_act_id' => $act->id, 'teacher_id' => $other], $others),
            );

            return $act;
        }, 5);
    }

    /** @param  array<string, mixed>  $data */
    private function carryOut(Teacher $teacher, Student $student, PersonActKind $kind, array $data): void
    {
        $part = static fn (string $name): ?string => is_string($data[$name] ?? null) ? $data[$name] : null;
        match ($kind) {
            PersonActKind::Secret => self::clear($student),
            PersonActKind::Name => $this->roster->rename(
                $student,
                new ListedPerson((string) $part('given'), (string) $part('family'), $part('called'), $part('number')),
            ),
            PersonActKind::Merge => $this->merging->merge($student, Student::query()->findOrFail((string) $part('gone')), $teacher),
        };
    }

    private static function clear(Student $student): void
    {
        $student->update(['secret' => null, 'device' => null, 'code' => EntryCode::make()]);
        $student->endSessions();
        Door::lift($student);
    }
}
