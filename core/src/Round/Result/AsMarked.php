<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Response;

/** How an answer stood by the rules before a person said otherwise, kept so that their word can be taken back. */
final readonly class AsMarked
{
    /**
     * @param  float  $share  of the points, 0 to 1
     * @param  ?int  $finishedAt  milliseconds since 1970: the round had ended, and was opened again by sending this back
     */
    private function __construct(
        public Standing $standing,
        public float $share,
        public bool $leftForGood,
        public ?Response $response,
        public ?Mark $mark,
        public ?bool $judged,
        public ?string $finish,
        public ?int $finishedAt,
    ) {
    }

    public static function of(Record $record, ?string $finish = null, ?int $finishedAt = null): self
    {
        return new self(
            $record->standing,
            $record->share,
            $record->leftForGood,
            $record->response,
            $record->mark,
            $record->judged,
            $finish,
            $finishedAt,
        );
    }

    /** The record stands as it did. */
    public function restore(Record $record): void
    {
        $record->share = $this->share;
        $record->leftForGood = $this->leftForGood;
        $record->response = $this->response;
        $record->mark = $this->mark;
        $record->judged = $this->judged;
        $record->overruled = $record->asMarked = null;
        $record->comment = '';
    }

    public static function read(Fields $fields): self
    {
        $response = $fields->objectOrNull('response');
        $mark = $fields->objectOrNull('mark');

        return new self(
            Standing::from($fields->stringOr('standing', 'untouched')),
            $fields->numberOr('share', 0.0),
            $fields->booleanOr('leftForGood', false),
            $response === null ? null : Response::read($response),
            $mark === null ? null : Mark::read($mark),
            $fields->has('judged') ? $fields->boolean('judged') : null,
            $fields->stringOrNull('finish'),
            $fields->integerOrNull('finishedAt'),
        );
    }

    /** @return array<string, mixed> without what is empty */
    public function toArray(): array
    {
        return ['standing' => $this->standing->value] + array_filter([
            'share' => $this->share,
            'leftForGood' => $this->leftForGood ? true : null,
            'response' => $this->response?->toArray(),
            'mark' => $this->mark?->toArray(),
            'judged' => $this->judged,
            'finish' => $this->finish,
            'finishedAt' => $this->finishedAt,
        ], static fn (mixed $value): bool => $value !== null);
    }
}
