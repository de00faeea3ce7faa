<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Problem;
use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\AssignmentState;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Rounds\Editions;
use HiddenLadder\App\Rounds\Lookout;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Round\Terms;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;

/** Giving a quiz to a class, and seeing how it goes. */
final class AssignmentController extends Controller
{
    public function store(Request $request, SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate(['quiz' => ['required', 'string'], 'dueAt' => ['nullable', 'date']]);
        $quiz = Quiz::query()->findOrFail($request->string('quiz')->value());
        $this->authorize('reach', $quiz);
        if ($quiz->latestEdition === null) {
            throw new Problem(409, 'not-published', 'Publish this quiz before you give it to a class.');
        }
        $assignment = Assignment::query()->create([
            'class_id' => $class->id,
            'quiz_id' => $quiz->id,
            'state' => AssignmentState::Open,
            'terms' => Terms::learn()->toArray(),
            'due_at' => self::time($request->input('dueAt')),
        ]);

        return new JsonResponse(self::line($assignment->load(['quiz', 'class'])), 201);
    }

    public function update(Request $request, Assignment $assignment): JsonResponse
    {
        $this->authorize('reach', $assignment->load('class'));
        $request->validate([
            'state' => [Rule::in([AssignmentState::Open->value, AssignmentState::Closed->value])],
            'dueAt' => ['nullable', 'date'],
        ]);
        if ($request->has('state')) {
            $assignment->state = AssignmentState::from($request->string('state')->value());
        }
        if ($request->has('dueAt')) {
            $assignment->due_at = self::time($request->input('dueAt'));
        }
        $assignment->save();

        return new JsonResponse(self::line($assignment->load('quiz')));
    }

    /** The assignment with the edition that rounds now begin on. */
    public function show(Assignment $assignment, Editions $editions): JsonResponse
    {
        $this->authorize('reach', $assignment->load(['class', 'quiz.latestEdition.corrections']));
        $edition = $assignment->quiz->latestEdition;
        assert($edition !== null);

        return new JsonResponse(self::line($assignment) + [
            'terms' => Terms::read(Fields::of($assignment->terms))->sentence(),
            'edition' => $edition->number,
            'document' => $editions->document($edition),
        ]);
    }

    public function lookout(Assignment $assignment, Lookout $lookout): JsonResponse
    {
        $this->authorize('reach', $assignment->load(['class', 'quiz.latestEdition.corrections']));

        return new JsonResponse($lookout->of($assignment));
    }

    /** Everything one student did in this assignment, in order. */
    public function studentWalks(Assignment $assignment, string $student): JsonResponse
    {
        $this->authorize('reach', $assignment->load('class'));
        $found = Student::query()->whereHas('classes', static fn ($classes) => $classes->whereKey($assignment->class_id))->findOrFail($student);
        $rounds = $assignment->rounds()->where('student_id', $found->id)->with('events')->orderBy('number')->get();

        return new JsonResponse([
            'id' => $found->id,
            'name' => $found->name,
            'rounds' => $rounds->map(static fn (Round $round): array => [
                'number' => $round->number,
                'startedAt' => $round->started_at->toIso8601ZuluString('millisecond'),
                'finishedAt' => $round->finished_at?->toIso8601ZuluString('millisecond'),
                'events' => $round->events->map(static fn (RoundEvent $event): array => [
                    'number' => $event->number,
                    'kind' => $event->kind,
                    'at' => $event->taken_ms,
                    'data' => (object) $event->data,
                    'facts' => $event->facts,
                ])->all(),
            ])->all(),
        ]);
    }

    /** @return array<string, mixed> */
    public static function line(Assignment $assignment): array
    {
        $rounds = $assignment->rounds();

        return [
            'id' => $assignment->id,
            'quiz' => $assignment->quiz_id,
            'title' => $assignment->quiz->title,
            'class' => ['id' => $assignment->class->id, 'name' => $assignment->class->name],
            'state' => $assignment->state->value,
            'dueAt' => $assignment->due_at?->toIso8601ZuluString(),
            'givenAt' => $assignment->created_at->toIso8601ZuluString(),
            'students' => $assignment->class->students()->count(),
            'started' => (clone $rounds)->distinct()->count('student_id'),
            'finished' => (clone $rounds)->whereNotNull('finished_at')->distinct()->count('student_id'),
        ];
    }

    private static function time(mixed $written): ?CarbonImmutable
    {
        return is_string($written) && $written !== '' ? CarbonImmutable::parse($written)->utc() : null;
    }
}
