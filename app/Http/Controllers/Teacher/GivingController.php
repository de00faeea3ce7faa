<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\TaskLines;
use HiddenLadder\App\Http\TaskMembers;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Unit;
use HiddenLadder\App\Quizzes\SuggestedTerms;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Tasks\Giving;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Giving a quiz to classes, to some students, or to whoever has the link. */
final class GivingController extends Controller
{
    public function __construct(private readonly Giving $giving)
    {
    }

    public function store(Request $request, SuggestedTerms $suggested): JsonResponse
    {
        $request->validate([
            'quiz' => ['required', 'string'], 'classes' => ['present', 'array', 'max:50'], 'classes.*' => ['string'],
            'students' => ['nullable', 'array', 'min:1', 'max:400'], 'students.*' => ['string'], ...TaskMembers::rules(),
            'follows' => ['nullable', 'array:task,need'], 'follows.task' => ['required_with:follows', 'string'],
            'follows.need' => ['required_with:follows', 'string', 'ulid'],
        ]);
        $quiz = Quiz::query()->findOrFail($request->string('quiz')->value());
        $this->authorize('reach', $quiz);
        $classes = $this->classes($request);
        $terms = Terms::read(Fields::of($request->input('terms') ?? $suggested->of($quiz), '/terms'));
        $named = is_array($request->input('students')) && count($classes) === 1;
        $students = $named ? array_map(strval(...), array_values($request->array('students'))) : null;

        return new JsonResponse($this->lines($this->giving->give(
            $this->teacher($request),
            $quiz,
            $terms,
            $classes,
            $students,
            TaskMembers::of($request) + ($request->has('unit') ? ['unit_id' => $this->unit($request)] : []) + $this->follows($request),
        )), 201);
    }

    /** The same to other classes, with its times moved by so many days. */
    public function again(Request $request, Task $task): JsonResponse
    {
        $this->authorize('reach', $task);
        $request->validate([
            'classes' => ['required', 'array', 'min:1', 'max:50'], 'classes.*' => ['string'],
            'days' => ['required', 'integer', 'between:-3700,3700'],
        ]);
        $classes = $this->classes($request);
        assert($classes !== []);

        return new JsonResponse($this->lines(
            $this->giving->again($task, $this->teacher($request), $classes, $request->integer('days')),
        ), 201);
    }

    /** For one student it is otherwise: what is not said is as for all. */
    public function except(Request $request, Task $task, string $student, RoundBook $book): Response
    {
        $this->authorize('reach', $task->load('class'));
        abort_unless($task->students()->contains('id', $student), 404);
        $request->validate(['dueAt' => ['nullable', 'date'], 'closesAt' => ['nullable', 'date']]);
        $said = array_map(
            static fn (?CarbonImmutable $time): ?string => $time?->toIso8601ZuluString(),
            array_intersect_key(TaskMembers::times($request), ['dueAt' => true, 'closesAt' => true]),
        );
        if ($request->input('terms') !== null) {
            $said['terms'] = Terms::read(Fields::of($request->input('terms'), '/terms'))->toArray();
        }
        $this->giving->except($task, $student, $said);
        $book->settle($task);

        return new Response('', 204);
    }

    /** For that student it is as for all again. */
    public function noException(Task $task, string $student, RoundBook $book): Response
    {
        $this->authorize('reach', $task);
        $this->giving->except($task, $student, []);
        $book->settle($task);

        return new Response('', 204);
    }

    /** For one student its gates are open, whatever was mastered before. */
    public function lift(Task $task, string $student): Response
    {
        $this->authorize('reach', $task->load('class'));
        abort_unless($task->students()->contains('id', $student), 404);
        $this->giving->lift($task, $student, true);

        return new Response('', 204);
    }

    public function noLift(Task $task, string $student): Response
    {
        $this->authorize('reach', $task);
        $this->giving->lift($task, $student, false);

        return new Response('', 204);
    }

    /** Which students of its class a task is for that was given to some. */
    public function name(Request $request, Task $task): Response
    {
        $this->authorize('reach', $task->load('class'));
        $request->validate(['students' => ['required', 'array', 'min:1', 'max:400'], 'students.*' => ['string']]);
        $this->giving->name($task, array_map(strval(...), array_values($request->array('students'))));

        return new Response('', 204);
    }

    /** The names of the units that the teacher has. */
    public function units(Request $request): JsonResponse
    {
        return new JsonResponse(Unit::query()->where('teacher_id', $this->teacher($request)->id)->orderBy('name')->pluck('name')->all());
    }

    private function unit(Request $request): ?string
    {
        return $this->giving->unit($this->teacher($request), $request->string('unit')->value());
    }

    /** @return array<string, string> which task it is a follow-up of, and for what */
    private function follows(Request $request): array
    {
        if ($request->input('follows') === null) {
            return [];
        }
        $task = Task::query()->findOrFail($request->string('follows.task')->value());
        $this->authorize('reach', $task);

        return ['follows_id' => $task->id, 'follows_need' => $request->string('follows.need')->value()];
    }

    /** @return list<SchoolClass> */
    private function classes(Request $request): array
    {
        $classes = array_map(
            static fn (mixed $id): SchoolClass => SchoolClass::query()->findOrFail((string) $id),
            array_values(array_unique($request->array('classes'))),
        );
        foreach ($classes as $class) {
            $this->authorize('reach', $class);
        }

        return $classes;
    }

    /** @param  non-empty-list<Task>  $tasks */
    private function lines(array $tasks): TaskLines
    {
        return new TaskLines(new Collection($tasks));
    }
}
