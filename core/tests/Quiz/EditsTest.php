<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Quiz;

use HiddenLadder\Core\Fault;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Fingerprint;
use HiddenLadder\Core\Quiz\Edits\Shapes;
use HiddenLadder\Core\Quiz\Edits\Unfit;
use HiddenLadder\Core\Quiz\Edits\Workpiece;
use HiddenLadder\Core\Tests\Round\MadeUpQuiz;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Edits, on the examples that the browser is held to as well (tests/unit/edits.test.ts), and on generated documents. */
final class EditsTest extends TestCase
{
    private static function examples(): \stdClass
    {
        $examples = json_decode((string) file_get_contents(__DIR__.'/edits.json'), false, 512, JSON_THROW_ON_ERROR);
        assert($examples instanceof \stdClass);

        return $examples;
    }

    /** @return iterable<string, array{\stdClass}> */
    public static function changes(): iterable
    {
        foreach (self::examples()->changes as $change) {
            yield $change->name => [$change];
        }
    }

    #[DataProvider('changes')]
    public function test_each_example_does_what_it_says_and_is_taken_back(\stdClass $change): void
    {
        $document = json_encode(self::examples()->document, JSON_THROW_ON_ERROR);
        $work = Workpiece::fromJson($document);
        $before = $work->json();
        $edits = array_map(Edit::read(...), $change->edits);
        if (isset($change->refused)) {
            try {
                $work->apply($edits);
                self::fail('It fits.');
            } catch (Unfit $unfit) {
                self::assertSame((array) $change->refused, ['edit' => $unfit->edit, 'at' => $unfit->at, 'reason' => $unfit->reason]);
            }
            self::assertSame($before, $work->json());

            return;
        }
        $done = $work->apply($edits);
        $after = $work->json();
        foreach ((array) ($change->sees ?? []) as $id => $members) {
            $node = self::node(json_decode($after, false, 512, JSON_THROW_ON_ERROR), (string) $id);
            foreach ((array) $members as $member => $value) {
                $value === '<gone>'
                    ? self::assertObjectNotHasProperty((string) $member, $node)
                    : self::assertEquals($value, $node->{$member});
            }
        }
        foreach ((array) ($change->order ?? []) as $place => $ids) {
            [$id, $list] = explode('.', (string) $place);
            self::assertSame($ids, array_column(self::node(json_decode($after, false, 512, JSON_THROW_ON_ERROR), $id)->{$list}, 'id'));
        }
        self::assertCount(count($edits) + ($change->alsoDoes ?? 0), $done->edits);
        $work->apply($done->inverse);
        self::assertSame(self::sorted($before), self::sorted($work->json()));
        // Done again, with what was mended told by itself, it is the same, and nothing is left to mend.
        self::assertCount(count($done->edits), $work->apply($done->edits)->edits);
        self::assertSame(self::sorted($after), self::sorted($work->json()));
    }

    public function test_fingerprints_are_the_ones_that_both_languages_are_held_to(): void
    {
        foreach (self::examples()->fingerprints as $print) {
            self::assertSame($print->is, Fingerprint::of($print->value));
        }
        // RFC 9923 (FNV), appendix C: FNV-1a of 32 bits of the empty text, and of "a".
        self::assertSame(['811c9dc5', 'e40c292c'], [hash('fnv1a32', ''), hash('fnv1a32', 'a')]);
    }

    /** @return iterable<string, array{string, string}> */
    public static function malformed(): iterable
    {
        yield 'no object' => ['[]', ''];
        yield 'no such edit' => ['{"do":"copy","at":"E1"}', '/do'];
        yield 'nothing to do' => ['{"at":"E1"}', '/do'];
        yield 'a field too many' => ['{"do":"remove","at":"E1","list":"x"}', '/list'];
        yield 'a member that is none' => ['{"do":"set","at":"E1","member":"a..b","value":1}', '/member'];
        yield 'a member too deep' => ['{"do":"set","at":"E1","member":"a.b.c.d.e.f.g.h.i","value":1}', '/member'];
        yield 'nothing to put in' => ['{"do":"insert","into":"E1","list":"x","before":null,"node":"y"}', '/node'];
        yield 'an id that is none' => ['{"do":"remove","at":7}', '/at'];
    }

    #[DataProvider('malformed')]
    public function test_what_is_no_edit_is_named(string $json, string $pointer): void
    {
        try {
            Edit::read(json_decode($json, false, 512, JSON_THROW_ON_ERROR));
            self::fail('It is read.');
        } catch (MalformedInput $malformed) {
            self::assertSame($pointer, $malformed->pointer);
        }
    }

    public function test_an_edit_is_written_as_it_was_read(): void
    {
        foreach (self::examples()->changes as $change) {
            foreach ($change->edits as $edit) {
                self::assertEquals($edit, Edit::read($edit)->toObject());
            }
        }
    }

    public function test_generated_changes_are_taken_back_to_the_letter_and_leave_nothing_dangling(): void
    {
        $random = new Randomizer(new Xoshiro256StarStar(hash('sha256', 'edits', true)));
        for ($case = 0; $case < 60; $case++) {
            $work = Workpiece::of(MadeUpQuiz::document($random));
            $states = [self::sorted($work->json())];
            $inverses = [];
            for ($step = 0; $step < 8; $step++) {
                $edits = self::madeUp($work, $random, 1 + $random->getInt(0, 2));
                try {
                    $inverses[] = $work->apply($edits)->inverse;
                    $states[] = self::sorted($work->json());
                } catch (Unfit) {
                    self::assertSame(end($states), self::sorted($work->json()), 'What does not fit changes nothing.');
                }
            }
            $dangling = array_filter(
                (new DocumentCheck)->problems($work->toArray()),
                static fn ($problem): bool => preg_match(
                    '/^shape\.(fork-nowhere|no-such-(misconception|part|objective|question))/',
                    $problem->reason->code,
                ) === 1,
            );
            self::assertSame([], $dangling);
            foreach (array_reverse($inverses) as $inverse) {
                array_pop($states);
                $work->apply($inverse);
                self::assertSame(end($states), self::sorted($work->json()));
            }
        }
    }

    /** @return iterable<string, array{Edit, string}> */
    public static function spoiling(): iterable
    {
        $stop = json_decode((string) json_encode(Sample::document()['stops'][0]));
        assert($stop instanceof \stdClass);
        yield 'a value of another type' => [Edit::set(Sample::id('first/question'), 'points', 'many'), '/stops/0/question/points'];
        yield 'a member that is not known' => [Edit::set(Sample::id('hint-1'), 'colour', 'red'), '/stops/0/question/ladder/0'];
        yield 'a member that is needed' => [Edit::without(Sample::id('first/question'), 'feedback'), '/stops/0/question'];
        yield 'of the document itself' => [Edit::set('quiz', 'language', 'English!'), '/language'];
        yield 'a node that is none' => [
            Edit::insert('quiz', 'stops', null, (object) ['id' => Sample::id('new'), 'kind' => 'oracle']),
            '/stops/3/kind',
        ];
        yield 'an id that is none' => [
            Edit::insert('quiz', 'sideStops', null, (object) (['id' => 'x', 'kind' => 'text', 'text' => ''])),
            '/sideStops/1/id',
        ];
        yield 'terms that are none' => [Edit::set('quiz', 'terms', (object) ['tries' => 0]), '/terms/tries'];
        yield 'the last finish' => [Edit::remove(strval(Sample::document()['finishes'][0]['id'])), '/finishes'];
    }

    #[DataProvider('spoiling')]
    public function test_what_a_change_spoils_is_found_where_it_was_touched(Edit $edit, string $pointer): void
    {
        $work = Workpiece::of(Sample::document());
        $done = $work->apply([$edit]);
        $check = new DocumentCheck;
        self::assertContains(
            $pointer,
            array_map(static fn (Fault $problem): string => $problem->pointer, $check->problemsAfter($work, $done)),
        );
        self::assertNotSame([], $check->problems($work->toArray()));
    }

    public function test_edits_of_different_members_may_come_in_any_order(): void
    {
        $random = new Randomizer(new Xoshiro256StarStar(hash('sha256', 'commute', true)));
        for ($case = 0; $case < 60; $case++) {
            $document = MadeUpQuiz::document($random);
            $first = self::sets($document, $random);
            $second = self::sets($document, $random);
            if ([$first->at, $first->member] === [$second->at, $second->member]) {
                continue;
            }
            [$one, $other] = [Workpiece::of($document), Workpiece::of($document)];
            $one->apply([$first]);
            $one->apply([$second]);
            $other->apply([$second]);
            $other->apply([$first]);
            self::assertSame(self::sorted($one->json()), self::sorted($other->json()));
        }
    }

    /** @return list<Edit> a change of so many edits, of which not every one fits */
    private static function madeUp(Workpiece $work, Randomizer $random, int $count): array
    {
        $document = $work->toArray();
        $nodes = self::nodes($document, Shapes::QUIZ);
        $edits = [];
        while (count($edits) < $count) {
            [$id, $type, $above, $list] = $nodes[$random->getInt(0, count($nodes) - 1)];
            $same = array_values(array_filter($nodes, static fn (array $node): bool => $node[1] === $type && $node[3] !== null));
            $edit = match ($random->getInt(0, 3)) {
                0 => $list === null ? null : Edit::remove($id),
                1 => $list === null
                    ? null
                    : self::moved($id, $same[$random->getInt(0, count($same) - 1)], $same[$random->getInt(0, count($same) - 1)][0]),
                2 => $above === null || $list === null
                    ? null
                    : Edit::insert($above, $list, $random->getInt(0, 1) === 1 ? $id : null, self::anew($document, $id, $random)),
                default => self::sets($document, $random),
            };
            if ($edit !== null) {
                $edits[] = $edit;
            }
        }

        return $edits;
    }

    /** @param  array{string, string, ?string, ?string}  $to  a node beside which it comes */
    private static function moved(string $id, array $to, string $before): Edit
    {
        return Edit::move($id, (string) $to[2], (string) $to[3], $before);
    }

    /** @param  array<array-key, mixed>  $document */
    private static function sets(array $document, Randomizer $random): Edit
    {
        $nodes = self::nodes($document, Shapes::QUIZ);
        [$id, $type] = $nodes[$random->getInt(0, count($nodes) - 1)];
        $texts = Shapes::of($type)['rich'];

        return $texts === []
            ? Edit::set('quiz', 'title', "Title {$random->getInt(0, 9)}")
            : Edit::set($id, $texts[$random->getInt(0, count($texts) - 1)], "Words {$random->getInt(0, 9)}");
    }

    /** @param  array<array-key, mixed>  $document */
    private static function anew(array $document, string $id, Randomizer $random): \stdClass
    {
        $json = json_encode(
            self::node(json_decode(json_encode($document, JSON_THROW_ON_ERROR), false, 512, JSON_THROW_ON_ERROR), $id),
            JSON_THROW_ON_ERROR,
        );
        $suffix = strtoupper(substr(bin2hex($random->getBytes(4)), 0, 6));
        $node = json_decode(
            (string) preg_replace('/"id":"(.{20}).{6}"/', '"id":"${1}'.$suffix.'"', $json),
            false,
            512,
            JSON_THROW_ON_ERROR,
        );
        assert($node instanceof \stdClass);

        return $node;
    }

    /**
     * @param  array<array-key, mixed>  $node
     * @return list<array{string, string, ?string, ?string}> id, type, the node above and the list in it; null for what stands alone
     */
    private static function nodes(array $node, string $type, ?string $above = null, ?string $list = null): array
    {
        $id = $type === Shapes::QUIZ ? $type : strval($node['id']);
        $found = [[$id, $type, $above, $list]];
        foreach (Shapes::of($type)['lists'] as $member => $inside) {
            foreach (is_array($node[$member] ?? null) ? $node[$member] : [] as $one) {
                array_push($found, ...self::nodes((array) $one, $inside, $id, $member));
            }
        }
        foreach (Shapes::of($type)['children'] as $member => $inside) {
            if (is_array($node[$member] ?? null)) {
                array_push($found, ...self::nodes($node[$member], $inside, $id));
            }
        }

        return $found;
    }

    private static function node(mixed $value, string $id): \stdClass
    {
        assert($value instanceof \stdClass);

        return $id === Shapes::QUIZ ? $value : self::search($value, $id) ?? throw new \LogicException("There is no $id.");
    }

    private static function search(mixed $value, string $id): ?\stdClass
    {
        if ($value instanceof \stdClass && ($value->id ?? null) === $id) {
            return $value;
        }
        foreach ($value instanceof \stdClass ? get_object_vars($value) : (is_array($value) ? $value : []) as $one) {
            $found = self::search($one, $id);
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }

    /** The order of an object's members says nothing. */
    private static function sorted(string $json): string
    {
        $sort = static function (mixed $value) use (&$sort): mixed {
            if ($value instanceof \stdClass) {
                $members = get_object_vars($value);
                ksort($members, SORT_STRING);

                return (object) array_map($sort, $members);
            }

            return is_array($value) ? array_map($sort, $value) : $value;
        };

        return json_encode($sort(json_decode($json, false, 512, JSON_THROW_ON_ERROR)), JSON_THROW_ON_ERROR);
    }
}
