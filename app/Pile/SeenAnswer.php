<?php

declare(strict_types=1);

namespace HiddenLadder\App\Pile;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;

/** An answer as somebody had it before them when they said something to it. */
final class SeenAnswer
{
    public static function of(Record $record): string
    {
        return hash('xxh64', (string) json_encode($record->response?->toArray()));
    }

    /** @throws Rejected where it has been read meanwhile, or was written anew */
    public static function stillWaits(Round $locked, string $question, string $seen): void
    {
        $record = State::fromArray($locked->state)->record($question);
        if ($record->standing !== Standing::ToBeRead || self::of($record) !== $seen) {
            throw new Rejected(Reason::Stale, new Message('problem.pile.meanwhile'));
        }
    }
}
