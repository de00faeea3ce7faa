<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuestionKind;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Takes a picture, a sound or a file of a student's, before an answer names it. */
final class HandInController extends Controller
{
    public function __invoke(Request $request, Round $round, MediaFolder $folder, RoundBook $book): JsonResponse
    {
        $this->authorize('walk', $round);
        if (! self::asksForFile($book->view($round))) {
            throw new Rejected(Reason::Closed, new Message('problem.round.no-file-asked'));
        }
        $file = $request->file('file');
        $medium = $folder->takeFrom($round, is_array($file) ? null : $file);

        return new JsonResponse(['id' => $medium->id, 'kind' => $medium->kind->value, 'title' => $medium->title], 201);
    }

    /**
     * Whether a file is asked for in what the student is shown: where the round stands, on its page, or in what the device has of it.
     *
     * @param  array<array-key, mixed>  $view
     */
    private static function asksForFile(array $view): bool
    {
        if (($view['finished'] ?? false) === true) {
            return false;
        }
        foreach ($view as $name => $part) {
            $asks = $name === 'kind' ? $part === QuestionKind::HandIn->value : is_array($part) && self::asksForFile($part);
            if ($asks) {
                return true;
            }
        }

        return false;
    }
}
