<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

final class ClassTest extends AppTestCase
{
    public function test_a_class_has_a_phrase_of_three_words_and_gets_a_new_one(): void
    {
        $this->asTeacher($this->teacher());
        $class = $this->postJson('/api/classes', ['name' => 'Year 8'])->assertStatus(201)->json();
        self::assertMatchesRegularExpression('/^[a-z]+ [a-z]+ [a-z]+$/', $class['phrase']);
        $new = $this->postJson("/api/classes/{$class['id']}/phrase")->assertOk()->json('phrase');
        $this->postJson('/api/student/class', ['phrase' => $class['phrase']])->assertUnprocessable();
        $this->postJson('/api/student/class', ['phrase' => $new])->assertOk()->assertJsonPath('name', 'Year 8');
    }

    public function test_a_class_is_renamed_archived_and_taken_up_again(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher());
        $task = $this->given($class, $this->quiz($teacher));
        $ada = $this->member($class);
        $this->asTeacher($teacher)->patchJson("/api/classes/$class->id", ['name' => '  Year 9 '])->assertOk()->assertJsonPath('name', 'Year 9');
        $this->patchJson("/api/classes/$class->id", ['name' => '  '])->assertOk()->assertJsonPath('name', 'Year 9');
        $this->patchJson("/api/classes/$class->id", ['archived' => true])->assertOk()->assertJsonMissing(['archivedAt' => null]);
        $this->getJson('/api/classes')->assertOk()->assertJsonPath('0.students', 2);
        $this->getJson('/api/today')->assertOk()->assertJsonCount(0, 'running');
        $this->postJson('/api/student/class', ['phrase' => $class->phrase])->assertUnprocessable();
        $this->asStudent($ada)->getJson('/api/student')->assertOk()->assertJsonPath('classes', []);
        $this->postJson("/api/student/tasks/$task->id/rounds", [])->assertNotFound();
        $this->asTeacher($teacher)->patchJson("/api/classes/$class->id", ['archived' => false])->assertOk()->assertJsonPath('archivedAt', null);
        $this->asStudent($ada)->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk();
    }

    public function test_the_first_entry_sets_the_secret_and_the_next_needs_it(): void
    {
        $class = $this->schoolClass($this->teacher());
        $code = $this->codeOf($this->member($class));
        $come = fn (string $secret, bool $first, string $name = 'ADA') => $this->postJson(
            '/api/student/enter',
            ['phrase' => strtoupper($class->phrase), 'name' => $name, 'secret' => $secret, 'first' => $first, 'code' => $code],
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
        $code = $this->asTeacher($teacher)->deleteJson("/api/classes/$class->id/students/$ada->id/secret")->assertOk()
            ->assertJsonPath('asked', false)->json('code');
        $this->postJson(
            '/api/student/enter',
            ['phrase' => $class->phrase, 'name' => 'Ada', 'secret' => 'whelk', 'first' => true, 'code' => strtolower(strtr($code, ['-' => ' ']))],
        )->assertOk();
    }

    public function test_a_stranger_and_a_member_with_a_wrong_secret_hear_the_same(): void
    {
        $class = $this->schoolClass($this->teacher());
        $this->member($class)->update(['secret' => bcrypt('limpet')]);
        $sentence = fn (string $name, bool $first) => $this->postJson(
            '/api/student/enter',
            ['phrase' => $class->phrase, 'name' => $name, 'secret' => 'wrong', 'first' => $first, 'code' => 'ABC-DEF'],
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
        // With an accent it is the same one, since nobody else is written so: it shares the counter.
        $try('Zoë', 'limpet')->assertStatus(429);
        // A name that nobody has has a door of its own, as if somebody had.
        for ($tries = 0; $tries < 6; $tries++) {
            $try('Zora', 'limpet')->assertStatus(422);
        }
        $try('Zora', 'limpet')->assertStatus(429);
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

    public function test_a_cleared_secret_and_being_taken_out_end_the_student_s_sessions(): void
    {
        $teacher = $this->teacher();
        foreach (['secret', ''] as $what) {
            $class = $this->schoolClass($teacher, "Ada $what Q");
            $ada = $this->member($class, "Ada $what Q");
            $this->app->make('auth')->forgetGuards();
            $this->postJson(
                '/api/student/enter',
                ['phrase' => $class->phrase, 'name' => $ada->name, 'secret' => 'limpet', 'first' => true, 'code' => $this->codeOf($ada)],
            )->assertOk();
            $this->app->make('auth')->forgetGuards();
            $this->getJson('/api/student')->assertOk();
            $this->actingAs($teacher, 'teacher')->deleteJson(
                rtrim("/api/classes/$class->id/students/$ada->id/$what", '/'),
            )->assertSuccessful();
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
