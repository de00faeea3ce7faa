<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Rounds\Evidence;
use Illuminate\Http\JsonResponse;

/** What the answers to a task say, after class. */
final class EvidenceController extends Controller
{
    public function __invoke(Assignment $assignment, Evidence $evidence): JsonResponse
    {
        $this->authorize('reach', $assignment->load(['class', 'quiz.latestEdition.corrections']));

        return new JsonResponse($evidence->of($assignment));
    }
}
