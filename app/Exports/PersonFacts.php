<?php

declare(strict_types=1);

namespace HiddenLadder\App\Exports;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\PassedScore;
use HiddenLadder\App\Models\PersonalMessage;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\SittingStudent;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use Illuminate\Support\Facades\DB;

/** What is kept about a student in tables, beside the events of rounds. Times are UTC (ISO 8601). */
final class PersonFacts
{
    /** @return array<string, mixed> */
    public function of(Student $student): array
    {
        // Of who was found to be this one, some of it still stands under that id.
        $ids = [$student->id, ...array_values($student->namesakes()->orderBy('id')->pluck('id')->map(strval(...))->all())];

        return [
            'person' => self::person($student),
            'alsoEnteredAs' => $student->namesakes()->orderBy('id')->get()->map(self::person(...))->all(),
            'classes' => self::classes($student),
            'tasks' => self::tasks($student, $ids),
            'rounds' => self::rounds($student),
            'handedIn' => $student->media()->orderBy('id')->get()->map(static fn (Medium $medium): array => [
                'file' => $medium->file, 'title' => $medium->title, 'type' => $medium->type, 'bytes' => $medium->bytes,
                'round' => $medium->round_id, 'isSheet' => (bool) $medium->getAttribute('is_sheet'),
            ])->all(),
            'messages' => self::messages($student),
            'commentsHidden' => DB::table('hidden_comments')->whereIn('round_id', $student->rounds()->select('id'))
                ->orderBy('round_id')->orderBy('number')->get()
                ->map(static fn (\stdClass $one): array => ['round' => $one->round_id, 'event' => $one->number])->all(),
            'printedSheets' => DB::table('sheets')->whereIn('student_id', $ids)->orderBy('task_id')->pluck('task_id')->all(),
            'sittings' => self::sittings($ids),
            'gradebook' => PassedScore::query()->whereIn('student_id', $ids)->orderBy('at')->orderBy('id')->get()
                ->map(static fn (PassedScore $score): array => [
                    'task' => $score->task_id, 'score' => $score->score, 'activity' => $score->activity, 'grading' => $score->grading,
                    'state' => $score->state->value, 'at' => $score->at->toIso8601ZuluString('millisecond'),
                    'sentAt' => $score->sent_at?->toIso8601ZuluString('millisecond'),
                ])->all(),
        ];
    }

    /** @return array<string, mixed> */
    private static function person(Student $student): array
    {
        return [
            'id' => $student->id, 'school' => $student->school->name, 'kind' => $student->kind->value,
            'givenName' => $student->given_name, 'familyName' => $student->family_name, 'called' => $student->called,
            'number' => $student->outside_number, 'hasSecret' => $student->secret !== null, 'extraTime' => $student->extra_time,
            'reading' => $student->reading, 'device' => $student->device,
            'cameInAt' => $student->came_in_at?->toIso8601ZuluString('millisecond'),
            'enteredAt' => $student->created_at?->toIso8601ZuluString('millisecond'),
        ];
    }

    /** @return list<array<string, mixed>> */
    private static function classes(Student $student): array
    {
        $left = DB::table('enrolments')->where('student_id', $student->id)->pluck('removed_at', 'class_id');

        return array_values(SchoolClass::query()->whereKey($left->keys()->all())->with('teacher:id,name')->orderBy('id')->get()
            ->map(static fn (SchoolClass $class): array => [
                'id' => $class->id, 'name' => $class->name, 'teacher' => $class->teacher->name, 'leftAt' => $left->get($class->id),
            ])->all());
    }

    /**
     * Where they are named: whom a task is for, what holds otherwise for them in it, in which of its groups they were put.
     *
     * @param  list<string>  $ids
     * @return list<array<string, mixed>>
     */
    private static function tasks(Student $student, array $ids): array
    {
        $tasks = Task::query()->where(static function ($either) use ($student, $ids): void {
            $either->whereIn('id', DB::table('task_students')->where('student_id', $student->id)->select('task_id'))
                ->orWhereIn('id', $student->rounds()->select('task_id'));
            foreach ($ids as $id) {
                $either->orWhere('exceptions', 'like', "%$id%")->orWhere('groups', 'like', "%$id%");
            }
        });
        $isIn = static fn (array $group): bool => array_intersect($group['students'], $ids) !== [];

        return array_values($tasks->with(['quiz:id,title', 'class:id,name', 'teacher:id,name'])->orderBy('id')->get()
            ->map(static fn (Task $task): array => [
                'id' => $task->id, 'title' => $task->quiz->title, 'class' => $task->class?->name, 'teacher' => $task->teacher->name,
                'givenAt' => $task->created_at->toIso8601ZuluString('millisecond'),
                'otherwise' => array_values(array_intersect_key($task->exceptions ?? [], array_flip($ids))),
                'groups' => array_column(array_filter($task->groups ?? [], $isIn), 'need'),
            ])->all());
    }

    /** @return list<array<string, mixed>> */
    private static function rounds(Student $student): array
    {
        return array_values($student->rounds()->orderBy('started_at')->orderBy('id')->get([
            'id', 'task_id', 'kind', 'number', 'score', 'mastered', 'done', 'answered', 'commented', 'started_at', 'finished_at',
        ])->map(static fn (Round $round): array => [
            'id' => $round->id, 'task' => $round->task_id, 'kind' => $round->kind->value, 'number' => $round->number,
            'score' => $round->score, 'mastered' => $round->mastered, 'done' => $round->done, 'answered' => $round->answered,
            'commented' => $round->commented, 'beganAt' => $round->started_at->toIso8601ZuluString('millisecond'),
            'endedAt' => $round->finished_at?->toIso8601ZuluString('millisecond'),
        ])->all());
    }

    /** @return list<array<string, mixed>> */
    private static function messages(Student $student): array
    {
        return array_values(PersonalMessage::query()->where('student_id', $student->id)->with('teacher:id,name')->orderBy('sent_at')
            ->orderBy('id')->get()->map(static fn (PersonalMessage $message): array => [
                'with' => $message->teacher->name, 'fromTeacher' => $message->from_teacher, 'about' => $message->about,
                'text' => $message->text, 'task' => $message->task_id, 'round' => $message->round_id,
                'sentAt' => $message->sent_at->toIso8601ZuluString('millisecond'),
            ])->all());
    }

    /**
     * Into which they came, and how they said it went.
     *
     * @param  list<string>  $ids
     * @return list<array<string, mixed>>
     */
    private static function sittings(array $ids): array
    {
        $moods = [];
        foreach (DB::table('sitting_moods')->whereIn('student_id', $ids)->orderBy('id')->get(['sitting_id', 'mood', 'said_ms']) as $said) {
            $moods[$said->sitting_id][] = ['mood' => $said->mood, 'at' => self::instant((int) $said->said_ms)];
        }
        $came = SittingStudent::query()->whereIn('student_id', $ids)->with('sitting.class:id,name')->orderBy('entered_at')->get();

        return array_values($came->map(static fn (SittingStudent $one): array => [
            'class' => $one->sitting->class->name, 'enteredAt' => $one->entered_at->toIso8601ZuluString('millisecond'),
            'leftAt' => $one->left_at?->toIso8601ZuluString('millisecond'), 'round' => $one->round_id,
            'moods' => $moods[$one->sitting_id] ?? [],
        ])->all());
    }

    /** @param  int  $milliseconds  since 1970 */
    private static function instant(int $milliseconds): string
    {
        return CarbonImmutable::createFromTimestampMsUTC($milliseconds)->toIso8601ZuluString('millisecond');
    }
}
