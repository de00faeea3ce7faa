<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Workings;

use HiddenLadder\Core\Marking\ExpressionMarking;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Tests\Told;
use HiddenLadder\Core\Workings\Answer;
use HiddenLadder\Core\Workings\Offer;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Step;
use HiddenLadder\Core\Workings\Workings;
use HiddenLadder\Core\Workings\Writing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Keys, the steps to them, and the wrong answers that known slips lead to; the same read backwards. */
final class WorkingsTest extends TestCase
{
    /**
     * For every slip an exercise in which it is made, and what comes out.
     *
     * The first of them are from Brown and Burton, “Diagnostic models for procedural bugs in basic mathematical skills” (1978), and
     * VanLehn, “Mind bugs” (1990), values from memory; the others are worked out by hand from what the slip is (common practice).
     *
     * @return iterable<string, array{string, string, string}>
     */
    public static function slips(): iterable
    {
        $examples = [
            ['smaller-from-larger', '143 - 28', '125'],
            ['borrowed-from-zero', '1300 - 522', '878'],
            ['zero-less-a-digit-is-the-digit', '140 - 21', '121'],
            ['zero-less-a-digit-is-zero', '140 - 21', '120'],
            ['borrowed-across-zero', '904 - 7', '807'],
            ['borrowed-and-not-taken-off', '62 - 44', '28'],
            ['numerators-and-denominators-added', '2/3 + 1/4', '3/7'],
            ['numerators-not-extended', '2/3 + 1/4', '1/4'],
            ['divided-without-turning', '2/3 ÷ 4/5', '8/15'],
            ['wrong-fraction-turned', '2/3 ÷ 4/5', '6/5'],
            ['multiplied-crosswise', '3/7 * 2/5', '15/14'],
            ['whole-multiplies-both', '3 * 2/5', '2/5'],
            ['common-denominator-kept', '3/7 * 2/7', '6/7'],
            ['carry-forgotten', '57 + 38', '85'],
            ['carry-written-down', '57 + 38', '815'],
            ['second-row-not-shifted', '23 * 14', '115'],
            ['only-like-places-multiplied', '23 * 14', '212'],
            ['zero-left-out-of-quotient', '612 / 6', '12'],
            ['point-set-as-in-a-sum', '0.3 * 0.2', '0.6'],
            ['decimals-taken-as-whole-numbers', '0.5 + 0.12', '0.17'],
            ['lined-up-on-the-right', '12.5 + 3.78', '5.03'],
            ['power-of-ten-too-much', '2.5 * 4', '100'],
            ['power-of-ten-too-little', '2.5 * 4', '1'],
            ['divided-by-the-percentage', '25 % of 80', '3.2'],
            ['tenths-for-hundredths', '25 % of 80', '200'],
            ['what-is-left-for-the-part', '25 % of 80', '60'],
            ['percentage-taken-as-an-amount', '80 + 25 %', '105'],
            ['only-the-change', '80 + 25 %', '20'],
            ['more-for-less', '80 - 25 %', '100'],
            ['percentages-added', '200 + 20 % - 10 %', '220'],
            ['unit-not-converted', '2.5 km in m', '2.5 m'],
            ['converted-the-wrong-way', '2.5 km in m', '0.0025 m'],
            ['converted-by-a-power-of-ten-too-much', '2.5 km in m', '25000 m'],
            ['converted-by-a-power-of-ten-too-little', '2.5 km in m', '250 m'],
            ['factor-not-taken-to-the-power', '3 m² in cm²', '300 cm²'],
            ['hundred-for-sixty', '1.5 h in min', '150 min'],
            ['moved-without-turning-the-sign', '3x - 6 = 9', '1'],
            ['unknown-moved-without-turning-the-sign', '2x + 3 = 4x - 5', '-4/3'],
            ['factor-subtracted', '3x = 15', '12'],
            ['half-done', '3(x - 2) = 9', '15'],
            ['divided-the-wrong-way-round', '3x = 15', '1/5'],
            ['multiplied-instead-of-divided', '3x = 15', '45'],
            ['sign-of-the-factor-lost', '-2x = 8', '4'],
            ['only-one-term-divided', '2x + 6 = 10', '-1'],
            ['only-the-first-term-multiplied', '3(x - 2)', '3x - 2'],
            ['minus-for-the-first-term-only', '7 - (x + 2)', '-x + 9'],
            ['from-left-to-right', '2 + 3 * 4', '20'],
            ['brackets-passed-over', '(2 + 3) * 4', '14'],
            ['sum-before-difference', '10 - 4 + 3', '3'],
            ['divided-last', '24 ÷ 4 × 2', '3'],
            ['power-taken-as-factor', '2^3', '6'],
            ['exponents-multiplied', '2^3 * 2^4', '4096'],
            ['exponents-added', '(2^3)^2', '32'],
            ['exponents-divided', '2^6 / 2^2', '8'],
            ['bases-multiplied', '2^3 * 2^4', '16384'],
            ['power-of-a-sum-as-sum-of-powers', '(x + 3)^2', 'x^2 + 9'],
            ['sign-taken-into-the-power', '-3^2', '9'],
            ['negative-exponent-as-a-sign', '2^-3', '-8'],
            ['to-the-zero-is-zero', '5^0', '0'],
            ['only-the-last-factor-to-the-power', '(2x)^3', '2x^3'],
            ['root-of-a-sum-as-sum-of-roots', 'sqrt(9 + 16)', '7'],
            ['halved-for-root', 'sqrt(16)', '8'],
            ['unlike-terms-joined', '2x + 3', '5x'],
            ['exponents-added-in-a-sum', '2x + 3x', '5x^2'],
            ['unknown-cancelled', '3x - x', '3'],
            ['unknown-taken-as-once-more', 'x * x', '2x'],
            ['minus-times-minus-is-minus', '(-3) * (-4)', '-12'],
            ['sign-lost', '(-3) * 4', '12'],
            ['minus-minus-as-minus', '5 - (-3)', '2'],
            ['signs-turned-to-plus', '-5 + 3', '8'],
            ['turned-round', '3 - 8', '5'],
            ['added-instead', '9 - 4', '13'],
            ['subtracted-instead', '9 + 4', '5'],
            ['added-instead-of-multiplied', '9 * 4', '13'],
            ['multiplied-instead', '12 ÷ 4', '48'],
            ['divided-the-other-way-round', '12 ÷ 4', '1/3'],
        ];
        foreach ($examples as [$slip, $exercise, $answer]) {
            yield "$slip: $exercise" => ["workings.slip.$slip", $exercise, $answer];
        }
    }

    #[DataProvider('slips')]
    public function test_a_slip_leads_to_its_answer_and_the_answer_back_to_the_slip(string $slip, string $exercise, string $answer): void
    {
        // What is an answer already has nothing to be done with it, and a slip all the same: 2x + 3.
        $workings = $exercise === '2x + 3' ? Workings::read('3 + 2x', 'en') : Workings::read($exercise, 'en');
        $ways = array_map(self::codes(...), $workings->waysTo($answer));
        self::assertContains([$slip], $ways, self::drawn($workings));
    }

    public function test_every_slip_has_an_example(): void
    {
        $shown = array_column(iterator_to_array(self::slips()), 0);
        $all = array_map(static fn (Slip $slip): string => $slip->code, Slip::all());
        self::assertSame([], array_diff($all, $shown));
        self::assertGreaterThanOrEqual(20, count($all));
        self::assertSame($all, array_values(array_unique($all)));
    }

    public function test_a_working_is_told_line_by_line(): void
    {
        $workings = Workings::read('3(x - 2) = 9', 'en');
        self::assertSame('5', $workings->key->typed);
        self::assertSame([
            'bracket-multiplied-out 3x - 3 × 2 = 9',
            'multiplied 3x - 6 = 9',
            'added-on-both-sides 3x = 9 + 6',
            'added 3x = 15',
            'divided-on-both-sides x = 15 ÷ 3',
            'divided x = 5',
        ], array_map(
            static fn (Step $step): string => substr($step->code, strlen('workings.step.')).' '.Writing::typed($workings->exercise, $step->line),
            $workings->steps,
        ));
    }

    public function test_each_line_of_a_working_comes_to_the_same(): void
    {
        foreach (self::many(200) as $written => $workings) {
            foreach ($workings->steps as $step) {
                $answer = Answer::of($workings->exercise, $step->line);
                self::assertSame($workings->key->typed, $answer?->typed, "$written: $step->code");
            }
            $last = Writing::typed($workings->exercise, $workings->steps[count($workings->steps) - 1]->line);
            self::assertTrue(str_ends_with($last, $workings->key->typed), "$written is worked out to the end: $last");
        }
    }

    public function test_no_offer_is_the_key_and_none_comes_twice(): void
    {
        $marking = new ExpressionMarking('.');
        $offered = 0;
        foreach (self::many(120) as $written => $workings) {
            $answers = array_map(static fn (Offer $offer): string => $offer->answer->typed, $workings->offers);
            self::assertSame($answers, array_values(array_unique($answers)), $written);
            foreach ($answers as $answer) {
                $offered++;
                // Units are the same on both.
                $plain = static fn (string $typed): string => str_replace(" {$workings->exercise->unit}", '', $typed);
                self::assertFalse($marking->equal($plain($answer), $plain($workings->key->typed)), "$written: $answer");
            }
        }
        self::assertGreaterThan(500, $offered);
    }

    public function test_read_backwards_each_answer_names_its_slip(): void
    {
        foreach (self::many(40) as $written => $workings) {
            foreach ($workings->offers as $offer) {
                self::assertContains(
                    self::codes($offer->slips),
                    array_map(self::codes(...), $workings->waysTo($offer->answer->typed)),
                    "$written: {$offer->answer->typed}",
                );
            }
            self::assertSame([], $workings->waysTo($workings->key->typed), $written);
        }
        $workings = Workings::read('2/3 + 1/4', 'en');
        self::assertSame([['workings.slip.numerators-and-denominators-added']], array_map(self::codes(...), $workings->waysTo('6/14')));
        self::assertSame([], $workings->waysTo('a shell'));
    }

    public function test_two_slips_lead_further_than_one(): void
    {
        $workings = Workings::read('2(x + 3) = 16', 'en');
        $single = array_map(static fn (Offer $offer): string => $offer->answer->typed, $workings->offers);
        $double = array_map(static fn (Offer $offer): string => $offer->answer->typed, $workings->twoSlips());
        self::assertSame([], array_intersect($single, $double));
        self::assertNotContains($workings->key->typed, $double);
        // The first term alone multiplied, and the three moved without its sign turned: 2x + 3 = 16, 2x = 19.
        self::assertContains('19/2', $double);
        self::assertContains(
            ['workings.slip.only-the-first-term-multiplied', 'workings.slip.moved-without-turning-the-sign'],
            array_map(self::codes(...), $workings->waysTo('19/2')),
        );
    }

    public function test_a_slip_that_does_no_harm_is_told_and_not_offered(): void
    {
        // 2² as 2 × 2.
        $workings = Workings::read('2^2 + 5', 'en');
        self::assertSame(['workings.slip.power-taken-as-factor'], self::codes($workings->harmless));
        self::assertNotContains('9', array_map(static fn (Offer $offer): string => $offer->answer->typed, $workings->offers));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function keys(): iterable
    {
        yield 'a mixed number' => ['1 1/2 + 3/4', 'en', '9/4'];
        yield 'a decimal comma' => ['2,5 * 4,1', 'de', '10,25'];
        yield 'a fraction over a fraction' => ['2/3 ÷ 4/5', 'en', '5/6'];
        yield 'from left to right' => ['24 / 4 * 2', 'en', '12'];
        yield 'a change of a change' => ['100 + 20 % - 10 %', 'en', '108'];
        yield 'a unit of two' => ['72 km/h in m/s', 'en', '20 m/s'];
        yield 'a question mark behind' => ['502 − 378 = ?', 'en', '124'];
        yield 'an unknown on both sides' => ['5(2x-3) - 2(x+4) = 3(x-1) + 7', 'en', '27/5'];
        yield 'several unknowns' => ['2(a + b) - 3b', 'en', '2a - b'];
        yield 'a root' => ['sqrt(49) * 2', 'en', '14'];
    }

    #[DataProvider('keys')]
    public function test_it_reads_what_is_written_at_school(string $exercise, string $language, string $key): void
    {
        self::assertSame($key, Workings::read($exercise, $language)->key->typed);
    }

    /** @return iterable<string, array{string, string}> */
    public static function refused(): iterable
    {
        yield 'divides by zero' => ['5 / (3 - 3)', 'marking.divides-by-zero'];
        yield 'divides by zero below an unknown' => ['x / 0 = 2', 'marking.divides-by-zero'];
        yield 'nothing to do' => ['2/3', 'workings.nothing-to-do'];
        yield 'an answer' => ['x = 3', 'workings.nothing-to-do'];
        yield 'no solution' => ['x + 1 = x + 2', 'workings.no-one-solution'];
        yield 'every number' => ['2x = x + x', 'workings.no-one-solution'];
        yield 'not linear' => ['x^2 = 9', 'workings.no-one-solution'];
        yield 'two unknowns' => ['x + y = 9', 'workings.no-one-solution'];
        yield 'a root that does not come out' => ['sqrt(2) + 1', 'workings.cannot-be-worked-out'];
        yield 'units of two kinds' => ['12 cm in kg', 'workings.units-do-not-fit(from: cm, to: kg)'];
        yield 'heat is no multiple' => ['20 °C in °F', 'workings.units-do-not-fit(from: °C, to: °F)'];
        yield 'words' => ['the tide + 3', 'workings.words-in-it'];
        yield 'a bracket left open' => ['3(x - 2 = 9', 'marking.bracket-missing(bracket: ))'];
        yield 'nothing' => [' ', 'marking.no-answer'];
        yield 'a power beyond all bounds' => ['9^9^9', 'marking.power-too-large'];
        yield 'a long one' => [implode(' + ', range(1, 30)), 'workings.too-long'];
        yield 'a very long one' => [str_repeat('1+', 600).'1', 'marking.too-large'];
        yield 'many digits' => [str_repeat('9', 60).' * '.str_repeat('9', 60), 'marking.too-large'];
    }

    #[DataProvider('refused')]
    public function test_what_cannot_be_worked_out_is_refused_with_a_sentence(string $exercise, string $why): void
    {
        try {
            $workings = Workings::read($exercise, 'en');
            self::fail('It was worked out: '.$workings->key->typed);
        } catch (UnfitResponse $unfit) {
            self::assertSame($why, Told::of($unfit->why));
        }
    }

    public function test_what_is_written_can_be_read_again(): void
    {
        foreach (self::many(100) as $written => $workings) {
            $typed = Writing::typed($workings->exercise, $workings->exercise->tree);
            self::assertSame($workings->key->typed, Workings::read($typed, 'en')->key->typed, "$written as $typed");
        }
    }

    /** @return iterable<string, Workings> */
    private static function many(int $count): iterable
    {
        foreach (MadeUpExercises::of($count, 'workings') as $written) {
            try {
                yield $written => Workings::read($written, 'en');
            } catch (UnfitResponse $unfit) {
                // By lot a number stands alone, an unknown falls away, or something is divided by nothing.
                self::assertContains($unfit->why->code, ['workings.nothing-to-do', 'workings.no-one-solution', 'marking.divides-by-zero', 'workings.too-long']);
            }
        }
    }

    /**
     * @param  list<Slip>  $slips
     * @return list<string>
     */
    private static function codes(array $slips): array
    {
        return array_map(static fn (Slip $slip): string => $slip->code, $slips);
    }

    private static function drawn(Workings $workings): string
    {
        return implode("\n", array_map(
            static fn (Offer $offer): string => $offer->answer->typed.' '.implode(', ', self::codes($offer->slips)),
            $workings->offers,
        ));
    }
}
