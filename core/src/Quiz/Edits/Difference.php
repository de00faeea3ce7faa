<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

/**
 * The edits that make one document of another: what has an id is told by its id, wherever it stands. The same as the
 * browser's (resources/js/quiz/edits.ts).
 *
 * @phpstan-import-type Place from Nodes
 */
final class Difference
{
    /** @var array<string, Place> */
    private readonly array $before;

    /** @var array<string, Place> */
    private readonly array $after;

    /** @var array<string, bool> */
    private array $same = [Shapes::QUIZ => true];

    /** @var list<Edit> */
    private array $found = [];

    /** @var list<Edit> */
    private array $emptied = [];

    private function __construct(\stdClass $from, \stdClass $to)
    {
        $this->before = Nodes::of($from);
        $this->after = Nodes::of($to);
    }

    /**
     * @param  \stdClass  $from  a document, decoded with objects
     * @return list<Edit> laid on $from they give $to; each setting tells what it replaces
     */
    public static function between(\stdClass $from, \stdClass $to): array
    {
        $difference = new self($from, $to);
        // What is gone goes first, so that what takes its place can have the same ids.
        $difference->removals($from, Shapes::QUIZ);
        $difference->node(Shapes::QUIZ);

        return [...$difference->found, ...$difference->emptied];
    }

    /** Whether a node is the same one in both; what stands in something that is not goes and comes with that. */
    private function stays(string $id): bool
    {
        return $this->same[$id] ??= isset($this->before[$id], $this->after[$id])
            && $this->before[$id]['type'] === $this->after[$id]['type']
            && $this->stays($this->before[$id]['above'] ?? Shapes::QUIZ)
            && $this->stays($this->after[$id]['above'] ?? Shapes::QUIZ)
            && $this->isAlike($id);
    }

    private function isAlike(string $id): bool
    {
        $mine = $this->before[$id]['node'];
        $theirs = $this->after[$id]['node'];
        $shape = Shapes::of($this->before[$id]['type']);
        $alone = [$this->standsAlone($this->before, $id), $this->standsAlone($this->after, $id)];
        if ($alone[0] !== $alone[1] || ($alone[0] && $this->before[$id]['above'] !== $this->after[$id]['above'])) {
            return false;
        }
        // Stops, cues and rungs of another kind have other lists: they are made anew.
        if ($shape['kinds'] !== [] && ($mine->kind ?? null) !== ($theirs->kind ?? null)) {
            return false;
        }
        foreach (array_keys($shape['children']) as $member) {
            if (($mine->{$member}->id ?? null) !== ($theirs->{$member}->id ?? null)) {
                return false;
            }
        }

        return true;
    }

    /** @param  array<string, Place>  $places */
    private function standsAlone(array $places, string $id): bool
    {
        $above = $places[$id]['above'] ?? Shapes::QUIZ;

        return isset(Shapes::of($places[$above]['type'])['children'][$places[$id]['in']]);
    }

    private function removals(\stdClass $node, string $type): void
    {
        foreach (Nodes::below($node, $type) as [$one, $inside]) {
            $id = is_string($one->id ?? null) ? $one->id : '';
            if ($this->stays($id)) {
                $this->removals($one, $inside);
            } else {
                $this->found[] = Edit::remove($id);
            }
        }
    }

    private function node(string $id): void
    {
        $mine = $this->before[$id]['node'];
        $theirs = $this->after[$id]['node'];
        $shape = Shapes::of($this->after[$id]['type']);
        $this->values($id, $mine, $theirs, '', ['id' => ''] + $shape['lists'] + $shape['children'], $shape['whole']);
        foreach (array_keys($shape['lists']) as $list) {
            $this->list($id, $list, self::nodes($mine, $list), self::nodes($theirs, $list));
        }
        foreach (array_keys($shape['children']) as $member) {
            if (is_string($theirs->{$member}->id ?? null)) {
                $this->node($theirs->{$member}->id);
            }
        }
    }

    /** @return ?list<string> ids of the nodes in a list; null where there is none */
    private static function nodes(\stdClass $node, string $list): ?array
    {
        $nodes = $node->{$list} ?? null;

        return is_array($nodes)
            ? array_values(
                array_filter(
                    array_map(static fn (mixed $one): mixed => $one instanceof \stdClass ? $one->id ?? null : null, $nodes),
                    is_string(...),
                ),
            )
            : null;
    }

    /**
     * @param  array<string, string>  $skip
     * @param  list<string>  $whole  members that are set as a whole
     */
    private function values(string $id, \stdClass $mine, \stdClass $theirs, string $above, array $skip, array $whole): void
    {
        foreach (array_keys(get_object_vars($mine) + get_object_vars($theirs)) as $name) {
            $name = (string) $name;
            if (isset($skip[$name])) {
                continue;
            }
            [$had, $has] = [property_exists($mine, $name), property_exists($theirs, $name)];
            [$stood, $stands] = [$mine->{$name} ?? null, $theirs->{$name} ?? null];
            if ($stood instanceof \stdClass && $stands instanceof \stdClass && ! in_array($name, $whole, true)) {
                $this->values($id, $stood, $stands, "$above$name.", [], []);
            } elseif ($had !== $has || Fingerprint::of($stood) !== Fingerprint::of($stands)) {
                $was = $had ? Fingerprint::of($stood) : Fingerprint::NOTHING;
                $this->found[] = $has ? Edit::set($id, "$above$name", $stands, $was) : Edit::without($id, "$above$name", $was);
            }
        }
    }

    /**
     * @param  ?list<string>  $mine
     * @param  ?list<string>  $theirs
     */
    private function list(string $id, string $list, ?array $mine, ?array $theirs): void
    {
        if ($theirs === null && $mine !== null) {
            $this->emptied[] = Edit::without($id, $list);
        } elseif ($theirs === [] && $mine === null) {
            $this->emptied[] = Edit::set($id, $list, []);
        }
        $kept = $this->inOrder($mine ?? [], $theirs ?? []);
        // From the end, so that what each comes before is in its place already.
        $before = null;
        foreach (array_reverse($theirs ?? []) as $one) {
            if (! $this->stays($one)) {
                $this->found[] = Edit::insert($id, $list, $before, $this->after[$one]['node']);
            } elseif (! isset($kept[$one])) {
                $this->found[] = Edit::move($one, $id, $list, $before);
            }
            $before = $one;
        }
        foreach ($theirs ?? [] as $one) {
            if ($this->stays($one)) {
                $this->node($one);
            }
        }
    }

    /**
     * The nodes that need not be moved: as many as can stay where they are (a longest increasing subsequence).
     *
     * @param  list<string>  $mine
     * @param  list<string>  $theirs
     * @return array<string, true>
     */
    private function inOrder(array $mine, array $theirs): array
    {
        $stood = array_flip($mine);
        $nodes = array_values(array_filter($theirs, fn (string $one): bool => isset($stood[$one]) && $this->stays($one)));
        $length = $from = [];
        foreach ($nodes as $index => $one) {
            [$length[$index], $from[$index]] = [1, -1];
            for ($earlier = 0; $earlier < $index; $earlier++) {
                if ($stood[$nodes[$earlier]] < $stood[$one] && $length[$index] < $length[$earlier] + 1) {
                    [$length[$index], $from[$index]] = [$length[$earlier] + 1, $earlier];
                }
            }
        }
        $kept = [];
        for ($at = $length === [] ? -1 : (int) array_search(max($length), $length, true); $at >= 0; $at = $from[$at]) {
            $kept[$nodes[$at]] = true;
        }

        return $kept;
    }
}
