<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** Where a walk through the quiz ends, with the words it ends with. */
final readonly class Finish
{
    /** @param  list<array{id: string, from: float, message: Text}>  $byScore from the highest share of the points down */
    public function __construct(
        public string $id,
        public string $title,
        public Text $message,
        public array $byScore,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $byScore = $fields->objectsOr(
            'byScore',
            static fn (Fields $one): array => [
                'id' => $one->string('id'),
                'from' => $one->number('from'),
                'message' => Text::in($one, 'message'),
            ],
        );
        usort($byScore, static fn (array $a, array $b): int => $b['from'] <=> $a['from']);

        return new self($fields->string('id'), $fields->string('title'), Text::in($fields, 'message'), $byScore);
    }

    /** @param  ?float  $share of the points, 0 to 1; null where it may not be told */
    public function messageFor(?float $share): Text
    {
        foreach ($share === null ? [] : $this->byScore as $words) {
            if ($share >= $words['from']) {
                return $words['message'];
            }
        }

        return $this->message;
    }
}
