<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Demo\Draft;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\Response;

/** What was mastered comes back, over days and in the school's time zone; a quiz in portions; terms kept under a name. */
final class ReturnsTest extends AppTestCase
{
    private const NAMES = ['one', 'two', 'three', 'eleven'];

    private Teacher $teacher;

    private SchoolClass $class;

    private Student $ada;

    private Quiz $quiz;

    protected function setUp(): void
    {
        parent::setUp();
        CarbonImmutable::setTestNow('2027-01-10T09:00:00Z');
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada\nBram");
        $this->ada = $this->member($this->class);
        $this->quiz = $this->quiz($this->teacher, self::document(['one', 'two', 'three']));
        $this->publish();
    }

    protected function tearDown(): void
    {
        CarbonImmutable::setTestNow();
        parent::tearDown();
    }

    private static function d(): Draft
    {
        return new Draft('returns');
    }

    /**
     * Questions answered by their number of letters, each with an objective of its own.
     *
     * @param  list<string>  $names
     * @return array<string, mixed>
     */
    private static function document(array $names): array
    {
        $d = self::d();

        return $d->quiz('Letters', 'Count.', [$d->reading('read', 'First', 'Read this.'), ...array_map(
            static fn (string $name): array => $d->asks($name, $d->question(
                $name, 'number', "How many letters has $name?", [$d->right((string) strlen($name), '', ['id' => $d->id("$name-right")])],
                '', '', [$d->hint("$name-hint", 'Count them.')], '0', ['objectives' => [$d->id("goal-$name")]],
            )),
            $names,
        )], 'End', 'Well done.', [], ['objectives' => array_map(
            static fn (string $name): array => ['id' => $d->id("goal-$name"), 'text' => "Count $name."], $names,
        )]);
    }

    private function publish(): void
    {
        $this->asTeacher($this->teacher)->postJson("/api/quizzes/{$this->quiz->id}/editions")->assertOk();
    }

    /** @param  array<string, mixed>  $terms */
    private function give(array $terms, mixed ...$more): string
    {
        return (string) $this->asTeacher($this->teacher)
            ->postJson('/api/tasks', ['quiz' => $this->quiz->id, 'classes' => [$this->class->id], 'terms' => $terms] + $more)
            ->assertCreated()->json('0.id');
    }

    /**
     * The student goes through a round as it comes, right at once but for some.
     *
     * @param  TestResponse<Response>  $begun
     * @return list<string> what was asked, in order
     */
    private function walk(TestResponse $begun, string ...$slips): array
    {
        $view = $begun->assertOk()->json();
        $asked = [];
        while ($view['finished'] === false) {
            $place = $view['place'];
            $id = $place['question']['id'] ?? '';
            if (($place['kind'] ?? '') !== 'question' || $place['verdictShown'] === true || $place['rung'] !== null) {
                $view = $this->sendsEvent($view['id'], 'went-on', ['from' => $place['frame']])->assertOk()->json();

                continue;
            }
            $name = self::NAMES[(int) array_search($id, array_map(static fn (string $one): string => self::d()->id("$one/question"), self::NAMES), true)];
            $isSlip = in_array($name, $slips, true) && ! in_array($name, $asked, true);
            $asked[] = $name;
            $view = $this->sendsEvent($view['id'], 'answered', [
                'question' => $id, 'response' => ['text' => $isSlip ? '99' : (string) strlen($name)],
            ])->assertOk()->json();
        }

        return array_values(array_unique($asked));
    }

    /** @return TestResponse<Response> */
    private function begin(string $task, ?Student $student = null): TestResponse
    {
        return $this->asStudent($student ?? $this->ada)->postJson("/api/student/tasks/$task/rounds", ['again' => true]);
    }

    /** @return TestResponse<Response> */
    private function comeBack(string $task, ?Student $student = null): TestResponse
    {
        return $this->asStudent($student ?? $this->ada)->postJson("/api/student/tasks/$task/returns");
    }

    /** @return array<string, mixed> of the returns of a task as its student reads them; nothing where nothing is told */
    private function told(string $task): array
    {
        $tasks = $this->asStudent($this->ada)->getJson('/api/student')->assertOk()->json('classes.0.tasks');

        return array_values(array_filter($tasks, static fn (array $one): bool => $one['id'] === $task))[0]['returns'] ?? [];
    }

    public function test_what_was_mastered_comes_back_after_days_in_short_rounds_that_count_towards_nothing(): void
    {
        $task = $this->give(['returns' => ['days' => [1, 3], 'questions' => 2], 'rounds' => ['limit' => 1], 'goal' => ['kind' => 'rounds', 'rounds' => 2]]);
        self::assertSame([], $this->told($task));
        $this->comeBack($task)->assertConflict();
        self::assertSame(['one', 'two', 'three'], $this->walk($this->begin($task), 'two'));
        self::assertSame(
            ['done' => 0, 'of' => 2, 'on' => '2027-01-11', 'isDue' => false, 'underWay' => null, 'last' => null],
            $this->told($task),
        );
        $this->comeBack($task)->assertConflict()->assertJsonPath('detail', 'Nothing of this comes back yet.');

        $this->travelTo('2027-01-11T06:00:00Z');
        self::assertSame(true, $this->told($task)['isDue'] ?? null);
        $begun = $this->comeBack($task)->assertOk()->assertJsonPath('kind', 'return')->assertJsonPath('round', 1)
            ->assertJsonPath('instructions', '')->assertJsonCount(2, 'progress')->assertJsonPath('overview', null);
        // Whoever asks twice, or on two devices, goes on in the same.
        self::assertSame($begun->json('id'), $this->comeBack($task)->json('id'));
        self::assertSame($begun->json('id'), $this->told($task)['underWay'] ?? null);
        $asked = $this->walk($begun, 'two');
        self::assertContains('two', $asked, 'the one that had been missed is least sure');
        self::assertSame(
            ['done' => 1, 'of' => 2, 'on' => '2027-01-13', 'isDue' => false, 'underWay' => null, 'last' => ['asked' => 2, 'there' => 1]],
            $this->told($task),
        );

        $this->travelTo('2027-01-13T06:00:00Z');
        self::assertSame('two', $this->walk($this->comeBack($task))[0], 'first what was missed in the last one');
        self::assertSame(
            ['done' => 2, 'of' => 2, 'on' => null, 'isDue' => false, 'underWay' => null, 'last' => ['asked' => 2, 'there' => 2]],
            $this->told($task),
        );
        $this->comeBack($task)->assertConflict();

        // None of it is a round of the task.
        $page = $this->asStudent($this->ada)->getJson('/api/student')->json('classes.0.tasks.0');
        self::assertCount(1, $page['rounds']);
        self::assertSame(['done' => 1, 'need' => 2, 'reached' => false], $page['goal']);
        $this->asTeacher($this->teacher)->getJson("/api/tasks/$task/lookout")->assertOk()->assertJsonPath('students.0.round.number', 1)
            ->assertJsonPath('students.0.round.finishedAt', '2027-01-10T09:00:00.000Z');
        $this->getJson("/api/tasks/$task/evidence")->assertOk()->assertJsonPath('rows.0.rounds', 1);
        $this->getJson("/api/classes/{$this->class->id}")->assertOk()->assertJsonPath('tasks.0.finished', 1);
    }

    public function test_the_teacher_sees_what_is_still_there_and_what_is_slipping_by_objective(): void
    {
        $task = $this->give(['returns' => ['days' => [1], 'questions' => 3]]);
        $bram = $this->member($this->class, 'Bram');
        foreach ([$this->ada, $bram] as $student) {
            $this->walk($this->begin($task, $student));
        }
        $returns = fn (): array => $this->asTeacher($this->teacher)->getJson("/api/tasks/$task/returns")->assertOk()->json();
        self::assertSame([[], [], []], array_column($returns()['objectives'], 'there'));
        self::assertSame(['2027-01-11', '2027-01-11'], array_column($returns()['students'], 'on'));
        $this->travelTo('2027-01-12T06:00:00Z');
        $this->walk($this->comeBack($task), 'one');
        $this->walk($this->comeBack($task, $bram));
        $told = $returns();
        self::assertSame([[$bram->id], [$this->ada->id, $bram->id], [$this->ada->id, $bram->id]], array_column($told['objectives'], 'there'));
        self::assertSame([[$this->ada->id], [], []], array_column($told['objectives'], 'slipping'));
        self::assertSame([1, 1], array_column($told['students'], 'done'));
        // It takes nothing away.
        self::assertSame([true, true], array_column($told['students'], 'mastered'));
        $this->asTeacher($this->teacher('Other'))->getJson("/api/tasks/$task/returns")->assertNotFound();
        app(Roster::class)->takeOut($this->class, $bram->id);
        self::assertCount(1, $returns()['students']);
    }

    /** @return array<string, array{string, string, string, string}> zone, mastered at, still not due, due; by the IANA tables of 2026 */
    public static function zones(): array
    {
        return [
            'Auckland, thirteen hours ahead' => ['Pacific/Auckland', '2027-01-10T11:30:00Z', '2027-01-11T10:59:59Z', '2027-01-11T11:00:00Z'],
            'Honolulu, ten behind' => ['Pacific/Honolulu', '2027-01-10T09:30:00Z', '2027-01-10T09:59:59Z', '2027-01-10T10:00:00Z'],
            'Dublin, the night that summer time begins' => ['Europe/Dublin', '2027-03-27T23:30:00Z', '2027-03-27T23:59:59Z', '2027-03-28T00:00:00Z'],
            'Dublin, the day after' => ['Europe/Dublin', '2027-03-28T12:00:00Z', '2027-03-28T22:59:59Z', '2027-03-28T23:00:00Z'],
        ];
    }

    #[DataProvider('zones')]
    public function test_days_are_those_of_the_schools_time_zone(string $zone, string $mastered, string $before, string $due): void
    {
        $this->asTeacher($this->teacher)->patchJson('/api/school', ['timeZone' => $zone])->assertOk()->assertJsonPath('timeZone', $zone);
        $this->travelTo($mastered);
        $task = $this->give(['returns' => ['days' => [1]]]);
        $this->walk($this->begin($task));
        $this->travelTo($before);
        self::assertSame(false, $this->told($task)['isDue'] ?? null);
        $this->travelTo($due);
        self::assertSame(true, $this->told($task)['isDue'] ?? null);
        $this->comeBack($task)->assertOk();
    }

    public function test_a_zone_that_is_none_is_refused(): void
    {
        $this->asTeacher($this->teacher)->patchJson('/api/school', ['timeZone' => 'Moon/Tranquility'])->assertUnprocessable();
    }

    public function test_it_comes_back_after_closing_too_but_not_once_it_is_taken_back_or_for_whoever_was_taken_out(): void
    {
        $task = $this->give(['returns' => ['days' => [1, 2]]], closesAt: '2027-01-10T12:00:00Z');
        $this->walk($this->begin($task));
        $this->travelTo('2027-01-11T09:00:00Z');
        $begun = $this->comeBack($task)->assertOk();
        $return = (string) $begun->json('id');
        $this->getJson("/api/student/rounds/$return")->assertOk()->assertJsonPath('finished', false);
        $this->asStudent($this->member($this->class, 'Bram'))->getJson("/api/student/rounds/$return")->assertNotFound();
        $this->walk($this->comeBack($task));
        // It stands as it was done: no closing ends it, and nothing of it is late.
        $kept = Round::query()->findOrFail($return);
        self::assertSame([RoundKind::Return, false], [$kept->kind, $kept->interrupted]);
        $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task", ['takenBack' => true])->assertOk();
        $this->travelTo('2027-01-12T09:00:00Z');
        $this->comeBack($task)->assertNotFound();
        $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task", ['takenBack' => false])->assertOk();
        app(Roster::class)->takeOut($this->class, $this->ada->id);
        $this->comeBack($task)->assertNotFound();
    }

    public function test_nothing_of_it_tells_a_result_before_the_terms_do(): void
    {
        $task = $this->give(['purpose' => 'check', 'returns' => ['days' => [1]]]);
        $begun = $this->begin($task)->assertOk();
        foreach (['one', 'two', 'three'] as $name) {
            $this->sendsEvent($begun->json('id'), 'went-to', ['stop' => self::d()->id($name)])->assertOk();
            $this->sendsEvent($begun->json('id'), 'answered', ['question' => self::d()->id("$name/question"), 'response' => ['text' => (string) strlen($name)]])->assertOk();
        }
        $this->sendsEvent($begun->json('id'), 'handed-in', [])->assertOk()->assertJsonPath('finished', true);
        $this->travelTo('2027-01-12T09:00:00Z');
        self::assertSame([], $this->told($task), 'that it comes back would tell that it is mastered');
        $this->comeBack($task)->assertConflict();
        $this->asTeacher($this->teacher)->patchJson("/api/tasks/$task", ['released' => true])->assertOk();
        self::assertSame(true, $this->told($task)['isDue'] ?? null);
        // It is practised: with help, till it is right, whatever the check had asked for.
        self::assertCount(3, $this->walk($this->comeBack($task), 'one'));
    }

    public function test_it_comes_back_where_one_sees_what_is_right_and_never_a_score(): void
    {
        $hidden = $this->give(['returns' => ['days' => [1]], 'seen' => ['score' => 'never', 'result' => 'never']]);
        $this->walk($this->begin($hidden));
        $task = $this->give(['returns' => ['days' => [1]], 'seen' => ['score' => 'never']]);
        $this->walk($this->begin($task));
        $this->travelTo('2027-01-11T09:00:00Z');
        self::assertSame([true, null], [$this->told($task)['isDue'] ?? null, $this->told($hidden)['isDue'] ?? null]);
        $this->asTeacher($this->teacher)->postJson('/api/terms', ['returns' => ['days' => [1]], 'seen' => ['score' => 'never', 'result' => 'never']])
            ->assertOk()->assertJsonCount(1, 'groups.returns.does');
        $this->postJson('/api/terms', ['returns' => ['days' => [1]], 'seen' => ['score' => 'never']])->assertOk()->assertJsonCount(0, 'groups.returns.does');
    }

    public function test_it_is_on_the_newest_edition_and_a_corrected_key_reaches_it(): void
    {
        $task = $this->give(['returns' => ['days' => [1, 2], 'questions' => 5]]);
        $this->walk($this->begin($task));
        $document = self::document(['two', 'three', 'eleven']);
        Edition::query()->create(['quiz_id' => $this->quiz->id, 'number' => 2, 'version' => 1, 'document' => $document, 'published_at' => now()]);
        $this->travelTo('2027-01-11T09:00:00Z');
        $begun = $this->comeBack($task);
        $asked = $this->walk($begun, 'three');
        sort($asked);
        self::assertSame(['three', 'two'], $asked, 'what is gone is not asked, and what is new was never mastered');
        $return = Round::query()->findOrFail((string) $begun->json('id'));
        $three = self::d()->id('three/question');
        self::assertSame('climbed', State::fromArray($return->state)->record($three)->standing->value);
        $this->asTeacher($this->teacher)->postJson("/api/quizzes/{$this->quiz->id}/corrections", [
            'id' => Ulids::make(), 'label' => 'Accepted', 'version' => $this->quiz->refresh()->version,
            'edits' => [['do' => 'set', 'at' => self::d()->id('three-right'), 'member' => 'key', 'value' => '99']],
        ])->assertSuccessful();
        $this->postJson("/api/quizzes/{$this->quiz->id}/re-markings")->assertOk();
        self::assertSame('clear', State::fromArray($return->refresh()->state)->record($three)->standing->value);
    }

    public function test_of_two_who_are_one_the_returns_are_numbered_by_themselves(): void
    {
        $task = $this->give(['returns' => ['days' => [1]]]);
        $bram = $this->member($this->class, 'Bram');
        foreach ([$bram, $this->ada] as $student) {
            $this->walk($this->begin($task, $student));
        }
        $this->travelTo('2027-01-11T09:00:00Z');
        $this->walk($this->comeBack($task, $bram));
        $this->travelTo('2027-01-11T10:00:00Z');
        $this->walk($this->comeBack($task));
        $this->asTeacher($this->teacher)->postJson("/api/classes/{$this->class->id}/students/{$this->ada->id}/merges", ['gone' => $bram->id])
            ->assertCreated();
        $numbers = static fn (RoundKind $kind): array => Round::query()->ofKind($kind)->where('task_id', $task)->orderBy('number')->pluck('number')->all();
        self::assertSame([[1, 2], [1, 2]], [$numbers(RoundKind::Task), $numbers(RoundKind::Return)]);
        self::assertSame(2, $this->told($task)['done'] ?? null);
    }

    public function test_a_quiz_in_portions_deals_what_was_missed_first_and_is_mastered_when_all_was_right(): void
    {
        $task = $this->give(['rounds' => ['portion' => 2]]);
        $first = $this->begin($task)->assertJsonCount(3, 'progress');
        $asked = $this->walk($first, 'one', 'two', 'three');
        self::assertCount(2, $asked);
        $again = $this->walk($this->begin($task)->assertJsonCount(3, 'progress'));
        self::assertEqualsCanonicalizing($asked, $again, 'both had been missed');
        self::assertSame([0, 0], Round::query()->where('task_id', $task)->pluck('mastered')->map(static fn (bool $was): int => (int) $was)->all());
        $rest = $this->walk($this->begin($task)->assertJsonCount(2, 'progress'));
        self::assertSame(array_values(array_diff(['one', 'two', 'three'], $asked)), $rest);
        self::assertTrue(Round::query()->where('task_id', $task)->where('number', 3)->sole()->mastered);
        // How a student stands at the quiz is seen over all portions.
        $standings = ['one' => 'clear', 'two' => 'clear', 'three' => 'clear'];
        $ids = array_map(static fn (string $name): string => self::d()->id("$name/question"), array_keys($standings));
        $seen = $this->asTeacher($this->teacher)->getJson("/api/tasks/$task/lookout")->assertOk()->json('students.0.round.standings');
        self::assertEquals(array_combine($ids, $standings), $seen);
        $row = $this->getJson("/api/tasks/$task/evidence")->assertOk()->json('rows.0.standings');
        self::assertEquals(array_combine($ids, $standings), $row);
        $this->command('rounds:rebuild')->assertSuccessful();
        $this->asTeacher($this->teacher)->getJson("/api/tasks/$task")->assertJsonPath('sentences', fn (array $said): bool => in_array(
            'Each round asks 2 of the questions: first what you missed, then what you have not seen yet.', $said, true,
        ));
    }

    public function test_on_one_page_stand_all_questions_until_they_are_handed_in(): void
    {
        $task = $this->give(['purpose' => 'check', 'onePage' => true]);
        $begun = $this->begin($task)->assertOk()->assertJsonCount(4, 'page')->assertJsonPath('page.0.place.kind', 'reading')
            ->assertJsonPath('page.1.place.question.id', self::d()->id('one/question'))->assertJsonPath('page.1.place.ends', null);
        $round = (string) $begun->json('id');
        $this->sendsEvent($round, 'went-to', ['stop' => self::d()->id('two')])->assertOk();
        $this->sendsEvent($round, 'answered', ['question' => self::d()->id('two/question'), 'response' => ['text' => '3']])->assertOk()
            ->assertJsonPath('page.2.place.verdict.response.text', '3')->assertJsonPath('page.2.place.verdict.result', null)
            ->assertJsonPath('page.1.place.verdict', null)->assertJsonPath('place.kind', 'overview');
        $this->sendsEvent($round, 'handed-in', [])->assertOk()->assertJsonPath('page', null);
        // Where answers are marked as one goes, it has no meaning.
        $this->begin($this->give(['onePage' => true]))->assertOk()->assertJsonPath('page', null);
    }

    public function test_terms_are_kept_under_a_name_by_each_teacher_for_themselves(): void
    {
        $terms = ['purpose' => 'starter', 'tries' => 3, 'gates' => [['quiz' => $this->quiz->id]]];
        $kept = $this->asTeacher($this->teacher)->postJson('/api/kept-terms', ['name' => ' Monday ', 'terms' => $terms])->assertCreated()
            ->assertJsonPath('0.name', 'Monday')->assertJsonPath('0.terms.tries', 3)->assertJsonPath('0.terms.gates', [])->json('0.id');
        $this->postJson('/api/kept-terms', ['name' => 'Monday', 'terms' => ['tries' => 2]])->assertCreated()->assertJsonCount(1)->assertJsonPath('0.terms.tries', 2);
        $this->postJson('/api/kept-terms', ['name' => 'Broken', 'terms' => ['tries' => 99]])->assertUnprocessable();
        $this->postJson('/api/kept-terms', ['name' => '', 'terms' => []])->assertUnprocessable();
        $this->postJson('/api/kept-terms', ['name' => str_repeat('x', 61), 'terms' => ['tries' => 2]])->assertUnprocessable();
        $this->asTeacher($this->teacher('Other'))->getJson('/api/kept-terms')->assertOk()->assertJsonCount(0);
        $this->deleteJson("/api/kept-terms/$kept")->assertNotFound();
        $this->asTeacher($this->teacher)->deleteJson("/api/kept-terms/$kept")->assertNoContent();
        $this->getJson('/api/kept-terms')->assertJsonCount(0);
        $this->asStudent($this->ada)->getJson('/api/kept-terms')->assertUnauthorized();
    }

    public function test_what_terms_mean_is_told_by_groups_and_what_never_comes_where_the_closing_is_known(): void
    {
        $tells = fn (string $query): string => (string) $this->asTeacher($this->teacher)->postJson("/api/terms$query", [])->assertOk()->json('groups.seen.does.0');
        self::assertSame('There is always another round and no closing time, so these are never shown: the right answers.', $tells('?closes=no'));
        self::assertStringContainsString('only once the task is closed', $tells('?closes=yes'));
        self::assertSame($tells('?closes=yes'), $tells(''));
        $this->postJson('/api/terms?closes=perhaps', [])->assertUnprocessable();
    }
}
