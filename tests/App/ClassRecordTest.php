<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Terms\Counts;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\RoundTerms;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use Illuminate\Support\Facades\DB;

/** A class by its tasks: what counts, and how it is spread. */
final class ClassRecordTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada Zimmer\nBram Abara\nCleo");
    }

    /**
     * Four questions with a number, and one that a teacher reads.
     *
     * @param  array<string, mixed>  $more  of the task
     */
    private function task(string $title, array $more = []): Task
    {
        $d = new Draft($title);
        $stops = [];
        for ($i = 1; $i <= 4; $i++) {
            $stops[] = $d->asks("q$i", $d->question("q$i", 'number', "What is $i?", [
                ['id' => $d->id("entry $i"), 'text' => (string) $i, 'key' => (string) $i, 'right' => true, 'feedback' => '', 'ladder' => [], 'fork' => null],
            ], '', '', []));
        }
        $stops[] = $d->asks('why', $d->question('why', 'written', 'Why?', [], '', '', [], '0', ['readByTeacher' => true]));
        $task = $this->given($this->class, $this->quiz($this->teacher, $d->quiz($title, '', $stops, 'End', '')));
        $terms = Terms::for(Purpose::Check)->with(rounds: new RoundTerms(limit: null, counts: Counts::Best));
        $task->update($more + ['terms' => $terms->toArray()]);

        return $task->refresh();
    }

    /** A student answers so many questions right, one wrong, and hands in unless they are to stay under way. */
    private function works(string $name, Task $task, int $right, bool $writes = false, bool $ends = true): Round
    {
        $student = $this->member($this->class, $name);
        $round = (string) $this->asStudent($student)->postJson("/api/student/tasks/$task->id/rounds", ['again' => true])->assertOk()->json('id');
        for ($i = 1; $i <= min(4, $right + 1); $i++) {
            $place = $this->getJson("/api/student/rounds/$round")->json('place');
            $this->sendsEvent($round, 'answered', [
                'question' => $place['question']['id'], 'response' => ['text' => (string) ($i <= $right ? $i : 99)],
            ])->assertOk();
        }
        if ($writes) {
            $stops = Round::query()->findOrFail($round)->edition->document;
            $this->sendsEvent($round, 'went-to', ['stop' => $stops['stops'][4]['id']])->assertOk();
            $this->sendsEvent($round, 'answered', ['question' => $stops['stops'][4]['question']['id'], 'response' => ['text' => 'So.']])->assertOk();
        }
        if ($ends) {
            $this->sendsEvent($round, 'handed-in', [])->assertOk();
        }

        return Round::query()->findOrFail($round);
    }

    /** @return array<string, mixed> */
    private function record(string $query = ''): array
    {
        return $this->asTeacher($this->teacher)->getJson("/api/classes/{$this->class->id}/record$query")->assertOk()->json();
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array<string, mixed>
     */
    private static function cell(array $record, string $student, int $task): array
    {
        $cell = array_column($record['students'], 'cells', 'name')[$student][$task];
        self::assertIsArray($cell, "$student has nothing to do there.");

        return $cell;
    }

    public function test_each_task_and_each_student_has_what_counts_and_nothing_else(): void
    {
        $first = $this->task('First', ['weight' => 3.0, 'due_at' => now()->addDay()]);
        $second = $this->task('Second', ['due_at' => now()->subHour(), 'closes_at' => now()->addDay()]);
        $third = $this->task('Third', ['optional' => true, 'due_at' => now()->subHour()]);
        $this->works('Ada Zimmer', $first, 2);
        $this->works('Ada Zimmer', $first, 4, writes: true);
        $this->works('Bram Abara', $first, 3, ends: false);
        $this->works('Ada Zimmer', $second, 1);
        $record = $this->record();
        self::assertSame(['First', 'Second', 'Third'], array_column($record['tasks'], 'title'));
        self::assertSame(['Bram Abara', 'Cleo', 'Ada Zimmer'], array_column($record['students'], 'name'), 'By their last names.');
        $ada = self::cell($record, 'Ada Zimmer', 0);
        self::assertEqualsWithDelta(0.8, $ada['score'], 1e-9, 'The best of two; what is not read counts nothing yet.');
        self::assertSame([2, true, false, false, 1], [$ada['rounds'], $ada['provisional'], $ada['late'], $ada['missing'], $ada['done']]);
        self::assertSame([3 + 4 + 1, 0], [$ada['answered'], $ada['commented']]);
        $bram = self::cell($record, 'Bram Abara', 0);
        self::assertSame([null, 1, false, false, 0.8], [$bram['score'], $bram['rounds'], $bram['missing'], $bram['provisional'], $bram['done']]);
        self::assertTrue(self::cell($record, 'Ada Zimmer', 1)['late']);
        self::assertTrue(self::cell($record, 'Bram Abara', 1)['missing']);
        self::assertFalse(self::cell($record, 'Bram Abara', 2)['missing'], 'What is left to the student is never owed.');
        $means = array_column($record['students'], null, 'name');
        self::assertEqualsWithDelta((3 * 0.8 + 0.2) / 4, $means['Ada Zimmer']['mean'], 1e-9);
        self::assertSame([null, 0, 1], [$means['Cleo']['mean'], $means['Cleo']['meanWithMissing'], $means['Cleo']['missing']]);
        self::assertSame([1, 2], [$record['tasks'][1]['n'], $record['tasks'][1]['missing']]);
        self::assertEqualsWithDelta(0.2, $record['tasks'][1]['median'], 1e-9);

        // A corrected word of the teacher's counts at once, and is provisional no more.
        $round = Round::query()->where(['task_id' => $first->id, 'number' => 2])->sole();
        $why = $round->edition->document['stops'][4]['question']['id'];
        $this->postJson("/api/tasks/$first->id/rounds/$round->id/overrulings", ['question' => $why, 'share' => 0.5])->assertNoContent();
        $ada = self::cell($this->record(), 'Ada Zimmer', 0);
        self::assertEqualsWithDelta(0.9, $ada['score'], 1e-9);
        self::assertFalse($ada['provisional']);
        // What was under way when the task closed has come to what it is.
        $first->update(['closes_at' => now()->subMinute(), 'due_at' => null]);
        self::assertEqualsWithDelta(0.6, self::cell($this->record(), 'Bram Abara', 0)['score'], 1e-9);
        $third->update(['taken_back_at' => now()]);
        self::assertCount(2, $this->record()['tasks']);
    }

    public function test_a_round_that_was_interrupted_goes_on_also_where_another_is_under_way(): void
    {
        $task = $this->task('First', ['closes_at' => now()->addDay()]);
        foreach (['Ada Zimmer', 'Bram Abara'] as $name) {
            $this->works($name, $task, 1, ends: false);
        }
        $task->update(['closes_at' => now()->subMinute()]);
        self::assertEqualsWithDelta(0.2, self::cell($this->record(), 'Ada Zimmer', 0)['score'], 1e-9);
        // Opened again; one has begun anew before the record is looked at.
        $task->update(['closes_at' => now()->addDay()]);
        $this->works('Cleo', $task, 0, ends: false);
        foreach (['Ada Zimmer', 'Bram Abara', 'Cleo'] as $name) {
            self::assertNull(self::cell($this->record(), $name, 0)['score'], $name);
        }
    }

    public function test_the_record_is_what_the_events_say(): void
    {
        $tasks = [$this->task('First', ['weight' => 2.0]), $this->task('Second'), $this->task('Third', ['weight' => 0.5])];
        mt_srand(17);
        foreach (['Ada Zimmer', 'Bram Abara', 'Cleo'] as $name) {
            foreach ($tasks as $task) {
                for ($i = mt_rand(0, 3); $i > 0; $i--) {
                    $this->works($name, $task, mt_rand(0, 4));
                }
            }
        }
        $record = $this->record();
        foreach ($record['students'] as $row) {
            $sum = $weights = 0.0;
            foreach ($tasks as $index => $task) {
                // Once more from what was sent: of each round the right ones among five, of all rounds the best.
                $best = null;
                foreach (Round::query()->where(['task_id' => $task->id, 'student_id' => $row['id']])->with('edition')->get() as $round) {
                    $right = 0;
                    foreach (DB::table('round_events')->where(['round_id' => $round->id, 'kind' => EventKind::Answered->value])->pluck('data') as $data) {
                        $sent = json_decode((string) $data, true);
                        $asked = array_column(array_column($round->edition->document['stops'], 'question'), null, 'id')[$sent['question']];
                        $right += $asked['entries'][0]['key'] === $sent['response']['text'] ? 1 : 0;
                    }
                    $best = max($best ?? 0.0, $right / 5);
                }
                self::assertEqualsWithDelta($best, $row['cells'][$index]['score'], 1e-9, "$row[name], $task->id");
                $sum += $task->weight * ($best ?? 0.0);
                $weights += $best === null ? 0.0 : $task->weight;
            }
            self::assertEqualsWithDelta($weights > 0 ? $sum / $weights : null, $row['mean'], 1e-9);
        }
    }

    public function test_whoever_is_excused_counts_for_nothing_there_until_that_is_taken_back(): void
    {
        $task = $this->task('First', ['due_at' => now()->subHour()]);
        $this->works('Ada Zimmer', $task, 1);
        $ada = $this->member($this->class, 'Ada Zimmer')->id;
        // What holds otherwise for her stays, and the other way round.
        $this->asTeacher($this->teacher)->putJson("/api/tasks/$task->id/exceptions/$ada", ['dueAt' => now()->addDay()->toIso8601ZuluString()])->assertNoContent();
        $this->putJson("/api/tasks/$task->id/excused/$ada")->assertNoContent();
        $this->putJson("/api/tasks/$task->id/excused/$ada")->assertNoContent();
        $cell = self::cell($this->record(), 'Ada Zimmer', 0);
        self::assertSame([true, false, false], [$cell['excused'], $cell['missing'], $cell['late']]);
        self::assertNull(array_column($this->record()['students'], 'mean', 'name')['Ada Zimmer']);
        self::assertSame(0, $this->record()['tasks'][0]['n']);
        $this->deleteJson("/api/tasks/$task->id/exceptions/$ada")->assertNoContent();
        self::assertTrue(self::cell($this->record(), 'Ada Zimmer', 0)['excused']);
        $this->getJson("/api/tasks/$task->id")->assertJsonPath('exceptions', []);
        $this->deleteJson("/api/tasks/$task->id/excused/$ada")->assertNoContent();
        self::assertFalse(self::cell($this->record(), 'Ada Zimmer', 0)['excused']);
        self::assertNull($task->refresh()->exceptions);
        $this->putJson("/api/tasks/$task->id/excused/".Ulids::make())->assertNotFound();
        $this->asTeacher($this->teacher('Other'))->putJson("/api/tasks/$task->id/excused/$ada")->assertNotFound();
        $this->getJson("/api/classes/{$this->class->id}/record")->assertNotFound();
    }

    public function test_one_student_sees_a_score_before_the_others_or_after_them(): void
    {
        $task = $this->task('First', ['closes_at' => now()->addDay()]);
        $terms = Terms::read(Fields::of($task->terms));
        $task->update(['terms' => $terms->with(seen: [Sight::Score->value => SeenWhen::WhenReleased] + $terms->seen)->toArray()]);
        $rounds = ['Ada Zimmer' => $this->works('Ada Zimmer', $task, 4), 'Bram Abara' => $this->works('Bram Abara', $task, 3)];
        // Who sees a score, as the pages of the two have it.
        $see = function () use ($rounds): array {
            $seen = [];
            foreach ($rounds as $name => $round) {
                $score = $this->asStudent($this->member($this->class, $name))->getJson("/api/student/rounds/$round->id")->assertOk()->json('place.score');
                $seen[$name] = $score !== null;
            }

            return array_keys(array_filter($seen));
        };
        $ada = $this->member($this->class, 'Ada Zimmer')->id;
        $one = fn (bool $released) => $this->asTeacher($this->teacher)->putJson("/api/tasks/$task->id/released/$ada", ['released' => $released])->assertNoContent();
        $all = fn (bool $released) => $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task->id", ['released' => $released])->assertSuccessful();
        self::assertSame([], $see());
        $one(true);
        self::assertSame(['Ada Zimmer'], $see());
        self::assertSame([true, false], [self::cell($this->record(), 'Ada Zimmer', 0)['released'], self::cell($this->record(), 'Bram Abara', 0)['released']]);
        // Times of her own, and being excused, change nothing of it; nor is it one of those exceptions.
        $this->putJson("/api/tasks/$task->id/exceptions/$ada", ['dueAt' => now()->addHour()->toIso8601ZuluString()])->assertNoContent();
        $this->deleteJson("/api/tasks/$task->id/exceptions/$ada")->assertNoContent();
        $this->getJson("/api/tasks/$task->id")->assertJsonPath('exceptions', []);
        self::assertSame(['Ada Zimmer'], $see());
        $one(false);
        self::assertSame([], $see());
        self::assertNull($task->refresh()->exceptions, 'As all are, nothing is said of one.');
        $all(true);
        $one(false);
        self::assertSame(['Bram Abara'], $see());
        // Said of all again, it holds for each.
        $all(true);
        self::assertSame(['Ada Zimmer', 'Bram Abara'], $see());
        $one(false);
        $all(false);
        self::assertSame([], $see());
        $this->asTeacher($this->teacher)->putJson("/api/tasks/$task->id/released/".Ulids::make(), ['released' => true])->assertNotFound();
        $this->asTeacher($this->teacher('Other'))->putJson("/api/tasks/$task->id/released/$ada", ['released' => true])->assertNotFound();
    }

    public function test_a_class_in_the_full_school_has_its_own_and_those_given_together(): void
    {
        $task = $this->task('First');
        $round = $this->works('Ada Zimmer', $task, 2);
        $some = $this->task('For some', ['audience' => 'students']);
        DB::table('task_students')->insert(['task_id' => $some->id, 'student_id' => $this->member($this->class, 'Cleo')->id]);
        $record = $this->record();
        self::assertNull(array_column($record['students'], 'cells', 'name')['Ada Zimmer'][1]);
        self::assertSame(0, self::cell($record, 'Cleo', 1)['rounds']);
        // Moved to another class with the same task: what she did counts there, and no longer here.
        $other = $this->schoolClass($this->teacher, 'Davit');
        $twin = $task->replicate()->fill(['class_id' => $other->id]);
        $twin->save();
        DB::table('tasks')->whereIn('id', [$task->id, $twin->id])->update(['given_together' => Ulids::make()]);
        DB::table('enrolments')->where('student_id', $round->student_id)->update(['class_id' => $other->id]);
        self::assertSame(['Bram Abara', 'Cleo'], array_column($this->record()['students'], 'name'));
        $this->class = $other;
        self::assertEqualsWithDelta(0.4, self::cell($this->record(), 'Ada Zimmer', 0)['score'], 1e-9);
    }

    public function test_every_round_of_a_task_is_told_with_its_beginning_and_its_end(): void
    {
        $task = $this->task('First');
        $this->works('Ada Zimmer', $task, 1);
        $this->works('Ada Zimmer', $task, 3, writes: true);
        $this->works('Bram Abara', $task, 2, ends: false);
        $told = $this->asTeacher($this->teacher)->getJson("/api/tasks/$task->id/rounds")->assertOk()->json();
        self::assertSame(['Bram', 'Cleo', 'Ada'], array_column($told['students'], 'given'));
        self::assertSame(
            [['Bram', 1, null, 3, 0, true], ['Ada', 1, 0.2, 2, 0, false], ['Ada', 2, 0.6, 5, 1, false]],
            array_map(static fn (array $round): array => [
                $told['students'][$round['student']]['given'], $round['number'], $round['score'], $round['answered'], $round['unread'],
                $round['endedAt'] === null,
            ], $told['rounds']),
        );
        // Who was taken out is not of them any more.
        DB::table('enrolments')->where('student_id', $this->member($this->class, 'Bram Abara')->id)->update(['removed_at' => now()]);
        self::assertCount(2, $this->getJson("/api/tasks/$task->id/rounds")->assertOk()->json('rounds'));
        $this->asTeacher($this->teacher('Other'))->getJson("/api/tasks/$task->id/rounds")->assertNotFound();
    }

    public function test_by_unit_and_with_no_more_queries_for_more_tasks(): void
    {
        $id = Ulids::make();
        DB::table('units')->insert(['id' => $id, 'teacher_id' => $this->teacher->id, 'school_id' => $this->teacher->school_id, 'name' => 'Tides']);
        $this->task('First', ['unit_id' => $id]);
        $this->task('Second');
        self::assertSame([['Tides'], ['First', 'Second']], [$this->record()['units'], array_column($this->record()['tasks'], 'title')]);
        self::assertSame(['First'], array_column($this->record('?unit=Tides')['tasks'], 'title'));
        $asked = function (): int {
            DB::enableQueryLog();
            DB::flushQueryLog();
            $this->record();

            return count(DB::getQueryLog());
        };
        $few = $asked();
        foreach (range(3, 8) as $n) {
            $this->works('Ada Zimmer', $this->task("Task $n"), 1);
            Student::query()->where('given_name', 'Bram')->update(['outside_number' => (string) $n]);
        }
        self::assertSame($few, $asked());
    }
}
