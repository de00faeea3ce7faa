<?php

declare(strict_types=1);

namespace HiddenLadder\App\Gradebook;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\PassedScore;
use HiddenLadder\App\Models\PassedTask;
use HiddenLadder\Core\Formats\Gradebook\LineItem;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Cache;

/**
 * Sends what waits of one task, in the order in which it came to be. When the gradebook is away nothing is lost: it waits, and is
 * tried again after a minute, two, four and so on, at most a quarter of a day later.
 */
final class PassScores implements ShouldQueue
{
    use Queueable;

    public int $tries = 1;

    public int $timeout = 900;

    /** Seconds. */
    private const FIRST_REST = 60;

    private const LONGEST_REST = 21_600;

    public function __construct(private readonly string $task)
    {
    }

    public static function of(string $task): void
    {
        self::dispatch($task)->onQueue('gradebook')->afterCommit();
    }

    /**
     * While nothing is sent to a class's columns.
     *
     * @return array{why: WhyAway, at: CarbonImmutable, until: CarbonImmutable, times: int}|null since when, and how often it was tried
     */
    public static function resting(string $columns): ?array
    {
        $rest = Cache::get(self::name($columns));
        if (! is_array($rest)) {
            return null;
        }
        $time = static fn (string $of): CarbonImmutable => CarbonImmutable::createFromTimestampUTC((int) ($rest[$of] ?? 0));

        return [
            'why' => WhyAway::from((string) ($rest['why'] ?? '')), 'at' => $time('at'), 'until' => $time('until'),
            'times' => (int) ($rest['times'] ?? 1),
        ];
    }

    /** It is tried now, however long it was to rest. */
    public static function rested(string $columns): void
    {
        Cache::forget(self::name($columns));
    }

    public function handle(Gradebook $gradebook): void
    {
        $passed = PassedTask::query()->with(['task.class', 'task.quiz:id,title'])->where('is_on', true)->find($this->task);
        $columns = $passed?->task->class?->gradebook;
        if ($passed === null || $columns === null) {
            return;
        }
        $rest = self::resting($columns);
        if ($rest !== null && $rest['until']->isFuture()) {
            return;
        }
        // One after the other for a task, whoever asks: else a later score could be overtaken.
        $lock = Cache::lock("gradebook/sending/$passed->task_id", $this->timeout);
        $lock->get(function () use ($gradebook, $passed, $columns, $rest): void {
            try {
                $this->send($gradebook, $passed, $columns);
                self::rested($columns);
            } catch (Away $away) {
                $times = ($rest['times'] ?? 0) + 1;
                $seconds = min(self::LONGEST_REST, self::FIRST_REST * 2 ** min($times - 1, 12));
                $now = now()->getTimestamp();
                $noted = ['why' => $away->why->value, 'at' => $now, 'until' => $now + $seconds, 'times' => $times];
                Cache::put(self::name($columns), $noted, $seconds + 86_400);
            }
        });
    }

    /** @throws Away */
    private function send(Gradebook $gradebook, PassedTask $passed, string $columns): void
    {
        $waiting = $passed->scores()->where('state', Passage::Waiting->value)->with('student:id,outside_number')
            ->orderBy('at')->orderBy('id')->get();
        if ($waiting->isEmpty()) {
            $this->describe($gradebook, $passed);

            return;
        }
        try {
            if ($passed->item === null) {
                $item = $gradebook->column($columns, $passed->task_id, self::item($passed));
                $passed->update(['item' => $item, 'described' => self::described($passed)]);
            }
            $this->describe($gradebook, $passed);
        } catch (Refused $refused) {
            foreach ($waiting as $score) {
                self::note($score, Passage::Refused, $refused->why);
            }

            return;
        }
        foreach ($waiting as $score) {
            try {
                $told = $score->told();
                $gradebook->tell((string) $passed->item, (string) $score->student->outside_number, $told, $score->at->getTimestampMs());
                self::note($score, Passage::Sent, null);
            } catch (Refused $refused) {
                self::note($score, Passage::Refused, $refused->why);
            }
        }
    }

    /**
     * Where its title or its times are others now, its column is told; one that will not hear it keeps what it has.
     *
     * @throws Away
     */
    private function describe(Gradebook $gradebook, PassedTask $passed): void
    {
        $described = self::described($passed);
        if ($passed->item === null || $passed->described === $described) {
            return;
        }
        try {
            $gradebook->describe($passed->item, self::item($passed));
        } catch (Refused) {
            // A column that is gone is told of with the next score.
        }
        $passed->update(['described' => $described]);
    }

    /** What a task's column is to say of itself, as a mark. */
    public static function described(PassedTask $passed): string
    {
        return sha1((string) json_encode(self::item($passed)->toArray()));
    }

    /** Unless it has come to something else since it was read: then that still waits. */
    private static function note(PassedScore $score, Passage $state, ?WhyRefused $why): void
    {
        PassedScore::query()->whereKey($score->id)->where('at', $score->fromDateTime($score->at))->update(
            ['state' => $state->value, 'reason' => $why?->value] + ($state === Passage::Sent ? ['sent_at' => now()] : []),
        );
    }

    private static function item(PassedTask $passed): LineItem
    {
        $task = $passed->task;

        return new LineItem(
            $task->quiz->title,
            $task->id,
            $task->opens_at?->toIso8601ZuluString(),
            ($task->due_at ?? $task->closes_at)?->toIso8601ZuluString(),
        );
    }

    private static function name(string $columns): string
    {
        return 'gradebook/rest/'.sha1($columns);
    }
}
