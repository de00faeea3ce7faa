<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\PersonalMessage;
use HiddenLadder\App\Models\Ulids;

/** A teacher's word to one student, or to several who share something, and what they answer. */
final class WordsToStudentsTest extends AppTestCase
{
    public function test_each_has_it_alone_can_answer_it_and_the_answer_comes_to_the_teacher(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher(), "Ada\nBram\nCleo");
        $task = $this->given($class, $this->quiz($teacher));
        [$ada, $bram, $cleo] = [$this->member($class), $this->member($class, 'Bram'), $this->member($class, 'Cleo')];
        $says = fn (array $body) => $this->asTeacher($teacher)->postJson("/api/tasks/$task->id/messages", $body + ['id' => Ulids::make()]);
        $word = ['id' => Ulids::make(), 'text' => 'Look at the second one again.', 'students' => [$ada->id, $bram->id]];
        $says($word)->assertNoContent();
        $says($word)->assertNoContent();
        self::assertSame(2, PersonalMessage::query()->count(), 'sent again, it is the same word');
        $this->asStudent($cleo)->getJson('/api/student')->assertOk()->assertJsonCount(0, 'answers');
        $told = $this->asStudent($ada)->getJson('/api/student')->assertOk()->assertJsonCount(1, 'answers')->json('answers.0');
        self::assertSame(['word', null, 'Look at the second one again.'], [$told['matter'], $told['question'], $told['messages'][0]['text']]);
        $this->asTeacher($teacher)->getJson('/api/today')->assertJsonCount(0, 'asked');
        $this->getJson("/api/quizzes/$task->quiz_id/conversations")->assertOk()->assertJsonCount(0);

        $answer = ['id' => Ulids::make(), 'text' => 'Which one?'];
        $this->asStudent($bram)->postJson("/api/student/conversations/$told[id]/replies", $answer)->assertNotFound();
        foreach ([1, 2] as $time) {
            $this->asStudent($ada)->postJson("/api/student/conversations/$told[id]/replies", $answer)->assertNoContent();
        }
        $this->getJson('/api/student')->assertJsonCount(0, 'answers')->assertJsonCount(1, 'asked')->assertJsonCount(2, 'asked.0.messages');
        $asked = $this->asTeacher($teacher)->getJson('/api/today')->assertJsonCount(1, 'asked')->json('asked.0');
        self::assertSame(['Ada', 'Which one?', false], [$asked['who']['name'], $asked['messages'][1]['text'], $asked['messages'][1]['own']]);
        $this->postJson("/api/conversations/$told[id]/answers", ['id' => Ulids::make(), 'text' => 'The map.'])->assertNoContent();
        $this->asStudent($ada)->getJson('/api/student')->assertJsonCount(1, 'answers')->assertJsonCount(3, 'answers.0.messages');
    }

    public function test_it_goes_only_to_those_whom_the_task_is_for_and_only_from_its_teacher(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher());
        $task = $this->given($class, $this->quiz($teacher));
        $stranger = $this->member($this->schoolClass($other = $this->teacher('Other'), 'Dora'), 'Dora');
        $word = static fn (string ...$students): array => ['id' => Ulids::make(), 'text' => 'Hello.', 'students' => $students];
        $path = "/api/tasks/$task->id/messages";
        $ada = $this->member($class)->id;
        $this->asTeacher($teacher)->postJson($path, $word($stranger->id))->assertStatus(422);
        $this->postJson($path, $word())->assertStatus(422);
        $this->postJson($path, ['text' => ' '] + $word($ada))->assertStatus(422);
        $this->asTeacher($other)->postJson($path, $word($ada))->assertNotFound();
        self::assertSame(0, PersonalMessage::query()->count());
    }
}
