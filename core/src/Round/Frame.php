<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;

/** One level of where a student is: at a stop, at a cue in it, on a rung under the question. The last one counts. */
final readonly class Frame
{
    /** @param  string|null  $ladder of a rung: the question, entry or staircase under which its ladder hangs */
    private function __construct(public FrameKind $kind, public string $id, public ?string $ladder)
    {
    }

    public static function stop(string $id): self
    {
        return new self(FrameKind::Stop, $id, null);
    }

    public static function cue(string $id): self
    {
        return new self(FrameKind::Cue, $id, null);
    }

    public static function rung(string $id, string $ladder): self
    {
        return new self(FrameKind::Rung, $id, $ladder);
    }

    public static function read(Fields $fields): self
    {
        return new self(FrameKind::from($fields->string('kind')), $fields->string('id'), $fields->stringOrNull('ladder'));
    }

    /** @return array{kind: string, id: string, ladder: ?string} */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value, 'id' => $this->id, 'ladder' => $this->ladder];
    }
}
