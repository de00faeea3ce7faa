<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Correction;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;

/** Terms, rounds, gates, time, hand-ins, overruling and marking again, over HTTP. */
final class RulesTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Student $ada;

    private string $round = '';

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher);
        $this->ada = $this->member($this->class);
    }

    /**
     * @param  array<string, mixed>|null  $terms
     * @param  array<string, mixed>|null  $document
     */
    private function task(?array $terms = null, ?array $document = null): Task
    {
        $quiz = $this->quiz($this->teacher, $document);
        $this->asTeacher($this->teacher)->postJson("/api/quizzes/$quiz->id/editions")->assertOk();
        $id = $this->postJson(
            '/api/tasks',
            ['quiz' => $quiz->id, 'classes' => [$this->class->id]] + ($terms === null ? [] : ['terms' => $terms]),
        )->assertCreated()->json('0.id');

        return Task::query()->whereKey($id)->sole();
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function begin(Task $task, bool $again = false): TestResponse
    {
        $begun = $this->asStudent($this->ada)->postJson("/api/student/tasks/$task->id/rounds", ['again' => $again]);
        if ($begun->isOk()) {
            $this->round = $begun->json('id');
        }

        return $begun;
    }

    /**
     * @param  array<string, mixed>  $data
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function does(string $kind, array $data = [], ?int $at = null): TestResponse
    {
        return $this->asStudent($this->ada)->sendsEvent($this->round, $kind, $data, $at === null ? [] : ['at' => $at]);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, mixed> one question with one right and one wrong answer, and no ladder
     */
    private static function short(string $name = 'q', array $more = []): array
    {
        $d = new Draft($name);

        return $d->quiz(
            "Quiz $name",
            '',
            [
                $d->asks(
                    's',
                    $d->question('s', 'number', 'How many?', [$d->right('2')], 'Yes.', 'No.', [$d->hint('h', 'Count.')], '0', $more),
                ),
            ],
            'End',
            '',
        );
    }

    private static function question(string $name = 'q'): string
    {
        return (new Draft($name))->id('s/question');
    }

    private function walk(string $answer, string $name = 'q'): void
    {
        $this->does('answered', ['question' => self::question($name), 'response' => ['text' => $answer]])->assertOk();
        $this->does('went-on', ['from' => (new Draft($name))->id('s')])->assertOk();
    }

    public function test_terms_are_told_in_words_kept_with_the_task_and_refused_by_their_place(): void
    {
        $this->asTeacher($this->teacher);
        $told = $this->postJson('/api/terms', ['purpose' => 'check'])->assertOk();
        self::assertStringContainsString('change your answers until you hand them in', implode(' ', $told->json('sentences')));
        $this->postJson('/api/terms', ['tries' => 0])->assertStatus(422)->assertJsonPath('errors.0.pointer', '/tries');
        $task = $this->task(['purpose' => 'exit-check', 'tries' => 2]);
        $this->getJson("/api/tasks/$task->id")->assertOk()->assertJsonPath('terms.tries', 2)->assertJsonPath('terms.help', false);
        $this->patchJson("/api/tasks/$task->id", ['terms' => ['purpose' => 'learn']])->assertOk();
        $this->getJson("/api/tasks/$task->id")->assertOk()->assertJsonPath('terms.purpose', 'learn');
    }

    public function test_a_quiz_suggests_terms(): void
    {
        $task = $this->task(null, ['terms' => ['tries' => 3]] + self::short());
        self::assertSame(3, $task->terms['tries']);
    }

    public function test_rounds_are_limited_have_a_pause_and_a_goal(): void
    {
        $task = $this->task(
            ['rounds' => ['limit' => 2, 'pauseMinutes' => 5], 'goal' => ['kind' => 'rounds', 'rounds' => 2]],
            self::short(),
        );
        $this->begin($task)->assertOk();
        $this->walk('2');
        $this->begin($task, true)->assertStatus(409)->assertJsonPath('type', '/problems/pause');
        $this->getJson('/api/student')->assertOk()->assertJsonPath(
            'classes.0.tasks.0.goal',
            ['done' => 1, 'need' => 2, 'reached' => false],
        )->assertJsonPath('classes.0.tasks.0.score', 1);
        $this->travel(6)->minutes();
        $this->begin($task, true)->assertOk()->assertJsonPath('round', 2);
        $this->walk('2');
        $this->travel(6)->minutes();
        $this->begin($task, true)->assertStatus(409)->assertJsonPath('type', '/problems/no-round-left');
        $this->getJson("/api/student/rounds/$this->round")->assertOk()->assertJsonPath('place.review.0.revealed', ['2']);
        // How they improve is seen on the own page, each to be looked at again.
        $rounds = $this->getJson('/api/student')->assertOk()->json('classes.0.tasks.0.rounds');
        self::assertSame([1, 2], array_column($rounds, 'number'));
        self::assertSame([1, 1], array_column($rounds, 'score'));
        $this->getJson("/api/student/rounds/{$rounds[0]['id']}")->assertOk()->assertJsonPath('round', 1);
    }

    public function test_a_quiz_opens_when_another_is_mastered_and_quizzes_never_wait_for_each_other(): void
    {
        $first = $this->task(null, self::short('first'));
        $second = $this->task(['gates' => [['quiz' => $first->quiz_id]]], self::short('second'));
        $this->begin($second)->assertStatus(409)->assertJsonPath('type', '/problems/not-open-yet');
        $this->getJson('/api/student')->assertOk()->assertJsonFragment(['waitsFor' => [['title' => 'Quiz first', 'score' => null]]]);
        $this->begin($first)->assertOk();
        $this->walk('2', 'first');
        self::assertTrue(Round::query()->findOrFail($this->round)->mastered);
        $this->begin($second)->assertOk();
        $this->asTeacher($this->teacher)->patchJson(
            "/api/tasks/$first->id",
            ['terms' => ['gates' => [['quiz' => $second->quiz_id]]]],
        )->assertStatus(422)->assertJsonPath('errors.0.pointer', '/terms/gates');
    }

    public function test_a_student_with_more_time_has_more_and_a_round_ends_when_it_is_over(): void
    {
        $task = $this->task(['seconds' => ['round' => 60]], self::short());
        $this->putJson("/api/classes/{$this->class->id}/students/{$this->ada->id}/time", ['extraTime' => 1.5])->assertNoContent();
        $this->putJson("/api/classes/{$this->class->id}/students/{$this->ada->id}/time", ['extraTime' => 9])->assertStatus(422);
        $this->ada->refresh();
        $this->freezeTime();
        $this->begin($task)->assertOk()->assertJsonPath('ends', (int) now()->valueOf() + 90_000);
        $this->travel(100)->seconds();
        $this->does(
            'answered',
            ['question' => self::question(), 'response' => ['text' => '2']],
        )->assertStatus(422)->assertJsonPath('rule', 'time-over');
        $this->getJson("/api/student/rounds/$this->round")->assertOk()->assertJsonPath('finished', true);
        self::assertSame(
            ['started', 'timed-out'],
            RoundEvent::query()->where('round_id', $this->round)->orderBy('number')->pluck('kind')->all(),
        );
    }

    public function test_what_was_made_before_closing_counts_when_it_arrives_later(): void
    {
        $task = $this->task(null, self::short());
        $this->begin($task)->assertOk();
        $before = (int) now()->valueOf();
        $this->travel(1)->minutes();
        $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task->id", ['closed' => true])->assertOk();
        $this->travel(1)->hours();
        $this->does(
            'answered',
            ['question' => self::question(), 'response' => ['text' => '2']],
            (int) now()->valueOf(),
        )->assertStatus(409)->assertJsonPath('type', '/problems/closed');
        $this->does('answered', ['question' => self::question(), 'response' => ['text' => '2']], $before)->assertOk();
        self::assertTrue(RoundEvent::query()->where('round_id', $this->round)->where('kind', 'answered')->sole()->late);
        $this->travel(24)->hours();
        $this->does('went-on', ['from' => (new Draft('q'))->id('s')], $before)->assertStatus(409);
    }

    public function test_a_picture_is_handed_in_read_and_sent_back(): void
    {
        $d = new Draft('hand');
        $task = $this->task(
            null,
            $d->quiz(
                'Hand in',
                '',
                [$d->asks('s', $d->question('s', 'hand-in', 'Draw it.', [], '', '', [], '0', ['accepts' => ['picture'], 'points' => 2]))],
                'End',
                '',
            ),
        );
        $this->begin($task)->assertOk();
        $question = $d->id('s/question');
        $this->does('answered', ['question' => $question, 'response' => ['files' => [Ulids::make()]]])->assertStatus(422);
        $this->asStudent($this->ada)->post(
            "/api/student/rounds/$this->round/files",
            ['file' => UploadedFile::fake()->createWithContent('x.html', '<script>1</script>')],
            ['Accept' => 'application/json'],
        )->assertStatus(415);
        $file = $this->post(
            "/api/student/rounds/$this->round/files",
            ['file' => UploadedFile::fake()->image('tide.png', 40, 30)],
            ['Accept' => 'application/json'],
        )->assertCreated()->assertJsonPath('kind', 'picture')->json('id');
        $this->does(
            'answered',
            ['question' => $question, 'response' => ['files' => [$file]]],
        )->assertOk()->assertJsonPath('place.verdictShown', true);
        $this->does('went-on', ['from' => $d->id('s')])->assertOk()->assertJsonPath('place.score.provisional', true);
        $this->get("/media/$file")->assertOk();
        $this->asStudent($this->member($this->class, 'Bram'))->get("/media/$file")->assertNotFound();
        $this->asTeacher($this->teacher('Other'))->get("/media/$file")->assertNotFound();
        $this->asTeacher($this->teacher)->get("/media/$file")->assertOk()->assertHeader('Content-Type', 'image/webp');
        $overrule = fn (array $body) => $this->asTeacher($this->teacher)->postJson(
            "/api/tasks/$task->id/rounds/$this->round/overrulings",
            $body,
        );
        $overrule(['question' => $question, 'share' => 2])->assertStatus(422);
        $overrule(['question' => 'nothing', 'share' => 1])->assertStatus(422)->assertJsonPath('rule', 'nothing-to-read');
        $overrule(['question' => $question, 'share' => 0.5, 'comment' => 'Add the Moon.'])->assertNoContent();
        $this->getJson("/api/tasks/$task->id/students/{$this->ada->id}")->assertOk()
            ->assertJsonPath(
                "rounds.0.records.$question.overruled",
                0.5,
            )->assertJsonPath("rounds.0.records.$question.files", [$file])->assertJsonPath('rounds.0.score', 0.5);
        $overrule(['question' => $question, 'share' => 0, 'sendBack' => true])->assertNoContent();
        $this->asStudent($this->ada)->getJson("/api/student/rounds/$this->round")->assertOk()->assertJsonPath('finished', false);
        $this->asTeacher($this->teacher('Third'))->postJson(
            "/api/tasks/$task->id/rounds/$this->round/overrulings",
            ['question' => $question, 'share' => 1],
        )->assertNotFound();
    }

    public function test_students_cannot_do_what_is_for_others(): void
    {
        $this->begin($this->task(null, self::short()))->assertOk();
        foreach (['overruled' => ['question' => self::question(), 'share' => 1], 'revealed' => ['question' => self::question()], 'closed' => [], 'moved-from-front' => ['stop' => 'x']] as $kind => $data) {
            $this->does($kind, $data)->assertStatus(422)->assertJsonPath('type', '/problems/invalid');
        }
    }

    public function test_a_mended_key_marks_old_answers_again_and_taken_back_restores_them(): void
    {
        $task = $this->task(null, Sample::document());
        $this->begin($task)->assertOk();
        $this->does(
            'answered',
            ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id('entry/plain')]]],
        )->assertOk()->assertJsonPath('standings.on-the-ladder', 1);
        $before = Round::query()->findOrFail($this->round)->state;
        $this->asTeacher($this->teacher);
        $quiz = Quiz::query()->findOrFail($task->quiz_id);
        $this->correct(
            $quiz->id,
            [['do' => 'set', 'at' => Sample::id('first/question'), 'member' => 'kind', 'value' => 'poll']],
        )->assertStatus(422)->assertJsonPath('errors.0.pointer', '/edits/0');
        $correction = $this->correct(
            $quiz->id,
            [['do' => 'set', 'at' => Sample::id('entry/plain'), 'member' => 'right', 'value' => true]],
        )->assertCreated()
            ->assertJsonPath('inverse.0.value', false)->assertJsonPath('marked', null)->json('id');
        $this->getJson("/api/quizzes/$quiz->id")->assertOk()->assertJsonPath('changedSince', false)->assertJsonPath(
            'document.stops.0.question.entries.1.right',
            true,
        );
        $this->postJson("/api/quizzes/$quiz->id/re-markings")->assertOk()->assertJsonPath('left', 0)->assertJsonPath('total', 1)
            ->assertJsonPath('changes.0.before', 'on-the-ladder')->assertJsonPath('changes.0.after', 'clear');
        $this->getJson("/api/quizzes/$quiz->id/corrections")->assertOk()->assertJsonPath('0.marked', 1);
        $state = Round::query()->findOrFail($this->round)->state;
        self::assertSame($before['path'], $state['path']);
        $this->getJson(
            "/api/tasks/$task->id/students/{$this->ada->id}",
        )->assertOk()->assertJsonPath('rounds.0.events.1.facts.0.result', 'right');
        $this->asStudent($this->ada)->getJson("/api/student/rounds/$this->round")->assertOk()->assertJsonPath('standings.clear', 1);
        $this->asTeacher($this->teacher('Other'))->deleteJson("/api/quizzes/$quiz->id/corrections/$correction")->assertNotFound();
        $this->asTeacher($this->teacher)->deleteJson(
            "/api/quizzes/$quiz->id/corrections/$correction",
        )->assertOk()->assertJsonPath('takenBack', true);
        $this->postJson("/api/quizzes/$quiz->id/re-markings")->assertOk()->assertJsonPath('left', 0);
        self::assertSame($before, Round::query()->findOrFail($this->round)->state);
        $this->getJson("/api/quizzes/$quiz->id/corrections")->assertOk()->assertJsonPath('0.takenBack', true);
        self::assertSame(2, RoundEvent::query()->where('round_id', $this->round)->count(), 'events are never changed');
    }

    public function test_what_the_draft_mends_can_reach_the_edition_in_use(): void
    {
        $task = $this->task(null, Sample::document());
        $this->begin($task)->assertOk();
        $this->asTeacher($this->teacher);
        $quiz = Quiz::query()->findOrFail($task->quiz_id);
        $this->change(
            $quiz,
            [['do' => 'set', 'at' => Sample::document()['stops'][0]['question']['id'], 'member' => 'prompt', 'value' => 'First of all?']],
        )->assertOk();
        $this->getJson("/api/quizzes/$quiz->id")->assertOk()->assertJsonPath('changedSince', true);
        $this->getJson(
            "/api/quizzes/$quiz->id/difference",
        )->assertOk()->assertJsonCount(0, 'structure')->assertJsonPath('corrections.0.member', 'prompt')->assertJsonPath('edition', 1);
        $this->correct($quiz->id, $this->getJson("/api/quizzes/$quiz->id/difference")->json('corrections'))->assertCreated();
        self::assertSame(1, Correction::query()->count());
        $this->getJson("/api/quizzes/$quiz->id")->assertOk()->assertJsonPath('changedSince', false)->assertJsonPath('edition', 1);
        $this->asStudent($this->ada)->getJson("/api/student/rounds/$this->round")->assertOk()->assertJsonPath(
            'place.question.prompt',
            'First of all?',
        );
    }

    public function test_reading_support_is_kept_with_the_student(): void
    {
        $reading = ['size' => 1.2, 'spacing' => true, 'contrast' => false, 'face' => true];
        $this->asStudent($this->ada)->patchJson('/api/student/reading', $reading)->assertNoContent();
        $this->getJson('/api/student')->assertOk()->assertJsonPath('reading', $reading);
        $this->patchJson('/api/student/reading', ['size' => 9])->assertStatus(422);
        // One choice is sent without the others, which stay.
        $this->patchJson('/api/student/reading', ['contrast' => true])->assertNoContent();
        $this->getJson('/api/student')->assertOk()->assertJsonPath('reading', [...$reading, 'contrast' => true]);
    }

    public function test_a_rehearsal_takes_terms(): void
    {
        $quiz = $this->quiz($this->teacher, self::short());
        $this->asTeacher($this->teacher)->postJson(
            "/api/quizzes/$quiz->id/rehearsals",
            ['from' => null, 'terms' => ['purpose' => 'check'], 'events' => []],
        )->assertOk()->assertJsonPath('view.overview.handIn', true);
    }
}
