<?php

declare(strict_types=1);

namespace HiddenLadder\App\Accounts;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/**
 * Counts tries at a door, and shuts it for a while when too many have failed.
 *
 * Each try counts before it is known whether it fails, so that many at once count as many. Failures drain away with time;
 * pauses grow to five minutes at most.
 */
final readonly class Door
{
    /** Seconds of the first pause, and of the longest. */
    private const FIRST = 15;

    private const LONGEST = 300;

    /** Seconds for which an address that is busy asks devices that it does not know to come again. */
    private const BUSY_FOR = 15;

    /**
     * @param  int  $free  failures before the first pause
     * @param  float  $drain  failures that are forgotten in a minute
     * @param  bool  $isShared  many stand before it who have nothing to do with each other: it is shut for a moment only
     */
    private function __construct(private string $name, private int $free, private float $drain, private bool $isShared = false)
    {
    }

    /** Of an account that was found. The device it was last used on has a door of its own, which others' failures do not shut. */
    public static function of(Teacher|Student $account, ?string $device): self
    {
        return new self(self::name($account).($device !== null && $device === $account->device ? '/own-device' : ''), 5, 0.1);
    }

    /** Of a name that nobody has, so that it cannot be told by its pauses. */
    public static function ofNobody(string ...$tried): self
    {
        return new self('nobody/'.hash('sha256', implode("\n", $tried)), 5, 0.1);
    }

    /** Of a task with a password, for one student. */
    public static function ofTask(Task $task, Student $student): self
    {
        return new self("task/$task->id/$student->id", 5, 0.5);
    }

    /** Of one device, whoever tries there: a tablet goes from hand to hand. */
    public static function ofDevice(string $what, string $device): self
    {
        return new self("$what/device/".hash('sha256', $device), 20, 2.0);
    }

    /** Of all devices that nobody has come in on yet, at one address: a whole school can stand behind it. */
    public static function ofAddress(string $what, ?string $address): self
    {
        return new self("$what/".hash('sha256', (string) $address), 200, 20.0, isShared: true);
    }

    /** Of devices at one address that keep no cookie: so many guests come in from there, and no more. */
    public static function ofGuestsWithoutCookie(?string $address): self
    {
        return new self('guests/'.hash('sha256', (string) $address), 60, 6.0, isShared: true);
    }

    /** @return array<string, CarbonImmutable> until when doors are shut, by the account's id; not of those that are open */
    public static function shutUntil(Student ...$accounts): array
    {
        $names = [];
        foreach ($accounts as $account) {
            $names[self::name($account)] = $account->id;
        }
        $until = DB::table('door_tries')->whereIn('door', array_keys($names))->where('shut_until', '>', now())->pluck('shut_until', 'door');

        return $until->mapWithKeys(
            static fn (mixed $time, string $door): array => [$names[$door] => CarbonImmutable::parse((string) $time)],
        )->all();
    }

    /** Lets an account try again at once. */
    public static function lift(Teacher|Student $account): void
    {
        DB::table('door_tries')->whereIn('door', [self::name($account), self::name($account).'/own-device'])->delete();
    }

    /**
     * One more try.
     *
     * @throws Rejected while the door is shut
     */
    public function knock(): void
    {
        $wait = DB::transaction(function (): ?int {
            $now = CarbonImmutable::now();
            $known = DB::table('door_tries')->where('door', $this->name)->lockForUpdate()->first();
            $until = $known?->shut_until === null ? null : CarbonImmutable::parse((string) $known->shut_until);
            if ($until !== null && $until > $now) {
                return max(1, (int) ceil($now->diffInMilliseconds($until) / 1000));
            }
            $drained = $known === null
                ? 0.0
                : $this->drain * max(0.0, CarbonImmutable::parse((string) $known->failed_at)->diffInMilliseconds($now) / 60_000);
            $failures = max(0.0, (float) ($known->failures ?? 0) - $drained) + 1;
            $over = (int) ceil($failures) - $this->free;
            $row = [
                'failures' => $failures,
                'failed_at' => $now->format('Y-m-d H:i:s.v'),
                'shut_until' => $over < 1
                    ? null
                    : $now->addSeconds($this->pause($over))->format('Y-m-d H:i:s.v'),
            ];
            DB::table('door_tries')->upsert(['door' => $this->name] + $row, ['door'], array_keys($row));

            return null;
        }, 5);
        if ($wait !== null) {
            throw $this->isShared
                ? new Rejected(Reason::Busy, new Message('problem.door.busy'), ['seconds' => $wait])
                : new Rejected(Reason::TooManyTries, new Message('problem.door.shut', ['seconds' => $wait]), ['seconds' => $wait]);
        }
    }

    /** @return int seconds */
    private function pause(int $over): int
    {
        return $this->isShared ? self::BUSY_FOR : min(self::LONGEST, self::FIRST * 2 ** min(10, $over - 1));
    }

    /** The last try did not fail. A door that was shut meanwhile stays so: what was on its way with it counts. */
    public function opened(): void
    {
        $this->where()->where('failures', '<=', 1)->whereNull('shut_until')->delete();
        $this->where()->update(['failures' => DB::raw('greatest(0, failures - 1)')]);
        $this->where()->where('shut_until', '<=', now()->format('Y-m-d H:i:s.v'))->update(['shut_until' => null]);
    }

    /** Who came in has proved who they are: nothing that failed before counts any more, unless the door was shut meanwhile. */
    public function forget(): void
    {
        $this->where()->where(static fn (Builder $open) => $open->whereNull('shut_until')
            ->orWhere('shut_until', '<=', now()->format('Y-m-d H:i:s.v')))->delete();
    }

    private function where(): Builder
    {
        return DB::table('door_tries')->where('door', $this->name);
    }

    private static function name(Teacher|Student $account): string
    {
        return ($account instanceof Student ? 'student/' : 'teacher/').$account->id;
    }
}
