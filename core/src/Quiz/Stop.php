<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** One place in a quiz. */
abstract readonly class Stop
{
    public string $id;

    public ?string $part;

    /** Whether it must be answered; one that need not can be left out. */
    public bool $required;

    /** Not on the way: for those who finish early, when a class is led from the front. */
    public bool $extra;

    public ?Condition $shownIf;

    /** @var list<Fork> */
    public array $forks;

    protected function __construct(Fields $fields)
    {
        $shownIf = $fields->objectOrNull('shownIf');
        $this->id = $fields->string('id');
        $this->part = $fields->stringOrNull('part');
        $this->required = $fields->booleanOr('required', true);
        $this->extra = $fields->booleanOr('extra', false);
        $this->shownIf = $shownIf === null ? null : Condition::read($shownIf);
        $this->forks = $fields->objectsOr('forks', Fork::read(...));
    }

    public static function read(Fields $fields): self
    {
        return match ($fields->string('kind')) {
            'question' => new QuestionStop($fields),
            'video' => new VideoStop($fields),
            'drill' => new DrillStop($fields),
            'staircase' => new StaircaseStop($fields),
            default => new ReadingStop($fields),
        };
    }

    /** A few words by which a person knows this stop again. */
    abstract public function name(): string;

    /** @return list<Question> asked at it itself, not on its ladders */
    abstract public function questions(): array;
}
