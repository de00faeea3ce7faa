<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use HiddenLadder\App\Media\MediumKind;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A video or picture.
 *
 * @property string $id
 * @property ?string $teacher_id whose it is: a teacher's, or
 * @property ?string $student_id a student's who handed it in
 * @property ?string $round_id the round in which it was handed in
 * @property MediumKind $kind
 * @property string $type the media type, told from the content
 * @property string $title
 * @property int $bytes
 * @property ?float $seconds of a video
 * @property string $file name in the media folder
 * @property-read ?Round $round
 * @property ?string $captions name of a WebVTT file in the media folder
 */
final class Medium extends Model
{
    protected $table = 'media';

    /** @return BelongsTo<Round, $this> */
    public function round(): BelongsTo
    {
        return $this->belongsTo(Round::class);
    }

    protected function casts(): array
    {
        return ['kind' => MediumKind::class, 'seconds' => 'float', 'bytes' => 'integer'];
    }
}
