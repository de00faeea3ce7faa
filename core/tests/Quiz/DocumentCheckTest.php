<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Quiz;

use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DocumentCheckTest extends TestCase
{
    public function test_sound_documents_have_no_problems(): void
    {
        foreach ([Sample::document(), ...Sample::demo()] as $document) {
            self::assertEquals([], (new DocumentCheck)->problems($document));
        }
    }

    /** @return iterable<string, array{list<string|int>, mixed, string}> */
    public static function wrongPlaces(): iterable
    {
        yield 'unknown field' => [['colour'], 'red', ''];
        yield 'unknown kind' => [['stops', 0, 'question', 'kind'], 'oracle', '/stops/0/question/kind'];
        yield 'negative points' => [['stops', 0, 'question', 'points'], -1, '/stops/0/question/points'];
        yield 'not an id' => [['stops', 0, 'id'], 'first', '/stops/0/id'];
        yield 'a cue before the start' => [['stops', 1, 'cues', 0, 'at'], -3, '/stops/1/cues/0/at'];
        yield 'an unknown field deep inside' => [['stops', 0, 'question', 'ladder', 0, 'colour'], 'red', '/stops/0/question/ladder/0'];
        yield 'a text too long' => [['title'], str_repeat('x', 201), '/title'];
        yield 'no finish' => [['finishes'], [], '/finishes'];
        yield 'a tolerance that is no decimal' => [
            ['stops', 2, 'question', 'tolerance', 'value'],
            'much',
            '/stops/2/question/tolerance/value',
        ];
        yield 'another schema version' => [['schema'], 3, '/schema'];
        yield 'a fork that leads nowhere' => [
            ['stops', 0, 'question', 'entries', 3, 'fork'],
            '01KADE0000AAAAAAAAAAAAAAAA',
            '/stops/0/question/entries/3/fork',
        ];
        yield 'an id that stands twice' => [['stops', 2, 'id'], Sample::id('first'), '/stops/2/id'];
    }

    /** @param  list<string|int>  $path */
    #[DataProvider('wrongPlaces')]
    public function test_a_wrong_document_is_told_by_its_place(array $path, mixed $value, string $pointer): void
    {
        $document = Sample::with($path, $value);

        $problems = (new DocumentCheck)->problems($document);

        self::assertNotSame([], $problems);
        self::assertContains($pointer, array_map(static fn (Fault $problem): string => $problem->pointer, $problems));
    }

    public function test_what_is_not_an_object_is_no_document(): void
    {
        self::assertNotSame([], (new DocumentCheck)->problems('quiz'));
        self::assertNotSame([], (new DocumentCheck)->problems([]));
    }
}
