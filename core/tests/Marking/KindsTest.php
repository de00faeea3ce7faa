<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Marking;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\NearMiss;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Marking by parts, foreseen wrong answers, misconceptions, units and near misses. */
final class KindsTest extends TestCase
{
    private static function d(): Draft
    {
        return new Draft('kinds');
    }

    /**
     * @param  list<array<string, mixed>>  $entries
     * @param  array<string, mixed>  $more
     */
    private static function question(string $kind, array $entries, array $more = []): Question
    {
        return Question::read(Fields::of(self::d()->question('q', $kind, 'Q?', $entries, '', '', [], '0', $more)));
    }

    private static function text(Question $question, string $text, string $language = 'en'): Mark
    {
        return (new Marker($language))->mark($question, Response::text($text));
    }

    /**
     * The composition of water of 1EdTech QTI 2.2, 2.15.2 (map_response; sums from memory of its mapping: H 1, O 1, Cl −1,
     * others −2, from 0 to 2), where this rule agrees with it: (right chosen − wrong chosen) / number right, not below 0.
     *
     * @return iterable<string, array{list<string>, float, Result}>
     */
    public static function water(): iterable
    {
        yield 'H and O' => [['H', 'O'], 1.0, Result::Right];
        yield 'H alone' => [['H'], 0.5, Result::Partly];
        yield 'H, O and Cl' => [['H', 'O', 'Cl'], 0.5, Result::Partly];
        yield 'H and Cl' => [['H', 'Cl'], 0.0, Result::NotRight];
        yield 'Cl alone' => [['Cl'], 0.0, Result::NotRight];
        yield 'everything' => [['H', 'O', 'Cl', 'N'], 0.0, Result::NotRight];
    }

    /** @param  list<string>  $chosen */
    #[DataProvider('water')]
    public function test_several_choices_by_parts(array $chosen, float $share, Result $result): void
    {
        $d = self::d();
        $entries = [
            ['id' => $d->id('H')] + $d->right('H'),
            ['id' => $d->id('O')] + $d->right('O'),
            ['id' => $d->id('Cl')] + $d->wrong('Cl', 'Cl'),
            ['id' => $d->id('N')] + $d->wrong('N', 'N'),
        ];
        $mark = (new Marker('en'))->mark(
            self::question('several-choices', $entries, ['scoring' => 'parts']),
            Response::choices(...array_map($d->id(...), $chosen)),
        );
        self::assertEquals([$share, $result], [$mark->share, $mark->result]);
    }

    /** map_response for a single choice: the mapped value of the one chosen. */
    public function test_an_option_can_have_part_of_the_points_and_shows_its_misconception(): void
    {
        $d = self::d();
        $question = self::question(
            'one-choice',
            [
                $d->right('Moon'),
                $d->wrong('sun', 'Sun', '', [], null, ['share' => 0.5, 'misconception' => $d->id('m')]),
                $d->wrong('wind', 'Wind'),
            ],
        );
        $sun = (new Marker('en'))->mark($question, Response::choices($d->id('entry/sun')));
        self::assertSame([Result::Partly, 0.5, $d->id('m')], [$sun->result, $sun->share, $sun->misconception]);
        self::assertSame(Result::NotRight, (new Marker('en'))->mark($question, Response::choices($d->id('entry/wind')))->result);
    }

    /** @return iterable<string, array{array<string, mixed>, string, Result, ?NearMiss}> */
    public static function texts(): iterable
    {
        $ask = ['spelling' => 'ask'];
        yield 'one letter wrong of eight' => [$ask, 'neep tide', Result::Unclear, NearMiss::Spelling];
        yield 'two neighbours swapped' => [$ask, 'naep tide', Result::Unclear, NearMiss::Spelling];
        yield 'two letters wrong of nine' => [$ask, 'neepp tide', Result::Unclear, NearMiss::Spelling];
        yield 'three letters wrong' => [$ask, 'neeppp tide', Result::NotRight, null];
        yield 'accepted, and mentioned' => [['spelling' => 'accept'], 'neap tid', Result::Right, NearMiss::Spelling];
        yield 'another word, exactly' => [[], 'neap tid', Result::NotRight, null];
        yield 'a slip that is a known wrong answer' => [$ask, 'leap tide', Result::NotRight, null];
        yield 'with accents' => [['ignoreDiacritics' => true], 'Néàp tïde', Result::Right, null];
        yield 'accents that matter' => [[], 'Néap tide', Result::NotRight, null];
        yield 'with punctuation' => [['ignorePunctuation' => true], '“neap-tide”!', Result::Right, null];
        yield 'in another order' => [['anyWordOrder' => true], 'tide neap', Result::Right, null];
        yield 'in another order that matters' => [[], 'tide neap', Result::NotRight, null];
    }

    /** @param  array<string, mixed>  $rules */
    #[DataProvider('texts')]
    public function test_text_is_compared_under_its_rules(array $rules, string $text, Result $result, ?NearMiss $near): void
    {
        $d = self::d();
        $mark = self::text(
            self::question('short-text', [$d->right('neap tide'), $d->wrong('leap', 'leap tide')], ['text' => $rules]),
            $text,
        );
        self::assertSame([$result, $near], [$mark->result, $mark->near]);
    }

    public function test_short_words_have_no_slips_of_the_pen(): void
    {
        $question = self::question('short-text', [self::d()->right('ebb')], ['text' => ['spelling' => 'accept']]);
        self::assertSame(Result::NotRight, self::text($question, 'ebbs')->result);
    }

    /**
     * Conversions: SI Brochure, 9th edition, tables 4, 7 and 8; NIST SP 811 (2008), appendix B.8, for the inch, pound, mile,
     * calorie and knot.
     *
     * @return iterable<list<string>>
     */
    public static function equalQuantities(): iterable
    {
        yield from array_map(static fn (string $pair): array => explode(' = ', $pair), [
            '0.5 A = 500 mA', '12.5 cm = 0.125 m', '1 km = 1000m', '1 h = 3600 s', '1.5 h = 90 min', '2 d = 48 h', '90 km/h = 25 m/s',
            '25 m s^-1 = 90 km/h',
            '9.81 m/s² = 981 cm/s^2', '1 L = 1000 cm³', '3 ml = 3 cm³', '1 ha = 10000 m²', '1 t = 1000 kg', '1 kWh = 3.6 MJ',
            '1 bar = 100 kPa', '5 N = 5 kg·m/s²',
            '12 V = 12 J/C', '2 Ω = 2 V/A', '1 µm = 1000 nm', '20 °C = 293.15 K', '212 °F = 100 °C', '90° = 5400′', '1 in = 2.54 cm',
            '1 mi = 1609.344 m', '1 lb = 453.59237 g',
            '1 cal = 4.184 J', '1 kn = 1852/3600 m/s', '50 Hz = 50 1/s', '1 atm = 101325 Pa', '3 dm = 30 cm', '0.25 mol = 250 mmol',
            '1 hPa = 100 Pa', '1 1/2 h = 90 min',
        ]);
    }

    #[DataProvider('equalQuantities')]
    public function test_units_are_converted_exactly(string $accepted, string $given): void
    {
        if ($given === '50 1/s') {
            $given = '50 s^-1';
        }
        self::assertSame(Result::Right, self::text(self::question('number', [self::d()->right($accepted)]), $given)->result);
    }

    public function test_the_right_number_with_a_wrong_unit_or_none_is_told_apart(): void
    {
        $question = self::question('number', [self::d()->right('12.5 cm'), self::d()->wrong('w', '125 cm')], ['unitShare' => 0.5]);
        foreach (['12.5', '12.5 m', '12.5 kg'] as $given) {
            $mark = self::text($question, $given);
            self::assertSame([Result::Partly, 0.5, NearMiss::Unit], [$mark->result, $mark->share, $mark->near], $given);
        }
        self::assertSame([Result::NotRight, null], [self::text($question, '13 cm')->result, self::text($question, '13 cm')->near]);
        self::assertSame(self::d()->id('entry/w'), self::text($question, '1.25 m')->entry);
        self::assertSame(Result::Right, self::text($question, '125 mm')->result);
        self::assertSame(Result::NotRight, self::text(self::question('number', [self::d()->right('12.5 cm')]), '12.5')->result);
        $this->expectException(UnfitResponse::class);
        self::text(self::question('number', [self::d()->right('12')]), '12 cm');
    }

    /** @return iterable<array{string, string, string, Result}> */
    public static function figures(): iterable
    {
        yield ['3.14159', '3', '3.14', Result::Right];
        yield ['3.14159', '3', '3.142', Result::Right];
        yield ['3.14159', '3', '3.15', Result::NotRight];
        yield ['299792458', '2', '3.0e8', Result::Right];
        yield ['0.00012345', '2', '0.00012', Result::Right];
        yield ['0.00012345', '2', '0.00013', Result::NotRight];
        yield ['-1250', '2', '-1300', Result::Right];
        yield ['0', '2', '0', Result::Right];
        yield ['1/3', '4', '0.3333', Result::Right];
    }

    #[DataProvider('figures')]
    public function test_significant_figures_decide(string $accepted, string $figures, string $given, Result $result): void
    {
        $question = self::question('number', [self::d()->right($accepted)], ['tolerance' => ['kind' => 'figures', 'value' => $figures]]);
        self::assertSame($result, self::text($question, $given)->result);
    }

    /** @return iterable<array{string, string, string, Result, ?NearMiss}> form, accepted, given */
    public static function expressions(): iterable
    {
        yield ['any', 'R*I', 'IR', Result::Right, null];
        yield ['any', '(x+1)^2', 'x^2+2x+1', Result::Right, null];
        yield ['any', 'x/2', '0.5x', Result::Right, null];
        yield ['any', 'y=2x+1', '2x - y + 1 = 0', Result::Right, null];
        yield ['any', 'y=2x+1', '2x+1', Result::NotRight, null];
        yield ['any', 'x+1', 'x+2', Result::NotRight, null];
        yield ['expanded', 'x^2+2x+1', 'x^2+2x+1', Result::Right, null];
        yield ['expanded', 'x^2+2x+1', '(x+1)^2', Result::NotRight, NearMiss::Form];
        yield ['expanded', 'x^2+2x+1', 'x^2+x+x+1', Result::NotRight, NearMiss::Form];
        yield ['factored', '(x+1)(x-1)', '(x-1)(x+1)', Result::Right, null];
        yield ['factored', '(x+1)(x-1)', 'x^2-1', Result::NotRight, NearMiss::Form];
        yield ['factored', '2(x+1)^2', '2(x+1)(x+1)', Result::Right, null];
        yield ['simplified', 'x/2', '2x/4', Result::NotRight, NearMiss::Form];
        yield ['simplified', '2x', 'x*2', Result::Right, null];
        yield ['any', 'x/(2*y)', 'x/2y', Result::Unclear, null];
        yield ['any', 'sqrt(2)/2', '1/√2', Result::Right, null];
        yield ['any', 'x^2', 'x²', Result::Right, null];
    }

    #[DataProvider('expressions')]
    public function test_formulas_are_equal_by_value_and_have_the_form_that_is_asked_for(
        string $form,
        string $accepted,
        string $given,
        Result $result,
        ?NearMiss $near,
    ): void {
        $mark = self::text(self::question('expression', [self::d()->right($accepted)], ['form' => $form]), $given);
        self::assertSame([$result, $near], [$mark->result, $mark->near]);
        self::assertSame($result === Result::Unclear ? 2 : 0, count($mark->readings));
    }

    public function test_a_foreseen_wrong_formula_is_recognised_however_it_is_written_and_names_can_be_words(): void
    {
        $d = self::d();
        $question = self::question(
            'expression',
            [$d->right('distance/time'), $d->wrong('product', 'distance*time', '', [], null, ['misconception' => $d->id('m')])],
            ['names' => ['distance', 'time']],
        );
        self::assertSame(
            [$d->id('entry/product'), $d->id('m')],
            [self::text($question, 'time distance')->entry, self::text($question, 'time distance')->misconception],
        );
        self::assertSame(Result::Right, self::text($question, 'distance ÷ time')->result);
        self::assertSame(Result::Right, self::text(self::question('expression', [$d->right('x/2')]), '0,5 x', 'de')->result);
    }

    /** @return iterable<array{string, string}> */
    public static function noFormulas(): iterable
    {
        yield ['2+', 'missing-at-end'];
        yield ['(x+1', 'bracket-missing'];
        yield [')x', 'missing-before'];
        yield ['x$y', 'not-in-expression'];
        yield ['1/0', 'divides-by-zero'];
        yield ['x/(y-y)', 'divides-by-zero'];
        yield ['0^0', 'zero-to-zero'];
        yield ['9^9^9^9', 'power-too-large'];
        yield ['(a+b+c+d+e)^200', 'too-large'];
        yield ['2^|x', 'second-bar-missing'];
    }

    #[DataProvider('noFormulas')]
    public function test_what_is_no_formula_gets_a_reason(string $given, string $reason): void
    {
        $this->expectExceptionObject(new UnfitResponse(new Message("marking.$reason")));
        self::text(self::question('expression', [self::d()->right('x')]), $given);
    }

    /** Share of pairs in the right order (Kendall 1938): of n things n(n−1)/2 pairs, worked by hand for n = 4. */
    public function test_an_order_is_right_or_has_the_share_of_its_pairs(): void
    {
        $d = self::d();
        $items = array_map(static fn (int $i): array => $d->item("$i", "Thing $i"), range(1, 4));
        $ids = array_column($items, 'id');
        $foreseen = ['order' => array_reverse($ids)] + $d->wrong('back', '', 'Backwards.');
        $mark = static fn (bool $byParts, array $order): Mark => (new Marker('en'))->mark(
            self::question('order', [$foreseen], ['items' => $items, 'scoring' => $byParts ? 'parts' : 'all']),
            Response::order(...array_map(static fn (int $i): string => $ids[$i - 1], $order)),
        );
        self::assertSame(1.0, $mark(true, [1, 2, 3, 4])->share);
        self::assertEqualsWithDelta(5 / 6, $mark(true, [1, 2, 4, 3])->share, 1e-12);
        self::assertEqualsWithDelta(3 / 6, $mark(true, [2, 4, 1, 3])->share, 1e-12);
        self::assertSame([0.0, $d->id('entry/back')], [$mark(true, [4, 3, 2, 1])->share, $mark(true, [4, 3, 2, 1])->entry]);
        self::assertSame([0.0, Result::NotRight], [$mark(false, [1, 2, 4, 3])->share, $mark(false, [1, 2, 4, 3])->result]);
        foreach ([[1, 2, 3], [1, 2, 3, 3], [1, 1, 2, 3, 4]] as $wrong) {
            try {
                $mark(true, $wrong);
                self::fail('An order that is none was marked.');
            } catch (UnfitResponse $unfit) {
                self::assertStringContainsString('order', $unfit->getMessage());
            }
        }
    }

    public function test_pairs_have_their_share_and_a_foreseen_confusion_is_recognised(): void
    {
        $d = self::d();
        $items = array_map(static fn (string $name): array => $d->item($name, $name), ['volt', 'ampere', 'ohm', 'metre']);
        $pairs = [$d->pair('U', 'voltage', 'volt'), $d->pair('I', 'current', 'ampere'), $d->pair('R', 'resistance', 'ohm')];
        $swap = [
            'pairs' => [$d->id('pair/U') => $d->id('item/ampere'), $d->id('pair/I') => $d->id('item/volt')],
        ] + $d->wrong('swap', '', '', [], null, ['misconception' => $d->id('m')]);
        $question = self::question('match', [$swap], ['items' => $items, 'pairs' => $pairs, 'scoring' => 'parts']);
        $mark = static fn (string ...$made): Mark => (new Marker('en'))->mark($question, Response::pairs(array_combine(
            array_map(static fn (int|string $left): string => $d->id("pair/$left"), array_keys($made)),
            array_map(static fn (string $item): string => $d->id("item/$item"), array_values($made)),
        )));
        self::assertSame(Result::Right, $mark(U: 'volt', I: 'ampere', R: 'ohm')->result);
        $confused = $mark(U: 'ampere', I: 'volt', R: 'ohm');
        self::assertEqualsWithDelta(1 / 3, $confused->share, 1e-12);
        self::assertSame([$d->id('m'), [false, false, true]], [$confused->misconception, array_values($confused->parts)]);
        self::assertNull($mark(U: 'metre', I: 'ampere', R: 'ohm')->misconception);
        self::assertEqualsWithDelta(1 / 3, $mark(U: 'volt')->share, 1e-12);
        $this->expectException(UnfitResponse::class);
        (new Marker('en'))->mark($question, Response::pairs(['nothing' => 'nothing']));
    }

    public function test_gaps_have_their_share_and_a_slip_of_the_pen_is_asked_back(): void
    {
        $d = self::d();
        $question = self::question('gaps', [], ['sentence' => 'At [1] the water is [2].', 'scoring' => 'parts', 'text' => ['spelling' => 'ask'], 'gaps' => [
            $d->gap('when', [$d->right('high tide'), $d->wrong('low', 'low tide')]),
            $d->gap(
                'where',
                [['id' => $d->id('deep')] + $d->right('deep'), ['id' => $d->id('shallow')] + $d->wrong('shallow', 'shallow')],
                'list',
            ),
        ]]);
        $mark = static fn (array $given): Mark => (new Marker('en'))->mark($question, Response::gaps($given));
        [$when, $where] = [$d->id('gap/when'), $d->id('gap/where')];
        self::assertSame(Result::Right, $mark([$when => 'High Tide', $where => $d->id('deep')])->result);
        self::assertSame(
            [Result::Partly, 0.5, $d->id('entry/low')],
            [
                $mark([$when => 'low tide', $where => $d->id('deep')])->result,
                $mark([$when => 'low tide', $where => $d->id('deep')])->share,
                $mark([$when => 'low tide', $where => $d->id('deep')])->entry,
            ],
        );
        self::assertSame(
            [Result::Unclear, NearMiss::Spelling],
            [
                $mark([$when => 'hihg tide', $where => $d->id('deep')])->result,
                $mark([$when => 'hihg tide', $where => $d->id('deep')])->near,
            ],
        );
        self::assertSame([$when => false, $where => true], $mark([$where => $d->id('deep')])->parts);
        foreach ([['nowhere' => 'x'], [$where => 'a stranger']] as $given) {
            try {
                $mark($given);
                self::fail('A gap that is none was marked.');
            } catch (UnfitResponse $unfit) {
                self::assertNotSame('', $unfit->getMessage());
            }
        }
    }

    public function test_what_has_no_key_is_noted(): void
    {
        $d = self::d();
        foreach ([
            [self::question('poll', [$d->wrong('a', 'Yes'), $d->wrong('b', 'No')]), Response::choices($d->id('entry/a'))],
            [self::question('written', []), Response::text('Because.')],
            [self::question('hand-in', []), Response::files('x')],
            [self::question('number', [], ['keyless' => true]), Response::text('any number')],
            [self::question('order', [], ['keyless' => true, 'items' => [$d->item('1', 'One')]]), Response::order($d->id('item/1'))],
        ] as [$question, $response]) {
            $mark = (new Marker('en'))->mark($question, $response);
            self::assertSame([Result::Noted, 0.0], [$mark->result, $mark->share]);
            self::assertEquals(
                $mark,
                Mark::read(Fields::of(json_decode((string) json_encode($mark->toArray(), JSON_PRESERVE_ZERO_FRACTION), true))),
            );
        }
        $this->expectException(UnfitResponse::class);
        (new Marker('en'))->mark(self::question('hand-in', []), Response::files());
    }
}
