<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\School\Roster;
use HiddenLadder\App\Upkeep\ClosingTasks;
use HiddenLadder\Core\Formats\Roster\NameTable;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\Response;

/** Giving out: to classes, to some, by link; when it is open; what opens it; given again and taken back. */
final class GivingTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $first;

    private SchoolClass $second;

    private Quiz $quiz;

    /** In both classes. */
    private Student $ada;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->first = $this->schoolClass($this->teacher, "Ada Brandt\nBram");
        $this->second = $this->schoolClass($this->teacher, 'Cleo');
        $this->ada = $this->member($this->first, 'Ada Brandt');
        app(Roster::class)->add($this->second, NameTable::read('Ada Brandt'), [$this->ada->id]);
        $this->quiz = $this->quiz($this->teacher);
        $this->asTeacher($this->teacher)->postJson("/api/quizzes/{$this->quiz->id}/editions")->assertOk();
    }

    /**
     * @param  array<string, mixed>  $how
     * @return TestResponse<Response>
     */
    private function give(array $how = []): TestResponse
    {
        return $this->asTeacher($this->teacher)->postJson('/api/tasks', $how + ['quiz' => $this->quiz->id, 'classes' => [$this->first->id]]);
    }

    /** @return TestResponse<Response> */
    private function begin(Student $student, string $task): TestResponse
    {
        return $this->asStudent($student)->postJson("/api/student/tasks/$task/rounds", ['again' => true]);
    }

    public function test_with_a_class_alone_it_is_given_as_the_quiz_suggests(): void
    {
        $task = $this->give()->assertCreated()->assertJsonCount(1)->assertJsonPath('0.state', 'open')->assertJsonPath('0.students', 2)->json('0.id');
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('terms.purpose', 'learn')->assertJsonPath('wayIn', 'secret')
            ->assertJsonPath('password', null)->assertJsonPath('link', fn (string $link): bool => strlen($link) === 12);
        $this->getJson("/api/quizzes/{$this->quiz->id}/suggested-terms")->assertOk()->assertJsonPath('purpose', 'learn');
        // What is done in the lesson asks for less, and is suggested so where it is chosen.
        $this->postJson('/api/terms', ['purpose' => 'starter'])->assertOk()->assertJsonPath('wayIn', 'name');
        $this->postJson('/api/terms', [])->assertOk()->assertJsonPath('wayIn', 'secret');
        $starter = $this->give(['terms' => ['purpose' => 'starter']])->assertCreated()->json('0.id');
        $this->getJson("/api/tasks/$starter")->assertOk()->assertJsonPath('wayIn', 'name');
    }

    public function test_all_that_can_be_said_when_it_is_given_stands_and_is_changed_later(): void
    {
        $said = ['opensAt' => '2027-01-10T07:00:00Z', 'dueAt' => '2027-01-11T07:00:00Z', 'closesAt' => '2027-01-12T07:00:00Z', 'optional' => true,
            'weight' => 0, 'unit' => ' Tides ', 'note' => 'Bring the chart.', 'wayIn' => 'guest', 'password' => 'limpet'];
        $task = $this->give($said)->assertCreated()->json('0.id');
        $stands = ['unit' => 'Tides'] + $said;
        foreach ($stands as $member => $value) {
            $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath($member, $value);
        }
        $this->patchJson("/api/tasks/$task", ['opensAt' => null, 'weight' => 2.5, 'unit' => '', 'note' => '', 'wayIn' => 'secret', 'password' => null])->assertOk();
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('opensAt', null)->assertJsonPath('weight', 2.5)->assertJsonPath('unit', null)
            ->assertJsonPath('password', null)->assertJsonPath('optional', true);
        $this->getJson('/api/units')->assertOk()->assertExactJson(['Tides']);
        $this->give(['unit' => 'Tides'])->assertCreated();
        $this->getJson('/api/units')->assertOk()->assertExactJson(['Tides']);
    }

    /** @return iterable<string, array{array<string, ?string>, string, string}> */
    public static function wrongTimes(): iterable
    {
        yield 'closes before it opens' => [['opensAt' => '2027-01-10T07:00', 'closesAt' => '2027-01-09T07:00'], '/closesAt', 'It would close before it opens.'];
        yield 'due before it opens' => [['opensAt' => '2027-01-10T07:00', 'dueAt' => '2027-01-09T07:00'], '/dueAt', 'It would be due before it opens.'];
        yield 'due after it closes' => [['dueAt' => '2027-01-10T07:00', 'closesAt' => '2027-01-09T07:00'], '/dueAt', 'It would be due after it has closed.'];
        yield 'no date' => [['dueAt' => 'soon'], '/dueAt', 'This is no date.'];
    }

    /** @param  array<string, ?string>  $times */
    #[DataProvider('wrongTimes')]
    public function test_times_follow_on_each_other(array $times, string $pointer, string $sentence): void
    {
        $this->give($times)->assertUnprocessable()->assertJsonPath('errors.0.pointer', $pointer)->assertJsonPath('detail', $sentence);
        self::assertSame(0, Task::query()->where('quiz_id', $this->quiz->id)->count());
        $task = $this->give()->json('0.id');
        $this->patchJson("/api/tasks/$task", $times)->assertUnprocessable();
        self::assertNull(Task::query()->whereKey($task)->value('due_at'));
    }

    /** @return iterable<string, array{?string, ?string, ?string, string, TaskState}> opens, due, closes, now, in UTC */
    public static function clock(): iterable
    {
        yield 'no times' => [null, null, null, '2027-01-10 07:00', TaskState::Open];
        yield 'before it opens' => ['2027-01-10 07:00:01', null, null, '2027-01-10 07:00', TaskState::Planned];
        yield 'as it opens' => ['2027-01-10 07:00', null, null, '2027-01-10 07:00', TaskState::Open];
        yield 'a moment before it is due' => [null, '2027-01-10 07:00:01', null, '2027-01-10 07:00', TaskState::Open];
        yield 'as it is due' => [null, '2027-01-10 07:00', null, '2027-01-10 07:00', TaskState::Due];
        yield 'past due, still open' => [null, '2027-01-09 07:00', '2027-01-11 07:00', '2027-01-10 07:00', TaskState::Due];
        yield 'as it closes' => [null, null, '2027-01-10 07:00', '2027-01-10 07:00', TaskState::Closed];
        // What a teacher in London typed as 8:00 on the first day of summer time is 7:00 UTC, on the day before 8:00 UTC.
        yield 'the morning after the clocks went forward' => ['2027-03-28T08:00+01:00', null, null, '2027-03-28 06:59:59', TaskState::Planned];
        yield 'and at eight' => ['2027-03-28T08:00+01:00', null, null, '2027-03-28 07:00', TaskState::Open];
        yield 'the hour that there is twice, the first time' => [null, null, '2026-10-25T01:30+01:00', '2026-10-25 00:30', TaskState::Closed];
        yield 'and the second time' => [null, null, '2026-10-25T01:30+00:00', '2026-10-25 00:30', TaskState::Open];
        yield 'east of the date line' => ['2027-01-10T08:00+13:00', null, null, '2027-01-09 19:00', TaskState::Open];
    }

    #[DataProvider('clock')]
    public function test_its_state_follows_the_clock_alone(?string $opens, ?string $due, ?string $closes, string $now, TaskState $state): void
    {
        $this->travelTo(CarbonImmutable::parse('2026-09-01'));
        $task = Task::query()->whereKey($this->give(['opensAt' => $opens, 'dueAt' => $due, 'closesAt' => $closes])->assertCreated()->json('0.id'))->sole();
        $now = CarbonImmutable::parse($now);
        self::assertSame($state, TaskState::of($task, $now));
        // As a condition of a query it says the same.
        $query = Task::query()->whereKey($task->id);
        TaskState::only($query, [$state], $now);
        self::assertTrue($query->exists());
        $this->travelTo($now);
        $this->begin($this->ada, $task->id)->assertStatus($state->isRunning() ? 200 : 409);
    }

    public function test_for_some_of_a_class_alone(): void
    {
        $task = $this->give(['students' => [$this->ada->id, $this->member($this->second, 'Cleo')->id]])->assertCreated()
            ->assertJsonPath('0.audience', 'students')->assertJsonPath('0.students', 1)->json('0.id');
        $this->begin($this->ada, $task)->assertOk();
        $this->begin($this->member($this->first, 'Bram'), $task)->assertNotFound();
        // Somebody of another class is not among them, whoever is named.
        $this->begin($this->member($this->second, 'Cleo'), $task)->assertNotFound();
    }

    public function test_to_two_classes_at_once_who_is_in_both_does_it_once_and_it_counts_in_both(): void
    {
        [$one, $other] = $this->give(['classes' => [$this->first->id, $this->second->id]])->assertCreated()->assertJsonCount(2)->json('*.id');
        $tasks = $this->asStudent($this->ada)->getJson('/api/student')->assertOk()->json('classes.*.tasks.*.id');
        self::assertCount(1, $tasks);
        $round = $this->begin($this->ada, $other)->assertOk()->json('id');
        self::assertSame([$other], $this->getJson('/api/student')->json('classes.*.tasks.*.id'));
        // Begun through the other class, it is the same round.
        $this->begin($this->ada, $one)->assertOk()->assertJsonPath('id', $round);
        self::assertSame(1, Round::query()->where('student_id', $this->ada->id)->count());
        $this->asTeacher($this->teacher);
        foreach ([[$one, 2], [$other, 2]] as [$task, $students]) {
            $line = $this->getJson('/api/today')->assertOk()->collect('running')->firstWhere('id', $task);
            self::assertSame([$students, 1], [$line['students'], $line['started']]);
            $this->getJson("/api/tasks/$task/lookout")->assertOk()->assertJsonPath('students.0.round.number', 1);
            $this->getJson("/api/tasks/$task/evidence")->assertOk()->assertJsonPath('students', 1);
            $this->getJson("/api/tasks/$task/students/{$this->ada->id}")->assertOk()->assertJsonCount(1, 'rounds');
        }
        // Cleo's round is of the second class alone.
        $this->begin($this->member($this->second, 'Cleo'), $other)->assertOk();
        $line = $this->asTeacher($this->teacher)->getJson('/api/today')->collect('running')->firstWhere('id', $one);
        self::assertSame(1, $line['started']);
        // Who leaves a class no longer counts there.
        app(Roster::class)->takeOut($this->first, $this->ada->id);
        $line = $this->getJson('/api/today')->collect('running')->firstWhere('id', $one);
        self::assertSame([1, 0], [$line['students'], $line['started']]);
    }

    public function test_gates_are_seen_and_lifted_for_one_or_for_all(): void
    {
        $before = $this->quiz($this->teacher, ['title' => 'Neap tides'] + Sample::document());
        $this->postJson("/api/quizzes/$before->id/editions")->assertOk();
        $task = $this->give(['terms' => ['gates' => [['quiz' => $before->id]]]])->assertCreated()
            ->assertJsonPath('0.gates', [['quiz' => $before->id, 'title' => 'Neap tides', 'score' => null]])->json('0.id');
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('gates.0.title', 'Neap tides');
        $this->getJson("/api/classes/{$this->first->id}")->assertOk()->assertJsonPath('tasks.0.gates.0.quiz', $before->id);
        $bram = $this->member($this->first, 'Bram');
        $this->begin($this->ada, $task)->assertConflict();
        $cleo = $this->member($this->second, 'Cleo');
        $this->asTeacher($this->teacher)->putJson("/api/tasks/$task/lifted/$cleo->id")->assertNotFound();
        $this->putJson("/api/tasks/$task/lifted/{$this->ada->id}")->assertNoContent();
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('exceptions.0.differs', ['lifted']);
        // Another exception leaves it as it is.
        $this->putJson("/api/tasks/$task/exceptions/{$this->ada->id}", ['dueAt' => now()->addDay()->toIso8601ZuluString()])->assertNoContent();
        $this->begin($this->ada, $task)->assertOk();
        $this->begin($bram, $task)->assertConflict();
        $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task", ['terms' => ['gates' => []]])->assertOk()->assertJsonPath('gates', []);
        $this->begin($bram, $task)->assertOk();
    }

    public function test_no_task_waits_for_somebody_elses_quiz(): void
    {
        $other = $this->quiz($this->teacher('Stranger'), ['title' => 'Secret plans'] + Sample::document());
        $this->give(['terms' => ['gates' => [['quiz' => $other->id]]]])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/terms/gates')
            ->assertJsonMissing(['title' => 'Secret plans']);
        $task = $this->give()->assertCreated()->json('0.id');
        $this->patchJson("/api/tasks/$task", ['terms' => ['gates' => [['quiz' => $other->id]]]])->assertUnprocessable();
    }

    public function test_an_exception_holds_only_what_differs(): void
    {
        $due = now()->addDays(2)->startOfSecond();
        $closes = now()->addDays(3)->startOfSecond();
        $task = $this->give(['dueAt' => $due->toIso8601ZuluString(), 'closesAt' => $closes->toIso8601ZuluString()])->assertCreated()->json('0.id');
        $later = $due->addHours(6)->toIso8601ZuluString();
        $this->putJson("/api/tasks/$task/exceptions/{$this->ada->id}", ['dueAt' => $later, 'closesAt' => $closes->toIso8601ZuluString()])->assertNoContent();
        $moved = $closes->addDays(4)->toIso8601ZuluString();
        $this->patchJson("/api/tasks/$task", ['closesAt' => $moved])->assertOk();
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('exceptions.0.dueAt', $later)->assertJsonPath('exceptions.0.closesAt', $moved)
            ->assertJsonPath('exceptions.0.differs', ['dueAt']);
        $this->putJson("/api/tasks/$task/exceptions/{$this->ada->id}", ['dueAt' => $due->toIso8601ZuluString()])->assertNoContent();
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('exceptions', []);
    }

    public function test_opened_again_it_closes_when_it_was_to_close(): void
    {
        $closes = now()->addDays(3)->startOfSecond()->toIso8601ZuluString();
        $task = $this->give(['closesAt' => $closes])->assertCreated()->json('0.id');
        $this->patchJson("/api/tasks/$task", ['closed' => true])->assertOk()->assertJsonPath('state', 'closed');
        $this->patchJson("/api/tasks/$task", ['closed' => false])->assertOk()->assertJsonPath('state', 'open')->assertJsonPath('closesAt', $closes);
        $this->patchJson("/api/tasks/$task", ['closed' => true])->assertOk();
        $this->travel(4)->days();
        $this->patchJson("/api/tasks/$task", ['closed' => false])->assertOk()->assertJsonPath('state', 'open')->assertJsonPath('closesAt', null);
    }

    public function test_students_are_added_to_a_task_for_some_and_taken_out_of_it(): void
    {
        $bram = $this->member($this->first, 'Bram');
        $cleo = $this->member($this->second, 'Cleo');
        $task = $this->give(['students' => [$this->ada->id]])->assertCreated()->json('0.id');
        $this->begin($bram, $task)->assertNotFound();
        $this->asTeacher($this->teacher)->putJson("/api/tasks/$task/students", ['students' => [$bram->id, $cleo->id]])->assertNoContent();
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('named', [$bram->id]);
        $this->begin($bram, $task)->assertOk();
        $this->begin($this->ada, $task)->assertNotFound();
        $this->asTeacher($this->teacher)->putJson("/api/tasks/$task/students", ['students' => [$cleo->id]])->assertUnprocessable();
        $whole = $this->give()->assertCreated()->json('0.id');
        $this->putJson("/api/tasks/$whole/students", ['students' => [$bram->id]])->assertUnprocessable();
    }

    public function test_what_was_given_to_several_classes_is_changed_for_all_at_once(): void
    {
        $tasks = $this->give(['classes' => [$this->first->id, $this->second->id]])->assertCreated()->json('*.id');
        $due = now()->addDay()->startOfSecond()->toIso8601ZuluString();
        $this->patchJson("/api/tasks/$tasks[0]", ['dueAt' => $due])->assertOk();
        $this->getJson("/api/tasks/$tasks[1]")->assertOk()->assertJsonPath('dueAt', null)->assertJsonPath('givenTogether', true);
        $this->patchJson("/api/tasks/$tasks[0]", ['dueAt' => $due, 'takenBack' => true, 'together' => true])->assertOk();
        foreach ($tasks as $task) {
            $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('dueAt', $due)->assertJsonPath('state', 'taken-back');
        }
    }

    public function test_a_link_says_when_it_opens_and_that_it_has_closed_to_guests_too(): void
    {
        $opens = now()->addDay()->startOfSecond();
        $id = $this->give(['classes' => [], 'opensAt' => $opens->toIso8601ZuluString()])->assertCreated()->json('0.id');
        $task = Task::query()->whereKey($id)->sole();
        $link = fn (): TestResponse => $this->postJson('/api/student/class', ['link' => $task->link])->assertOk();
        $link()->assertJsonPath('notNow', ['state' => 'planned', 'opensAt' => $opens->toIso8601ZuluString()]);
        $this->postJson('/api/student/enter', ['link' => $task->link, 'way' => 'guest', 'name' => 'Pip'])->assertUnprocessable();
        $this->travelTo($opens->addMinute());
        $link()->assertJsonPath('notNow', null)->assertJsonPath('ways.0', 'guest');
        $task->update(['closes_at' => now()]);
        $link()->assertJsonPath('notNow.state', 'closed');
    }

    public function test_a_link_that_asks_for_names_where_there_are_none_offers_no_way(): void
    {
        $teacher = $this->teacher('Newcomer');
        $quiz = $this->quiz($teacher);
        $this->asTeacher($teacher)->postJson("/api/quizzes/$quiz->id/editions")->assertOk();
        $task = $this->postJson('/api/tasks', ['quiz' => $quiz->id, 'classes' => []])->assertCreated()->json('0.id');
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('wayIn', 'guest')->assertJsonPath('waysIn', ['guest']);
        $this->patchJson("/api/tasks/$task", ['wayIn' => 'secret'])->assertOk();
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('waysIn', []);
    }

    public function test_it_opens_by_several_gates_that_are_changed_later(): void
    {
        $gate = $this->quiz($this->teacher, ['title' => 'First'] + Sample::document());
        $other = $this->quiz($this->teacher, ['title' => 'Second'] + Sample::document());
        $first = $this->given($this->first, $gate);
        $this->given($this->first, $other);
        $task = $this->give(['terms' => ['gates' => [['quiz' => $gate->id, 'score' => 0.5], ['quiz' => $other->id]]]])->assertCreated()->json('0.id');
        $this->begin($this->ada, $task)->assertStatus(409)
            ->assertJsonPath('detail', 'This opens when you have done this: 50 % of the points in “First” and “Second” mastered.');
        $round = $this->begin($this->ada, $first->id)->assertOk()->json('id');
        // A score of a round that was finished opens, whether it mastered or not; a lower one does not.
        foreach ([[0.49, 409], [0.5, 200]] as [$score, $status]) {
            Round::query()->whereKey($round)->update(['score' => $score, 'mastered' => false, 'finished_at' => now()]);
            $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task", ['terms' => ['gates' => [['quiz' => $gate->id, 'score' => 0.5]]]])->assertOk();
            $this->begin($this->ada, $task)->assertStatus($status);
        }
        $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task", ['terms' => ['gates' => [['quiz' => $gate->id, 'score' => 1.5]]]])->assertStatus(422);
    }

    public function test_a_password_is_asked_before_the_first_round_alone(): void
    {
        $this->freezeTime();
        $task = $this->give(['password' => 'Silver  Limpet'])->json('0.id');
        self::assertNotSame('Silver  Limpet', Task::query()->toBase()->where('id', $task)->value('password'));
        $begin = fn (?string $password) => $this->asStudent($this->ada)->postJson("/api/student/tasks/$task/rounds", $password === null ? [] : ['password' => $password]);
        $this->asStudent($this->ada)->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.asksForPassword', true)
            ->assertJsonMissing(['password' => 'Silver  Limpet']);
        $begin(null)->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/password');
        $begin('gold limpet')->assertUnprocessable();
        $begin(' silver LIMPET ')->assertOk();
        $begin(null)->assertOk();
        $this->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.asksForPassword', false);
        $bram = $this->member($this->first, 'Bram');
        for ($try = 0; $try < 6; $try++) {
            $this->asStudent($bram)->postJson("/api/student/tasks/$task/rounds", ['password' => "guess $try"])->assertUnprocessable();
        }
        $this->postJson("/api/student/tasks/$task/rounds", ['password' => 'Silver Limpet'])->assertStatus(429);
    }

    public function test_taken_back_nobody_sees_it_and_given_after_all_it_goes_on(): void
    {
        $task = $this->give()->json('0.id');
        $round = $this->begin($this->ada, $task)->assertOk()->json('id');
        $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task", ['takenBack' => true])->assertOk()->assertJsonPath('state', 'taken-back');
        $this->asStudent($this->ada)->getJson("/api/student/rounds/$round")->assertNotFound();
        self::assertSame([], $this->getJson('/api/student')->json('classes.*.tasks.*.id'));
        $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task", ['takenBack' => false])->assertOk()->assertJsonPath('state', 'open');
        $this->asStudent($this->ada)->getJson("/api/student/rounds/$round")->assertOk();
    }

    public function test_the_same_for_another_class_with_days_moved_along(): void
    {
        $task = $this->give(['dueAt' => '2027-01-11T07:00:00Z', 'closesAt' => '2027-01-12T07:00:00Z', 'terms' => ['purpose' => 'exit-check'], 'note' => 'Read.',
            'password' => 'limpet', 'unit' => 'Tides'])->json('0.id');
        $again = $this->postJson("/api/tasks/$task/again", ['classes' => [$this->second->id], 'days' => 7])->assertCreated()
            ->assertJsonPath('0.class.id', $this->second->id)->assertJsonPath('0.dueAt', '2027-01-18T07:00:00Z')->assertJsonPath('0.unit', 'Tides')->json('0.id');
        $this->getJson("/api/tasks/$again")->assertOk()->assertJsonPath('terms.purpose', 'exit-check')->assertJsonPath('password', 'limpet')
            ->assertJsonPath('closesAt', '2027-01-19T07:00:00Z')->assertJsonPath('note', 'Read.');
        $this->postJson("/api/tasks/$task/again", ['classes' => [$this->schoolClass($this->teacher('Stranger'))->id], 'days' => 0])->assertNotFound();
        $this->postJson("/api/tasks/$task/again", ['classes' => [], 'days' => 0])->assertUnprocessable();
    }

    public function test_for_single_students_it_closes_later_and_goes_by_other_terms(): void
    {
        $this->freezeTime();
        $task = $this->give(['closesAt' => now()->addHour()->toIso8601ZuluString(), 'terms' => ['purpose' => 'exit-check']])->json('0.id');
        $bram = $this->member($this->first, 'Bram');
        $later = now()->addHours(3)->startOfSecond()->toIso8601ZuluString();
        $this->putJson("/api/tasks/$task/exceptions/{$this->ada->id}", ['closesAt' => $later, 'terms' => ['purpose' => 'exit-check', 'tries' => 3]])->assertNoContent();
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('exceptions.0.name', 'Ada Brandt')->assertJsonPath('exceptions.0.closesAt', $later)
            ->assertJsonPath('exceptions.0.dueAt', null)->assertJsonPath('exceptions.0.terms.tries', 3)->assertJsonPath('terms.tries', 1);
        $hers = (string) $this->begin($this->ada, $task)->assertOk()->json('id');
        $his = (string) $this->begin($bram, $task)->assertOk()->json('id');
        self::assertSame([3, 1], array_map(static fn (string $id): mixed => Round::query()->whereKey($id)->sole()->terms['tries'], [$hers, $his]));
        $this->travel(2)->hours();
        // By the clock alone, whether or not anybody looks.
        (new ClosingTasks)();
        $isOver = static fn (string $id): bool => Round::query()->whereKey($id)->sole()->interrupted;
        self::assertSame([false, true], [$isOver($hers), $isOver($his)]);
        $this->asStudent($this->ada)->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.open', true)->assertJsonPath('classes.0.tasks.0.closesAt', $later);
        $place = $this->getJson("/api/student/rounds/$hers")->assertOk()->json('place');
        $this->sendsEvent($hers, 'answered', ['question' => $place['question']['id'], 'response' => ['choices' => [$place['question']['options'][0]['id']]]])->assertOk();
        $this->asStudent($bram)->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.open', false);
        $this->travel(2)->hours();
        (new ClosingTasks)();
        self::assertTrue($isOver($hers));
        // As for all again, and for somebody whom it is not for.
        $this->asTeacher($this->teacher)->deleteJson("/api/tasks/$task/exceptions/{$this->ada->id}")->assertNoContent();
        $this->getJson("/api/tasks/$task")->assertOk()->assertJsonPath('exceptions', []);
        $cleo = $this->member($this->second, 'Cleo');
        $this->putJson("/api/tasks/$task/exceptions/$cleo->id", ['closesAt' => null])->assertNotFound();
        $this->putJson("/api/tasks/$task/exceptions/$bram->id", ['dueAt' => now()->addDay()->toIso8601ZuluString(), 'closesAt' => now()->toIso8601ZuluString()])
            ->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/dueAt');
    }
}
