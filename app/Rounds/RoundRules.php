<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Terms\Terms;

/** What a stored round is walked by: its quiz, its terms, its engine. The one place that loads what a round hangs on. */
final class RoundRules
{
    /** @var array<string, Engine> by edition, revision and terms */
    private array $engines = [];

    /** @var array<string, QuizDocument> editions read in this request, by id and revision */
    private array $read = [];

    public function __construct(private readonly Editions $editions)
    {
    }

    public function engine(Round $round): Engine
    {
        $terms = $this->terms($round);
        $edition = $round->loadMissing('edition')->edition;

        // Rounds of one task share their engine, and what it has marked already.
        return $this->engines["$edition->id/$edition->revision/".json_encode($terms->toArray())]
            ??= new Engine($this->quiz($round), $terms);
    }

    /** The terms the round began with, and what its task has since then in the student's favour. */
    public function terms(Round $round): Terms
    {
        return Terms::read(Fields::of($round->terms))->favouredBy(Terms::read(Fields::of($round->loadMissing('task')->task->terms)));
    }

    /** The edition it began on, with the corrections in force. */
    public function quiz(Round $round): QuizDocument
    {
        $edition = $round->loadMissing('edition')->edition;

        return $this->read["$edition->id/$edition->revision"] ??= $this->editions->read($edition);
    }

    /** Of the corrections under which it is walked now. */
    public function revision(Round $round): int
    {
        return $round->loadMissing('edition')->edition->revision;
    }
}
