<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Sittings\SittingBook;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;
use Symfony\Component\HttpFoundation\Response;

/** A class is led from the front (rules of the job, "From the front"). */
final class SittingTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Quiz $quiz;

    private Task $task;

    private Student $ada;

    private Student $bram;

    private string $sitting = '';

    private int $number = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada\nBram\nCleo");
        $this->quiz = $this->quiz($this->teacher);
        $this->task = $this->given($this->class, $this->quiz);
        $this->ada = $this->member($this->class);
        $this->bram = $this->member($this->class, 'Bram');
    }

    private function open(?string $task = null, bool $atOnce = false): void
    {
        $opened = $this->asTeacher($this->teacher)->postJson("/api/classes/{$this->class->id}/sittings", [
            'task' => $task ?? $this->task->id, 'atOnce' => $atOnce,
        ])->assertCreated();
        $this->sitting = $opened->json('id');
        $this->number = $opened->json('number');
    }

    /**
     * @param  array<string, mixed>  $data
     * @return TestResponse<Response>
     */
    private function act(string $kind, array $data = [], ?string $id = null, ?int $after = null): TestResponse
    {
        $done = $this->asTeacher($this->teacher)->postJson("/api/sittings/$this->sitting/acts", [
            'id' => $id ?? Ulids::make(), 'after' => $after ?? $this->number, 'kind' => $kind, 'data' => (object) $data,
        ]);
        $this->number = $done->json('number') ?? $this->number;

        return $done;
    }

    /** @return TestResponse<Response> */
    private function stand(string $stop, ?string $cue = null): TestResponse
    {
        return $this->act('stands', ['place' => [
            'task' => $this->task->id, 'stop' => Sample::id($stop), 'cue' => $cue === null ? null : Sample::id($cue),
        ]]);
    }

    /** @return TestResponse<Response> */
    private function enter(Student $student): TestResponse
    {
        return $this->asStudent($student)->postJson("/api/student/sittings/$this->sitting/entry");
    }

    /** @return TestResponse<Response> */
    private function look(Student $student): TestResponse
    {
        return $this->asStudent($student)->getJson('/api/student/sitting')->assertOk();
    }

    /** @return TestResponse<Response> */
    private function answer(Student $student, string $entry, string $question = 'first'): TestResponse
    {
        $this->asStudent($student);
        $round = Round::query()->where('student_id', $student->id)->orderByDesc('moved_at')->firstOrFail();

        return $this->sendsEvent($round->id, 'answered', [
            'question' => Sample::id("$question/question"),
            'response' => $question === 'first' ? ['choices' => [Sample::id($entry === 'yes' ? 'entry/yes/Indeed./right' : "entry/$entry")]] : ['text' => $entry],
        ]);
    }

    /** @return TestResponse<Response> */
    private function board(): TestResponse
    {
        return $this->asTeacher($this->teacher)->getJson("/api/sittings/$this->sitting")->assertOk();
    }

    private static function isRebuilt(): void
    {
        foreach (Round::query()->pluck('id') as $round) {
            [$before, $after] = app(RoundBook::class)->rebuild((string) $round);
            self::assertEquals($before->state, $after->state, 'a refold reads no sitting');
        }
    }

    public function test_a_class_gathers_answers_is_shown_what_is_right_and_goes_on_as_homework(): void
    {
        $this->open();
        $this->asStudent($this->ada)->getJson('/api/student')->assertOk()->assertJsonPath('together.0.id', $this->sitting);
        $this->enter($this->ada)->assertOk()->assertJsonPath('sitting.phase', 'gathering')->assertJsonPath('round', null);
        $this->enter($this->bram)->assertOk();
        $this->board()->assertJsonPath('here', 2)->assertJsonPath('next.kind', 'stands')->assertJsonPath('next.place.number', 1)
            ->assertJsonPath('strip.students.0.name', 'Ada');

        $this->stand('first')->assertOk()->assertJsonPath('phase', 'answering')->assertJsonPath('board.question.prompt', 'First?');
        $this->look($this->ada)->assertJsonPath('round.place.frame', Sample::id('first'))->assertJsonPath('round.place.waits', false);
        $this->look($this->bram);
        $this->answer($this->ada, 'yes')->assertOk()->assertJsonPath('place.waits', true)->assertJsonPath('place.verdict.result', null);
        $seen = $this->board()->assertJsonPath('answered', 1)->assertJsonPath('next.kind', 'closed')->assertJsonPath('strip.right', 1)
            ->assertJsonPath('board.answers', null)->assertJsonPath('board.revealed', null);
        self::assertStringNotContainsString('Indeed', (string) json_encode($seen->json('board')));
        $this->answer($this->bram, 'plain')->assertOk();
        $this->board()->assertJsonPath('next.kind', 'revealed');
        $this->answer($this->bram, 'own')->assertOk()->assertJsonPath('place.waits', true);

        $this->act('closed')->assertOk();
        $this->look($this->ada)->assertJsonPath('round.place.led', 'closed');
        $this->answer($this->ada, 'plain')->assertUnprocessable();
        $this->act('revealed')->assertOk()->assertJsonPath('board.revealed.right.0', Sample::id('entry/yes/Indeed./right'))
            ->assertJsonPath('board.answers.0.count', 1)->assertJsonPath('next.place.number', 2);
        self::assertSame(2, RoundEvent::query()->where('kind', 'revealed')->count(), 'in one transaction with the act');
        $this->look($this->ada)->assertJsonPath('round.place.verdict.result', 'right')->assertJsonPath('sitting.phase', 'revealed');
        $this->look($this->bram)->assertJsonPath('round.place.verdict.result', 'not-right')->assertJsonPath('round.place.revealed.0', 'yes');

        $this->act('ended')->assertOk()->assertJsonPath('next', null);
        $this->look($this->ada)->assertJsonPath('sitting', null);
        $this->act('gathered')->assertOk()->assertJsonPath('phase', 'revealed');
        $this->look($this->ada)->assertJsonPath('sitting.id', $this->sitting);
        $this->act('ended')->assertOk();
        $this->look($this->ada)->assertJsonPath('sitting', null);
        $round = Round::query()->where('student_id', $this->ada->id)->sole();
        $this->asStudent($this->ada)->getJson("/api/student/rounds/$round->id")->assertOk()->assertJsonPath('place.verdictShown', true);
        $this->sendsEvent($round->id, 'went-on', ['from' => Sample::id('first')])->assertOk()->assertJsonPath('place.kind', 'video');
        self::assertSame(RoundKind::Task, $round->kind);
        self::isRebuilt();
    }

    public function test_who_comes_late_or_comes_back_stands_where_the_class_stands(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada);
        $this->answer($this->ada, 'yes')->assertOk();
        $this->act('revealed')->assertOk();
        $cleo = $this->member($this->class, 'Cleo');
        $this->enter($cleo)->assertOk()->assertJsonPath('round.place.frame', Sample::id('first'))->assertJsonPath('round.place.revealed.0', 'yes');
        $this->answer($cleo, 'yes')->assertUnprocessable();
        $this->stand('video')->assertOk();
        $this->look($cleo)->assertJsonPath('round.place.kind', 'board');
        $this->stand('video', 'cue')->assertOk()->assertJsonPath('phase', 'answering');
        $this->look($cleo)->assertJsonPath('round.place.question.id', Sample::id('cue/question'));
        $this->answer($cleo, 'ebb', 'cue')->assertOk();
        // What is sent for a question that the class has left is told to be too late, and nothing else is lost.
        $this->stand('last')->assertOk();
        $this->answer($cleo, 'flood', 'cue')->assertUnprocessable()->assertJsonPath('rule', 'from-the-front');
        $this->look($cleo)->assertJsonPath('round.place.frame', Sample::id('last'));
        self::isRebuilt();
    }

    public function test_let_go_on_alone_and_gathered_again(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada);
        $this->act('let-go')->assertOk()->assertJsonPath('next.kind', 'gathered');
        $this->look($this->ada)->assertJsonPath('sitting.phase', 'alone')->assertJsonPath('round.place.waits', false);
        $this->answer($this->ada, 'plain')->assertOk()->assertJsonPath('place.rung.title', '')->assertJsonPath('place.verdict.result', 'not-right');
        $this->act('gathered')->assertOk();
        $this->look($this->ada)->assertJsonPath('round.place.rung', null)->assertJsonPath('round.place.moreHelp', false);
        $this->answer($this->ada, 'yes')->assertOk()->assertJsonPath('place.waits', true);
        self::isRebuilt();
    }

    public function test_whoever_did_not_look_before_the_class_was_let_go_goes_on_from_there_as_well(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada);
        $this->stand('last');
        $this->act('let-go')->assertOk();
        $this->look($this->ada)->assertJsonPath('round.place.frame', Sample::id('last'))->assertJsonPath('round.place.led', null);
        $this->enter($this->bram)->assertJsonPath('round.place.frame', Sample::id('last'));
        self::isRebuilt();
    }

    public function test_whoever_has_finished_or_may_not_begin_walks_along_beside_and_nothing_of_it_counts(): void
    {
        $this->task->update(['closes_at' => now()->subMinute()]);
        $this->open();
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada)->assertJsonPath('round.kind', 'beside');
        $this->answer($this->ada, 'yes')->assertOk()->assertJsonPath('place.waits', true);
        $this->act('revealed')->assertOk()->assertJsonPath('answered', 1);
        $this->look($this->ada)->assertJsonPath('round.place.verdict.result', 'right');
        $this->asTeacher($this->teacher)->getJson("/api/tasks/{$this->task->id}")->assertJsonPath('started', 0);
        self::assertSame(0, $this->task->countedRounds()->count());
        $this->asStudent($this->ada)->getJson('/api/student')->assertJsonPath('classes.0.tasks.0.round', null);
        self::isRebuilt();
    }

    public function test_two_fronts_do_not_undo_each_other_and_what_is_sent_again_is_done_once(): void
    {
        $this->open();
        $before = $this->number;
        $id = Ulids::make();
        $place = ['place' => ['task' => $this->task->id, 'stop' => Sample::id('first'), 'cue' => null]];
        $this->act('stands', $place, $id)->assertOk();
        $this->act('stands', $place, $id, $before)->assertOk()->assertJsonPath('number', $before + 1);
        $this->act('closed', after: $before)->assertConflict()->assertJsonPath('type', '/problems/stale');
        $this->board()->assertJsonPath('phase', 'answering');
        $this->act('revealed')->assertOk();
        $this->act('closed')->assertUnprocessable()->assertJsonPath('rule', 'not-now');
        $again = $this->asTeacher($this->teacher)->postJson("/api/classes/{$this->class->id}/sittings", [])->assertCreated();
        self::assertSame($this->sitting, $again->json('id'), 'one at a time for a class');
        $this->act('stands', ['place' => ['task' => $this->task->id, 'stop' => Sample::id('aside'), 'cue' => null]])->assertUnprocessable();
        $other = $this->given($this->schoolClass($this->teacher, 'Zoe'), $this->quiz($this->teacher));
        $this->act('stands', ['place' => ['task' => $other->id, 'stop' => Sample::id('first'), 'cue' => null]])->assertUnprocessable();
        $this->act('opened')->assertUnprocessable();
        $this->act('named', ['task' => $other->id])->assertUnprocessable();
        $this->act('answer-shown', ['round' => Ulids::make()])->assertUnprocessable();
    }

    public function test_a_student_in_two_sittings_is_in_the_one_entered_last(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada);
        $second = $this->schoolClass($this->teacher, 'Dora');
        $second->students()->attach($this->ada->id, ['name_key' => 'ada']);
        $other = $this->asTeacher($this->teacher)->postJson("/api/classes/$second->id/sittings", [])->assertCreated()->json('id');
        $this->asStudent($this->ada)->postJson("/api/student/sittings/$other/entry")->assertOk()->assertJsonPath('sitting.id', $other);
        $this->board()->assertJsonPath('here', 0);
        $round = Round::query()->where('student_id', $this->ada->id)->sole();
        $this->asStudent($this->ada)->getJson("/api/student/rounds/$round->id")->assertOk()->assertJsonPath('place.moreHelp', true);
        $this->enter($this->ada)->assertJsonPath('round.place.moreHelp', false);
        $this->asStudent($this->ada)->deleteJson("/api/student/sittings/$this->sitting/entry")->assertNoContent();
        $this->look($this->ada)->assertJsonPath('sitting', null);
        self::isRebuilt();
    }

    public function test_a_task_that_is_taken_back_or_archived_while_it_is_led_leads_nowhere_and_loses_nothing(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada);
        $this->answer($this->ada, 'yes')->assertOk();
        $this->task->update(['taken_back_at' => now()]);
        $this->look($this->ada)->assertJsonPath('sitting.phase', 'answering')->assertJsonPath('round', null);
        $this->board();
        $this->act('revealed')->assertOk();
        $this->stand('last')->assertUnprocessable();
        $this->act('ended')->assertOk();
        $this->enter($this->ada)->assertConflict();
        $this->postJson("/api/classes/{$this->class->id}/sittings", [])->assertUnauthorized();
        $this->asTeacher($this->teacher)->postJson("/api/classes/{$this->class->id}/sittings", [])->assertCreated();
        $this->act('gathered')->assertConflict();
    }

    public function test_whoever_is_taken_out_or_found_to_be_another_is_out_and_a_board_left_open_overnight_ends(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->enter($this->bram);
        $this->stand('first');
        $this->look($this->ada);
        $this->answer($this->ada, 'yes')->assertOk();
        $this->asTeacher($this->teacher)->deleteJson("/api/classes/{$this->class->id}/students/{$this->bram->id}")->assertSuccessful();
        $this->board()->assertJsonPath('here', 1);
        $this->asStudent($this->bram)->getJson('/api/may-listen', ['X-Channel' => "sitting/$this->sitting"])->assertForbidden();
        $this->enter($this->bram)->assertNotFound();
        $this->asStudent($this->ada)->getJson('/api/may-listen', ['X-Channel' => "sitting/$this->sitting"])->assertNoContent();
        $this->getJson('/api/may-listen', ['X-Channel' => "front/$this->sitting"])->assertForbidden();
        $this->asTeacher($this->teacher)->getJson('/api/may-listen', ['X-Channel' => "front/$this->sitting"])->assertNoContent();
        $cleo = $this->member($this->class, 'Cleo');
        $this->postJson("/api/classes/{$this->class->id}/students/$cleo->id/merges", ['gone' => $this->ada->id])->assertCreated();
        $this->board()->assertJsonPath('here', 0);
        $this->enter($cleo)->assertOk()->assertJsonPath('round.place.waits', true);
        $this->act('revealed')->assertOk()->assertJsonPath('answered', 1);
        self::isRebuilt();

        self::assertSame(0, app(SittingBook::class)->endForgotten());
        $this->travel(7)->hours();
        self::assertSame(1, app(SittingBook::class)->endForgotten());
        $this->board()->assertJsonPath('phase', 'ended');
        $this->look($cleo)->assertJsonPath('sitting', null);
    }

    public function test_told_at_once_on_each_device_as_the_sitting_says(): void
    {
        $this->open(atOnce: true);
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada);
        $this->answer($this->ada, 'plain')->assertOk()->assertJsonPath('place.verdict.result', 'not-right')->assertJsonPath('place.rung', null);
        $this->answer($this->ada, 'yes')->assertOk()->assertJsonPath('place.verdict.result', 'right');
        self::isRebuilt();
    }

    public function test_how_it_goes_is_counted_over_time_and_an_answer_is_shown_without_its_name(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->enter($this->bram);
        foreach ([[$this->ada, 'with'], [$this->bram, 'lost'], [$this->bram, 'lost'], [$this->bram, 'with']] as [$student, $mood]) {
            $this->asStudent($student)->putJson("/api/student/sittings/$this->sitting/mood", ['mood' => $mood])->assertNoContent();
            $this->travel(5)->seconds();
        }
        self::assertSame([[1, 0], [1, 1], [2, 0]], array_map(
            static fn (array $one): array => [$one['with'], $one['lost']],
            $this->board()->json('strip.mood'),
        ));
        $this->look($this->bram)->assertJsonPath('sitting.mood', 'with');
        $this->stand('last');
        $this->look($this->ada);
        $this->answer($this->ada, '12', 'last')->assertOk();
        $this->act('closed');
        $round = Round::query()->where('student_id', $this->ada->id)->sole();
        $shown = $this->act('answer-shown', ['round' => $round->id])->assertOk()->assertJsonPath('board.shown.0', '12');
        self::assertStringNotContainsString('Ada', (string) json_encode($shown->json('board')));
        $this->act('named', ['task' => $this->task->id])->assertOk();
        $this->look($this->bram)->assertJsonPath('sitting.quick.title', 'Sample');
    }

    public function test_comments_on_a_video_stand_on_the_board_nameless_hidden_one_by_one_or_not_at_all(): void
    {
        $document = Sample::document();
        $document['stops'][1]['cues'][] = (new Draft('sample'))->note('wonder', 20, 'What do you wonder?', 'comments');
        Edition::query()->where('quiz_id', $this->quiz->id)->update(['document' => json_encode($document)]);
        $this->open();
        $this->enter($this->ada);
        $this->stand('video');
        $round = $this->look($this->ada)->assertJsonPath('round.place.comments', Sample::id('wonder'))->json('round.id');
        foreach (['Why twice?', 'Why salt?'] as $text) {
            $this->sendsEvent($round, 'commented', ['cue' => Sample::id('wonder'), 'text' => $text])->assertOk();
        }
        $this->enter($this->bram);
        $other = $this->look($this->bram)->json('round.id');
        $this->getJson("/api/student/rounds/$other/comments")->assertOk()->assertExactJson([]);
        $this->board()->assertJsonPath('board.comments', null)->assertJsonPath('strip.comments.written.0.name', 'Ada');
        $this->putJson("/api/tasks/{$this->task->id}/comments", ['open' => true, 'named' => false])->assertNoContent();
        $number = $this->board()->assertJsonPath('board.comments', [['text' => 'Why twice?', 'name' => null], ['text' => 'Why salt?', 'name' => null]])
            ->json('strip.comments.written.0.number');
        $this->putJson("/api/tasks/{$this->task->id}/rounds/$round/hidden-comments/$number")->assertNoContent();
        $this->board()->assertJsonCount(1, 'board.comments')->assertJsonPath('strip.comments.written.0.hidden', true);
        $this->putJson("/api/tasks/{$this->task->id}/comments", ['open' => true, 'named' => true])->assertNoContent();
        $this->board()->assertJsonPath('board.comments.0.name', 'Ada');
        $this->asStudent($this->bram)->getJson("/api/student/rounds/$other/comments")->assertJsonPath('0.text', 'Why salt?');
        self::isRebuilt();
    }

    public function test_a_written_answer_is_marked_in_front_of_the_class_and_what_a_wrong_one_shows_is_told_with_the_reveal(): void
    {
        $d = new Draft('sample');
        $document = Sample::document();
        $document['misconceptions'] = [['id' => $d->id('mix'), 'text' => 'Takes the ebb for the flood.']];
        $document['stops'][0]['question']['entries'][1]['misconception'] = $d->id('mix');
        $document['stops'][2]['question'] = $d->question('last', 'written', 'Why?', [], '', '', []);
        Edition::query()->where('quiz_id', $this->quiz->id)->update(['document' => json_encode($document)]);
        $this->task->update(['closes_at' => now()->subMinute()]);
        $this->open();
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada);
        $this->answer($this->ada, 'plain')->assertOk();
        $this->act('lifted', ['cover' => 'answers'])->assertOk()->assertJsonPath('board.answers.0.shows', null);
        $this->act('revealed')->assertOk()->assertJsonPath('board.answers.0.shows', 'Takes the ebb for the flood.');
        $this->stand('last');
        $round = $this->look($this->ada)->assertJsonPath('round.kind', 'beside')->json('round.id');
        $this->answer($this->ada, 'Because of the moon.', 'last')->assertOk();
        $this->act('revealed')->assertOk()->assertJsonPath('board.answers', [])->assertJsonPath('strip.students.0.forAPerson', true)->assertJsonPath('strip.students.0.own', 'Because of the moon.');
        $this->postJson("/api/tasks/{$this->task->id}/rounds/$round/overrulings", ['question' => Sample::id('last/question'), 'share' => 0.5])->assertNoContent();
        $this->board()->assertJsonPath('strip.students.0.forAPerson', false);
        $this->getJson("/api/tasks/{$this->task->id}/students/{$this->ada->id}")->assertOk()->assertJsonPath('rounds.0.kind', 'beside');
        self::isRebuilt();
    }

    public function test_what_nobody_foresaw_stands_on_the_board_only_where_its_cover_is_lifted(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->enter($this->bram);
        $this->stand('last');
        foreach ([[$this->ada, '12'], [$this->bram, '4711']] as [$student, $typed]) {
            $this->look($student);
            $this->answer($student, $typed, 'last')->assertOk();
        }
        $words = fn (): array => array_column($this->board()->json('board.answers'), 'count', 'words');
        $this->act('revealed')->assertOk();
        self::assertEqualsCanonicalizing(['12', ''], array_map(strval(...), array_keys($words())));
        $this->act('lifted', ['cover' => 'answers'])->assertOk();
        self::assertEqualsCanonicalizing(['12', '4711'], array_map(strval(...), array_keys($words())));
    }

    public function test_what_is_not_for_how_somebody_came_in_is_told_to_be_shut(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada)->assertJsonPath('sitting.shut', false);
        $this->task->update(['audience' => 'students']);
        $this->look($this->ada)->assertJsonPath('sitting.shut', true)->assertJsonPath('round', null);
    }

    public function test_without_devices_nobody_comes_in_and_hands_are_counted(): void
    {
        $this->sitting = $this->asTeacher($this->teacher)->postJson("/api/classes/{$this->class->id}/sittings", [
            'task' => $this->task->id, 'devices' => false,
        ])->assertCreated()->json('id');
        $this->number = 1;
        $this->asStudent($this->ada)->getJson('/api/student')->assertJsonPath('together', []);
        $this->enter($this->ada)->assertConflict();
        $this->stand('first')->assertOk()->assertJsonPath('seconds', 120)->assertJsonPath('next.kind', 'revealed');
        $this->act('counted', ['entry' => Sample::id('entry/plain'), 'hands' => 7])->assertOk()->assertJsonPath('board.answers', null);
        $this->act('counted', ['entry' => Sample::id('entry/plain'), 'hands' => 1000])->assertUnprocessable();
        $this->act('revealed')->assertOk()->assertJsonPath('board.answers.0.count', 7)->assertJsonPath('board.answers.0.entry', Sample::id('entry/plain'));
        self::assertSame(0, Round::query()->count());
    }

    public function test_a_question_is_put_at_once_and_the_class_goes_back_to_where_it_was(): void
    {
        $this->open();
        $this->enter($this->ada);
        $this->stand('first');
        $this->look($this->ada);
        $question = [
            'id' => Ulids::make(), 'kind' => 'one-choice', 'prompt' => 'Which <script>alert(1)</script>way?', 'points' => 1,
            'tolerance' => ['kind' => 'absolute', 'value' => '0'], 'feedback' => ['right' => '', 'notRight' => ''], 'ladder' => [],
            'entries' => array_map(static fn (string $text): array => [
                'id' => Ulids::make(), 'text' => $text, 'right' => $text === 'A', 'feedback' => '', 'fork' => null, 'ladder' => [],
            ], ['A', 'B']),
        ];
        $put = fn (int $after, string $id, array $asked): TestResponse => $this->asTeacher($this->teacher)
            ->postJson("/api/sittings/$this->sitting/questions", ['id' => $id, 'after' => $after, 'question' => $asked]);
        $put($this->number, Ulids::make(), ['kind' => 'one-choice'] + $question + ['surprise' => 1])->assertUnprocessable();
        $put($this->number, Ulids::make(), ['entries' => []] + $question)->assertUnprocessable();
        $put($this->number - 1, Ulids::make(), $question)->assertConflict();
        self::assertSame(1, Quiz::query()->count(), 'what was not asked leaves nothing');
        $id = Ulids::make();
        $asked = $put($this->number, $id, $question)->assertOk()->assertJsonPath('phase', 'answering')
            ->assertJsonPath('board.question.prompt', 'Which way?')->assertJsonPath('title', 'Sample');
        $put($this->number, $id, $question)->assertOk()->assertJsonPath('number', $asked->json('number'));
        self::assertSame(2, Quiz::query()->count());
        $this->number = $asked->json('number');
        $view = $this->look($this->ada)->assertJsonPath('round.place.question.show', 'letters')->json('round');
        $this->sendsEvent($view['id'], 'answered', ['question' => $question['id'], 'response' => ['choices' => [$question['entries'][0]['id']]]])
            ->assertOk()->assertJsonPath('place.waits', true);
        $this->act('revealed')->assertOk()->assertJsonPath('answered', 1)->assertJsonPath('next.place.stop', Sample::id('first'));
        $this->asStudent($this->ada)->getJson('/api/student')->assertJsonCount(1, 'classes.0.tasks');
        $this->stand('first');
        $this->look($this->ada)->assertJsonPath('round.place.frame', Sample::id('first'));
        $this->asTeacher($this->teacher)->getJson('/api/today')->assertJsonPath('sittings.0.id', $this->sitting)->assertJsonCount(1, 'running');
        $this->act('ended')->assertOk();
        self::assertNotNull(Task::query()->latest('id')->firstOrFail()->closes_at);
        self::isRebuilt();
    }

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        for ($seed = 1; $seed <= 12; $seed++) {
            yield "lesson $seed" => [$seed];
        }
    }

    /** Orders of moves, answers, changes of answers, cuts, late phones and a second front, made at random. */
    #[DataProvider('seeds')]
    public function test_in_any_lesson_no_answer_is_lost_nothing_shows_early_and_all_end_where_the_class_stands(int $seed): void
    {
        $lot = new Randomizer(new Xoshiro256StarStar($seed));
        $places = [['first', null], ['video', null], ['video', 'cue'], ['last', null]];
        $students = [$this->ada, $this->bram, $this->member($this->class, 'Cleo')];
        $this->open(atOnce: false);
        $this->enter($students[0]);
        $isIn = [$students[0]->id => true];
        $stored = [];
        for ($step = 0; $step < 45; $step++) {
            $student = $students[$lot->getInt(0, 2)];
            switch ($lot->getInt(0, 11)) {
                case 0:
                case 1:
                    [$stop, $cue] = $places[$lot->getInt(0, 3)];
                    $this->stand($stop, $cue)->assertOk();
                    break;
                case 2:
                    $this->act(['closed', 'asked-again', 'let-go', 'gathered', 'revealed'][$lot->getInt(0, 4)]);
                    break;
                case 3:
                    $this->act('revealed');
                    break;
                case 4:
                    $this->act('closed', after: $this->number - 1)->assertConflict();
                    break;
                case 5:
                    $this->enter($student)->assertOk();
                    $isIn[$student->id] = true;
                    break;
                default:
                    $place = isset($isIn[$student->id]) ? $this->look($student)->json('round.place') : null;
                    if (($place['kind'] ?? '') !== 'question' || $lot->getInt(0, 4) === 0) {
                        break;
                    }
                    $round = $this->look($student)->json('round');
                    $phase = $this->look($student)->json('sitting.phase');
                    $id = Ulids::make();
                    $body = ['question' => $place['question']['id'], 'response' => $place['question']['options'] === []
                        ? ['text' => ['ebb', 'flood', '12', '7'][$lot->getInt(0, 3)]]
                        : ['choices' => [$place['question']['options'][$lot->getInt(0, 2)]['id']]]];
                    $sent = ['id' => $id, 'after' => $round['last'], 'kind' => 'answered', 'at' => null, 'data' => $body];
                    $reply = $this->postJson("/api/student/rounds/{$round['id']}/events", $sent);
                    if ($lot->getInt(0, 2) === 0) {
                        // The reply was cut off: it is sent once more.
                        self::assertSame($reply->status(), $this->postJson("/api/student/rounds/{$round['id']}/events", $sent)->status());
                    }
                    if ($reply->status() === 200) {
                        $stored[] = $id;
                        if ($phase === 'answering') {
                            self::assertNull($reply->json('place.verdict.result'), "step $step");
                            self::assertFalse($reply->json('place.verdictShown'));
                        }
                    } else {
                        self::assertNotSame(500, $reply->status());
                    }
            }
        }
        self::assertSame(count($stored), RoundEvent::query()->whereIn('event_id', $stored)->count());
        $front = $this->board();
        if ($front->json('phase') === 'alone') {
            $front = $this->act('gathered')->assertOk();
        }
        $here = array_values(array_filter($front->json('way'), static fn (array $stop): bool => $stop['here']))[0] ?? null;
        foreach (array_filter($students, static fn (Student $one): bool => isset($isIn[$one->id])) as $student) {
            $view = $this->look($student)->json('round');
            if ($here !== null && $view['finished'] === false) {
                self::assertStringStartsWith($here['stop'], $view['place']['frame'] === Sample::id('cue') ? Sample::id('video') : $view['place']['frame']);
                self::assertSame($front->json('phase') === 'looking', $view['place']['kind'] === 'board');
            }
        }
        self::isRebuilt();
    }
}
