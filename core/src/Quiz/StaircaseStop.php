<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** Levels of rising difficulty; right goes up, a slip goes down, a slip at the lowest goes to the next rung of its ladder. */
final readonly class StaircaseStop extends Stop
{
    public string $title;

    /** @var list<list<Question>> from the easiest up; levels without questions do not exist */
    public array $levels;

    /** Ends with the level reached after so many questions. */
    public int $longest;

    public float $points;

    /** @var list<Rung> */
    public array $ladder;

    protected function __construct(Fields $fields)
    {
        parent::__construct($fields);
        $this->title = $fields->string('title');
        $this->levels = array_values(
            array_filter($fields->objects('levels', static fn (Fields $level): array => $level->objects('questions', Question::read(...)))),
        );
        $this->longest = $fields->integer('longest');
        $this->points = $fields->number('points');
        $this->ladder = $fields->objects('ladder', Rung::read(...));
    }

    public function name(): string
    {
        return $this->title;
    }

    public function questions(): array
    {
        return array_merge(...$this->levels);
    }

    /** The middle level from 0, the lower of two. */
    public function middle(): int
    {
        return intdiv(max(0, count($this->levels) - 1), 2);
    }
}
