<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\App\Tasks\TaskComments;
use HiddenLadder\Core\Quiz\VideoStop;
use Illuminate\Http\JsonResponse;

/** What was written at the moments of the video that a student is at: one's own, and the class's where the teacher opened it. */
final class CommentController extends Controller
{
    public function __invoke(Round $round, RoundBook $book, RoundRules $rules): JsonResponse
    {
        $this->authorize('walk', $round);
        $place = $book->view($round)['place'];
        $stop = ($place['kind'] ?? '') === 'video' && is_string($place['id'] ?? null)
            ? $rules->quiz($round)->stop($place['id'])
            : null;
        if (! $stop instanceof VideoStop) {
            return new JsonResponse([]);
        }
        $notes = is_array($place['notes'] ?? null) ? $place['notes'] : [];

        $cues = array_values(array_filter(array_column($notes, 'id'), is_string(...)));

        return new JsonResponse(TaskComments::forStudent($round, $stop, $cues));
    }
}
