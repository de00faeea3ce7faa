<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Rounds\OwnRounds;
use HiddenLadder\App\Rounds\Returning;
use HiddenLadder\Core\Quiz\Objective;
use HiddenLadder\Core\Quiz\QuizDocument;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What came back of a task: who still has what they had mastered, by objective, and when it comes back next. */
final class ReturnsController extends Controller
{
    public function __construct(private readonly Returning $returning, private readonly Editions $editions)
    {
    }

    public function __invoke(Request $request, Task $task): JsonResponse
    {
        $this->authorize('reach', $task->load(['class', 'quiz.latestEdition']));
        $edition = $task->quiz->latestEdition;
        abort_if($edition === null, 404);
        $quiz = $this->editions->read($edition);
        $school = $this->teacher($request)->school()->sole();
        $own = OwnRounds::ofTask($task);
        $students = [];
        $there = $slipping = [];
        foreach ($task->students() as $student) {
            $students[] = self::line($student, $own[$student->id] ?? null, $school);
            foreach ($this->holds($own[$student->id] ?? null, $quiz, $school) as $objective => $holds) {
                $holds ? $there[$objective][] = $student->id : $slipping[$objective][] = $student->id;
            }
        }

        return new JsonResponse([
            'students' => $students,
            'objectives' => array_map(static fn (array $objective): array => $objective + [
                'there' => $there[$objective['id']] ?? [], 'slipping' => $slipping[$objective['id']] ?? [],
            ], self::objectives($quiz, isset($there['']) || isset($slipping['']))),
        ]);
    }

    /** @return array<string, mixed> */
    private static function line(Student $student, ?OwnRounds $own, School $school): array
    {
        $isMastered = $own !== null && $own->rounds->contains('mastered', true);

        return [
            'id' => $student->id, 'name' => $student->name, 'mastered' => $isMastered,
            'done' => $own?->returns->whereNotNull('finished_at')->count() ?? 0,
            'on' => $own === null ? null : Returning::date(Returning::due($own, $school)),
        ];
    }

    /** @return array<string, bool> */
    private function holds(?OwnRounds $own, QuizDocument $quiz, School $school): array
    {
        return $own === null || $own->returns->isEmpty() ? [] : $this->returning->memory($own, $quiz, $school)->holds();
    }

    /**
     * @param  bool  $withNone  there are questions without an objective
     * @return list<array{id: string, text: string}>
     */
    private static function objectives(QuizDocument $quiz, bool $withNone): array
    {
        $all = array_map(static fn (Objective $one): array => ['id' => $one->id, 'text' => $one->text], $quiz->objectives);

        return $withNone ? [...$all, ['id' => '', 'text' => '']] : $all;
    }
}
