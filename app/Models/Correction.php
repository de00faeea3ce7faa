<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A correction of a quiz in use, laid over every edition that has rounds.
 *
 * @property string $id made on the device, so that sending again is no second correction
 * @property string $quiz_id
 * @property string $teacher_id
 * @property int $number within the quiz, from 1
 * @property string $label what it does, in words
 * @property string $edits JSON: as they were given
 * @property CarbonImmutable $made_at
 * @property ?CarbonImmutable $taken_back_at
 * @property ?int $marked rounds that were marked again for it; null until they were
 */
final class Correction extends Model
{
    protected $table = 'corrections';

    public $timestamps = false;

    /** @return HasMany<EditionCorrection, $this> */
    public function layers(): HasMany
    {
        return $this->hasMany(EditionCorrection::class)->orderBy('number');
    }

    /** @return BelongsTo<Quiz, $this> */
    public function quiz(): BelongsTo
    {
        return $this->belongsTo(Quiz::class);
    }

    protected function casts(): array
    {
        return ['number' => 'integer', 'marked' => 'integer', 'made_at' => 'immutable_datetime', 'taken_back_at' => 'immutable_datetime'];
    }
}
