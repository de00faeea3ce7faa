<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Terms;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;

/** What opens a task: another quiz, mastered, or with a score reached in a round that was finished. */
final readonly class Gate
{
    /** @param  ?float  $score  share of the points, above 0 to 1; null: it must be mastered */
    public function __construct(public string $quiz, public ?float $score = null)
    {
    }

    /** @throws MalformedInput */
    public static function read(Fields $fields): self
    {
        $fields->only(['quiz', 'score']);

        return new self($fields->string('quiz'), $fields->has('score') ? $fields->share('score') : null);
    }

    /** @return array{quiz: string, score: ?float} */
    public function toArray(): array
    {
        return ['quiz' => $this->quiz, 'score' => $this->score];
    }

    /** @param  ?float  $best  score of the quiz's finished rounds; null where there is none */
    public function isOpen(bool $mastered, ?float $best): bool
    {
        return $this->score === null ? $mastered : $best !== null && $best >= $this->score - 1e-9;
    }
}
