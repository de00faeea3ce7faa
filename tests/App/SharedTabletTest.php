<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Models\WayIn;
use Illuminate\Testing\TestResponse;

/** A tablet goes from hand to hand: who was in before is out, and what they did still waits for them. */
final class SharedTabletTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Task $task;

    protected function setUp(): void
    {
        parent::setUp();
        $this->class = $this->schoolClass($this->teacher = $this->teacher());
        $this->task = $this->given($this->class, $this->quiz($this->teacher));
        foreach ($this->class->students()->get() as $student) {
            $student->update(['secret' => bcrypt('limpet')]);
        }
    }

    /** @param  array<string, mixed>  $more */
    private function comesIn(string $name, array $more = []): void
    {
        $this->app->make('auth')->forgetGuards();
        $this->postJson('/api/student/enter', $more + ['phrase' => $this->class->phrase, 'name' => $name, 'secret' => 'limpet', 'first' => false])->assertOk();
        $this->app->make('auth')->forgetGuards();
    }

    private function isIn(): bool
    {
        $this->app->make('auth')->forgetGuards();

        return $this->getJson('/api/student')->getStatusCode() === 200;
    }

    public function test_a_student_is_out_after_an_hour_without_use(): void
    {
        $this->comesIn('Ada');
        for ($times = 0; $times < 3; $times++) {
            $this->travel(50)->minutes();
            self::assertTrue($this->isIn(), 'as long as it is used');
        }
        $this->travel(61)->minutes();
        self::assertFalse($this->isIn());
        self::assertFalse($this->isIn());
    }

    public function test_a_student_is_out_twelve_hours_after_coming_in(): void
    {
        $this->comesIn('Ada');
        for ($half = 0; $half < 23; $half++) {
            $this->travel(30)->minutes();
            self::assertTrue($this->isIn(), "after $half half hours");
        }
        $this->travel(31)->minutes();
        self::assertFalse($this->isIn());
    }

    public function test_a_device_of_ones_own_stays_in(): void
    {
        $this->comesIn('Ada', ['ownDevice' => true]);
        $this->travel(20)->days();
        self::assertTrue($this->isIn());
        // Another one who comes in there does not say so.
        $this->comesIn('Bram');
        $this->travel(61)->minutes();
        self::assertFalse($this->isIn());
    }

    public function test_guests_have_two_hours(): void
    {
        $this->task->update(['way_in' => WayIn::Guest]);
        $this->comesIn('Pip', ['way' => 'guest']);
        $this->travel(110)->minutes();
        self::assertTrue($this->isIn());
        $this->travel(121)->minutes();
        self::assertFalse($this->isIn());
    }

    public function test_a_student_who_comes_in_ends_the_teachers_session_there(): void
    {
        $this->postJson('/api/teacher/sign-in', ['email' => $this->teacher->email, 'password' => 'a long password', 'remember' => true])->assertOk();
        $this->app->make('auth')->forgetGuards();
        $this->getJson('/api/teacher')->assertOk();
        $this->comesIn('Ada');
        $this->getJson('/api/teacher')->assertUnauthorized();
        self::assertTrue($this->isIn());
    }

    public function test_a_teacher_is_out_after_half_a_day_unless_the_device_remembers(): void
    {
        foreach ([false, true] as $remember) {
            $this->flushSession();
            $this->app->make('auth')->forgetGuards();
            $signedIn = $this->postJson('/api/teacher/sign-in', [
                'email' => $this->teacher->email, 'password' => 'a long password', 'remember' => $remember,
            ])->assertOk();
            foreach ($signedIn->headers->getCookies() as $cookie) {
                if (str_contains($cookie->getName(), 'remember_teacher')) {
                    $this->withUnencryptedCookie($cookie->getName(), (string) $cookie->getValue());
                }
            }
            $this->travel(13)->hours();
            $this->app->make('auth')->forgetGuards();
            $this->withCredentials()->getJson('/api/teacher')->assertStatus($remember ? 200 : 401);
        }
    }

    public function test_leaving_tells_the_browser_to_forget_pages_and_nothing_that_waits(): void
    {
        $this->comesIn('Ada');
        $this->postJson('/api/student/sign-out')->assertNoContent()->assertHeader('Clear-Site-Data', '"cache"');
    }

    public function test_what_was_not_sent_waits_for_its_student_alone(): void
    {
        $this->comesIn('Ada');
        $view = $this->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk()->json();
        $question = $view['place']['question'];
        $event = ['id' => Ulids::make(), 'after' => $view['last'], 'kind' => 'answered', 'at' => null, 'data' => [
            'question' => $question['id'], 'response' => ['choices' => [$question['options'][0]['id']]],
        ]];
        $send = fn (): TestResponse => $this->postJson("/api/student/rounds/{$view['id']}/events", $event);
        $this->travel(2)->hours();
        $send()->assertUnauthorized();
        $this->comesIn('Bram');
        $send()->assertNotFound();
        $this->comesIn('Ada');
        $send()->assertOk();
    }
}
