<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A task whose scores are passed on to the school's gradebook.
 *
 * @property string $task_id
 * @property bool $is_on
 * @property ?string $item the address of its column there, once there is one
 * @property string $described what that column was told of itself last, as a mark
 * @property string $mark what its scores were worked out of
 * @property Task $task
 */
final class PassedTask extends Model
{
    protected $table = 'passed_tasks';

    protected $primaryKey = 'task_id';

    protected $attributes = ['is_on' => true, 'item' => null, 'described' => '', 'mark' => ''];

    /** @return BelongsTo<Task, $this> */
    public function task(): BelongsTo
    {
        return $this->belongsTo(Task::class);
    }

    /** @return HasMany<PassedScore, $this> */
    public function scores(): HasMany
    {
        return $this->hasMany(PassedScore::class, 'task_id', 'task_id');
    }

    protected function casts(): array
    {
        return ['is_on' => 'boolean'];
    }
}
