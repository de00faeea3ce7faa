<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;

/**
 * A mail in the simulated post box.
 *
 * @property string $id
 * @property string $to
 * @property string $subject
 * @property string $body
 * @property CarbonImmutable $sent_at
 */
final class Letter extends Model
{
    protected $table = 'letters';

    public $timestamps = false;

    protected function casts(): array
    {
        return ['sent_at' => 'immutable_datetime'];
    }
}
