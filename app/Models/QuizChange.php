<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use HiddenLadder\Core\Quiz\Edits\Edit;
use Illuminate\Database\Eloquent\Model as Eloquent;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A group of edits made to a quiz together. Written once, never changed.
 *
 * @property string $quiz_id
 * @property int $number within the quiz; the quiz's version after it
 * @property string $change_id made on the device, so that sending again is no second change
 * @property string $teacher_id who made it
 * @property ChangeKind $kind
 * @property string $label what was done, in words
 * @property ?string $member the one member it sets, as `node.member`, where it does nothing else
 * @property string $edits JSON: as they were done, with what was mended of what they left dangling
 * @property ?string $inverse JSON: what takes it back; null where it did not fit
 * @property ?list<int> $takes_back numbers of the changes that an undo or redo takes back
 * @property ?array{at: string, reason: string, stands: mixed, by: ?string} $unfit why it did nothing
 * @property CarbonImmutable $made_at
 * @property Teacher $teacher
 */
final class QuizChange extends Eloquent
{
    use BootsPlainly;

    protected $table = 'quiz_changes';

    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = null;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    /** @return BelongsTo<Teacher, $this> */
    public function teacher(): BelongsTo
    {
        return $this->belongsTo(Teacher::class);
    }

    /** It did something; one that did not fit only stands in the history. */
    public function isApplied(): bool
    {
        return $this->unfit === null;
    }

    /** @return list<Edit> */
    public function edits(): array
    {
        return Edit::fromJson($this->edits);
    }

    /** @return list<Edit> */
    public function inverse(): array
    {
        return Edit::fromJson($this->inverse ?? '[]');
    }

    protected function casts(): array
    {
        return [
            'number' => 'integer',
            'kind' => ChangeKind::class,
            'takes_back' => 'array',
            'unfit' => 'array',
            'made_at' => 'immutable_datetime',
        ];
    }
}
