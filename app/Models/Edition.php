<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A quiz as it was when it was published. Never changed; corrections are laid over it.
 *
 * @property string $id
 * @property string $quiz_id
 * @property int $number from 1
 * @property int $version of the quiz that was frozen
 * @property array<array-key, mixed> $document as it was published
 * @property ?array<array-key, mixed> $corrected with the corrections laid over it; null where there never were any
 * @property int $revision counts the corrections laid and taken back
 * @property CarbonImmutable $published_at
 */
final class Edition extends Model
{
    protected $table = 'editions';

    /** All but the documents, which may be large. */
    public const LINE = ['id', 'quiz_id', 'number', 'version', 'revision', 'published_at'];

    public $timestamps = false;

    protected $attributes = ['revision' => 0];

    /** With its documents, where only its line was read so far. */
    public function whole(): self
    {
        return array_key_exists('document', $this->getAttributes()) ? $this : $this->refresh();
    }

    /** @return HasMany<EditionCorrection, $this> all that was laid and taken back, in order */
    public function corrections(): HasMany
    {
        return $this->hasMany(EditionCorrection::class)->orderBy('number');
    }

    protected function casts(): array
    {
        return [
            'document' => 'array',
            'corrected' => 'array',
            'number' => 'integer',
            'version' => 'integer',
            'revision' => 'integer',
            'published_at' => 'immutable_datetime',
        ];
    }
}
