<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\Correction;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Rounds\Corrections;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\Correction as Mend;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Mending a quiz in use. */
final class CorrectionController extends Controller
{
    public function __construct(private readonly Corrections $corrections)
    {
    }

    public function index(Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $made = $quiz->latestEdition === null ? collect() : Correction::query()->where('edition_id', $quiz->latestEdition->id)->orderByDesc('number')->get();

        return new JsonResponse($made->map(self::told(...))->all());
    }

    public function store(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);

        return new JsonResponse(self::told($this->corrections->correct($quiz, $this->teacher($request), Fields::of($request->json()->all()))), 201);
    }

    /** What the draft changed since the latest edition: mends, and whether there is more. */
    public function difference(Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $difference = $this->corrections->difference($quiz);

        return new JsonResponse([
            'mends' => array_map(static fn (Mend $mend): array => ['pointer' => $mend->pointer, 'value' => $mend->value], $difference->mends ?? []),
            'structure' => $difference->structure ?? false,
        ]);
    }

    public function mend(Request $request, Quiz $quiz): Response
    {
        $this->authorize('reach', $quiz);
        $this->corrections->mend($quiz, $this->teacher($request));

        return new Response('', 204);
    }

    public function takeBack(Request $request, Quiz $quiz, Correction $correction): JsonResponse
    {
        $this->authorize('reach', $quiz);
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
        return [
            'id' => $correction->id,
            'number' => $correction->number,
            'pointer' => $correction->pointer,
            'before' => $correction->before,
            'value' => $correction->value,
            'madeAt' => $correction->made_at->toIso8601ZuluString('millisecond'),
            'takenBack' => $correction->taken_back_at !== null,
        ];
    }
}
