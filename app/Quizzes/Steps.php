<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\ChangeKind;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizChange;
use HiddenLadder\App\Models\Teacher;

/** What one teacher can undo and redo of a quiz, from their own changes alone. */
final class Steps
{
    /** Changes of one member within so many seconds are one step. */
    private const JOINED_WITHIN = 60;

    /** So many of the latest own changes are looked at. */
    private const REACH = 2000;

    /** Mostly the newest step stands among so many. */
    private const LATEST = 60;

    /** @var list<array{numbers: list<int>, label: string, member: ?string, at: CarbonImmutable}> the newest last */
    private array $undo = [];

    /** @var list<array{numbers: list<int>, label: string, member: ?string, at: CarbonImmutable}> the newest last */
    private array $redo = [];

    /**
     * What would be undone and redone now, in words.
     *
     * @return array{undo: ?string, redo: ?string}
     */
    public static function labels(Quiz $quiz, Teacher $teacher): array
    {
        $steps = self::of($quiz, $teacher, self::LATEST);
        if ($steps->undo === [] && $quiz->version > self::LATEST) {
            $steps = self::of($quiz, $teacher);
        }

        return ['undo' => $steps->toUndo()[0]['label'] ?? null, 'redo' => $steps->toRedo()[0]['label'] ?? null];
    }

    public static function of(Quiz $quiz, Teacher $teacher, int $reach = self::REACH): self
    {
        $steps = new self;
        $own = QuizChange::query()->where('quiz_id', $quiz->id)->where('teacher_id', $teacher->id)->whereNull('unfit')->where(
            'kind',
            '!=',
            ChangeKind::Corrected,
        )
            ->orderByDesc('number')->limit($reach)->get(['number', 'kind', 'label', 'member', 'takes_back', 'made_at']);
        foreach ($own->reverse() as $change) {
            $steps->add($change);
        }

        return $steps;
    }

    /** @return list<array{numbers: list<int>, label: string}> what can be undone, the newest first */
    public function toUndo(): array
    {
        return array_reverse($this->undo);
    }

    /** @return list<array{numbers: list<int>, label: string}> what can be redone, the newest first */
    public function toRedo(): array
    {
        return array_reverse($this->redo);
    }

    private function add(QuizChange $change): void
    {
        $step = ['numbers' => [$change->number], 'label' => $change->label, 'member' => $change->member, 'at' => $change->made_at];
        switch ($change->kind) {
            case ChangeKind::Undone:
                $this->undo = self::without($this->undo, $change);
                $this->redo[] = $step;

                return;
            case ChangeKind::Redone:
                $this->redo = self::without($this->redo, $change);
                $this->undo[] = ['member' => null] + $step;

                return;
        }
        $this->redo = [];
        $last = array_key_last($this->undo);
        if ($last !== null && self::isOne($this->undo[$last]['member'], $this->undo[$last]['at'], $change)) {
            $this->undo[$last]['numbers'][] = $change->number;
            $this->undo[$last]['at'] = $change->made_at;
        } else {
            $this->undo[] = $step;
        }
    }

    /** Whether a change goes on in the member that an earlier one of the same person set, soon after it: they are one step. */
    public static function isOne(?string $member, CarbonImmutable $at, QuizChange $later): bool
    {
        return $member !== null
            && $member === $later->member
            && $later->made_at->getTimestamp() - $at->getTimestamp() < self::JOINED_WITHIN;
    }

    /**
     * @param  list<array{numbers: list<int>, label: string, member: ?string, at: CarbonImmutable}>  $steps
     * @return list<array{numbers: list<int>, label: string, member: ?string, at: CarbonImmutable}>
     */
    private static function without(array $steps, QuizChange $change): array
    {
        return array_values(
            array_filter($steps, static fn (array $step): bool => array_intersect($step['numbers'], $change->takes_back ?? []) === []),
        );
    }
}
