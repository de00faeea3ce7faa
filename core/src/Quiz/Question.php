<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** What is asked, which answers are foreseen, what is said to them, and the ladder below. */
final readonly class Question
{
    /**
     * @param  float  $points  0 to 1000, for a right answer at the first try
     * @param  float  $unitShare  of the points for the right number with a wrong unit or none, 0 to 1
     * @param  list<Entry>  $entries  only those that are not empty
     * @param  list<Rung>  $ladder
     * @param  bool  $keyless  no right answer, on purpose
     * @param  bool  $byParts  part of the points for part of it
     * @param  list<string>  $names  of an expression: variables of several letters
     * @param  list<Item>  $items
     * @param  list<Pair>  $pairs
     * @param  list<Gap>  $gaps
     * @param  list<string>  $accepts  of a hand-in: picture, sound, file
     * @param  int  $difficulty  1 to 5
     * @param  list<string>  $objectives
     * @param  ?int  $seconds  time limit
     */
    private function __construct(
        public string $id,
        public QuestionKind $kind,
        public Text $prompt,
        public float $points,
        public Tolerance $tolerance,
        public float $unitShare,
        public Text $feedbackRight,
        public Text $feedbackNotRight,
        public Text $explanation,
        public array $entries,
        public array $ladder,
        public bool $keyless,
        public bool $byParts,
        public bool $dropDown,
        public TextRules $textRules,
        public Form $form,
        public array $names,
        public array $items,
        public array $pairs,
        public Text $sentence,
        public array $gaps,
        public Text $model,
        public bool $readByTeacher,
        public array $accepts,
        public int $difficulty,
        public array $objectives,
        public ?string $alike,
        public ?int $seconds,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $feedback = $fields->object('feedback');
        $text = $fields->objectOrNull('text');
        $kind = QuestionKind::from($fields->string('kind'));

        return new self(
            $fields->string('id'),
            $kind,
            Text::in($fields, 'prompt'),
            $fields->number('points'),
            Tolerance::read($fields->object('tolerance')),
            $fields->numberOr('unitShare', 0.0),
            Text::in($feedback, 'right'),
            Text::in($feedback, 'notRight'),
            Text::in($fields, 'explanation'),
            Entry::filled($fields->objects('entries', static fn (Fields $entry): Entry => Entry::read($entry, $kind->isTyped()))),
            $fields->objects('ladder', Rung::read(...)),
            $fields->booleanOr('keyless', false),
            $fields->stringOr('scoring', 'all') === 'parts',
            $fields->stringOr('show', 'list') === 'drop-down',
            $text === null ? new TextRules : TextRules::read($text),
            Form::from($fields->stringOr('form', 'any')),
            $fields->stringsOr('names'),
            array_values(array_filter($fields->objectsOr('items', Item::read(...)), static fn (Item $item): bool => ! $item->isEmpty())),
            array_values(
                array_filter($fields->objectsOr('pairs', Pair::read(...)), static fn (Pair $pair): bool => ! $pair->left->isEmpty()),
            ),
            Text::in($fields, 'sentence'),
            $fields->objectsOr('gaps', Gap::read(...)),
            Text::in($fields, 'model'),
            $fields->booleanOr('readByTeacher', false),
            $fields->stringsOr('accepts', ['picture', 'sound', 'file']),
            $fields->integerOr('difficulty', 3),
            $fields->stringsOr('objectives'),
            $fields->stringOrNull('alike'),
            $fields->integerOrNull('seconds'),
        );
    }

    /** The same, with no answer of it leading anywhere by itself, and no clock. */
    public function byItself(): self
    {
        $without = static fn (Entry $entry): Entry => $entry->withoutFork();

        return new self(...[
            'entries' => array_map($without, $this->entries),
            'gaps' => array_map(static fn (Gap $gap): Gap => $gap->with(array_map($without, $gap->entries)), $this->gaps),
            'seconds' => null,
        ] + get_object_vars($this));
    }

    public function entry(?string $id): ?Entry
    {
        if ($id === null) {
            return null;
        }
        foreach ($this->entries as $entry) {
            if ($entry->id === $id) {
                return $entry;
            }
        }
        foreach ($this->gaps as $gap) {
            foreach ($gap->entries as $entry) {
                if ($entry->id === $id) {
                    return $entry;
                }
            }
        }

        return null;
    }

    /** @return list<Entry> the question's own and those of its gaps */
    public function allEntries(): array
    {
        return array_merge($this->entries, ...array_map(static fn (Gap $gap): array => $gap->entries, $this->gaps));
    }

    /** @return list<Entry> */
    public function accepted(): array
    {
        return array_values(array_filter($this->entries, static fn (Entry $entry): bool => $entry->right));
    }

    /** Whether an answer is right or not, rather than noted or read by a person. */
    public function isMarked(): bool
    {
        return $this->kind->isMarked() && ! $this->keyless;
    }

    /** Whether one slip gives the answer away, so that only the first try tells something. */
    public function givenAwayByASlip(): bool
    {
        return $this->kind->picksOne() && count($this->entries) === 2;
    }

    /** The prompt's words, without pictures. */
    public function text(): string
    {
        $words = [$this->prompt->plain(), $this->kind === QuestionKind::Gaps ? $this->sentence->plain() : ''];

        return trim(implode(' ', array_filter($words, static fn (string $word): bool => trim($word) !== '')));
    }

    /** @return list<array{owner: string, rungs: list<Rung>}> the question's own ladder first, then its entries' */
    public function ladders(): array
    {
        $ladders = [['owner' => $this->id, 'rungs' => $this->ladder]];
        foreach ($this->allEntries() as $entry) {
            $ladders[] = ['owner' => $entry->id, 'rungs' => $entry->ladder];
        }

        return $ladders;
    }

    /** @return list<Text> everything in it that people read, but what is on its ladders */
    public function texts(): array
    {
        return [
            $this->prompt, $this->sentence, $this->model, $this->feedbackRight, $this->feedbackNotRight, $this->explanation,
            ...array_merge([], ...array_map(static fn (Entry $entry): array => [$entry->text, $entry->feedback], $this->allEntries())),
            ...array_map(static fn (Item $item): Text => $item->text, $this->items),
            ...array_map(static fn (Pair $pair): Text => $pair->left->text, $this->pairs),
        ];
    }
}
