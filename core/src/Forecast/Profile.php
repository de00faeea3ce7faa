<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Quiz\Question;

/** How a made-up student does. The figures of the three profiles are ours (common practice), to be outweighed by a class's own. */
final readonly class Profile
{
    /** A profile counts as much as so many answers of the class. */
    private const WEIGHT = 10;

    private const HELPS = 0.18;

    private const CLASS_DATA = 'class';

    /** Nobody is more certain than that, with however much help. */
    private const MOST = 0.97;

    /**
     * @param  string  $name  in a word
     * @param  list<float>  $right  chance of a right answer at the first try by difficulty 1 to 5, or one for all
     * @param  float  $helps  by how much each rung seen raises it
     * @param  float  $asks  chance of asking for help before a try, where there is some
     * @param  float  $leaves  chance of setting a question aside when that is offered, of one who knows nothing
     * @param  float  $pace  by how much longer it takes than usual
     * @param  array<string, ObservedAnswers>  $known  by question
     */
    private function __construct(
        public string $name,
        private array $right,
        private float $helps,
        public float $asks,
        public float $leaves,
        public float $pace,
        private array $known = [],
    ) {
    }

    public static function secure(): self
    {
        return new self('secure', [0.97, 0.94, 0.88, 0.80, 0.70], self::HELPS, 0.02, 0.2, 0.8);
    }

    public static function middling(): self
    {
        return new self('middling', [0.92, 0.83, 0.70, 0.57, 0.45], self::HELPS, 0.05, 0.4, 1.0);
    }

    public static function struggling(): self
    {
        return new self('struggling', [0.78, 0.62, 0.45, 0.33, 0.24], self::HELPS, 0.10, 0.6, 1.3);
    }

    /** @return list<self> */
    public static function three(): array
    {
        return [self::secure(), self::middling(), self::struggling()];
    }

    /**
     * One who does equally well at every question.
     *
     * @param  float  $skill  chance of a right answer at the first try, 0 to 1
     */
    public static function even(float $skill, float $helps = 0.0, float $asks = 0.0, float $leaves = 1.0): self
    {
        return new self('made up', [$skill], $helps, $asks, $leaves, 1.0);
    }

    /**
     * As the class did, where it answered; elsewhere, and where that is little, as the middling profile.
     *
     * @param  array<string, ObservedAnswers>  $known  by question
     */
    public static function ofClass(array $known): self
    {
        $middling = self::middling();

        return new self(self::CLASS_DATA, $middling->right, $middling->helps, $middling->asks, $middling->leaves, $middling->pace, $known);
    }

    /**
     * The chance of a right answer.
     *
     * @param  int  $rungs  seen before
     */
    public function chance(Question $question, int $rungs): float
    {
        $base = $this->right[min($question->difficulty, count($this->right)) - 1];
        $known = $this->known[$question->id] ?? null;
        if ($known !== null) {
            $base = ($known->right + self::WEIGHT * $base) / ($known->answers + self::WEIGHT);
        }
        $chance = $base + $this->helps * $rungs;

        return $base > 0 && $base < 1 ? min(max(self::MOST, $base), $chance) : $base;
    }

    /** The median time of a try in class, in seconds; none where it is not known. */
    public function seconds(Question $question): ?float
    {
        return $this->known[$question->id]->seconds ?? null;
    }
}
