<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Rung;
use HiddenLadder\Core\Quiz\RungKind;

/**
 * What to give a group of students who need the same: what explains it, out of the quiz's ladders, and questions on it that they
 * have not met yet; the same ones once more where there are no others.
 */
final readonly class FollowUp
{
    private const MOST_QUESTIONS = 6;

    /** Where there are fewer, a question brings more that are alike. */
    private const ENOUGH_QUESTIONS = 3;

    private const MOST_RUNGS = 2;

    private Needs $needs;

    public function __construct(private QuizDocument $quiz)
    {
        $this->needs = new Needs($quiz);
    }

    /**
     * @param  string  $need  a misconception or an objective of the quiz
     * @param  list<StudentEvidence>  $students  of the group
     * @param  list<string>  $met  questions that one of them was asked instead of another
     * @param  array<string, Share>  $rungs  of those who came to each, how many got the question right at the next try
     * @return list<array{what: 'explains'|'alike'|'again', id: string, home: string}> rungs, then questions; the home is the question
     *                                                                               that it hangs under, is alike to, or is
     */
    public function propose(string $need, array $students, array $met, array $rungs): array
    {
        $homes = $this->bySlips($this->needs->questions($need), $students);
        foreach ($students as $student) {
            foreach ($student->rounds as ['evidence' => $round]) {
                array_push($met, ...array_keys($round->firstTries()));
            }
        }

        return [...$this->explaining($need, $homes, $rungs), ...$this->asking($homes, array_flip($met))];
    }

    /**
     * @param  list<string>  $questions
     * @param  list<StudentEvidence>  $students
     * @return list<Question> those first at which most of them slipped at the first try
     */
    private function bySlips(array $questions, array $students): array
    {
        $slips = array_fill_keys($questions, 0);
        foreach ($students as $student) {
            foreach (array_intersect_key($student->firstRound()->firstTries(), $slips) as $id => $first) {
                $slips[$id] += $first->isRight() ? 0 : 1;
            }
        }
        arsort($slips);

        return array_values(array_filter(array_map(
            fn (string $id): ?Question => $this->quiz->question($id),
            array_keys($slips),
        )));
    }

    /**
     * @param  list<Question>  $homes
     * @param  array<string, Share>  $shares
     * @return list<array{what: 'explains', id: string, home: string}> of each kind of rung the one that helped most, what hangs under an
     *                                                                answer that shows it before what hangs under its question
     */
    private function explaining(string $need, array $homes, array $shares): array
    {
        $found = [];
        foreach ($homes as $home) {
            $showing = array_filter($home->allEntries(), static fn (Entry $entry): bool => $entry->misconception === $need);
            foreach ([...array_map(static fn (Entry $entry): array => $entry->ladder, $showing), $home->ladder] as $ladder) {
                foreach (array_filter($ladder, self::explains(...)) as $rung) {
                    $found[] = ['rung' => $rung, 'home' => $home->id, 'near' => $ladder !== $home->ladder];
                }
            }
        }
        $helped = static fn (Rung $rung): float => ($shares[$rung->id] ?? new Share(0, 0))->interval()[0] ?? 0.0;
        usort($found, static fn (array $a, array $b): int => [$b['near'], $helped($b['rung'])] <=> [$a['near'], $helped($a['rung'])]);
        $best = [];
        foreach ($found as ['rung' => $rung, 'home' => $home]) {
            $best[$rung->kind->value] ??= ['what' => 'explains', 'id' => $rung->id, 'home' => $home];
        }

        return array_slice(array_values($best), 0, self::MOST_RUNGS);
    }

    private static function explains(Rung $rung): bool
    {
        return ! $rung->isEmpty() && in_array($rung->kind, [RungKind::Video, RungKind::Reading, RungKind::WorkedExample], true);
    }

    /**
     * @param  list<Question>  $homes
     * @param  array<array-key, mixed>  $met  by question
     * @return list<array{what: 'alike'|'again', id: string, home: string}>
     */
    private function asking(array $homes, array $met): array
    {
        $asked = $more = [];
        foreach ($homes as $home) {
            $new = array_filter(
                $this->alikes($home),
                static fn (Question $alike): bool => ! isset($met[$alike->id]) && ! isset($asked[$alike->id]),
            );
            $all = array_map(
                static fn (Question $alike): array => ['what' => 'alike', 'id' => $alike->id, 'home' => $home->id],
                array_values($new),
            );
            $first = $all[0] ?? ['what' => 'again', 'id' => $home->id, 'home' => $home->id];
            $asked[$first['id']] ??= $first;
            array_push($more, ...array_slice($all, 1));
        }
        foreach ($more as $one) {
            if (count($asked) < self::ENOUGH_QUESTIONS) {
                $asked[$one['id']] ??= $one;
            }
        }

        return array_slice(array_values($asked), 0, self::MOST_QUESTIONS);
    }

    /** @return list<Question> of the pool, and of the drill that it is in */
    private function alikes(Question $home): array
    {
        $stop = $this->quiz->stopOf($home->id);

        return [...$this->quiz->alikes($home), ...($stop instanceof DrillStop ? $stop->questions : [])];
    }
}
