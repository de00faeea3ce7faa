<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** Invariants 1 and 2: acknowledged means stored, and events are the truth. */
final class RoundTest extends AppTestCase
{
    private Teacher $teacher;

    private Task $task;

    private Student $ada;

    private string $round;

    protected function setUp(): void
    {
        parent::setUp();
        $class = $this->schoolClass($this->teacher = $this->teacher());
        $this->task = $this->given($class, $this->quiz($this->teacher));
        $this->ada = $this->member($class);
        $this->round = $this->asStudent($this->ada)->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk()->json('id');
    }

    /**
     * @param  array<string, mixed>  $data
     * @param  array<string, mixed>  $otherwise
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function sends(string $kind, array $data, array $otherwise = []): TestResponse
    {
        return $this->sendsEvent($this->round, $kind, $data, $otherwise);
    }

    /**
     * @param  array<string, mixed>  $otherwise
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function answers(string $entry, array $otherwise = []): TestResponse
    {
        return $this->sends(
            'answered',
            ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id("entry/$entry")]]],
            $otherwise,
        );
    }

    private function events(): int
    {
        return RoundEvent::query()->where('round_id', $this->round)->count();
    }

    public function test_an_event_is_stored_before_it_is_answered(): void
    {
        $this->answers('plain')->assertOk()->assertJsonPath('number', 2)->assertJsonPath('place.rung.text', 'First rung.');
        $stored = RoundEvent::query()->where('round_id', $this->round)->where('number', 2)->sole();
        self::assertSame('answered', $stored->kind);
        self::assertSame(['marked', 'stood', 'led', 'rung-seen'], array_column($stored->facts, 'kind'));
    }

    public function test_the_same_event_again_gives_the_same_reply_and_no_second_event(): void
    {
        $same = ['id' => Ulids::make(), 'after' => null];
        $first = $this->answers('plain', $same)->assertOk()->json();
        self::assertSame($first, $this->answers('plain', $same)->assertOk()->json());
        $this->sends('went-on', ['from' => Sample::id('hint-1')])->assertOk();
        self::assertSame($first, $this->answers('plain', $same)->assertOk()->json());
        self::assertSame(3, $this->events());
    }

    public function test_a_device_that_missed_something_is_told_what_it_follows_on_and_nothing_changes(): void
    {
        $id = Ulids::make();
        $this->answers('plain', ['id' => $id])->assertOk()->assertJsonPath('last', $id);
        $this->answers('own', ['after' => null])->assertStatus(409)->assertJsonPath('type', '/problems/stale')->assertJsonPath('last', $id);
        self::assertSame(2, $this->events());
    }

    public function test_what_follows_on_an_event_that_is_not_here_yet_is_to_be_sent_again(): void
    {
        $first = Ulids::make();
        $this->sends(
            'went-on',
            ['from' => Sample::id('hint-1')],
            ['after' => $first],
        )->assertStatus(503)->assertHeader('Retry-After', '1')->assertJsonPath('type', '/problems/not-yet');
        self::assertSame(1, $this->events());
        $this->answers('plain', ['id' => $first])->assertOk();
        $this->sends('went-on', ['from' => Sample::id('hint-1')], ['after' => $first])->assertOk();
    }

    public function test_a_teacher_s_mark_does_not_count_among_what_a_student_s_event_follows_on(): void
    {
        $first = Ulids::make();
        $this->answers('plain', ['id' => $first])->assertOk();
        $this->asTeacher($this->teacher)->postJson(
            "/api/tasks/{$this->task->id}/rounds/$this->round/overrulings",
            ['question' => Sample::id('first/question'), 'share' => 0.5],
        )->assertNoContent();
        $this->asStudent($this->ada)->sends(
            'went-on',
            ['from' => Sample::id('hint-1')],
            ['after' => $first],
        )->assertOk()->assertJsonPath('number', 4);
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function malformed(): iterable
    {
        $sound = ['id' => '01KADE0000AAAAAAAAAAAAAAAA', 'after' => null, 'kind' => 'went-on', 'at' => 1, 'data' => ['from' => 'x']];
        yield 'no id' => [array_diff_key($sound, ['id' => 1])];
        yield 'an id that is none' => [['id' => 'first'] + $sound];
        yield 'what it follows on is no id' => [['after' => 'one'] + $sound];
        yield 'a number for what it follows on' => [['after' => 1] + $sound];
        yield 'an unknown kind' => [['kind' => 'teleported'] + $sound];
        yield 'a second start' => [['kind' => 'started', 'data' => []] + $sound];
        yield 'an unknown field' => [['points' => 100] + $sound];
        yield 'an unknown field in the data' => [['data' => ['from' => 'x', 'right' => true]] + $sound];
        yield 'data that are no object' => [['data' => 'x'] + $sound];
        yield 'a stretch that ends before it begins' => [
            ['kind' => 'watched', 'data' => ['video' => 'x', 'from' => 9, 'to' => 3, 'speed' => 1]] + $sound,
        ];
        yield 'a response that is neither' => [
            ['kind' => 'answered', 'data' => ['question' => 'x', 'response' => ['point' => 3]]] + $sound,
        ];
    }

    /** @param  array<string, mixed>  $event */
    #[DataProvider('malformed')]
    public function test_a_malformed_event_is_refused_and_nothing_changes(array $event): void
    {
        $before = Round::query()->findOrFail($this->round)->state;
        $this->postJson("/api/student/rounds/$this->round/events", $event)->assertStatus(422)->assertJsonPath('type', '/problems/invalid');
        self::assertSame($before, Round::query()->findOrFail($this->round)->state);
        self::assertSame(1, RoundEvent::query()->where('round_id', $this->round)->count());
    }

    public function test_what_the_rules_refuse_changes_nothing(): void
    {
        $this->sends('went-on', ['from' => Sample::id('first')])->assertStatus(422)->assertJsonPath('rule', 'answer-first');
        $this->sends(
            'answered',
            ['question' => Sample::id('first/question'), 'response' => ['text' => 'yes']],
        )->assertStatus(422)->assertJsonPath('rule', 'unfit-response');
        self::assertSame(1, RoundEvent::query()->where('round_id', $this->round)->count());
        $this->answers('plain')->assertOk();
    }

    public function test_states_are_rebuilt_from_events_with_the_same_outcome(): void
    {
        $this->answers('plain')->assertOk();
        $this->sends('went-on', ['from' => Sample::id('hint-1')])->assertOk();
        $before = $this->getJson("/api/student/rounds/$this->round")->assertOk()->json();
        Round::query()->whereKey($this->round)->update(['state' => json_encode((new \HiddenLadder\Core\Round\State)->toArray())]);
        $this->command('rounds:rebuild')->expectsOutputToContain('1 of them')->assertSuccessful();
        self::assertSame($before, $this->getJson("/api/student/rounds/$this->round")->assertOk()->json());
        $this->command('rounds:rebuild')->expectsOutputToContain('0 of them')->assertSuccessful();
    }

    public function test_a_correction_laid_over_the_edition_reaches_a_running_round(): void
    {
        $this->asTeacher($this->teacher)->correct(
            $this->task->quiz_id,
            [['do' => 'set', 'at' => Sample::id('entry/plain'), 'member' => 'right', 'value' => true]],
        )->assertCreated();
        $this->asStudent($this->ada)->answers('plain')->assertOk()->assertJsonPath('place.verdict.result', 'right');
    }

    public function test_beginning_again_gives_the_round_under_way_and_after_the_finish_a_new_one(): void
    {
        $begin = fn (bool $again) => $this->postJson(
            "/api/student/tasks/{$this->task->id}/rounds",
            ['again' => $again],
        )->assertOk()->json('id');
        self::assertSame($this->round, $begin(true));
        Round::query()->whereKey($this->round)->update(['finished_at' => now()]);
        self::assertSame($this->round, $begin(false));
        self::assertNotSame($this->round, $begin(true));
        $this->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.round.number', 2);
    }

    public function test_a_closed_task_lets_nobody_begin_and_keeps_what_was_done(): void
    {
        $this->asTeacher($this->teacher)->patchJson(
            "/api/tasks/{$this->task->id}",
            ['closed' => true],
        )->assertOk()->assertJsonPath('state', 'closed');
        self::assertNotNull($this->task->class);
        $bram = $this->member($this->task->class, 'Bram');
        $this->asStudent($bram)->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertStatus(409);
        $this->asStudent($this->ada)->getJson("/api/student/rounds/$this->round")->assertOk();
    }

    public function test_the_teacher_sees_where_each_is_and_what_was_chosen(): void
    {
        $this->answers('plain')->assertOk();
        $this->asTeacher($this->teacher);
        $lookout = $this->getJson("/api/tasks/{$this->task->id}/lookout")->assertOk();
        $lookout->assertJsonPath('students.0.name', 'Ada')
            ->assertJsonPath('students.0.round.path.1.id', Sample::id('hint-1'))
            ->assertJsonPath('students.1.round', null)
            ->assertJsonPath('questions.0.standings.on-the-ladder', 1)
            ->assertJsonPath('questions.0.matched', [Sample::id('entry/plain') => 1])
            ->assertJsonPath('questions.0.rungs', [Sample::id('hint-1') => 1]);
        $this->getJson(
            "/api/tasks/{$this->task->id}/students/{$this->ada->id}",
        )->assertOk()->assertJsonPath('rounds.0.events.1.kind', 'answered');
        $this->getJson('/api/today')->assertOk()->assertJsonPath('running.0.started', 1);
        $this->getJson("/api/tasks/{$this->task->id}")->assertOk()->assertJsonPath('edition', 1);
    }

    public function test_what_nobody_can_have_watched_yet_is_cut_off_and_never_refused(): void
    {
        $this->answers('yes/Indeed./right')->assertOk();
        $place = $this->getJson("/api/student/rounds/$this->round")->json('place');
        $video = $this->sends('went-on', ['from' => $place['frame']])->assertOk()->assertJsonPath('place.kind', 'video')->json('place');
        $watches = fn (float $from, float $to): array => $this->sends('watched', ['video' => $video['id'], 'from' => $from, 'to' => $to, 'speed' => 2])
            ->assertOk()->json('place');
        $seen = $watches(0, 9)['seen'];
        self::assertCount(2, $seen);
        self::assertGreaterThanOrEqual(5.0, $seen[1], 'five seconds to spare');
        self::assertLessThan(9.0, $seen[1]);
        // Stored as it was cut, so that what is looked back on says the same.
        self::assertEqualsWithDelta($seen[1], RoundEvent::query()->where('kind', 'watched')->sole()->data['to'], 0.001);
        $this->travel(60)->seconds();
        self::assertSame('question', $watches($seen[1], 10)['kind'], 'the cue is played into');
    }
}
