<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class FieldsTest extends TestCase
{
    public function test_what_fits_is_read(): void
    {
        $fields = Fields::of(
            [
                'text' => 'a',
                'whole' => 3,
                'number' => 2.5,
                'yes' => true,
                'none' => null,
                'list' => ['a', 'b'],
                'inner' => ['x' => 1],
                'rows' => [['x' => 1], ['x' => 2]],
            ],
        );
        self::assertSame('a', $fields->string('text'));
        self::assertSame(3, $fields->integer('whole'));
        self::assertSame(3.0, $fields->number('whole'));
        self::assertSame(2.5, $fields->numberOrNull('number'));
        self::assertTrue($fields->boolean('yes'));
        self::assertNull($fields->stringOrNull('none'));
        self::assertNull($fields->integerOrNull('absent'));
        self::assertNull($fields->objectOrNull('none'));
        self::assertSame(['a', 'b'], $fields->strings('list'));
        self::assertSame(['x' => 1], $fields->integers('inner'));
        self::assertSame([1, 2], $fields->objects('rows', static fn (Fields $row): int => $row->integer('x')));
        self::assertTrue($fields->has('none'));
        self::assertFalse($fields->has('absent'));
    }

    /** @return iterable<string, array{callable(Fields): mixed, string}> */
    public static function misfits(): iterable
    {
        yield 'a number for a text' => [static fn (Fields $f) => $f->string('number'), '/number'];
        yield 'nothing for a text' => [static fn (Fields $f) => $f->string('absent'), '/absent'];
        yield 'a text for a number' => [static fn (Fields $f) => $f->number('text'), '/text'];
        yield 'an endless number' => [static fn (Fields $f) => $f->number('endless'), '/endless'];
        yield 'a fraction for a whole number' => [static fn (Fields $f) => $f->integer('number'), '/number'];
        yield 'a text for yes or no' => [static fn (Fields $f) => $f->boolean('text'), '/text'];
        yield 'a text for an object' => [static fn (Fields $f) => $f->object('text'), '/text'];
        yield 'an object for a list' => [static fn (Fields $f) => $f->strings('inner'), '/inner'];
        yield 'a wrong item of a list' => [static fn (Fields $f) => $f->strings('mixed'), '/mixed/1'];
        yield 'a wrong item inside' => [
            static fn (Fields $f) => $f->objects('rows', static fn (Fields $row) => $row->string('x')),
            '/rows/1/x',
        ];
        yield 'a wrong count' => [static fn (Fields $f) => $f->integers('mixed'), '/mixed/0'];
        yield 'a field that is not known' => [static fn (Fields $f) => $f->only(['number']), '/text'];
    }

    /** @param  callable(Fields): mixed  $read */
    #[DataProvider('misfits')]
    public function test_what_does_not_fit_is_told_by_its_place(callable $read, string $pointer): void
    {
        $fields = Fields::of(
            [
                'text' => 'a',
                'number' => 2.5,
                'endless' => INF,
                'mixed' => ['a', 4],
                'inner' => ['x' => 1],
                'rows' => [['x' => 'a'], ['x' => 2]],
            ],
        );
        try {
            $read($fields);
            self::fail('It was read.');
        } catch (MalformedInput $misfit) {
            self::assertSame($pointer, $misfit->pointer);
            self::assertStringContainsString($pointer, $misfit->getMessage());
        }
    }

    public function test_what_is_no_object_is_not_read_at_all(): void
    {
        $this->expectException(MalformedInput::class);
        Fields::of('text');
    }
}
