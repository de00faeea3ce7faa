<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model as Eloquent;

/** What all stored things share: a ULID in the standard's capitals, and times to the millisecond. */
abstract class Model extends Eloquent
{
    use BootsPlainly;
    use HasUlids;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    public function newUniqueId(): string
    {
        return Ulids::make();
    }
}
