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
        // On the board the class watches together: what it has come to there, each has come to.
        $video = match ($place['kind'] ?? '') {
            'video' => $place['id'] ?? null,
            'board' => $place['frame'] ?? null,
            default => null,
        };
        $stop = is_string($video) ? $rules->quiz($round)->stop($video) : null;
        if (! $stop instanceof VideoStop) {
            return new JsonResponse([]);
        }
        $notes = is_array($place['notes'] ?? null) ? array_column($place['notes'], 'id') : [$place['comments'] ?? null];
        $cues = array_values(array_filter($notes, is_string(...)));

        return new JsonResponse(TaskComments::forStudent($round, $stop, $cues));
    }
}
