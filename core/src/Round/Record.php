<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\Result;

/** What happened at one question in one round. */
final readonly class Record
{
    /**
     * @param  int  $tries  marked answers
     * @param  bool  $helped  a rung was seen before it was right
     * @param  array<string, int>  $depths  rungs seen of each ladder: by entry id, '' for the question's own
     * @param  array<string, int>  $matched  how often each entry was matched
     * @param  bool  $mayLeave  past the last rung: it may be set aside
     * @param  bool  $leftForGood  set aside again when it came back before the finish
     */
    public function __construct(
        public Standing $standing = Standing::Untouched,
        public int $tries = 0,
        public int $slips = 0,
        public bool $helped = false,
        public float $points = 0.0,
        public array $depths = [],
        public array $matched = [],
        public bool $mayLeave = false,
        public bool $leftForGood = false,
        public ?Response $response = null,
        public ?Mark $mark = null,
    ) {
    }

    /** @param  array<string, mixed>  $changes by property */
    public function with(array $changes): self
    {
        return new self(...array_merge(get_object_vars($this), $changes));
    }

    public function depth(?string $ladder): int
    {
        return $this->depths[$ladder ?? ''] ?? 0;
    }

    public static function read(Fields $fields): self
    {
        $response = $fields->objectOrNull('response');
        $mark = $fields->objectOrNull('mark');

        return new self(
            Standing::from($fields->string('standing')),
            $fields->integer('tries'),
            $fields->integer('slips'),
            $fields->boolean('helped'),
            $fields->number('points'),
            $fields->integers('depths'),
            $fields->integers('matched'),
            $fields->boolean('mayLeave'),
            $fields->boolean('leftForGood'),
            $response === null ? null : Response::read($response),
            $mark === null ? null : new Mark(
                Result::from($mark->string('result')),
                $mark->number('share'),
                $mark->stringOrNull('entry'),
                $mark->strings('readings'),
            ),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'standing' => $this->standing->value,
            'tries' => $this->tries,
            'slips' => $this->slips,
            'helped' => $this->helped,
            'points' => $this->points,
            'depths' => $this->depths,
            'matched' => $this->matched,
            'mayLeave' => $this->mayLeave,
            'leftForGood' => $this->leftForGood,
            'response' => $this->response?->toArray(),
            'mark' => $this->mark === null ? null : [
                'result' => $this->mark->result->value,
                'share' => $this->mark->share,
                'entry' => $this->mark->entry,
                'readings' => $this->mark->readings,
            ],
        ];
    }
}
