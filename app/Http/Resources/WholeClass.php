<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Models\Merge;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\StudentKind;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Illuminate\Support\Facades\DB;

/** A class with its roster and its tasks. */
final class WholeClass extends JsonResource
{
    public function __construct(private readonly SchoolClass $class)
    {
        parent::__construct($class);
    }

    /** @return list<array{id: string, name: string, task: string}> who came to a task of the class without being on its roster */
    private function guests(): array
    {
        $rows = DB::table('task_students')->join('students', 'students.id', '=', 'student_id')->join('tasks', 'tasks.id', '=', 'task_id')
            ->join('quizzes', 'quizzes.id', '=', 'tasks.quiz_id')->where('tasks.class_id', $this->class->id)
            ->where('students.kind', '!=', StudentKind::Roster->value)->whereNull('students.merged_into')
            ->orderBy('students.given_name')->orderBy('students.id')->get(['students.id', 'students.given_name', 'quizzes.title']);

        return array_values($rows->unique('id')->map(static fn (\stdClass $row): array => [
            'id' => (string) $row->id, 'name' => (string) $row->given_name, 'task' => (string) $row->title,
        ])->all());
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $students = Student::inOrder($this->class->students()->get());
        $shut = Door::shutUntil(...$students->all());

        return (new ClassLine($this->class))->resolve() + [
            'noCodeUntil' => $this->class->isWithoutCode() ? $this->class->no_code_until?->toIso8601ZuluString() : null,
            'roster' => $students->map(static fn (Student $student): array => [
                'id' => $student->id,
                'name' => $student->name,
                'given' => $student->given_name,
                'family' => $student->family_name,
                'called' => $student->called,
                'number' => $student->outside_number,
                'cameInAt' => $student->came_in_at?->toIso8601ZuluString(),
                'hasSecret' => $student->secret !== null,
                'extraTime' => $student->extra_time,
                'shutUntil' => isset($shut[$student->id]) ? $shut[$student->id]->toIso8601ZuluString() : null,
            ])->all(),
            'takenOut' => Student::inOrder($this->class->takenOut()->get())
                ->map(static fn (Student $student): array => ['id' => $student->id, 'name' => $student->name])->all(),
            'guests' => $this->guests(),
            'merges' => Merge::query()->whereNull('taken_back_at')->whereIn('kept_id', $students->modelKeys())
                ->whereRelation('kept', 'merged_into', null)->with(['kept', 'gone'])->orderByDesc('created_at')->orderByDesc('id')->get()
                ->map(static fn (Merge $merge): array => [
                    'id' => $merge->id, 'kept' => $merge->kept->name, 'gone' => $merge->gone->name,
                ])->all(),
            'tasks' => new TaskLines($this->class->tasks()->get()),
        ];
    }
}
