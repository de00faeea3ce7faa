<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\PersonActLine;
use HiddenLadder\App\Models\PersonAct;
use HiddenLadder\App\School\PersonActs;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Acts on students whom several teachers share: decided, put away, listed. */
final class PersonActController extends Controller
{
    public function __construct(private readonly PersonActs $acts)
    {
    }

    public function decide(Request $request, PersonAct $act): Response
    {
        $this->authorize('decide', $act);
        $request->validate(['allowed' => ['required', 'boolean']]);
        $this->acts->decide($this->teacher($request), $act, $request->boolean('allowed'));

        return new Response('', 204);
    }

    public function see(Request $request, PersonAct $act): Response
    {
        $this->authorize('see', $act);
        $this->acts->see($this->teacher($request), $act);

        return new Response('', 204);
    }

    /** All of the school, for its keepers. */
    public function index(Request $request): JsonResponse
    {
        $teacher = $this->teacher($request);
        $this->authorize('keep', $teacher->school()->sole());

        return new JsonResponse($this->acts->log($teacher)->map(
            static fn (PersonAct $act): array => PersonActLine::of($act, $teacher),
        )->all());
    }
}
