<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** What is asked, which answers are foreseen, what is said to them, and the ladder below. */
final readonly class Question
{
    /**
     * @param  list<Block>  $prompt
     * @param  float  $points  0 to 1000, for a right answer at the first try
     * @param  list<Entry>  $entries  only those with a text
     * @param  list<Rung>  $ladder
     */
    public function __construct(
        public string $id,
        public QuestionKind $kind,
        public array $prompt,
        public float $points,
        public Tolerance $tolerance,
        public string $feedbackRight,
        public string $feedbackNotRight,
        public array $entries,
        public array $ladder,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $feedback = $fields->object('feedback');
        $entries = $fields->objects('entries', Entry::read(...));

        return new self(
            $fields->string('id'),
            QuestionKind::from($fields->string('kind')),
            $fields->objects('prompt', Block::read(...)),
            $fields->number('points'),
            Tolerance::read($fields->object('tolerance')),
            $feedback->string('right'),
            $feedback->string('notRight'),
            array_values(array_filter($entries, static fn (Entry $entry): bool => ! $entry->isEmpty())),
            $fields->objects('ladder', Rung::read(...)),
        );
    }

    public function entry(?string $id): ?Entry
    {
        foreach ($this->entries as $entry) {
            if ($entry->id === $id) {
                return $entry;
            }
        }

        return null;
    }

    /** @return list<Entry> */
    public function accepted(): array
    {
        return array_values(array_filter($this->entries, static fn (Entry $entry): bool => $entry->right));
    }

    /**
     * The ladder of that name: an entry's own by the entry's id, the question's by null.
     *
     * @return list<Rung>
     */
    public function ladder(?string $entry): array
    {
        return $entry === null ? $this->ladder : ($this->entry($entry)->ladder ?? []);
    }

    /** The prompt's words, without pictures. */
    public function text(): string
    {
        $texts = array_filter($this->prompt, static fn (Block $block): bool => $block->media === null);

        return trim(implode(' ', array_map(static fn (Block $block): string => $block->text, $texts)));
    }
}
