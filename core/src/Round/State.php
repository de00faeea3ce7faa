<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;

/** Where a round stands after its events so far: small, serialisable, and always rebuilt the same from the events. */
final readonly class State
{
    /**
     * @param  int  $number  events applied
     * @param  list<Frame>  $path  from the stop inwards; empty before the start and after the finish
     * @param  bool  $told  the verdict on the last answer is shown and waits for "go on"
     * @param  array<string, Record>  $records  by question
     * @param  list<string>  $visited  stops in the order they were first reached
     * @param  bool  $returning  going once more over what was set aside
     * @param  list<string>  $pending  questions still to come back
     * @param  array<string, float>  $watchedTo  furthest second sent for each video stop
     * @param  int|null  $startedAt  milliseconds since 1970, as all times here
     */
    public function __construct(
        public int $number = 0,
        public array $path = [],
        public bool $told = false,
        public array $records = [],
        public array $visited = [],
        public bool $returning = false,
        public array $pending = [],
        public array $watchedTo = [],
        public ?string $finish = null,
        public ?int $startedAt = null,
        public ?int $finishedAt = null,
    ) {
    }

    /** @param  array<string, mixed>  $changes by property */
    public function with(array $changes): self
    {
        return new self(...array_merge(get_object_vars($this), $changes));
    }

    public function record(string $question): Record
    {
        return $this->records[$question] ?? new Record;
    }

    public function isFinished(): bool
    {
        return $this->finish !== null;
    }

    /** The stop the student is at; the side stop, where one was entered from another. */
    public function stop(): ?string
    {
        foreach (array_reverse($this->path) as $frame) {
            if ($frame->kind === FrameKind::Stop) {
                return $frame->id;
            }
        }

        return null;
    }

    public function top(): ?Frame
    {
        return $this->path === [] ? null : $this->path[count($this->path) - 1];
    }

    /**
     * @param  array<array-key, mixed>  $state  what toArray() gave
     *
     * @throws MalformedInput
     */
    public static function fromArray(array $state): self
    {
        $fields = Fields::of($state);
        $watchedTo = $fields->object('watchedTo');

        return new self(
            $fields->integer('number'),
            $fields->objects('path', Frame::read(...)),
            $fields->boolean('told'),
            array_map(Record::read(...), $fields->map('records')),
            $fields->strings('visited'),
            $fields->boolean('returning'),
            $fields->strings('pending'),
            array_combine(
                $stops = array_map(strval(...), array_keys($watchedTo->all())),
                array_map($watchedTo->number(...), $stops),
            ),
            $fields->stringOrNull('finish'),
            $fields->integerOrNull('startedAt'),
            $fields->integerOrNull('finishedAt'),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'number' => $this->number,
            'path' => array_map(static fn (Frame $frame): array => $frame->toArray(), $this->path),
            'told' => $this->told,
            'records' => array_map(static fn (Record $record): array => $record->toArray(), $this->records),
            'visited' => $this->visited,
            'returning' => $this->returning,
            'pending' => $this->pending,
            'watchedTo' => $this->watchedTo,
            'finish' => $this->finish,
            'startedAt' => $this->startedAt,
            'finishedAt' => $this->finishedAt,
        ];
    }
}
