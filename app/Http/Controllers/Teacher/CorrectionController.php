<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\CorrectionLine;
use HiddenLadder\App\Models\Correction;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Quizzes\Corrections;
use HiddenLadder\App\Quizzes\SentChange;
use HiddenLadder\Core\Quiz\Edits\Edit;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Mending a quiz in use. */
final class CorrectionController extends Controller
{
    public function __construct(private readonly Corrections $corrections)
    {
    }

    public function index(Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $made = Correction::query()->where('quiz_id', $quiz->id)->with('layers.edition:id,number')->orderByDesc('number')->get();

        return new JsonResponse(CorrectionLine::collection($made));
    }

    public function store(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);

        return new JsonResponse(
            new CorrectionLine($this->corrections->correct($quiz, $this->teacher($request), SentChange::of($request))),
            201,
        );
    }

    /** What the draft changed since the latest edition: corrections, and what is structure. */
    public function difference(Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $difference = $this->corrections->difference($quiz);
        $told = static fn (array $edits): array => array_map(static fn (Edit $edit): \stdClass => $edit->toObject(), $edits);

        return new JsonResponse(
            ['corrections' => $told($difference['corrections']), 'structure' => $told($difference['structure'])] + $difference,
        );
    }

    /** Lays a correction over one more edition, which reads otherwise. */
    public function layOver(Quiz $quiz, Correction $correction, string $number): JsonResponse
    {
        $this->authorize('reach', $quiz);
        abort_if($correction->quiz_id !== $quiz->id, 404);
        $edition = Edition::query()->where('quiz_id', $quiz->id)->where('number', (int) $number)->firstOrFail();
        $this->corrections->layOver($correction, $edition);

        return new JsonResponse(new CorrectionLine($correction->refresh()));
    }

    public function takeBack(Request $request, Quiz $quiz, Correction $correction): JsonResponse
    {
        $this->authorize('reach', $quiz);
        abort_if($correction->quiz_id !== $quiz->id, 404);
        $this->corrections->takeBack($quiz, $this->teacher($request), $correction);

        return new JsonResponse(new CorrectionLine($correction->refresh()));
    }

    public function remark(Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);

        return new JsonResponse($this->corrections->remark($quiz));
    }
}
