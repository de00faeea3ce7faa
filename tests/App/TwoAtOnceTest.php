<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizChange;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Quizzes\Corrections;
use HiddenLadder\App\Quizzes\SentChange;
use HiddenLadder\App\Rounds\Beginning;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Sittings\Attendance;
use HiddenLadder\App\Sittings\SentAct;
use HiddenLadder\App\Sittings\SittingBook;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Fingerprint;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Sitting\Act;
use HiddenLadder\Core\Sitting\Place;
use HiddenLadder\Core\Terms\ReturnTerms;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** Two processes with committed data meet where rows are locked: a third holds the lock until both wait at it. */
final class TwoAtOnceTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Quiz $quiz;

    private Task $task;

    private Student $ada;

    private Round $round;

    /** @return list<string> none: what is written here is committed, so that the other processes see it */
    protected function connectionsToTransact(): array
    {
        return [];
    }

    protected function setUp(): void
    {
        parent::setUp();
        $this->class = $this->schoolClass($this->teacher = $this->teacher());
        $this->quiz = $this->quiz($this->teacher);
        $this->task = $this->given($this->class, $this->quiz);
        $this->ada = $this->member($this->class);
        $this->round = app(Beginning::class)->begin($this->ada, $this->task, false);
    }

    protected function tearDown(): void
    {
        // What is append-only is cleared by the owner of the schema.
        $owner = ['username' => getenv('DB_OWNER_USERNAME'), 'password' => getenv('DB_OWNER_PASSWORD')] + config('database.connections.mariadb');
        config(['database.connections.owner' => $owner]);
        $owner = DB::connection('owner');
        $owner->statement('SET foreign_key_checks = 0');
        foreach (['sitting_moods', 'sitting_students', 'sitting_acts', 'sittings', 'person_act_teachers', 'person_acts', 'merges', 'round_events', 'rounds', 'tasks', 'enrolments', 'classes', 'students', 'edition_corrections', 'corrections', 'quiz_changes', 'editions', 'quizzes', 'teachers', 'schools', 'door_tries', 'letters'] as $table) {
            $owner->table($table)->delete();
        }
        $owner->disconnect();
        parent::tearDown();
    }

    /**
     * @param  array{string, string}  $locked  table and id of the row at which they meet
     * @param  array{string, string, string, string, array<string, mixed>}  ...$requests  who, their id, method, address, body
     * @return list<array{status: int, body: mixed}>
     */
    private function meet(array $locked, array ...$requests): array
    {
        $processes = [];
        foreach ($requests as [$who, $id, $method, $address, $body]) {
            $pipes = [];
            $process = proc_open(
                [
                    PHP_BINARY,
                    '-d',
                    'pcov.enabled=0',
                    __DIR__.'/ask.php',
                    $who,
                    $id,
                    $method,
                    $address,
                    json_encode((object) $body, JSON_THROW_ON_ERROR),
                ],
                [['pipe', 'r'], ['pipe', 'w'], STDERR],
                $pipes,
                null,
                ['CACHE_STORE' => 'array'] + getenv(),
            );
            self::assertIsResource($process);
            $line = fgets($pipes[1]);
            self::assertSame("ready\n", $line, $line === "ready\n" ? '' : (string) stream_get_contents($pipes[1]));
            $processes[] = [$process, $pipes];
        }
        DB::beginTransaction();
        DB::table($locked[0])->where('id', $locked[1])->lockForUpdate()->first();
        foreach ($processes as [, $pipes]) {
            fwrite($pipes[0], "go\n");
        }
        // Long enough for both to have come to the lock.
        usleep(500_000);
        DB::commit();
        $answers = [];
        foreach ($processes as [$process, $pipes]) {
            $said = (string) stream_get_contents($pipes[1]);
            proc_close($process);
            $answer = json_decode($said, true);
            self::assertIsArray($answer, $said);
            $answers[] = ['status' => is_int($answer['status']) ? $answer['status'] : 0, 'body' => $answer['body']];
        }

        return $answers;
    }

    /** @return array{string, string, string, string, array<string, mixed>} */
    private function answers(string $entry): array
    {
        return ['student', $this->ada->id, 'POST', "/api/student/rounds/{$this->round->id}/events", [
            'id' => Ulids::make(), 'after' => $this->round->refresh()->last_event_id, 'kind' => 'answered', 'at' => null,
            'data' => ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id("entry/$entry")]]],
        ]];
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array{string, string, string, string, array<string, mixed>}
     */
    private function asksAsTeacher(string $method, string $address, array $body = []): array
    {
        return ['teacher', $this->teacher->id, $method, $address, $body];
    }

    /** Nothing is lost, and what is stored is what the events say under the corrections in force. */
    private function isSound(int $events): void
    {
        $stored = $this->round->refresh();
        self::assertSame(range(1, $events), RoundEvent::query()->where('round_id', $stored->id)->orderBy('number')->pluck('number')->all());
        $now = app()->make(RoundBook::class)->upToDate($stored)->refresh();
        self::assertSame($events, State::fromArray($now->state)->number);
        [$before, $after] = app()->make(RoundBook::class)->rebuild($stored->id);
        self::assertSame([$now->state, $before->evidence], [$after->state, $after->evidence]);
    }

    public function test_an_answer_and_a_re_marking(): void
    {
        [$slip] = $this->meet(['rounds', $this->round->id], $this->answers('plain'));
        self::assertSame(200, $slip['status']);
        app(Corrections::class)->correct(
            $this->quiz->refresh(),
            $this->teacher,
            SentChange::made(Ulids::make(), 'Another key', [Edit::set(Sample::id('entry/plain'), 'right', true)]),
        );
        $both = $this->meet(
            ['rounds', $this->round->id],
            $this->readsOn(),
            $this->asksAsTeacher('POST', "/api/quizzes/{$this->quiz->id}/re-markings"),
        );
        self::assertSame([200, 200], array_column($both, 'status'));
        $this->isSound(3);
        self::assertSame('clear', $this->round->refresh()->state['records'][Sample::id('first/question')]['standing'] ?? null);
    }

    /** @return array{string, string, string, string, array<string, mixed>} a student goes on from the first hint */
    private function readsOn(): array
    {
        return [
            'student',
            $this->ada->id,
            'POST',
            "/api/student/rounds/{$this->round->id}/events",
            [
                'id' => Ulids::make(),
                'after' => $this->round->refresh()->last_event_id,
                'kind' => 'went-on',
                'at' => null,
                'data' => ['from' => Sample::id('hint-1')],
            ],
        ];
    }

    public function test_an_answer_and_an_overruling(): void
    {
        $this->meet(['rounds', $this->round->id], $this->answers('plain'));
        $both = $this->meet(
            ['rounds', $this->round->id],
            $this->readsOn(),
            $this->asksAsTeacher(
                'POST',
                "/api/tasks/{$this->task->id}/rounds/{$this->round->id}/overrulings",
                ['question' => Sample::id('first/question'), 'share' => 0.5],
            ),
        );
        self::assertSame([200, 204], array_column($both, 'status'));
        $this->isSound(4);
        self::assertSame(0.5, $this->round->refresh()->state['records'][Sample::id('first/question')]['overruled'] ?? null);
    }

    public function test_an_overruling_right_after_a_correction_does_not_keep_the_old_key(): void
    {
        $this->meet(['rounds', $this->round->id], $this->answers('plain'));
        app(Corrections::class)->correct(
            $this->quiz->refresh(),
            $this->teacher,
            SentChange::made(Ulids::make(), 'Another key', [Edit::set(Sample::id('entry/plain'), 'right', true)]),
        );
        $this->meet(
            ['rounds', $this->round->id],
            $this->asksAsTeacher(
                'POST',
                "/api/tasks/{$this->task->id}/rounds/{$this->round->id}/overrulings",
                ['question' => Sample::id('first/question'), 'share' => 1],
            ),
        );
        self::assertSame('right', $this->round->refresh()->state['records'][Sample::id('first/question')]['mark']['result'] ?? null);
        $this->isSound(3);
    }

    public function test_two_answers_from_two_devices(): void
    {
        $both = $this->meet(['rounds', $this->round->id], $this->answers('plain'), $this->answers('own'));
        self::assertEqualsCanonicalizing([200, 409], array_column($both, 'status'));
        $this->isSound(2);
    }

    public function test_an_answer_and_the_closing_of_its_task(): void
    {
        $both = $this->meet(
            ['rounds', $this->round->id],
            $this->answers('plain'),
            $this->asksAsTeacher('PATCH', "/api/tasks/{$this->task->id}", ['closed' => true]),
        );
        self::assertContains($both[0]['status'], [200, 409]);
        self::assertSame(200, $both[1]['status']);
        $this->isSound($both[0]['status'] === 200 ? 3 : 2);
        self::assertTrue($this->round->refresh()->interrupted);
    }

    /** The class is led from the front and stands at the first question, with Ada's round. */
    private function lead(): Sitting
    {
        $book = app(SittingBook::class);
        $sitting = $book->open($this->teacher, $this->class, $this->task);
        $book->enter($sitting, $this->ada);
        $place = new Place($this->task->id, Sample::id('first'));
        $book->take($sitting->id, new SentAct(Ulids::make(), 1, Act::stands($place, true)));
        $in = Attendance::of($this->ada);
        self::assertNotNull($in);
        self::assertSame($this->round->id, app(Attendance::class)->round($in, $this->ada)?->id);
        app(RoundBook::class)->view(Round::query()->findOrFail($this->round->id));

        return $sitting->refresh();
    }

    /** @return array{string, string, string, string, array<string, mixed>} */
    private function acts(Sitting $sitting, string $kind): array
    {
        return $this->asksAsTeacher('POST', "/api/sittings/$sitting->id/acts", [
            'id' => Ulids::make(), 'after' => 2, 'kind' => $kind, 'data' => (object) [],
        ]);
    }

    public function test_an_answer_and_the_reveal(): void
    {
        $sitting = $this->lead();
        $both = $this->meet(['rounds', $this->round->id], $this->answers('plain'), $this->acts($sitting, 'revealed'));
        self::assertContains($both[0]['status'], [200, 422]);
        self::assertSame(200, $both[1]['status']);
        $record = State::fromArray($this->round->refresh()->state)->record(Sample::id('first/question'));
        self::assertSame([true, 'shown'], [$record->revealed, $record->standing->value]);
        self::assertSame($both[0]['status'] === 200 ? 'not-right' : null, $record->mark?->result->value, 'what stands then is marked');
        $this->isSound($both[0]['status'] === 200 ? 4 : 3);
    }

    public function test_an_answer_and_the_closing_of_answers(): void
    {
        $sitting = $this->lead();
        $both = $this->meet(['sittings', $sitting->id], $this->answers('plain'), $this->acts($sitting, 'closed'));
        self::assertContains($both[0]['status'], [200, 422]);
        self::assertSame(200, $both[1]['status']);
        $this->isSound($both[0]['status'] === 200 ? 3 : 2);
    }

    public function test_two_fronts_and_two_openings(): void
    {
        $open = $this->asksAsTeacher('POST', "/api/classes/{$this->class->id}/sittings", ['task' => $this->task->id]);
        $both = $this->meet(['classes', $this->class->id], $open, $open);
        self::assertSame([201, 201], array_column($both, 'status'));
        self::assertSame($both[0]['body']['id'] ?? 'none', $both[1]['body']['id'] ?? null);
        $sitting = $this->lead();
        $both = $this->meet(['sittings', $sitting->id], $this->acts($sitting, 'closed'), $this->acts($sitting, 'revealed'));
        self::assertEqualsCanonicalizing([200, 409], array_column($both, 'status'));
        self::assertSame(3, $sitting->refresh()->stands()->number);
    }

    public function test_two_devices_of_one_student_come_to_a_place_at_once(): void
    {
        $sitting = $this->lead();
        Round::query()->whereKey($this->round->id)->update(['finished_at' => now(), 'state' => json_encode(['number' => 2, 'finishedAt' => 5] + $this->round->refresh()->state)]);
        $looks = ['student', $this->ada->id, 'GET', '/api/student/sitting', []];
        $both = $this->meet(['sittings', $sitting->id], $looks, $looks);
        self::assertSame([200, 200], array_column($both, 'status'));
        self::assertSame($both[0]['body']['round']['id'] ?? 'none', $both[1]['body']['round']['id'] ?? null);
        self::assertSame(2, Round::query()->count());
    }

    public function test_two_saves_of_one_quiz(): void
    {
        $both = $this->meet(['quizzes', $this->quiz->id], $this->changes('title', 'First'), $this->changes('title', 'Second'));
        self::assertSame([200, 200], array_column($both, 'status'));
        self::assertSame(3, $this->quiz->refresh()->version);
        $all = $this->quiz->changes()->orderBy('number')->get();
        self::assertSame(
            [true, false],
            $all->map(static fn (QuizChange $one): bool => $one->inverse !== null)->all(),
            'One is laid, the other is kept as not applied.',
        );
        self::assertSame($all[0]?->edits()[0]->value, $this->quiz->title);
        self::assertSame($this->quiz->title, $all[1]?->unfit['stands'] ?? null);
    }

    public function test_two_saves_of_different_members_both_hold(): void
    {
        $both = $this->meet(['quizzes', $this->quiz->id], $this->changes('title', 'First'), $this->changes('instructions', 'Second'));
        self::assertSame([200, 200], array_column($both, 'status'));
        self::assertSame(['First', 'Second'], [$this->quiz->refresh()->document['title'], $this->quiz->document['instructions']]);
    }

    /** @return array{string, string, string, string, array<string, mixed>} */
    private function changes(string $member, string $value): array
    {
        $edit = [
            'do' => 'set',
            'at' => 'quiz',
            'member' => $member,
            'value' => $value,
            'was' => Fingerprint::of(Sample::document()[$member]),
        ];

        return $this->asksAsTeacher(
            'POST',
            "/api/quizzes/{$this->quiz->id}/changes",
            ['id' => Ulids::make(), 'version' => 1, 'label' => $value, 'edits' => [$edit]],
        );
    }

    public function test_a_save_and_a_publishing(): void
    {
        $both = $this->meet(['quizzes', $this->quiz->id],
            $this->changes('title', 'Saved'),
            $this->asksAsTeacher('POST', "/api/quizzes/{$this->quiz->id}/editions"));
        self::assertSame([200, 200], array_column($both, 'status'));
        foreach (Edition::query()->where('quiz_id', $this->quiz->id)->get() as $edition) {
            self::assertSame(
                $edition->version === 1 ? 'Sample' : 'Saved',
                $edition->document['title'],
                'an edition is the quiz at its version',
            );
        }
    }

    public function test_what_comes_back_begun_on_two_devices(): void
    {
        $this->task->update(['terms' => Terms::learn()->with(returns: new ReturnTerms([1]))->toArray()]);
        $first = Sample::id('first/question');
        Round::query()->whereKey($this->round->id)->update([
            'mastered' => true, 'score' => 1.0, 'finished_at' => now()->subDays(2),
            'evidence' => json_encode((new RoundEvidence(evidence: [[$first, true]], standings: [$first => 'clear']))->toArray()),
        ]);
        $comes = ['student', $this->ada->id, 'POST', "/api/student/tasks/{$this->task->id}/returns", []];
        $both = $this->meet(['students', $this->ada->id], $comes, $comes);
        self::assertSame([200, 200], array_column($both, 'status'));
        self::assertSame($both[0]['body']['id'] ?? 'none', $both[1]['body']['id'] ?? null);
        self::assertSame(1, Round::query()->ofKind(RoundKind::Return)->count());
    }

    public function test_one_name_written_in_twice(): void
    {
        $add = fn (string ...$names): array => $this->asksAsTeacher('POST', "/api/classes/{$this->class->id}/students", ['people' => array_map(
            static fn (string $given): array => ['given' => $given, 'family' => '', 'called' => null, 'number' => null],
            $names,
        )]);
        $both = $this->meet(['classes', $this->class->id], $add('Cleo', 'Davit'), $add('davit', 'CLEO'));
        self::assertSame([200, 200], array_column($both, 'status'));
        self::assertSame(4, $this->class->students()->count());
        self::assertSame(4, Student::query()->count(), 'nobody is left over without a class');
    }

    public function test_an_answer_while_its_student_is_found_to_be_another(): void
    {
        $bram = $this->member($this->class, 'Bram');
        [$merged, $answered] = $this->meet(
            ['rounds', $this->round->id],
            $this->asksAsTeacher('POST', "/api/classes/{$this->class->id}/students/$bram->id/merges", ['gone' => $this->ada->id]),
            $this->answers('plain'),
        );
        self::assertSame([201, 200], [$merged['status'], $answered['status']]);
        self::assertSame($bram->id, $this->round->refresh()->student_id);
        $this->isSound(2);
    }

    /** @return iterable<string, array{string}> */
    public static function names(): iterable
    {
        yield from ['as it is written' => ['Bram'], 'in capitals' => ['BRAM']];
    }

    #[DataProvider('names')]
    public function test_two_first_entries_with_one_name(string $name): void
    {
        $bram = $this->member($this->class, 'Bram');
        $code = $this->codeOf($bram);
        $enter = fn (string $secret): array => [
            'nobody',
            '',
            'POST',
            '/api/student/enter',
            ['phrase' => $this->class->phrase, 'name' => $name, 'secret' => $secret, 'first' => true, 'code' => $code],
        ];
        $both = $this->meet(['students', $bram->id], $enter('limpet'), $enter('whelk'));
        self::assertEqualsCanonicalizing([200, 422], array_column($both, 'status'));
        self::assertTrue(password_verify($both[0]['status'] === 200 ? 'limpet' : 'whelk', (string) $bram->refresh()->secret));
    }
}
