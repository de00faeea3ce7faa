<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;

/**
 * A mend laid over an edition.
 *
 * @property string $id
 * @property string $edition_id
 * @property int $number
 * @property string $pointer where in the document (JSON pointer)
 * @property mixed $before what stood there
 * @property mixed $value what stands there instead
 * @property CarbonImmutable $made_at
 * @property ?CarbonImmutable $taken_back_at
 */
final class Correction extends Model
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['before' => 'json', 'value' => 'json', 'number' => 'integer', 'made_at' => 'immutable_datetime', 'taken_back_at' => 'immutable_datetime'];
    }
}
