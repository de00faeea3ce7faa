<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\Core\Terms\Gate;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;

final class InspectionTest extends AppTestCase
{
    private Teacher $teacher;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->asTeacher($this->teacher);
    }

    /**
     * @param  list<array<string, mixed>>  $findings
     * @return array<string, mixed>|null
     */
    private static function about(array $findings, string $words): ?array
    {
        foreach ($findings as $finding) {
            if (str_contains($finding['sentence'], $words)) {
                return $finding;
            }
        }

        return null;
    }

    /**
     * @param  array<string, mixed>  $document
     * @return list<array<string, mixed>>
     */
    private function saved(Quiz $quiz, array $document): array
    {
        $quiz->refresh()->update(['version' => $quiz->version + 1, 'document' => $document]);

        return $this->getJson("/api/quizzes/$quiz->id")->assertOk()->json('findings');
    }

    public function test_a_finding_that_is_left_stays_left_until_it_is_taken_up_again(): void
    {
        $quiz = $this->quiz($this->teacher);
        $misspelt = Sample::with(['sideStops', 0, 'text'], 'The seperate basins.');
        $finding = self::about($this->saved($quiz, $misspelt), 'seperate');
        self::assertNotNull($finding);
        self::assertSame([false, ['from' => 'seperate', 'to' => 'separate']], [$finding['left'], $finding['fix']['value']]);
        $changed = $quiz->refresh()->updated_at;

        $this->putJson("/api/quizzes/$quiz->id/left-findings/{$finding['key']}")->assertNoContent();
        $this->putJson("/api/quizzes/$quiz->id/left-findings/{$finding['key']}")->assertNoContent();
        self::assertSame([$finding['key']], $quiz->refresh()->left_findings);
        self::assertEquals([$changed, 2], [$quiz->updated_at, $quiz->version], 'nothing of the quiz has changed');
        // The same word elsewhere is left too; another one is told.
        $other = Sample::with(['sideStops', 0, 'text'], 'A seperate basin, and a wierd one.');
        $findings = $this->saved($quiz, $other);
        self::assertSame(
            [true, false],
            [self::about($findings, 'seperate')['left'] ?? null, self::about($findings, 'wierd')['left'] ?? null],
        );

        $this->deleteJson("/api/quizzes/$quiz->id/left-findings/{$finding['key']}")->assertNoContent();
        self::assertFalse(self::about($this->getJson("/api/quizzes/$quiz->id")->json('findings'), 'seperate')['left'] ?? null);
        $this->putJson("/api/quizzes/$quiz->id/left-findings/anything")->assertStatus(422);
        $this->asTeacher($this->teacher('Other'))->putJson("/api/quizzes/$quiz->id/left-findings/{$finding['key']}")->assertNotFound();
    }

    public function test_what_stops_publishing_stops_it_left_or_not(): void
    {
        $quiz = $this->quiz($this->teacher, Sample::with(['stops', 2, 'question', 'entries', 0, 'right'], false));
        $finding = self::about($this->getJson("/api/quizzes/$quiz->id")->json('findings'), 'No accepted answer');
        self::assertNotNull($finding);
        $this->putJson("/api/quizzes/$quiz->id/left-findings/{$finding['key']}")->assertNoContent();
        $this->postJson("/api/quizzes/$quiz->id/editions")->assertStatus(422);
        self::assertSame(0, Edition::query()->where('quiz_id', $quiz->id)->count());
    }

    public function test_a_trap_is_found_and_gone_at_once_and_words_change_nothing_about_it(): void
    {
        $quiz = $this->quiz($this->teacher);
        $back = (new Draft('sample'))->reading(
            'last',
            'Read on',
            'Some text.',
            ['forks' => [['id' => Sample::id('back'), 'when' => ['kind' => 'always'], 'to' => Sample::id('first')]]],
        );
        $trapped = Sample::with(['stops', 2], $back);
        $reworded = $trapped;
        $reworded['stops'][0]['question']['prompt'] = 'Which is first?';

        foreach ([$trapped, $reworded, $trapped] as $document) {
            $finding = self::about($this->saved($quiz, $document), 'can never reach a finish');
            self::assertNotNull($finding);
            self::assertSame(
                ['stops', [Sample::id('first'), Sample::id('video'), Sample::id('last'), Sample::id('aside')]],
                [$finding['severity'], $finding['loop']],
            );
        }
        self::assertNull(self::about($this->saved($quiz, Sample::document()), 'can never reach a finish'));
    }

    public function test_quizzes_that_would_wait_for_each_other_are_told_while_they_are_made(): void
    {
        $class = $this->schoolClass($this->teacher);
        $first = $this->quiz($this->teacher, ['title' => 'First'] + Sample::document());
        $second = $this->quiz($this->teacher, ['title' => 'Second'] + Sample::document());
        $this->given($class, $first)->update(['terms' => Terms::learn()->with(gates: [new Gate($second->id)])->toArray()]);
        self::assertNull(
            self::about(
                $this->saved($second, ['title' => 'Second', 'terms' => ['gates' => []]] + Sample::document()),
                'wait for each other',
            ),
        );

        $finding = self::about(
            $this->saved($second, ['title' => 'Second', 'terms' => ['gates' => [['quiz' => $first->id]]]] + Sample::document()),
            'wait for each other',
        );
        self::assertStringContainsString('“Second” → “First” → “Second”', $finding['sentence'] ?? '');
        // Another teacher's quizzes have no say.
        $this->asTeacher($other = $this->teacher('Other'));
        $third = $this->quiz($other);
        self::assertNull(
            self::about($this->saved($third, ['terms' => ['gates' => [['quiz' => $first->id]]]] + Sample::document()), 'wait for each other'),
        );
    }

    public function test_options_that_hardly_anybody_chose_are_told_as_long_as_they_stand(): void
    {
        $class = $this->schoolClass($this->teacher, implode("\n", array_map(static fn (int $i): string => "Pupil $i", range(1, 21))));
        $quiz = $this->quiz($this->teacher);
        $task = $this->given($class, $quiz);
        $fromAnswers = fn (): array => array_column(
            $this->asTeacher($this->teacher)->getJson("/api/quizzes/$quiz->id/findings-from-answers")->assertOk()->json(),
            'sentence',
            'at',
        );
        self::assertSame([], $fromAnswers());
        foreach (range(1, 21) as $i) {
            $this->asStudent($this->member($class, "Pupil $i"));
            $round = $this->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
            $choice = $i <= 12
                ? Sample::document()['stops'][0]['question']['entries'][0]['id']
                : Sample::id($i <= 20 ? 'entry/own' : 'entry/plain');
            $this->sendsEvent(
                $round,
                'answered',
                ['question' => Sample::id('first/question'), 'response' => ['choices' => [$choice]]],
            )->assertOk();
        }

        $told = $fromAnswers();
        self::assertSame([Sample::id('entry/plain'), Sample::id('entry/forked')], array_keys($told));
        self::assertSame(
            'Hardly anybody chose “no”: 1 of 21. An option that nobody believes only makes guessing easier.',
            $told[Sample::id('entry/plain')],
        );
        $this->saved($quiz, Sample::with(['stops', 0, 'question', 'entries', 1, 'text'], 'not really'));
        self::assertSame([Sample::id('entry/forked')], array_keys($fromAnswers()), 'the option says something else now');
        $this->asTeacher($this->teacher('Other'))->getJson("/api/quizzes/$quiz->id/findings-from-answers")->assertNotFound();
    }
}
