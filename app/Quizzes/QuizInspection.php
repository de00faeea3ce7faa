<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use HiddenLadder\App\DerivedCache;
use HiddenLadder\App\Media\VideoInfos;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Results\Evidence;
use HiddenLadder\App\Tasks\Gating;
use HiddenLadder\Core\Ahead\StructureHash;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Inspection\AnswersCheck;
use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Inspection\Severity;
use HiddenLadder\Core\Inspection\TitleCheck;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Terms;

/** What the inspection finds of a teacher's quiz, with all that is known of it: its videos, its gates, and answers so far. */
final class QuizInspection
{
    public function __construct(private readonly Evidence $evidence, private readonly Editions $editions)
    {
    }

    /**
     * Fast enough to run at each save: the ways through it are only explored anew when more than words has changed.
     *
     * @return list<Finding>
     */
    public function of(Quiz $quiz): array
    {
        $document = QuizDocument::read($quiz->document);
        $structure = StructureHash::of($quiz->document);

        return [
            ...$this->gates($quiz, $document),
            ...TitleCheck::of($document->title, $this->otherTitles($quiz)),
            ...Inspection::of(
                $document,
                VideoInfos::of($document),
                static fn (callable $explore) => DerivedCache::once("structure $quiz->id", [$structure], $explore(...)),
            ),
        ];
    }

    /** @return list<Finding> what the answers so far say against questions that still stand as they were asked */
    public function fromAnswers(Quiz $quiz): array
    {
        $edition = $quiz->latestEdition;
        if ($edition === null) {
            return [];
        }
        $rounds = Round::query()->whereIn('task_id', $quiz->tasks()->select('id'));
        $questions = DerivedCache::once(
            "answers $quiz->id",
            [$edition->id, $edition->revision, Round::stamp($rounds)],
            fn (): array => $this->evidence->ofQuestions($quiz, $edition),
        );

        return AnswersCheck::of(QuizDocument::read($quiz->document), $this->editions->read($edition), $questions);
    }

    /** @return list<string> of the teacher's other quizzes that are not put away */
    private function otherTitles(Quiz $quiz): array
    {
        $others = Quiz::query()->where('teacher_id', $quiz->teacher_id)->where('state', '!=', QuizState::Archived)->whereKeyNot($quiz->id);

        return array_values(array_map(strval(...), $others->pluck('title')->all()));
    }

    /** @return list<Finding> */
    private function gates(Quiz $quiz, QuizDocument $document): array
    {
        $circle = Gating::circle($quiz, Terms::read(Fields::of($document->terms)));
        if ($circle === []) {
            return [];
        }
        $titles = Quiz::query()->whereKey($circle)->pluck('title', 'id');
        $titled = static fn (string $id): Message => new Message('problem.titled', ['title' => strval($titles->get($id, '?'))]);
        $chain = $titled($circle[0]);
        foreach ([...array_slice($circle, 1), $circle[0]] as $next) {
            $chain = new Message('problem.and-on-to', ['before' => $chain, 'next' => $titled($next)]);
        }

        return [
            new Finding(
                Severity::Warns,
                null,
                null,
                new Message('inspection.gates-in-a-circle', ['titles' => $chain]),
                [],
                null,
                $circle,
            ),
        ];
    }
}
