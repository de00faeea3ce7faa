<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;

/**
 * One student's walk through an edition. The state is derived from the events.
 *
 * @property string $id
 * @property string $task_id
 * @property string $student_id
 * @property string $edition_id
 * @property RoundKind $kind
 * @property int $number of this student's rounds of the task that are of its kind, from 1
 * @property ?list<string> $asks the questions of its edition that a return asks, each by itself
 * @property array<array-key, mixed> $terms
 * @property array<array-key, mixed> $state
 * @property array<array-key, mixed> $evidence what its events say for the evidence
 * @property int $revision of the edition under which it was marked
 * @property ?float $score of a finished round, 0 to 1
 * @property float $done of its main stops, 0 to 1
 * @property int $answered answers given, whatever became of them
 * @property int $commented comments written
 * @property bool $mastered
 * @property int $unread answers in it that wait for a person to read them
 * @property ?CarbonImmutable $read_at when a person last said something to one of its answers
 * @property bool $interrupted it was under way when its task closed
 * @property ?string $last_event_id the student's own latest event, which the next one follows on
 * @property CarbonImmutable $started_at
 * @property CarbonImmutable $moved_at
 * @property ?CarbonImmutable $finished_at
 * @property ?CarbonImmutable $seen_after_closing_at when its student's device was first seen after the task had closed
 * @property Edition $edition
 * @property Task $task
 * @property Student $student
 * @property-read Collection<int, RoundEvent> $events
 * @property-read Collection<int, Medium> $sheets
 */
final class Round extends Model
{
    protected $table = 'rounds';

    public $timestamps = false;

    /** What a round that is only just made has, as in the table. */
    protected $attributes = ['kind' => 'task', 'asks' => null];

    /** @var ?array{?string, ?string} once it was read */
    private ?array $lead = null;

    /**
     * The open sitting in which it is led.
     *
     * @return array{?string, ?string} its id, and the task at which the class stood when this round was looked for; nulls where there
     *     is none
     */
    public function ledIn(): array
    {
        $this->keepLead();
        $this->lead ??= self::lead(self::leads()->where('round_id', $this->id)->value('led_in'));

        return $this->lead;
    }

    /** Puts what was read with it where it is not taken for a column. */
    public function keepLead(): void
    {
        if (array_key_exists('led_in', $this->attributes)) {
            $this->lead = self::lead($this->attributes['led_in']);
            unset($this->attributes['led_in'], $this->original['led_in']);
        }
    }

    /** @return array{?string, ?string} */
    private static function lead(mixed $read): array
    {
        $parts = is_string($read) ? explode('/', $read) : [];

        return [$parts[0] ?? null, $parts[1] ?? null];
    }

    /**
     * Only those of tasks themselves, only returns, or whatever is wanted.
     *
     * @param  Builder<self>  $rounds
     */
    public function scopeOfKind(Builder $rounds, RoundKind ...$kinds): void
    {
        $rounds->whereIn('rounds.kind', array_column($kinds, 'value'));
    }

    /** @return BelongsTo<Edition, $this> */
    public function edition(): BelongsTo
    {
        return $this->belongsTo(Edition::class);
    }

    /** @return BelongsTo<Task, $this> */
    public function task(): BelongsTo
    {
        return $this->belongsTo(Task::class);
    }

    /** Its task as it is for its student. */
    public function ownTask(): Task
    {
        return $this->loadMissing('task')->task->forStudent($this->student_id);
    }

    /** @return BelongsTo<Student, $this> */
    public function student(): BelongsTo
    {
        return $this->belongsTo(Student::class);
    }

    /** @return HasMany<RoundEvent, $this> */
    public function events(): HasMany
    {
        return $this->hasMany(RoundEvent::class)->orderBy('number');
    }

    /** @return HasMany<Medium, $this> photographs of its printed sheet */
    public function sheets(): HasMany
    {
        return $this->hasMany(Medium::class)->where('is_sheet', true)->orderBy('id');
    }

    /**
     * Changes whenever one of these rounds begins, moves, is closed or opened again.
     *
     * @param  Builder<self>  $rounds
     */
    public static function stamp(Builder $rounds): object
    {
        return (object) self::stamped($rounds->toBase())->first();
    }

    /**
     * The same of several tasks.
     *
     * @param  array<int, string>  $tasks
     * @return array<string, object> by the task's id, of those that have rounds
     */
    public static function stamps(array $tasks): array
    {
        return self::stamped(self::query()->whereIn('task_id', $tasks)->toBase()->groupBy('task_id')->select('task_id'))->get()
            ->keyBy('task_id')->all();
    }

    private static function stamped(Query $rounds): Query
    {
        return $rounds->selectRaw('count(*) as rounds, sum(unix_timestamp(moved_at)) as moved, count(finished_at) as finished')
            ->selectRaw('sum(interrupted) as interrupted, sum(revision) as marked');
    }

    /**
     * With the revision of its edition, so that what it hangs on is there without another query.
     *
     * @param  Builder<self>  $rounds
     */
    public function scopeWithRevision(Builder $rounds): void
    {
        $revision = Edition::query()->select('revision')->whereColumn('id', 'rounds.edition_id');
        $rounds->addSelect(['rounds.*', 'edition_revision' => $revision]);
    }

    /**
     * With the sitting in which it is led, so that it is there without another query.
     *
     * @param  Builder<self>  $rounds
     */
    public function scopeWithLead(Builder $rounds): void
    {
        $rounds->addSelect(['led_in' => self::leads()->whereColumn('round_id', 'rounds.id')]);
    }

    private static function leads(): Query
    {
        return DB::table('sitting_students')->join('sittings', 'sittings.id', '=', 'sitting_id')
            ->whereNull('left_at')->whereNull('ended_at')->orderByDesc('entered_at')->limit(1)
            ->selectRaw("concat(sitting_id, '/', task_id) as led_in");
    }

    protected function casts(): array
    {
        return [
            'kind' => RoundKind::class, 'asks' => 'array', 'terms' => 'array', 'state' => 'array', 'evidence' => 'array',
            'number' => 'integer', 'revision' => 'integer', 'score' => 'float', 'done' => 'float',
            'mastered' => 'boolean', 'interrupted' => 'boolean', 'unread' => 'integer', 'read_at' => 'immutable_datetime',
            'started_at' => 'immutable_datetime', 'moved_at' => 'immutable_datetime', 'finished_at' => 'immutable_datetime',
            'seen_after_closing_at' => 'immutable_datetime',
        ];
    }
}
