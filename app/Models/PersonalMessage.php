<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A word between a teacher and a student or colleague, tied to what it is about.
 *
 * @property string $id made on the device, so that sending again is no second message
 * @property string $conversation the same for all between the same two about the same thing
 * @property MessageMatter $matter
 * @property string $teacher_id whom it is with
 * @property ?string $student_id who asked; or
 * @property ?string $colleague_id a teacher who did
 * @property bool $from_teacher whether it is the teacher's own word, and not what was asked
 * @property ?string $quiz_id
 * @property ?string $question of the quiz
 * @property ?string $task_id
 * @property ?string $round_id
 * @property string $about the words of what it is about, as they were then
 * @property string $text plain, to 2000 letters; empty where the teacher is called
 * @property CarbonImmutable $sent_at
 * @property ?CarbonImmutable $settled_at of what was asked: when it was answered or closed
 * @property ?CarbonImmutable $seen_at of an answer: when the one who asked saw it
 * @property ?Quiz $quiz
 * @property ?Student $student
 * @property Teacher $teacher
 * @property ?Teacher $colleague
 * @property ?Task $task
 */
final class PersonalMessage extends Model
{
    protected $table = 'personal_messages';

    public $timestamps = false;

    /** @return BelongsTo<Quiz, $this> */
    public function quiz(): BelongsTo
    {
        return $this->belongsTo(Quiz::class);
    }

    /** @return BelongsTo<Student, $this> */
    public function student(): BelongsTo
    {
        return $this->belongsTo(Student::class);
    }

    /** @return BelongsTo<Teacher, $this> */
    public function teacher(): BelongsTo
    {
        return $this->belongsTo(Teacher::class);
    }

    /** @return BelongsTo<Teacher, $this> */
    public function colleague(): BelongsTo
    {
        return $this->belongsTo(Teacher::class);
    }

    /** @return BelongsTo<Task, $this> */
    public function task(): BelongsTo
    {
        return $this->belongsTo(Task::class);
    }

    /**
     * What was asked of a teacher and waits for a word.
     *
     * @param  Builder<self>  $messages
     */
    public function scopeOpen(Builder $messages): void
    {
        $messages->where('from_teacher', false)->whereNull('settled_at');
    }

    /**
     * What was answered and not seen yet by the one who asked.
     *
     * @param  Builder<self>  $messages
     */
    public function scopeUnseen(Builder $messages): void
    {
        $messages->where('from_teacher', true)->whereNull('seen_at');
    }

    protected function casts(): array
    {
        return [
            'matter' => MessageMatter::class, 'from_teacher' => 'boolean', 'sent_at' => 'immutable_datetime',
            'settled_at' => 'immutable_datetime', 'seen_at' => 'immutable_datetime',
        ];
    }
}
