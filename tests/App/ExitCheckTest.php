<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;

final class ExitCheckTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada\nBram\nCleo\nDavit");
    }

    /** How it is with an objective, a question on it, and what is wanted again in one's own words. */
    private function check(string $name, string $objective, string $code = ''): Task
    {
        $d = new Draft($name);
        $serves = ['objectives' => [$d->id('goal')]];
        $quiz = $this->quiz($this->teacher, $d->quiz($name, '', [
            $d->asks('poll', $d->question('poll', 'poll', 'How is it?', [
                $d->wrong('could', 'I could explain it'), $d->wrong('hm', 'So so'), $d->wrong('again', 'I want it again'),
            ], '', '', [], '0', $serves)),
            $d->asks('marked', $d->question('marked', 'number', 'Two and two?', [$d->right('4')], '', '', [], '0', $serves)),
            $d->asks('words', $d->question('words', 'written', 'What once more?', [], '', '', [], '0', ['keyless' => true]), ['required' => false]),
        ], 'End', '', [], ['objectives' => [['id' => $d->id('goal'), 'text' => $objective, 'code' => $code]]]));
        $task = $this->given($this->class, $quiz);
        $task->update(['terms' => Terms::for(Purpose::ExitCheck)->toArray()]);

        return $task;
    }

    private function says(Task $task, string $name, string $student, string $how, ?string $number = null, ?string $words = null): void
    {
        $d = new Draft($name);
        $this->asStudent($this->member($this->class, $student));
        $round = $this->postJson("/api/student/tasks/{$task->id}/rounds", [])->assertOk()->json('id');
        $answers = [
            'poll' => ['choices' => [$d->id("entry/$how")]],
            'marked' => $number === null ? null : ['text' => $number],
            'words' => $words === null ? null : ['text' => $words],
        ];
        foreach (array_filter($answers) as $question => $response) {
            $told = $this->sendsEvent($round, 'answered', ['question' => $d->id("$question/question"), 'response' => $response])
                ->assertOk()->json();
            if (isset($told['place']['frame'])) {
                $this->sendsEvent($round, 'went-on', ['from' => $told['place']['frame']]);
            }
        }
    }

    public function test_it_tells_who_could_explain_what_and_what_is_wanted_again(): void
    {
        $look = fn (): array => $this->asTeacher($this->teacher)->getJson("/api/classes/{$this->class->id}/exit-checks")->assertOk()->json();
        // A task that asks nothing of the kind is none.
        $this->given($this->class, $this->quiz($this->teacher));
        self::assertSame([[], []], [$look()['checks'], $look()['over']]);

        $task = $this->check('tides', 'Say why there are tides', 'GEO-3');
        $this->says($task, 'tides', 'Ada', 'could', '4', 'The two bulges please');
        $this->says($task, 'tides', 'Bram', 'could', '5');
        $this->says($task, 'tides', 'Cleo', 'again', '5', 'why two bulges');
        $this->says($task, 'tides', 'Davit', 'hm');
        $told = $look();
        $ids = array_flip($told['names']);
        $check = $told['checks'][0];
        self::assertSame([$task->id, 4], [$check['task'], $check['answered']]);
        $who = static fn (array $students): string => implode(' ', array_map(static fn (string $one): string => $told['names'][$one], $students));
        self::assertSame(
            ['could' => 'Ada Bram', 'between' => 'Davit', 'again' => 'Cleo', 'right' => 'Ada', 'slipped' => 'Bram Cleo'],
            array_map($who, array_intersect_key($check['objectives'][0], array_flip(['could', 'between', 'again', 'right', 'slipped']))),
        );
        self::assertSame('What once more?', $check['words'][0]['prompt']);
        self::assertEqualsCanonicalizing(
            [['student' => $ids['Ada'], 'text' => 'The two bulges please'], ['student' => $ids['Cleo'], 'text' => 'why two bulges']],
            $check['words'][0]['groups'][0],
            'what is like each other stands together',
        );

        // A week later another quiz asks about the same, by its code alone; and something of its own.
        $this->travel(7)->days();
        $second = $this->check('more tides', 'The reason of the tides', 'geo-3');
        $this->says($second, 'more tides', 'Ada', 'could', '4');
        $third = $this->check('neaps', 'Neaps and springs');
        $this->says($third, 'neaps', 'Cleo', 'again');
        $told = $look();
        self::assertSame([$third->id, $second->id, $task->id], array_column($told['checks'], 'task'));
        self::assertSame([
            ['text' => 'Say why there are tides', 'points' => [['task' => $task->id, 'could' => 2, 'of' => 4], ['task' => $second->id, 'could' => 1, 'of' => 1]]],
            ['text' => 'Neaps and springs', 'points' => [['task' => $third->id, 'could' => 0, 'of' => 1]]],
        ], $told['over']);

        // Who has left the class is told of no more, and what was taken back neither.
        $this->deleteJson("/api/classes/{$this->class->id}/students/{$ids['Cleo']}")->assertSuccessful();
        $this->patchJson("/api/tasks/{$second->id}", ['takenBack' => true])->assertSuccessful();
        $told = $look();
        self::assertSame([$third->id, $task->id], array_column($told['checks'], 'task'));
        self::assertSame([0, 3], array_column($told['checks'], 'answered'));

        $this->asTeacher($this->teacher('Mo'))->getJson("/api/classes/{$this->class->id}/exit-checks")->assertNotFound();
    }

    public function test_objectives_are_told_over_quizzes_of_those_who_are_in_the_class(): void
    {
        $look = fn (): array => $this->asTeacher($this->teacher)->getJson("/api/classes/{$this->class->id}/objectives")->assertOk()->json();
        self::assertSame([], $look()['objectives']);
        $first = $this->check('tides', 'Say why there are tides', 'GEO-3');
        $second = $this->check('more tides', 'The reason of the tides', 'geo-3');
        $this->says($first, 'tides', 'Ada', 'could', '4');
        $this->says($first, 'tides', 'Bram', 'could', '5');
        $this->says($second, 'more tides', 'Ada', 'could', '4');
        $told = $look();
        self::assertSame(['Say why there are tides'], array_column($told['objectives'], 'text'));
        self::assertSame(
            [[$first->id, 1, 2], [$second->id, 1, 1]],
            array_map(static fn (array $one): array => [$one['task'], $one['share']['count'], $one['share']['of']], $told['objectives'][0]['points']),
            'a poll is no answer to an objective',
        );
        $ada = $this->member($this->class)->id;
        self::assertSame(2, array_column($told['objectives'][0]['students'], 'answers', 'student')[$ada]);

        $this->deleteJson("/api/classes/{$this->class->id}/students/$ada")->assertSuccessful();
        self::assertSame([[$first->id, 0, 1]], array_map(
            static fn (array $one): array => [$one['task'], $one['share']['count'], $one['share']['of']],
            $look()['objectives'][0]['points'],
        ));
        $this->asTeacher($this->teacher('Mo'))->getJson("/api/classes/{$this->class->id}/objectives")->assertNotFound();
    }
}
