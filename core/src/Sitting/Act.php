<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Sitting;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/** Something that was done at the front: an entry of a sitting's log. */
final readonly class Act
{
    private const MOST_HANDS = 999;

    /**
     * @param  ?Place  $place  where the class stands from now on
     * @param  bool  $asks  whether something is asked there
     * @param  bool  $atOnce  of an opening: each device tells at once what an answer is marked as
     * @param  bool  $devices  of an opening: students answer on devices, and not by hand
     * @param  ?string  $task  of an opening: what is led; of a naming: what the quick may do
     * @param  ?string  $round  whose answer is shown
     * @param  ?string  $entry  for which hands went up
     * @param  int  $hands  so many, 0 to 999
     */
    private function __construct(
        public ActKind $kind,
        public ?Place $place = null,
        public bool $asks = false,
        public bool $atOnce = false,
        public ?string $task = null,
        public ?Cover $cover = null,
        public ?string $round = null,
        public bool $devices = true,
        public ?string $entry = null,
        public int $hands = 0,
    ) {
    }

    public static function opened(?string $task, bool $atOnce = false, bool $devices = true): self
    {
        return new self(ActKind::Opened, task: $task, atOnce: $atOnce, devices: $devices);
    }

    public static function stands(Place $place, bool $asks): self
    {
        return new self(ActKind::Stands, $place, $asks);
    }

    public static function of(ActKind $kind): self
    {
        return new self($kind);
    }

    public static function cover(Cover $cover, bool $lifted): self
    {
        return new self($lifted ? ActKind::Lifted : ActKind::Laid, cover: $cover);
    }

    public static function counted(string $entry, int $hands): self
    {
        return new self(ActKind::Counted, entry: $entry, hands: $hands);
    }

    public static function named(?string $task): self
    {
        return new self(ActKind::Named, task: $task);
    }

    public static function answerShown(?string $round): self
    {
        return new self(ActKind::AnswerShown, round: $round);
    }

    /**
     * @param  string  $kind  as it was stored
     *
     * @throws MalformedInput when the kind is not known or the data do not fit it
     */
    public static function read(string $kind, Fields $data): self
    {
        $place = $data->objectOrNull('place');
        $cover = $data->stringOrNull('cover');

        return new self(
            ActKind::tryFrom($kind) ?? throw new MalformedInput('/kind', new Message('shape.unknown-event')),
            $place === null ? null : Place::read($place),
            $data->booleanOr('asks', false),
            $data->booleanOr('atOnce', false),
            $data->stringOrNull('task'),
            $cover === null ? null : Cover::tryFrom($cover),
            $data->stringOrNull('round'),
            $data->booleanOr('devices', true),
            $data->stringOrNull('entry'),
            $data->between('hands', 0, self::MOST_HANDS) ?? 0,
        );
    }

    /** @return array<string, mixed> without its kind, and without what is empty */
    public function data(): array
    {
        return array_filter([
            'place' => $this->place?->toArray(),
            'asks' => $this->asks,
            'atOnce' => $this->atOnce,
            'task' => $this->task,
            'cover' => $this->cover?->value,
            'round' => $this->round,
            'entry' => $this->entry,
            'hands' => $this->hands,
        ], static fn (mixed $value): bool => $value !== null && $value !== false && $value !== 0)
            + ($this->devices ? [] : ['devices' => false]);
    }
}
