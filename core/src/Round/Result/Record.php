<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Result;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Response;

/**
 * What happened at one question in one round. Questions that stood in for it count here too.
 *
 * The engine changes copies of its own; from outside it is read only.
 */
final class Record
{
    public Standing $standing = Standing::Untouched;

    /** Tries that were marked, those by time running out included. */
    public int $tries = 0;

    public int $slips = 0;

    /** A rung was seen before it was right. */
    public bool $helped = false;

    /** Share of the points that is earned, 0 to 1. */
    public float $share = 0.0;

    /** @var array<string, int> rungs seen of each ladder, by what it hangs under */
    public array $depths = [];

    /** @var array<string, int> how often each entry was matched */
    public array $matched = [];

    /** Past the last rung, or the teacher is called: it may be set aside. */
    public bool $mayLeave = false;

    /** Set aside again when it came back before the finish. */
    public bool $leftForGood = false;

    public ?Response $response = null;

    public ?Mark $mark = null;

    /** The question that stands in for it now. */
    public ?string $standIn = null;

    /** @var list<string> questions that have stood in for it */
    public array $stoodIn = [];

    /** When it was shown, in milliseconds since 1970. */
    public ?int $since = null;

    public bool $timedOut = false;

    /** How its writer judged the answer. */
    public ?bool $judged = null;

    /** The share a person gave it. */
    public ?float $overruled = null;

    public string $comment = '';

    /** How it stood before a person's word on it. */
    public ?AsMarked $asMarked = null;

    public bool $called = false;

    public bool $revealed = false;

    /** The answer that a person sent back, until it is written again. */
    public function sentBack(): ?Response
    {
        return $this->response === null ? $this->asMarked?->response : null;
    }

    public function depth(string $ladder): int
    {
        return $this->depths[$ladder] ?? 0;
    }

    public static function read(Fields $fields): self
    {
        $record = new self;
        $record->standing = Standing::from($fields->stringOr('standing', 'untouched'));
        $record->tries = $fields->integerOr('tries', 0);
        $record->slips = $fields->integerOr('slips', 0);
        $record->helped = $fields->booleanOr('helped', false);
        $record->share = $fields->numberOr('share', 0.0);
        $record->depths = $fields->integers('depths');
        $record->matched = $fields->integers('matched');
        $record->mayLeave = $fields->booleanOr('mayLeave', false);
        $record->leftForGood = $fields->booleanOr('leftForGood', false);
        $response = $fields->objectOrNull('response');
        $record->response = $response === null ? null : Response::read($response);
        $mark = $fields->objectOrNull('mark');
        $record->mark = $mark === null ? null : Mark::read($mark);
        $record->standIn = $fields->stringOrNull('standIn');
        $record->stoodIn = $fields->stringsOr('stoodIn');
        $record->since = $fields->integerOrNull('since');
        $record->timedOut = $fields->booleanOr('timedOut', false);
        $record->judged = $fields->has('judged') ? $fields->boolean('judged') : null;
        $record->overruled = $fields->numberOrNull('overruled');
        $record->comment = $fields->stringOr('comment', '');
        $asMarked = $fields->objectOrNull('asMarked');
        $record->asMarked = $asMarked === null ? null : AsMarked::read($asMarked);
        $record->called = $fields->booleanOr('called', false);
        $record->revealed = $fields->booleanOr('revealed', false);

        return $record;
    }

    /** @return array<string, mixed> without what has its first value */
    public function toArray(): array
    {
        $array = ['standing' => $this->standing->value];
        $first = get_object_vars(new self);
        foreach (get_object_vars($this) as $name => $value) {
            if ($name !== 'standing' && $value !== $first[$name]) {
                $isKept = $value instanceof Response || $value instanceof Mark || $value instanceof AsMarked;
                $array[$name] = $isKept ? $value->toArray() : $value;
            }
        }

        return $array;
    }
}
