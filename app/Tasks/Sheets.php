<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tasks;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Rounds\Beginning;
use HiddenLadder\App\Rounds\OwnRounds;
use HiddenLadder\Core\Message;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** A task on paper: a sheet for each student, with a code by which a photograph of it is handed in to that student's round. */
final class Sheets
{
    private const CODE = 16;

    /** Photographs of one round at most. */
    private const MOST = 20;

    public function __construct(private readonly Beginning $beginning, private readonly MediaFolder $folder)
    {
    }

    /** @return array<string, string> codes by student, of all whom the task is for; a sheet that was printed before keeps its own */
    public function of(Task $task): array
    {
        $students = $task->students()->modelKeys();
        DB::table('sheets')->insertOrIgnore(array_map(static fn (string $student): array => [
            'code' => Str::lower(Str::random(self::CODE)), 'task_id' => $task->id, 'student_id' => $student,
        ], $students));

        return DB::table('sheets')->where('task_id', $task->id)->whereIn('student_id', $students)->pluck('code', 'student_id')->all();
    }

    /**
     * Whose sheet it is, and of which task.
     *
     * @return array{Student, Task}|null null where there is none, or the task is not for that student any more
     */
    public function find(string $code): ?array
    {
        $sheet = DB::table('sheets')->where('code', $code)->first();
        // Who was found to be somebody else since: the sheet is theirs.
        $student = $sheet === null ? null : Student::query()->whereKey((string) $sheet->student_id)->first()?->now();
        $task = $sheet === null || $student === null
            ? null
            : Task::query()->givenTo($student)->whereNull('taken_back_at')->whereKey((string) $sheet->task_id)->first();

        return $student === null || $task === null ? null : [$student, $task];
    }

    /** Photographs that arrived in the round under way. */
    public function arrived(Student $student, Task $task): int
    {
        $current = OwnRounds::of($student->id, $task)->current();

        return $current === null ? 0 : self::photographs($current->id)->count();
    }

    /** @throws Rejected when it is no picture, no round can be begun, or the last one is over */
    public function handIn(Student $student, Task $task, ?UploadedFile $file): Medium
    {
        $round = $this->round($student, $task);
        if (self::photographs($round->id)->count() >= self::MOST) {
            throw Rejected::invalid(new Message('problem.sheet.too-many', ['most' => self::MOST]));
        }

        return $this->folder->takeSheet($round, $file);
    }

    private function round(Student $student, Task $task): Round
    {
        $round = $this->beginning->begin($student, $task, false, $task->password);
        if ($round->finished_at !== null) {
            throw new Rejected(Reason::Closed, new Message('problem.sheet.round-over'));
        }

        return $round;
    }

    /** @return Builder<Medium> */
    private static function photographs(string $round): Builder
    {
        return Medium::query()->where('round_id', $round)->where('is_sheet', true);
    }
}
