<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\Correction;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\EditionCorrection;
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

        return new JsonResponse($made->map(self::told(...))->all());
    }

    public function store(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);

        return new JsonResponse(self::told($this->corrections->correct($quiz, $this->teacher($request), SentChange::of($request))), 201);
    }

    /** What the draft changed since the latest edition: mends, and what is structure. */
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

        return new JsonResponse(self::told($correction->refresh()));
    }

    public function takeBack(Request $request, Quiz $quiz, Correction $correction): JsonResponse
    {
        $this->authorize('reach', $quiz);
        abort_if($correction->quiz_id !== $quiz->id, 404);
        $this->corrections->takeBack($quiz, $this->teacher($request), $correction);

        return new JsonResponse(self::told($correction->refresh()));
    }

    public function remark(Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);

        return new JsonResponse($this->corrections->remark($quiz));
    }

    /** @return array<string, mixed> */
    private static function told(Correction $correction): array
    {
        $layers = $correction->loadMissing('layers.edition')->layers;
        // Of each edition what came last tells how it stands there.
        $last = $layers->keyBy('edition_id');
        $laid = $layers->first(static fn (EditionCorrection $layer): bool => ! $layer->takes_back && $layer->unfit === null);

        return [
            'id' => $correction->id,
            'number' => $correction->number,
            'label' => $correction->label,
            'edits' => json_decode($laid->edits ?? '[]'),
            'inverse' => json_decode($laid->inverse ?? '[]'),
            'madeAt' => $correction->made_at->toIso8601ZuluString('millisecond'),
            'takenBack' => $correction->taken_back_at !== null,
            'marked' => $correction->marked,
            'elsewhere' => $last->filter(
                static fn (EditionCorrection $layer): bool => $layer->unfit !== null,
            )->map(static fn (EditionCorrection $layer): array => [
                'edition' => $layer->edition->number,
                'reason' => $layer->unfit['reason'] ?? '',
                'stands' => $layer->unfit['stands'] ?? null,
            ])->values()->all(),
        ];
    }
}
