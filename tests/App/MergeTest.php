<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Formats\Roster\NameTable;

/** Two entries on the roster are found to be one person: what they did comes together, also what is under way. */
final class MergeTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Task $task;

    private Student $kept;

    private Student $gone;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada Brandt\nA Brandt\nBram");
        $this->task = $this->given($this->class, $this->quiz($this->teacher));
        [$this->kept, $this->gone] = [$this->member($this->class, 'Ada Brandt'), $this->member($this->class, 'A Brandt')];
    }

    private function comesIn(string $name): void
    {
        $this->app->make('auth')->forgetGuards();
        $this->flushSession();
        $this->postJson('/api/student/enter', ['phrase' => $this->class->phrase, 'name' => $name, 'secret' => 'limpet', 'first' => true,
            'code' => $this->codeOf($this->member($this->class, $name))])->assertOk();
        $this->app->make('auth')->forgetGuards();
    }

    private function begins(): string
    {
        return (string) $this->postJson("/api/student/tasks/{$this->task->id}/rounds", ['again' => true])->assertOk()->json('id');
    }

    private function merge(): string
    {
        return (string) $this->actingAs($this->teacher, 'teacher')
            ->postJson("/api/classes/{$this->class->id}/students/{$this->kept->id}/merges", ['gone' => $this->gone->id])->assertCreated()->json('id');
    }

    /** @return list<array{string, int}> who has the rounds of the task, in the order of their start */
    private function rounds(): array
    {
        return array_values(Round::query()->where('task_id', $this->task->id)->orderBy('started_at')->orderBy('id')->get()
            ->map(static fn (Round $round): array => [$round->student_id, $round->number])->all());
    }

    public function test_rounds_are_numbered_by_their_start_and_two_again_when_it_is_taken_back(): void
    {
        $this->freezeTime();
        $book = app(RoundBook::class);
        $edition = $this->task->quiz()->sole()->latestEdition()->sole();
        foreach ([[$this->gone, 1], [$this->kept, 1], [$this->gone, 2], [$this->gone, 3], [$this->kept, 2]] as $index => [$student, $number]) {
            $book->create($student, $this->task, $edition, $number, (int) now()->addMinutes($index)->valueOf());
        }
        $before = $this->rounds();
        $merge = $this->merge();
        self::assertSame(array_map(fn (int $number): array => [$this->kept->id, $number], range(1, 5)), $this->rounds());
        $this->getJson("/api/classes/{$this->class->id}")->assertOk()->assertJsonCount(2, 'roster')
            ->assertJsonPath('merges.0', ['id' => $merge, 'kept' => 'Ada Brandt', 'gone' => 'A Brandt']);
        $this->deleteJson("/api/merges/$merge")->assertNoContent();
        $this->deleteJson("/api/merges/$merge")->assertNoContent();
        self::assertSame($before, $this->rounds());
        $this->getJson("/api/classes/{$this->class->id}")->assertOk()->assertJsonCount(3, 'roster')->assertJsonPath('merges', []);
    }

    public function test_whoever_is_in_as_the_one_that_is_gone_goes_on_where_they_are(): void
    {
        $this->comesIn('A Brandt');
        $round = $this->begins();
        $place = $this->getJson("/api/student/rounds/$round")->assertOk()->json('place');
        $this->merge();
        $this->app->make('auth')->forgetGuards();
        // What was made before it was found out is taken, and what comes after it.
        $this->sendsEvent($round, 'answered', ['question' => $place['question']['id'], 'response' => ['choices' => [$place['question']['options'][0]['id']]]])->assertOk()
            ->assertJsonPath('student', $this->kept->id);
        $this->getJson('/api/student')->assertOk()->assertJsonPath('id', $this->kept->id)->assertJsonPath('also', [$this->gone->id])
            ->assertJsonPath('classes.0.tasks.0.round.id', $round);
        // The name that is gone no longer leads in; a new secret for the one that is kept ends every session.
        $this->postJson('/api/student/enter', ['phrase' => $this->class->phrase, 'name' => 'A Brandt', 'secret' => 'limpet', 'first' => false])->assertUnprocessable();
        $this->actingAs($this->teacher, 'teacher')->deleteJson("/api/classes/{$this->class->id}/students/{$this->kept->id}/secret")->assertOk();
        $this->app->make('auth')->forgetGuards();
        $this->getJson('/api/student')->assertUnauthorized();
    }

    public function test_two_rounds_under_way_both_go_on(): void
    {
        $this->comesIn('Ada Brandt');
        $one = $this->begins();
        $this->comesIn('A Brandt');
        $other = $this->begins();
        $this->merge();
        $this->asStudent($this->kept)->getJson("/api/student/rounds/$one")->assertOk();
        $this->getJson("/api/student/rounds/$other")->assertOk()->assertJsonPath('round', 2);
        $this->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.score', null);
        $this->actingAs($this->teacher, 'teacher')->getJson("/api/tasks/{$this->task->id}/students/{$this->kept->id}")->assertOk()->assertJsonCount(2, 'rounds');
        $this->getJson("/api/tasks/{$this->task->id}/lookout")->assertOk()->assertJsonCount(2, 'students');
    }

    public function test_classes_and_tasks_come_together_and_part_again(): void
    {
        $other = $this->schoolClass($this->teacher, 'Cleo');
        app(Roster::class)->add($other, NameTable::read('A Brandt'), [null]);
        $elsewhere = $this->member($other, 'A Brandt');
        $this->gone = $elsewhere;
        $this->task->update(['audience' => 'students']);
        $this->task->named()->attach([$elsewhere->id]);
        $merge = $this->merge();
        self::assertSame($this->kept->id, $this->member($other, 'Ada Brandt')->id);
        $this->asStudent($this->kept)->getJson('/api/student')->assertOk()->assertJsonCount(2, 'classes')->assertJsonCount(1, 'classes.0.tasks');
        $this->asTeacher($this->teacher)->deleteJson("/api/merges/$merge")->assertNoContent();
        self::assertSame($elsewhere->id, $this->member($other, 'A Brandt')->id);
        self::assertSame([$elsewhere->id], $this->task->named()->pluck('students.id')->all());
    }

    public function test_nobody_is_made_one_with_somebody_of_another_teacher(): void
    {
        $theirs = $this->member($this->schoolClass($stranger = $this->teacher('Stranger'), 'Zoe'), 'Zoe');
        $ask = fn (string $gone) => $this->postJson("/api/classes/{$this->class->id}/students/{$this->kept->id}/merges", ['gone' => $gone]);
        $this->asTeacher($this->teacher);
        $ask($theirs->id)->assertNotFound();
        $ask($this->kept->id)->assertNotFound();
        $merge = $this->merge();
        // Who is somebody else already cannot be made one again.
        $ask($this->gone->id)->assertNotFound();
        $this->asTeacher($stranger)->deleteJson("/api/merges/$merge")->assertNotFound();
    }

    public function test_who_was_made_one_twice_is_taken_apart_from_the_last(): void
    {
        $bram = $this->member($this->class, 'Bram');
        $first = $this->merge();
        $second = $this->postJson("/api/classes/{$this->class->id}/students/$bram->id/merges", ['gone' => $this->kept->id])->assertCreated()->json('id');
        self::assertSame($bram->id, $this->gone->refresh()->merged_into);
        $this->deleteJson("/api/merges/$first")->assertStatus(409);
        $this->deleteJson("/api/merges/$second")->assertNoContent();
        self::assertSame($this->kept->id, $this->gone->refresh()->merged_into);
        $this->deleteJson("/api/merges/$first")->assertNoContent();
        self::assertNull($this->gone->refresh()->merged_into);
        self::assertSame(3, $this->class->students()->count());
    }
}
