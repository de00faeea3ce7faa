<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\TaskLine;
use HiddenLadder\App\Http\TaskMembers;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\SentChange;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Results\FollowUps;
use HiddenLadder\App\Results\Openings;
use HiddenLadder\App\Tasks\FollowingUp;
use HiddenLadder\Core\Message;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What comes of a task's evidence for some of its students: groups, and what each is given next. */
final class FollowUpController extends Controller
{
    private const ULID = ['required', 'string', 'ulid'];

    /** What to give those students for what they share. */
    public function proposal(Request $request, Task $task, FollowUps $followUps): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz.latestEdition']));
        $request->validate(['need' => self::ULID, 'students' => ['array', 'max:400'], 'students.*' => ['string']]);
        $proposal = $followUps->proposal($task, $request->string('need')->value(), self::students($request));

        return new JsonResponse($proposal ?? throw new Rejected(Reason::NotFound, new Message('problem.task.no-such-need')));
    }

    public function index(Request $request, Task $task, FollowUps $followUps): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz.latestEdition']));
        $request->validate(['measures' => ['array', 'max:50'], 'measures.*' => ['string', 'ulid']]);
        $measures = [];
        foreach ($request->array('measures') as $followUp => $measure) {
            $measures[(string) $followUp] = (string) $measure;
        }

        return new JsonResponse(array_map(
            fn (array $one): array => ['line' => TaskLine::of($one['task'])] + $one['told'],
            $followUps->of($task, $measures),
        ));
    }

    /** Makes its quiz, and gives it where that is wished; else the teacher changes it first. */
    public function store(Request $request, Task $task, FollowingUp $following): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz']));
        $request->validate([
            'title' => ['required', 'string', 'max:200'], 'need' => self::ULID, 'give' => ['required', 'boolean'],
            'students' => ['required', 'array', 'min:1', 'max:400'], 'students.*' => ['string'],
            'dueAt' => ['nullable', 'date'], 'note' => ['nullable', 'string', 'max:500'],
        ]);
        $stops = self::stops($request, $task);
        $teacher = $this->teacher($request);
        $title = $request->string('title')->trim()->value();
        $need = $request->string('need')->value();
        $given = $request->boolean('give')
            ? $following->give($task, $teacher, $title, $stops, $need, self::students($request), TaskMembers::of($request))
            : null;
        $quiz = $given->quiz_id ?? $following->make($task, $teacher, $title, $stops)->id;

        return new JsonResponse(['quiz' => $quiz, 'task' => $given === null ? null : TaskLine::of($given)], 201);
    }

    /** How to open the next lesson, and what came of it where it was. */
    public function opening(Task $task, Openings $openings): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz.latestEdition']));

        return new JsonResponse($openings->of($task));
    }

    /** It is not wanted, as far as the class has come now. */
    public function doWithout(Task $task): Response
    {
        $this->authorize('reach', $task);
        $task->update(['opening_left_at' => CarbonImmutable::now()]);

        return new Response('', 204);
    }

    public function takeUp(Task $task): Response
    {
        $this->authorize('reach', $task);
        $task->update(['opening_left_at' => null]);

        return new Response('', 204);
    }

    /** Makes the opening of a lesson; the class is then led through it from the front. */
    public function open(Request $request, Task $task, FollowingUp $following): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz']));
        $request->validate(['title' => ['required', 'string', 'max:200']]);
        $title = $request->string('title')->trim()->value();

        return new JsonResponse(
            TaskLine::of($following->open($task, $this->teacher($request), $title, self::stops($request, $task))),
            201,
        );
    }

    /** The groups as the teacher made them. */
    public function group(Request $request, Task $task): Response
    {
        $this->authorize('reach', $task);
        $request->validate([
            'groups' => ['present', 'array', 'max:50'], 'groups.*.need' => self::ULID,
            'groups.*.students' => ['present', 'array', 'max:400'], 'groups.*.students.*' => ['string', 'ulid'],
        ]);
        $groups = array_map(static fn (mixed $group): array => [
            'need' => (string) $group['need'], 'students' => array_values(array_map(strval(...), $group['students'])),
        ], array_values($request->array('groups')));
        $task->update(['groups' => $groups]);

        return new Response('', 204);
    }

    /** They are as proposed again. */
    public function ungroup(Task $task): Response
    {
        $this->authorize('reach', $task);
        $task->update(['groups' => null]);

        return new Response('', 204);
    }

    /**
     * What the small quiz holds.
     *
     * @throws Rejected where the task has no class
     */
    private static function stops(Request $request, Task $task): SentChange
    {
        if ($task->class === null) {
            throw Rejected::invalid(new Message('problem.task.no-class-to-follow-up'));
        }
        // Decoded once more with objects: what a quiz holds keeps its empty ones.
        $sent = json_decode($request->getContent(), false, 200);

        return SentChange::read($sent instanceof \stdClass ? $sent->stops ?? null : null);
    }

    /** @return list<string> */
    private static function students(Request $request): array
    {
        return array_values(array_map(strval(...), $request->array('students')));
    }
}
