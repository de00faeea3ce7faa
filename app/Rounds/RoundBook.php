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
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Evidence\Course;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Answered;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event;
use HiddenLadder\Core\Round\Fact;
use HiddenLadder\Core\Round\Folded;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Round\Mastery;
use HiddenLadder\Core\Round\Position;
use HiddenLadder\Core\Round\Projection;
use HiddenLadder\Core\Round\Refusal;
use HiddenLadder\Core\Round\RoundsSoFar;
use HiddenLadder\Core\Round\Score;
use HiddenLadder\Core\Round\Started;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\Taken;
use HiddenLadder\Core\Round\Terms;
use HiddenLadder\Core\Round\TimedOut;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;

/** Keeps rounds: begins them, takes their events into the database one by one, and tells where they stand. */
final class RoundBook
{
    /** Times a write is tried again after a deadlock. */
    private const ATTEMPTS = 5;

    /** Events made before closing count when they arrive within so many milliseconds after it. */
    private const LATE = 24 * 3600 * 1000;

    /** @var array<string, Engine> by edition, revision and terms */
    private array $engines = [];

    /** @var array<string, QuizDocument> editions read in this request, by id and revision */
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
        $this->mayBegin($student, $assignment);
        try {
            return $this->create($student, $assignment, $edition, ($latest->number ?? 0) + 1, (int) now()->valueOf());
        } catch (UniqueConstraintViolationException) {
            return $this->latest($student, $assignment) ?? throw new Problem(409, 'closed', 'This round could not begin. Please try again.');
        }
    }

    /** @throws Problem while another quiz has to be mastered first, after the last round, and in the pause between two */
    private function mayBegin(Student $student, Assignment $assignment): void
    {
        $gates = $this->waitsFor($student, $assignment);
        if ($gates !== []) {
            throw new Problem(409, 'not-open-yet', 'This opens when you have mastered “'.implode('” and “', $gates).'”.');
        }
        $from = $this->soFar($student, $assignment)->nextFrom();
        if ($from === null) {
            throw new Problem(409, 'no-round-left', 'You have done all the rounds there are for this task.');
        }
        if ($from > (int) now()->valueOf()) {
            throw new Problem(409, 'pause', 'There is a pause before the next round.', ['from' => CarbonImmutable::createFromTimestampMs($from)->toIso8601ZuluString()]);
        }
    }

    /** @return list<string> titles of the quizzes that this student must master before */
    public function waitsFor(Student $student, Assignment $assignment): array
    {
        $gates = Terms::read(Fields::of($assignment->terms))->gates;
        if ($gates === []) {
            return [];
        }
        $mastered = Round::query()->where('student_id', $student->id)->where('mastered', true)
            ->join('editions', 'editions.id', '=', 'rounds.edition_id')->whereIn('editions.quiz_id', $gates)->distinct()->pluck('editions.quiz_id')->all();

        return array_values(Quiz::query()->whereIn('id', array_diff($gates, $mastered))->orderBy('title')->pluck('title')->map(strval(...))->all());
    }

    public function soFar(Student $student, Assignment $assignment): RoundsSoFar
    {
        $finished = $this->rounds($student, $assignment)->whereNotNull('finished_at');

        return new RoundsSoFar(
            Terms::read(Fields::of($assignment->terms)),
            array_values($finished->map(static fn (Round $round): float => $round->score ?? 0.0)->all()),
            $finished->last()?->finished_at?->getTimestampMs(),
        );
    }

    /** @return Collection<int, Round> from the first to the last */
    private function rounds(Student $student, Assignment $assignment): Collection
    {
        return Round::query()->where('assignment_id', $assignment->id)->where('student_id', $student->id)->orderBy('number')->get();
    }

    /** Writes a new round with its first event, at the given time (milliseconds since 1970). */
    public function create(Student $student, Assignment $assignment, Edition $edition, int $number, int $at): Round
    {
        return DB::transaction(function () use ($student, $assignment, $edition, $number, $at): Round {
            $terms = Terms::read(Fields::of($assignment->terms));
            $round = Round::query()->create([
                'assignment_id' => $assignment->id,
                'student_id' => $student->id,
                'edition_id' => $edition->id,
                'number' => $number,
                'terms' => $terms->toArray(),
                'state' => (new State)->toArray(),
                'revision' => $edition->refresh()->revision,
                'started_at' => CarbonImmutable::createFromTimestampMs($at),
                'moved_at' => CarbonImmutable::createFromTimestampMs($at),
                'finished_at' => null,
            ]);
            $earlier = $number === 1 ? [] : $this->rounds($student, $assignment)->where('number', '<', $number)
                ->map(static fn (Round $one): State => State::fromArray($one->state))->all();
            $history = $earlier === [] ? new History : History::of($this->quiz($round), array_values($earlier), $terms->rounds->onlyMissed);
            $this->append($round, Ulids::make(), new Started(null, $round->id, $student->extra_time, $history), null, $at);

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
            $this->refresh($locked);
            $number = State::fromArray($locked->state)->number;
            if ($after !== $number) {
                $earlier = RoundEvent::query()->where('round_id', $round)->where('event_id', $id)->first();

                return $earlier === null
                    ? throw new Problem(409, 'stale', 'You went on elsewhere in the meantime. This is where you are now.', ['number' => $number])
                    : $this->project($locked, $this->fold($locked, $earlier->number)->state);
            }
            $this->ownFiles($locked, $event);
            $late = $this->isLate($locked->assignment, $deviceMs);

            return $this->project($locked, $this->append($locked, $id, $event, $deviceMs, (int) now()->valueOf(), $late));
        }, self::ATTEMPTS);
    }

    /**
     * Whether an event was made before its task closed and arrives after it.
     *
     * @throws Problem when it was made after that, or arrives too late
     */
    private function isLate(Assignment $assignment, ?int $deviceMs): bool
    {
        if ($assignment->state !== AssignmentState::Closed || $assignment->closed_at === null) {
            return false;
        }
        $closed = $assignment->closed_at->getTimestampMs();
        if ($deviceMs === null || $deviceMs > $closed || (int) now()->valueOf() > $closed + self::LATE) {
            throw new Problem(409, 'closed', 'This task is closed. What you did before has been kept.');
        }

        return true;
    }

    /** What is handed in was sent by the same student. */
    private function ownFiles(Round $round, Event $event): void
    {
        $files = $event instanceof Answered && $event->response->as === 'files' ? $event->response->list : [];
        if ($files !== [] && Medium::query()->where('student_id', $round->student_id)->findMany($files)->count() !== count($files)) {
            throw Problem::invalid('This file has not arrived. Send it again.', [['pointer' => '/data/response/files', 'reason' => 'This file is not yours.']]);
        }
    }

    /**
     * Applies one event at a time and writes it, with the state after it. The caller holds the transaction.
     *
     * @throws Problem when the rules refuse it
     */
    public function append(Round $round, string $id, Event $event, ?int $deviceMs, int $at, bool $late = false): State
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
                'facts' => self::encoded($outcome->facts),
                'device_ms' => $deviceMs,
                'taken_ms' => $at,
                'late' => $late,
            ]);
        } catch (UniqueConstraintViolationException) {
            throw new Problem(409, 'id-taken', 'This event has the id of an earlier one. Nothing was changed.');
        }
        // A round from before there was evidence gets its course when it is first asked for.
        $course = $round->course === null && $outcome->state->number > 1 ? null : Course::fromArray($round->course ?? [])->with($event, $at, $outcome->facts);
        $this->put($round, $outcome->state, $course, $at);

        return $outcome->state;
    }

    /** @param  list<Fact>  $facts */
    private static function encoded(array $facts): string
    {
        return json_encode(array_map(static fn (Fact $fact): array => $fact->toArray(), $facts), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);
    }

    /**
     * The round after the first $upTo events (all of them by default), from the events alone.
     *
     * @throws \DomainException when a stored event is refused, which the rules of an edition never change into
     */
    public function fold(Round $round, ?int $upTo = null, bool $withFacts = false): Folded
    {
        return $this->engine($round)->fold($this->taken($round, $upTo), $withFacts);
    }

    /**
     * @param  bool  $anew  whether decisions are to be taken anew instead of followed
     * @return list<Taken> the first $upTo events (all of them by default) as they are stored
     */
    private function taken(Round $round, ?int $upTo = null, bool $anew = false): array
    {
        $events = $round->events()->when($upTo !== null, static fn ($query) => $query->where('number', '<=', $upTo))->get();

        return array_values($events->map(static fn (RoundEvent $stored): Taken => new Taken(
            Event::read($stored->kind, Fields::of($stored->data)),
            $stored->taken_ms,
            $anew ? null : $stored->facts,
        ))->all());
    }

    /** Derives the round's stored state, and what its events say for the evidence, anew from its events. */
    public function rebuild(Round $round): void
    {
        $taken = $this->taken($round);
        $folded = $this->engine($round)->fold($taken, true);
        $this->put($round, $folded->state, self::course($taken, $folded), max([0, ...array_column($taken, 'at')]));
    }

    /** @param  list<Taken>  $taken */
    private static function course(array $taken, Folded $folded): Course
    {
        $course = new Course;
        foreach ($taken as $index => $one) {
            $course = $course->with($one->event, $one->at, $folded->facts[$index] ?? []);
        }

        return $course;
    }

    /** Derives it anew where it was marked under other corrections than those in force. */
    private function refresh(Round $round): void
    {
        if ($round->revision !== $this->revision($round)) {
            $this->rebuild($round);
        }
    }

    /** Takes every decision of every round anew, and stores them as facts: for rounds of an older version of the rules. */
    public function decideAnew(): void
    {
        foreach (Round::query()->with(['edition.corrections', 'assignment'])->lazyById(100) as $round) {
            $taken = $this->taken($round, anew: true);
            $folded = $this->engine($round)->fold($taken, true);
            foreach ($folded->facts as $index => $facts) {
                RoundEvent::query()->where('round_id', $round->id)->where('number', $index + 1)->update(['facts' => self::encoded($facts)]);
            }
            $this->put($round, $folded->state, self::course($taken, $folded), $round->moved_at->getTimestampMs());
        }
    }

    /** @return array<string, mixed> */
    public function view(Round $round): array
    {
        $this->refresh($round);
        $this->endInTime($round);

        return $this->project($round, State::fromArray($round->state), true);
    }

    /** A round whose time is over ends when it is next looked at, whether or not its device said so. */
    private function endInTime(Round $round): void
    {
        $state = State::fromArray($round->state);
        $ends = $state->isFinished() ? null : (new Position($this->quiz($round), $this->terms($round)))->roundEnds($state);
        if ($ends !== null && (int) now()->valueOf() > $ends) {
            DB::transaction(function () use ($round): void {
                $locked = Round::query()->lockForUpdate()->findOrFail($round->id);
                if ($locked->finished_at === null) {
                    $this->append($locked, Ulids::make(), new TimedOut(null), null, (int) now()->valueOf());
                }
            }, self::ATTEMPTS);
            $round->refresh();
        }
    }

    /** @return list<string> ids of the media the student may load where the round stands */
    public function media(Round $round): array
    {
        return $this->projection($round, false)->media(State::fromArray($round->state));
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
    private function project(Round $round, State $state, bool $comingBack = false): array
    {
        $projection = $this->projection($round, $comingBack && $state->isFinished());

        return ['id' => $round->id, 'round' => $round->number]
            + $projection->of($state)
            + ['media' => $this->mediaFolder->described($projection->media($state))];
    }

    private function put(Round $round, State $state, ?Course $course, int $at): void
    {
        $quiz = $this->quiz($round);
        $terms = $this->terms($round);
        $round->update([
            'state' => $state->toArray(),
            'course' => $course?->at($state)->toArray(),
            'revision' => $this->revision($round),
            'moved_at' => CarbonImmutable::createFromTimestampMs($at),
            'finished_at' => $state->finishedAt === null ? null : CarbonImmutable::createFromTimestampMs($state->finishedAt),
            'score' => $state->isFinished() ? Score::ofRound($quiz, $terms, $state)->share() : null,
            'mastered' => $state->isFinished() && (new Mastery($quiz))->ofQuiz($terms, [$state])->mastered,
        ]);
    }

    private function engine(Round $round): Engine
    {
        $terms = $this->terms($round);
        $edition = $this->edition($round);

        // Rounds of one task share their engine, and what it has marked already.
        return $this->engines["$edition->id/$edition->revision/".json_encode($terms->toArray())] ??= new Engine($this->quiz($round), $terms);
    }

    private function projection(Round $round, bool $comingBack): Projection
    {
        $assignment = $round->assignment;
        $terms = $this->terms($round);

        return new Projection($this->quiz($round), $terms, new Circumstances(
            comingBack: $comingBack,
            lastRound: $terms->rounds->limit !== null && $round->number >= $terms->rounds->limit,
            closed: $assignment->state === AssignmentState::Closed,
            released: $assignment->released_at !== null,
        ));
    }

    /** The terms the round began with, and what its assignment has since then in the student's favour. */
    public function terms(Round $round): Terms
    {
        return Terms::read(Fields::of($round->terms))->favouredBy(Terms::read(Fields::of($round->assignment->terms)));
    }

    public function quiz(Round $round): QuizDocument
    {
        $edition = $this->edition($round);

        return $this->read["$edition->id/$edition->revision"] ??= $this->editions->read($edition);
    }

    private function revision(Round $round): int
    {
        return $this->edition($round)->revision;
    }

    private function edition(Round $round): Edition
    {
        return $round->edition;
    }
}
