<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\Core\Tests\Sample;

final class ForecastTest extends AppTestCase
{
    public function test_a_draft_is_forecast_for_each_profile(): void
    {
        $quiz = $this->quiz($teacher = $this->teacher());
        $this->asTeacher($teacher);
        $seconds = [];
        foreach (['secure', 'middling', 'struggling'] as $profile) {
            $told = $this->getJson(
                "/api/quizzes/$quiz->id/forecast?profile=$profile",
            )->assertOk()->assertJsonPath('profile', $profile)->assertJsonPath('exact', true)->json();
            self::assertStringStartsWith("A $profile student needs about", $told['sentence']);
            self::assertEqualsWithDelta(1.0, array_sum($told['finishes']), 0.001);
            self::assertArrayHasKey(Sample::id('first'), $told['places']);
            $seconds[] = $told['seconds'];
        }
        self::assertLessThan($seconds[2], $seconds[0]);
    }

    public function test_a_class_s_own_answers_change_what_is_expected_of_it(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher(), "Ada\nBram\nCleo");
        $task = $this->given($class, $quiz = $this->quiz($teacher));
        $hint = fn (): float => $this->asTeacher($teacher)->getJson(
            "/api/quizzes/$quiz->id/forecast?profile=$class->id",
        )->assertOk()->json('places')[Sample::id('hint-1')] ?? 0.0;
        $before = $hint();
        foreach (['Ada', 'Bram', 'Cleo'] as $name) {
            $this->asStudent($this->member($class, $name));
            $round = $this->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
            $this->sendsEvent(
                $round,
                'answered',
                ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id('entry/plain')]]],
            )->assertOk();
        }
        $told = $this->asTeacher($teacher)->getJson("/api/quizzes/$quiz->id/forecast?profile=$class->id")->json();
        self::assertStringStartsWith('A student of this class', $told['sentence']);
        self::assertNotEqualsWithDelta($before, $hint(), 0.001);
    }

    public function test_the_edition_in_use_is_forecast_under_the_terms_it_may_be_given_with(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher());
        $quiz = $this->quiz($teacher);
        $this->asTeacher($teacher)->postJson(
            "/api/quizzes/$quiz->id/forecast",
            ['profile' => 'struggling', 'terms' => ['purpose' => 'learn']],
        )->assertStatus(409);
        $this->given($class, $quiz);
        $expect = fn (array $terms): array => $this->postJson(
            "/api/quizzes/$quiz->id/forecast",
            ['profile' => 'struggling', 'terms' => $terms],
        )->assertOk()->json();
        $learn = $expect(['purpose' => 'learn']);
        $exit = $expect(['purpose' => 'exit-check']);

        self::assertGreaterThan(0.1, $learn['places'][Sample::id('hint-1')] ?? 0.0);
        self::assertArrayNotHasKey(
            Sample::id('hint-1'),
            array_filter($exit['places'], static fn (mixed $place): bool => (bool) $place),
            'one try and no help: nobody comes to a rung',
        );
        self::assertLessThan($learn['seconds'], $exit['seconds']);
        // The draft has no say: it is not given out.
        $quiz->update(['document' => ['stops' => []] + Sample::document()]);
        self::assertSame($learn['seconds'], $expect(['purpose' => 'learn'])['seconds']);
        $this->postJson(
            "/api/quizzes/$quiz->id/forecast",
            ['profile' => $class->id, 'terms' => []],
        )->assertOk()->assertJsonPath('profile', 'class');
        $this->postJson("/api/quizzes/$quiz->id/forecast", ['profile' => 'secure', 'terms' => ['tries' => 'many']])->assertStatus(422);
        $this->asTeacher($this->teacher('Other'))->postJson(
            "/api/quizzes/$quiz->id/forecast",
            ['profile' => 'secure', 'terms' => []],
        )->assertNotFound();
    }

    public function test_what_is_not_filled_in_and_what_is_not_one_s_own_is_refused(): void
    {
        $teacher = $this->teacher();
        $quiz = $this->quiz($teacher, ['stops' => []] + Sample::document());
        $this->asTeacher($teacher)->getJson(
            "/api/quizzes/$quiz->id/forecast?profile=secure",
        )->assertStatus(409)->assertJsonPath('detail', 'There is no stop yet.');
        $this->getJson("/api/quizzes/$quiz->id/forecast?profile=nobody")->assertNotFound();
        $this->getJson("/api/quizzes/$quiz->id/forecast")->assertStatus(422);
        $other = $this->schoolClass($stranger = $this->teacher('Other'));
        $this->getJson("/api/quizzes/$quiz->id/forecast?profile=$other->id")->assertNotFound();
        $this->asTeacher($stranger)->getJson("/api/quizzes/$quiz->id/forecast?profile=secure")->assertNotFound();
    }
}
