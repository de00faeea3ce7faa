<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Mail\PasswordLetter;
use HiddenLadder\App\SharedMemory;
use HiddenLadder\App\Upkeep\Tidying;
use Illuminate\Contracts\Queue\ShouldBeEncrypted;
use Illuminate\Notifications\SendQueuedNotifications;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Symfony\Component\Process\Process;

/** What runs beside the app: the worker, the scheduler, and what processes keep for each other. */
final class UpkeepTest extends AppTestCase
{
    public function test_once_a_minute_worker_and_scheduler_say_that_they_are_at_work(): void
    {
        $this->get('/health')->assertExactJson(['well' => true, 'workerSecondsAgo' => null, 'schedulerSecondsAgo' => null]);
        $this->travelTo(now()->startOfMinute()->setMinute(7));
        $this->command('schedule:run')->assertSuccessful()->run();
        $this->travel(40)->seconds();
        $this->get('/health')->assertExactJson(['well' => true, 'workerSecondsAgo' => 40, 'schedulerSecondsAgo' => 40]);
    }

    public function test_what_has_run_out_is_cleared_away_and_nothing_else(): void
    {
        $now = now()->getTimestamp();
        $lifetime = 60 * (int) config('session.lifetime');
        DB::table('sessions')->insert([
            ['id' => 'over', 'payload' => '', 'last_activity' => $now - $lifetime - 1],
            ['id' => 'in use', 'payload' => '', 'last_activity' => $now - $lifetime + 60],
        ]);
        DB::table('cache')->insert([
            ['key' => 'over', 'value' => '', 'expiration' => $now - 1],
            ['key' => 'kept', 'value' => '', 'expiration' => $now + 60],
        ]);
        DB::table('door_tries')->insert([
            ['door' => 'long ago', 'failures' => 3, 'failed_at' => now()->subDays(3)],
            ['door' => 'today', 'failures' => 3, 'failed_at' => now()->subHour()],
        ]);
        (new Tidying)();
        self::assertSame(['in use'], DB::table('sessions')->pluck('id')->all());
        self::assertSame(['kept'], DB::table('cache')->pluck('key')->all());
        self::assertSame(['today'], DB::table('door_tries')->pluck('door')->all());
    }

    public function test_the_worker_sends_letters_and_what_waits_for_it_cannot_be_read(): void
    {
        $teacher = $this->teacher();
        Queue::fake();
        $this->postJson('/api/teacher/forgotten-password', ['email' => $teacher->email])->assertAccepted();
        Queue::assertPushed(SendQueuedNotifications::class, static fn (SendQueuedNotifications $job): bool => $job->notification instanceof PasswordLetter
            && $job->shouldBeEncrypted === true);
        self::assertContains(ShouldBeEncrypted::class, class_implements(PasswordLetter::class));
    }

    public function test_a_shared_memory_without_room_makes_nothing_fail_and_is_told_once(): void
    {
        if (! extension_loaded('apcu')) {
            self::markTestSkipped('This machine has no shared memory for PHP.');
        }
        $log = (string) tempnam(sys_get_temp_dir(), 'log');
        $script = <<<'PHP'
            require 'vendor/autoload.php';
            $app = require 'bootstrap/app.php';
            $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();
            config(['logging.channels.single.path' => $argv[1], 'logging.default' => 'single', 'cache.default' => 'array']);
            use HiddenLadder\App\SharedMemory;
            SharedMemory::put('small', [1, 2]);
            for ($turn = 0; $turn < 3; $turn++) {
                SharedMemory::put("large $turn", str_repeat('x', 3_000_000));
            }
            echo json_encode([SharedMemory::get('small'), SharedMemory::get('large 0'), SharedMemory::get('never')]);
            PHP;
        $process = new Process([PHP_BINARY, '-d', 'apc.enable_cli=1', '-d', 'apc.shm_size=2M', '-r', $script, $log], dirname(__DIR__, 2));
        $process->mustRun();
        $told = (string) file_get_contents($log);
        unlink($log);

        self::assertSame([null, null], array_slice((array) json_decode($process->getOutput(), true), 1), $process->getErrorOutput());
        self::assertSame(1, substr_count($told, 'apc.shm_size'), $told);
    }

    public function test_a_class_that_the_map_lacks_is_found_and_told_once(): void
    {
        $process = new Process([
            PHP_BINARY, '-d', 'apc.enable_cli=1', '-d', 'error_log=', '-d', 'log_errors=1', '-d', 'display_errors=0', '-r',
            'require "bootstrap/classes.php"; foreach ([HiddenLadder\Core\Fault::class, HiddenLadder\Core\Message::class, HiddenLadder\Core\Never::class] as $one)'
            .' { echo (int) class_exists($one); }',
        ], dirname(__DIR__, 2));
        $process->mustRun();
        self::assertSame('110', $process->getOutput());
        self::assertSame(1, substr_count($process->getErrorOutput(), 'class map is out of date'), $process->getErrorOutput());
    }

    public function test_without_shared_memory_nothing_is_known(): void
    {
        SharedMemory::put('here', 1);
        self::assertNull(SharedMemory::get('here'));
    }
}
