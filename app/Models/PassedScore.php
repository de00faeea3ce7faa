<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Gradebook\Passage;
use HiddenLadder\App\Gradebook\WhyRefused;
use HiddenLadder\Core\Formats\Gradebook\Score;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What stands in the gradebook of one student in one task, or is to.
 *
 * @property string $id
 * @property string $task_id
 * @property string $student_id
 * @property ?float $score 0 to 1; none where one that was told is taken back
 * @property string $activity
 * @property string $grading
 * @property CarbonImmutable $at when it came to that
 * @property Passage $state
 * @property ?WhyRefused $reason
 * @property ?CarbonImmutable $sent_at when the latest that arrived did
 * @property Student $student
 */
final class PassedScore extends Model
{
    protected $table = 'passed_scores';

    public $timestamps = false;

    public function told(): Score
    {
        return Score::stored($this->score, $this->activity, $this->grading);
    }

    /** @return BelongsTo<Student, $this> */
    public function student(): BelongsTo
    {
        return $this->belongsTo(Student::class);
    }

    protected function casts(): array
    {
        return [
            'score' => 'float', 'at' => 'immutable_datetime', 'sent_at' => 'immutable_datetime',
            'state' => Passage::class, 'reason' => WhyRefused::class,
        ];
    }
}
