<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use Carbon\CarbonImmutable;
use Closure;
use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Sittings\Following;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\Event\CameTo;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Restored;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\StoredEvent;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\HowFar;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Replayed;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\Watching;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\RateLimiter;

/**
 * Keeps rounds: writes them, and takes their events into the database one by one.
 *
 * Whatever changes a round reads it under its lock first, so that two who write at once do so one after the other.
 */
final class RoundBook
{
    /** Times a write is tried again after a deadlock. */
    private const ATTEMPTS = 5;

    /** Events of one round at most; a long video that is watched all day makes about a thousand. */
    private const MOST_EVENTS = 10_000;

    /** How often a minute an older event of one round may be sent again. */
    private const AGAIN_A_MINUTE = 10;

    /** So many of a round's events may come within so many milliseconds; a device that was offline sends the rest a little later. */
    private const BURST = 300;

    private const BURST_WITHIN = 30_000;

    public function __construct(
        private readonly RoundRules $rules,
        private readonly RoundViews $views,
        private readonly RoundClock $clock,
        private readonly NamedMedia $named,
        private readonly Live $live,
    ) {
    }

    /**
     * Writes a new round with its first event.
     *
     * @param  int  $at  milliseconds since 1970
     * @param  ?array<string, ?string>  $asked  of a return: what it asks, with the alike question in its place
     */
    public function create(
        Student $student,
        Task $task,
        Edition $edition,
        int $number,
        int $at,
        ?array $asked = null,
        RoundKind $kind = RoundKind::Task,
    ): Round {
        return DB::transaction(function () use ($student, $task, $edition, $number, $at, $asked, $kind): Round {
            $terms = Terms::read(Fields::of($task->terms));
            $terms = $asked === null ? $terms : $terms->forReturn();
            $round = Round::query()->create([
                'kind' => $kind,
                'asks' => $asked === null ? null : array_keys($asked),
                'task_id' => $task->id,
                'student_id' => $student->id,
                'edition_id' => $edition->id,
                'number' => $number,
                'terms' => $terms->toArray(),
                'state' => (new State)->toArray(),
                'evidence' => (new RoundEvidence)->toArray(),
                'revision' => $edition->refresh()->revision,
                'last_event_id' => null,
                'started_at' => CarbonImmutable::createFromTimestampMs($at),
                'moved_at' => CarbonImmutable::createFromTimestampMs($at),
                'finished_at' => null,
                'seen_after_closing_at' => null,
            ])->setRelation('task', $task);
            $history = match (true) {
                $asked !== null => History::ofReturn($asked),
                $kind === RoundKind::Task => History::of(
                    $this->rules->quiz($round),
                    self::before($student, $task, $number),
                    $terms->rounds,
                    $round->id,
                ),
                default => new History,
            };
            $this->append($round, Ulids::make(), new Started(null, $round->id, $student->extra_time, $history), $at);

            return $round;
        }, self::ATTEMPTS);
    }

    /** @return list<State> of the student's rounds of a task before one */
    private static function before(Student $student, Task $task, int $number): array
    {
        return $number === 1 ? [] : array_values(OwnRounds::of($student->id, $task)->rounds->where('number', '<', $number)
            ->map(static fn (Round $one): State => State::fromArray($one->state))->all());
    }

    /**
     * Takes one event. It is stored before this returns; taking it again (by its id) stores nothing and returns the same.
     *
     * @param  string  $round  its id; it is read once, under its lock
     * @param  Closure(Round): mixed  $allow  throws where the round is not for whoever asks
     * @return array<string, mixed> what the student's device may hold after it
     *
     * @throws Rejected when it does not follow on what the student did last, or the rules refuse it; nothing is changed then
     */
    public function take(string $round, Closure $allow, SentEvent $sent): array
    {
        return DB::transaction(function () use ($round, $allow, $sent): array {
            $locked = self::locked($round);
            $allow($locked);
            $following = Following::of($locked, $this->rules->quiz($locked), lock: true);
            $front = $following->front;
            $before = $this->bringUpToDate($locked, $following, byTheClock: false);
            if ($sent->after !== $locked->last_event_id) {
                return $this->takenBefore($locked, $sent, $front);
            }
            $this->notTooMany($locked->id, $before->number);
            $this->named->check($locked, $sent->event);
            $late = $this->clock->isLate($locked, $sent->madeMs);
            $locked->last_event_id = $sent->id;
            $now = (int) now()->valueOf();
            $event = $sent->event instanceof Watched
                ? Watching::cut($sent->event, $before, $now)
                : $sent->event;
            $state = $this->append($locked, $sent->id, $event, $now, $sent->madeMs, $late, $before, $front);

            return $this->views->of($locked, $state, front: $front);
        }, self::ATTEMPTS);
    }

    /** @throws Rejected when the round holds too many events, or they come too fast */
    private function notTooMany(string $round, int $number): void
    {
        if ($number >= self::MOST_EVENTS) {
            throw new Rejected(Reason::Closed, new Message('problem.round.too-many-events'));
        }
        $since = $number <= self::BURST ? null : RoundEvent::query()
            ->where(['round_id' => $round, 'number' => $number - self::BURST])->value('taken_ms');
        if ($since !== null && (int) $since > (int) now()->valueOf() - self::BURST_WITHIN) {
            throw new Rejected(Reason::Busy, new Message('problem.round.too-fast'), ['seconds' => 5]);
        }
    }

    /**
     * The reply to an event that does not follow on the student's latest one.
     *
     * @return array<string, mixed>
     *
     * @throws Rejected unless it was taken before
     */
    private function takenBefore(Round $round, SentEvent $sent, ?Front $front): array
    {
        $known = RoundEvent::query()->where('round_id', $round->id)->whereIn(
            'event_id',
            array_filter([$sent->id, $sent->after], is_string(...)),
        )->get()->keyBy('event_id');
        $earlier = $known->get($sent->id);
        if ($earlier !== null && $sent->id === $round->last_event_id) {
            // The usual case: its reply was lost on the way. What is stored is the reply, and nothing is folded for it.
            return $this->views->of($round, State::fromArray($round->state), front: $front);
        }
        if ($earlier !== null) {
            // One from before another device went on: that is rare, and folding is not for asking again and again.
            if (RateLimiter::attempt("sent again/$round->id", self::AGAIN_A_MINUTE, static fn (): bool => true) !== true) {
                throw new Rejected(Reason::Busy, new Message('problem.round.too-fast'), ['seconds' => 20]);
            }

            return $this->views->of($round, $this->fold($round, $earlier->number)->state, last: $sent->id, front: $front);
        }
        if ($sent->after !== null && ! $known->has($sent->after)) {
            throw new Rejected(Reason::NotYet, new Message('problem.round.not-yet'));
        }
        throw new Rejected(Reason::Stale, new Message('problem.round.stale'), ['last' => $round->last_event_id]);
    }

    /** A person's word on an answer, or that it is taken back. */
    public function word(string $round, Closure $allow, Overruled|Restored $event): void
    {
        DB::transaction(function () use ($round, $allow, $event): void {
            $locked = self::locked($round);
            $allow($locked);
            $this->follow($locked);
            $this->append($locked, Ulids::make(), $event, (int) now()->valueOf());
        }, self::ATTEMPTS);
    }

    /**
     * Applies one event and writes it, with the state after it. The caller holds the transaction and the round's lock.
     *
     * @param  int  $at  milliseconds since 1970
     * @param  ?int  $madeMs  when a student's device made it
     * @param  bool  $late  it was made before the round's task closed
     * @param  ?State  $before  the round's, where it is read already
     * @param  ?Front  $front  where the class stands that leads it
     *
     * @throws Rejected when the rules refuse it
     */
    public function append(
        Round $round,
        string $id,
        Event $event,
        int $at,
        ?int $madeMs = null,
        bool $late = false,
        ?State $before = null,
        ?Front $front = null,
    ): State {
        $outcome = $this->rules->engine($round)->apply($before ?? State::fromArray($round->state), $event, $at, $front, $late);
        if ($outcome instanceof Refusal) {
            throw Rejected::byRule($outcome);
        }
        try {
            RoundEvent::query()->insert([
                'round_id' => $round->id,
                'number' => $outcome->state->number,
                'event_id' => $id,
                'kind' => $event->kind()->value,
                'data' => self::json($event->data()),
                'facts' => self::json(array_map(static fn (Fact $fact): array => $fact->toArray(), $outcome->facts)),
                'device_ms' => $madeMs,
                'taken_ms' => $at,
                'late' => $late,
            ]);
        } catch (UniqueConstraintViolationException) {
            throw new Rejected(Reason::IdTaken, new Message('problem.round.id-taken'));
        }
        $this->put($round, $outcome->state, RoundEvidence::fromArray($round->evidence)->with($event, $at, $outcome->facts), $at);
        if (! $event->kind()->isStudents() && ! $event->kind()->isFromFront()) {
            $this->live->student($round->student_id);
        }
        [$sitting] = $front === null ? [null] : $round->ledIn();
        if ($sitting !== null) {
            $this->live->front($sitting);
        }
        foreach ($outcome->facts as $fact) {
            if ($fact->kind === FactKind::Called) {
                event(new TeacherCalled($round, (string) $fact->data['question'], $id));
            }
        }

        return $outcome->state;
    }

    /**
     * The round after the first $upTo events (all of them by default), from the events alone.
     *
     * @throws \DomainException when a stored event is refused, which the rules of an edition never change into
     */
    public function fold(Round $round, ?int $upTo = null, bool $withFacts = false): Replayed
    {
        return $this->rules->engine($round)->fold($this->taken($round, $upTo), $withFacts);
    }

    /** @return list<StoredEvent> the first $upTo events (all of them by default) as they are stored */
    private function taken(Round $round, ?int $upTo = null): array
    {
        $events = $round->events()->when($upTo !== null, static fn ($query) => $query->where('number', '<=', $upTo))->get();

        return array_values($events->map(static fn (RoundEvent $stored): StoredEvent => new StoredEvent(
            Event::read($stored->kind, Fields::of($stored->data)), $stored->taken_ms, $stored->facts, $stored->late,
        ))->all());
    }

    /**
     * Derives everything that is stored of a round beside its events anew from them.
     *
     * @return array{Round, Round} as it was and as it is
     */
    public function rebuild(string $round): array
    {
        return DB::transaction(function () use ($round): array {
            $locked = self::locked($round);
            $before = clone $locked;
            $this->refold($locked);

            return [$before, $locked];
        }, self::ATTEMPTS);
    }

    /** The caller holds the round's lock. */
    private function refold(Round $round): void
    {
        $taken = $this->taken($round);
        $folded = $this->rules->engine($round)->fold($taken, true);
        $roundEvidence = new RoundEvidence;
        foreach ($taken as $index => $one) {
            $roundEvidence = $roundEvidence->with($one->event, $one->at, $folded->facts[$index] ?? []);
        }
        $this->put($round, $folded->state, $roundEvidence, max([0, ...array_map(static fn (StoredEvent $one): int => $one->at, $taken)]));
    }

    /**
     * What a student sees on coming to a round.
     *
     * @return array<string, mixed>
     */
    public function view(Round $round): array
    {
        $round = $this->upToDate($round);

        return $this->views->of($round, State::fromArray($round->state), true, front: $this->front($round));
    }

    /** Where the class stands that leads it; the state tells whether there is one. */
    private function front(Round $round): ?Front
    {
        return isset($round->state['ownPlace']) ? Following::of($round, $this->rules->quiz($round))->front : null;
    }

    /**
     * The rounds, each under its lock until the caller's transaction ends.
     *
     * @param  list<string>  $rounds  in the order of their ids, in which everybody locks them
     * @return list<Round>
     */
    public function lockAll(array $rounds): array
    {
        return array_map(self::locked(...), $rounds);
    }

    /** A round whose lock the caller holds comes to stand where its class does, and is shown what is revealed there. */
    public function follow(Round $locked): void
    {
        $this->bringUpToDate($locked, Following::of($locked, $this->rules->quiz($locked)));
    }

    /** The round to be changed; who else wants to waits. It is read with the revision of its edition. */
    private static function locked(string $id): Round
    {
        $round = Round::query()->withRevision()->withLead()->lockForUpdate()->findOrFail($id);
        $round->keepLead();
        $edition = (new Edition)->newFromBuilder(['id' => $round->edition_id, 'revision' => $round->getAttribute('edition_revision')]);
        $round->offsetUnset('edition_revision');

        return $round->syncOriginal()->setRelation('edition', $edition);
    }

    /** The round as it stands now: under the corrections in force, ended where its time or its task is over. */
    public function upToDate(Round $round): Round
    {
        if ($this->isUpToDate($round)) {
            return $round;
        }

        return DB::transaction(function () use ($round): Round {
            $locked = self::locked($round->id);
            $this->follow($locked);

            return $locked;
        }, self::ATTEMPTS);
    }

    /** Every round of a task is brought to where its closing or opening again leaves it. */
    public function settle(Task $task): void
    {
        $state = $task->state();
        $rounds = $task->rounds()->getQuery()->select('id');
        match (true) {
            // Some close, or are open again, by times of their own.
            $task->ownTimes() !== [] => $rounds->where(
                static fn ($either) => $either->whereNull('finished_at')->orWhere('interrupted', true),
            ),
            $state->isRunning() => $rounds->where('interrupted', true),
            default => $rounds->whereNull('finished_at'),
        };
        foreach ($state === TaskState::TakenBack ? [] : $rounds->pluck('id') as $id) {
            DB::transaction(function () use ($id, $task): void {
                $this->follow(self::locked((string) $id)->setRelation('task', $task));
            }, self::ATTEMPTS);
        }
    }

    private function isUpToDate(Round $round): bool
    {
        $state = State::fromArray($round->state);
        $quiz = $this->rules->quiz($round);

        return $round->revision === $this->rules->revision($round)
            && $this->clock->due($round, $state) === null
            && ($state->isFinished() || Following::of($round, $quiz)->due($state) === []);
    }

    /**
     * The caller holds the round's lock.
     *
     * @param  bool  $byTheClock  whether a round whose time is over is ended; what is done in it just then is told by its own rule
     */
    private function bringUpToDate(Round $round, Following $following, bool $byTheClock = true): State
    {
        if ($round->revision !== $this->rules->revision($round)) {
            $this->refold($round);
        }
        $state = State::fromArray($round->state);
        $due = $this->clock->due($round, $state);
        if ($due !== null && ($byTheClock || ! $due[0] instanceof TimedOut)) {
            $state = $this->append($round, Ulids::make(), $due[0], $due[1], before: $state);
        }
        foreach ($following->due($state) as $event) {
            $state = $this->append($round, Ulids::make(), $event, (int) now()->valueOf(), before: $state);
        }

        return $state;
    }

    /** That a student's device was seen after its task had closed is noted once. */
    public function seen(Round $round): void
    {
        if ($round->seen_after_closing_at === null && $this->clock->isClosed($round)) {
            Round::query()->whereKey($round->id)->whereNull('seen_after_closing_at')->update(['seen_after_closing_at' => now()]);
        }
    }

    private function put(Round $round, State $state, RoundEvidence $roundEvidence, int $at): void
    {
        $cameTo = CameTo::of($this->rules->quiz($round), $this->rules->terms($round), $state);
        $time = static fn (int $ms): ?string => $round->fromDateTime(CarbonImmutable::createFromTimestampMs($ms));
        $now = $roundEvidence->at($state);
        $stored = [
            'state' => self::json($state->toArray()),
            'evidence' => self::json($now->toArray()),
            'last_event_id' => $round->last_event_id,
            'revision' => $this->rules->revision($round),
            'moved_at' => $time($at),
            'finished_at' => $state->finishedAt === null ? null : $time($state->finishedAt),
            'interrupted' => (int) ($state->interrupted !== null),
            'answered' => $now->answered,
            'commented' => $now->commented,
            'unread' => $now->unread(),
            'read_at' => $now->readAt === null ? null : $time($now->readAt),
            // Opened again, a device has till the next closing.
            'seen_after_closing_at' => $state->isFinished() ? $round->getRawOriginal('seen_after_closing_at') : null,
            'score' => $cameTo->score,
            'mastered' => (int) $cameTo->mastered,
            'done' => HowFar::of($this->rules->quiz($round), $this->rules->terms($round), $state),
        ];
        // As it is to stand: a model would read what was there before to find what is different, and all of it mostly is.
        Round::query()->toBase()->where('id', $round->id)->update($stored);
        $task = $round->loadMissing('task')->task;
        if ((int) $round->getRawOriginal('unread') !== $stored['unread']) {
            // The pile has one more, or one less.
            $this->live->teacher($task->teacher_id);
        }
        $round->setRawAttributes($stored + $round->getAttributes(), true);
        $this->live->task($task);
    }

    private static function json(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);
    }
}
