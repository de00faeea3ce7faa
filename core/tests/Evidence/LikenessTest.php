<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\Likeness;
use PHPUnit\Framework\TestCase;

final class LikenessTest extends TestCase
{
    private const LESSON = [
        'a' => 'Why are there two high tides?', 'b' => 'the two high tides a day', 'c' => 'I do not get why we have two tides',
        'd' => 'How to read the tide table', 'e' => 'reading the table', 'f' => 'The tabel, I read it wrong',
        'g' => 'spring and neap', 'h' => 'Springs and neaps please', 'i' => 'what is a neap',
        'j' => 'nothing', 'k' => 'Everything was fine thank you',
    ];

    /**
     * @param  list<non-empty-list<int|string>>  $gathered
     * @return list<string> each group as one word, in the order of its keys
     */
    private static function sorted(array $gathered): array
    {
        $groups = array_map(static function (array $group): string {
            sort($group);

            return implode('', $group);
        }, $gathered);
        sort($groups, SORT_STRING);

        return $groups;
    }

    public function test_what_is_said_of_a_lesson_is_gathered_by_what_it_is_about(): void
    {
        self::assertSame(['abc', 'def', 'ghi', 'j', 'k'], self::sorted((new Likeness)->gather(self::LESSON)));
    }

    public function test_the_order_in_which_it_arrives_changes_nothing(): void
    {
        $once = self::sorted((new Likeness)->gather(self::LESSON));
        self::assertSame($once, self::sorted((new Likeness)->gather(array_reverse(self::LESSON, true))));
    }

    public function test_each_is_in_one_group_the_largest_first_and_the_same_is_together(): void
    {
        $texts = ['1' => 'Gezeiten!', '2' => 'gezeiten', '3' => 'ÉBB', '4' => 'ebb', '5' => '', '6' => '???', '7' => 'gezeiten  '];
        $gathered = (new Likeness)->gather($texts);
        self::assertSame(7, count(array_merge(...$gathered)));
        self::assertSame([3, 2], array_map(count(...), array_slice($gathered, 0, 2)));
        self::assertSame(['127', '34', '5', '6'], self::sorted($gathered));
        self::assertSame([], (new Likeness)->gather([]));
    }
}
