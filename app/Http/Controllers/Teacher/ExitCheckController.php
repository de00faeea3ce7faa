<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Results\ExitChecks;
use Illuminate\Http\JsonResponse;

/** What a class said of its lessons. */
final class ExitCheckController extends Controller
{
    public function __invoke(SchoolClass $class, ExitChecks $checks): JsonResponse
    {
        $this->authorize('reach', $class);

        return new JsonResponse($checks->of($class));
    }
}
