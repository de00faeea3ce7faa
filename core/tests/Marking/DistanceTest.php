<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Marking;

use HiddenLadder\Core\Marking\Distance;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DistanceTest extends TestCase
{
    /**
     * "CA" to "ABC" is 2 with unrestricted transpositions and 3 without (Boytsov 2011, from memory); kitten and Saturday are
     * the textbook's examples (Jurafsky and Martin; from memory).
     *
     * @return iterable<array{string, string, int}>
     */
    public static function pairs(): iterable
    {
        yield ['kitten', 'sitting', 3];
        yield ['saturday', 'sunday', 3];
        yield ['ca', 'abc', 2];
        yield ['ab', 'ba', 1];
        yield ['', 'abc', 3];
        yield ['abc', '', 3];
        yield ['ebb', 'ebb', 0];
        yield ['größe', 'grösse', 2];
        yield ['été', 'ete', 2];
    }

    #[DataProvider('pairs')]
    public function test_it_counts_slips_of_the_pen_both_ways(string $a, string $b, int $distance): void
    {
        self::assertSame($distance, Distance::between($a, $b));
        self::assertSame($distance, Distance::between($b, $a));
    }

    public function test_more_than_what_is_asked_for_need_not_be_exact(): void
    {
        self::assertGreaterThan(2, Distance::between('entirely', 'something', 2));
        self::assertGreaterThan(1, Distance::between('short', 'much longer than that', 1));
        self::assertSame([0, 1, 1, 2], array_map(Distance::allowed(...), [3, 4, 7, 8]));
    }
}
