<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Ahead;

use HiddenLadder\Core\Ahead\Explorer;
use HiddenLadder\Core\Ahead\StructureHash;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Inspection\ReachabilityCheck;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\TestCase;

final class BonesTest extends TestCase
{
    public function test_words_that_are_only_read_are_no_bones(): void
    {
        $q = ['stops', 0, 'question'];
        $bones = StructureHash::of(Sample::document());
        foreach ([
            [['title'], 'Other'], [['instructions'], 'Other'], [[...$q, 'prompt'], 'Other?'], [[...$q, 'entries', 1, 'text'], 'nope'], [
                [...$q, 'feedback', 'notRight'],
                'Other.',
            ],
            [[...$q, 'ladder', 0, 'text'], 'Other rung.'], [[...$q, 'entries', 1, 'feedback'], 'Other.'], [
                [...$q, 'entries', 2, 'ladder', 0, 'text'],
                'Other.',
            ],
            [['objectives'], [['id' => Sample::id('o'), 'text' => 'Other']]],
        ] as [$path, $value]) {
            self::assertSame($bones, StructureHash::of(Sample::with($path, $value)), implode('/', $path));
        }
    }

    public function test_all_else_is(): void
    {
        $q = ['stops', 0, 'question'];
        $bones = StructureHash::of(Sample::document());
        foreach ([
            [[...$q, 'entries', 1, 'text'], ''], [
                [...$q, 'entries', 0, 'right'],
                false,
            ], [[...$q, 'entries', 3, 'fork'], null], [[...$q, 'ladder'], []],
            [[...$q, 'ladder', 0, 'text'], ''], [
                ['stops', 2, 'question', 'entries', 0, 'key'],
                '13',
            ], [['stops', 2, 'question', 'tolerance', 'value'], '1'],
            [['stops', 1, 'cues'], []], [
                ['sideStops', 0, 'title'],
                'Another',
            ], [['sideStops', 0, 'text'], 'Another'], [['terms'], ['tries' => 2]],
            [[...$q, 'text'], ['ignoreDiacritics' => true]], [
                ['stops', 0, 'forks'],
                [['id' => Sample::id('fork'), 'when' => ['kind' => 'always'], 'to' => Sample::id('last')]],
            ],
        ] as [$path, $value]) {
            self::assertNotSame($bones, StructureHash::of(Sample::with($path, $value)), implode('/', $path));
        }
    }

    /** Every word of the demo's quizzes that is no bone is written anew: they lead to the same places, and the same is found. */
    public function test_the_same_bones_lead_to_the_same_places(): void
    {
        foreach (Sample::demo() as $document) {
            $other = self::reworded($document);
            self::assertNotEquals($document, $other);
            self::assertSame(StructureHash::of($document), StructureHash::of($other));
            [$was, $is] = array_map(QuizDocument::read(...), [$document, $other]);
            $terms = Terms::read(Fields::of($was->terms));
            [$before, $after] = array_map(static fn (QuizDocument $quiz) => Explorer::of($quiz, $terms)->structure(), [$was, $is]);
            self::assertSame(array_map(count(...), $before->edges), array_map(count(...), $after->edges));
            self::assertEquals((new ReachabilityCheck($was, $terms))->findings(), (new ReachabilityCheck($is, $terms))->findings());
        }
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    private static function reworded(array $document): array
    {
        foreach ($document['stops'] as &$stop) {
            array_walk_recursive($stop, static function (mixed &$value, string|int $member): void {
                if (in_array($member, ['notRight', 'feedback'], true) && is_string($value) && $value !== '') {
                    $value = strrev('other words');
                }
            });
            if (isset($stop['question'])) {
                $stop['question']['prompt'] = 'What else?';
            }
        }

        return $document;
    }
}
