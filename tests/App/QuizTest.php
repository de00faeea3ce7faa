<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Testing\TestResponse;

final class QuizTest extends AppTestCase
{
    public function test_a_quiz_is_made_changed_and_found_again(): void
    {
        $this->asTeacher($this->teacher());
        $made = $this->postJson('/api/quizzes', ['title' => 'Tides'])->assertStatus(201)->json();
        $quiz = Quiz::query()->findOrFail(strval($made['id']));
        $edits = [['do' => 'set', 'at' => 'quiz', 'member' => 'title', 'value' => 'Tides, year 8']];
        foreach (['sideStops', 'stops'] as $list) {
            foreach (Sample::document()[$list] as $stop) {
                $edits[] = ['do' => 'insert', 'into' => 'quiz', 'list' => $list, 'before' => null, 'node' => $stop];
            }
        }
        $this->change($quiz, $edits)->assertOk()->assertJsonPath('version', 2)->assertJsonPath('changes.0.applied', true);
        self::assertCount(count(Sample::document()['stops']), $this->getJson("/api/quizzes/$quiz->id")->assertOk()->json('document.stops'));
        $this->getJson('/api/quizzes')->assertOk()->assertJsonPath('0.title', 'Tides, year 8')->assertJsonPath('0.questions', 3);
    }

    public function test_new_quizzes_begin_with_what_the_teacher_always_says(): void
    {
        $this->asTeacher($this->teacher());
        $this->putJson('/api/teacher/standing-instructions', ['text' => '<p onclick="x()">Take <b>your</b> time.</p><script>1</script>'])
            ->assertOk()->assertJsonPath('standingInstructions', 'Take <strong>your</strong> time.');
        $this->getJson('/api/teacher')->assertOk()->assertJsonPath('standingInstructions', 'Take <strong>your</strong> time.');
        $begins = fn (string $with): array => $this->postJson('/api/quizzes', ['title' => 'Tides'])
            ->assertStatus(201)->assertJsonPath('document.instructions', $with)->json();
        $begins('Take <strong>your</strong> time.');
        $this->putJson('/api/teacher/standing-instructions', ['text' => str_repeat('x', 20_001)])->assertStatus(422);
        $this->putJson('/api/teacher/standing-instructions', ['text' => ''])->assertOk();
        $begins('');
        $this->asTeacher($this->teacher('Other'));
        $begins('');
    }

    public function test_a_title_that_another_quiz_has_is_told_and_one_put_away_does_not_count(): void
    {
        $this->asTeacher($teacher = $this->teacher());
        $other = $this->quiz($teacher);
        $quiz = $this->quiz($teacher);
        $about = fn (): array => array_column($this->getJson("/api/quizzes/$quiz->id")->assertOk()->json('findings'), 'sentence');
        $same = 'Another of your quizzes is called “Sample” too: in a list they cannot be told apart.';
        self::assertContains($same, $about());
        $this->deleteJson("/api/quizzes/$other->id")->assertOk();
        self::assertNotContains($same, $about());
        $this->quiz($this->teacher('Other'));
        self::assertNotContains($same, $about());
    }

    public function test_publishing_freezes_an_edition_once_for_each_change(): void
    {
        $quiz = $this->quiz($teacher = $this->teacher());
        $this->asTeacher($teacher)->postJson(
            "/api/quizzes/$quiz->id/editions",
        )->assertOk()->assertJsonPath('edition', 1)->assertJsonPath('changedSince', false);
        $this->postJson("/api/quizzes/$quiz->id/editions")->assertOk()->assertJsonPath('edition', 1);
        $this->change($quiz, [['do' => 'set', 'at' => 'quiz', 'member' => 'title', 'value' => 'Mended']])->assertOk();
        $this->getJson("/api/quizzes/$quiz->id")->assertOk()->assertJsonPath('changedSince', true);
        self::assertSame('Sample', Edition::query()->where('quiz_id', $quiz->id)->sole()->document['title']);
        $this->postJson("/api/quizzes/$quiz->id/editions")->assertOk()->assertJsonPath('edition', 2);
    }

    public function test_a_quiz_that_cannot_be_published_says_why_at_the_place(): void
    {
        $document = Sample::document();
        $document['stops'][2]['question']['entries'][0]['right'] = false;
        $quiz = $this->quiz($teacher = $this->teacher(), $document);
        $findings = $this->asTeacher($teacher)->postJson("/api/quizzes/$quiz->id/editions")->assertStatus(422)->json('findings');
        $said = array_map(
            static fn (array $finding): array => [$finding['severity'], $finding['stop'], $finding['at'], $finding['sentence']],
            $findings,
        );
        self::assertContains(['stops', Sample::id('last'), Sample::id('last/question'), 'No accepted answer has been given yet.'], $said);
        self::assertSame(0, Edition::query()->where('quiz_id', $quiz->id)->count());
    }

    public function test_an_archived_quiz_comes_back(): void
    {
        $quiz = $this->quiz($teacher = $this->teacher());
        $this->asTeacher($teacher)->deleteJson("/api/quizzes/$quiz->id")->assertOk()->assertJsonPath('state', 'archived');
        $this->getJson('/api/quizzes')->assertOk()->assertJsonCount(0);
        $this->getJson('/api/quizzes?archived=1')->assertOk()->assertJsonPath('0.id', $quiz->id);
        $this->asTeacher($this->teacher('Zoe'))->getJson('/api/quizzes?archived=1')->assertOk()->assertJsonCount(0);
        $this->asTeacher($teacher)->postJson("/api/quizzes/$quiz->id/restore")->assertOk()->assertJsonPath('state', 'draft');
        $this->getJson('/api/quizzes')->assertOk()->assertJsonCount(1);
        $this->getJson('/api/quizzes?archived=1')->assertOk()->assertJsonCount(0);
    }

    public function test_a_rehearsal_walks_the_draft_from_any_stop_and_keeps_nothing(): void
    {
        $quiz = $this->quiz($teacher = $this->teacher());
        $this->asTeacher($teacher);
        $slip = [
            'kind' => 'answered',
            'data' => ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id('entry/plain')]]],
        ];
        $this->postJson("/api/quizzes/$quiz->id/rehearsals", ['from' => null, 'events' => [$slip]])
            ->assertOk()->assertJsonPath('view.place.rung.id', Sample::id('hint-1'));
        $this->postJson("/api/quizzes/$quiz->id/rehearsals", ['from' => Sample::id('last'), 'events' => []])
            ->assertOk()->assertJsonPath('view.place.question.id', Sample::id('last/question'));
        $this->postJson("/api/quizzes/$quiz->id/rehearsals", ['from' => null, 'events' => [$slip, $slip]])
            ->assertStatus(422)->assertJsonPath('rule', 'not-here');
        $this->assertDatabaseEmpty('rounds');
        $this->assertDatabaseEmpty('round_events');
    }

    public function test_a_rehearsal_goes_on_as_somebody_and_says_why(): void
    {
        $quiz = $this->quiz($teacher = $this->teacher());
        $this->asTeacher($teacher);
        $walk = fn (array $more): TestResponse => $this->postJson("/api/quizzes/$quiz->id/rehearsals", $more + ['from' => null, 'events' => []]);
        $slipped = $walk(['next' => ['as' => 'slip']])->assertOk()->assertJsonCount(1, 'made')->json();
        self::assertSame('answered', $slipped['made'][0]['kind']);
        self::assertSame('On to stop 1.', $slipped['trace'][0][0]);
        self::assertStringContainsString('is a slip, the 1st here.', implode(' ', $slipped['trace'][1]));
        $walk(['next' => ['as' => 'help']])->assertOk()->assertJsonPath('view.place.rung.id', Sample::id('hint-1'))
            ->assertJsonPath('trace.1.0', 'Help was asked for: rung 1 opens, and a right answer counts as climbed.');
        $done = $walk(['next' => ['as' => 'never-slips', 'toEnd' => true]])->assertOk()->assertJsonPath('view.finished', true)->json();
        self::assertStringStartsWith('Finish: ', array_slice($done['trace'], -1)[0][0]);
        // Played again, it comes to the same; and a further round knows this one.
        self::assertSame($done['trace'], $walk(['events' => $done['made']])->assertOk()->json('trace'));
        $walk(['earlier' => [['events' => $done['made']]]])->assertOk()->assertJsonPath('view.round', 2);
        $slips = $walk(['next' => ['as' => 'always-slips', 'toEnd' => true, 'seed' => 3]])->assertOk()->json('made');
        self::assertSame($slips, $walk(['next' => ['as' => 'always-slips', 'toEnd' => true, 'seed' => 3]])->json('made'));
        $terms = ['seen' => ['rightAnswer' => 'when-released']];
        $result = fn (string $moment): ?array => $walk(['events' => $done['made'], 'terms' => $terms, 'moment' => $moment])
            ->assertOk()->json('view.place');
        self::assertNotEquals($result('now'), $result('released'));
        $walk(['next' => ['as' => 'nobody']])->assertStatus(422)->assertJsonPath('errors.0.pointer', '/next/as');
        $walk(['moment' => 'never'])->assertStatus(422);
        $this->assertDatabaseEmpty('rounds');
    }
}
