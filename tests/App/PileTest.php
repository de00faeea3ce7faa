<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Demo\Draft;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;

/** What waits to be read, over all tasks of a teacher, and what is said to it. */
final class PileTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada\nBram\nCleo");
    }

    /** A task with two questions that a teacher reads, the second with two points. */
    private function written(string $title): Task
    {
        $d = new Draft($title);
        $question = static fn (string $name, int $points): array => $d->asks($name, $d->question(
            $name, 'written', "Why $name?", [], '', '', [], '0', ['readByTeacher' => true, 'points' => $points],
        ));

        return $this->given($this->class, $this->quiz($this->teacher, $d->quiz($title, '', [$question('one', 1), $question('two', 2)], 'End', '')));
    }

    /** A student begins a round and writes this, question by question. */
    private function writes(string $name, Task $task, string ...$texts): Round
    {
        $student = $this->member($this->class, $name);
        $round = (string) $this->asStudent($student)->postJson("/api/student/tasks/$task->id/rounds", ['again' => true])->assertOk()->json('id');
        foreach ($texts as $text) {
            $place = $this->getJson("/api/student/rounds/$round")->assertOk()->json('place');
            $this->sendsEvent($round, 'answered', ['question' => $place['question']['id'], 'response' => ['text' => $text]])->assertOk();
            $this->sendsEvent($round, 'went-on', ['from' => $place['frame']])->assertOk();
        }

        return Round::query()->findOrFail($round);
    }

    /** @return array<string, mixed> */
    private function pile(?Task $task = null, ?Teacher $teacher = null): array
    {
        return $this->asTeacher($teacher ?? $this->teacher)->getJson($task === null ? '/api/pile' : "/api/tasks/$task->id/pile")->assertOk()->json();
    }

    /**
     * @param  array<string, mixed>  $answer  of the pile
     * @param  array<string, mixed>  $more
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function reads(array $answer, float $share, array $more = []): TestResponse
    {
        return $this->asTeacher($this->teacher)->postJson(
            "/api/tasks/$answer[task]/rounds/$answer[round]/overrulings",
            ['question' => $answer['question'], 'seen' => $answer['seen'], 'share' => $share] + $more,
        );
    }

    public function test_everything_that_waits_lies_in_it_over_all_tasks_and_rounds_and_nothing_else_does(): void
    {
        [$first, $second] = [$this->written('First'), $this->written('Second')];
        $this->writes('Ada', $first, 'Because.', 'The Moon.');
        $this->writes('Bram', $first, ' because. ');
        $this->writes('Ada', $first, 'Once more.');
        $this->writes('Ada', $second, 'The Sun.');
        $pile = $this->pile();
        self::assertSame([['First', 4], ['Second', 1]], array_map(static fn (array $one): array => [$one['title'], $one['waiting']], $pile['tasks']));
        self::assertEqualsCanonicalizing(
            [['Ada', 'Because.', 1], ['Ada', 'The Moon.', 1], ['Bram', ' because. ', 1], ['Ada', 'Once more.', 2], ['Ada', 'The Sun.', 1]],
            array_map(static fn (array $one): array => [$one['student']['name'], $one['own'][0], $one['number']], $pile['answers']),
        );
        self::assertSame(['Why one?', 'Why two?', 'Why one?'], array_column($pile['questions'], 'prompt'));
        self::assertSame(1, count($this->pile($second)['answers']));
        $this->getJson("/api/tasks/$first->id")->assertJsonPath('unread', 4);
        $this->getJson('/api/today')->assertJsonPath('reading.0.waiting', 4);
        // Those that say the same, but for capitals and spaces.
        $alike = array_count_values(array_column($pile['answers'], 'alike'));
        sort($alike);
        self::assertSame([1, 1, 1, 2], $alike);

        // Who was taken out, what was taken back and what is another's is no longer there.
        DB::table('enrolments')->where('student_id', $this->member($this->class, 'Bram')->id)->update(['removed_at' => now()]);
        $second->update(['taken_back_at' => now()]);
        self::assertSame([['First', 3]], array_map(static fn (array $one): array => [$one['title'], $one['waiting']], $this->pile()['tasks']));
        $other = $this->teacher('Other');
        self::assertSame([], $this->pile(null, $other)['answers']);
        $this->asTeacher($other)->getJson("/api/tasks/$first->id/pile")->assertNotFound();
        $this->class->update(['archived_at' => now()]);
        self::assertSame([], $this->pile()['tasks']);
    }

    public function test_of_tasks_given_together_an_answer_lies_where_its_student_is_now_and_once(): void
    {
        $first = $this->written('First');
        $other = $this->schoolClass($this->teacher, 'Cleo');
        $twin = $first->replicate()->fill(['class_id' => $other->id]);
        $twin->save();
        DB::table('tasks')->whereIn('id', [$first->id, $twin->id])->update(['given_together' => Ulids::make()]);
        $round = $this->writes('Ada', $first, 'Because.');
        $this->writes('Bram', $first, 'The Moon.');
        $ada = $round->student_id;
        $where = fn (): array => array_map(static fn (array $one): array => [$one['task'], $one['student']['name']], $this->pile()['answers']);
        // In both classes: once, where it was written.
        $enrolled = (array) DB::table('enrolments')->where(['class_id' => $this->class->id, 'student_id' => $ada])->first();
        DB::table('enrolments')->insert(['class_id' => $other->id] + array_diff_key($enrolled, ['id' => true]));
        self::assertEqualsCanonicalizing([[$first->id, 'Ada'], [$first->id, 'Bram']], $where());
        // Moved to the other: there, and no longer in the first.
        DB::table('enrolments')->where(['class_id' => $this->class->id, 'student_id' => $ada])->update(['removed_at' => now()]);
        self::assertEqualsCanonicalizing([[$twin->id, 'Ada'], [$first->id, 'Bram']], $where());
        self::assertEqualsCanonicalizing([[$twin->id, 1], [$first->id, 1]], array_map(
            static fn (array $one): array => [$one['task'], $one['waiting']], $this->pile()['tasks'],
        ));
        self::assertSame(['Ada'], array_column(array_column($this->pile($twin)['answers'], 'student'), 'name'));
        self::assertSame(['Bram'], array_column(array_column($this->pile($first)['answers'], 'student'), 'name'));
        // Also where the class it was written in is put away.
        $this->class->update(['archived_at' => now()]);
        self::assertSame([[$twin->id, 'Ada']], $where());
        $this->reads($this->pile()['answers'][0], 1)->assertNoContent();
        self::assertSame([], $where());
        self::assertSame([$twin->id], array_column($this->pile()['read'], 'task'));
    }

    public function test_what_was_read_is_out_of_it_says_whose_word_it_is_and_can_be_taken_back(): void
    {
        $task = $this->written('First');
        $round = $this->writes('Ada', $task, 'Because.', 'The Moon.');
        [$one, $two] = $this->pile()['answers'];
        self::assertTrue($this->asStudent($this->member($this->class))->getJson("/api/student/rounds/$round->id")->json('place.score.provisional'));
        $this->reads($one, 1, ['comment' => 'Well put.'])->assertNoContent();
        $this->reads($two, 0.5, ['comment' => 'And the Sun?'])->assertNoContent();
        self::assertEqualsWithDelta(2 / 3, $round->refresh()->score, 1e-9);
        $pile = $this->pile();
        self::assertSame([[], []], [$pile['tasks'], $pile['answers']]);
        self::assertEqualsCanonicalizing(['Well put.', 'And the Sun?'], $pile['phrases']);
        self::assertEqualsCanonicalizing(
            [[1, 'Well put.', $this->teacher->name, true], [0.5, 'And the Sun?', $this->teacher->name, true]],
            array_map(static fn (array $line): array => [$line['share'], $line['comment'], $line['by'], $line['mayTakeBack']], $pile['read']),
        );
        self::assertFalse($this->asStudent($this->member($this->class))->getJson("/api/student/rounds/$round->id")->json('place.score.provisional'));

        $restore = fn (array $body) => $this->asTeacher($this->teacher)->postJson("/api/tasks/$task->id/rounds/$round->id/restorings", $body);
        $restore(['question' => $two['question']])->assertNoContent();
        self::assertSame(['The Moon.'], $this->pile()['answers'][0]['own']);
        $restore(['question' => $two['question']])->assertStatus(422)->assertJsonPath('rule', 'nothing-to-read');
        $restore([])->assertStatus(422);
        $this->asTeacher($this->teacher('Other'))->postJson("/api/tasks/$task->id/rounds/$round->id/restorings", ['question' => $one['question']])->assertNotFound();
        [$before, $after] = app(RoundBook::class)->rebuild($round->id);
        self::assertEquals([$before->state, $before->unread, $before->read_at], [$after->refresh()->state, $after->unread, $after->read_at]);
    }

    public function test_points_given_to_a_drill_by_hand_are_told_by_its_title_and_taken_back(): void
    {
        $d = new Draft('drilled');
        $question = static fn (string $name): array => $d->question($name, 'number', "What is $name?", [$d->right('1')], '', '', []);
        $drill = $d->drill('drill', 'Sums in a row', [$question('a'), $question('b')], 2, 2);
        $first = $d->asks('first', $question('first'));
        $task = $this->given($this->class, $this->quiz($this->teacher, $d->quiz('Drilled', '', [$first, $drill], 'End', '')));
        $round = (string) $this->asStudent($this->member($this->class))->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
        $task->update(['closes_at' => now()->subMinute()]);
        $word = fn (string $what, array $body) => $this->asTeacher($this->teacher)->postJson("/api/tasks/$task->id/rounds/$round/$what", $body);
        $word('overrulings', ['stop' => $drill['id'], 'share' => 0.5, 'comment' => 'By mouth.'])->assertNoContent();
        $told = static fn (array $pile): array => array_map(
            static fn (array $one): array => [$one['about'], $one['isSeries'], $one['share'], $one['mayTakeBack']], $pile['read'],
        );
        self::assertSame([['Sums in a row', true, 0.5, true]], $told($this->pile()));
        $word('restorings', ['stop' => $drill['id']])->assertNoContent();
        self::assertSame([['Sums in a row', true, null, false]], $told($this->pile()));
    }

    public function test_what_was_read_or_written_anew_meanwhile_is_not_read_over(): void
    {
        $task = $this->written('First');
        $round = $this->writes('Ada', $task, 'Because.');
        [$answer] = $this->pile()['answers'];
        $this->reads($answer, 0, ['sendBack' => true, 'comment' => 'Say more.'])->assertNoContent();
        $this->reads($answer, 1)->assertConflict();
        $this->writes('Bram', $task, 'Because.');
        // It comes back before the finish, and is written anew.
        $ada = $this->member($this->class);
        $this->asStudent($ada)->getJson("/api/student/rounds/$round->id")->assertOk();
        $this->sendsEvent($round->id, 'answered', ['question' => (new Draft('First'))->id('two/question'), 'response' => ['text' => 'The Moon.']])->assertOk();
        $this->sendsEvent($round->id, 'went-on', ['from' => (new Draft('First'))->id('two')])->assertOk();
        $this->sendsEvent($round->id, 'answered', ['question' => $answer['question'], 'response' => ['text' => 'Because of the Moon.']])->assertOk();
        $this->reads($answer, 1)->assertConflict();
        $again = array_values(array_filter($this->pile()['answers'], static fn (array $one): bool => $one['own'] === ['Because of the Moon.']));
        self::assertSame(['Say more.'], array_column($again, 'comment'));
        $this->reads($again[0], 1)->assertNoContent();
    }

    public function test_sent_back_in_a_closed_task_it_opens_for_its_student_alone_and_they_write_again(): void
    {
        $task = $this->written('First');
        $ended = $this->writes('Ada', $task, 'Because.', 'The Moon.');
        $broken = $this->writes('Bram', $task, 'Whatever.');
        self::assertSame([null], array_values(array_unique(array_column($this->pile()['answers'], 'opensUntil'))), 'It is open.');
        $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task->id", ['closed' => true])->assertOk();
        $answers = array_column($this->pile()['answers'], null, 'round');
        self::assertGreaterThan(now()->addDays(6)->toIso8601ZuluString(), $answers[$ended->id]['opensUntil']);
        // Points open nothing.
        $this->reads($answers[$ended->id], 1.0)->assertNoContent();
        self::assertNull($task->refresh()->exceptions);
        $left = array_column($this->pile()['answers'], null, 'round');
        // What another said meanwhile is not said over, and opens nothing either.
        $this->reads(['seen' => 'another'] + $left[$ended->id], 0, ['sendBack' => true, 'comment' => 'Say more.'])->assertStatus(409);
        self::assertNull($task->refresh()->exceptions);
        foreach ([$ended, $broken] as $round) {
            $this->reads($left[$round->id], 0, ['sendBack' => true, 'comment' => 'Say more.'])->assertNoContent();
        }
        $closes = array_map(static fn (array $one): string => $one['closesAt'] ?? '', $task->refresh()->exceptions ?? []);
        self::assertEqualsCanonicalizing([$ended->student_id, $broken->student_id], array_keys($closes));
        foreach ($closes as $time) {
            self::assertGreaterThan(now()->addDays(6)->toIso8601ZuluString(), $time);
        }
        foreach (['Ada' => $ended, 'Bram' => $broken] as $name => $round) {
            $this->asStudent($this->member($this->class, $name));
            $this->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.round.sentBack', 1);
            $told = $this->getJson("/api/student/rounds/$round->id")->assertOk()->json();
            while ($told['place']['question']['id'] !== (new Draft('First'))->id('one/question')) {
                // Bram was in the middle: what he had not come to is asked first.
                $asked = ['question' => $told['place']['question']['id'], 'response' => ['text' => 'Later.']];
                $told = $this->sendsEvent($round->id, 'answered', $asked)->assertOk()->json();
                $told = $this->sendsEvent($round->id, 'went-on', ['from' => $told['place']['frame']])->assertOk()->json();
            }
            // They read why, and build on what they had written.
            self::assertSame(['comment' => 'Say more.', 'response' => ['text' => $name === 'Ada' ? 'Because.' : 'Whatever.']], $told['place']['sentBack']);
            $this->sendsEvent($round->id, 'answered', ['question' => $told['place']['question']['id'], 'response' => ['text' => "More by $name."]])
                ->assertOk()->assertJsonPath('place.sentBack', null);
            $this->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.round.sentBack', 0);
        }
        self::assertEqualsCanonicalizing(['More by Ada.', 'More by Bram.', 'Later.'], array_merge(...array_column($this->pile()['answers'], 'own')));
        // For the others it is closed as before.
        $cleo = $this->member($this->class, 'Cleo');
        $this->asStudent($cleo)->postJson("/api/student/tasks/$task->id/rounds", [])->assertStatus(409);
    }

    public function test_the_pile_asks_no_oftener_for_many_answers_than_for_few(): void
    {
        [$first, $second] = [$this->written('First'), $this->written('Second')];
        $this->writes('Ada', $first, 'One.');
        $few = $this->asked();
        foreach (['Bram', 'Cleo'] as $name) {
            $this->writes($name, $first, 'One.', 'Two.');
            $this->writes($name, $second, 'One.', 'Two.');
        }
        self::assertLessThanOrEqual($few, $this->asked());
    }

    private function asked(): int
    {
        $this->asTeacher($this->teacher)->getJson('/api/pile')->assertOk();
        DB::enableQueryLog();
        DB::flushQueryLog();
        $this->getJson('/api/pile')->assertOk();

        return count(DB::getQueryLog());
    }
}
