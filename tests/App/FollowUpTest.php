<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Evidence\Comparison;
use HiddenLadder\Demo\Draft;
use Illuminate\Support\Facades\DB;

final class FollowUpTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Task $task;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, implode("\n", range('A', 'J')));
        $this->task = $this->given($this->class, $this->quiz($this->teacher, self::document('leaves')));
    }

    /** @return array<string, mixed> two questions that can show the same misconception, and one that cannot */
    private static function document(string $name): array
    {
        $d = new Draft($name);
        $asks = static fn (string $question, bool $shows): array => $d->asks($question, $d->question($question, 'one-choice', "$question?", [
            $d->right('light', $question),
            $d->wrong("$question-soil", 'soil', '', [], null, $shows ? ['misconception' => $d->id('soil')] : []),
            $d->wrong("$question-other", 'other'),
        ], '', '', []));

        return $d->quiz("About $name", '', [$asks('first', true), $asks('second', true), $asks('third', false)], 'End', '', [], [
            'misconceptions' => [['id' => $d->id('soil'), 'text' => $name === 'leaves' ? 'Plants eat soil' : ' plants eat  SOIL']],
        ]);
    }

    /** The first tries of a student at the first two questions of a quiz: right, or the misconception; and right after a slip. */
    private function answers(Task $task, string $quiz, string $student, bool ...$rights): void
    {
        $d = new Draft($quiz);
        $this->asStudent($this->member($this->class, $student));
        $round = $this->postJson("/api/student/tasks/{$task->id}/rounds", [])->assertOk()->json('id');
        foreach ($rights as $index => $right) {
            [$question, $told] = [['first', 'second'][$index], []];
            foreach ($right ? [true] : [false, true] as $try) {
                $entry = $try ? "entry/light/$question/right" : "entry/$question-soil";
                $told = $this->sendsEvent($round, 'answered', [
                    'question' => $d->id("$question/question"), 'response' => ['choices' => [$d->id($entry)]],
                ])->assertOk()->json();
            }
            if (isset($told['place']['frame'])) {
                $this->sendsEvent($round, 'went-on', ['from' => $told['place']['frame']])->assertOk();
            }
        }
    }

    /** @return array<string, mixed> what makes a quiz of one reading */
    private static function stops(string $id): array
    {
        return ['id' => $id, 'version' => 0, 'label' => 'Made', 'edits' => [[
            'do' => 'insert', 'into' => 'quiz', 'list' => 'stops', 'before' => null,
            'node' => ['id' => Ulids::make(), 'kind' => 'reading', 'title' => 'First', 'text' => '<p>From the air.</p>'],
        ]]];
    }

    /**
     * @param  list<string>  $students  by name
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private function body(array $students, array $more = []): array
    {
        return $more + [
            'title' => 'Once more', 'need' => (new Draft('leaves'))->id('soil'), 'give' => true, 'stops' => self::stops(Ulids::make()),
            'students' => array_map(fn (string $name): string => $this->member($this->class, $name)->id, $students),
        ];
    }

    public function test_a_follow_up_is_proposed_and_given_to_just_those(): void
    {
        $this->answers($this->task, 'leaves', 'A', true, false);
        $this->answers($this->task, 'leaves', 'B', true, false);
        $this->asTeacher($this->teacher);
        $need = (new Draft('leaves'))->id('soil');
        $students = array_column($this->getJson("/api/tasks/{$this->task->id}/evidence")->json('groups'), 'students', 'need')[$need];
        self::assertCount(2, $students);
        $proposal = $this->getJson("/api/tasks/{$this->task->id}/follow-up?".http_build_query(['need' => $need, 'students' => $students]));
        self::assertSame(
            [['again', (new Draft('leaves'))->id('second/question')], ['again', (new Draft('leaves'))->id('first/question')]],
            array_map(static fn (array $step): array => [$step['what'], $step['id']], $proposal->assertOk()->json('steps')),
            'where they slipped first',
        );

        // Whoever has left the class meanwhile gets nothing; where all have, that is said, and nothing is made.
        $gone = $this->body(['E']);
        $e = $this->member($this->class, 'E')->id;
        $this->deleteJson("/api/classes/{$this->class->id}/students/$e")->assertNoContent();
        $this->postJson("/api/tasks/{$this->task->id}/follow-ups", $gone)->assertStatus(422)
            ->assertJsonPath('detail', 'None of these students is in the class any more.');
        self::assertSame([0, 1], [$this->task->followUps()->count(), Quiz::query()->count()]);
        $this->postJson("/api/classes/{$this->class->id}/students/$e/restore")->assertNoContent();

        $body = $this->body(['A', 'B']);
        $given = $this->postJson("/api/tasks/{$this->task->id}/follow-ups", $body)->assertCreated()->json();
        self::assertSame($given, $this->postJson("/api/tasks/{$this->task->id}/follow-ups", $body)->assertCreated()->json(), 'once');
        self::assertSame([1, 2], [$this->task->followUps()->count(), Task::query()->count()]);
        $task = Task::query()->whereKey($given['task']['id'])->sole();
        self::assertEqualsWithDelta(0.0, $task->weight, 1e-9);
        self::assertSame(['learn', $need], [$task->terms['purpose'], $task->follows_need]);

        foreach (['A' => true, 'C' => false] as $name => $gets) {
            $this->asStudent($this->member($this->class, $name));
            $tasks = array_column($this->getJson('/api/student')->json('classes.0.tasks'), 'id');
            self::assertSame($gets, in_array($task->id, $tasks, true), $name);
            $this->postJson("/api/student/tasks/{$task->id}/rounds", [])->assertStatus($gets ? 200 : 404);
        }
    }

    public function test_changed_first_it_is_a_draft_until_it_is_given(): void
    {
        $this->asTeacher($this->teacher);
        $made = $this->postJson("/api/tasks/{$this->task->id}/follow-ups", $this->body(['A'], ['give' => false]))->assertCreated()->json();
        self::assertNull($made['task']);
        $quiz = Quiz::query()->whereKey($made['quiz'])->sole();
        self::assertNull($quiz->latestEdition);
        $this->postJson("/api/quizzes/{$quiz->id}/editions")->assertOk();
        $follows = ['task' => $this->task->id, 'need' => (new Draft('leaves'))->id('soil')];
        $body = ['quiz' => $quiz->id, 'classes' => [$this->class->id], 'students' => [$this->member($this->class, 'A')->id]];
        $this->postJson('/api/tasks', $body + ['follows' => $follows])->assertCreated();
        $this->getJson("/api/tasks/{$this->task->id}/follow-ups")->assertOk()->assertJsonPath('0.line.quiz', $quiz->id)
            ->assertJsonPath('0.wording', 'Plants eat soil')->assertJsonPath('0.measure', null)->assertJsonPath('0.comparison', null);

        // A follow-up of what is another's is none.
        $other = $this->teacher('Mo');
        $this->asTeacher($other);
        $class = $this->schoolClass($other, 'Zoe');
        $theirs = $this->quiz($other, self::document('roots'));
        $this->postJson("/api/quizzes/{$theirs->id}/editions")->assertOk();
        $this->postJson('/api/tasks', ['quiz' => $theirs->id, 'classes' => [$class->id], 'follows' => $follows])->assertNotFound();
    }

    public function test_what_cannot_be_published_leaves_nothing_behind(): void
    {
        $this->asTeacher($this->teacher);
        $quizzes = Quiz::query()->count();
        $node = ['id' => Ulids::make(), 'kind' => 'question', 'question' => [
            'id' => Ulids::make(), 'kind' => 'one-choice', 'prompt' => '', 'points' => 1, 'tolerance' => ['kind' => 'absolute', 'value' => '0'],
            'feedback' => ['right' => '', 'notRight' => ''], 'entries' => [], 'ladder' => [],
        ]];
        $stops = ['edits' => [['do' => 'insert', 'into' => 'quiz', 'list' => 'stops', 'before' => null, 'node' => $node]]]
            + self::stops(Ulids::make());
        $url = "/api/tasks/{$this->task->id}/follow-ups";
        $this->postJson($url, $this->body(['A'], ['stops' => $stops]))->assertStatus(422)->assertJsonPath('type', '/problems/not-ready');
        $this->postJson($url, $this->body([]))->assertStatus(422);
        $this->postJson($url, $this->body(['A'], ['stops' => ['id' => 'x']]))->assertStatus(422);
        $this->postJson($url, $this->body(['A'], ['stops' => self::stops($this->task->quiz_id)]))->assertCreated();
        self::assertSame($quizzes, Quiz::query()->count(), 'an id that is there already is that quiz, given once more');
        $this->getJson("/api/tasks/{$this->task->id}/follow-up?need=".Ulids::make())->assertNotFound();
        $this->getJson("/api/tasks/{$this->task->id}/follow-up?need=soil")->assertStatus(422);

        $this->asTeacher($this->teacher('Mo'));
        $this->postJson($url, $this->body(['A']))->assertNotFound();
        $this->getJson($url)->assertNotFound();
    }

    /** In a class in which another group got another follow-up, one student was taken out and one never did the first task. */
    public function test_whether_it_helped_is_told_beside_those_who_began_alike(): void
    {
        // Right at once, of the two questions: before in the first task, since in another quiz with the same misconception.
        $before = [
            'A' => [false, false], 'B' => [true, false], 'C' => [false, true], 'D' => [true, true], 'E' => [true, true], 'F' => [false, true],
            'G' => [false, false], 'H' => [true, false], 'I' => [false, false],
        ];
        $since = [
            'A' => [true, true], 'B' => [true, true], 'C' => [true, false], 'D' => [true, true], 'E' => [true, true], 'F' => [false, true],
            'G' => [false, false], 'H' => [false, true], 'I' => [true, true], 'J' => [true, true],
        ];
        foreach ($before as $student => $rights) {
            $this->answers($this->task, 'leaves', $student, ...$rights);
        }
        $this->travel(1)->hours();
        $this->asTeacher($this->teacher);
        $this->postJson("/api/tasks/{$this->task->id}/follow-ups", $this->body(['A', 'B', 'C']))->assertCreated();
        $this->postJson("/api/tasks/{$this->task->id}/follow-ups", $this->body(['I'], ['title' => 'Another']))->assertCreated();
        $this->travel(1)->hours();
        $second = $this->given($this->class, $this->quiz($this->teacher, self::document('roots')));
        foreach ($since as $student => $rights) {
            $this->answers($second, 'roots', $student, ...$rights);
        }
        $this->asTeacher($this->teacher);
        $gone = "/api/classes/{$this->class->id}/students/{$this->member($this->class, 'E')->id}";
        $this->deleteJson($gone)->assertSuccessful();

        $share = static fn (array $rights): float => count(array_filter($rights, static fn (bool $right): bool => $right)) / count($rights);
        $pair = static fn (string $name): array => ['before' => $share($before[$name]), 'after' => $share($since[$name])];
        $got = array_map($pair, ['A', 'B', 'C']);
        $others = array_map($pair, ['D', 'F', 'G', 'H']);
        $told = $this->getJson("/api/tasks/{$this->task->id}/follow-ups")->assertOk()->json('1');
        self::assertSame([$second->id, true, 0], [$told['measure'], $told['ofNeed'], $told['finished']]);
        self::assertEquals(['n' => 3] + array_map(self::rounded(...), Comparison::means($got)), $told['got']);
        self::assertEquals(['n' => 4] + array_map(self::rounded(...), Comparison::means($others)), $told['others']);
        self::assertNull($told['comparison'], 'seven are too few');

        // One more makes eight.
        $this->postJson("$gone/restore")->assertSuccessful();
        $told = $this->getJson("/api/tasks/{$this->task->id}/follow-ups")->assertOk()->json('1');
        $comparison = Comparison::of($got, [...$others, $pair('E')]);
        self::assertNotNull($comparison);
        self::assertEquals($comparison->toArray(), $told['comparison']);
        self::assertSame(
            [['task' => $second->id, 'title' => 'About roots', 'got' => 3, 'others' => 6]],
            $told['measures'],
            'the first task itself was not begun again',
        );

        // Asked for a task in which nobody of them was since: there is nothing to tell.
        $measured = http_build_query(['measures' => [$told['line']['id'] => $this->task->id]]);
        $none = $this->getJson("/api/tasks/{$this->task->id}/follow-ups?$measured")->assertOk()->json('1');
        self::assertSame([0, 0, null], [$none['got']['n'], $none['others']['n'], $none['comparison']]);

        // Taken back, it is no more among them.
        $this->patchJson("/api/tasks/{$told['line']['id']}", ['takenBack' => true])->assertSuccessful();
        $this->getJson("/api/tasks/{$this->task->id}/follow-ups")->assertOk()->assertJsonCount(1);
    }

    private static function rounded(float $mean): float
    {
        return round($mean, 4);
    }

    public function test_last_night_makes_the_opening_of_the_lesson_and_it_is_told_how_that_went(): void
    {
        $before = ['A' => [false, false], 'B' => [true, false], 'C' => [true, false], 'D' => [true, false], 'E' => [true, true]];
        $today = fn (): array => $this->asTeacher($this->teacher)->getJson('/api/today')->assertOk()->json('openings');
        foreach (array_slice($before, 0, 4) as $student => $rights) {
            $this->answers($this->task, 'leaves', $student, ...$rights);
        }
        self::assertSame([], $today(), 'four are too few');
        $this->answers($this->task, 'leaves', 'E', ...$before['E']);
        self::assertSame([['task' => $this->task->id, 'title' => 'About leaves', 'class' => 'Year 8', 'students' => 5]], $today());

        $url = "/api/tasks/{$this->task->id}/opening";
        // Not wanted, it is proposed no more; what is done after that makes another one.
        $this->travel(1)->minutes();
        $this->deleteJson($url)->assertNoContent();
        self::assertSame([], $today());
        $this->putJson($url)->assertNoContent();
        self::assertCount(1, $today());
        $this->deleteJson($url)->assertNoContent();
        $this->travel(1)->minutes();
        DB::table('rounds')->where('task_id', $this->task->id)->limit(4)->update(['moved_at' => now()->format('Y-m-d H:i:s.v')]);
        self::assertSame([], $today(), 'four are too few again');
        DB::table('rounds')->where('task_id', $this->task->id)->update(['moved_at' => now()->format('Y-m-d H:i:s.v')]);
        self::assertSame([5], array_column($today(), 'students'));
        // Whoever was taken out is not in the lesson; what one of the class walked in a task given together to another counts here.
        $place = DB::table('enrolments')->where('student_id', $this->member($this->class, 'E')->id);
        $place->update(['removed_at' => now()]);
        self::assertSame([], $today());
        $place->update(['removed_at' => null]);
        $twin = Task::query()->create([
            'teacher_id' => $this->teacher->id, 'class_id' => $this->schoolClass($this->teacher, 'Zoe')->id, 'quiz_id' => $this->task->quiz_id,
            'terms' => $this->task->terms, 'given_together' => Ulids::make(),
        ]);
        $this->task->update(['given_together' => $twin->given_together]);
        $ofE = DB::table('rounds')->where('student_id', $this->member($this->class, 'E')->id);
        $ofE->update(['task_id' => $twin->id]);
        self::assertSame([[$this->task->id, 5]], array_map(static fn (array $one): array => [$one['task'], $one['students']], $today()));
        $ofE->update(['task_id' => $this->task->id]);
        $told = $this->getJson($url)->assertOk()->json();
        $d = new Draft('leaves');
        $second = $d->id('second/question');
        self::assertSame(
            [['question' => $second, 'right' => 1, 'of' => 5, 'slips' => [['entry' => $d->id('entry/second-soil'), 'text' => 'soil', 'n' => 4]]]],
            $told['questions'],
        );
        $who = static fn (string $id): string => $told['names'][$id];
        self::assertSame([['A', 'E']], array_map(static fn (array $pair): array => [$who($pair['one']), $who($pair['other'])], $told['pairs']));
        self::assertSame([], $told['held']);

        // The same question, by its id, in a small quiz of its own.
        $this->travel(1)->hours();
        $question = self::document('leaves')['stops'][1]['question'];
        $node = ['id' => Ulids::make(), 'kind' => 'question', 'question' => $question];
        $stops = ['edits' => [['do' => 'insert', 'into' => 'quiz', 'list' => 'stops', 'before' => null, 'node' => $node]]] + self::stops(Ulids::make());
        $made = $this->postJson("{$url}s", ['title' => 'Opening', 'stops' => $stops])->assertCreated()->json();
        self::assertSame($made['id'], $this->postJson("{$url}s", ['title' => 'Opening', 'stops' => $stops])->assertCreated()->json('id'), 'once');
        self::assertSame(['class', 0, true], [$made['audience'], $made['weight'], $made['optional']]);
        self::assertSame([], $today());
        $this->getJson("/api/tasks/{$this->task->id}/follow-ups")->assertOk()->assertExactJson([]);

        // On the board A, B and E are right, C is not; J had not done it before.
        $opening = Task::query()->whereKey($made['id'])->sole();
        foreach (['A' => true, 'B' => true, 'C' => false, 'E' => true, 'J' => true] as $student => $right) {
            $this->asStudent($this->member($this->class, $student));
            $round = $this->postJson("/api/student/tasks/{$opening->id}/rounds", [])->assertOk()->json('id');
            $entry = $d->id($right ? 'entry/light/second/right' : 'entry/second-soil');
            $this->sendsEvent($round, 'answered', ['question' => $second, 'response' => ['choices' => [$entry]]])->assertOk();
        }
        $held = $this->asTeacher($this->teacher)->getJson($url)->assertOk()->json('held.0');
        self::assertSame($opening->id, $held['task']);
        self::assertSame([[
            'question' => $second, 'before' => ['right' => 1, 'of' => 5], 'then' => ['right' => 4, 'of' => 5], 'both' => 4, 'gained' => 2, 'lost' => 0,
        ]], $held['questions']);
        DB::table('enrolments')->where('student_id', $this->member($this->class, 'B')->id)->update(['removed_at' => now()]);
        self::assertSame(
            [['right' => 1, 'of' => 4], ['right' => 3, 'of' => 4], 3],
            array_values(array_intersect_key($this->getJson($url)->json('held.0.questions.0'), ['before' => 0, 'then' => 0, 'both' => 0])),
        );

        $this->asTeacher($this->teacher('Mo'));
        $this->getJson($url)->assertNotFound();
        $this->postJson("{$url}s", ['title' => 'Opening', 'stops' => self::stops(Ulids::make())])->assertNotFound();
    }

    public function test_groups_are_changed_by_hand_and_as_proposed_again(): void
    {
        foreach (['A', 'B', 'C'] as $student) {
            $this->answers($this->task, 'leaves', $student, false);
        }
        $this->asTeacher($this->teacher);
        $need = (new Draft('leaves'))->id('soil');
        $ids = array_map(fn (string $name): string => $this->member($this->class, $name)->id, ['A', 'B', 'D']);
        $look = fn (): array => array_intersect_key(
            $this->getJson("/api/tasks/{$this->task->id}/evidence")->assertOk()->json(),
            ['groups' => true, 'groupsByHand' => true],
        );
        $proposed = $look();
        self::assertSame([false, 3], [$proposed['groupsByHand'], count($proposed['groups'][0]['students'])]);

        $url = "/api/tasks/{$this->task->id}/groups";
        $gone = ['need' => Ulids::make(), 'students' => $ids];
        $this->putJson($url, ['groups' => [['need' => $need, 'students' => $ids], $gone]])->assertNoContent();
        self::assertEquals(['groups' => [['need' => $need, 'students' => $ids]], 'groupsByHand' => true], $look());

        // Who is no more in the class is no more in a group.
        $this->deleteJson("/api/classes/{$this->class->id}/students/$ids[0]")->assertSuccessful();
        self::assertSame(array_slice($ids, 1), $look()['groups'][0]['students']);
        $this->postJson("/api/classes/{$this->class->id}/students/$ids[0]/restore")->assertSuccessful();

        $this->putJson($url, ['groups' => []])->assertNoContent();
        self::assertEquals(['groups' => [], 'groupsByHand' => true], $look());
        $this->putJson($url, ['groups' => [['need' => 'x', 'students' => []]]])->assertStatus(422);
        $this->deleteJson($url)->assertNoContent();
        self::assertEquals($proposed, $look());

        $this->asTeacher($this->teacher('Mo'));
        $this->putJson($url, ['groups' => []])->assertNotFound();
        $this->deleteJson($url)->assertNotFound();
    }
}
