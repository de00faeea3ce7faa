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
use Illuminate\Validation\Rule;

/** What terms mean, in plain words, while they are being chosen. */
final class TermsController extends Controller
{
    public function __invoke(Request $request): JsonResponse
    {
        $request->validate(['closes' => [Rule::in(['yes', 'no'])]]);
        $terms = Terms::read(Fields::of($request->json()->all()));
        $closes = $request->query('closes') === null ? null : $request->query('closes') === 'yes';

        return new JsonResponse($this->said([
            'terms' => $terms->toArray(),
            'wayIn' => WayIn::for($terms->purpose)->value,
            'sentences' => TermsInWords::sentences($terms),
            'consequences' => TermsInWords::consequences($terms, $closes),
            'groups' => TermsInWords::groups($terms, $closes),
        ]));
    }
}
