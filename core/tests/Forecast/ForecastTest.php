<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Forecast;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\Behaviour;
use HiddenLadder\Core\Forecast\Forecast;
use HiddenLadder\Core\Forecast\ObservedAnswers;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Forecast\Quantile;
use HiddenLadder\Core\Forecast\RoundChain;
use HiddenLadder\Core\Forecast\Simulation;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ForecastTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, Terms, Profile}> */
    public static function rounds(): iterable
    {
        foreach (Sample::demo() as $document) {
            $terms = Terms::read(Fields::of(is_array($document['terms'] ?? null) ? $document['terms'] : ['purpose' => 'learn']));
            foreach (Profile::three() as $profile) {
                yield "{$document['title']}, $profile->name" => [$document, $terms, $profile];
            }
        }
        yield 'handed in whole' => [Sample::demo()[0], Terms::for(Purpose::Check)->with(missedComeBack: true), Profile::middling()];
        yield 'in free order' => [Sample::document(), Terms::learn()->with(freeOrder: true), Profile::struggling()];
    }

    /** @param  array<string, mixed>  $document */
    #[DataProvider('rounds')]
    public function test_it_agrees_with_walks_of_the_real_engine_within_four_standard_errors(
        array $document,
        Terms $terms,
        Profile $profile,
    ): void {
        $quiz = QuizDocument::read($document);
        $round = new RoundChain($quiz, $terms, new Behaviour($quiz, $terms, $profile));
        $visits = $round->chain()->visits(0);
        $places = $round->places($visits);
        $finishes = $round->finishes($visits);
        $count = 250;
        $walks = new Simulation($quiz, $terms, $profile);
        $seconds = $came = $ended = [];
        for ($seed = 1; $seed <= $count; $seed++) {
            $walked = $walks->one($seed);
            $seconds[] = $walked->seconds;
            $ended[] = [(string) $walked->finish => 1.0];
            $came[] = array_map(floatval(...), $walked->places);
        }

        self::assertEqualsWithDelta(1.0, array_sum($finishes), 1e-9);
        // Quantiles of walks through the chain, held against ranks among the engine's; several walks may take as long.
        $byChain = $round->walks()->seconds(0, 2000);
        foreach ([0.5, 0.9] as $share) {
            $quantile = Quantile::of($byChain, $share);
            $margin = 4 * sqrt($share * (1 - $share) * (1 / $count + 1 / count($byChain)));
            $upTo = count(array_filter($seconds, static fn (float $one): bool => $one <= $quantile + 1e-6)) / $count;
            $below = count(array_filter($seconds, static fn (float $one): bool => $one < $quantile - 1e-6)) / $count;
            self::assertGreaterThan($share - $margin, $upTo);
            self::assertLessThan($share + $margin, $below);
        }
        ['mean' => $mean, 'variance' => $variance] = $round->chain()->seconds(0);
        self::assertEqualsWithDelta($mean, array_sum($seconds) / $count, 4 * sqrt($variance / $count), 'seconds');
        foreach ([[$finishes, $ended], [$places, $came]] as [$expected, $seen]) {
            foreach ($expected as $id => $often) {
                $values = array_map(static fn (array $one): float => $one[$id] ?? 0.0, $seen);
                $spread = array_sum(array_map(static fn (float $value): float => ($value - $often) ** 2, $values)) / $count;
                // What is all but sure to happen once, or never, shows no spread in so few walks.
                $least = abs($often - round($often));
                self::assertEqualsWithDelta($often, array_sum($values) / $count, 4 * sqrt(max($spread, $least) / $count) + 1e-9, "at $id");
            }
        }
    }

    public function test_a_single_question_is_forecast_as_by_hand(): void
    {
        $d = new Draft('forecast');
        $document = $d->quiz(
            'One question',
            '',
            [
                $d->asks(
                    'one',
                    $d->question(
                        'one',
                        'short-text',
                        'Which word is it?',
                        [$d->right('ebb')],
                        'Yes.',
                        'No.',
                        [$d->hint('one-hint', 'Three letters.')],
                    ),
                ),
            ],
            'End',
            '',
        );
        $quiz = QuizDocument::read($document);
        $round = new RoundChain($quiz, Terms::learn(), new Behaviour($quiz, Terms::learn(), Profile::even(0.6, helps: 0.2, leaves: 0.0)));
        $visits = $round->chain()->visits(0);

        // Four in ten slip and see the hint; then 0.8 a try until it is right.
        self::assertEqualsWithDelta([$d->id('one') => 1.0, $d->id('one-hint') => 0.4], $round->places($visits), 1e-12);
        self::assertEqualsWithDelta([$d->id('finish') => 1.0], $round->finishes($visits), 1e-12);
        // A try: 4 words at 200 a minute and 15 s. Tries: 1 + 0.4 / 0.8. The hint has 2 words; a verdict takes 3 s.
        $tries = 1 + 0.4 / 0.8;
        self::assertEqualsWithDelta($tries * (60 * 4 / 200 + 15) + 0.4 * 60 * 2 / 200 + 3, $round->chain()->seconds(0)['mean'], 1e-9);
    }

    public function test_more_help_and_more_skill_never_make_it_longer(): void
    {
        $quiz = QuizDocument::read(Sample::demo()[0]);
        $seconds = array_map(
            static fn (Profile $profile): float => Forecast::of($quiz, Terms::learn(), $profile, walks: 20)->seconds,
            Profile::three(),
        );

        self::assertGreaterThan($seconds[0], $seconds[1]);
        self::assertGreaterThan($seconds[1], $seconds[2]);
    }

    public function test_a_class_s_own_answers_outweigh_the_profile_the_more_there_are(): void
    {
        $quiz = QuizDocument::read(Sample::document());
        $question = $quiz->stops[0]->questions()[0];
        $middling = Profile::middling()->chance($question, 0);
        $chances = array_map(
            static fn (int $answers): float => Profile::ofClass(
                [$question->id => new ObservedAnswers($answers, 0, 40.0)],
            )->chance($question, 0),
            [0, 10, 1000],
        );

        self::assertEqualsWithDelta([$middling, $middling / 2, $middling * 10 / 1010], $chances, 1e-12);
        self::assertSame(40.0, Profile::ofClass([$question->id => new ObservedAnswers(3, 1, 40.0)])->seconds($question));
        self::assertNull(Profile::middling()->seconds($question));
    }

    public function test_profiles_worked_out_together_come_to_the_same_as_each_by_itself(): void
    {
        $quiz = QuizDocument::read(Sample::demo()[2]);
        // One who never asks and never leaves has less before them than the others, and the same round to walk.
        $profiles = [...Profile::three(), Profile::even(0.6, helps: 0.2, leaves: 0.0)];

        self::assertEquals(
            array_map(static fn (Profile $profile): Forecast => Forecast::of($quiz, Terms::learn(), $profile, walks: 20), $profiles),
            Forecast::each($quiz, Terms::learn(), $profiles, walks: 20),
        );
    }

    public function test_the_same_quiz_is_forecast_alike_each_time_and_its_figures_are_in_order(): void
    {
        $quiz = QuizDocument::read(Sample::demo()[0]);
        $forecast = Forecast::of($quiz, Terms::learn(), Profile::struggling(), walks: 50);

        self::assertEquals($forecast, Forecast::of($quiz, Terms::learn(), Profile::struggling(), walks: 50));
        self::assertLessThan($forecast->ninetieth, $forecast->median);
        self::assertGreaterThan(0.0, $forecast->deviation);
    }
}
