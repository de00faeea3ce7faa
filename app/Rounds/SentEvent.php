<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\EventKind;
use Illuminate\Support\Str;

/** One event as a student's device sends it. */
final readonly class SentEvent
{
    /**
     * @param  string  $id  made on the device, so that sending again is no second event
     * @param  ?string  $after  the student's own event that it follows on; null for the first
     * @param  ?int  $madeMs  when it was made, in milliseconds since 1970, by the device's clock as far as the server could set it right
     */
    private function __construct(public string $id, public ?string $after, public Event $event, public ?int $madeMs)
    {
    }

    /**
     * @param  int  $now  milliseconds since 1970
     *
     * @throws Rejected|\HiddenLadder\Core\MalformedInput
     */
    public static function read(Fields $sent, int $now): self
    {
        $sent->only(['id', 'after', 'kind', 'at', 'sentAt', 'data']);
        $kind = $sent->string('kind');
        if (EventKind::tryFrom($kind)?->isStudents() === false) {
            throw Rejected::invalid(new Message('problem.round.not-students'), [new Fault('/kind', new Message('problem.round.not-sent'))]);
        }
        $after = $sent->stringOrNull('after');

        return new self(
            self::id($sent->string('id'), '/id'),
            $after === null ? null : self::id($after, '/after'),
            Event::read($kind, $sent->object('data')),
            self::made($sent->integerOrNull('at'), $sent->integerOrNull('sentAt'), $now),
        );
    }

    private static function id(string $id, string $pointer): string
    {
        return Str::isUlid($id)
            ? strtoupper($id)
            : throw Rejected::invalid(new Message('problem.round.no-id'), [new Fault($pointer, new Message('problem.ulid'))]);
    }

    /** A device whose clock is wrong says with what it sends how late it is by its own clock. */
    private static function made(?int $at, ?int $sentAt, int $now): ?int
    {
        if ($at === null || $sentAt === null) {
            return $at === null ? null : min($at, $now);
        }

        return $now - max(0, $sentAt - $at);
    }
}
