<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Tasks\TaskComments;
use HiddenLadder\Core\Quiz\Cue;
use HiddenLadder\Core\Quiz\CueKind;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Sitting\Course;
use HiddenLadder\Core\Sitting\Place;

/**
 * What students write while a video is talked about: on the board as far as it was opened there, and all of it for the teacher.
 *
 * @phpstan-import-type Comment from TaskComments
 */
final readonly class BoardComments
{
    /** So many stand on the board, the newest. */
    private const ON_BOARD = 6;

    /**
     * @param  list<Comment>  $comments
     * @param  array<string, string>  $names  by student
     */
    private function __construct(private ?Task $task, private array $comments, private array $names)
    {
    }

    public static function at(?Place $place, ?Course $course): self
    {
        $stop = $place === null ? null : $course?->quiz->stop($place->stop);
        $gathers = static fn (Cue $cue): bool => $cue->kind === CueKind::Comments;
        $task = $place !== null && $stop instanceof VideoStop && array_filter($stop->cues, $gathers) !== []
            ? Task::query()->find($place->task)
            : null;
        if (! $stop instanceof VideoStop || $task === null) {
            return new self(null, [], []);
        }
        $names = $task->students()->mapWithKeys(static fn ($student): array => [$student->id => $student->name])->all();

        return new self($task, TaskComments::ofVideo($task, $stop), $names);
    }

    /** @return list<array{text: string, name: ?string}>|null null where the class sees none */
    public function onBoard(): ?array
    {
        if ($this->task === null || ! $this->task->comments_open) {
            return null;
        }
        $shown = array_values(array_filter($this->comments, static fn (array $comment): bool => ! $comment['hidden']));

        return array_map(fn (array $comment): array => [
            'text' => $comment['text'],
            'name' => $this->task->comments_named ? $this->names[$comment['student']] ?? null : null,
        ], array_slice($shown, -self::ON_BOARD));
    }

    /** @return array<string, mixed>|null null where there is nothing to comment on */
    public function toArray(): ?array
    {
        return $this->task === null ? null : [
            'task' => $this->task->id,
            'open' => $this->task->comments_open,
            'named' => $this->task->comments_named,
            'written' => array_map(fn (array $comment): array => [
                'round' => $comment['round'],
                'number' => $comment['number'],
                'text' => $comment['text'],
                'name' => $this->names[$comment['student']] ?? '',
                'hidden' => $comment['hidden'],
            ], $this->comments),
        ];
    }
}
