<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Workings;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Workings\Family;
use HiddenLadder\Core\Workings\Offer;
use HiddenLadder\Core\Workings\Step;
use HiddenLadder\Core\Workings\Workings;
use HiddenLadder\Core\Workings\Writing;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Exercises like one, with other numbers. */
final class FamilyTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function models(): iterable
    {
        foreach ([
            '2/3 + 1/4', '502 - 378', '3(x-2) = 9', '25 % of 80', '80 + 25 %', '2.5 km in m', '2/3 ÷ 4/5', '12.5 - 3.78', '(x+3)^2',
            '24 ÷ 4 × 2', '2^3 * 2^4', '47 * 6', '-3^2',
        ] as $model) {
            yield $model => [$model];
        }
    }

    #[DataProvider('models')]
    public function test_the_others_are_worked_out_by_the_same_steps_and_open_to_the_same_slips(string $written): void
    {
        $model = Workings::read($written, 'en');
        $family = Family::of($model, 5, 'tide');
        self::assertCount(5, $family);
        $steps = static fn (Workings $workings): array => array_map(static fn (Step $step): string => $step->code, $workings->steps);
        $slips = static fn (Workings $workings): array => array_unique(array_map(
            static fn (Offer $offer): string => $offer->slips[0]->code,
            $workings->offers,
        ));
        $seen = [self::typed($model)];
        foreach ($family as $member) {
            self::assertNotContains(self::typed($member), $seen);
            $seen[] = self::typed($member);
            self::assertSame($steps($model), $steps($member), self::typed($member));
            self::assertSame([], array_diff($slips($model), $slips($member)), self::typed($member));
            // A whole number stays one, and a decimal has no more places than the draw can make of it.
            self::assertSame(
                preg_match('~^-?\d+( \S+)?$~', $model->key->typed),
                preg_match('~^-?\d+( \S+)?$~', $member->key->typed),
                "{$member->key->typed} as {$model->key->typed}",
            );
        }
        self::assertEquals($family, Family::of($model, 5, 'tide'), 'The same seed draws the same.');
        self::assertNotEquals($family, Family::of($model, 5, 'ebb'));
    }

    #[DataProvider('models')]
    public function test_the_marker_takes_each_key_and_none_of_the_wrong_answers(string $written): void
    {
        $marker = new Marker('en');
        foreach (Family::of(Workings::read($written, 'en'), 4, 'mark') as $member) {
            $kind = $member->key->value === null ? 'expression' : 'number';
            $entry = ['id' => 'e', 'text' => '', 'key' => $member->key->typed, 'right' => true, 'feedback' => '', 'fork' => null, 'ladder' => []];
            $question = Question::read(Fields::of((new Draft('family'))->question('q', $kind, 'Q?', [$entry], '', '', [], '0')));
            self::assertSame(Result::Right, $marker->mark($question, Response::text($member->key->typed))->result, self::typed($member));
            foreach ($member->offers as $offer) {
                if ($kind === 'number' && $offer->answer->value === null) {
                    continue;
                }
                $mark = $marker->mark($question, Response::text($offer->answer->typed));
                self::assertNotSame(Result::Right, $mark->result, self::typed($member).': '.$offer->answer->typed);
            }
        }
    }

    public function test_larger_numbers_are_more_to_write_and_smaller_ones_no_more(): void
    {
        foreach (['47 * 6', '502 - 378', '25 % of 80', '2/3 + 1/4'] as $written) {
            $model = Workings::read($written, 'en');
            $mean = static fn (array $some): float => array_sum(array_map(Family::difficulty(...), $some)) / max(1, count($some));
            $same = $mean(Family::of($model, 6, 'size'));
            self::assertGreaterThan($same, $mean(Family::of($model, 6, 'size', 1)), $written);
            self::assertLessThanOrEqual($same, $mean(Family::of($model, 6, 'size', -1)), $written);
        }
        self::assertSame(9, Family::difficulty(Workings::read('502 - 378', 'en')), 'Six digits, and three of the answer.');
    }

    public function test_where_there_are_no_others_there_are_fewer(): void
    {
        self::assertSame([], Family::of(Workings::read('1 + 1', 'en'), 5, 'few'));
    }

    private static function typed(Workings $workings): string
    {
        return Writing::typed($workings->exercise, $workings->exercise->tree);
    }
}
