<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use Carbon\CarbonImmutable;
use Closure;
use HiddenLadder\App\Http\Problem;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\AssignmentState;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Applied;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event;
use HiddenLadder\Core\Round\Fact;
use HiddenLadder\Core\Round\Projection;
use HiddenLadder\Core\Round\Refusal;
use HiddenLadder\Core\Round\Started;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\Terms;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;

/** Keeps rounds: begins them, takes their events into the database one by one, and tells where they stand. */
final class RoundBook
{
    /** Times a write is tried again after a deadlock. */
    private const ATTEMPTS = 5;

    /** @var array<string, QuizDocument> editions read in this request */
    private array $read = [];

    public function __construct(private readonly Editions $editions, private readonly MediaFolder $mediaFolder)
    {
    }

    /** The student's round that is under way; a new one where there is none, or where the last is finished and $again is asked. */
    public function begin(Student $student, Assignment $assignment, bool $again): Round
    {
        $latest = $this->latest($student, $assignment);
        if ($latest !== null && ($latest->finished_at === null || ! $again)) {
            return $latest;
        }
        if ($assignment->state !== AssignmentState::Open) {
            throw new Problem(409, 'closed', 'This task is closed. What you did in it has been kept.');
        }
        $edition = $assignment->quiz->latestEdition ?? throw new Problem(409, 'closed', 'This task has no published quiz yet.');
        try {
            return $this->create($student, $assignment, $edition, ($latest->number ?? 0) + 1, (int) now()->valueOf());
        } catch (UniqueConstraintViolationException) {
            return $this->latest($student, $assignment) ?? throw new Problem(409, 'closed', 'This round could not begin. Please try again.');
        }
    }

    /** Writes a new round with its first event, at the given time (milliseconds since 1970). */
    public function create(Student $student, Assignment $assignment, Edition $edition, int $number, int $at): Round
    {
        return DB::transaction(function () use ($student, $assignment, $edition, $number, $at): Round {
            $round = Round::query()->create([
                'assignment_id' => $assignment->id,
                'student_id' => $student->id,
                'edition_id' => $edition->id,
                'number' => $number,
                'terms' => $assignment->terms,
                'state' => (new State)->toArray(),
                'started_at' => CarbonImmutable::createFromTimestampMs($at),
                'moved_at' => CarbonImmutable::createFromTimestampMs($at),
                'finished_at' => null,
            ]);
            $this->append($round, Ulids::make(), new Started, null, $at);

            return $round;
        }, self::ATTEMPTS);
    }

    /**
     * Takes one event. It is stored before this returns; taking it again (by its id) stores nothing and returns the same.
     *
     * @param  string  $round  its id; it is read once, under its lock
     * @param  Closure(Round): mixed  $allow  throws where the round is not for whoever asks
     * @param  int  $after  the number of the event the device saw last
     * @return array<string, mixed> what the student's device may hold after it
     *
     * @throws Problem when it is stale or the rules refuse it; nothing is changed then
     */
    public function take(string $round, Closure $allow, string $id, int $after, Event $event, ?int $deviceMs): array
    {
        return DB::transaction(function () use ($round, $allow, $id, $after, $event, $deviceMs): array {
            $locked = Round::query()->lockForUpdate()->findOrFail($round);
            $allow($locked);
            $number = State::fromArray($locked->state)->number;
            if ($after !== $number) {
                $earlier = RoundEvent::query()->where('round_id', $round)->where('event_id', $id)->first();

                return $earlier === null
                    ? throw new Problem(409, 'stale', 'You went on elsewhere in the meantime. This is where you are now.', ['number' => $number])
                    : $this->project($locked, $this->fold($locked, $earlier->number));
            }

            return $this->project($locked, $this->append($locked, $id, $event, $deviceMs, (int) now()->valueOf()));
        }, self::ATTEMPTS);
    }

    /**
     * Applies one event at a time and writes it, with the state after it. The caller holds the transaction.
     *
     * @throws Problem when the rules refuse it
     */
    public function append(Round $round, string $id, Event $event, ?int $deviceMs, int $at): State
    {
        $outcome = $this->engine($round)->apply(State::fromArray($round->state), $event, $at);
        if ($outcome instanceof Refusal) {
            throw Problem::refused($outcome);
        }
        try {
            RoundEvent::query()->insert([
                'round_id' => $round->id,
                'number' => $outcome->state->number,
                'event_id' => $id,
                'kind' => $event->kind()->value,
                'data' => json_encode($event->data(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION),
                'facts' => json_encode(array_map(static fn (Fact $fact): array => $fact->toArray(), $outcome->facts), JSON_THROW_ON_ERROR),
                'device_ms' => $deviceMs,
                'taken_ms' => $at,
            ]);
        } catch (UniqueConstraintViolationException) {
            throw new Problem(409, 'id-taken', 'This event has the id of an earlier one. Nothing was changed.');
        }
        $this->put($round, $outcome->state, $at);

        return $outcome->state;
    }

    /**
     * The state after the first $upTo events (all of them by default), from the events alone.
     *
     * @throws \DomainException when a stored event is refused, which the rules of an edition never change into
     */
    public function fold(Round $round, ?int $upTo = null): State
    {
        $engine = $this->engine($round);
        $state = new State;
        foreach ($round->events()->when($upTo !== null, static fn ($query) => $query->where('number', '<=', $upTo))->get() as $stored) {
            $outcome = $engine->apply($state, Event::read($stored->kind, Fields::of($stored->data)), $stored->taken_ms);
            $state = $outcome instanceof Applied ? $outcome->state : throw new \DomainException("Event $stored->number of round $round->id is refused: {$outcome->sentence}");
        }

        return $state;
    }

    /** Derives the round's stored state anew from its events. */
    public function rebuild(Round $round): void
    {
        $state = $this->fold($round);
        $this->put($round, $state, (int) $round->events()->max('taken_ms'));
    }

    /** @return array<string, mixed> */
    public function view(Round $round): array
    {
        return $this->project($round, State::fromArray($round->state));
    }

    /** @return list<string> ids of the videos and pictures the student may load where the round stands */
    public function media(Round $round): array
    {
        return $this->projection($round)->media(State::fromArray($round->state));
    }

    public function latest(Student $student, Assignment $assignment): ?Round
    {
        return Round::query()
            ->where('assignment_id', $assignment->id)
            ->where('student_id', $student->id)
            ->orderByDesc('number')
            ->first();
    }

    /** @return array<string, mixed> */
    private function project(Round $round, State $state): array
    {
        $projection = $this->projection($round);

        return ['id' => $round->id, 'round' => $round->number]
            + $projection->of($state)
            + ['media' => $this->mediaFolder->described($projection->media($state))];
    }

    private function put(Round $round, State $state, int $at): void
    {
        $round->update([
            'state' => $state->toArray(),
            'moved_at' => CarbonImmutable::createFromTimestampMs($at),
            'finished_at' => $state->finishedAt === null ? null : CarbonImmutable::createFromTimestampMs($state->finishedAt),
        ]);
    }

    private function engine(Round $round): Engine
    {
        return new Engine($this->quiz($round));
    }

    private function projection(Round $round): Projection
    {
        return new Projection($this->quiz($round), $this->terms($round));
    }

    private function terms(Round $round): Terms
    {
        return Terms::read(Fields::of($round->terms));
    }

    private function quiz(Round $round): QuizDocument
    {
        return $this->read[$round->edition_id] ??= $this->editions->read(Edition::query()->withCount('corrections')->findOrFail($round->edition_id));
    }
}
