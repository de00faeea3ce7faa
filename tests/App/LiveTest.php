<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Quiz\Edits\Fingerprint;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;
use Illuminate\Support\Facades\DB;

/** Who hears that something changed, when, and what is said: never more than where. */
final class LiveTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Task $task;

    private Student $ada;

    /** @var resource a server in the place of nginx */
    private $server;

    private string $socket;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada\nBram");
        $this->ada = $this->member($this->class);
        $this->task = $this->given($this->class, $this->quiz($this->teacher));
        $this->socket = sys_get_temp_dir().'/hidden-ladder-live-test-'.getmypid().'.sock';
        @unlink($this->socket);
        $pipes = [];
        $server = proc_open([PHP_BINARY, '-d', 'pcov.enabled=0', __DIR__.'/listen.php', $this->socket], [['pipe', 'r'], ['file', "$this->socket.log", 'a'], STDERR], $pipes);
        self::assertIsResource($server);
        $this->server = $server;
        for ($i = 0; $i < 100 && ! file_exists($this->socket); $i++) {
            usleep(20_000);
        }
        app()->scoped(Live::class, fn (): Live => new Live($this->socket));
        app()->forgetInstance(Live::class);
    }

    protected function tearDown(): void
    {
        proc_terminate($this->server);
        proc_close($this->server);
        @unlink($this->socket);
        @unlink("$this->socket.log");
        parent::tearDown();
    }

    /** @return list<string> what was said since it was asked last: method, channel, body */
    private function said(): array
    {
        $lines = file("$this->socket.log", FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES);
        file_put_contents("$this->socket.log", '');

        return array_values(array_unique($lines === false ? [] : $lines));
    }

    public function test_an_answer_is_heard_by_whoever_looks_at_its_task_and_says_nothing_of_itself(): void
    {
        $round = (string) $this->asStudent($this->ada)->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk()->json('id');
        self::assertEqualsCanonicalizing(["POST task/{$this->task->id} changed", "POST student/{$this->ada->id} changed"], $this->said());
        $this->sendsEvent($round, 'answered', ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id('entry/plain')]]])->assertOk();
        self::assertSame(["POST task/{$this->task->id} changed"], $this->said());
        $this->asTeacher($this->teacher)->postJson("/api/tasks/{$this->task->id}/rounds/$round/overrulings", [
            'question' => Sample::id('first/question'), 'share' => 0, 'comment' => 'Once more.', 'sendBack' => true,
        ])->assertNoContent();
        self::assertEqualsCanonicalizing(["POST task/{$this->task->id} changed", "POST student/{$this->ada->id} changed"], $this->said(), 'its student, too, where it was not theirs');
    }

    public function test_the_teacher_hears_that_something_waits_to_be_read_and_that_it_was_read(): void
    {
        $d = new Draft('Why');
        $why = $d->question('why', 'written', 'Why?', [], '', '', [], '0', ['readByTeacher' => true]);
        $task = $this->given($this->class, $this->quiz($this->teacher, $d->quiz('Why', '', [$d->asks('why', $why)], 'End', '')));
        $round = (string) $this->asStudent($this->ada)->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
        self::assertNotContains("POST teacher/{$this->teacher->id} changed", $this->said());
        $this->sendsEvent($round, 'answered', ['question' => $why['id'], 'response' => ['text' => 'So.']])->assertOk();
        self::assertEqualsCanonicalizing(["POST task/$task->id changed", "POST teacher/{$this->teacher->id} changed"], $this->said());
        $word = ['question' => $why['id'], 'share' => 1];
        $this->asTeacher($this->teacher)->postJson("/api/tasks/$task->id/rounds/$round/overrulings", $word)->assertNoContent();
        self::assertContains("POST teacher/{$this->teacher->id} changed", $this->said());
        // What was read once and is read again waits no less.
        $this->postJson("/api/tasks/$task->id/rounds/$round/overrulings", ['share' => 0.5] + $word)->assertNoContent();
        self::assertNotContains("POST teacher/{$this->teacher->id} changed", $this->said());
    }

    public function test_what_is_rolled_back_is_not_said(): void
    {
        DB::beginTransaction();
        app(Live::class)->student($this->ada->id);
        DB::rollBack();
        self::assertSame([], $this->said());
    }

    public function test_given_together_is_heard_in_each_and_a_change_of_a_task_by_all_it_is_for(): void
    {
        $together = Ulids::make();
        $this->task->update(['given_together' => $together]);
        $bram = $this->member($this->class, 'Bram');
        self::assertEqualsCanonicalizing(
            ["POST task/$together changed", "POST student/{$this->ada->id} changed", "POST student/$bram->id changed"],
            $this->said(),
        );
        $this->asTeacher($this->teacher)->getJson("/api/tasks/{$this->task->id}")->assertOk()->assertJsonPath('live', "task/$together");
        app(Roster::class)->takeOut($this->class, $bram->id);
        self::assertContains("DELETE student/$bram->id ", $this->said(), 'who is taken out is asked anew whether they may listen');
    }

    public function test_a_question_is_heard_by_the_teacher_and_the_answer_by_the_student(): void
    {
        $round = (string) $this->asStudent($this->ada)->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk()->json('id');
        $this->said();
        $asked = $this->postJson("/api/student/rounds/$round/conversations", ['id' => Ulids::make(), 'question' => Sample::id('first/question'), 'text' => 'Why?'])->assertCreated()->json('0.id');
        self::assertSame(["POST teacher/{$this->teacher->id} changed"], $this->said());
        $this->asTeacher($this->teacher)->postJson("/api/conversations/$asked/answers", ['id' => Ulids::make(), 'text' => 'Because.'])->assertSuccessful();
        self::assertContains("POST student/{$this->ada->id} changed", $this->said());
    }

    public function test_what_is_done_at_the_front_is_heard_by_all_and_what_they_answer_by_the_front_alone(): void
    {
        $this->said();
        $sitting = $this->asTeacher($this->teacher)->postJson("/api/classes/{$this->class->id}/sittings", ['task' => $this->task->id])->assertCreated()->json('id');
        $said = $this->said();
        self::assertContains("POST student/{$this->ada->id} changed", $said, 'the own pages of the class');
        $this->asStudent($this->ada)->postJson("/api/student/sittings/$sitting/entry")->assertOk();
        self::assertSame(["POST front/$sitting changed"], $this->said());
        $this->asTeacher($this->teacher)->postJson("/api/sittings/$sitting/acts", ['id' => Ulids::make(), 'after' => 1, 'kind' => 'stands', 'data' => [
            'place' => ['task' => $this->task->id, 'stop' => Sample::id('first'), 'cue' => null],
        ]])->assertOk();
        self::assertEqualsCanonicalizing(["POST sitting/$sitting changed", "POST front/$sitting changed"], $this->said());
        $round = (string) $this->asStudent($this->ada)->getJson('/api/student/sitting')->json('round.id');
        $this->said();
        $this->sendsEvent($round, 'answered', ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id('entry/plain')]]])->assertOk();
        self::assertEqualsCanonicalizing(["POST task/{$this->task->id} changed", "POST front/$sitting changed"], $this->said());
        app(Roster::class)->takeOut($this->class, $this->ada->id);
        self::assertContains("DELETE sitting/$sitting ", $this->said());
    }

    public function test_a_change_of_a_quiz_is_heard_by_whoever_is_at_it(): void
    {
        $quiz = $this->task->quiz()->sole();
        $this->asTeacher($this->teacher)->postJson("/api/quizzes/$quiz->id/changes", [
            'id' => Ulids::make(), 'version' => $quiz->version, 'label' => 'The quiz: title changed',
            'edits' => [['do' => 'set', 'at' => 'quiz', 'member' => 'title', 'value' => 'Ebb', 'was' => Fingerprint::of('Sample')]],
        ])->assertSuccessful();
        self::assertSame(["POST quiz/$quiz->id changed"], $this->said());
        self::assertSame(204, $this->getJson('/api/may-listen', ['X-Channel' => "quiz/$quiz->id"])->status());
        self::assertSame(403, $this->asTeacher($this->teacher('Other'))->getJson('/api/may-listen', ['X-Channel' => "quiz/$quiz->id"])->status());
    }

    public function test_only_whoever_may_read_may_listen(): void
    {
        $may = fn (string $channel): int => $this->getJson('/api/may-listen', ['X-Channel' => $channel])->status();
        $other = $this->teacher('Other');
        $bram = $this->member($this->class, 'Bram');
        $this->task->update(['given_together' => $together = Ulids::make()]);
        $channels = ["task/{$this->task->id}", "task/$together", "teacher/{$this->teacher->id}", "student/{$this->ada->id}", "student/$bram->id", 'task/', '', 'round/1'];
        $allowed = function () use ($may, $channels): array {
            return array_map(static fn (string $channel): bool => $may($channel) === 204, $channels);
        };
        $this->asTeacher($this->teacher);
        self::assertSame([true, true, true, false, false, false, false, false], $allowed());
        $this->asTeacher($other);
        self::assertSame(array_fill(0, 8, false), $allowed());
        $this->asStudent($this->ada);
        self::assertSame([false, false, false, true, false, false, false, false], $allowed());
        $this->app->make('auth')->forgetGuards();
        self::assertSame(array_fill(0, 8, false), $allowed());
    }

    public function test_where_nobody_listens_nothing_waits_for_it(): void
    {
        app()->scoped(Live::class, static fn (): Live => new Live('/nowhere/live.sock'));
        app()->forgetInstance(Live::class);
        $this->asStudent($this->ada)->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk();
    }
}
