<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

/**
 * What kinds of nodes a quiz document has, with their lists of nodes, their nodes that stand alone, their references and their rich texts:
 * the table that bin/make-shapes makes from the schema.
 *
 * @phpstan-type Reference array{path: list<string>, to: string, clear: int, null: bool}
 * @phpstan-type Shape array{lists: array<string, string>, children: array<string, string>, kinds: array<string,
 *     list<string>>, references: list<Reference>, rich: list<string>, whole: list<string>}
 */
final class Shapes
{
    /** The type of the document, and the id by which it is named. */
    public const QUIZ = 'quiz';

    /** @var ?array<string, Shape> */
    private static ?array $shapes = null;

    /** @return Shape */
    public static function of(string $type): array
    {
        /** @var array<string, Shape> $shapes */
        $shapes = self::$shapes ??= require __DIR__.'/shapes.php';

        return $shapes[$type];
    }

    /** The type of the nodes in a list of a node; null where such a node has no such list. */
    public static function inList(string $type, ?string $kind, string $list): ?string
    {
        $shape = self::of($type);
        $own = $shape['kinds'][$kind] ?? null;

        return $own === null || in_array($list, $own, true) ? $shape['lists'][$list] ?? null : null;
    }

    /** Whether nodes of a type may be what a reference leads to. */
    public static function fits(string $type, string $to): bool
    {
        return $to === 'target' ? $type === 'stop' || $type === 'finish' : $type === $to;
    }
}
