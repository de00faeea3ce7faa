<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskAudience;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\WayIn;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Formats\Roster\NameTable;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\Response;

/** Every way in, tried by every kind of person. */
final class WaysInTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Task $task;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada\nBram");
        $this->member($this->class, 'Bram')->update(['secret' => bcrypt('limpet')]);
        $this->task = $this->given($this->class, $this->quiz($this->teacher));
        $this->task->update(['link' => 'thelink']);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<Response>
     */
    private function enter(WayIn $way, ?string $name = null, array $more = []): TestResponse
    {
        $this->app->make('auth')->forgetGuards();
        $this->flushSession();
        $by = array_key_exists('link', $more) ? [] : ['phrase' => $this->class->phrase];
        $entered = $this->postJson('/api/student/enter', $more + $by + ['way' => $way->value] + ($name === null ? [] : ['name' => $name]));
        $this->app->make('auth')->forgetGuards();

        return $entered;
    }

    /** @return iterable<string, array{WayIn, list<string>}> */
    public static function doors(): iterable
    {
        yield 'with a secret' => [WayIn::Secret, ['secret']];
        yield 'by name' => [WayIn::Name, ['name', 'secret']];
        yield 'guests' => [WayIn::Guest, ['guest', 'name', 'secret']];
        yield 'nobody by name' => [WayIn::Nameless, ['nameless', 'guest', 'name', 'secret']];
    }

    /** @param  list<string>  $ways */
    #[DataProvider('doors')]
    public function test_what_a_task_asks_for_lets_in_whoever_gives_as_much_or_more(WayIn $asks, array $ways): void
    {
        $this->task->update(['way_in' => $asks]);
        foreach ([['phrase' => $this->class->phrase], ['link' => 'thelink']] as $by) {
            $this->postJson('/api/student/class', $by)->assertOk()->assertJsonPath('ways', $ways)->assertJsonMissing(['name' => 'Ada']);
        }
        $tries = [
            'secret' => [WayIn::Secret, 'Bram', ['secret' => 'limpet', 'first' => false]],
            'name' => [WayIn::Name, 'ada', []],
            'guest' => [WayIn::Guest, 'Zoe', []],
            'nameless' => [WayIn::Nameless, null, []],
        ];
        foreach ($tries as $way => [$kind, $name, $more]) {
            foreach ([[], ['link' => 'thelink']] as $by) {
                $entered = $this->enter($kind, $name, $more + $by);
                if (! in_array($way, $ways, true)) {
                    $entered->assertUnprocessable();
                    $this->getJson('/api/student')->assertUnauthorized();

                    continue;
                }
                $entered->assertOk();
                $this->getJson('/api/student')->assertOk()->assertJsonPath('cameInBy', $way)->assertJsonPath('isGuest', in_array($way, ['guest', 'nameless'], true));
                $this->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk();
            }
        }
    }

    public function test_wrong_names_and_secrets_are_let_in_nowhere(): void
    {
        $this->task->update(['way_in' => WayIn::Name]);
        $this->enter(WayIn::Name, 'Zoe')->assertUnprocessable();
        $this->enter(WayIn::Name, '  ')->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/name');
        $this->enter(WayIn::Secret, 'Bram', ['secret' => 'wrong', 'first' => false])->assertUnprocessable();
        $this->enter(WayIn::Secret, 'Bram')->assertUnprocessable();
        $this->enter(WayIn::Guest, str_repeat('x', 301))->assertUnprocessable();
        $this->enter(WayIn::Secret, 'Bram', ['link' => 'guessed', 'secret' => 'limpet'])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/link');
        $this->task->update(['taken_back_at' => now()]);
        $this->postJson('/api/student/class', ['link' => 'thelink'])->assertUnprocessable();
    }

    public function test_who_came_in_by_name_alone_reaches_what_asks_for_no_more_and_nothing_of_the_rest(): void
    {
        $this->task->update(['way_in' => WayIn::Name]);
        $homework = $this->given($this->class, $this->quiz($this->teacher));
        $bram = $this->member($this->class, 'Bram');
        $kept = $this->asStudent($bram)->postJson("/api/student/tasks/$homework->id/rounds", [])->assertOk()->json('id');
        $this->enter(WayIn::Name, 'Bram')->assertOk();
        self::assertSame([$this->task->id], $this->getJson('/api/student')->assertOk()->json('classes.*.tasks.*.id'));
        $this->getJson("/api/student/rounds/$kept")->assertNotFound();
        $this->sendsEvent($kept, 'went-on', ['from' => 'x'])->assertNotFound();
        $this->postJson("/api/student/tasks/$homework->id/rounds", [])->assertNotFound();
        $this->getJson("/api/student/rounds/$kept/conversations")->assertNotFound();
        $this->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk();
        $this->enter(WayIn::Secret, 'Bram', ['secret' => 'limpet', 'first' => false])->assertOk();
        self::assertCount(2, $this->getJson('/api/student')->assertOk()->json('classes.*.tasks.*.id'));
        $this->getJson("/api/student/rounds/$kept")->assertOk();
    }

    public function test_a_guest_is_put_to_a_name_of_the_roster_with_what_is_under_way(): void
    {
        $this->task->update(['way_in' => WayIn::Guest]);
        $this->enter(WayIn::Guest, "Ada\u{202E}")->assertOk()->assertJsonPath('name', 'Ada');
        $round = $this->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk()->json('id');
        $ada = $this->member($this->class);
        $guest = Student::query()->where('kind', 'guest')->sole();
        $this->actingAs($this->teacher, 'teacher')->getJson("/api/tasks/{$this->task->id}/lookout")->assertOk()->assertJsonCount(3, 'students');
        $this->getJson("/api/classes/{$this->class->id}")->assertOk()->assertJsonPath('guests', [['id' => $guest->id, 'name' => 'Ada', 'task' => $this->task->quiz()->sole()->title]]);
        $this->postJson("/api/classes/{$this->class->id}/students/$ada->id/merges", ['gone' => $guest->id])->assertCreated();
        $this->getJson("/api/classes/{$this->class->id}")->assertOk()->assertJsonPath('guests', []);
        $this->app->make('auth')->forgetGuards();
        // The open page goes on, as Ada, who came in without a secret.
        $place = $this->getJson("/api/student/rounds/$round")->assertOk()->assertJsonPath('student', $ada->id)->json('place');
        $this->sendsEvent($round, 'answered', ['question' => $place['question']['id'], 'response' => ['choices' => [$place['question']['options'][0]['id']]]])->assertOk();
        $this->getJson('/api/student')->assertOk()->assertJsonPath('id', $ada->id)->assertJsonPath('cameInBy', 'guest');
        $this->getJson("/api/tasks/{$this->task->id}/lookout")->assertUnauthorized();
        // Taken out of the class, Ada does not keep the task as a guest's.
        app(Roster::class)->takeOut($this->class, $ada->id);
        $this->asStudent($ada)->getJson("/api/student/rounds/$round")->assertNotFound();
    }

    public function test_whoever_has_the_link_of_a_task_of_no_class(): void
    {
        $this->task->update(['class_id' => null, 'audience' => TaskAudience::Link]);
        // Members of the school alone, of whatever class.
        $other = $this->schoolClass($this->teacher, 'Cleo');
        $this->member($other, 'Cleo')->update(['secret' => bcrypt('whelk')]);
        $stranger = $this->schoolClass($this->teacher('Stranger'), 'Zoe');
        $this->member($stranger, 'Zoe')->update(['secret' => bcrypt('limpet')]);
        $by = fn (string $name, string $secret) => $this->enter(WayIn::Secret, $name, ['link' => 'thelink', 'secret' => $secret, 'first' => false]);
        $by('Zoe', 'limpet')->assertUnprocessable();
        $by('Cleo', 'limpet')->assertUnprocessable();
        $by('Cleo', 'whelk')->assertOk();
        $this->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk();
        $this->enter(WayIn::Guest, 'Zoe', ['link' => 'thelink'])->assertUnprocessable();
        // Two of one name: the secret says who.
        $namesake = $this->schoolClass($this->teacher, '');
        app(Roster::class)->add($namesake, NameTable::read('Cleo'), [null]);
        $second = $this->member($namesake, 'Cleo');
        $second->update(['secret' => bcrypt('barnacle')]);
        $by('Cleo', 'barnacle')->assertOk()->assertJsonPath('id', $second->id);
        // Tries at their name count together, and the right secret is not told from the wrong ones while the door is shut.
        $this->freezeTime();
        for ($try = 0; $try < 6; $try++) {
            $by('Cleo', "guess $try")->assertUnprocessable();
        }
        $by('Cleo', 'barnacle')->assertStatus(429);
        $by('Cleo', 'whelk')->assertStatus(429);
        $this->travel(16)->seconds();
        $by('Cleo', 'barnacle')->assertOk();
        // For anyone.
        $this->task->update(['way_in' => WayIn::Nameless]);
        $this->enter(WayIn::Nameless, null, ['link' => 'thelink'])->assertOk()->assertJsonPath('name', '№ 1');
        $this->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk();
    }

    public function test_whoever_is_nameless_has_left_a_device_that_was_still_for_two_hours(): void
    {
        $this->task->update(['way_in' => WayIn::Nameless]);
        $this->enter(WayIn::Nameless)->assertOk();
        $come = function (): TestResponse {
            $this->app->make('auth')->forgetGuards();

            return $this->getJson('/api/student');
        };
        $come()->assertOk();
        foreach ([90, 110] as $minutes) {
            $this->travel($minutes)->minutes();
            $come()->assertOk();
        }
        $this->travel(121)->minutes();
        $come()->assertUnauthorized();
        // And guests with a name of their own.
        $this->enter(WayIn::Guest, 'Zoe')->assertOk();
        $come()->assertOk();
        $this->travel(121)->minutes();
        $come()->assertUnauthorized();
    }

    public function test_a_closed_task_lets_no_guest_in_and_guests_see_no_other_task(): void
    {
        $this->task->update(['way_in' => WayIn::Guest]);
        $later = $this->given($this->class, $this->quiz($this->teacher));
        $this->enter(WayIn::Guest, 'Zoe')->assertOk();
        self::assertSame([$this->task->id], $this->getJson('/api/student')->assertOk()->json('classes.*.tasks.*.id'));
        $this->postJson("/api/student/tasks/$later->id/rounds", [])->assertNotFound();
        $this->class->update(['archived_at' => now()]);
        self::assertSame([], $this->getJson('/api/student')->assertOk()->json('classes.*.tasks.*.id'));
        $this->class->update(['archived_at' => null]);
        $this->task->update(['closes_at' => now()->subMinute()]);
        $this->enter(WayIn::Guest, 'Yann')->assertUnprocessable();
        $this->postJson('/api/student/class', ['phrase' => $this->class->phrase])->assertOk()->assertJsonPath('ways', ['secret']);
    }
}
