<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Sitting;

use HiddenLadder\Core\Fields;

/** Where a class stands: at a stop of a task's quiz, or at a question of its video. */
final readonly class Place
{
    /** @param  string  $task  whose rounds are led there */
    public function __construct(public string $task, public string $stop, public ?string $cue = null)
    {
    }

    public function is(?self $other): bool
    {
        return $other !== null && $this->key() === $other->key();
    }

    public function key(): string
    {
        return "$this->task/$this->stop".($this->cue === null ? '' : "/$this->cue");
    }

    public static function read(Fields $fields): self
    {
        return new self($fields->string('task'), $fields->string('stop'), $fields->stringOrNull('cue'));
    }

    /** @return array{task: string, stop: string, cue: ?string} */
    public function toArray(): array
    {
        return ['task' => $this->task, 'stop' => $this->stop, 'cue' => $this->cue];
    }
}
