<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Marking;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class MarkerTest extends TestCase
{
    /** @param  list<array<string, mixed>>  $entries */
    private static function question(string $kind, array $entries, string $tolerance = '0'): Question
    {
        return Question::read(Fields::of((new Draft('marker'))->question('q', $kind, 'Q?', $entries, '', '', [], $tolerance)));
    }

    private static function mark(Question $question, Response $response, string $language = 'en'): Mark
    {
        return (new Marker($language))->mark($question, $response);
    }

    /** QTI 2.2 (1EdTech), 2.15.1: match_correct gives 1 for exactly the correct response and 0 for all others. */
    public function test_one_choice_is_right_for_the_key_alone(): void
    {
        $d = new Draft('marker');
        $question = self::question('one-choice', [$d->right('A'), $d->wrong('b', 'B'), $d->wrong('c', 'C')]);
        foreach ($question->entries as $entry) {
            $mark = self::mark($question, Response::choices($entry->id));
            self::assertSame($entry->right ? Result::Right : Result::NotRight, $mark->result);
            self::assertSame($entry->right ? 1.0 : 0.0, $mark->share);
            self::assertSame($entry->id, $mark->entry);
        }
    }

    /** The same template with a key of several: every subset but the key itself is wrong. */
    public function test_several_choices_are_right_only_all_together(): void
    {
        $d = new Draft('marker');
        $question = self::question('several-choices', [$d->right('A'), $d->wrong('b', 'B'), $d->right('C'), $d->wrong('e', 'E')]);
        $ids = array_map(static fn ($entry) => $entry->id, $question->entries);
        for ($set = 1; $set < 16; $set++) {
            $chosen = array_values(array_filter($ids, static fn (int $i): bool => ($set >> $i & 1) === 1, ARRAY_FILTER_USE_KEY));
            $mark = self::mark($question, Response::choices(...array_reverse($chosen)));
            self::assertSame($set === 0b0101 ? Result::Right : Result::NotRight, $mark->result, "subset $set");
            self::assertSame(match (true) {
                ($set & 0b0010) > 0 => $ids[1],
                ($set & 0b1000) > 0 => $ids[3],
                default => null,
            }, $mark->entry, "subset $set");
        }
    }

    public function test_empty_options_do_not_exist(): void
    {
        $d = new Draft('marker');
        $question = self::question('one-choice', [$d->right('A'), $d->wrong('b', '  ')]);
        $this->expectException(UnfitResponse::class);
        self::mark($question, Response::choices($d->id('entry/b')));
    }

    public function test_a_short_text_is_taken_however_it_is_typed(): void
    {
        $d = new Draft('marker');
        $question = self::question('short-text', [$d->right('High water'), $d->right('flood'), $d->wrong('low', 'low water')]);
        foreach (['high water', ' HIGH   WATER ', "High\u{00A0}water", 'Flood'] as $text) {
            self::assertSame(Result::Right, self::mark($question, Response::text($text))->result, $text);
        }
        self::assertSame($d->id('entry/low'), self::mark($question, Response::text('Low Water'))->entry);
        self::assertNull(self::mark($question, Response::text('high tide'))->entry);
    }

    /** @return iterable<array{string, string, Result}> */
    public static function withTolerance(): iterable
    {
        yield ['9.8', '0.05', Result::Right];
        yield ['9.85', '0.05', Result::Right];
        yield ['9.75', '0.05', Result::Right];
        yield ['9.8500000000000000000001', '0.05', Result::NotRight];
        yield ['9,8', '0', Result::Right];
        yield ['98/10', '0', Result::Right];
        yield ['980 %', '0', Result::Right];
        yield ['9.81', '0', Result::NotRight];
    }

    #[DataProvider('withTolerance')]
    public function test_numbers_are_compared_exactly(string $given, string $tolerance, Result $result): void
    {
        $question = self::question('number', [(new Draft('marker'))->right('9.8')], $tolerance);
        self::assertSame($result, self::mark($question, Response::text($given))->result);
    }

    public function test_a_relative_tolerance_is_a_share_of_the_accepted_number(): void
    {
        $raw = (new Draft('marker'))->question('q', 'number', 'Q?', [(new Draft('marker'))->right('-200')], '', '', []);
        $raw['tolerance'] = ['kind' => 'relative', 'value' => '0.01'];
        $question = Question::read(Fields::of($raw));
        self::assertSame(Result::Right, self::mark($question, Response::text('-202'))->result);
        self::assertSame(Result::NotRight, self::mark($question, Response::text('-202.1'))->result);
    }

    public function test_a_known_wrong_number_is_recognised(): void
    {
        $d = new Draft('marker');
        $question = self::question('number', [$d->right('3.8'), $d->wrong('added', '6.6')]);
        self::assertSame($d->id('entry/added'), self::mark($question, Response::text('6,6'))->entry);
    }

    public function test_a_number_with_two_meanings_is_asked_back_only_where_it_matters(): void
    {
        $d = new Draft('marker');
        $question = self::question('number', [$d->right('1250')]);
        $mark = self::mark($question, Response::text('1.250'), 'fr');
        self::assertSame(Result::Unclear, $mark->result);
        self::assertSame(['1.25', '1250'], $mark->readings);
        self::assertSame(Result::NotRight, self::mark($question, Response::text('1.251'), 'fr')->result);
    }

    /** @return iterable<string, array{string, Response}> */
    public static function unfit(): iterable
    {
        yield 'nothing chosen' => ['one-choice', Response::choices()];
        yield 'two for one' => ['one-choice', Response::choices('a', 'b')];
        yield 'a stranger' => ['several-choices', Response::choices('a')];
        yield 'none of several' => ['several-choices', Response::choices()];
        yield 'text for a choice' => ['one-choice', Response::text('A')];
        yield 'a choice for text' => ['short-text', Response::choices('a')];
        yield 'empty text' => ['short-text', Response::text(" \t\u{00A0}")];
        yield 'no number' => ['number', Response::text('many')];
        yield 'a megabyte' => ['short-text', Response::text(str_repeat('x', 1_000_000))];
        yield 'broken bytes' => ['short-text', Response::text("\xff\xfe")];
    }

    #[DataProvider('unfit')]
    public function test_what_does_not_fit_is_told_and_never_marked(string $kind, Response $response): void
    {
        $d = new Draft('marker');
        $this->expectException(UnfitResponse::class);
        self::mark(self::question($kind, [$d->right('1'), $d->wrong('b', '2')]), $response);
    }
}
