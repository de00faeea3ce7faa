<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Accounts\SparingSessions;
use HiddenLadder\App\Exports\Exports;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Database\Events\TransactionCommitted;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Route;
use Illuminate\Testing\TestResponse;

/** How often the database is asked: an answer a few times, and no address oftener the more there is. */
final class QueriesTest extends AppTestCase
{
    private Teacher $teacher;

    private Quiz $quiz;

    private SchoolClass $class;

    private Task $task;

    private Student $student;

    private SchoolClass $led;

    private string $sitting = '';

    private ?string $export = null;

    /** @var list<string> */
    private array $queries = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->quiz = $this->quiz($this->teacher);
        $this->class = $this->schoolClass($this->teacher);
        $this->task = $this->given($this->class, $this->quiz);
        $this->student = $this->member($this->class);
        $this->begins($this->student, $this->task);
        $this->lead();
        Event::listen(function (QueryExecuted $query): void {
            $this->queries[] = $query->sql;
        });
    }

    /** Another class of the student is led from the front, and stands at a question. */
    private function lead(): void
    {
        $this->led = $this->schoolClass($this->teacher, 'Somebody');
        $this->led->students()->attach($this->student->id, ['name_key' => 'led']);
        $task = $this->given($this->led, $this->quiz($this->teacher));
        $this->sitting = $this->asTeacher($this->teacher)->postJson("/api/classes/{$this->led->id}/sittings", ['task' => $task->id])->assertCreated()->json('id');
        $this->postJson("/api/sittings/$this->sitting/acts", ['id' => Ulids::make(), 'after' => 1, 'kind' => 'stands', 'data' => [
            'place' => ['task' => $task->id, 'stop' => Sample::id('first'), 'cue' => null],
        ]])->assertOk();
        $this->comesIn($this->student);
    }

    private function comesIn(Student $student): void
    {
        $this->asStudent($student)->postJson("/api/student/sittings/$this->sitting/entry")->assertOk()->assertJsonPath('round.place.kind', 'question');
    }

    private function begins(Student $student, Task $task): Round
    {
        return Round::query()->findOrFail(
            (string) $this->asStudent($student)->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id'),
        );
    }

    /**
     * One step of the walk, whatever it is.
     *
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function acts(Student $student, Round $round): TestResponse
    {
        $place = $this->asStudent($student)->getJson("/api/student/rounds/$round->id")->assertOk()->json('place');
        $options = $place['question']['options'] ?? [];

        return $options === [] || $place['verdictShown'] === true
            ? $this->sendsEvent($round->id, 'went-on', ['from' => $place['frame']])
            : $this->sendsEvent($round->id, 'answered', ['question' => $place['question']['id'], 'response' => ['choices' => [end($options)['id']]]]);
    }

    /** Ten times as much of everything: students with rounds and events, classes, quizzes, editions, tasks, media. */
    private function grow(): void
    {
        app(Roster::class)->write($this->class, implode("\n", array_map(static fn (int $n): string => "Student $n", range(1, 9))));
        $tasks = [];
        for ($turn = 0; $turn < 9; $turn++) {
            $quiz = $this->quiz($this->teacher, ['title' => "Quiz $turn"] + Sample::document());
            $class = $this->schoolClass($this->teacher, "Ada\nStudent $turn");
            $this->given($class, $quiz);
            $tasks[] = Task::query()->create([
                'teacher_id' => $this->teacher->id, 'class_id' => $this->class->id, 'quiz_id' => $quiz->id, 'terms' => Terms::learn()->toArray(),
            ]);
            Medium::query()->create([
                'teacher_id' => $this->teacher->id, 'student_id' => null, 'round_id' => null, 'kind' => 'picture', 'type' => 'image/webp',
                'title' => "x $turn", 'bytes' => 3, 'seconds' => null, 'file' => "x$turn.webp",
            ]);
        }
        app(Roster::class)->write($this->led, implode("\n", array_map(static fn (int $n): string => "Led $n", range(1, 9))));
        foreach ($this->led->students()->get() as $student) {
            $this->comesIn($student);
        }
        foreach ($this->class->students()->get() as $student) {
            foreach ([$this->task, ...array_slice($tasks, 0, 3)] as $task) {
                $this->acts($student, $this->begins($student, $task))->assertOk();
            }
        }
    }

    /** @return array<string, int> queries of each address that is read, as teacher or as student */
    private function counted(): array
    {
        $things = [
            '{sitting}' => $this->sitting, '{quiz}' => $this->quiz->id, '{token}' => 'no-such-token', '{class}' => $this->class->id, '{task}' => $this->task->id, '{student}' => $this->student->id,
            '{round}' => $this->student->rounds()->where('task_id', $this->task->id)->firstOrFail()->id, '{number}' => '1',
            '{language}' => 'en', '{video}' => Sample::id('video'), '{what}' => 'wave', '{export}' => $this->export ??= app(Exports::class)->ofTask($this->teacher, $this->task)->id, '{phrase?}' => 'x', '{path?}' => 'today', '{medium}' => Medium::query()->where('teacher_id', $this->teacher->id)->firstOrFail()->id,
        ];
        $counts = [];
        foreach (Route::getRoutes()->getRoutes() as $route) {
            if (! in_array('GET', $route->methods(), true)) {
                continue;
            }
            $query = str_ends_with($route->uri(), '/changes') ? '?since=0' : (str_ends_with($route->uri(), '/forecast') ? '?profile=secure' : '');
            $address = '/'.strtr($route->uri(), $things).$query;
            foreach (str_starts_with($address, '/media/') ? ['teacher', 'student'] : [str_contains($address, '/student') && ! str_contains($address, '/tasks/') ? 'student' : 'teacher'] as $who) {
                $ask = fn () => ($who === 'teacher' ? $this->asTeacher($this->teacher) : $this->asStudent($this->student))->get($address, ['Accept' => 'application/json']);
                // What is kept is kept from the first time on.
                $ask();
                $this->queries = [];
                $ask();
                $counts["$who $address"] = count($this->queries);
            }
        }

        return $counts;
    }

    public function test_no_address_asks_the_database_oftener_the_more_there_is(): void
    {
        file_put_contents(app(MediaFolder::class)->folder().'/shown.webp', 'abc');
        Medium::query()->create([
            'teacher_id' => $this->teacher->id, 'student_id' => null, 'round_id' => null, 'kind' => 'picture', 'type' => 'image/webp',
            'title' => 'x', 'bytes' => 3, 'seconds' => null, 'file' => 'shown.webp',
        ]);
        $before = $this->counted();
        $this->grow();
        $after = $this->counted();
        self::assertGreaterThan(20, count($before));
        $grown = array_filter($after, static fn (int $count, string $address): bool => $count > $before[$address], ARRAY_FILTER_USE_BOTH);
        self::assertSame([], array_map(
            static fn (string $address): string => "$before[$address] to $grown[$address]",
            array_combine(array_keys($grown), array_keys($grown)),
        ));
    }

    public function test_an_answer_asks_six_times_at_most_commits_once_and_writes_no_session(): void
    {
        $round = $this->student->rounds()->firstOrFail();
        $commits = 0;
        Event::listen(static function (TransactionCommitted $committed) use (&$commits): void {
            $commits++;
        });
        DB::table('sessions')->insert(['id' => 'x', 'payload' => '', 'last_activity' => now()->getTimestamp()]);
        foreach (range(1, 6) as $step) {
            $view = $this->asStudent($this->student)->getJson("/api/student/rounds/$round->id")->assertOk()->json();
            if ($view['place']['kind'] !== 'question' || $view['place']['verdictShown'] === true || $view['place']['rung'] !== null) {
                $this->sendsEvent($round->id, 'went-on', ['from' => $view['place']['frame'] ?? '']);

                continue;
            }
            $options = $view['place']['question']['options'];
            $last = Round::query()->whereKey($round->id)->value('last_event_id');
            $this->queries = [];
            $commits = 0;
            // As it comes from outside: the account is read too, and the session.
            $this->app->make('auth')->forgetGuards();
            $this->app->make('auth')->guard('student')->setUser(Student::query()->findOrFail($this->student->id));
            app(SparingSessions::class, ['connection' => DB::connection(), 'table' => 'sessions', 'minutes' => 60])->read('x');
            $this->postJson("/api/student/rounds/$round->id/events", [
                'id' => Ulids::make(), 'after' => $last, 'kind' => 'answered', 'at' => null,
                'data' => ['question' => $view['place']['question']['id'], 'response' => ['choices' => [end($options)['id']]]],
            ])->assertOk();
            self::assertLessThanOrEqual(6, count($this->queries), implode("\n", $this->queries));
            self::assertSame(1, $commits);

            return;
        }
        self::fail('There was no question to answer.');
    }

    public function test_a_session_is_written_when_something_in_it_changed_and_else_seldom(): void
    {
        $sessions = new SparingSessions(DB::connection(), 'sessions', 60);
        $sessions->write('a', 'one');
        $writes = function (callable $act): int {
            $this->queries = [];
            $act();

            return count(array_filter($this->queries, static fn (string $sql): bool => preg_match('/^(insert|update)/', $sql) === 1));
        };
        $again = static function (string $data): void {
            $next = new SparingSessions(DB::connection(), 'sessions', 60);
            $next->read('a');
            $next->write('a', $data);
        };
        self::assertSame(0, $writes(static fn () => $again('one')));
        self::assertSame(1, $writes(static fn () => $again('two')));
        self::assertSame('two', $sessions->read('a'));
        $this->travel(6)->minutes();
        self::assertSame(1, $writes(static fn () => $again('two')), 'It is still in use.');
        $this->travel(61)->minutes();
        self::assertSame('', $sessions->read('a'));
    }

    public function test_the_lookout_says_so_when_nothing_changed_and_tells_what_did(): void
    {
        $address = "/api/tasks/{$this->task->id}/lookout";
        $etag = (string) $this->asTeacher($this->teacher)->getJson($address)->assertOk()->headers->get('ETag');
        $look = fn (string $etag) => $this->asTeacher($this->teacher)->getJson($address, ['If-None-Match' => $etag]);
        $look($etag)->assertStatus(304);

        // Each of these shows at once, and is then what is known.
        $round = $this->student->rounds()->firstOrFail();
        $changes = [
            'a step' => fn () => $this->acts($this->student, $round)->assertOk(),
            'a beginner' => fn () => $this->begins($this->member($this->class, 'Bram'), $this->task),
            'a name' => fn () => $this->member($this->class, 'Bram')->update(['family_name' => 'Other', 'updated_at' => now()->addSecond()]),
            'a newcomer' => fn () => app(Roster::class)->write($this->class, 'Cleo'),
            'somebody in place of another' => function (): void {
                $this->travel(1)->seconds();
                $this->asTeacher($this->teacher)->deleteJson("/api/classes/{$this->class->id}/students/{$this->member($this->class, 'Cleo')->id}");
                app(Roster::class)->write($this->class, 'Dora');
            },
            'a correction' => fn () => $this->asTeacher($this->teacher)->correct($this->quiz->id, [
                self::setting($this->quiz->document['stops'][0]['question']['id'] ?? '', 'points', 7),
            ]),
            'the closing' => fn () => $this->asTeacher($this->teacher)->patchJson("/api/tasks/{$this->task->id}", ['closed' => true]),
        ];
        foreach ($changes as $what => $change) {
            $change();
            $response = $look($etag);
            self::assertSame(200, $response->getStatusCode(), $what);
            $etag = (string) $response->headers->get('ETag');
            $look($etag)->assertStatus(304);
        }
    }
}
