<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\PersonalParts;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Sittings\Attendance;
use HiddenLadder\App\Sittings\GoingOut;
use HiddenLadder\App\Sittings\Mood;
use HiddenLadder\App\Sittings\Moods;
use HiddenLadder\App\Sittings\SittingBook;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;

/** A student in a sitting: comes in, stands where the class stands, says how it goes, leaves. */
final class SittingController extends Controller
{
    public function __construct(private readonly SittingBook $book, private readonly Moods $moods)
    {
    }

    public function enter(Request $request, Sitting $sitting, Attendance $attendance, RoundBook $rounds): JsonResponse
    {
        $this->authorize('enter', $sitting);
        $this->book->enter($sitting, $student = $this->student($request));

        return new JsonResponse($this->stands($student, $attendance, $rounds));
    }

    public function goOut(Request $request, Sitting $sitting, GoingOut $goingOut): Response
    {
        $this->authorize('enter', $sitting);
        $goingOut->ofSitting($this->student($request)->id, $sitting->id);

        return new Response('', 204);
    }

    /** Where the class stands, for the device of a student who is in a sitting; nothing where they are in none. */
    public function show(Request $request, Attendance $attendance, RoundBook $rounds): JsonResponse
    {
        return new JsonResponse($this->stands($this->student($request), $attendance, $rounds));
    }

    public function say(Request $request, Sitting $sitting): Response
    {
        $this->authorize('enter', $sitting);
        $request->validate(['mood' => ['required', Rule::enum(Mood::class)]]);
        $mood = $request->enum('mood', Mood::class);
        assert($mood instanceof Mood);
        $this->moods->say($sitting, $this->student($request), $mood);

        return new Response('', 204);
    }

    /** @return array<string, mixed> */
    private function stands(Student $student, Attendance $attendance, RoundBook $rounds): array
    {
        $in = Attendance::of($student);
        if ($in === null) {
            return ['sitting' => null, 'round' => null];
        }
        $state = $in->sitting->stands();
        $round = $attendance->round($in, $student);
        $quick = $state->quick === null ? null : Task::query()->givenTo($student)->with('quiz:id,title')->find($state->quick);

        return [
            'sitting' => [
                'id' => $in->sitting_id,
                'number' => $state->number,
                'class' => $in->sitting->class->name,
                'phase' => $state->phase->value,
                'mood' => $this->moods->ofStudent($in->sitting, $student)?->value,
                'shut' => $state->place !== null && $round === null,
                'quick' => $quick === null ? null : ['task' => $quick->id, 'title' => $quick->quiz->title],
            ],
            'round' => $round instanceof Round ? PersonalParts::shownTo($student, $rounds->view($round)) : null,
        ];
    }
}
