<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Models\Merge;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A class with its roster and its tasks. */
final class WholeClass extends JsonResource
{
    public function __construct(private readonly SchoolClass $class)
    {
        parent::__construct($class);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $students = Student::inOrder($this->class->students()->get());
        $shut = Door::shutUntil(...$students->all());

        return (new ClassLine($this->class))->resolve() + [
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
            'merges' => Merge::query()->whereNull('taken_back_at')->whereIn('kept_id', $students->modelKeys())
                ->whereRelation('kept', 'merged_into', null)->with(['kept', 'gone'])->orderByDesc('created_at')->orderByDesc('id')->get()
                ->map(static fn (Merge $merge): array => ['id' => $merge->id, 'kept' => $merge->kept->name, 'gone' => $merge->gone->name])->all(),
            'tasks' => new TaskLines($this->class->tasks()->get()),
        ];
    }
}
