<?php

declare(strict_types=1);

namespace HiddenLadder\App\Results;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Formats\Xapi\Statements;
use HiddenLadder\Core\Formats\Xapi\Told;
use HiddenLadder\Core\Quiz\QuizDocument;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;

/** The events of a task in an open format: one xAPI statement a line, round by round. */
final class RawEvents
{
    /** Rounds that are held in memory at once. */
    private const AT_A_TIME = 50;

    public function __construct(private readonly RoundRules $rules)
    {
    }

    /** @return \Generator<string> JSON, each with a line break at its end; of those whom the task is for */
    public function lines(Task $task): \Generator
    {
        $rounds = $task->countedRounds()->whereIn('student_id', $task->students()->modelKeys())->with(['student', 'edition'])
            ->select(['rounds.id', 'task_id', 'student_id', 'edition_id', 'kind', 'terms', 'asks', 'score']);
        foreach ($rounds->lazyById(self::AT_A_TIME) as $round) {
            foreach ($this->statements($task, $round, $this->rules->quiz($round)) as $statement) {
                yield json_encode($statement, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)."\n";
            }
        }
    }

    /** @return \Generator<array<string, mixed>> */
    private function statements(Task $task, Round $round, QuizDocument $quiz): \Generator
    {
        $statements = new Statements(
            $quiz, rtrim(Config::string('app.url'), '/'), $task->quiz_id, $task->id, $round->id,
            ['id' => $round->student_id, 'name' => $round->student->name], $round->score,
        );
        $before = null;
        foreach (DB::table('round_events')->where('round_id', $round->id)->orderBy('number')->get() as $event) {
            $at = (int) ($event->device_ms ?? $event->taken_ms);
            $passed = $before === null || $at < $before || $at - $before > RoundEvidence::AWAY ? null : ($at - $before) / 1000;
            $before = $at;
            yield from $statements->of(new Told(
                $event->event_id, $event->kind, self::read($event->data), array_values(self::read($event->facts)), $at, $passed,
            ));
        }
    }

    /** @return array<array-key, mixed> */
    private static function read(string $json): array
    {
        $read = json_decode($json, true, 512, JSON_THROW_ON_ERROR);

        return is_array($read) ? $read : [];
    }
}
