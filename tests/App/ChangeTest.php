<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\ChangeKind;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Quizzes\QuizChanges;
use HiddenLadder\App\Quizzes\SentChange;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\Attributes\DataProvider;

/** Changing a quiz: taken once, taken back, written down, told to other devices. */
final class ChangeTest extends AppTestCase
{
    private Teacher $owner;

    private Quiz $quiz;

    protected function setUp(): void
    {
        parent::setUp();
        $this->quiz = $this->quiz($this->owner = $this->teacher());
        $this->asTeacher($this->owner);
    }

    /** @return array<string, mixed> */
    private function set(string $value, ?string $was = null, string $member = 'title', string $at = 'quiz'): array
    {
        return self::setting($at, $member, $value, $was);
    }

    private function title(): mixed
    {
        return $this->quiz->refresh()->document['title'] ?? null;
    }

    private function takes(string $step): string
    {
        $reply = $this->postJson(
            "/api/quizzes/{$this->quiz->id}/$step",
            ['id' => Ulids::make(), 'version' => $this->quiz->refresh()->version],
        );

        return $reply->status() === 200 ? strval($reply->json('changes.0.label')) : strval($reply->assertStatus(409)->json('detail'));
    }

    public function test_a_change_is_taken_once_however_often_it_is_sent(): void
    {
        $id = Ulids::make();
        foreach ([1, 1, 2] as $version) {
            $reply = $this->change(
                $this->quiz,
                [$this->set('Ebb', 'Sample')],
                $version,
                $id,
            )->assertOk()->assertJsonPath('version', 2)->assertJsonPath('taken', $id);
            self::assertCount(2 - $version, $reply->json('changes'));
        }
        self::assertSame(['Ebb', 1], [$this->title(), $this->quiz->changes()->count()]);
        self::assertSame('Ebb', $this->quiz->title);
    }

    public function test_texts_are_cleaned_on_the_way_in_and_the_device_is_told_what_was_kept(): void
    {
        $first = Sample::id('first/question');
        $rung = ['id' => Ulids::make(), 'kind' => 'hint', 'text' => '<div>Look</div><div>again<img src=x onerror=alert(1)></div>'];
        $reply = $this->change($this->quiz, [
            $this->set('<p onclick="x()">So <b>it</b> is.<script>alert(1)</script></p>', null, 'prompt', $first),
            ['do' => 'set', 'at' => $first, 'member' => 'feedback', 'value' => ['right' => '<i>Yes</i>', 'notRight' => 'a < b & c']],
            ['do' => 'insert', 'into' => $first, 'list' => 'ladder', 'before' => null, 'node' => $rung],
            $this->set('<h1>Look</h1>', null, 'text', $rung['id']),
            $this->set('A < B & C'),
        ])->assertOk();
        self::assertSame('So <strong>it</strong> is.', $reply->json('changes.0.edits.0.value'));
        self::assertSame(['right' => '<em>Yes</em>', 'notRight' => 'a &lt; b &amp; c'], $reply->json('changes.0.edits.1.value'));
        self::assertSame(
            ['<p>Look</p><p>again</p>', 'Look'],
            [$reply->json('changes.0.edits.2.node.text'), $reply->json('changes.0.edits.3.value')],
        );
        self::assertSame('A < B & C', $this->title(), 'a title is no rich text');
        $question = $this->quiz->refresh()->document['stops'][0]['question'];
        self::assertSame(['So <strong>it</strong> is.', 'Look'], [$question['prompt'], $question['ladder'][2]['text']]);
    }

    public function test_what_somebody_else_wrote_into_is_not_taken_out_by_undoing(): void
    {
        $other = $this->teacher('Jonas');
        $rung = ['id' => Ulids::make(), 'kind' => 'hint', 'text' => 'Look.'];
        $this->change($this->quiz, [$this->set('Renamed')])->assertOk();
        $this->change(
            $this->quiz,
            [['do' => 'insert', 'into' => Sample::id('first/question'), 'list' => 'ladder', 'before' => null, 'node' => $rung]],
        )->assertOk();
        $changes = app(QuizChanges::class);
        $changes->make($this->quiz, $other, Ulids::make(), ChangeKind::Made, 'Reworded', [Edit::set($rung['id'], 'text', 'Look twice.')]);

        $this->takes('undo');
        self::assertSame('Look twice.', $this->quiz->refresh()->document['stops'][0]['question']['ladder'][2]['text']);
        self::assertSame('Sample', $this->title(), 'the step before it was taken back instead');
        self::assertStringContainsString('Jonas changed it since', $this->takes('undo'));
        $changes->undo($this->quiz->refresh(), $other, Ulids::make());
        self::assertSame('Look.', $this->quiz->refresh()->document['stops'][0]['question']['ladder'][2]['text']);
    }

    public function test_a_picture_put_into_a_text_is_a_step_of_its_own(): void
    {
        $first = Sample::id('first/question');
        $picture = '<img data-medium="'.Ulids::make().'" alt="">';
        foreach (['One', 'One two', "<p>One two</p>$picture", "<p>One two three</p>$picture"] as $prompt) {
            $this->change($this->quiz, [$this->set($prompt, null, 'prompt', $first)])->assertOk();
        }
        foreach (["<p>One two</p>$picture", 'One two', 'First?'] as $prompt) {
            $this->takes('undo');
            self::assertSame($prompt, $this->quiz->refresh()->document['stops'][0]['question']['prompt']);
        }
    }

    public function test_a_text_that_was_reworded_elsewhere_is_not_written_over_and_the_change_is_kept(): void
    {
        $this->change($this->quiz, [$this->set('Theirs', 'Sample')], 1)->assertOk();
        $reply = $this->change(
            $this->quiz,
            [$this->set('Kept anyway', '', 'instructions'), $this->set('Mine', 'Sample')],
            1,
        )->assertOk()->assertJsonPath('version', 3);
        self::assertSame([true, false], $reply->json('changes.*.applied'));
        self::assertEquals(
            ['at' => 'quiz', 'reason' => 'changed', 'stands' => 'Theirs', 'by' => $this->owner->name],
            $reply->json('changes.1.unfit'),
        );
        self::assertSame(['Theirs', ''], [$this->title(), $this->quiz->document['instructions']], 'nothing of it is half taken');
        self::assertSame('Mine', $reply->json('changes.1.edits.1.value'), 'what was typed is not lost');
        // Offered again and sent anew, it is laid.
        $this->change($this->quiz, [$this->set('Mine', 'Theirs')])->assertOk();
        self::assertSame('Mine', $this->title());
    }

    public function test_every_step_is_undone_back_to_the_beginning_and_done_again(): void
    {
        $stop = Sample::document()['stops'][0];
        $states = [$this->quiz->document];
        foreach ([
            [['do' => 'remove', 'at' => $stop['id']]], [$this->set('Ebb')], [
                $this->set('Words', null, 'text', Sample::document()['sideStops'][0]['id']),
            ],
            [['do' => 'move', 'at' => Sample::document()['stops'][1]['id'], 'into' => 'quiz', 'list' => 'stops', 'before' => null]],
        ] as $number => $edits) {
            $this->change($this->quiz, $edits, label: "Step $number")->assertOk();
            $states[] = $this->quiz->refresh()->document;
        }
        foreach ([3, 2, 1, 0] as $step) {
            self::assertSame("Step $step", $this->takes('undo'));
            self::assertEquals($states[$step], $this->quiz->refresh()->document);
        }
        self::assertSame('There is nothing of yours to undo.', $this->takes('undo'));
        foreach ([0, 1, 2, 3] as $step) {
            self::assertSame("Step $step", $this->takes('redo'));
            self::assertEquals($states[$step + 1], $this->quiz->refresh()->document);
        }
        self::assertSame('There is nothing to redo.', $this->takes('redo'));
        self::assertSame('Step 3', $this->takes('undo'), 'what was done again can be undone again');
        $this->change($this->quiz, [$this->set('Other')])->assertOk()->assertJsonPath('redo', null);
    }

    public function test_typing_in_one_place_is_one_step_for_a_minute(): void
    {
        $this->travelTo('2026-03-02 14:00:00');
        foreach (['E', 'Eb', 'Ebb'] as $title) {
            $this->change($this->quiz, [$this->set($title)], label: 'The title')->assertOk();
            $this->travel(20)->seconds();
        }
        $this->travel(2)->minutes();
        $this->change($this->quiz, [$this->set('Ebb and flow')], label: 'The title')->assertOk();
        $history = $this->getJson("/api/quizzes/{$this->quiz->id}/history")->assertOk()->assertJsonCount(2, 'entries')->json('entries');
        self::assertSame([[5, 5], [4, 2]], array_map(static fn (array $entry): array => [$entry['number'], $entry['from']], $history));
        $this->takes('undo');
        self::assertSame('Ebb', $this->title());
        $this->takes('undo');
        self::assertSame('Sample', $this->title());
    }

    public function test_another_device_is_told_what_it_does_not_know(): void
    {
        $this->change($this->quiz, [$this->set('Ebb')])->assertOk();
        $address = "/api/quizzes/{$this->quiz->id}/changes";
        $this->getJson("$address?since=2")->assertOk()->assertJsonCount(0, 'changes')->assertJsonPath('findings', null)->assertJsonPath('undo', 'Reworded');
        $this->getJson("$address?since=1")->assertOk()->assertJsonPath(
            'changes.0.edits.0.value',
            'Ebb',
        )->assertJsonPath('changes.0.own', true);
        // A history that was cut off, as a restored backup has it: the device knows more than the server.
        $this->getJson("$address?since=9")->assertStatus(409)->assertJsonPath(
            'type',
            '/problems/unknown-version',
        )->assertJsonPath('version', 2);
        $this->change($this->quiz, [$this->set('Flow')], 9)->assertStatus(409);
        self::assertSame('Ebb', $this->title());
    }

    public function test_any_moment_can_be_looked_at_and_all_of_it_is_derived_from_the_changes(): void
    {
        $this->change($this->quiz, [$this->set('Ebb')])->assertOk();
        $this->change($this->quiz, [['do' => 'remove', 'at' => Sample::document()['sideStops'][0]['id']]])->assertOk();
        $address = "/api/quizzes/{$this->quiz->id}/history";
        self::assertEquals(Sample::document(), $this->getJson("$address/0")->assertOk()->json('document'));
        $this->getJson("$address/2")->assertOk()->assertJsonPath('document.title', 'Ebb')->assertJsonCount(
            count(Sample::document()['sideStops']),
            'document.sideStops',
        );
        $this->getJson("$address/4")->assertNotFound();
        self::assertSame($this->quiz->refresh()->getRawOriginal('document'), app(QuizChanges::class)->at($this->quiz, 3)->json());
    }

    public function test_the_documents_are_derived_anew_with_the_same_outcome_and_a_spoilt_one_is_told_and_repaired(): void
    {
        $this->change($this->quiz, [$this->set('Ebb')])->assertOk();
        $this->command('quizzes:rebuild')->expectsOutputToContain('All 1 quizzes are what their changes say.')->assertSuccessful();
        $this->quiz->refresh()->update(['document' => ['title' => 'Spoilt'] + $this->quiz->document]);
        $this->command('quizzes:rebuild')->expectsOutputToContain('1 of 1 quizzes differ.')->assertFailed();
        $this->command('quizzes:rebuild', ['--repair' => true])->assertSuccessful();
        self::assertSame('Ebb', $this->title());
    }

    /** @return iterable<string, array{mixed, string}> */
    public static function bad(): iterable
    {
        $set = ['do' => 'set', 'at' => 'quiz', 'member' => 'title', 'value' => 'Ebb'];
        yield 'no edits' => [[], '/edits'];
        yield 'too many edits' => [array_fill(0, SentChange::MOST_EDITS + 1, $set), '/edits'];
        yield 'an edit that is none' => [[$set, ['do' => 'copy']], '/edits/1/do'];
        yield 'a document that would be none' => [
            [$set, ['do' => 'set', 'at' => 'quiz', 'member' => 'language', 'value' => 7]],
            '/language',
        ];
        yield 'a member that is not known' => [[['do' => 'set', 'at' => 'quiz', 'member' => 'colour', 'value' => 'red']], ''];
    }

    #[DataProvider('bad')]
    public function test_bad_input_changes_nothing_and_says_where(mixed $edits, string $pointer): void
    {
        $body = ['id' => Ulids::make(), 'version' => 1, 'label' => 'Bad', 'edits' => $edits];
        $this->postJson("/api/quizzes/{$this->quiz->id}/changes", $body)->assertStatus(422)->assertJsonPath('errors.0.pointer', $pointer);
        self::assertSame(['Sample', 1, 0], [$this->title(), $this->quiz->version, $this->quiz->changes()->count()]);
    }

    public function test_what_is_no_json_and_what_has_no_id_is_told(): void
    {
        $this->call(
            'POST',
            "/api/quizzes/{$this->quiz->id}/changes",
            content: '{"id":',
            server: ['CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json'],
        )->assertStatus(422);
        $this->change($this->quiz, [$this->set('Ebb')], id: 'first')->assertStatus(422)->assertJsonPath('errors.0.pointer', '/id');
    }

    public function test_a_correction_of_the_edition_is_in_the_history_and_undo_leaves_it_alone(): void
    {
        $this->given($this->schoolClass($this->owner), $this->quiz);
        $this->change($this->quiz, [$this->set('Mine', null, 'instructions')], label: 'Instructions')->assertOk();
        $this->correct($this->quiz->id, [$this->set('Mended')])->assertCreated();
        self::assertSame('Mended', $this->title());
        $this->getJson("/api/quizzes/{$this->quiz->id}/history")->assertOk()->assertJsonPath('entries.0.kind', 'corrected');
        self::assertSame('Instructions', $this->takes('undo'));
        self::assertSame('Mended', $this->title());
    }
}
