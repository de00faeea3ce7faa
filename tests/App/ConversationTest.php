<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\PersonalMessage;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Testing\TestResponse;

/** A question is queried, by a student or whoever rehearses; the teacher sees and answers it. */
final class ConversationTest extends AppTestCase
{
    private Teacher $teacher;

    private Quiz $quiz;

    private SchoolClass $class;

    private Student $ada;

    private Student $bram;

    private string $round;

    private string $question;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->quiz = $this->quiz($this->teacher);
        $this->class = $this->schoolClass($this->teacher);
        $task = $this->given($this->class, $this->quiz);
        [$this->ada, $this->bram] = [$this->member($this->class), $this->member($this->class, 'Bram')];
        foreach ([$this->bram, $this->ada] as $student) {
            $this->round = (string) $this->asStudent($student)->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
        }
        $this->question = (string) $this->getJson("/api/student/rounds/$this->round")->json('place.question.id');
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function asks(string $text, ?string $id = null, ?string $question = null): TestResponse
    {
        return $this->asStudent($this->ada)->postJson("/api/student/rounds/$this->round/conversations", [
            'id' => $id ?? Ulids::make(), 'question' => $question ?? $this->question, 'text' => $text,
        ]);
    }

    public function test_it_stands_in_today_and_at_the_question_until_it_is_answered_and_the_one_who_asked_sees_it(): void
    {
        $conversation = $this->asks("Is this\r\nright? ")->assertCreated()->assertJsonPath('0.settled', false)->assertJsonPath('0.who', null)->json('0.id');
        $this->asks('Or am I wrong?')->assertCreated()->assertJsonCount(1)->assertJsonPath('0.messages.1.text', 'Or am I wrong?');

        $this->asTeacher($this->teacher)->getJson('/api/today')->assertOk()
            ->assertJsonCount(1, 'asked')
            ->assertJsonPath('asked.0.who', ['name' => 'Ada', 'class' => $this->class->name])
            ->assertJsonPath('asked.0.quiz', ['id' => $this->quiz->id, 'title' => $this->quiz->title])
            ->assertJsonPath('asked.0.question', $this->question)
            ->assertJsonPath('asked.0.messages.0.text', "Is this\nright?");
        $this->getJson("/api/quizzes/{$this->quiz->id}/conversations")->assertOk()->assertJsonPath('0.id', $conversation);

        $answer = ['id' => Ulids::make(), 'text' => 'It is. Look at the moon.'];
        $this->postJson("/api/conversations/$conversation/answers", $answer)->assertNoContent();
        $this->postJson("/api/conversations/$conversation/answers", $answer)->assertNoContent();
        self::assertSame(3, PersonalMessage::query()->count(), 'Sent again, it is no second answer.');
        $this->getJson('/api/today')->assertJsonCount(0, 'asked');
        $this->getJson("/api/quizzes/{$this->quiz->id}/conversations")->assertJsonPath('0.settled', true)->assertJsonPath('0.messages.2.own', true);

        $this->asStudent($this->ada)->getJson('/api/student')->assertOk()->assertJsonPath('answers.0.messages.2.text', 'It is. Look at the moon.');
        $this->getJson("/api/student/rounds/$this->round/conversations")->assertJsonPath('0.seen', false)->assertJsonPath('0.messages.2.own', false);
        $this->putJson("/api/student/conversations/$conversation/seen")->assertNoContent();
        $this->getJson('/api/student')->assertJsonCount(0, 'answers');
        $this->getJson("/api/student/rounds/$this->round/conversations")->assertJsonPath('0.seen', true);

        // Asked again, it is open again, in the same place.
        $this->asks('Which moon?')->assertJsonPath('0.settled', false)->assertJsonCount(4, '0.messages');
        $this->asTeacher($this->teacher)->getJson('/api/today')->assertJsonCount(1, 'asked');
    }

    public function test_it_is_closed_without_a_word_and_opened_again(): void
    {
        $conversation = $this->asks('Is this right?')->json('0.id');
        $this->asTeacher($this->teacher)->putJson("/api/conversations/$conversation/settled")->assertNoContent();
        $this->getJson('/api/today')->assertJsonCount(0, 'asked');
        $this->asStudent($this->ada)->getJson('/api/student')->assertJsonCount(0, 'answers');
        $this->getJson("/api/student/rounds/$this->round/conversations")->assertJsonPath('0.settled', true);
        $this->asTeacher($this->teacher)->deleteJson("/api/conversations/$conversation/settled")->assertNoContent();
        $this->getJson('/api/today')->assertJsonPath('asked.0.id', $conversation);
    }

    public function test_whoever_rehearses_asks_too(): void
    {
        $asked = ['id' => Ulids::make(), 'question' => $this->question, 'text' => 'Look this up.'];
        $this->asTeacher($this->teacher)->postJson("/api/quizzes/{$this->quiz->id}/conversations", $asked)->assertCreated()->assertJsonPath('0.who', null);
        $conversation = $this->getJson('/api/today')->assertJsonCount(1, 'asked')->json('asked.0.id');
        $this->postJson("/api/conversations/$conversation/answers", ['id' => Ulids::make(), 'text' => 'Done.'])->assertNoContent();
        $this->getJson("/api/quizzes/{$this->quiz->id}/conversations")->assertJsonPath('0.settled', true)->assertJsonPath('0.seen', true);
    }

    public function test_only_what_was_met_is_asked_about_and_nobody_else_reads_it(): void
    {
        $ahead = null;
        foreach ($this->quiz->document['stops'] as $stop) {
            $ahead = ($stop['kind'] ?? '') === 'question' && $stop['question']['id'] !== $this->question ? $stop['question']['id'] : $ahead;
        }
        self::assertIsString($ahead);
        $this->asks('What comes next?', question: $ahead)->assertNotFound();
        $this->asks('What is this?', question: Ulids::make())->assertNotFound();
        $conversation = $this->asks('Is this right?')->json('0.id');
        $this->asStudent($this->bram)->getJson("/api/student/rounds/$this->round/conversations")->assertNotFound();
        $this->putJson("/api/student/conversations/$conversation/seen")->assertNotFound();
        $this->getJson('/api/student')->assertJsonCount(0, 'answers');
        $stranger = $this->teacher('Stranger');
        $this->asTeacher($stranger)->getJson('/api/today')->assertJsonCount(0, 'asked');
        $this->postJson("/api/conversations/$conversation/answers", ['id' => Ulids::make(), 'text' => 'No.'])->assertNotFound();
        app(Roster::class)->takeOut($this->class, $this->ada->id);
        $this->asks('And now?')->assertNotFound();
        $this->asTeacher($this->teacher)->getJson('/api/today')->assertJsonCount(1, 'asked');
    }

    public function test_what_says_nothing_or_too_much_or_comes_too_often_is_refused(): void
    {
        $this->asks(" \n\u{200B} ")->assertStatus(422)->assertJsonPath('errors.0.pointer', '/text');
        $this->asks(str_repeat('a', 2001))->assertStatus(422)->assertJsonPath('errors.0.pointer', '/text');
        $this->asks('Is this right?', id: 'x')->assertStatus(422)->assertJsonPath('errors.0.pointer', '/id');
        $this->asks(str_repeat('ä', 2000))->assertCreated();
        $id = Ulids::make();
        $this->asks('Once', $id)->assertCreated();
        $this->asks('Once', $id)->assertCreated();
        self::assertSame(2, PersonalMessage::query()->count());
        foreach (range(3, 10) as $turn) {
            $this->asks("Turn $turn")->assertCreated();
        }
        $this->asks('Once more')->assertStatus(422)
            ->assertJsonPath('detail', 'You have asked 10 things already that wait for an answer. Wait until some are answered.');
    }

    public function test_who_calls_stands_in_the_lookout_until_they_are_helped(): void
    {
        $task = Round::query()->whereKey($this->round)->sole()->task_id;
        $slip = fn () => $this->asStudent($this->ada)->sendsEvent($this->round, 'answered', [
            'question' => $this->question, 'response' => ['choices' => [Sample::id('entry/plain')]],
        ]);
        $before = $this->asTeacher($this->teacher)->get("/api/tasks/$task/lookout")->assertOk()->assertJsonPath('calls', [])->headers->get('ETag');
        $slip()->assertOk();
        $this->sendsEvent($this->round, 'called', ['question' => $this->question])->assertOk();
        $calls = $this->asTeacher($this->teacher)->getJson("/api/tasks/$task/lookout", ['If-None-Match' => $before])->assertOk()
            ->assertJsonPath('calls.0.who.name', 'Ada')->assertJsonPath('calls.0.messages.0.call', true)->json('calls');
        $this->getJson('/api/today')->assertOk()->assertJsonPath('asked.0.messages.0.call', true);
        // A word comes back to the student's page; it answers what was seen, and not what was asked meanwhile.
        $this->travel(2)->seconds();
        $this->asks('And why?')->assertCreated();
        $this->asTeacher($this->teacher)->postJson(
            "/api/conversations/{$calls[0]['id']}/answers",
            ['id' => Ulids::make(), 'text' => 'I am coming.', 'upTo' => $calls[0]['messages'][0]['id']],
        )->assertNoContent();
        $this->getJson("/api/tasks/$task/lookout")->assertOk()->assertJsonPath('calls', []);
        $this->getJson('/api/today')->assertOk()->assertJsonCount(1, 'asked')->assertJsonPath('asked.0.settled', false);
        $this->putJson("/api/conversations/{$calls[0]['id']}/settled")->assertNoContent();
        $this->getJson('/api/today')->assertOk()->assertJsonCount(0, 'asked');
        $this->asStudent($this->ada)->getJson('/api/student')->assertOk()->assertJsonPath('answers.0.messages.2.text', 'I am coming.');
        // Others hear nothing of it.
        $this->asStudent($this->bram)->getJson('/api/student')->assertOk()->assertJsonCount(0, 'answers');
    }
}
