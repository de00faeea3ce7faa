<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Quiz;

use HiddenLadder\Core\Quiz\ConditionKind;
use HiddenLadder\Core\Quiz\CueKind;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\RungKind;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What the demo shows: together its quizzes have everything that a quiz document can hold. */
final class DemoTest extends TestCase
{
    /** @return iterable<string, array{list<string>, list<string>}> the members that hold such objects, and the kinds wanted */
    public static function kinds(): iterable
    {
        $values = static fn (\BackedEnum ...$cases): array => array_values(
            array_map(static fn (\BackedEnum $case): string => (string) $case->value, $cases),
        );
        yield 'stops' => [['stops', 'sideStops'], ['question', 'video', 'reading', 'text', 'drill', 'staircase']];
        yield 'questions' => [['question', 'questions', 'levels', 'pool'], $values(...QuestionKind::cases())];
        yield 'rungs' => [['ladder'], $values(...RungKind::cases())];
        yield 'cues' => [['cues'], $values(...CueKind::cases())];
        yield 'fork conditions' => [['when', 'shownIf'], $values(...ConditionKind::cases())];
    }

    /**
     * @param  list<string>  $members
     * @param  list<string>  $wanted
     */
    #[DataProvider('kinds')]
    public function test_the_demo_has_every_kind(array $members, array $wanted): void
    {
        $found = [];
        foreach (Sample::demo() as $document) {
            self::collect($document, '', $members, $found);
        }

        self::assertSame([], array_values(array_diff($wanted, array_keys($found))));
    }

    /**
     * @param  array<array-key, mixed>  $value
     * @param  list<string>  $members
     * @param  array<string, true>  $found
     */
    private static function collect(array $value, string $member, array $members, array &$found): void
    {
        if (is_string($value['kind'] ?? null) && in_array($member, $members, true)) {
            $found[$value['kind']] = true;
        }
        foreach ($value as $name => $inner) {
            if (is_array($inner)) {
                self::collect($inner, is_int($name) ? $member : $name, $members, $found);
            }
        }
    }
}
