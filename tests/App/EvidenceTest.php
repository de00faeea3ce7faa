<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;
use Illuminate\Support\Facades\Artisan;

final class EvidenceTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Task $task;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada\nBram\nCleo");
        $this->task = $this->given($this->class, $this->quiz($this->teacher));
    }

    /** Begins a round and gives these answers to the first question, one after the other, past the rungs they show. */
    private function answers(string $name, string ...$entries): void
    {
        $this->asStudent($this->member($this->class, $name));
        $view = $this->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk()->json();
        $number = 1;
        $send = function (string $kind, array $data) use ($view, &$number): array {
            $told = $this->sendsEvent($view['id'], $kind, $data)->assertOk()->json();
            $number = $told['number'];

            return $told;
        };
        foreach ($entries as $entry) {
            $told = $send(
                'answered',
                ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id("entry/$entry")]]],
            );
            if (isset($told['place']['rung'])) {
                $send('went-on', ['from' => $told['place']['rung']['id']]);
            }
        }
    }

    public function test_figures_come_with_the_answers(): void
    {
        $look = fn (): array => $this->asTeacher($this->teacher)->getJson("/api/tasks/{$this->task->id}/evidence")->assertOk()->json();
        self::assertSame([0, []], [$look()['students'], $look()['summary']]);
        $right = Sample::document()['stops'][0]['question']['entries'][0]['id'];
        $this->answers('Ada', 'plain', 'plain');
        $this->answers('Bram', 'own');
        $told = $look();
        $first = $told['questions'][0];

        self::assertSame([2, 2], [$told['students'], count($told['rows'])]);
        self::assertSame([Sample::id('first/question'), 0, 2], [$first['question'], $first['atOnce']['count'], $first['atOnce']['of']]);
        self::assertSame(
            [1, 1, 1.5],
            [$first['entries'][Sample::id('entry/plain')]['count'], $first['entries'][Sample::id('entry/own')]['count'], $first['tries']],
        );
        self::assertSame(
            ['count' => 0, 'of' => 1],
            array_intersect_key($told['rungs'][Sample::id('hint-1')], ['count' => 1, 'of' => 1]),
            'Ada came to the first rung, and slipped again',
        );
        self::assertArrayNotHasKey($right, $first['entries']);
        self::assertSame('Ada', $told['names'][$told['rows'][0]['student']] ?? null);
    }

    public function test_the_course_of_a_round_comes_out_the_same_from_its_events(): void
    {
        $this->answers('Ada', 'plain', 'own', 'plain');
        $before = Round::query()->sole()->evidence;
        self::assertCount(3, $before['attempts'] ?? []);
        self::assertSame(0, Artisan::call('rounds:rebuild'));
        self::assertStringContainsString('1 rounds rebuilt, 0 of them', Artisan::output());
        Round::query()->update(['evidence' => '[]']);
        Artisan::call('rounds:rebuild');
        self::assertEquals($before, Round::query()->sole()->evidence);
    }

    public function test_a_task_s_small_picture_follows_the_answers(): void
    {
        $depths = fn (): array => $this->asTeacher($this->teacher)->getJson('/api/today')->assertOk()->json('running.0.depths');
        self::assertSame(['came' => 0, 'depth' => 0, 'rungs' => 2], self::plain($depths()[0]));
        $this->answers('Ada', 'plain', 'plain');
        $this->answers('Bram', 'plain');
        self::assertSame(['came' => 2, 'depth' => 1.5, 'rungs' => 2], self::plain($depths()[0]));
        self::assertSame($depths(), $this->getJson("/api/tasks/{$this->task->id}")->json('depths'));
    }

    /**
     * @param  array<string, int|float>  $stop
     * @return array<string, int|float>
     */
    private static function plain(array $stop): array
    {
        ksort($stop);

        return $stop;
    }

    public function test_an_objective_is_mastered_by_the_rule_of_the_quiz(): void
    {
        $document = Sample::document();
        $document['objectives'] = [['id' => Sample::id('goal'), 'text' => 'Say it']];
        $document['stops'][0]['question']['objectives'] = [Sample::id('goal')];
        $this->task = $this->given($this->class, $this->quiz($this->teacher, $document));
        $right = $document['stops'][0]['question']['entries'][0]['id'];
        $this->answers('Ada', 'plain');
        $this->asStudent($this->member($this->class, 'Bram'));
        $round = $this->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk()->json('id');
        $this->sendsEvent(
            $round,
            'answered',
            ['question' => Sample::id('first/question'), 'response' => ['choices' => [$right]]],
        )->assertOk();
        $told = $this->asTeacher($this->teacher)->getJson("/api/tasks/{$this->task->id}/evidence")->assertOk()->json();
        [$ada, $bram] = [$this->member($this->class, 'Ada')->id, $this->member($this->class, 'Bram')->id];

        self::assertSame(['mastered' => [$bram], 'unmet' => [$ada], 'alone' => [$bram]], $told['objectives'][Sample::id('goal')]);
        self::assertSame(['clear', 'on-the-ladder'], [self::standing($told, $bram), self::standing($told, $ada)]);
        self::assertSame([], $told['polls']);
    }

    /** @param  array<string, mixed>  $told */
    private static function standing(array $told, string $student): ?string
    {
        return array_column($told['rows'], 'standings', 'student')[$student][Sample::id('first/question')] ?? null;
    }

    public function test_rounds_of_an_older_edition_count_where_a_question_is_still_asked(): void
    {
        $this->answers('Ada', 'plain');
        $newer = Sample::document();
        // The first question is asked still, with an option less; the video is gone, and there is a question that nobody has met.
        unset($newer['stops'][0]['question']['entries'][1]);
        $newer['stops'] = [
            [
                'question' => ['entries' => array_values($newer['stops'][0]['question']['entries'])] + $newer['stops'][0]['question'],
            ] + $newer['stops'][0],
            $newer['stops'][2],
        ];
        Edition::query()->create(
            ['quiz_id' => $this->task->quiz_id, 'number' => 2, 'version' => 2, 'document' => $newer, 'published_at' => now()],
        );
        $this->answers('Bram', 'own');
        $told = $this->asTeacher($this->teacher)->getJson("/api/tasks/{$this->task->id}/evidence")->assertOk()->json();

        self::assertSame([1, 2, 2], [$told['otherEditions'], $told['students'], count($told['questions'])]);
        self::assertSame([2, 0], array_column(array_column($told['questions'], 'atOnce'), 'of'));
        self::assertSame(1, $told['questions'][0]['entries'][Sample::id('entry/plain')]['count'], 'what was chosen then is told still');
        self::assertCount(2, $this->getJson('/api/today')->assertOk()->json('running.0.depths'));

        // What one student did is read with the quiz as it was for them, and tells what each event was about.
        $walked = fn (string $name): array => $this->getJson("/api/tasks/{$this->task->id}/students/{$this->member($this->class, $name)->id}")->assertOk()->json('rounds.0');
        self::assertSame([1, 2], [$walked('Ada')['edition'], $walked('Bram')['edition']]);
        // Began; answered; left it by going on.
        self::assertSame([null, Sample::id('first/question'), Sample::id('first/question')], array_column($walked('Ada')['events'], 'about'));
        $then = $this->getJson("/api/tasks/{$this->task->id}/editions/1")->assertOk()->assertJsonPath('edition', 1)->json('document.stops');
        self::assertSame(array_column(Sample::document()['stops'], 'id'), array_column($then, 'id'));
        $this->getJson("/api/tasks/{$this->task->id}/editions/3")->assertNotFound();
    }

    public function test_an_answer_that_nobody_foresaw_becomes_a_foreseen_one_and_old_answers_show_it(): void
    {
        $d = new Draft('sums');
        $right = ['id' => $d->id('right'), 'text' => '21', 'key' => '21', 'right' => true, 'feedback' => '', 'ladder' => [], 'fork' => null];
        $sum = $d->question('sum', 'number', 'What is 5 + 8 × 2?', [$right], '', '', []);
        $quiz = $this->quiz($this->teacher, $d->quiz('Sums', '', [$d->asks('sum', $sum)], 'End', ''));
        $task = $this->given($this->class, $quiz);
        foreach (['Ada' => '26', 'Bram' => '26', 'Cleo' => '21'] as $name => $typed) {
            $this->asStudent($this->member($this->class, $name));
            $round = $this->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
            $this->sendsEvent($round, 'answered', ['question' => $sum['id'], 'response' => ['text' => $typed]])->assertOk();
        }
        $look = fn (): array => $this->asTeacher($this->teacher)->getJson("/api/tasks/$task->id/evidence")->assertOk()->json();
        ['unforeseen' => $unforeseen] = $look();
        self::assertSame([['26', 2]], array_map(static fn (array $one): array => [$one['text'], $one['n']], $unforeseen));
        self::assertNotSame([], $unforeseen[0]['ways']);

        $laid = '';
        // The slip that leads there is its misconception: one that the quiz in use did not have.
        $misconception = ['id' => $d->id('from left to right'), 'text' => 'Went from left to right'];
        $foreseen = ['id' => $d->id('26'), 'key' => '26', 'right' => false, 'misconception' => $misconception['id'], 'text' => ''] + $right;
        foreach ([['quiz', 'misconceptions', $misconception], [$sum['id'], 'entries', $foreseen]] as [$into, $list, $node]) {
            $laid = $this->postJson("/api/quizzes/$quiz->id/corrections", [
                'id' => Ulids::make(), 'version' => 1, 'label' => 'Foresees 26',
                'edits' => [['do' => 'insert', 'into' => $into, 'list' => $list, 'before' => null, 'node' => $node]],
            ])->assertCreated()->assertJsonPath('elsewhere', [])->json('id');
        }
        $this->postJson("/api/quizzes/$quiz->id/re-markings")->assertOk()->assertJsonPath('left', 0);
        $shows = static fn (array $evidence): array => array_values(array_map(
            static fn (array $one): int => count($one['now']), $evidence['misconceptions'],
        ));
        self::assertSame([[], [2]], [$look()['unforeseen'], $shows($look())]);
        // Taken back, nobody has foreseen it; the misconception stays for whatever else shows it.
        $this->deleteJson("/api/quizzes/$quiz->id/corrections/$laid")->assertOk();
        $this->postJson("/api/quizzes/$quiz->id/re-markings")->assertOk();
        self::assertSame(['26'], array_column($look()['unforeseen'], 'text'));
        self::assertSame([$misconception], $quiz->refresh()->document['misconceptions']);
    }

    public function test_what_fills_a_gap_and_nobody_foresaw_becomes_foreseen_in_that_gap(): void
    {
        $d = new Draft('gaps');
        $question = $d->question('sea', 'gaps', 'Fill it in.', [], '', '', [], '0', [
            'sentence' => 'The [1] runs out and the [2] comes in.', 'gaps' => [$d->gap('out', [$d->right('ebb')]), $d->gap('in', [$d->right('flood')])],
        ]);
        [$out, $in] = [$d->id('gap/out'), $d->id('gap/in')];
        $quiz = $this->quiz($this->teacher, $d->quiz('Gaps', '', [$d->asks('sea', $question)], 'End', ''));
        $task = $this->given($this->class, $quiz);
        foreach (['Ada', 'Bram'] as $name) {
            $this->asStudent($this->member($this->class, $name));
            $round = $this->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
            $this->sendsEvent($round, 'answered', ['question' => $question['id'], 'response' => ['gaps' => [$out => 'ebb', $in => 'swell']]])->assertOk();
        }
        $look = fn (): array => $this->asTeacher($this->teacher)->getJson("/api/tasks/$task->id/evidence")->assertOk()->json();
        self::assertSame([[$in, 'swell', 2]], array_map(static fn (array $one): array => [$one['gap'], $one['text'], $one['n']], $look()['unforeseen']));
        $node = ['id' => $d->id('swell'), 'text' => '', 'key' => 'swell', 'right' => true, 'feedback' => '', 'ladder' => [], 'fork' => null];
        $this->postJson("/api/quizzes/$quiz->id/corrections", [
            'id' => Ulids::make(), 'version' => 1, 'label' => 'Takes swell as right',
            'edits' => [['do' => 'insert', 'into' => $in, 'list' => 'entries', 'before' => null, 'node' => $node]],
        ])->assertCreated()->assertJsonPath('elsewhere', []);
        $this->postJson("/api/quizzes/$quiz->id/re-markings")->assertOk()->assertJsonPath('left', 0);
        $told = $look();
        self::assertSame([], $told['unforeseen']);
        self::assertSame([2, 2], [$told['questions'][0]['atOnce']['count'], $told['questions'][0]['atOnce']['of']]);
    }

    public function test_no_group_is_smaller_than_wished(): void
    {
        $this->answers('Ada', 'plain');
        $this->asTeacher($this->teacher)->getJson(
            "/api/tasks/{$this->task->id}/evidence?leastGroup=3",
        )->assertOk()->assertJsonPath('groups', []);
        $this->getJson("/api/tasks/{$this->task->id}/evidence?leastGroup=0")->assertStatus(422);
    }

    public function test_it_is_for_the_class_s_own_teacher(): void
    {
        $this->asTeacher($this->teacher('Other'))->getJson("/api/tasks/{$this->task->id}/evidence")->assertNotFound();
        $this->asStudent($this->member($this->class, 'Ada'))->getJson("/api/tasks/{$this->task->id}/evidence")->assertUnauthorized();
    }
}
