<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** Invariants 1 and 2: acknowledged means stored, and events are the truth. */
final class RoundTest extends AppTestCase
{
    private Teacher $teacher;

    private Assignment $assignment;

    private Student $ada;

    private string $round;

    protected function setUp(): void
    {
        parent::setUp();
        $class = $this->schoolClass($this->teacher = $this->teacher());
        $this->assignment = $this->given($class, $this->quiz($this->teacher));
        $this->ada = $this->member($class);
        $this->round = $this->asStudent($this->ada)->postJson("/api/student/assignments/{$this->assignment->id}/rounds", [])->assertOk()->json('id');
    }

    /**
     * @param  array<string, mixed>  $data
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function sends(int $after, string $kind, array $data, ?string $id = null): TestResponse
    {
        return $this->postJson("/api/student/rounds/$this->round/events", ['id' => $id ?? Ulids::make(), 'after' => $after, 'kind' => $kind, 'at' => 1, 'data' => (object) $data]);
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function answers(int $after, string $entry, ?string $id = null): TestResponse
    {
        return $this->sends($after, 'answered', ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id("entry/$entry")]]], $id);
    }

    public function test_an_event_is_stored_before_it_is_answered(): void
    {
        $this->answers(1, 'plain')->assertOk()->assertJsonPath('number', 2)->assertJsonPath('place.rung.text', 'First rung.');
        $stored = RoundEvent::query()->where('round_id', $this->round)->where('number', 2)->sole();
        self::assertSame('answered', $stored->kind);
        self::assertSame(['marked', 'stood', 'led', 'rung-seen'], array_column($stored->facts, 'kind'));
    }

    public function test_the_same_event_again_gives_the_same_reply_and_no_second_event(): void
    {
        $id = Ulids::make();
        $first = $this->answers(1, 'plain', $id)->assertOk()->json();
        self::assertSame($first, $this->answers(1, 'plain', $id)->assertOk()->json());
        $this->sends(2, 'went-on', ['from' => Sample::id('hint-1')])->assertOk();
        self::assertSame($first, $this->answers(1, 'plain', $id)->assertOk()->json());
        self::assertSame(3, RoundEvent::query()->where('round_id', $this->round)->count());
    }

    public function test_a_device_that_missed_something_is_told_and_nothing_changes(): void
    {
        $this->answers(1, 'plain')->assertOk();
        $this->answers(1, 'own')->assertStatus(409)->assertJsonPath('type', '/problems/stale')->assertJsonPath('number', 2);
        $this->answers(7, 'own')->assertStatus(409);
        self::assertSame(2, RoundEvent::query()->where('round_id', $this->round)->count());
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function malformed(): iterable
    {
        $sound = ['id' => '01KADE0000AAAAAAAAAAAAAAAA', 'after' => 1, 'kind' => 'went-on', 'at' => 1, 'data' => ['from' => 'x']];
        yield 'no id' => [array_diff_key($sound, ['id' => 1])];
        yield 'an id that is none' => [['id' => 'first'] + $sound];
        yield 'no number' => [['after' => 'one'] + $sound];
        yield 'an unknown kind' => [['kind' => 'teleported'] + $sound];
        yield 'a second start' => [['kind' => 'started', 'data' => []] + $sound];
        yield 'an unknown field' => [['points' => 100] + $sound];
        yield 'an unknown field in the data' => [['data' => ['from' => 'x', 'right' => true]] + $sound];
        yield 'data that are no object' => [['data' => 'x'] + $sound];
        yield 'a stretch that ends before it begins' => [['kind' => 'watched', 'data' => ['video' => 'x', 'from' => 9, 'to' => 3, 'speed' => 1]] + $sound];
        yield 'a response that is neither' => [['kind' => 'answered', 'data' => ['question' => 'x', 'response' => ['point' => 3]]] + $sound];
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
        $this->sends(1, 'went-on', ['from' => Sample::id('first')])->assertStatus(422)->assertJsonPath('rule', 'answer-first');
        $this->sends(1, 'answered', ['question' => Sample::id('first/question'), 'response' => ['text' => 'yes']])->assertStatus(422)->assertJsonPath('rule', 'unfit-response');
        self::assertSame(1, RoundEvent::query()->where('round_id', $this->round)->count());
        $this->answers(1, 'plain')->assertOk();
    }

    public function test_states_are_rebuilt_from_events_with_the_same_outcome(): void
    {
        $this->answers(1, 'plain')->assertOk();
        $this->sends(2, 'went-on', ['from' => Sample::id('hint-1')])->assertOk();
        $before = $this->getJson("/api/student/rounds/$this->round")->assertOk()->json();
        Round::query()->whereKey($this->round)->update(['state' => json_encode((new \HiddenLadder\Core\Round\State)->toArray())]);
        $this->artisan('rounds:rebuild')->expectsOutputToContain('1 of them')->assertSuccessful();
        self::assertSame($before, $this->getJson("/api/student/rounds/$this->round")->assertOk()->json());
        $this->artisan('rounds:rebuild')->expectsOutputToContain('0 of them')->assertSuccessful();
    }

    public function test_a_correction_laid_over_the_edition_reaches_a_running_round(): void
    {
        $this->asTeacher($this->teacher)->postJson("/api/quizzes/{$this->assignment->quiz_id}/corrections", ['pointer' => '/stops/0/question/entries/1/right', 'value' => true])->assertCreated();
        $this->asStudent($this->ada)->answers(1, 'plain')->assertOk()->assertJsonPath('place.verdict.result', 'right');
    }

    public function test_beginning_again_gives_the_round_under_way_and_after_the_finish_a_new_one(): void
    {
        $begin = fn (bool $again) => $this->postJson("/api/student/assignments/{$this->assignment->id}/rounds", ['again' => $again])->assertOk()->json('id');
        self::assertSame($this->round, $begin(true));
        Round::query()->whereKey($this->round)->update(['finished_at' => now()]);
        self::assertSame($this->round, $begin(false));
        self::assertNotSame($this->round, $begin(true));
        $this->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.round.number', 2);
    }

    public function test_a_closed_task_lets_nobody_begin_and_keeps_what_was_done(): void
    {
        $this->asTeacher($this->teacher)->patchJson("/api/assignments/{$this->assignment->id}", ['state' => 'closed'])->assertOk()->assertJsonPath('state', 'closed');
        $bram = $this->member($this->assignment->class, 'Bram');
        $this->asStudent($bram)->postJson("/api/student/assignments/{$this->assignment->id}/rounds", [])->assertStatus(409);
        $this->asStudent($this->ada)->getJson("/api/student/rounds/$this->round")->assertOk();
    }

    public function test_the_teacher_sees_where_each_is_and_what_was_chosen(): void
    {
        $this->answers(1, 'plain')->assertOk();
        $this->asTeacher($this->teacher);
        $lookout = $this->getJson("/api/assignments/{$this->assignment->id}/lookout")->assertOk();
        $lookout->assertJsonPath('students.0.name', 'Ada')
            ->assertJsonPath('students.0.round.path.1.id', Sample::id('hint-1'))
            ->assertJsonPath('students.1.round', null)
            ->assertJsonPath('questions.0.standings.on-the-ladder', 1)
            ->assertJsonPath('questions.0.matched', [Sample::id('entry/plain') => 1])
            ->assertJsonPath('questions.0.rungs', [Sample::id('hint-1') => 1]);
        $this->getJson("/api/assignments/{$this->assignment->id}/students/{$this->ada->id}")->assertOk()->assertJsonPath('rounds.0.events.1.kind', 'answered');
        $this->getJson('/api/today')->assertOk()->assertJsonPath('running.0.started', 1);
        $this->getJson("/api/assignments/{$this->assignment->id}")->assertOk()->assertJsonPath('edition', 1);
    }
}
