<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Letter;
use HiddenLadder\App\Models\Teacher;

final class AccountTest extends AppTestCase
{
    private const PASSWORD = 'salt and spray';

    public function test_a_teacher_signs_up_out_and_in(): void
    {
        $this->postJson('/api/teacher/sign-up', ['name' => 'Marta Quay', 'email' => 'Marta@School.example', 'password' => self::PASSWORD])->assertStatus(201);
        $this->getJson('/api/teacher')->assertOk()->assertJson(['email' => 'marta@school.example']);
        $this->postJson('/api/teacher/sign-out')->assertNoContent();
        $this->app?->make('auth')->forgetGuards();
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

    public function test_the_door_shuts_after_too_many_wrong_passwords(): void
    {
        $teacher = $this->teacher();
        for ($try = 0; $try < 6; $try++) {
            $this->postJson('/api/teacher/sign-in', ['email' => $teacher->email, 'password' => 'wrong'])->assertStatus(422);
        }
        $this->postJson('/api/teacher/sign-in', ['email' => $teacher->email, 'password' => 'a long password'])->assertStatus(429);
    }

    public function test_a_forgotten_password_is_reset_by_the_letter_in_the_post_box(): void
    {
        $teacher = $this->teacher();
        $this->postJson('/api/teacher/forgotten-password', ['email' => $teacher->email])->assertStatus(202);
        $letter = Letter::query()->where('to', $teacher->email)->sole();
        self::assertSame(1, preg_match('#/new-password\?token=(\w+)&email=(\S+)#', $letter->body, $found));
        $sent = ['email' => urldecode($found[2]), 'token' => $found[1], 'password' => 'another long one'];
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

    public function test_the_post_box_is_for_this_machine_and_for_demos_alone(): void
    {
        $this->getJson('/api/post-box')->assertOk();
        $this->call('GET', '/api/post-box', server: ['REMOTE_ADDR' => '192.0.2.7', 'HTTP_ACCEPT' => 'application/json'])->assertNotFound();
        config(['hidden_ladder.post_box' => false]);
        $this->getJson('/api/post-box')->assertNotFound();
    }

    private function rememberCookie(): string
    {
        $guard = auth('teacher');
        assert($guard instanceof \Illuminate\Auth\SessionGuard);

        return $guard->getRecallerName();
    }
}
