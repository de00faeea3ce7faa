<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Models\WayIn;
use HiddenLadder\App\Rejected;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;

/** One child with a script shuts out their own device, and not their school. */
final class ThresholdTest extends AppTestCase
{
    private SchoolClass $class;

    private Task $task;

    protected function setUp(): void
    {
        parent::setUp();
        $this->freezeTime();
        $this->class = $this->schoolClass($teacher = $this->teacher(), implode("\n", array_map(static fn (int $n): string => "Pupil $n", range(1, 30))));
        $this->task = $this->given($this->class, $this->quiz($teacher));
        foreach ($this->class->students()->get() as $student) {
            $student->update(['secret' => bcrypt('limpet')]);
        }
    }

    /**
     * @param  array<string, mixed>  $body
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function comes(?string $device, array $body): TestResponse
    {
        $this->app->make('auth')->forgetGuards();
        $this->flushSession();
        $this->defaultCookies = $device === null ? [] : ['hidden_ladder_device' => $device];

        return $this->withCredentials()->postJson('/api/student/enter', $body + ['phrase' => $this->class->phrase]);
    }

    public function test_wrong_secrets_from_one_tablet_do_not_keep_thirty_others_out(): void
    {
        $tablet = Ulids::make();
        for ($try = 0; $try < 21; $try++) {
            $this->comes($tablet, ['name' => "Nobody $try", 'secret' => 'wrong', 'first' => false])->assertUnprocessable();
        }
        $this->comes($tablet, ['name' => 'Pupil 1', 'secret' => 'limpet', 'first' => false])->assertStatus(429)
            ->assertJsonPath('type', '/problems/too-many-tries');
        for ($pupil = 1; $pupil <= 30; $pupil++) {
            $this->comes(Ulids::make(), ['name' => "Pupil $pupil", 'secret' => 'limpet', 'first' => false])->assertOk();
        }
        $this->travel(16)->seconds();
        $this->comes($tablet, ['name' => 'Pupil 1', 'secret' => 'limpet', 'first' => false])->assertOk();
    }

    public function test_a_busy_address_asks_new_devices_to_come_again_soon_and_lets_known_ones_in(): void
    {
        $known = Ulids::make();
        $this->comes($known, ['name' => 'Pupil 1', 'secret' => 'limpet', 'first' => false])->assertOk();
        // With a device of its own each time, and with none.
        for ($try = 0; $try < 201; $try++) {
            $this->comes($try % 2 === 0 ? Ulids::make() : null, ['name' => "Nobody $try", 'secret' => 'wrong', 'first' => false])->assertUnprocessable();
        }
        $busy = $this->comes(Ulids::make(), ['name' => 'Pupil 2', 'secret' => 'limpet', 'first' => false])->assertStatus(429)
            ->assertJsonPath('type', '/problems/busy');
        self::assertLessThanOrEqual(20, (int) $busy->headers->get('Retry-After'));
        self::assertGreaterThan(0, (int) $busy->headers->get('Retry-After'));
        $this->comes($known, ['name' => 'Pupil 3', 'secret' => 'limpet', 'first' => false])->assertOk();
        $this->travel(20)->seconds();
        $this->comes(Ulids::make(), ['name' => 'Pupil 2', 'secret' => 'limpet', 'first' => false])->assertOk();
    }

    public function test_a_cookie_that_was_made_up_is_no_device(): void
    {
        $this->comes(null, []);
        $this->withUnencryptedCookie('hidden_ladder_device', Ulids::make());
        $this->postJson('/api/student/enter', ['phrase' => $this->class->phrase, 'name' => 'Nobody', 'secret' => 'wrong', 'first' => false])->assertUnprocessable();
        self::assertSame(0, DB::table('door_tries')->where('door', 'like', 'enter/device/%')->count());
        self::assertSame(1, DB::table('door_tries')->where('door', 'like', 'enter/%')->count());
    }

    public function test_guests_from_devices_without_a_cookie_share_what_their_address_has(): void
    {
        $this->task->update(['way_in' => WayIn::Guest]);
        for ($guest = 1; $guest <= 61; $guest++) {
            $this->comes(null, ['way' => 'guest', 'name' => "Guest $guest"])->assertOk();
        }
        $this->comes(null, ['way' => 'guest', 'name' => 'Guest 62'])->assertStatus(429)->assertJsonPath('type', '/problems/busy');
        $this->comes(Ulids::make(), ['way' => 'guest', 'name' => 'Pip'])->assertOk();
    }

    public function test_a_guest_who_did_nothing_loses_their_place(): void
    {
        $this->task->update(['way_in' => WayIn::Guest]);
        $guests = array_map(fn (int $n): array => [
            'id' => Ulids::make(), 'school_id' => $this->class->school_id, 'kind' => 'guest', 'given_name' => "Guest $n", 'created_at' => now(),
        ], range(1, 400));
        DB::table('students')->insert($guests);
        DB::table('task_students')->insert(array_map(fn (array $guest): array => ['task_id' => $this->task->id, 'student_id' => $guest['id']], $guests));
        $this->comes(Ulids::make(), ['way' => 'guest', 'name' => 'Pip'])->assertUnprocessable();
        $this->travel(11)->minutes();
        $this->comes(Ulids::make(), ['way' => 'guest', 'name' => 'Pip'])->assertOk();
    }

    public function test_success_does_not_open_a_door_that_was_shut_meanwhile(): void
    {
        $ada = Student::query()->where('given_name', 'Pupil')->firstOrFail();
        $door = Door::of($ada, null);
        for ($try = 0; $try < 6; $try++) {
            $door->knock();
        }
        // One of those that were on their way had the right secret.
        $door->forget();
        $door->opened();
        $this->expectException(Rejected::class);
        $door->knock();
    }

    public function test_a_name_without_its_accents_opens_the_door_where_it_fits_one_alone(): void
    {
        $class = $this->schoolClass($this->class->teacher, "José Lind\nZoë Ray\nZoé Ray");
        foreach ($class->students()->get() as $student) {
            $student->update(['secret' => bcrypt('limpet')]);
        }
        $as = fn (string $name): TestResponse => $this->comes(Ulids::make(), ['phrase' => $class->phrase, 'name' => $name, 'secret' => 'limpet', 'first' => false]);
        $as('jose lind')->assertOk()->assertJsonPath('name', 'José Lind');
        $as('Zoe Ray')->assertUnprocessable();
        $as('Zoë Ray')->assertOk();
    }
}
