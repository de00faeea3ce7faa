<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Letter;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\Password;

final class AccountTest extends AppTestCase
{
    private const PASSWORD = 'salt and spray';

    public function test_a_teacher_signs_up_out_and_in(): void
    {
        $this->postJson(
            '/api/teacher/sign-up',
            ['name' => 'Marta Quay', 'email' => 'Marta@School.example', 'password' => self::PASSWORD],
        )->assertStatus(201);
        $this->getJson('/api/teacher')->assertOk()->assertJson(['email' => 'marta@school.example']);
        $this->postJson('/api/teacher/sign-out')->assertNoContent();
        $this->app->make('auth')->forgetGuards();
        $this->getJson('/api/teacher')->assertUnauthorized();
        $this->postJson('/api/teacher/sign-in', ['email' => 'marta@school.example', 'password' => self::PASSWORD, 'remember' => true])
            ->assertOk()->assertCookie($this->rememberCookie());
        self::assertNotSame(self::PASSWORD, Teacher::query()->where('email', 'marta@school.example')->sole()->password);
    }

    public function test_a_short_password_and_a_taken_address_are_refused(): void
    {
        $this->postJson('/api/teacher/sign-up', ['name' => 'A', 'email' => 'a@b.example', 'password' => 'short'])
            ->assertStatus(422)->assertJsonPath('errors.0.pointer', '/password');
        $teacher = $this->teacher();
        $this->postJson('/api/teacher/sign-up', ['name' => 'A', 'email' => strtoupper($teacher->email), 'password' => self::PASSWORD])
            ->assertStatus(422)->assertJsonPath('errors.0.pointer', '/email');
    }

    public function test_tries_are_counted_by_the_account_whatever_way_its_address_is_written(): void
    {
        $this->freezeTime();
        $teacher = $this->teacher();
        $teacher->update(['email' => 'jose@school.example']);
        foreach (['jose@school.example', 'JOSE@school.example', ' jose@school.example', 'Jose@School.example', 'jose@school.example', 'jose@school.example'] as $written) {
            $this->postJson('/api/teacher/sign-in', ['email' => $written, 'password' => 'wrong'])->assertStatus(422);
        }
        $this->postJson(
            '/api/teacher/sign-in',
            ['email' => 'jose@school.example', 'password' => 'a long password'],
        )->assertStatus(429)->assertHeader('Retry-After', '15');
        // Another spelling is another address, and nobody's.
        $this->postJson('/api/teacher/sign-in', ['email' => 'josé@school.example', 'password' => 'a long password'])->assertStatus(422);
        Artisan::call('cache:clear');
        $this->postJson('/api/teacher/sign-in', ['email' => 'jose@school.example', 'password' => 'a long password'])->assertStatus(429);
        $this->travel(16)->seconds();
        $this->postJson('/api/teacher/sign-in', ['email' => 'jose@school.example', 'password' => 'a long password'])->assertOk();
    }

    public function test_pauses_grow_to_five_minutes_at_most(): void
    {
        $this->freezeTime();
        $teacher = $this->teacher();
        $waits = [];
        for ($try = 0; $try < 14; $try++) {
            $sent = $this->postJson('/api/teacher/sign-in', ['email' => $teacher->email, 'password' => 'wrong']);
            if ($sent->getStatusCode() === 429) {
                $waits[] = $sent->json('seconds');
                $this->travel($sent->json('seconds') + 1)->seconds();
            }
        }
        self::assertSame([15, 30, 60, 120], array_slice($waits, 0, 4));
        self::assertLessThanOrEqual(300, max([0, ...$waits]));
    }

    public function test_the_device_that_came_in_last_is_not_shut_out_by_others(): void
    {
        $teacher = $this->teacher();
        $device = $this->postJson(
            '/api/teacher/sign-in',
            ['email' => $teacher->email, 'password' => 'a long password'],
        )->assertOk()->getCookie('hidden_ladder_device')?->getValue();
        self::assertIsString($device);
        for ($try = 0; $try < 7; $try++) {
            $this->postJson('/api/teacher/sign-in', ['email' => $teacher->email, 'password' => 'wrong']);
        }
        $this->postJson('/api/teacher/sign-in', ['email' => $teacher->email, 'password' => 'a long password'])->assertStatus(429);
        $this->withCredentials()->withCookie('hidden_ladder_device', $device)->postJson(
            '/api/teacher/sign-in',
            ['email' => $teacher->email, 'password' => 'a long password'],
        )->assertOk();
        for ($try = 0; $try < 6; $try++) {
            $this->postJson('/api/teacher/sign-in', ['email' => $teacher->email, 'password' => 'wrong'])->assertStatus(422);
        }
        $this->postJson('/api/teacher/sign-in', ['email' => $teacher->email, 'password' => 'a long password'])->assertStatus(429);
    }

    public function test_a_new_password_ends_every_session(): void
    {
        $this->postJson(
            '/api/teacher/sign-up',
            ['name' => 'Marta Quay', 'email' => 'marta@school.example', 'password' => self::PASSWORD],
        )->assertStatus(201);
        $this->app->make('auth')->forgetGuards();
        $this->getJson('/api/teacher')->assertOk();
        $token = Password::createToken(Teacher::query()->where('email', 'marta@school.example')->sole());
        $this->postJson(
            '/api/teacher/new-password',
            ['email' => 'marta@school.example', 'token' => $token, 'password' => 'another long one'],
        )->assertNoContent();
        $this->app->make('auth')->forgetGuards();
        $this->getJson('/api/teacher')->assertUnauthorized();
    }

    public function test_whoever_signs_up_alone_keeps_a_school_of_their_own(): void
    {
        $this->postJson(
            '/api/teacher/sign-up',
            ['name' => 'Marta Quay', 'email' => 'marta@school.example', 'password' => self::PASSWORD],
        )->assertStatus(201);
        $teacher = Teacher::query()->with('school')->where('email', 'marta@school.example')->sole();
        self::assertTrue($teacher->is_keeper);
        self::assertFalse($teacher->school?->is_demo);
    }

    public function test_a_forgotten_password_is_reset_by_the_letter_in_the_post_box(): void
    {
        $teacher = $this->teacher();
        $this->postJson('/api/teacher/forgotten-password', ['email' => $teacher->email])->assertStatus(202);
        $letter = Letter::query()->where('to', $teacher->email)->sole();
        self::assertSame(1, preg_match('#/new-password\?token=(\w+)&email=(\S+)#', $letter->body, $found));
        $sent = ['email' => urldecode($found[2] ?? ''), 'token' => $found[1] ?? '', 'password' => 'another long one'];
        $this->postJson('/api/teacher/new-password', $sent)->assertNoContent();
        $this->postJson('/api/teacher/new-password', $sent)->assertStatus(422);
        $this->postJson('/api/teacher/sign-in', ['email' => $teacher->email, 'password' => 'a long password'])->assertStatus(422);
        $this->postJson('/api/teacher/sign-in', ['email' => $teacher->email, 'password' => 'another long one'])->assertOk();
    }

    public function test_whether_an_address_is_known_is_not_told(): void
    {
        $this->postJson('/api/teacher/forgotten-password', ['email' => 'nobody@nowhere.example'])->assertStatus(202);
        self::assertSame(0, Letter::query()->where('to', 'nobody@nowhere.example')->count());
    }

    public function test_the_post_box_is_part_of_the_demo_and_for_this_machine_alone(): void
    {
        $look = fn (array $server = [], string $at = '') => $this->call(
            'GET',
            "$at/api/post-box",
            server: $server + ['HTTP_ACCEPT' => 'application/json'],
        );
        $look()->assertNotFound();
        School::query()->create(['name' => 'Demo', 'is_demo' => true]);
        $look()->assertOk();
        $look(['REMOTE_ADDR' => '192.0.2.7'])->assertNotFound();
        foreach (['HTTP_X_FORWARDED_FOR' => '192.0.2.7', 'HTTP_FORWARDED' => 'for=192.0.2.7', 'HTTP_VIA' => '1.1 proxy', 'HTTP_X_REAL_IP' => '192.0.2.7'] as $header => $value) {
            self::assertSame(404, $look([$header => $value])->getStatusCode(), $header);
        }
        $this->getJson('http://ladder.school.example/api/post-box')->assertNotFound();
        config(['app.url' => 'https://ladder.school.example']);
        $look()->assertNotFound();
        config(['app.url' => 'http://127.0.0.1:8080', 'mail.default' => 'log']);
        $look()->assertNotFound();
    }

    public function test_health_says_that_the_app_answers_and_nothing_else(): void
    {
        $this->get('/health')->assertOk()->assertExactJson(['well' => true, 'workerSecondsAgo' => null, 'schedulerSecondsAgo' => null]);
    }

    private function rememberCookie(): string
    {
        $guard = auth('teacher');
        assert($guard instanceof \Illuminate\Auth\SessionGuard);

        return $guard->getRecallerName();
    }

    public function test_a_teacher_keeps_a_list_of_objectives_by_unit(): void
    {
        $this->asTeacher($this->teacher())->getJson('/api/teacher')->assertJsonPath('objectives', []);
        $ebb = ['unit' => 'Coast', 'code' => 'GG-1', 'text' => 'Explain the ebb'];
        $kept = [$ebb, ['unit' => '', 'code' => '', 'text' => ' Light a lamp '], $ebb];
        $this->putJson('/api/teacher/objectives', ['objectives' => $kept])->assertOk()
            ->assertJsonPath('objectives', [['unit' => '', 'code' => '', 'text' => 'Light a lamp'], $ebb]);
        $this->getJson('/api/teacher')->assertJsonPath('objectives.1', $ebb);
        $this->putJson('/api/teacher/objectives', ['objectives' => [['unit' => '', 'code' => '', 'text' => '']]])->assertStatus(422);
        $this->putJson('/api/teacher/objectives', ['objectives' => [['text' => 'x']]])->assertStatus(422);
        $this->putJson('/api/teacher/objectives', ['objectives' => array_fill(0, 501, $ebb)])->assertStatus(422);
        $this->asTeacher($this->teacher('Stranger'))->getJson('/api/teacher')->assertJsonPath('objectives', []);
    }
}
