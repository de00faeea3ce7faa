<?php

declare(strict_types=1);

namespace HiddenLadder\App\Exports;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Export;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;

/** Asks for files that take a while to make, and clears them away. One that is under way is not begun a second time. */
final class Exports
{
    /** Hours that one is kept. */
    private const KEPT = 24;

    public function __construct(private readonly MediaFolder $folder)
    {
    }

    public function ofTask(Teacher $teacher, Task $task): Export
    {
        return $this->ask($teacher, ExportMatter::Events, ['task_id' => $task->id], $task->quiz->title);
    }

    public function ofPerson(Teacher $teacher, Student $student): Export
    {
        return $this->ask($teacher, ExportMatter::Person, ['student_id' => $student->id], $student->name);
    }

    /** Its name in the media folder. */
    public static function file(Export $export): string
    {
        return "exports/$export->id.{$export->matter->ending()}";
    }

    /** Clears away what was made long ago. */
    public function tidy(): void
    {
        Export::query()->where('created_at', '<', now()->subHours(self::KEPT))->get()->each($this->remove(...));
    }

    /** @param  array<string, string>  $of */
    private function ask(Teacher $teacher, ExportMatter $matter, array $of, string $title): Export
    {
        $same = Export::query()->where($of + ['teacher_id' => $teacher->id, 'matter' => $matter])->get();
        $coming = $same->first(static fn (Export $one): bool => $one->state->isUnderWay());
        if ($coming !== null) {
            return $coming;
        }
        $same->each($this->remove(...));
        $export = Export::query()->create($of + [
            'teacher_id' => $teacher->id, 'matter' => $matter, 'title' => MediaFolder::titled($title),
        ]);
        MakeExport::of($export);

        return $export->refresh();
    }

    private function remove(Export $export): void
    {
        // With what a worker that was killed had begun.
        $files = glob($this->folder->path(self::file($export)).'*');
        array_map(unlink(...), $files === false ? [] : $files);
        $export->delete();
    }
}
