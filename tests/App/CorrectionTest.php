<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Correction;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Quizzes\Corrections;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Mending a quiz of which several editions are walked at once. */
final class CorrectionTest extends AppTestCase
{
    private Teacher $owner;

    private Quiz $quiz;

    /** Three editions, each with a round in which the first question was answered with a slip. */
    protected function setUp(): void
    {
        parent::setUp();
        $this->quiz = $this->quiz($this->owner = $this->teacher());
        $class = $this->schoolClass($this->owner);
        $ada = $this->member($class);
        foreach ([1, 2, 3] as $number) {
            Edition::query()->create(
                [
                    'quiz_id' => $this->quiz->id,
                    'number' => $number,
                    'version' => $this->quiz->refresh()->version,
                    'document' => $this->quiz->document,
                    'published_at' => now(),
                ],
            );
            $task = Task::query()->create(
                [
                    'teacher_id' => $this->owner->id,
                    'class_id' => $class->id,
                    'quiz_id' => $this->quiz->id,
                    'terms' => Terms::learn()->toArray(),
                ],
            );
            $round = $this->asStudent($ada)->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
            $this->postJson(
                "/api/student/rounds/$round/events",
                [
                    'id' => Ulids::make(),
                    'after' => null,
                    'kind' => 'answered',
                    'at' => null,
                    'data' => ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id('entry/plain')]]],
                ],
            )->assertOk();
            $this->asTeacher($this->owner);
            if ($number < 3) {
                $this->change($this->quiz, [self::setting(Sample::id('last/question'), 'points', $number + 5)])->assertOk();
            }
        }
    }

    /** @return list<array<array-key, mixed>> the documents of the editions as they are walked */
    private function documents(): array
    {
        return array_values(
            Edition::query()->where('quiz_id', $this->quiz->id)->orderBy('number')->get()->map(
                static fn (Edition $one): array => $one->corrected ?? $one->document,
            )->all(),
        );
    }

    public function test_a_correction_reaches_every_edition_that_has_rounds_and_marks_them_again(): void
    {
        $this->correct(
            $this->quiz->id,
            [self::setting(Sample::id('entry/plain'), 'right', true, false)],
            'Option B of stop 1 marked right',
        )->assertCreated()->assertJsonPath('elsewhere', []);
        foreach ($this->documents() as $document) {
            self::assertTrue($document['stops'][0]['question']['entries'][1]['right']);
        }
        $this->postJson(
            "/api/quizzes/{$this->quiz->id}/re-markings",
        )->assertOk()->assertJsonPath('total', 3)->assertJsonCount(3, 'changes');
        foreach (Round::query()->get() as $round) {
            self::assertSame('clear', $round->state['records'][Sample::id('first/question')]['standing'] ?? null);
        }
        $this->getJson(
            "/api/quizzes/{$this->quiz->id}/corrections",
        )->assertOk()->assertJsonPath('0.marked', 3)->assertJsonPath('0.label', 'Option B of stop 1 marked right');
        self::assertTrue($this->quiz->refresh()->document['stops'][0]['question']['entries'][1]['right'], 'the draft is mended too');
    }

    public function test_where_an_edition_reads_otherwise_it_is_named_and_asked(): void
    {
        $correction = $this->correct($this->quiz->id, [self::setting(Sample::id('last/question'), 'points', 9, 7)])->assertCreated();
        self::assertSame(
            [[1, 'changed'], [2, 'changed']],
            array_map(static fn (array $one): array => [$one['edition'], $one['reason']], $correction->json('elsewhere')),
        );
        self::assertSame(
            [1, 6, 9],
            array_map(static fn (array $document): int => $document['stops'][2]['question']['points'], $this->documents()),
        );
        $address = "/api/quizzes/{$this->quiz->id}/corrections/{$correction->json('id')}";
        $this->postJson("$address/editions/1")->assertOk()->assertJsonCount(1, 'elsewhere');
        $this->postJson("$address/editions/7")->assertNotFound();
        self::assertSame(
            [9, 6, 9],
            array_map(static fn (array $document): int => $document['stops'][2]['question']['points'], $this->documents()),
        );
        $this->deleteJson($address)->assertOk()->assertJsonPath('takenBack', true);
        self::assertSame(
            [1, 6, 7],
            array_map(static fn (array $document): int => $document['stops'][2]['question']['points'], $this->documents()),
        );
    }

    public function test_a_correction_that_a_later_edition_has_already_is_taken_back_there_too(): void
    {
        $correction = $this->correct(
            $this->quiz->id,
            [self::setting(Sample::id('entry/plain'), 'right', true, false)],
        )->assertCreated()->json('id');
        Edition::query()->create(
            [
                'quiz_id' => $this->quiz->id,
                'number' => 4,
                'version' => $this->quiz->refresh()->version,
                'document' => $this->quiz->document,
                'published_at' => now(),
            ],
        );
        $this->deleteJson("/api/quizzes/{$this->quiz->id}/corrections/$correction")->assertOk();
        foreach ($this->documents() as $document) {
            self::assertFalse($document['stops'][0]['question']['entries'][1]['right']);
        }
        self::assertFalse($this->quiz->refresh()->document['stops'][0]['question']['entries'][1]['right']);
    }

    public function test_one_that_was_sent_twice_is_made_once_and_one_that_is_overtaken_is_told(): void
    {
        $body = [
            'id' => Ulids::make(),
            'version' => 1,
            'label' => 'Points',
            'edits' => [self::setting(Sample::id('first/question'), 'points', 4, 1)],
        ];
        foreach ([1, 2] as $ignored) {
            $this->postJson("/api/quizzes/{$this->quiz->id}/corrections", $body)->assertCreated();
        }
        self::assertSame(1, Correction::query()->count());
        $this->correct(
            $this->quiz->id,
            [self::setting(Sample::id('first/question'), 'points', 5, 1)],
        )->assertStatus(409)->assertJsonPath('type', '/problems/changed-elsewhere');
        $this->correct($this->quiz->id, [self::setting(Sample::id('first/question'), 'points', 'many')])->assertStatus(422);
        self::assertSame(1, Correction::query()->count());
    }

    public function test_laid_and_taken_back_at_random_every_edition_reads_and_rounds_equal_a_refold_and_in_the_end_all_is_as_it_was(): void
    {
        $random = new Randomizer(new Xoshiro256StarStar(hash('sha256', 'three editions', true)));
        $before = $this->documents();
        $inForce = [];
        $added = [];
        $question = Sample::document()['stops'][1]['cues'][0]['question']['id'];
        for ($step = 0; $step < 24; $step++) {
            $kind = $random->getInt(0, 5);
            if ($kind <= 1 && $inForce !== []) {
                $at = $random->getInt(0, count($inForce) - 1);
                $this->deleteJson("/api/quizzes/{$this->quiz->id}/corrections/{$inForce[$at]}")->assertOk();
                array_splice($inForce, $at, 1);
            } else {
                $new = Ulids::make();
                $edit = match (true) {
                    $kind <= 2 => [
                        'do' => 'insert',
                        'into' => $question,
                        'list' => 'entries',
                        'before' => null,
                        'node' => [
                            'id' => $added[] = $new,
                            'text' => '',
                            'key' => "word $step",
                            'right' => true,
                            'feedback' => '',
                            'fork' => null,
                            'ladder' => [],
                        ],
                    ],
                    $kind === 3 && $added !== [] => self::setting($added[$random->getInt(0, count($added) - 1)], 'key', "reworded $step"),
                    $kind === 4 => self::setting(Sample::id('entry/plain'), 'right', $random->getInt(0, 1) === 1),
                    default => self::setting(Sample::id('first/question'), 'points', $random->getInt(1, 9)),
                };
                $reply = $this->correct($this->quiz->id, [$edit]);
                // What is about an answer that was taken back is structure by now.
                if ($reply->status() === 201) {
                    $inForce[] = $reply->json('id');
                }
            }
            foreach ($this->documents() as $document) {
                self::assertSame([], (new DocumentCheck)->problems($document));
            }
        }
        self::assertNotSame([], $inForce);
        $this->postJson("/api/quizzes/{$this->quiz->id}/re-markings")->assertOk()->assertJsonPath('left', 0);
        foreach (Round::query()->pluck('id') as $id) {
            [$stored, $refolded] = app(RoundBook::class)->rebuild((string) $id);
            self::assertSame($stored->state, $refolded->state);
        }
        foreach ($random->shuffleArray($inForce) as $one) {
            $this->deleteJson("/api/quizzes/{$this->quiz->id}/corrections/$one")->assertOk();
        }
        self::assertEquals($before, $this->documents());
        foreach (Edition::query()->where('quiz_id', $this->quiz->id)->get() as $edition) {
            self::assertEquals($edition->document, app(Corrections::class)->derived($edition)->toArray());
        }
        $this->getJson('/api/today')->assertOk();
    }
}
