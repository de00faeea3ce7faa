<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model as Eloquent;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A student who has come into a sitting.
 *
 * @property string $sitting_id
 * @property string $student_id
 * @property ?string $round_id the round that is led
 * @property ?string $task_id where the class stood when that round was looked for
 * @property CarbonImmutable $entered_at
 * @property ?CarbonImmutable $left_at
 * @property Sitting $sitting
 * @property Student $student
 */
final class SittingStudent extends Eloquent
{
    use BootsPlainly;

    protected $table = 'sitting_students';

    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = null;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    /**
     * In an open sitting, that entered last first.
     *
     * @param  Builder<self>  $students
     */
    public function scopeNow(Builder $students): void
    {
        $students->whereNull('left_at')->whereRelation('sitting', 'ended_at', null)->orderByDesc('entered_at');
    }

    /** @return BelongsTo<Sitting, $this> */
    public function sitting(): BelongsTo
    {
        return $this->belongsTo(Sitting::class);
    }

    /** @return BelongsTo<Student, $this> */
    public function student(): BelongsTo
    {
        return $this->belongsTo(Student::class);
    }

    protected function casts(): array
    {
        return ['entered_at' => 'immutable_datetime', 'left_at' => 'immutable_datetime'];
    }
}
