<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

final class ClassTest extends AppTestCase
{
    public function test_a_class_has_a_phrase_of_three_words_and_a_pasted_roster(): void
    {
        $this->asTeacher($this->teacher());
        $class = $this->postJson('/api/classes', ['name' => 'Year 8'])->assertStatus(201)->json();
        self::assertMatchesRegularExpression('/^[a-z]+ [a-z]+ [a-z]+$/', $class['phrase']);
        $this->postJson(
            "/api/classes/{$class['id']}/students",
            ['names' => "Ada Brandt\r\n  Bram   Oduya \n\nADA BRANDT\n".str_repeat('x', 120)],
        )
            ->assertOk()->assertJsonPath('added', 2)->assertJsonCount(2, 'skipped')
            ->assertJsonPath('class.roster.1.name', 'Bram Oduya')->assertJsonPath('class.roster.1.entered', false);
    }

    public function test_a_student_taken_out_is_brought_back_with_all_they_did(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher());
        $ada = $this->member($class);
        $this->asTeacher($teacher)->deleteJson("/api/classes/$class->id/students/$ada->id")->assertNoContent();
        $this->getJson("/api/classes/$class->id")->assertOk()->assertJsonCount(1, 'roster');
        $this->postJson("/api/classes/$class->id/students/$ada->id/restore")->assertNoContent();
        $this->deleteJson("/api/classes/$class->id/students/$ada->id")->assertNoContent();
        $this->postJson(
            "/api/classes/$class->id/students",
            ['names' => 'ada'],
        )->assertOk()->assertJsonPath('added', 1)->assertJsonPath('class.roster.0.id', $ada->id);
    }

    public function test_the_first_entry_sets_the_secret_and_the_next_needs_it(): void
    {
        $class = $this->schoolClass($this->teacher());
        $come = fn (string $secret, bool $first, string $name = 'ADA') => $this->postJson(
            '/api/student/enter',
            ['phrase' => strtoupper($class->phrase), 'name' => $name, 'secret' => $secret, 'first' => $first],
        );
        $come('abc', true)->assertStatus(422)->assertJsonPath('errors.0.pointer', '/secret');
        $come('limpet', false)->assertStatus(422);
        $come('limpet', true)->assertOk()->assertJsonPath('name', 'Ada');
        $come('other', true)->assertStatus(422);
        $come('other', false)->assertStatus(422);
        $come('limpet', false)->assertOk();
        self::assertNotSame('limpet', $this->member($class)->secret);
    }

    public function test_a_teacher_lets_a_student_choose_a_new_secret(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher());
        $ada = $this->member($class);
        $ada->update(['secret' => bcrypt('limpet')]);
        $this->asTeacher($teacher)->deleteJson("/api/classes/$class->id/students/$ada->id/secret")->assertNoContent();
        $this->postJson(
            '/api/student/enter',
            ['phrase' => $class->phrase, 'name' => 'Ada', 'secret' => 'whelk', 'first' => true],
        )->assertOk();
    }

    public function test_a_stranger_and_a_member_with_a_wrong_secret_hear_the_same(): void
    {
        $class = $this->schoolClass($this->teacher());
        $this->member($class)->update(['secret' => bcrypt('limpet')]);
        $sentence = fn (string $name, bool $first) => $this->postJson(
            '/api/student/enter',
            ['phrase' => $class->phrase, 'name' => $name, 'secret' => 'wrong', 'first' => $first],
        )
            ->assertStatus(422)->json();
        self::assertSame($sentence('Ada', false), $sentence('Nobody', false));
        self::assertSame($sentence('Ada', true), $sentence('Nobody', true));
    }

    public function test_wrong_secrets_are_counted_by_the_student_whatever_the_spelling_and_the_teacher_lifts_the_pause(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher(), "Zoe\nAda");
        $zoe = $this->member($class, 'Zoe');
        $zoe->update(['secret' => bcrypt('limpet')]);
        $try = fn (string $name, string $secret = 'wrong') => $this->postJson(
            '/api/student/enter',
            ['phrase' => $class->phrase, 'name' => $name, 'secret' => $secret, 'first' => false],
        );
        foreach (['Zoe', 'ZOE', ' zoe ', 'Ｚｏｅ', 'zoe', 'Zoe'] as $spelling) {
            $try($spelling)->assertStatus(422);
        }
        $try('Zoe', 'limpet')->assertStatus(429);
        // With an accent it is another name, which nobody has; it has a door of its own, as if somebody had.
        for ($tries = 0; $tries < 6; $tries++) {
            $try('Zoë', 'limpet')->assertStatus(422);
        }
        $try('Zoë', 'limpet')->assertStatus(429);
        $try('Ada')->assertStatus(422);
        $roster = $this->asTeacher($teacher)->getJson("/api/classes/$class->id")->assertOk();
        self::assertSame([null, true], [$roster->json('roster.0.shutUntil'), is_string($roster->json('roster.1.shutUntil'))]);
        $this->deleteJson("/api/classes/$class->id/students/$zoe->id/pause")->assertNoContent();
        $try('Zoe', 'limpet')->assertOk();
    }

    public function test_wrong_phrases_from_one_address_suit_a_whole_school(): void
    {
        // What is counted drains away with time, however long 201 requests take on this machine.
        $this->freezeTime();
        $class = $this->schoolClass($this->teacher());
        for ($try = 0; $try < 201; $try++) {
            $this->postJson('/api/student/class', ['phrase' => 'no such class'])->assertStatus(422);
        }
        $this->postJson('/api/student/class', ['phrase' => $class->phrase])->assertStatus(429);
        $this->travel(16)->seconds();
        $this->postJson('/api/student/class', ['phrase' => $class->phrase])->assertOk();
    }

    public function test_names_that_differ_by_an_accent_are_two_students(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher(), 'Ada');
        $this->asTeacher($teacher)->postJson("/api/classes/$class->id/students", ['names' => "Zoe\nZoë\nZOE"])
            ->assertOk()->assertJsonPath('added', 2)->assertJsonCount(1, 'skipped');
    }

    public function test_names_with_numbers_stand_by_size(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher(), "Student 10\nStudent 2\nStudent 1\nÉlan\nEve\nZoe");
        $roster = $this->asTeacher($teacher)->getJson("/api/classes/$class->id")->assertOk()->json('roster');
        self::assertSame(['Élan', 'Eve', 'Student 1', 'Student 2', 'Student 10', 'Zoe'], array_column($roster, 'name'));
    }

    public function test_a_name_that_somebody_of_the_school_has_is_asked_about_once(): void
    {
        $teacher = $this->teacher();
        $first = $this->schoolClass($teacher, "Ada Brandt\nBram");
        $second = $this->schoolClass($teacher, 'Cleo');
        $this->asTeacher($teacher);
        $asked = $this->postJson("/api/classes/$second->id/students", ['names' => "Ada Brandt\nBram\nDavit"])->assertOk()
            ->assertJsonPath('added', 1)->assertJsonCount(2, 'asked')->assertJsonPath(
                'asked.0.students.0.classes',
                ['Year 8'],
            )->json('asked');
        $ada = $this->member($first, 'Ada Brandt');
        $this->postJson("/api/classes/$second->id/students", ['names' => "Ada Brandt\nBram", 'same' => [
            ['key' => $asked[0]['key'], 'student' => $ada->id], ['key' => $asked[1]['key'], 'student' => null],
        ]])->assertOk()->assertJsonPath('added', 2)->assertJsonPath('asked', []);
        self::assertSame($ada->id, $this->member($second, 'Ada Brandt')->id);
        self::assertNotSame($this->member($first, 'Bram')->id, $this->member($second, 'Bram')->id);
        // A text deep in the list is told as what it is.
        $this->postJson(
            "/api/classes/$second->id/students",
            ['names' => 'Ebba', 'same' => [['key' => str_repeat('x', 1201), 'student' => null]]],
        )->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/same/0/key')
            ->assertJsonPath('detail', 'This is too long: at most 1,200 characters.');
        $this->asStudent($ada)->getJson('/api/student')->assertOk()->assertJsonCount(2, 'classes');
        // A school of strangers has students of its own.
        $elsewhere = $this->schoolClass($stranger = $this->teacher('Stranger'), 'Zoe');
        $this->asTeacher($stranger)->postJson(
            "/api/classes/$elsewhere->id/students",
            ['names' => 'Ada Brandt'],
        )->assertOk()->assertJsonPath('added', 1)->assertJsonPath('asked', []);
        $this->postJson(
            "/api/classes/$elsewhere->id/students",
            ['names' => 'Bram', 'same' => [['key' => $asked[1]['key'], 'student' => $ada->id]]],
        )->assertOk();
        self::assertNotSame($ada->id, $this->member($elsewhere, 'Bram')->id);
    }

    public function test_a_cleared_secret_and_being_taken_out_end_the_student_s_sessions(): void
    {
        $teacher = $this->teacher();
        foreach (['secret', ''] as $what) {
            $class = $this->schoolClass($teacher, "Ada $what Q");
            $ada = $this->member($class, "Ada $what Q");
            $this->app->make('auth')->forgetGuards();
            $this->postJson(
                '/api/student/enter',
                ['phrase' => $class->phrase, 'name' => $ada->name, 'secret' => 'limpet', 'first' => true],
            )->assertOk();
            $this->app->make('auth')->forgetGuards();
            $this->getJson('/api/student')->assertOk();
            $this->actingAs($teacher, 'teacher')->deleteJson(
                rtrim("/api/classes/$class->id/students/$ada->id/$what", '/'),
            )->assertNoContent();
            $this->app->make('auth')->forgetGuards();
            $this->getJson('/api/student')->assertUnauthorized();
        }
    }

    public function test_a_phrase_is_found_however_it_is_typed(): void
    {
        $class = $this->schoolClass($this->teacher());
        $class->update(['phrase' => 'sandy otter plum']);
        foreach (['sandy otter plum', ' Sandy  OTTER plum ', 'sandy-otter-plum', 'sandy, otter, plum'] as $typed) {
            $this->postJson('/api/student/class', ['phrase' => $typed])->assertOk()->assertJsonPath('name', $class->name);
        }
    }
}
