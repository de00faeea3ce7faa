<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\Log;

/**
 * How much may be kept: of a round, of one person, of a teacher, of a school; and that the disk keeps room for what matters more than
 * files (docs/decisions/quotas.md). Sizes are in bytes.
 */
final class Quotas
{
    /** Files of one round at most, photographs of sheets among them. */
    private const FILES_OF_ROUND = 60;

    /** @throws Rejected when a student's round, the student or the school holds too much, or the disk has no room */
    public static function forRound(Round $round, int $bytes): void
    {
        self::room();
        $ofRound = Medium::query()->where('round_id', $round->id);
        if ((clone $ofRound)->count() >= self::FILES_OF_ROUND) {
            throw self::over('files', self::FILES_OF_ROUND);
        }
        self::within('round', $ofRound, $bytes);
        self::within('student', Medium::query()->where('student_id', $round->student_id), $bytes);
        self::within('school', self::ofSchool($round->ownTask()->teacher()->sole()->school_id), $bytes);
    }

    /** @throws Rejected when the teacher or the school holds too much, or the disk has no room */
    public static function forTeacher(Teacher $teacher, int $bytes): void
    {
        self::room();
        self::within('teacher', Medium::query()->where('teacher_id', $teacher->id), $bytes);
        self::within('school', self::ofSchool($teacher->school_id), $bytes);
    }

    /** @return array{bytes: int, limit: int} what a teacher's media hold, of how much */
    public static function ofTeacher(Teacher $teacher): array
    {
        return [
            'bytes' => (int) Medium::query()->where('teacher_id', $teacher->id)->sum('bytes'), 'limit' => self::limit('teacher'),
        ];
    }

    /** @return array{bytes: int, limit: int, isFull: bool} what a school's media hold, and whether the disk has no more room */
    public static function of(School $school): array
    {
        return [
            'bytes' => (int) self::ofSchool($school->id)->sum('bytes'), 'limit' => self::limit('school'), 'isFull' => ! self::hasRoom(),
        ];
    }

    /** Whether the disk has more room than files may take. */
    public static function hasRoom(): bool
    {
        $free = disk_free_space(app(MediaFolder::class)->folder());

        return $free === false || $free > Config::integer('hidden_ladder.free_space');
    }

    private static function room(): void
    {
        if (! self::hasRoom()) {
            Log::warning('The disk has too little room: no more files are taken.');
            throw new Rejected(Reason::NoRoom, new Message('problem.media.no-room'));
        }
    }

    /** @param  Builder<Medium>  $media */
    private static function within(string $whose, Builder $media, int $bytes): void
    {
        if ((int) $media->sum('bytes') + $bytes > self::limit($whose)) {
            throw self::over($whose, self::limit($whose) >> 20);
        }
    }

    private static function over(string $whose, int $limit): Rejected
    {
        $why = new Message('problem.media.quota', ['whose' => $whose, 'limit' => $limit]);

        return new Rejected(Reason::TooLarge, $why, ['limit' => $limit]);
    }

    private static function limit(string $whose): int
    {
        return Config::integer("hidden_ladder.quota.$whose");
    }

    /** @return Builder<Medium> of its teachers and its students */
    private static function ofSchool(string $school): Builder
    {
        return Medium::query()->where(static fn (Builder $either) => $either
            ->whereIn('teacher_id', Teacher::query()->where('school_id', $school)->select('id'))
            ->orWhereIn('student_id', Student::query()->where('school_id', $school)->select('id')));
    }
}
