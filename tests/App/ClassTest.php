<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\SchoolClass;

final class ClassTest extends AppTestCase
{
    public function test_a_class_has_a_phrase_of_three_words_and_a_pasted_roster(): void
    {
        $this->asTeacher($this->teacher());
        $class = $this->postJson('/api/classes', ['name' => 'Year 8'])->assertStatus(201)->json();
        self::assertMatchesRegularExpression('/^[a-z]+ [a-z]+ [a-z]+$/', $class['phrase']);
        $this->postJson("/api/classes/{$class['id']}/students", ['names' => "Ada Brandt\r\n  Bram   Oduya \n\nADA BRANDT\n".str_repeat('x', 120)])
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
        $this->postJson("/api/classes/$class->id/students", ['names' => 'ada'])->assertOk()->assertJsonPath('added', 1)->assertJsonPath('class.roster.0.id', $ada->id);
    }

    public function test_the_first_entry_sets_the_secret_and_the_next_needs_it(): void
    {
        $class = $this->schoolClass($this->teacher());
        $come = fn (string $secret, bool $first, string $name = 'ADA') => $this->postJson('/api/student/enter', ['phrase' => strtoupper($class->phrase), 'name' => $name, 'secret' => $secret, 'first' => $first]);
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
        $this->postJson('/api/student/enter', ['phrase' => $class->phrase, 'name' => 'Ada', 'secret' => 'whelk', 'first' => true])->assertOk();
    }

    public function test_a_stranger_and_a_member_with_a_wrong_secret_hear_the_same(): void
    {
        $class = $this->schoolClass($this->teacher());
        $this->member($class)->update(['secret' => bcrypt('limpet')]);
        $sentence = fn (string $name, bool $first) => $this->postJson('/api/student/enter', ['phrase' => $class->phrase, 'name' => $name, 'secret' => 'wrong', 'first' => $first])
            ->assertStatus(422)->json();
        self::assertSame($sentence('Ada', false), $sentence('Nobody', false));
        self::assertSame($sentence('Ada', true), $sentence('Nobody', true));
    }

    public function test_wrong_secrets_and_wrong_phrases_are_throttled(): void
    {
        $class = $this->schoolClass($this->teacher());
        for ($try = 0; $try < 6; $try++) {
            $this->postJson('/api/student/enter', ['phrase' => $class->phrase, 'name' => 'Ada', 'secret' => 'wrong', 'first' => false])->assertStatus(422);
        }
        $this->postJson('/api/student/enter', ['phrase' => $class->phrase, 'name' => 'Ada', 'secret' => 'wrong', 'first' => false])->assertStatus(429);
        for ($try = 0; $try < 30; $try++) {
            $this->postJson('/api/student/class', ['phrase' => 'no such class'])->assertStatus(422);
        }
        $this->postJson('/api/student/class', ['phrase' => $class->phrase])->assertStatus(429);
    }

    public function test_a_phrase_is_found_however_it_is_typed(): void
    {
        $class = SchoolClass::query()->create(['teacher_id' => $this->teacher()->id, 'name' => 'Year 9', 'phrase' => 'sandy otter plum']);
        foreach (['sandy otter plum', ' Sandy  OTTER plum ', 'sandy-otter-plum', 'sandy, otter, plum'] as $typed) {
            $this->postJson('/api/student/class', ['phrase' => $typed])->assertOk()->assertJsonPath('name', $class->name);
        }
    }
}
