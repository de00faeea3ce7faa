<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Inspection;

use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\TitleCheck;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TitleCheckTest extends TestCase
{
    /**
     * @param  list<string>  $others
     */
    #[DataProvider('titles')]
    public function test_a_title_is_one_of_its_own_and_has_a_topic(string $title, array $others, ?string $code): void
    {
        $found = array_map(static fn (Finding $finding): string => $finding->message->code, TitleCheck::of($title, $others));
        self::assertSame($code === null ? [] : [$code], $found);
    }

    /** @return iterable<string, array{string, list<string>, ?string}> */
    public static function titles(): iterable
    {
        yield 'precise' => ['Tides at Skerry Bay', ['Reading note values'], null];
        yield 'the same, written otherwise' => ['tides  at SKERRY Bay', ['Tides at Skerry Bay'], 'inspection.title.same'];
        yield 'the same, and short' => ['Tides', ['Tides'], 'inspection.title.same'];
        yield 'of no topic' => ['Quiz 3', [], 'inspection.title.no-topic'];
        yield 'of no topic, in many words' => ['My new homework for week 12, part 2b', [], 'inspection.title.no-topic'];
        yield 'short' => ['Adding fractions', [], 'inspection.title.short'];
        yield 'three words' => ['Unit 3: Tides', [], 'inspection.title.short'];
        yield 'a letter is a topic in another script' => ['潮汐と月の引力 入門', [], 'inspection.title.short'];
        yield 'nothing yet' => [' ', ['', ' '], null];
    }
}
