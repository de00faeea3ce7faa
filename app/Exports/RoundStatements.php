<?php

declare(strict_types=1);

namespace HiddenLadder\App\Exports;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Formats\Xapi\Statements;
use HiddenLadder\Core\Formats\Xapi\Told;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;

/** The events of a round in an open format: one xAPI statement a line. */
final class RoundStatements
{
    /** Rounds that are held in memory at once. */
    private const AT_A_TIME = 50;

    public function __construct(private readonly RoundRules $rules)
    {
    }

    /**
     * Goes through rounds, however many there are, in the order of their ids.
     *
     * @param  Builder<Round>  $rounds
     * @param  callable(Round): void  $each
     * @param  callable(float): void  $told  hears how much of them is done, 0 to 1
     */
    public static function through(Builder $rounds, callable $each, callable $told): void
    {
        $all = $rounds->count();
        $rounds->with(['student', 'edition:id,revision', 'task:id,quiz_id'])
            ->select(['rounds.id', 'task_id', 'student_id', 'edition_id', 'kind', 'terms', 'asks', 'score']);
        foreach ($rounds->lazyById(self::AT_A_TIME) as $index => $round) {
            $each($round);
            $told(($index + 1) / $all);
        }
    }

    /**
     * Those of a task, of everybody it is for.
     *
     * @param  callable(float): void  $told
     */
    public function write(Task $task, string $path, callable $told): void
    {
        $file = new Written($path);
        $rounds = $task->countedRounds()->whereIn('student_id', $task->students()->modelKeys());
        self::through($rounds, function (Round $round) use ($file): void {
            foreach ($this->lines($round, self::stored($round)) as $line) {
                $file->add($line);
            }
        }, $told);
        $file->end();
    }

    /** @return list<array<string, mixed>> the events of a round as they are stored, from the first to the last */
    public static function stored(Round $round): array
    {
        $rows = DB::table('round_events')->where('round_id', $round->id)->orderBy('number')->get();

        return array_values($rows->map(static fn (\stdClass $event): array => [
            'data' => self::read($event->data), 'facts' => self::read($event->facts), 'late' => (bool) $event->late,
        ] + (array) $event)->all());
    }

    /**
     * @param  list<array<string, mixed>>  $stored  its events
     * @return \Generator<string> JSON, each with a line break at its end
     */
    public function lines(Round $round, array $stored): \Generator
    {
        $statements = new Statements(
            $this->rules->quiz($round), rtrim(Config::string('app.url'), '/'), $round->task->quiz_id, $round->task_id, $round->id,
            ['id' => $round->student_id, 'name' => $round->student->name], $round->score,
        );
        $before = null;
        foreach ($stored as $event) {
            $at = (int) ($event['device_ms'] ?? $event['taken_ms']);
            $told = new Told(
                $event['event_id'], $event['kind'], $event['data'], array_values($event['facts']), $at, RoundEvidence::passed($before, $at),
            );
            $before = $at;
            foreach ($statements->of($told) as $statement) {
                yield self::line($statement);
            }
        }
    }

    /** @param  array<string, mixed>  $of */
    public static function line(array $of): string
    {
        return json_encode($of, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)."\n";
    }

    /** @return array<array-key, mixed> */
    private static function read(string $json): array
    {
        $read = json_decode($json, true, 512, JSON_THROW_ON_ERROR);

        return is_array($read) ? $read : [];
    }
}
