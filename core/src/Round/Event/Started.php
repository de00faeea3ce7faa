<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Event;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\History;

/** The round began. */
final readonly class Started extends Event
{
    /**
     * @param  ?string  $from  another stop than the first, only where a teacher rehearses
     * @param  string  $seed  from which all that is drawn by lot follows; the round's id
     * @param  float  $extraTime  factor of time for this student, 1 to 4
     *
     * @throws MalformedInput when the factor is out of range
     */
    public function __construct(
        public ?string $from = null,
        public string $seed = '',
        public float $extraTime = 1.0,
        public History $history = new History,
    ) {
        if ($extraTime < 1 || $extraTime > 4) {
            throw new MalformedInput('/extraTime', new Message('shape.extra-time'));
        }
    }

    public static function fromData(Fields $data): self
    {
        $data->only(['from', 'seed', 'extraTime', 'history']);
        $history = $data->objectOrNull('history');

        return new self(
            $data->stringOrNull('from'),
            $data->stringOr('seed', ''),
            $data->numberOr('extraTime', 1.0),
            $history === null ? new History : History::read($history),
        );
    }

    public function kind(): EventKind
    {
        return EventKind::Started;
    }

    public function data(): array
    {
        return array_filter([
            'from' => $this->from,
            'seed' => $this->seed === '' ? null : $this->seed,
            'extraTime' => $this->extraTime === 1.0 ? null : $this->extraTime,
            'history' => $this->history->isEmpty() ? null : $this->history->toArray(),
        ], static fn (mixed $value): bool => $value !== null);
    }
}
