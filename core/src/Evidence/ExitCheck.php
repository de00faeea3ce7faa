<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Quiz\Objective;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;

/**
 * What students say of a lesson at its end: who could explain what, who wants what again, and what they write of it; beside it, who
 * had it right. An objective is asked about by a poll that serves it, whose first option says most and whose last says least.
 */
final class ExitCheck
{
    /** @var array<string, Question> polls by objective */
    private readonly array $polls;

    /** @var list<Question> answered in one's own words, without a key */
    private readonly array $words;

    /** @var array<string, array<'could'|'between'|'again'|'right'|'slipped', list<string>>> students by objective */
    private array $said;

    /** @var array<string, array<string, string>> by question and student */
    private array $written;

    /** @var list<string> students */
    private array $answered = [];

    public function __construct(private readonly QuizDocument $quiz)
    {
        $polls = $words = [];
        foreach ($quiz->questions() as $question) {
            if ($question->kind === QuestionKind::Poll && count($question->entries) > 1) {
                $polls += array_fill_keys($question->objectives, $question);
            } elseif ($question->kind === QuestionKind::Written && $question->keyless) {
                $words[] = $question;
            }
        }
        $this->polls = $polls;
        $this->words = $words;
        $this->said = array_fill_keys(array_keys($polls), ['could' => [], 'between' => [], 'again' => [], 'right' => [], 'slipped' => []]);
        $this->written = array_fill_keys(array_map(static fn (Question $one): string => $one->id, $words), []);
    }

    /** Whether the quiz asks anything of the kind. */
    public function isOne(): bool
    {
        return $this->polls !== [];
    }

    /** What a student came to in a round. */
    public function add(string $student, State $state): void
    {
        $hasAnswered = false;
        foreach ($this->polls as $objective => $poll) {
            $chosen = $state->record($poll->id)->response->list[0] ?? null;
            if ($chosen !== null) {
                $hasAnswered = true;
                $this->said[$objective][$this->says($poll, $chosen)][] = $student;
            }
            $this->addMarked($student, $state, $objective);
        }
        foreach ($this->words as $question) {
            $text = trim($state->record($question->id)->response->text ?? '');
            if ($text !== '') {
                $hasAnswered = true;
                $this->written[$question->id][$student] = $text;
            }
        }
        if ($hasAnswered) {
            $this->answered[] = $student;
        }
    }

    /** @return 'could'|'between'|'again' */
    private function says(Question $poll, string $chosen): string
    {
        $ids = array_column($poll->entries, 'id');

        return match ($chosen) {
            $ids[0] => 'could',
            $ids[count($ids) - 1] => 'again',
            default => 'between',
        };
    }

    /** Right at once at all that was marked and serves the objective, or not. */
    private function addMarked(string $student, State $state, string $objective): void
    {
        $standings = [];
        foreach ($this->quiz->questions() as $id => $question) {
            if ($question->isMarked() && in_array($objective, $question->objectives, true) && $state->record($id)->tries > 0) {
                $standings[] = $state->record($id)->standing;
            }
        }
        if ($standings !== []) {
            $right = array_filter($standings, static fn (Standing $standing): bool => $standing === Standing::Clear);
            $this->said[$objective][count($right) === count($standings) ? 'right' : 'slipped'][] = $student;
        }
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $objectives = [];
        foreach ($this->said as $objective => $said) {
            $named = $this->quiz->objectives[array_search($objective, array_column($this->quiz->objectives, 'id'), true)] ?? null;
            if ($named instanceof Objective) {
                $objectives[] = ['objective' => $objective, 'text' => $named->text, 'code' => $named->code] + $said;
            }
        }

        return [
            'answered' => count($this->answered),
            'objectives' => $objectives,
            'words' => array_map(fn (Question $question): array => [
                'question' => $question->id, 'prompt' => $question->text(), 'groups' => $this->gathered($this->written[$question->id]),
            ], $this->words),
        ];
    }

    /**
     * @param  array<string, string>  $texts  by student
     * @return list<list<array{student: string, text: string}>>
     */
    private function gathered(array $texts): array
    {
        return array_map(
            static fn (array $group): array => array_map(
                static fn (int|string $student): array => ['student' => (string) $student, 'text' => $texts[$student]],
                $group,
            ),
            (new Likeness)->gather($texts),
        );
    }

    /**
     * Objectives of several quizzes, each once, with how many could explain it in each: over weeks.
     *
     * @param  list<array{task: string, check: self}>  $checks  in order
     * @return list<array{text: string, points: list<array{task: string, could: int, of: int}>}>
     */
    public static function over(array $checks): array
    {
        $objectives = new JoinedObjectives;
        $lines = [];
        foreach ($checks as ['task' => $task, 'check' => $check]) {
            foreach ($check->quiz->objectives as $objective) {
                $said = $check->said[$objective->id] ?? null;
                $of = $said === null ? 0 : count($said['could']) + count($said['between']) + count($said['again']);
                if ($said === null || $of === 0) {
                    continue;
                }
                $number = $objectives->number($objective);
                $lines[$number] ??= ['text' => $objective->text, 'points' => []];
                $lines[$number]['points'][] = ['task' => $task, 'could' => count($said['could']), 'of' => $of];
            }
        }

        return array_values($lines);
    }
}
