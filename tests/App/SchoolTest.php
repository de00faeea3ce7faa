<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Mail\InvitationLetter;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\School\SignUp;
use Illuminate\Support\Facades\Mail;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\Response;

/** Colleagues come to a school by invitation, and are let go. */
final class SchoolTest extends AppTestCase
{
    private Teacher $keeper;

    protected function setUp(): void
    {
        parent::setUp();
        Mail::fake();
        $this->keeper = $this->teacher('Ines');
        $this->keeper->school()->sole()->update(['is_host' => true]);
    }

    /** The last part of an invitation's address. */
    private function invite(string $email = 'jonas@school.example'): string
    {
        return basename((string) $this->asTeacher($this->keeper)->postJson('/api/school/invitations', ['email' => $email])->assertCreated()->json('address'));
    }

    /** @return TestResponse<Response> */
    private function signUp(?string $invitation, string $email = 'jonas@school.example'): TestResponse
    {
        $this->app->make('auth')->forgetGuards();
        $this->flushSession();

        return $this->postJson(
            '/api/teacher/sign-up',
            ['name' => 'Jonas', 'email' => $email, 'password' => 'a long password'] + ($invitation === null ? [] : ['invitation' => $invitation]),
        );
    }

    public function test_the_first_account_of_a_server_needs_the_start_up_code(): void
    {
        config(['hidden_ladder.startup_code' => 'kelp-9']);
        $this->getJson('/api/teacher/sign-up')->assertOk()->assertJsonPath('needsCode', false);
        $this->app->make('db')->statement('SET foreign_key_checks = 0');
        School::query()->delete();
        $this->app->make('db')->statement('SET foreign_key_checks = 1');
        $this->getJson('/api/teacher/sign-up')->assertOk()->assertJsonPath('needsCode', true);
        $signUp = fn (array $more): TestResponse => $this->postJson('/api/teacher/sign-up', $more + [
            'name' => 'First', 'email' => 'first@school.example', 'password' => 'a long password',
        ]);
        $signUp([])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/code');
        $signUp(['code' => 'guess'])->assertUnprocessable();
        $signUp(['code' => ' kelp-9 '])->assertCreated();
        $this->app->make('auth')->forgetGuards();
        $this->flushSession();
        $this->postJson('/api/teacher/sign-up', ['name' => 'Second', 'email' => 'second@school.example', 'password' => 'a long password'])->assertCreated();
    }

    public function test_a_colleague_makes_an_account_by_invitation_once(): void
    {
        $token = $this->invite();
        Mail::assertQueued(InvitationLetter::class, static fn (InvitationLetter $letter): bool => $letter->hasTo('jonas@school.example')
            && str_contains($letter->render(), "/invitation/$token"));
        $this->app->make('auth')->forgetGuards();
        $this->getJson("/api/invitations/$token")->assertOk()->assertJsonPath('school', 'School of Ines')->assertJsonPath('by', 'Ines')->assertJsonPath('own', null);
        $this->signUp($token)->assertCreated()->assertJsonPath('isKeeper', false);
        self::assertSame($this->keeper->school_id, Teacher::query()->where('email', 'jonas@school.example')->sole()->school_id);
        $this->signUp($token, 'another@school.example')->assertNotFound();
        $this->getJson("/api/invitations/$token")->assertNotFound()->assertJsonPath('detail', fn (string $words): bool => str_contains($words, 'leads nowhere'));
        $this->asTeacher($this->keeper)->getJson('/api/school')->assertOk()->assertJsonCount(2, 'teachers')->assertJsonCount(0, 'invitations');
    }

    public function test_an_invitation_is_withdrawn_runs_out_and_cannot_be_guessed(): void
    {
        $token = $this->invite();
        $id = $this->getJson('/api/school')->json('invitations.0.id');
        $this->deleteJson("/api/school/invitations/$id")->assertNoContent();
        $this->signUp($token)->assertNotFound();
        $token = $this->invite();
        $this->travel(15)->days();
        $this->signUp($token)->assertNotFound();
        $this->freezeTime();
        for ($try = 0; $try < 201; $try++) {
            $this->getJson('/api/invitations/guessed')->assertNotFound();
        }
        $this->getJson('/api/invitations/guessed')->assertStatus(429);
    }

    /** @return iterable<string, array{SignUp, bool, bool}> */
    public static function whoMaySignUp(): iterable
    {
        yield 'anyone, alone' => [SignUp::Anyone, false, true];
        yield 'anyone, invited' => [SignUp::Anyone, true, true];
        yield 'the invited, alone' => [SignUp::Invited, false, false];
        yield 'the invited' => [SignUp::Invited, true, true];
        yield 'nobody, alone' => [SignUp::Nobody, false, false];
        yield 'nobody, invited' => [SignUp::Nobody, true, false];
    }

    #[DataProvider('whoMaySignUp')]
    public function test_the_keeper_of_the_server_says_who_may_sign_up(SignUp $who, bool $invited, bool $may): void
    {
        $this->asTeacher($this->keeper)->patchJson('/api/school', ['signUp' => $who->value])->assertOk()->assertJsonPath('signUp', $who->value);
        $this->getJson('/api/teacher/sign-up')->assertOk()->assertJsonPath('signUp', $who->value);
        $this->signUp($invited ? $this->invite() : null)->assertStatus($may ? 201 : 422);
    }

    public function test_the_keeper_of_another_school_does_not_say_it(): void
    {
        $other = $this->teacher('Marta');
        $this->asTeacher($other)->patchJson('/api/school', ['signUp' => 'nobody', 'name' => ' Quay School '])->assertOk()
            ->assertJsonPath('signUp', null)->assertJsonPath('name', 'Quay School');
        self::assertSame(SignUp::Anyone, School::signUp());
    }

    public function test_whoever_had_a_school_of_their_own_brings_classes_and_students_along(): void
    {
        $marta = $this->teacher('Marta');
        $class = $this->schoolClass($marta, "Ada\nBram");
        $task = $this->given($class, $this->quiz($marta));
        $theirs = $this->schoolClass($this->keeper, 'Ada Q');
        $this->member($class)->update(['outside_number' => '17']);
        $this->member($theirs, 'Ada Q')->update(['outside_number' => '17']);
        [$token, $old] = [$this->invite('marta@school.example'), $marta->school_id];
        $this->asTeacher($marta)->getJson("/api/invitations/$token")->assertOk()
            ->assertJsonPath('own', ['name' => 'Marta', 'school' => 'School of Marta', 'here' => false, 'colleagues' => false, 'classes' => 1, 'students' => 2]);
        $this->postJson("/api/invitations/$token/acceptance", ['bring' => true])->assertOk()->assertJsonPath('isKeeper', false);
        self::assertSame([$this->keeper->school_id, $this->keeper->school_id, null], [
            $class->refresh()->school_id, $this->member($class)->school_id, $this->member($class)->outside_number,
        ]);
        self::assertNull(School::query()->find($old));
        $this->getJson("/api/tasks/$task->id")->assertOk();
        $this->asStudent($this->member($class))->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk();
        // Names of the school are known to each other now.
        $this->asTeacher($this->keeper)->postJson("/api/classes/$theirs->id/roster-preview", ['names' => 'Bram'])->assertOk()->assertJsonPath('lines.0.as', 'name');
    }

    public function test_or_leaves_them_where_they_are(): void
    {
        $marta = $this->teacher('Marta');
        $class = $this->schoolClass($marta, 'Ada');
        $token = $this->invite('marta@school.example');
        $this->asTeacher($marta)->postJson("/api/invitations/$token/acceptance", ['bring' => false])->assertOk();
        self::assertNotSame($this->keeper->school_id, $class->refresh()->school_id);
        self::assertNotNull($class->archived_at);
        $this->getJson("/api/classes/$class->id")->assertOk()->assertJsonCount(1, 'roster');
    }

    public function test_nobody_leaves_a_school_with_colleagues_or_comes_to_their_own(): void
    {
        $marta = $this->teacher('Marta');
        Teacher::query()->create(['school_id' => $marta->school_id, 'name' => 'Nils', 'email' => 'nils@school.example', 'password' => 'a long password']);
        $token = $this->invite('marta@school.example');
        $this->asTeacher($marta)->postJson("/api/invitations/$token/acceptance", ['bring' => true])->assertStatus(409);
        $this->asTeacher($this->keeper)->postJson("/api/invitations/$token/acceptance", ['bring' => true])->assertStatus(409);
        // Neither used it up.
        $this->getJson("/api/invitations/$token")->assertOk()->assertJsonPath('own.here', true);
    }

    public function test_who_is_let_go_cannot_come_in_and_what_they_had_is_with_a_colleague_until_they_are_back(): void
    {
        $this->signUp($this->invite())->assertCreated();
        $jonas = Teacher::query()->where('email', 'jonas@school.example')->sole();
        $class = $this->schoolClass($jonas);
        $task = $this->given($class, $this->quiz($jonas));
        $this->asTeacher($this->keeper);
        $this->postJson("/api/school/teachers/$jonas->id/leaving", ['to' => $jonas->id])->assertStatus(409);
        $this->postJson("/api/school/teachers/{$this->keeper->id}/leaving", ['to' => $jonas->id])->assertNotFound();
        $this->postJson("/api/school/teachers/$jonas->id/leaving", ['to' => $this->keeper->id])->assertNoContent();
        $this->getJson("/api/tasks/$task->id")->assertOk();
        $this->getJson('/api/school')->assertOk()->assertJsonPath('teachers.1.letGoAt', fn (?string $at): bool => $at !== null);
        $this->app->make('auth')->forgetGuards();
        $known = ['email' => $jonas->email, 'password' => 'a long password'];
        $this->postJson('/api/teacher/sign-in', $known)->assertUnprocessable()->assertJsonPath('detail', fn (string $words): bool => str_contains($words, 'closed'));
        $this->getJson('/api/teacher')->assertUnauthorized();
        $this->asTeacher($this->keeper)->deleteJson("/api/school/teachers/$jonas->id/leaving")->assertNoContent();
        $this->getJson("/api/tasks/$task->id")->assertNotFound();
        $this->app->make('auth')->forgetGuards();
        $this->postJson('/api/teacher/sign-in', $known)->assertOk();
        $this->app->make('auth')->forgetGuards();
        $this->getJson("/api/classes/$class->id")->assertOk();
    }

    public function test_a_school_always_has_a_keeper_and_others_do_not_see_to_it(): void
    {
        $this->signUp($this->invite())->assertCreated();
        $jonas = Teacher::query()->where('email', 'jonas@school.example')->sole();
        $this->asTeacher($jonas)->getJson('/api/school')->assertNotFound();
        $this->postJson('/api/school/invitations', ['email' => 'x@school.example'])->assertNotFound();
        $this->asTeacher($this->keeper)->putJson("/api/school/teachers/{$this->keeper->id}/keeper", ['isKeeper' => false])->assertStatus(409);
        $this->putJson("/api/school/teachers/$jonas->id/keeper", ['isKeeper' => true])->assertNoContent();
        $this->putJson("/api/school/teachers/{$this->keeper->id}/keeper", ['isKeeper' => false])->assertNoContent();
        $this->asTeacher($jonas->refresh())->getJson('/api/school')->assertOk();
        $stranger = $this->teacher('Stranger');
        $this->asTeacher($stranger)->putJson("/api/school/teachers/$jonas->id/keeper", ['isKeeper' => false])->assertNotFound();
    }
}
