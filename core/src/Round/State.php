<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Round\Event\CameTo;
use HiddenLadder\Core\Round\Result\Outcome;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;

/**
 * Where a round stands. Small, serialisable, and rebuilt from the round's events at any time with the same outcome.
 *
 * The engine changes copies of its own; from outside it is read only.
 */
final class State implements Outcome
{
    /** Events applied so far. */
    public int $number = 0;

    /** @var list<Frame> where the student is, from the stop down; empty before the start, at the overview and after the finish */
    public array $path = [];

    /** The verdict on the last answer stands; going on leaves the question. */
    public bool $verdictShown = false;

    /** The stop or finish that a fork leads to when the verdict is left. */
    public ?string $decidedNext = null;

    /** @var array<string, Record> by question */
    public array $records = [];

    /** @var array<string, Series> by stop: drills and staircases */
    public array $series = [];

    /** @var array<string, true> stops that were reached */
    public array $visited = [];

    /** The last stop is passed; what was set aside comes back. */
    public bool $returning = false;

    /** @var list<string> questions that still come back */
    public array $pending = [];

    /** @var array<string, float> seconds of each video stop at which its student was last */
    public array $watchedTo = [];

    /** @var array<string, list<array{float, float}>> stretches of each video stop that were seen, in order, without overlaps */
    public array $seen = [];

    /** @var array<string, float> seconds that were watched of each video stop, again and again counted each time */
    public array $watchedFor = [];

    /** @var array<string, int> milliseconds since 1970 at which each video stop was first shown */
    public array $shownAt = [];

    /** @var array<string, true> video stops whose video could not be had */
    public array $away = [];

    /** @var list<array{string, bool}> tries that count as evidence of what the student knows: question, and whether it was right */
    public array $evidence = [];

    public bool $handedIn = false;

    public ?string $finish = null;

    public ?int $startedAt = null;

    public ?int $finishedAt = null;

    /** Where it stood when its task closed, while that is closed. */
    public ?Interrupted $interrupted = null;

    /** Where it stood by itself, while it is led from the front. */
    public ?Bookmark $ownPlace = null;

    /** Milliseconds since 1970 from which on it has been led; its clock stands still. */
    public ?int $ledSince = null;

    /** @var array<string, true> stops at which it stood while it was led */
    public array $ledAt = [];

    /** What it had come to before a person opened it again by sending an answer back. */
    public ?CameTo $before = null;

    public string $seed = '';

    public float $extraTime = 1.0;

    public History $history;

    public function __construct()
    {
        $this->history = new History;
    }

    /** Whether answers are only kept for now, and marked when the round is handed in. */
    public function answersWait(Terms $terms): bool
    {
        return $terms->mode === Mode::HandedIn && ! $this->handedIn;
    }

    public function isFinished(): bool
    {
        return $this->finishedAt !== null;
    }

    public function record(string $question): Record
    {
        /** @var ?Record $none one serves for all that is not there yet: from outside a record is only read */
        static $none = null;

        return $this->records[$question] ?? ($none ??= new Record);
    }

    /** The stop the student is at, or under. */
    public function stop(): ?string
    {
        for ($i = count($this->path) - 1; $i >= 0; $i--) {
            if ($this->path[$i]->kind === FrameKind::Stop) {
                return $this->path[$i]->id;
            }
        }

        return null;
    }

    public function top(): ?Frame
    {
        return $this->path === [] ? null : $this->path[count($this->path) - 1];
    }

    public function evidence(): array
    {
        return $this->evidence;
    }

    public function isRight(string $question): bool
    {
        return $this->record($question)->standing->isRight();
    }

    /**
     * @param  array<array-key, mixed>  $state  what toArray() gave
     *
     * @throws MalformedInput
     */
    public static function fromArray(array $state): self
    {
        $fields = Fields::of($state);
        $read = new self;
        $read->number = $fields->integerOr('number', 0);
        $read->path = $fields->objectsOr('path', Frame::read(...));
        $read->verdictShown = $fields->booleanOr('verdictShown', false);
        $read->decidedNext = $fields->stringOrNull('decidedNext');
        $read->records = array_map(Record::read(...), $fields->map('records'));
        $read->series = array_map(Series::read(...), $fields->map('series'));
        $read->visited = array_fill_keys($fields->stringsOr('visited'), true);
        $read->returning = $fields->booleanOr('returning', false);
        $read->pending = $fields->stringsOr('pending');
        $read->watchedTo = $fields->numberMap('watchedTo');
        $seen = $fields->has('seen') ? $fields->object('seen') : Fields::of([]);
        foreach (array_keys($seen->all()) as $stop) {
            foreach (array_chunk($seen->numbers((string) $stop), 2) as [$from, $to]) {
                $read->seen[(string) $stop][] = [$from, $to];
            }
        }
        $read->watchedFor = $fields->numberMap('watchedFor');
        $read->shownAt = $fields->has('shownAt') ? $fields->integers('shownAt') : [];
        $read->away = array_fill_keys($fields->stringsOr('away'), true);
        // A round that was under way before this was kept has seen its videos as far as it stands.
        foreach (array_diff_key($read->watchedTo, $read->shownAt, $read->seen) as $stop => $to) {
            $read->seen[$stop] = [[0.0, $to]];
        }
        $read->evidence = $fields->objectsOr('evidence', static fn (Fields $one): array => [$one->string('q'), $one->boolean('r')]);
        $read->handedIn = $fields->booleanOr('handedIn', false);
        $read->finish = $fields->stringOrNull('finish');
        $read->startedAt = $fields->integerOrNull('startedAt');
        $read->finishedAt = $fields->integerOrNull('finishedAt');
        $interrupted = $fields->objectOrNull('interrupted');
        $read->interrupted = $interrupted === null ? null : Interrupted::read($interrupted);
        $ownPlace = $fields->objectOrNull('ownPlace');
        $read->ownPlace = $ownPlace === null ? null : Bookmark::read($ownPlace);
        $read->ledSince = $fields->integerOrNull('ledSince');
        $read->ledAt = array_fill_keys($fields->stringsOr('ledAt'), true);
        $before = $fields->objectOrNull('before');
        $read->before = $before === null ? null : CameTo::read($before);
        $read->seed = $fields->stringOr('seed', '');
        $read->extraTime = $fields->numberOr('extraTime', 1.0);
        $history = $fields->objectOrNull('history');
        $read->history = $history === null ? new History : History::read($history);

        return $read;
    }

    /** @return array<string, mixed> without what is empty */
    public function toArray(): array
    {
        return array_filter([
            'number' => $this->number,
            'path' => array_map(static fn (Frame $frame): array => $frame->toArray(), $this->path),
            'verdictShown' => $this->verdictShown,
            'decidedNext' => $this->decidedNext,
            'records' => array_map(static fn (Record $record): array => $record->toArray(), $this->records),
            'series' => array_map(static fn (Series $series): array => $series->toArray(), $this->series),
            'visited' => array_map(strval(...), array_keys($this->visited)),
            'returning' => $this->returning,
            'pending' => $this->pending,
            'watchedTo' => $this->watchedTo,
            'seen' => array_map(static fn (array $stretches): array => array_merge(...$stretches), $this->seen),
            'watchedFor' => $this->watchedFor,
            'shownAt' => $this->shownAt,
            'away' => array_map(strval(...), array_keys($this->away)),
            'evidence' => array_map(static fn (array $one): array => ['q' => $one[0], 'r' => $one[1]], $this->evidence),
            'handedIn' => $this->handedIn,
            'finish' => $this->finish,
            'startedAt' => $this->startedAt,
            'finishedAt' => $this->finishedAt,
            'interrupted' => $this->interrupted?->toArray(),
            'ownPlace' => $this->ownPlace?->toArray(),
            'ledSince' => $this->ledSince,
            'ledAt' => array_map(strval(...), array_keys($this->ledAt)),
            'before' => $this->before?->toArray(),
            'seed' => $this->seed,
            'extraTime' => $this->extraTime === 1.0 ? null : $this->extraTime,
            'history' => $this->history->isEmpty() ? null : $this->history->toArray(),
        ], static fn (mixed $value): bool => $value !== null && $value !== [] && $value !== false && $value !== '');
    }
}
