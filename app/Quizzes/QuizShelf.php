<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use HiddenLadder\App\Http\Resources\QuizFindings;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use Illuminate\Support\Facades\DB;

/** A teacher's quizzes: a new one, and an edition of one. */
final class QuizShelf
{
    public function __construct(private readonly QuizInspection $inspection, private readonly Words $words)
    {
    }

    /**
     * A quiz with a finish and nothing else.
     *
     * @param  ?string  $id  a ULID, where whoever asks has made one, so that it can ask again
     */
    public function begin(Teacher $teacher, string $title, string $language, bool $atOnce = false, ?string $id = null): Quiz
    {
        return $teacher->quizzes()->forceCreate(($id === null ? [] : ['id' => $id]) + [
            'title' => $title,
            'put_at_once' => $atOnce,
            'state' => QuizState::Draft,
            'version' => 1,
            'document' => [
                'schema' => QuizDocument::SCHEMA,
                'title' => $title,
                'instructions' => $atOnce ? '' : $teacher->standing_instructions ?? '',
                'language' => $language,
                'stops' => [],
                'sideStops' => [],
                'finishes' => [['id' => Ulids::make(), 'title' => $this->words->say(new Message('making.finish')), 'message' => '']],
            ],
        ])->refresh();
    }

    /**
     * Freezes an edition of the quiz as it stands.
     *
     * @throws Rejected when the inspection finds something that stops it
     */
    public function publish(Quiz $quiz): void
    {
        DB::transaction(function () use ($quiz): void {
            $locked = Quiz::query()->lockForUpdate()->findOrFail($quiz->id);
            $findings = $this->inspection->of($locked);
            if (! Inspection::allowsPublishing($findings)) {
                throw new Rejected(
                    Reason::NotReady,
                    new Message('problem.quiz.not-ready'),
                    ['findings' => (new QuizFindings($findings, $locked->left_findings ?? []))->resolve()],
                );
            }
            $latest = $locked->latestEdition;
            if ($latest === null || $latest->version !== $locked->version) {
                Edition::query()->create([
                    'quiz_id' => $locked->id,
                    'number' => ($latest->number ?? 0) + 1,
                    'version' => $locked->version,
                    'document' => $locked->document,
                    'published_at' => now(),
                ]);
            }
            $locked->update(['state' => QuizState::Published]);
        }, 5);
    }
}
