<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Marking;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\NearMiss;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Whatever is sent gets a mark or a reason, in little time and memory, and never another exception. */
final class BadInputTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>}> responses as they are sent */
    public static function nasty(): iterable
    {
        $long = str_repeat('x', 1_000_000);
        yield 'a megabyte' => [['text' => $long]];
        yield 'a thousand digits' => [['text' => str_repeat('9', 1000)]];
        yield 'a thousand brackets' => [['text' => str_repeat('(', 1000).'x'.str_repeat(')', 1000)]];
        yield 'two hundred brackets' => [['text' => str_repeat('(', 200).'x'.str_repeat(')', 200)]];
        yield 'a tower of powers' => [['text' => '9^9^9^9']];
        yield 'a tower of unknowns' => [['text' => 'x^x^x^x^x^x^x^x^x^x']];
        yield 'a large power' => [['text' => '(a+b+c+d+e+f)^150']];
        yield 'a power with a long coefficient' => [['text' => '(987654321x+1)^50+x']];
        yield 'a higher one' => [['text' => '(987654321x+1)^100+x']];
        yield 'a product of such powers' => [['text' => '(987654321x+1)^40(987654321x+3)^40(987654321y+7)^9']];
        yield 'a product of sums' => [['text' => str_repeat('(a+b+c+d)', 40)]];
        yield 'division by zero' => [['text' => '1/0']];
        yield 'a great exponent' => [['text' => '1e999999999']];
        yield 'NUL bytes' => [['text' => "12\0\0"]];
        yield 'right to left and mixed scripts' => [['text' => "\u{202E}abc שלום مرحبا \u{202C} 12"]];
        yield 'broken UTF-8' => [['text' => "\xC3\x28\xA0\xA1"]];
        yield 'many marks on one letter' => [['text' => 'e'.str_repeat("\u{301}", 1500)]];
        yield 'ten thousand options' => [['choices' => array_map(static fn (int $i): string => "id-$i", range(1, 10_000))]];
        yield 'ten thousand in order' => [['order' => array_map(strval(...), range(1, 10_000))]];
        yield 'ten thousand pairs' => [['pairs' => array_fill_keys(array_map(static fn (int $i): string => "p$i", range(1, 10_000)), 'x')]];
        yield 'ten thousand gaps' => [['gaps' => array_fill_keys(array_map(static fn (int $i): string => "g$i", range(1, 10_000)), 'x')]];
        yield 'a deep nest' => [['text' => array_reduce(range(1, 100), static fn (mixed $inner): array => [$inner], 'x')]];
        yield 'nothing' => [[]];
        yield 'two ways at once' => [['text' => 'x', 'choices' => ['y']]];
        yield 'numbers for texts' => [['choices' => [1, 2]]];
        yield 'a quantity with a long unit' => [['text' => '12 '.str_repeat('m', 900)]];
        yield 'a unit with many factors' => [['text' => '12 '.str_repeat('m·', 25).'m']];
    }

    /** @param  array<string, mixed>  $sent */
    #[DataProvider('nasty')]
    public function test_every_kind_answers_everything_within_100_ms_and_16_mb(array $sent): void
    {
        $d = new Draft('bad');
        foreach (QuestionKind::cases() as $kind) {
            $question = Question::read(Fields::of($d->question('q', $kind->value, 'Q?', [$d->right('12 m'), $d->wrong('w', '2x')], '', '', [], '0', [
                'items' => [$d->item('a', 'A'), $d->item('b', 'B')], 'pairs' => [
                    $d->pair('a', 'a', 'a'),
                    $d->pair('b', 'b', 'b'),
                ], 'sentence' => '[1]', 'gaps' => [$d->gap('g', [$d->right('x')])],
                'text' => ['spelling' => 'ask'],
            ])));
            memory_reset_peak_usage();
            $before = memory_get_usage();
            $start = self::spent();
            try {
                (new Marker('en'))->mark($question, Response::read(Fields::of($sent)));
                $said = '';
            } catch (UnfitResponse|MalformedInput $reason) {
                $said = $reason->getMessage();
            }
            self::assertLessThan(self::limit(), self::spent() - $start, $kind->value);
            self::assertLessThan(16_000_000, memory_get_peak_usage() - $before, $kind->value);
            self::assertDoesNotMatchRegularExpression('/Exception|\.php|Stack trace/', $said);
        }
    }

    public function test_what_an_answer_may_cost_is_spent_once_for_all_that_it_is_compared_with(): void
    {
        $d = new Draft('bad');
        $entries = array_map(static fn (int $i): array => $i === 0 ? $d->right('x') : $d->wrong("w$i", "x+$i"), range(0, 20));
        $question = Question::read(Fields::of($d->question('q', 'expression', 'Q?', $entries, '', '', [])));
        $start = self::spent();
        try {
            (new Marker('en'))->mark($question, Response::text('(987654321x+1)^50+x'));
            self::fail('It was worked out.');
        } catch (UnfitResponse $reason) {
            self::assertSame('marking.too-much-work', $reason->getMessage());
        }
        self::assertLessThan(self::limit(), self::spent() - $start);
    }

    public function test_a_question_of_ten_thousand_options_is_marked_in_time(): void
    {
        $d = new Draft('bad');
        $entries = array_map(
            static fn (int $i): array => $i === 9999 ? $d->right('right') : $d->wrong("w$i", "wrong $i"),
            range(1, 10_000),
        );
        foreach (['several-choices', 'short-text'] as $kind) {
            $question = Question::read(
                Fields::of($d->question('q', $kind, 'Q?', $entries, '', '', [], '0', ['text' => ['spelling' => 'ask']])),
            );
            $start = self::spent();
            $mark = (new Marker('en'))->mark(
                $question,
                $kind === 'short-text' ? Response::text('rihgt') : Response::choices($question->accepted()[0]->id),
            );
            self::assertLessThan(self::limit(), self::spent() - $start, $kind);
            self::assertTrue($mark->near === NearMiss::Spelling || $mark->share === 1.0);
        }
    }

    /** Milliseconds of computing so far: what else the machine does in the meantime is left out. */
    private static function spent(): float
    {
        $usage = getrusage();

        return is_array($usage)
            ? 1000 * ($usage['ru_utime.tv_sec'] + $usage['ru_stime.tv_sec']) + ($usage['ru_utime.tv_usec'] + $usage['ru_stime.tv_usec']) / 1000
            : 0.0;
    }

    /** In milliseconds; lines that are counted for the coverage take several times as long. */
    private static function limit(): float
    {
        return (bool) ini_get('pcov.enabled') && in_array('--coverage-text', (array) ($_SERVER['argv'] ?? []), true) ? 500.0 : 100.0;
    }
}
