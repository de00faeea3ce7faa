<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

/**
 * References of a document's nodes that lead to nothing any more, and what clears them.
 *
 * @phpstan-import-type Reference from Shapes
 * @phpstan-import-type Place from Nodes
 */
final readonly class DanglingReferences
{
    /** @param  \Closure(string): ?Place  $placeOf  where a node stands now; null where it is gone */
    public function __construct(private \Closure $placeOf)
    {
    }

    /**
     * What clears the references of a node that lead to nothing.
     *
     * @return iterable<Edit>
     */
    public function clearing(string $id): iterable
    {
        $known = ($this->placeOf)($id);
        foreach ($known === null ? [] : Shapes::of($known['type'])['references'] as $reference) {
            $place = ($this->placeOf)($id);
            if ($place === null) {
                return;
            }
            if (! isset($place['node']->{$reference['path'][0]})) {
                continue;
            }
            $dangling = $this->dangling($place['node'], $reference, 0, []);
            if ($dangling === []) {
                continue;
            }
            if ($reference['clear'] === 0) {
                yield Edit::remove($id);

                return;
            }
            $top = $reference['path'][0];
            yield Edit::set(
                $id,
                $top,
                $reference['null'] && $reference['clear'] === 1 ? null : self::cleared($place['node']->{$top}, $dangling),
            );
        }
    }

    /**
     * Ways to the values of a reference, from a value, that lead to nothing.
     *
     * @param  Reference  $reference
     * @param  list<int|string>  $walked
     * @return list<list<int|string>>
     */
    private function dangling(mixed $value, array $reference, int $depth, array $walked): array
    {
        $step = $reference['path'][$depth] ?? null;
        if ($step === null) {
            return is_string($value) && ! $this->leads($value, $reference['to']) ? [$walked] : [];
        }
        $found = [];
        if ($step === '*' || $step === '~') {
            foreach (is_array($value) ? $value : ($value instanceof \stdClass ? get_object_vars($value) : []) as $key => $one) {
                array_push($found, ...$this->dangling($step === '*' ? $one : (string) $key, $reference, $depth + 1, [...$walked, $key]));
            }

            return $found;
        }

        return $value instanceof \stdClass && isset($value->{$step})
            ? $this->dangling($value->{$step}, $reference, $depth + 1, [...$walked, $step])
            : [];
    }

    private function leads(string $id, string $to): bool
    {
        $place = ($this->placeOf)($id);

        return $place !== null && Shapes::fits($place['type'], $to);
    }

    /**
     * A list or map without the items that lead nowhere.
     *
     * @param  list<list<int|string>>  $dangling  ways of two steps, from the node
     */
    private static function cleared(mixed $value, array $dangling): mixed
    {
        $keys = array_fill_keys(array_map(static fn (array $way): int|string => $way[1] ?? '', $dangling), true);
        if (is_array($value)) {
            return array_values(array_diff_key($value, $keys));
        }

        return (object) array_diff_key($value instanceof \stdClass ? get_object_vars($value) : [], $keys);
    }
}
