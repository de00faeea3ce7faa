<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Returns;

use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\KnowledgeTracing;
use HiddenLadder\Core\Round\SeededRandom;

/**
 * What a student still knows of what a quiz asked: by Bayesian knowledge tracing over the rounds and returns, fading in between.
 *
 * A question and those alike to it are one thing to know.
 */
final readonly class Memory
{
    /** @var list<Remembered> of what was asked and marked, in the order of the quiz */
    private array $remembered;

    /**
     * @param  list<PastRound>  $rounds  in the order in which they were finished
     * @param  int  $first  days to the first return, by which what is known fades at first; at least 1
     */
    public function __construct(private QuizDocument $quiz, private array $rounds, int $first)
    {
        $remembered = [];
        foreach ($quiz->questions() as $question) {
            $one = $question->isMarked() ? $this->of($question, (float) max(1, $first)) : null;
            if ($one !== null) {
                $remembered[] = $one;
            }
        }
        $this->remembered = $remembered;
    }

    /**
     * What a return asks: first what was missed in the last one, then what is least sure; among equals by lot.
     *
     * @param  int  $most  questions
     * @param  int  $day  on which it is
     * @return array<string, ?string> by the question: the alike one that is asked in its place, where there is one
     */
    public function pick(int $most, int $day, string $seed): array
    {
        $lot = new SeededRandom($seed, 'return');
        $picked = $lot->mixed($this->remembered);
        $prior = $this->quiz->mastery->prior;
        usort($picked, static fn (Remembered $a, Remembered $b): int => [$b->wasMissed, $a->on($day, $prior)]
            <=> [$a->wasMissed, $b->on($day, $prior)]);
        $asked = [];
        foreach (array_slice($picked, 0, $most) as $one) {
            $alikes = array_map(static fn (Question $alike): string => $alike->id, $this->quiz->alikes($one->question));
            $asked[$one->question->id] = $alikes === [] ? null : $lot->one($alikes);
        }

        return $asked;
    }

    /**
     * How it is with the objectives, by what the latest return that asked for each of their questions came to.
     *
     * @return array<string, bool> whether it is still there, else it is slipping; by the objective, '' for questions without one;
     *                             only those that a return asked for
     */
    public function holds(): array
    {
        $holds = [];
        foreach ($this->remembered as $one) {
            if ($one->wentWell === null) {
                continue;
            }
            foreach ($one->question->objectives === [] ? [''] : $one->question->objectives as $objective) {
                $holds[$objective] = ($holds[$objective] ?? true) && $one->wentWell;
            }
        }

        return $holds;
    }

    /** @return list<Remembered> */
    public function all(): array
    {
        return $this->remembered;
    }

    private function of(Question $question, float $halfLife): ?Remembered
    {
        $guesses = [$question->id => KnowledgeTracing::guess($question)];
        foreach ($this->quiz->alikes($question) as $alike) {
            $guesses[$alike->id] = KnowledgeTracing::guess($alike);
        }
        $prior = $this->quiz->mastery->prior;
        $known = $prior;
        $day = $wentWell = $inLast = null;
        foreach ($this->rounds as $round) {
            $tries = [];
            foreach ($round->evidence->evidence() as [$asked, $right]) {
                if (isset($guesses[$asked])) {
                    $tries[] = [$right, $guesses[$asked]];
                }
            }
            $well = $round->wentWell($question->id);
            $inLast = $round->isReturn ? $well : $inLast;
            if ($tries === []) {
                continue;
            }
            $before = $day === null ? $prior : Fading::after($known, max(0, $round->day - $day), $halfLife, $prior);
            $known = KnowledgeTracing::known($tries, $this->quiz->mastery, $before);
            $day = $round->day;
            if ($round->isReturn && $well !== null) {
                $halfLife = Fading::halfLife($halfLife, $well);
                $wentWell = $well;
            }
        }

        return $day === null ? null : new Remembered($question, $known, $day, $halfLife, $wentWell, $inLast === false);
    }
}
