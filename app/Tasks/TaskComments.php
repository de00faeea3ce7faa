<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tasks;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\Task;
use HiddenLadder\Core\Quiz\Cue;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Event\EventKind;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/**
 * What a task's students wrote at moments of its videos: for their teacher, and for the class as far as that was opened.
 *
 * @phpstan-type Comment array{round: string, number: int, student: string, cue: string, at: float, text: string, hidden: bool}
 */
final class TaskComments
{
    /** So many at most are read at once, the newest. */
    private const MOST = 1000;

    /** @return list<Comment> by their moments */
    public static function ofVideo(Task $task, VideoStop $stop): array
    {
        $hidden = DB::table('hidden_comments')->whereIn('round_id', Round::query()->where('task_id', $task->id)->select('id'))->get()
            ->mapWithKeys(static fn (object $row): array => ["{$row->round_id} {$row->number}" => true]);
        $at = array_combine(
            array_map(static fn (Cue $cue): string => $cue->id, $stop->cues),
            array_map(static fn (Cue $cue): float => $cue->at, $stop->cues),
        );
        $comments = [];
        foreach (self::events($task)->get() as $event) {
            $cue = is_string($event->data['cue'] ?? null) ? $event->data['cue'] : '';
            if (isset($at[$cue])) {
                $comments[] = [
                    'round' => $event->round_id, 'number' => $event->number, 'student' => $event->round->student_id, 'cue' => $cue,
                    'at' => $at[$cue], 'text' => is_string($event->data['text'] ?? null) ? $event->data['text'] : '',
                    'hidden' => $hidden->has("$event->round_id $event->number"),
                ];
            }
        }
        $order = static fn (array $one): array => [$one['at'], $one['round'], $one['number']];
        usort($comments, static fn (array $a, array $b): int => $order($a) <=> $order($b));

        return $comments;
    }

    /**
     * What a student sees of them: the own ones, and those of others where that was opened, without the hidden ones.
     *
     * @param  list<string>  $cues  to which the student has come
     * @return list<array{cue: string, text: string, name: ?string, own: bool}>
     */
    public static function forStudent(Round $round, VideoStop $stop, array $cues): array
    {
        $task = $round->task;
        $names = $task->comments_named ? $task->students()->pluck('name', 'id')->all() : [];
        $shown = [];
        foreach (self::ofVideo($task, $stop) as $comment) {
            $own = $comment['student'] === $round->student_id;
            if (in_array($comment['cue'], $cues, true) && ($own || ($task->comments_open && ! $comment['hidden']))) {
                $shown[] = [
                    'cue' => $comment['cue'], 'text' => $comment['text'], 'name' => $own ? null : ($names[$comment['student']] ?? null),
                    'own' => $own,
                ];
            }
        }

        return $shown;
    }

    public static function hide(Round $round, int $number): void
    {
        RoundEvent::query()->where('round_id', $round->id)->where('number', $number)->where('kind', EventKind::Commented)->firstOrFail();
        DB::table('hidden_comments')->insertOrIgnore(['round_id' => $round->id, 'number' => $number]);
    }

    public static function unhide(Round $round, int $number): void
    {
        DB::table('hidden_comments')->where('round_id', $round->id)->where('number', $number)->delete();
    }

    /** @return Builder<RoundEvent> */
    private static function events(Task $task): Builder
    {
        return RoundEvent::query()->with('round:id,student_id')->where('kind', EventKind::Commented)
            ->whereIn('round_id', Round::query()->where('task_id', $task->id)->select('id'))->orderByDesc('taken_ms')->limit(self::MOST);
    }
}
