<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Terms\Terms;

/** What a stored round is walked by: its quiz, its terms, its engine. The one place that loads what a round hangs on. */
final class RoundRules
{
    /** @var array<string, Engine> by edition, revision, what is asked and terms */
    private array $engines = [];

    /** @var array<string, QuizDocument> what returns ask, by edition, revision and that */
    private array $asked = [];

    /** @var \WeakMap<Round, array{array<array-key, mixed>, array<array-key, mixed>, Terms}> with what they were made of */
    private \WeakMap $terms;

    public function __construct(private readonly Editions $editions)
    {
        $this->terms = new \WeakMap;
    }

    public function engine(Round $round): Engine
    {
        $quiz = $this->quiz($round);
        $terms = $this->terms($round);

        // Rounds of one task share their engine, and what it has marked already.
        return $this->engines[$this->known($round).json_encode($terms->toArray())] ??= new Engine($quiz, $terms);
    }

    /** The terms the round began with, and what its task has since then in the student's favour. */
    public function terms(Round $round): Terms
    {
        $own = $round->terms;
        $tasks = $round->ownTask()->terms;
        [$ownBefore, $tasksBefore, $terms] = $this->terms[$round] ?? [null, null, null];
        if ($terms === null || $ownBefore !== $own || $tasksBefore !== $tasks) {
            $terms = Terms::read(Fields::of($own))->favouredBy(Terms::read(Fields::of($tasks)));
            $this->terms[$round] = [$own, $tasks, $terms];
        }

        return $terms;
    }

    /** The edition it began on, with the corrections in force; of a return, what it asks of that. */
    public function quiz(Round $round): QuizDocument
    {
        $whole = $this->editions->read($this->edition($round));

        return $round->asks === null ? $whole : $this->asked[$this->known($round)] ??= $whole->asking($round->asks);
    }

    private function known(Round $round): string
    {
        $edition = $this->edition($round);

        return "$edition->id/$edition->revision/".implode(' ', $round->asks ?? []).'/';
    }

    /** Of the corrections under which it is walked now. */
    public function revision(Round $round): int
    {
        return $this->edition($round)->revision;
    }

    /** Without its document, which is read where it is not known yet. */
    private function edition(Round $round): Edition
    {
        return $round->loadMissing('edition:id,revision')->edition;
    }
}
