<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A quiz as it was when it was published. Never changed; mends are laid over it as corrections.
 *
 * @property string $id
 * @property string $quiz_id
 * @property int $number from 1
 * @property int $version of the quiz that was frozen
 * @property array<array-key, mixed> $document
 * @property int $revision counts the corrections made and taken back
 * @property CarbonImmutable $published_at
 * @property-read Collection<int, Correction> $corrections
 */
final class Edition extends Model
{
    public $timestamps = false;

    protected $attributes = ['revision' => 0];

    /** @return HasMany<Correction, $this> those in force, in order */
    public function corrections(): HasMany
    {
        return $this->hasMany(Correction::class)->whereNull('taken_back_at')->orderBy('number');
    }

    protected function casts(): array
    {
        return ['document' => 'array', 'number' => 'integer', 'version' => 'integer', 'revision' => 'integer', 'published_at' => 'immutable_datetime'];
    }
}
