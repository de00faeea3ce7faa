<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

/**
 * The nodes of a document by their ids, with where each stands.
 *
 * @phpstan-type Place array{node: \stdClass, type: string, above: ?string, in: string}
 */
final class Nodes
{
    /** @return array<string, Place> `in` is a list or a member of the node above */
    public static function of(\stdClass $document): array
    {
        $places = [];
        self::enter($places, $document, Shapes::QUIZ, null, '');

        return $places;
    }

    /**
     * Adds a node and all that is below it.
     *
     * @param  array<string, Place>  $places
     */
    public static function enter(array &$places, \stdClass $node, string $type, ?string $above, string $in): void
    {
        $id = $type === Shapes::QUIZ ? Shapes::QUIZ : ($node->id ?? null);
        if (! is_string($id)) {
            return;
        }
        $places[$id] = ['node' => $node, 'type' => $type, 'above' => $above, 'in' => $in];
        foreach (self::below($node, $type) as [$one, $inside, $list]) {
            self::enter($places, $one, $inside, $id, $list);
        }
    }

    /**
     * @return iterable<array{\stdClass, string, string}> the nodes right below a node, with their type and the list or member they are in
     */
    public static function below(\stdClass $node, string $type): iterable
    {
        $shape = Shapes::of($type);
        foreach ($shape['lists'] as $list => $inside) {
            foreach (is_array($node->{$list} ?? null) ? $node->{$list} : [] as $one) {
                if ($one instanceof \stdClass) {
                    yield [$one, $inside, $list];
                }
            }
        }
        foreach ($shape['children'] as $member => $inside) {
            if (($node->{$member} ?? null) instanceof \stdClass) {
                yield [$node->{$member}, $inside, $member];
            }
        }
    }
}
