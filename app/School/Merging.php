<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Models\Merge;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Sittings\GoingOut;
use HiddenLadder\Core\Message;
use Illuminate\Support\Facades\DB;

/**
 * Makes one of two students who are one person: their rounds, hand-ins, messages, classes and tasks come together.
 *
 * Rounds of one task are numbered anew by their start, be they more than its limit. Whoever is in as the one that is gone
 * goes on as the one that is kept, on the page that is open.
 */
final class Merging
{
    /** Above every number of a round, while rounds are numbered anew. */
    private const ASIDE = 1_000_000;

    /** @throws Rejected when they are of two schools, or one of them is somebody else already */
    public function merge(Student $kept, Student $gone, Teacher $teacher): Merge
    {
        return DB::transaction(function () use ($kept, $gone, $teacher): Merge {
            $both = Student::query()->whereKey([$kept->id, $gone->id])->orderBy('id')->lockForUpdate()->get();
            $isNot = static fn (Student $one): bool => $one->merged_into !== null || $one->school_id !== $teacher->school_id;
            if ($both->count() !== 2 || $both->contains($isNot)) {
                throw new Rejected(Reason::NoPlace, new Message('problem.merge.not-these'));
            }
            $moved = [
                'rounds' => $this->hand('rounds', $gone->id, $kept->id),
                'media' => $this->hand('media', $gone->id, $kept->id),
                'messages' => $this->hand('personal_messages', $gone->id, $kept->id),
                'enrolments' => $this->joinClasses($kept, $gone),
                'tasks' => $this->joinTasks($kept, $gone),
            ];
            self::exceptions($gone->id, $kept->id);
            app(GoingOut::class)->ofAll($gone->id);
            // Who was the one before is the one that is kept now.
            $gone->namesakes()->update(['merged_into' => $kept->id]);
            $gone->update(['merged_into' => $kept->id]);

            return Merge::query()->create([
                'teacher_id' => $teacher->id, 'kept_id' => $kept->id, 'gone_id' => $gone->id, 'moved' => $moved,
            ]);
        }, 5);
    }

    /** They are two after all. What was begun since stays with the one that was kept. */
    public function takeBack(Merge $merge): void
    {
        DB::transaction(function () use ($merge): void {
            $merge = Merge::query()->lockForUpdate()->findOrFail($merge->id);
            if ($merge->taken_back_at !== null) {
                return;
            }
            if ($merge->kept()->sole()->merged_into !== null) {
                throw new Rejected(Reason::NoPlace, new Message('problem.merge.later-first'));
            }
            [$kept, $gone, $moved] = [$merge->kept_id, $merge->gone_id, $merge->moved];
            Student::query()->whereKey([$kept, $gone])->orderBy('id')->lockForUpdate()->get();
            $this->hand('rounds', $kept, $gone, $moved['rounds']);
            $this->hand('media', $kept, $gone, $moved['media']);
            $this->hand('personal_messages', $kept, $gone, $moved['messages']);
            $this->leaveClasses($kept, $gone, $moved['enrolments']);
            foreach ($moved['tasks'] as $place) {
                DB::table('task_students')->insertOrIgnore(['task_id' => $place['task'], 'student_id' => $gone]);
                DB::table('task_students')->where('task_id', $place['task'])->where('student_id', $place['moved'] ? $kept : null)->delete();
            }
            Student::query()->whereKey($gone)->update(['merged_into' => null]);
            $before = Merge::query()->where('kept_id', $gone)->whereNull('taken_back_at')->select('gone_id');
            Student::query()->whereIn('id', $before)->update(['merged_into' => $gone]);
            $merge->update(['taken_back_at' => now()]);
        }, 5);
    }

    /**
     * Gives what belongs to one student to another.
     *
     * @param  ?list<string>  $only  these alone
     * @return list<string> what was given
     */
    private function hand(string $table, string $from, string $to, ?array $only = null): array
    {
        $rows = DB::table($table)->where('student_id', $from)->orderBy('id')->lockForUpdate()
            ->when($only !== null, static fn ($query) => $query->whereIn('id', $only ?? []));
        $ids = array_values($rows->pluck('id')->map(strval(...))->all());
        if ($table === 'rounds') {
            DB::table($table)->whereIn('id', $ids)->update(['student_id' => $to, 'number' => DB::raw('number + '.self::ASIDE)]);
            $this->number($to);
            $this->number($from);
        } else {
            DB::table($table)->whereIn('id', $ids)->update(['student_id' => $to]);
        }

        return $ids;
    }

    /** Numbers a student's rounds by their start, task by task and kind by kind. */
    private function number(string $student): void
    {
        $rounds = Round::query()->where('student_id', $student)->lockForUpdate()->orderBy('started_at')->orderBy('id')
            ->get(['id', 'task_id', 'kind', 'number']);
        $together = static fn (Round $round): string => "$round->task_id {$round->kind->value}";
        foreach ($rounds->groupBy($together) as $ofTask) {
            $wrong = $ofTask->values()->reject(static fn (Round $round, int $index): bool => $round->number === $index + 1);
            if ($wrong->isEmpty()) {
                continue;
            }
            // No two may have the same number in between.
            DB::table('rounds')->whereIn('id', $wrong->modelKeys())->update(['number' => DB::raw('number + 2 * '.self::ASIDE)]);
            foreach ($wrong as $index => $round) {
                DB::table('rounds')->where('id', $round->id)->update(['number' => $index + 1]);
            }
        }
    }

    /** @return list<array{class: string, removed: ?string, moved: bool}> where the one that is gone was */
    private function joinClasses(Student $kept, Student $gone): array
    {
        $own = DB::table('enrolments')->where('student_id', $kept->id)->lockForUpdate()->get()->keyBy('class_id');
        $places = [];
        foreach (DB::table('enrolments')->where('student_id', $gone->id)->lockForUpdate()->get() as $place) {
            $here = $own->get($place->class_id);
            $row = DB::table('enrolments')->where('class_id', $place->class_id);
            (clone $row)->where('student_id', $gone->id)->delete();
            if ($here === null) {
                $key = Name::keyOf($kept->name);
                if ((clone $row)->where('name_key', $key)->exists()) {
                    throw new Rejected(Reason::NoPlace, new Message('problem.merge.namesake'));
                }
                DB::table('enrolments')->insert([
                    'class_id' => $place->class_id, 'student_id' => $kept->id, 'name_key' => $key, 'removed_at' => $place->removed_at,
                ]);
            }
            $places[] = ['class' => (string) $place->class_id, 'removed' => $place->removed_at, 'moved' => $here === null];
        }

        return $places;
    }

    /** @param  list<array{class: string, removed: ?string, moved: bool}>  $places */
    private function leaveClasses(string $kept, string $gone, array $places): void
    {
        $key = Name::keyOf(Student::query()->findOrFail($gone)->name);
        foreach ($places as $place) {
            $row = DB::table('enrolments')->where('class_id', $place['class']);
            if ($place['moved']) {
                (clone $row)->where('student_id', $kept)->delete();
            }
            if ((clone $row)->where('name_key', $key)->exists()) {
                throw new Rejected(Reason::NoPlace, new Message('problem.merge.namesake'));
            }
            DB::table('enrolments')->insert([
                'class_id' => $place['class'], 'student_id' => $gone, 'name_key' => $key, 'removed_at' => $place['removed'],
            ]);
        }
    }

    /** What holds otherwise for the one that is gone holds for the one that is kept, where nothing does for that one. */
    private static function exceptions(string $gone, string $kept): void
    {
        foreach (Task::query()->where('exceptions', 'like', "%$gone%")->lockForUpdate()->get() as $task) {
            $exceptions = $task->exceptions ?? [];
            $exceptions += isset($exceptions[$gone]) ? [$kept => $exceptions[$gone]] : [];
            $task->update(['exceptions' => $exceptions]);
        }
    }

    /** @return list<array{task: string, moved: bool}> tasks that were for the one that is gone by name */
    private function joinTasks(Student $kept, Student $gone): array
    {
        // What is for the one that is kept anyhow is not for them by name, too: taken out of a class, they would keep it.
        $own = Task::query()->givenTo($kept)->pluck('id')->all();
        $places = [];
        foreach (DB::table('task_students')->where('student_id', $gone->id)->pluck('task_id')->map(strval(...)) as $task) {
            $moved = ! in_array($task, $own, true);
            $places[] = ['task' => $task, 'moved' => $moved];
            if ($moved) {
                DB::table('task_students')->insert(['task_id' => $task, 'student_id' => $kept->id]);
            }
        }
        DB::table('task_students')->where('student_id', $gone->id)->delete();

        return $places;
    }
}
