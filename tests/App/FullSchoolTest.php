<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Exports\Exports;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Tasks\Sheets;
use HiddenLadder\Demo\FullSchool;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use PHPUnit\Framework\Attributes\DataProvider;

/** In the full school every address answers every kind of person with every method, and never breaks. */
final class FullSchoolTest extends AppTestCase
{
    private FullSchool $school;

    protected function setUp(): void
    {
        parent::setUp();
        $this->school = new FullSchool;
    }

    /** @return iterable<string, array{string}> */
    public static function people(): iterable
    {
        yield from [
            'teacher' => ['teacher'],
            'colleague' => ['colleague'],
            'student in both classes' => ['both'],
            'student taken out' => ['takenOut'],
            'student who came late' => ['late'],
            'nobody' => ['nobody'],
        ];
    }

    /**
     * @return array<string, list<string>> what can stand in an address, each thing of the full school's in turn; an address added later
     * needs nothing here unless it names something new.
     */
    private function things(): array
    {
        return [
            'quiz' => array_values(array_map(static fn ($quiz): string => $quiz->id, $this->school->quizzes)),
            'class' => array_values(array_map(static fn ($class): string => $class->id, $this->school->classes)),
            'task' => array_values(array_map(static fn ($task): string => $task->id, $this->school->tasks)),
            'student' => array_values(Student::query()->get()->map(static fn (Student $one): string => $one->id)->all()),
            'round' => array_values(Round::query()->get('id')->map(static fn (Round $one): string => $one->id)->all()),
            'medium' => array_values(Medium::query()->get('id')->map(static fn (Medium $one): string => $one->id)->all()),
            'correction' => [$this->school->correction],
            'conversation' => $this->school->conversations,
            'act' => [$this->school->personAct->id],
            'merge' => [$this->school->merge->id], 'invitation' => [$this->school->invitation->id], 'token' => [$this->school->token],
            'sheet' => [...array_values(app(Sheets::class)->of($this->school->tasks['tides'])), 'no-such-sheet'],
            'teacher' => [$this->school->colleague->id], 'kept' => [$this->school->kept->id], 'sitting' => [$this->school->sitting->id],
            'finding' => ['0123456789abcdef'], 'export' => $this->exports(),
            'number' => ['0', '1'],
            'language' => ['en', 'de'], 'video' => $this->videos(), 'what' => ['wave', 'pictures'], 'phrase?' => ['no-such-class'], 'path?' => ['today', 'quizzes', 'classes', 'sign-in', 'no/such/page'],
        ];
    }

    /** @return list<string> of tasks and of a person */
    private function exports(): array
    {
        $exports = app(Exports::class);
        $tasks = array_map(fn (Task $task): string => $exports->ofTask($task->teacher, $task)->id, array_values($this->school->tasks));

        return [...$tasks, $exports->ofPerson($this->school->colleague, $this->school->merge->kept)->id];
    }

    /** @return list<string> video stops and rungs of the full school's quizzes */
    private function videos(): array
    {
        preg_match_all('/"id":"([^"]+)","kind":"video"/', (string) json_encode($this->school->quizzes['tides']->document), $found);

        return $found[1];
    }

    /** @return list<array{string, string}> method and address: each route with each thing, one of its names turned through at a time */
    private function addresses(): array
    {
        $things = $this->things();
        $found = [];
        foreach (Route::getRoutes()->getRoutes() as $route) {
            preg_match_all('/\{([^}]+)\}/', $route->uri(), $names);
            foreach ($names[1] as $name) {
                self::assertArrayHasKey($name, $things, "{$route->uri()} names something that the full school has no example of.");
            }
            $turns = max([1, ...array_map(static fn (string $name): int => count($things[$name]), $names[1])]);
            for ($turn = 0; $turn < $turns; $turn++) {
                $uri = '/'.strtr(
                    $route->uri(),
                    array_combine(
                        array_map(static fn (string $name): string => '{'.$name.'}', $names[1]),
                        array_map(static fn (string $name): string => $things[$name][$turn % count($things[$name])], $names[1]),
                    ),
                );
                foreach ($route->methods() as $method) {
                    $found["$method $uri"] = [$method, $uri];
                }
            }
        }

        return array_values($found);
    }

    /** @return array<string, mixed> a body with which most addresses have something to do */
    private function body(): array
    {
        return [
            'title' => 'New', 'version' => 1, 'id' => Ulids::make(), 'label' => 'Reworded', 'edits' => [
                ['do' => 'set', 'at' => 'quiz', 'member' => 'title', 'value' => 'New'],
            ], 'name' => 'New', 'names' => 'Somebody New', 'quiz' => $this->school->quizzes['tides']->id,
            'terms' => [
                'purpose' => 'learn',
            ], 'profile' => 'secure', 'from' => null, 'events' => [], 'email' => 'x@school.example', 'password' => 'a long password',
            'extraTime' => 1.5,
            'phrase' => $this->school->classes['first']->phrase, 'secret' => 'limpet', 'first' => false, 'again' => false, 'size' => 1,
            'spacing' => false, 'contrast' => false, 'face' => false,
        ];
    }

    private function become(string $who): void
    {
        $this->app->make('auth')->forgetGuards();
        $person = match ($who) {
            'teacher' => $this->school->teacher,
            'colleague' => $this->school->colleague,
            'both' => $this->school->both,
            'takenOut' => $this->school->takenOut,
            'late' => $this->school->late,
            default => null,
        };
        if ($person instanceof Teacher) {
            $this->actingAs($person->refresh(), 'teacher');
        } elseif ($person instanceof Student) {
            $this->actingAs($person->refresh(), 'student');
        }
    }

    #[DataProvider('people')]
    public function test_no_address_breaks_whoever_asks(string $who): void
    {
        $broken = [];
        $called = 0;
        foreach ($this->addresses() as [$method, $uri]) {
            $body = str_ends_with($uri, '/events')
                ? ['id' => Ulids::make(), 'after' => null, 'kind' => 'went-on', 'at' => null, 'data' => ['from' => 'x']]
                : (str_ends_with($uri, '/overrulings') ? ['question' => 'x', 'share' => 1] : (str_ends_with($uri, '/terms') ? ['purpose' => 'check'] : $this->body()));
            // What one call changes is there again for the next.
            DB::beginTransaction();
            $this->become($who);
            $status = $this->json($method, $uri, $method === 'GET' || $method === 'HEAD' ? [] : $body)->getStatusCode();
            DB::rollBack();
            $called++;
            if ($status >= 500) {
                $broken[] = "$status $method $uri";
            }
        }
        self::assertSame([], $broken);
        self::assertGreaterThan(100, $called);
    }

    public function test_a_student_with_several_unfinished_tasks_loads_what_each_shows_and_nothing_else(): void
    {
        $shown = 0;
        foreach ([$this->school->both, $this->school->late] as $student) {
            $unfinished = $student->rounds()->whereNull('finished_at')->get();
            self::assertGreaterThan(1, $unfinished->count());
            $this->asStudent($student);
            $may = [];
            foreach ($unfinished as $round) {
                $may = [...$may, ...array_keys((array) $this->getJson("/api/student/rounds/$round->id")->assertOk()->json('media'))];
            }
            foreach (Medium::query()->whereNotNull('teacher_id')->pluck('id') as $id) {
                $status = $this->get("/media/$id")->getStatusCode();
                self::assertSame(in_array($id, $may, true) ? 200 : 404, $status);
                $shown += $status === 200 ? 1 : 0;
            }
        }
        self::assertGreaterThan(0, $shown);
    }

    public function test_who_was_taken_out_does_not_count_keeps_a_page_and_cannot_go_on(): void
    {
        $task = $this->school->tasks['tides'];
        $this->asTeacher($this->school->teacher);
        $line = $this->getJson('/api/today')->assertOk()->collect('running')->firstWhere('id', $task->id);
        self::assertSame([6, 6], [$line['students'], $line['started']]);
        $this->getJson("/api/tasks/$task->id/evidence")->assertOk()->assertJsonPath('students', 6);
        $this->getJson("/api/tasks/$task->id/students/{$this->school->takenOut->id}")->assertOk()->assertJsonCount(1, 'rounds');
        $round = $this->school->takenOut->rounds()->where('task_id', $task->id)->sole();
        $this->asStudent($this->school->takenOut)->sendsEvent($round->id, 'went-on', ['from' => 'x'])->assertNotFound();
    }

    public function test_what_was_handed_in_is_for_whoever_gave_the_task_alone(): void
    {
        $round = Round::query()->where(
            'task_id',
            $this->school->tasks['notes']->id,
        )->where('student_id', $this->school->both->id)->firstOrFail();
        $medium = Medium::query()->create(
            [
                'teacher_id' => null,
                'student_id' => $this->school->both->id,
                'round_id' => $round->id,
                'kind' => 'picture',
                'type' => 'image/webp',
                'title' => 'x',
                'bytes' => 3,
                'seconds' => null,
                'file' => 'handed-in.webp',
            ],
        );
        file_put_contents(app(MediaFolder::class)->folder().'/handed-in.webp', 'abc');
        $this->school->classes['other']->students()->attach($this->school->both->id, ['name_key' => 'both anders']);
        $this->asTeacher($this->school->teacher)->get("/media/$medium->id")->assertOk();
        $this->asTeacher($this->school->colleague)->get("/media/$medium->id")->assertNotFound();
    }

    public function test_a_round_that_was_sent_back_is_led_to_before_the_one_under_way_and_costs_no_round(): void
    {
        $task = $this->school->tasks['tides'];
        $rounds = $this->school->both->rounds()->where('task_id', $task->id)->orderBy('number')->get();
        self::assertCount(2, $rounds);
        self::assertNull($rounds[0]?->finished_at);
        $page = $this->asStudent($this->school->both)->getJson('/api/student')->assertOk()->collect('classes')->flatMap(
            static fn (array $class): array => $class['tasks'],
        );
        $own = $page->firstWhere('id', $task->id);
        self::assertSame([$rounds[0]->id ?? null, false], [$own['round']['id'], $own['round']['finished']]);
        self::assertNotNull($own['score'], 'what the first round came to is still told');
        $task->update(['terms' => ['rounds' => ['limit' => 2]] + $task->terms]);
        self::assertNull(
            $this->getJson('/api/student')->collect('classes')->flatMap(
                static fn (array $class): array => $class['tasks'],
            )->firstWhere('id', $task->id)['nextFrom'],
        );
    }

    public function test_a_closed_task_is_marked_as_it_stands_tells_what_came_late_and_goes_on_when_it_is_opened(): void
    {
        $task = $this->school->tasks['closed'];
        self::assertSame(0, $task->rounds()->whereNull('finished_at')->count());
        $own = $this->asStudent($this->school->late)->getJson('/api/student')->assertOk()->collect('classes')->flatMap(
            static fn (array $class): array => $class['tasks'],
        )->firstWhere('id', $task->id);
        self::assertSame([false, true, true], [$own['open'], $own['round']['finished'], $own['round']['late']]);
        $this->asTeacher($this->school->teacher);
        $student = $this->getJson(
            "/api/tasks/$task->id/lookout",
        )->assertOk()->collect('students')->firstWhere('id', $this->school->late->id);
        self::assertSame([true, true], [$student['round']['closed'], $student['round']['late']]);
        self::assertContains(
            true,
            array_column(
                $this->getJson("/api/tasks/$task->id/students/{$this->school->late->id}")->assertOk()->json('rounds.0.events'),
                'late',
            ),
        );
        $this->patchJson("/api/tasks/$task->id", ['closed' => false])->assertOk()->assertJsonPath('state', 'open');
        self::assertGreaterThan(0, $task->rounds()->whereNull('finished_at')->count());
        self::assertSame(0, $task->rounds()->where('interrupted', true)->count());
    }

    public function test_corrections_taken_back_out_of_order_leave_every_page_readable(): void
    {
        $quiz = $this->school->quizzes['tides'];
        $this->asTeacher($this->school->teacher);
        $this->getJson("/api/quizzes/$quiz->id/corrections")->assertOk();
        $this->getJson('/api/today')->assertOk();
        $this->postJson("/api/quizzes/$quiz->id/re-markings")->assertOk();
    }

    public function test_every_round_comes_out_the_same_from_its_events(): void
    {
        foreach (Task::query()->get() as $task) {
            foreach ($task->rounds()->pluck('id') as $id) {
                $this->app->make(\HiddenLadder\App\Rounds\RoundBook::class)->upToDate(Round::query()->findOrFail((string) $id));
            }
        }
        // Those marked under an older revision are brought up to date first; then nothing differs any more.
        $this->command('rounds:rebuild')->assertSuccessful();
        $this->command('rounds:rebuild')->expectsOutputToContain('0 of them')->assertSuccessful();
    }
}
