<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/**
 * A mend laid over an edition.
 *
 * @property string $id
 * @property string $edition_id
 * @property int $number
 * @property string $pointer where in the document (JSON pointer)
 * @property mixed $value what stands there instead
 */
final class Correction extends Model
{
    public $timestamps = false;

    protected function casts(): array
    {
        return ['value' => 'json'];
    }
}
