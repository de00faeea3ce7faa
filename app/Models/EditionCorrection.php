<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * How a correction was laid over one edition, or taken back from it. Written once, never changed.
 *
 * @property string $id
 * @property string $edition_id
 * @property string $correction_id
 * @property int $number within the edition, from 1
 * @property bool $takes_back
 * @property string $edits JSON: as they were done; none where it did not fit
 * @property string $inverse JSON
 * @property ?array{at: string, reason: string, stands: mixed} $unfit why it did nothing
 * @property CarbonImmutable $made_at
 * @property Edition $edition
 */
final class EditionCorrection extends Model
{
    protected $table = 'edition_corrections';

    public $timestamps = false;

    /** @return BelongsTo<Edition, $this> */
    public function edition(): BelongsTo
    {
        return $this->belongsTo(Edition::class);
    }

    protected function casts(): array
    {
        return ['number' => 'integer', 'takes_back' => 'boolean', 'unfit' => 'array', 'made_at' => 'immutable_datetime'];
    }
}
