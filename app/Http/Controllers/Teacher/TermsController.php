<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\WayIn;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Terms\TermsInWords;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What terms mean, in plain words, while they are being chosen. */
final class TermsController extends Controller
{
    public function __invoke(Request $request): JsonResponse
    {
        $terms = Terms::read(Fields::of($request->json()->all()));

        return new JsonResponse($this->said([
            'terms' => $terms->toArray(),
            'wayIn' => WayIn::for($terms->purpose)->value,
            'sentences' => TermsInWords::sentences($terms),
            'consequences' => TermsInWords::consequences($terms),
        ]));
    }
}
