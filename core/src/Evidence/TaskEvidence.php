<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\WatchedIntervals;

/** All figures of one task, from its students' rounds; add students one by one, then ask. */
final class TaskEvidence
{
    /**
     * @var array<string, list<array{attempts: non-empty-list<Attempt>, score: float}>> by question, tries of first rounds, and which share
     * that student had right at once
     */
    private array $first = [];

    /** @var array<string, list<?float>> by question: of each student, 1 or 0 for right at once in the first round */
    private array $scores = [];

    /** @var array<string, Share> by rung: tries right after it, of those who came */
    private array $rungs = [];

    /** @var array<string, Share> by question: right when tried again with no rung in between */
    private array $again = [];

    /** @var list<array{float, float}> first and best */
    private array $gains = [];

    /** @var array<string, array{now: list<string>, left: list<string>}> students by misconception */
    private array $misconceptions = [];

    /** @var array<string, array{mastered: list<string>, unmet: list<string>, alone: list<string>}> students by objective */
    private array $objectives = [];

    /** @var array<string, array{of: int, entries: array<string, int>}> by poll: those who answered in the first round, and what */
    private array $polls = [];

    /**
     * @var array<string, array{students: int, seen: float, again: float, jumps: int, map: array<int, int>, mapAgain: array<int, int>}> by
     * video stop or rung
     */
    private array $watched = [];

    private readonly Unforeseen $unforeseen;

    /** @var list<string> */
    private array $students = [];

    private readonly Needs $needs;

    public function __construct(private readonly QuizDocument $quiz)
    {
        $this->unforeseen = new Unforeseen($quiz);
        $this->needs = new Needs($quiz);
        foreach ($quiz->questions() as $id => $question) {
            if ($question->kind === QuestionKind::Poll) {
                $this->polls[$id] = ['of' => 0, 'entries' => []];
            }
        }
        foreach ($this->marked() as $id => $_) {
            $this->scores[$id] = [];
        }
    }

    public function add(StudentEvidence $student): void
    {
        $this->students[] = $student->student;
        $score = $this->addFirstRound($student);
        foreach ($student->rounds as ['evidence' => $roundEvidence]) {
            $this->addRungs($roundEvidence);
            $this->unforeseen->add($student->student, $roundEvidence->attempts, $score);
        }
        $scores = $student->scores();
        // Of one round alone there is nothing to gain.
        if ($scores !== null && $scores['rounds'] > 1) {
            $this->gains[] = [$scores['first'], $scores['best']];
        }
        foreach ($student->misconceptions($this->needs->canShow) as $misconception => $isNow) {
            $this->misconceptions[$misconception] ??= ['now' => [], 'left' => []];
            $this->misconceptions[$misconception][$isNow ? 'now' : 'left'][] = $student->student;
        }
        $this->addObjectives($student);
        $this->addPolls($student);
        $this->addWatched($student);
    }

    /** @return list<QuestionEvidence> in the order of the quiz; without what has no key */
    public function questions(): array
    {
        return $this->questionsBy($this->analysis());
    }

    private function analysis(): ItemAnalysis
    {
        return new ItemAnalysis(array_values($this->scores));
    }

    /** @return list<QuestionEvidence> */
    private function questionsBy(ItemAnalysis $analysis): array
    {
        $ids = array_map(strval(...), array_keys($this->scores));

        return array_map(
            fn (string $id, int $item): QuestionEvidence => QuestionEvidence::of(
                $id,
                $this->first[$id] ?? [],
                $analysis->itemRest($item),
                $analysis->upperLower($item),
            ),
            $ids,
            array_keys($ids),
        );
    }

    /**
     * @return list<array{
     *     question: string, gap: ?string, text: string, n: int, score: float, ways: list<list<\HiddenLadder\Core\Message>>,
     * }>
     */
    public function unforeseen(): array
    {
        return $this->unforeseen->all();
    }

    /** @return array<string, Share> by rung: tries right after it, of those who came */
    public function rungs(): array
    {
        return $this->rungs;
    }

    /** @return array<string, mixed> */
    public function toArray(int $leastGroup = 2): array
    {
        $analysis = $this->analysis();
        $questions = $this->questionsBy($analysis);
        $unforeseen = $this->unforeseen();
        $alpha = $analysis->alpha();
        $gain = Gain::ofClass($this->gains);
        $groups = (new Groups($leastGroup))->of(
            $this->students,
            array_map(static fn (array $students): array => $students['now'], $this->misconceptions),
            array_map(
                static fn (array $students): array => array_values(
                    array_diff([...$students['mastered'], ...$students['unmet']], $students['alone']),
                ),
                $this->objectives,
            ),
        );

        return [
            'students' => count($this->students),
            'alpha' => $alpha === null ? null : round($alpha, 4),
            'gain' => ['n' => count($this->gains), 'value' => $gain === null ? null : round($gain, 4)],
            'questions' => array_map(static fn (QuestionEvidence $question): array => $question->toArray(), $questions),
            'polls' => (object) array_map(
                static fn (array $poll): array => ['of' => $poll['of'], 'entries' => (object) $poll['entries']],
                $this->polls,
            ),
            'rungs' => (object) Share::arrays($this->rungs),
            'again' => (object) Share::arrays($this->again),
            'misconceptions' => (object) $this->misconceptions,
            'objectives' => (object) $this->objectives,
            'groups' => $groups,
            'unforeseen' => $unforeseen,
            'opening' => (new Opening($this->quiz))->toShow($questions, $unforeseen),
            'watched' => (object) array_map(
                static fn (array $video): array => ['map' => (object) $video['map'], 'mapAgain' => (object) $video['mapAgain']] + $video,
                $this->watched,
            ),
            'summary' => (new Summary($this->quiz))->of(
                $questions,
                $this->rungs,
                $this->misconceptions,
                count($this->students),
                $gain,
                count($this->gains),
            ),
        ];
    }

    /** @return array<string, Question> questions with a key, by id */
    private function marked(): array
    {
        return array_filter($this->quiz->questions(), static fn (Question $question): bool => $question->isMarked());
    }

    /** @return float share of the questions that were right at once, 0 to 1 */
    private function addFirstRound(StudentEvidence $student): float
    {
        $tries = [];
        foreach ($student->firstRound()->attempts as $attempt) {
            $tries[$attempt->question][] = $attempt;
        }
        $known = array_intersect_key($tries, $this->scores);
        $right = count(array_filter($known, static fn (array $attempts): bool => $attempts[0]->isRight()));
        $score = $known === [] ? 0.0 : $right / count($known);
        foreach (array_keys($this->scores) as $id) {
            $attempts = $tries[$id] ?? [];
            $this->scores[$id][] = $attempts === [] ? null : ($attempts[0]->isRight() ? 1.0 : 0.0);
            if ($attempts !== []) {
                $this->first[$id][] = ['attempts' => $attempts, 'score' => $score];
            }
        }

        return $score;
    }

    private function addRungs(RoundEvidence $roundEvidence): void
    {
        $tried = [];
        foreach ($roundEvidence->attempts as $attempt) {
            // What an older edition had helps nobody any more.
            foreach (array_filter($attempt->rungs, fn (string $rung): bool => $this->quiz->rung($rung) !== null) as $rung) {
                $this->rungs[$rung] = ($this->rungs[$rung] ?? new Share(0, 0))->with($attempt->isRight());
            }
            if ($attempt->rungs === [] && isset($tried[$attempt->question])) {
                $this->again[$attempt->question] = ($this->again[$attempt->question] ?? new Share(0, 0))->with($attempt->isRight());
            }
            $tried[$attempt->question] = true;
        }
    }

    /** Mastered by the quiz's rule, and met alone: the last first try at each question of it was right. */
    private function addObjectives(StudentEvidence $student): void
    {
        $last = $student->lastFirstTries();
        foreach ($this->needs->serving as $objective => $questions) {
            $own = array_intersect_key($last, array_flip($questions));
            if ($own !== []) {
                $this->objectives[$objective] ??= ['mastered' => [], 'unmet' => [], 'alone' => []];
                $this->objectives[$objective][in_array($objective, $student->mastered, true) ? 'mastered' : 'unmet'][] = $student->student;
                if (! in_array(false, $own, true)) {
                    $this->objectives[$objective]['alone'][] = $student->student;
                }
            }
        }
    }

    private function addPolls(StudentEvidence $student): void
    {
        foreach (array_intersect_key($student->firstRound()->firstTries(), $this->polls) as $poll => $attempt) {
            $this->polls[$poll]['of']++;
            foreach ($attempt->given() as $entry) {
                $this->polls[$poll]['entries'][$entry] = ($this->polls[$poll]['entries'][$entry] ?? 0) + 1;
            }
        }
    }

    private function addWatched(StudentEvidence $student): void
    {
        // Each round by itself: who sees a video in a further round has not rewound it.
        $rounds = [];
        foreach ($student->rounds as ['evidence' => $roundEvidence]) {
            foreach ($roundEvidence->watched as $video => $watched) {
                $rounds[$video][] = new WatchedIntervals($watched);
            }
        }
        foreach ($rounds as $video => $watched) {
            $all = array_merge(...array_map(static fn (WatchedIntervals $one): array => $one->union, $watched));
            $allAgain = array_merge(...array_map(static fn (WatchedIntervals $one): array => $one->seenAgain, $watched));
            $union = (new WatchedIntervals($all))->union;
            $again = (new WatchedIntervals($allAgain))->union;
            $sum = $this->watched[$video] ?? ['students' => 0, 'seen' => 0.0, 'again' => 0.0, 'jumps' => 0, 'map' => [], 'mapAgain' => []];
            $this->watched[$video] = [
                'students' => $sum['students'] + 1,
                'seen' => $sum['seen'] + WatchedIntervals::length($union),
                'again' => $sum['again'] + array_sum(
                    array_map(static fn (WatchedIntervals $one): float => $one->again(), $watched),
                ),
                'jumps' => $sum['jumps'] + array_sum(array_map(static fn (WatchedIntervals $one): int => $one->jumps(), $watched)),
                'map' => WatchedIntervals::counted($sum['map'], $union), 'mapAgain' => WatchedIntervals::counted($sum['mapAgain'], $again),
            ];
        }
    }
}
