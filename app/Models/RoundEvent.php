<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Illuminate\Database\Eloquent\Model as Eloquent;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * One thing a student did, with what it came to. Written once, never changed.
 *
 * @property string $round_id
 * @property int $number within the round, from 1
 * @property string $event_id made on the device, so that sending again is no second event
 * @property string $kind
 * @property array<array-key, mixed> $data
 * @property list<array<string, mixed>> $facts
 * @property ?int $device_ms when, by the device's clock
 * @property bool $late it was made before its task closed, and arrived after it
 * @property-read Round $round
 * @property int $taken_ms when, by the server's; both in milliseconds since 1970
 */
final class RoundEvent extends Eloquent
{
    use BootsPlainly;

    protected $table = 'round_events';

    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = null;

    protected $guarded = [];

    /** @return BelongsTo<Round, $this> */
    public function round(): BelongsTo
    {
        return $this->belongsTo(Round::class);
    }

    /**
     * @param  array<int, string>  $rounds
     * @return list<string> those of them in which something arrived after the closing
     */
    public static function lateAmong(array $rounds): array
    {
        return array_values(
            self::query()->where('late', true)->whereIn('round_id', $rounds)->distinct()->pluck('round_id')->map(strval(...))->all(),
        );
    }

    protected function casts(): array
    {
        return [
            'data' => 'array',
            'facts' => 'array',
            'number' => 'integer',
            'taken_ms' => 'integer',
            'late' => 'boolean',
            'device_ms' => 'integer',
        ];
    }
}
