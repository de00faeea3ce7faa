<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use HiddenLadder\App\Media\MediumKind;
use HiddenLadder\App\Media\MediumSource;
use HiddenLadder\App\Media\Preparation;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A video, picture, sound or document.
 *
 * @phpstan-import-type Told from Preparation
 *
 * @property string $id
 * @property ?string $teacher_id whose it is: a teacher's, or
 * @property ?string $student_id a student's who handed it in
 * @property ?string $round_id the round in which it was handed in
 * @property MediumKind $kind
 * @property string $type the media type, told from the content
 * @property string $title
 * @property int $bytes
 * @property ?float $seconds of a video or sound, where it is known
 * @property MediumSource $source
 * @property ?string $file name in the media folder
 * @property ?string $address of the file, or of the service's page of it
 * @property ?string $service
 * @property ?string $service_key what it is called there
 * @property ?string $picture address of a small picture that the service gives
 * @property int $revision counts how often its file was replaced
 * @property ?Told $preparation of what its timeline shows
 * @property-read ?Round $round
 * @property-read Collection<int, CaptionTrack> $captionTracks
 */
final class Medium extends Model
{
    protected $table = 'media';

    protected $attributes = [
        'teacher_id' => null, 'student_id' => null, 'round_id' => null, 'seconds' => null, 'source' => 'file', 'file' => null,
        'address' => null, 'service' => null, 'service_key' => null, 'picture' => null, 'revision' => 1, 'preparation' => null,
    ];

    /** @return BelongsTo<Round, $this> */
    public function round(): BelongsTo
    {
        return $this->belongsTo(Round::class);
    }

    /** @return HasMany<CaptionTrack, $this> */
    public function captionTracks(): HasMany
    {
        return $this->hasMany(CaptionTrack::class)->orderBy('language');
    }

    protected function casts(): array
    {
        return [
            'kind' => MediumKind::class, 'source' => MediumSource::class, 'seconds' => 'float', 'bytes' => 'integer',
            'revision' => 'integer', 'preparation' => 'array',
        ];
    }
}
