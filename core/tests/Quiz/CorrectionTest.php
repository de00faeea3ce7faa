<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Quiz;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Quiz\Correction;
use HiddenLadder\Core\Quiz\Difference;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\Pointer;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What may be mended in an edition in use, and what is structure. */
final class CorrectionTest extends TestCase
{
    /** @return iterable<string, array{string, mixed}> */
    public static function mends(): iterable
    {
        yield 'a key' => ['/stops/0/question/entries/1/right', true];
        yield 'points' => ['/stops/0/question/points', 4];
        yield 'wording' => ['/stops/0/question/prompt/0/text', 'First, then?'];
        yield 'feedback' => ['/stops/0/question/feedback/right', 'Better.'];
        yield 'feedback to an answer' => ['/stops/0/question/entries/1/text', 'No!'];
        yield 'a rung' => ['/stops/0/question/ladder/0/text', 'Another hint.'];
        yield 'a tolerance' => ['/stops/2/question/tolerance/value', '2'];
        yield 'one more accepted text' => ['/stops/1/cues/0/question/entries/-', ['id' => '01KADE0000AAAAAAAAAAAAAAAB', 'text' => 'ebbing', 'right' => true, 'feedback' => '', 'fork' => null, 'ladder' => []]];
        yield 'a share that was not there' => ['/stops/0/question/entries/1/share', 0.5];
        yield 'the closing message' => ['/finishes/0/message', 'Good-bye.'];
    }

    #[DataProvider('mends')]
    public function test_keys_points_wording_and_feedback_may_be_mended(string $pointer, mixed $value): void
    {
        $document = Sample::document();
        $corrected = Correction::read(Fields::of(['pointer' => $pointer, 'value' => $value]))->over($document);
        self::assertEquals([], (new DocumentCheck)->problems($corrected));
        self::assertEquals($value, Pointer::get($corrected, Pointer::resolve($document, $pointer)));
        $difference = Difference::between($document, $corrected);
        self::assertFalse($difference->structure);
        self::assertSame([$pointer], array_map(static fn (Correction $mend): string => $mend->pointer, $difference->mends));
        self::assertSame([], Difference::between($corrected, $corrected)->mends);
    }

    /** @return iterable<string, array{string, mixed, string}> */
    public static function structure(): iterable
    {
        yield 'a kind' => ['/stops/0/question/kind', 'poll', '/pointer'];
        yield 'a fork' => ['/stops/0/question/entries/1/fork', null, '/pointer'];
        yield 'a new option' => ['/stops/0/question/entries/-', ['id' => '01KADE0000AAAAAAAAAAAAAAAB', 'text' => 'x', 'right' => false, 'feedback' => '', 'fork' => null, 'ladder' => []], '/pointer'];
        yield 'a whole ladder' => ['/stops/0/question/ladder', [], '/pointer'];
        yield 'nowhere' => ['/stops/9/question/points', 1, '/pointer'];
        yield 'a value that does not fit' => ['/stops/0/question/points', 'many', '/value'];
        yield 'a misconception that is not there' => ['/stops/0/question/entries/1/misconception', '01KADE0000AAAAAAAAAAAAAAAB', '/value'];
    }

    #[DataProvider('structure')]
    public function test_structure_and_what_does_not_fit_are_refused(string $pointer, mixed $value, string $place): void
    {
        try {
            Correction::read(Fields::of(['pointer' => $pointer, 'value' => $value]))->over(Sample::document());
            self::fail('It was taken.');
        } catch (MalformedInput $refused) {
            self::assertSame($place, $refused->pointer);
        }
    }

    public function test_a_value_is_expected(): void
    {
        $this->expectException(MalformedInput::class);
        Correction::read(Fields::of(['pointer' => '/title']));
    }

    public function test_mends_and_structure_are_told_apart(): void
    {
        $draft = Sample::with(['stops', 0, 'question', 'points'], 5);
        $draft['stops'][] = $draft['sideStops'][0];
        $draft['stops'][3]['id'] = Sample::id('fourth');
        $difference = Difference::between(Sample::document(), $draft);
        self::assertTrue($difference->structure);
        self::assertSame(['/stops/0/question/points'], array_map(static fn (Correction $mend): string => $mend->pointer, $difference->mends));
        $swapped = Sample::document();
        [$swapped['stops'][0], $swapped['stops'][2]] = [$swapped['stops'][2], $swapped['stops'][0]];
        self::assertTrue(Difference::between(Sample::document(), $swapped)->structure);
        $shorter = Sample::document();
        array_pop($shorter['stops']);
        self::assertTrue(Difference::between(Sample::document(), $shorter)->structure);
    }

    public function test_a_pointer_is_carried_to_where_the_same_thing_stands(): void
    {
        $moved = Sample::document();
        $moved['stops'] = array_reverse($moved['stops']);
        self::assertSame('/stops/2/question/points', Pointer::carried(Sample::document(), '/stops/0/question/points', $moved));
        self::assertSame('/title', Pointer::carried(Sample::document(), '/title', $moved));
        array_pop($moved['stops']);
        self::assertNull(Pointer::carried(Sample::document(), '/stops/0/question/points', $moved));
    }
}
