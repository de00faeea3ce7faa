<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;
use Illuminate\Database\Eloquent\Builder;

/** In which quizzes of its teacher a video stands, and whether they fit it. */
final class VideoUses
{
    /** What is found where something does not fit a video's length. */
    private const MISFITS = ['inspection.cue.outside', 'inspection.video.past-end', 'inspection.video.ends-first'];

    /**
     * Quizzes, and the stops that ask in it.
     *
     * @return list<array{quiz: string, title: string, stops: list<array{id: string, title: string, cues: int}>}>
     */
    public static function of(Medium $medium): array
    {
        $uses = [];
        foreach (self::quizzes($medium)->get() as $quiz) {
            $document = QuizDocument::read($quiz->document);
            if (in_array($medium->id, $document->media(), true)) {
                $uses[] = ['quiz' => $quiz->id, 'title' => $document->title, 'stops' => self::stops($document, $medium)];
            }
        }

        return $uses;
    }

    /**
     * What does not fit the video, by quiz and by the finding's key.
     *
     * @return array<string, array{quiz: Quiz, document: QuizDocument, findings: array<string, Finding>}> by the quiz's id
     */
    public static function misfits(Medium $medium): array
    {
        $misfits = [];
        foreach (self::quizzes($medium)->with('tasks:id,quiz_id')->get() as $quiz) {
            $document = QuizDocument::read($quiz->document);
            $findings = [];
            // Where its ways lead does not matter here, so they are not explored.
            foreach (Inspection::of($document, VideoInfos::of($document), static fn (): array => []) as $finding) {
                if (in_array($finding->message->code, self::MISFITS, true)) {
                    $findings[$finding->key()] = $finding;
                }
            }
            $misfits[$quiz->id] = ['quiz' => $quiz, 'document' => $document, 'findings' => $findings];
        }

        return $misfits;
    }

    /** @return list<array{id: string, title: string, cues: int}> */
    private static function stops(QuizDocument $document, Medium $medium): array
    {
        $stops = [];
        foreach ([...$document->stops, ...$document->sideStops] as $stop) {
            if ($stop instanceof VideoStop && $stop->clip->media === $medium->id) {
                $stops[] = ['id' => $stop->id, 'title' => $stop->title, 'cues' => count($stop->cues)];
            }
        }

        return $stops;
    }

    /** @return Builder<Quiz> */
    private static function quizzes(Medium $medium): Builder
    {
        return Quiz::query()->where('teacher_id', $medium->teacher_id)->where('state', '!=', QuizState::Archived)
            ->where('document', 'like', "%$medium->id%")->orderBy('title')->orderBy('id');
    }
}
