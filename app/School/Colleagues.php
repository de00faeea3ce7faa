<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Who teaches at a school: let go, with all they have passing to a colleague, and brought back. */
final class Colleagues
{
    /** What a teacher has. */
    private const HAVE = ['classes', 'quizzes', 'tasks', 'units', 'media', 'personal_messages'];

    /** @throws Rejected when the school would be left without a keeper */
    public function setKeeper(Teacher $teacher, bool $isKeeper): void
    {
        DB::transaction(function () use ($teacher, $isKeeper): void {
            $keepers = Teacher::query()->where('school_id', $teacher->school_id)->where('is_keeper', true)->whereNull('let_go_at')
                ->lockForUpdate()->get();
            if (! $isKeeper && $keepers->every(static fn (Teacher $one): bool => $one->id === $teacher->id)) {
                throw new Rejected(Reason::NoPlace, new Message('problem.school.last-keeper'));
            }
            $teacher->update(['is_keeper' => $isKeeper]);
        }, 5);
    }

    /** Shuts an account, and gives what they have to a colleague of the same school. */
    public function letGo(Teacher $teacher, Teacher $to): void
    {
        DB::transaction(function () use ($teacher, $to): void {
            $locked = Teacher::query()->lockForUpdate()->findOrFail($teacher->id);
            $takesOver = $to->id !== $locked->id && $to->let_go_at === null && $to->school_id === $locked->school_id;
            if ($locked->let_go_at !== null || ! $takesOver) {
                throw new Rejected(Reason::NoPlace, new Message('problem.school.cannot-let-go'));
            }
            $handed = [];
            foreach (self::HAVE as $table) {
                $rows = DB::table($table)->where('teacher_id', $locked->id);
                $handed[$table] = array_values((clone $rows)->pluck('id')->map(strval(...))->all());
                $rows->update(['teacher_id' => $to->id]);
            }
            $locked->setRememberToken(Str::random(60));
            $locked->update(['let_go_at' => now(), 'handed_over' => $handed, 'is_keeper' => false, 'epoch' => $locked->epoch + 1]);
        }, 5);
    }

    /** The account opens again, and what was given to a colleague comes back. */
    public function bringBack(Teacher $teacher): void
    {
        DB::transaction(function () use ($teacher): void {
            $locked = Teacher::query()->lockForUpdate()->findOrFail($teacher->id);
            $colleagues = Teacher::query()->where('school_id', $locked->school_id)->select('id');
            foreach ($locked->handed_over ?? [] as $table => $ids) {
                DB::table($table)->whereIn('id', $ids)->whereIn('teacher_id', $colleagues)->update(['teacher_id' => $locked->id]);
            }
            $locked->update(['let_go_at' => null, 'handed_over' => null]);
        }, 5);
    }
}
