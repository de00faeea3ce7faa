<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use HiddenLadder\App\School\Name;
use Illuminate\Contracts\Auth\Authenticatable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Casts\Attribute;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * One person in the school, with one name and one secret, in any number of classes.
 *
 * @property string $id
 * @property string $school_id
 * @property StudentKind $kind
 * @property string $given_name
 * @property string $family_name empty where there is none
 * @property ?string $called what they are called by, where that is not the given name
 * @property ?string $outside_number what another register of the school knows them by
 * @property-read string $name as it is written and read everywhere
 * @property float $extra_time factor of time, 1 to 4
 * @property ?array<string, mixed> $reading how pages read for them
 * @property ?string $secret hash of what the student chose at the first entry
 * @property bool $had_secret whether there ever was one
 * @property ?string $code the one-time code with which a secret is chosen
 * @property int $epoch raised when all their sessions are to end
 * @property ?string $device that came in last
 * @property ?\Carbon\CarbonImmutable $came_in_at last
 * @property ?string $merged_into whom they were found to be; what they did belongs to that one
 * @property School $school
 */
final class Student extends Model implements Authenticatable, HasEpoch
{
    use \Illuminate\Auth\Authenticatable;

    protected $table = 'students';

    protected $hidden = ['secret', 'code'];

    protected $attributes = [
        'kind' => 'roster',
        'family_name' => '',
        'called' => null,
        'outside_number' => null,
        'secret' => null,
        'had_secret' => false,
        'code' => null,
        'epoch' => 0,
        'device' => null,
        'extra_time' => 1.0,
        'reading' => null,
        'came_in_at' => null,
        'merged_into' => null,
    ];

    /** How they came in this time. */
    public WayIn $cameInBy = WayIn::Secret;

    /** When this session came in: seconds since 1970; null where that is not known. */
    public ?int $enteredAt = null;

    /** Who came in, where that was somebody who was found to be this one since. */
    public ?self $cameInAs = null;

    /** @return BelongsTo<School, $this> */
    public function school(): BelongsTo
    {
        return $this->belongsTo(School::class);
    }

    /** @return BelongsToMany<SchoolClass, $this> */
    public function classes(): BelongsToMany
    {
        return $this->belongsToMany(SchoolClass::class, 'enrolments', 'student_id', 'class_id')->wherePivotNull('removed_at');
    }

    /** @return HasMany<Medium, $this> what was handed in */
    public function media(): HasMany
    {
        return $this->hasMany(Medium::class);
    }

    /** @return HasMany<Round, $this> */
    public function rounds(): HasMany
    {
        return $this->hasMany(Round::class);
    }

    /**
     * As every list of names has them: by their names, numbers in them by size.
     *
     * @param  Collection<int, self>  $students
     * @return Collection<int, self>
     */
    public static function inOrder(Collection $students): Collection
    {
        return self::by($students, static fn (self $one): string => $one->name);
    }

    /**
     * @param  Collection<int, self>  $students
     * @return Collection<int, self> by their last names, and those with none by what they have
     */
    public static function inLastNameOrder(Collection $students): Collection
    {
        return self::by($students, static fn (self $one): string => trim("$one->family_name $one->given_name"));
    }

    /**
     * @param  Collection<int, self>  $students
     * @param  callable(self): string  $words
     * @return Collection<int, self>
     */
    private static function by(Collection $students, callable $words): Collection
    {
        return $students->sort(static function (self $one, self $other) use ($words): int {
            $order = Name::compare($words($one), $words($other));

            return $order === 0 ? strcmp($one->id, $other->id) : $order;
        })->values();
    }

    /**
     * Only those with these words in their name as they stand there, or with this number; who was found to be somebody else is not one.
     *
     * @param  Builder<self>  $students
     */
    public function scopeNamed(Builder $students, string $words): void
    {
        $like = '%'.addcslashes($words, '%_\\').'%';
        $students->whereNull('merged_into')->where(static fn (Builder $either) => $either->where('outside_number', $words)
            ->orWhereRaw("concat_ws(' ', called, given_name, family_name) like ?", [$like])
            ->orWhereRaw("concat_ws(' ', called, family_name) like ?", [$like]));
    }

    public function epoch(): int
    {
        return $this->cameInAs === null ? $this->epoch : $this->cameInAs->epoch;
    }

    /**
     * Whether this session has proved who it is: by a secret, or because it made up the guest that it is. Everything personal asks
     * it. Somebody who typed a name alone may be anybody (docs/decisions/proven-persons.md).
     */
    public function isProven(): bool
    {
        return $this->cameInBy === WayIn::Secret || ($this->kind !== StudentKind::Roster && $this->cameInAs === null);
    }

    /**
     * Whether a round was over before this session began; then it is somebody's past. One that a closing cut short may still get
     * late answers.
     */
    public function isOfThePast(Round $round): bool
    {
        return $round->finished_at !== null && ! $round->interrupted
            && $this->enteredAt !== null && $round->finished_at->getTimestamp() < $this->enteredAt;
    }

    /** Who they are now: themselves, or whom they were found to be. */
    public function now(): self
    {
        return $this->merged_into === null ? $this : self::query()->whereKey($this->merged_into)->sole();
    }

    /** @return HasMany<self, $this> those who were found to be this one */
    public function namesakes(): HasMany
    {
        return $this->hasMany(self::class, 'merged_into');
    }

    /** Whoever is in as this student is out, on every device. */
    public function endSessions(): void
    {
        self::query()->whereKey($this->id)->orWhere('merged_into', $this->id)->increment('epoch');
    }

    /** @return Attribute<string, never> */
    protected function name(): Attribute
    {
        return Attribute::get(fn (): string => (new Name($this->given_name, $this->family_name, $this->called))->written());
    }

    protected function casts(): array
    {
        return [
            'kind' => StudentKind::class, 'extra_time' => 'float', 'reading' => 'array', 'epoch' => 'integer',
            'had_secret' => 'boolean', 'code' => 'encrypted',
            'came_in_at' => 'immutable_datetime',
        ];
    }

    public function getAuthPasswordName(): string
    {
        return 'secret';
    }

    /** Students are not remembered: tablets are shared. */
    public function getRememberTokenName(): string
    {
        return '';
    }
}
