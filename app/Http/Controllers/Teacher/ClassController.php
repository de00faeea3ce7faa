<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\ClassLine;
use HiddenLadder\App\Http\Resources\TaskLines;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\School\Phrases;
use HiddenLadder\App\School\Roster;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Classes and their rosters. */
final class ClassController extends Controller
{
    public function __construct(private readonly Roster $roster)
    {
    }

    public function index(Request $request): JsonResponse
    {
        $classes = $this->teacher($request)->classes()->withCount(['students', 'tasks'])->orderBy('name')->get();

        return new JsonResponse($classes->map(static fn (SchoolClass $class): array => (new ClassLine($class))->resolve() + [
            'students' => $class->getAttribute('students_count'),
            'tasks' => $class->getAttribute('tasks_count'),
        ])->all());
    }

    public function store(Request $request, Phrases $phrases): JsonResponse
    {
        $request->validate(['name' => ['required', 'string', 'max:120']]);
        $class = $this->teacher($request)->classes()->create([
            'school_id' => $this->teacher($request)->school_id, 'name' => $request->string('name')->trim()->value(),
            'phrase' => $phrases->fresh(),
        ]);

        return new JsonResponse($this->whole($class), 201);
    }

    public function show(SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);

        return new JsonResponse($this->whole($class));
    }

    public function addStudents(Request $request, SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate([
            'names' => ['required', 'string', 'max:50000'],
            'same' => ['array', 'max:'.Roster::MOST],
            'same.*.key' => ['required', 'string', 'max:1200'],
            'same.*.student' => ['present', 'nullable', 'string', 'max:26'],
        ]);
        $said = collect($request->array('same'))->pluck('student', 'key')->all();

        return new JsonResponse(
            $this->said($this->roster->add($class, $request->string('names')->value(), $said) + ['class' => $this->whole($class)]),
        );
    }

    public function takeOut(SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        $this->roster->takeOut($class, $student);

        return new Response('', 204);
    }

    public function bringBack(SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        $this->roster->bringBack($class, $student);

        return new Response('', 204);
    }

    /** More time where there is a limit: a factor from 1 to 4. It holds for rounds that begin from now on. */
    public function giveExtraTime(Request $request, SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        $request->validate(['extraTime' => ['required', 'numeric', 'min:1', 'max:4']]);
        $class->students()->findOrFail($student)->update(['extra_time' => $request->float('extraTime')]);

        return new Response('', 204);
    }

    /** Lets a student who forgot their secret choose a new one at the next entry; whoever is in with the old one is out. */
    public function clearSecret(SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        $found = $class->students()->findOrFail($student);
        $found->update(['secret' => null, 'device' => null, 'epoch' => $found->epoch + 1]);
        Door::lift($found);

        return new Response('', 204);
    }

    /** Lets a student try their secret again at once, after too many wrong ones. */
    public function liftPause(SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        Door::lift($class->students()->findOrFail($student));

        return new Response('', 204);
    }

    /** @return array<string, mixed> */
    private function whole(SchoolClass $class): array
    {
        $students = Student::inOrder($class->students()->get());
        $shut = Door::shutUntil(...$students->all());

        return (new ClassLine($class))->resolve() + [
            'roster' => $students->map(static fn (Student $student): array => [
                'id' => $student->id, 'name' => $student->name, 'entered' => $student->secret !== null, 'extraTime' => $student->extra_time,
                'shutUntil' => isset($shut[$student->id]) ? $shut[$student->id]->toIso8601ZuluString() : null,
            ])->all(),
            'tasks' => new TaskLines($class->tasks()->get()),
        ];
    }
}
