<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** Alike questions, of which each student is dealt some by lot and must get some number right. */
final readonly class DrillStop extends Stop
{
    public string $title;

    /** @var list<Question> */
    public array $questions;

    public int $deal;

    public int $need;

    public DrillEnd $ends;

    public float $points;

    /** All of the points when enough are right, or none; otherwise each right answer has its share of them. */
    public bool $allOrNone;

    protected function __construct(Fields $fields)
    {
        parent::__construct($fields);
        $this->title = $fields->string('title');
        $this->questions = $fields->objects('questions', Question::read(...));
        $this->deal = $fields->integer('deal');
        $this->need = $fields->integer('need');
        $this->ends = DrillEnd::from($fields->string('ends'));
        $this->points = $fields->number('points');
        $this->allOrNone = $fields->stringOr('credit', 'share') === 'all';
    }

    public function name(): string
    {
        return $this->title;
    }

    public function questions(): array
    {
        return $this->questions;
    }
}
