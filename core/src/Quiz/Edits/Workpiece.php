<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

/**
 * A quiz document on the bench: edits are laid on it one after the other, each change whole or not at all.
 *
 * It knows the table of shapes and nothing else of what a quiz is: whether what comes out is a quiz document is for
 * DocumentCheck to say.
 *
 * @phpstan-import-type Place from Nodes
 */
final class Workpiece
{
    /** @var array<string, Place> by id; `in` is a list or a member of the node above */
    private array $places;

    private function __construct(private readonly \stdClass $document)
    {
        $this->places = Nodes::of($document);
    }

    /** @throws \JsonException */
    public static function fromJson(string $json): self
    {
        $document = json_decode($json, false, 512, JSON_THROW_ON_ERROR);

        return new self($document instanceof \stdClass ? $document : throw new \JsonException('A quiz document is an object.'));
    }

    /** @param  array<array-key, mixed>  $document */
    public static function of(array $document): self
    {
        return self::fromJson(self::encoded($document));
    }

    public function json(): string
    {
        return self::encoded($this->document);
    }

    /** @return array<array-key, mixed> */
    public function toArray(): array
    {
        $document = json_decode($this->json(), true, 512, JSON_THROW_ON_ERROR);

        return is_array($document) ? $document : [];
    }

    /**
     * A node as it is now, where there is one; whoever is told must not change it.
     *
     * @return ?array{node: \stdClass, type: string}
     */
    public function node(string $id): ?array
    {
        return isset($this->places[$id]) ? ['node' => $this->places[$id]['node'], 'type' => $this->places[$id]['type']] : null;
    }

    /** Where a node stands, as a JSON pointer (RFC 6901). */
    public function pointer(string $id): string
    {
        $place = $this->places[$id] ?? null;
        if ($place === null || $place['above'] === null) {
            return '';
        }
        $in = $this->places[$place['above']]['node']->{$place['in']} ?? null;

        return $this->pointer($place['above'])."/{$place['in']}".(is_array($in) ? '/'.self::position($in, $id) : '');
    }

    /** The document as it is now; whoever is told must not change it. */
    public function document(): \stdClass
    {
        return $this->document;
    }

    /**
     * Lays as much of a change as fits, edit by edit, whatever stands there.
     *
     * @param  iterable<Edit>  $edits
     * @return list<Edit> those that fitted
     */
    public function applyWhatFits(iterable $edits): array
    {
        $fitted = [];
        foreach ($edits as $edit) {
            try {
                $this->apply([$edit->regardless()]);
                $fitted[] = $edit;
            } catch (Unfit) {
                // What it is about is not there.
            }
        }

        return $fitted;
    }

    /**
     * Lays a change on the document. References that it leaves leading nowhere are cleared as part of it.
     *
     * @param  iterable<Edit>  $edits
     *
     * @throws Unfit where an edit does not fit; the document is as it was then
     */
    public function apply(iterable $edits): Done
    {
        $done = [];
        $inverse = [];
        $gone = false;
        $touched = [];
        try {
            foreach ($edits as $number => $edit) {
                foreach ($edit->do === 'insert' ? self::idsIn($edit->node) : [$edit->at] as $id) {
                    $touched[$id] = true;
                }
                $gone = $gone || $edit->do === 'remove';
                array_unshift($inverse, ...$this->lay($edit, (int) $number));
                $done[] = $edit;
            }
            $dangling = new DanglingReferences(fn (string $id): ?array => $this->places[$id] ?? null);
            // Where something was taken out, anything may have referred to it.
            foreach (array_map(strval(...), array_keys($gone ? $this->places : $touched)) as $id) {
                foreach ($dangling->clearing($id) as $edit) {
                    array_unshift($inverse, ...$this->lay($edit, count($done)));
                    $done[] = $edit;
                }
            }
        } catch (Unfit $unfit) {
            foreach ($inverse as $edit) {
                $this->lay($edit, 0);
            }
            throw $unfit;
        }

        return new Done($done, $inverse);
    }

    /**
     * @return non-empty-list<Edit> what takes it back
     *
     * @throws Unfit
     */
    private function lay(Edit $edit, int $number): array
    {
        return match ($edit->do) {
            'set' => [$this->set($edit, $number)],
            'insert' => $this->insert($edit, $number),
            'remove' => $this->remove($edit, $number),
            'move' => $this->move($edit, $number),
        };
    }

    private function set(Edit $edit, int $number): Edit
    {
        $place = $this->place($edit->at, $number);
        $steps = explode('.', (string) $edit->member);
        $shape = Shapes::of($place['type']);
        $holder = $place['node'];
        // A list of nodes comes empty and goes empty; what is in it comes and goes one by one.
        $isEmpty = ($edit->without || $edit->value === []) && ($holder->{$steps[0]} ?? []) === [] && count($steps) === 1;
        if ($steps[0] === 'id' || (isset($shape['lists'][$steps[0]]) && ! $isEmpty) || isset($shape['children'][$steps[0]])) {
            throw new Unfit($number, $edit->at, 'not-a-member');
        }
        $last = array_pop($steps);
        $walked = [];
        foreach ($steps as $step) {
            $walked[] = $step;
            $next = $holder->{$step} ?? null;
            if (! $next instanceof \stdClass) {
                return $this->setBelowNothing($edit, $number, $holder, $step, $walked, $next);
            }
            $holder = $next;
        }
        $had = property_exists($holder, $last);
        $stood = $had ? $holder->{$last} : null;
        $this->expect($edit, $number, $had, $stood);
        if ($edit->without) {
            unset($holder->{$last});
        } else {
            $holder->{$last} = self::copy($edit->value);
        }
        $now = $edit->without ? Fingerprint::NOTHING : Fingerprint::of($edit->value);

        return $had ? Edit::set($edit->at, (string) $edit->member, $stood, $now) : Edit::without($edit->at, (string) $edit->member, $now);
    }

    /**
     * A member of an object that is not there makes the objects on the way to it.
     *
     * @param  list<string>  $walked  steps to the first that is missing
     */
    private function setBelowNothing(Edit $edit, int $number, \stdClass $holder, string $step, array $walked, mixed $stood): Edit
    {
        if ($stood !== null && $stood !== []) {
            throw new Unfit($number, $edit->at, 'not-a-member');
        }
        $this->expect($edit, $number, false, null);
        if ($edit->without) {
            return Edit::without($edit->at, (string) $edit->member, Fingerprint::NOTHING);
        }
        $had = property_exists($holder, $step);
        $rest = array_slice(explode('.', (string) $edit->member), count($walked));
        $value = self::copy($edit->value);
        foreach (array_reverse($rest) as $name) {
            $value = (object) [$name => $value];
        }
        $holder->{$step} = $value;
        $member = implode('.', $walked);

        return $had
            ? Edit::set($edit->at, $member, $stood, Fingerprint::of($value))
            : Edit::without($edit->at, $member, Fingerprint::of($value));
    }

    private function expect(Edit $edit, int $number, bool $had, mixed $stood): void
    {
        if ($edit->was !== null && $edit->was !== ($had ? Fingerprint::of($stood) : Fingerprint::NOTHING)) {
            throw new Unfit($number, $edit->at, 'changed', $stood);
        }
    }

    /** @return non-empty-list<Edit> */
    private function insert(Edit $edit, int $number): array
    {
        $above = $this->place($edit->at, $number);
        $node = $edit->node ?? new \stdClass;
        $type = $this->listType($above, (string) $edit->list, $edit->at, $number);
        $ids = self::idsIn($node);
        if ($ids === [] || ! is_string($node->id ?? null) || count($ids) !== count(array_unique($ids))) {
            throw new Unfit($number, $edit->at, 'there-already');
        }
        foreach ($ids as $id) {
            if (isset($this->places[$id])) {
                throw new Unfit($number, $id, 'there-already');
            }
        }
        $node = self::copy($node);
        assert($node instanceof \stdClass && is_string($node->id));
        $clears = $this->put($above['node'], $edit->at, (string) $edit->list, $node, $edit->before);
        Nodes::enter($this->places, $node, $type, $edit->at, (string) $edit->list);

        return [Edit::remove($node->id), ...$clears];
    }

    /** @return non-empty-list<Edit> */
    private function remove(Edit $edit, int $number): array
    {
        $place = $this->inAList($edit->at, $number);
        $before = $this->take($edit->at, $place);
        $this->leave($place['node'], $place['type']);

        return [Edit::insert((string) $place['above'], $place['in'], $before, $place['node'])];
    }

    /** @return non-empty-list<Edit> */
    private function move(Edit $edit, int $number): array
    {
        $place = $this->inAList($edit->at, $number);
        $above = $this->place((string) $edit->into, $number);
        if ($this->listType($above, (string) $edit->list, (string) $edit->into, $number) !== $place['type']) {
            throw new Unfit($number, $edit->at, 'no-such-list');
        }
        for ($up = $edit->into; $up !== null; $up = $this->places[$up]['above']) {
            if ($up === $edit->at) {
                throw new Unfit($number, $edit->at, 'into-itself');
            }
        }
        $before = $this->take($edit->at, $place);
        $clears = $this->put($above['node'], (string) $edit->into, (string) $edit->list, $place['node'], $edit->before);
        $this->places[$edit->at] = ['above' => $edit->into, 'in' => (string) $edit->list] + $place;

        return [Edit::move($edit->at, (string) $place['above'], $place['in'], $before), ...$clears];
    }

    /**
     * @return Place
     *
     * @throws Unfit
     */
    private function place(string $id, int $number): array
    {
        return $this->places[$id] ?? throw new Unfit($number, $id, 'missing');
    }

    /**
     * @return Place
     *
     * @throws Unfit for what stands alone in its place, as the question of a stop does
     */
    private function inAList(string $id, int $number): array
    {
        $place = $this->place($id, $number);
        $list = $place['above'] === null ? null : ($this->places[$place['above']]['node']->{$place['in']} ?? null);

        return is_array($list) ? $place : throw new Unfit($number, $id, 'no-such-list');
    }

    /**
     * @param  Place  $above
     *
     * @throws Unfit
     */
    private function listType(array $above, string $list, string $id, int $number): string
    {
        $kind = $above['node']->kind ?? null;

        return Shapes::inList($above['type'], is_string($kind) ? $kind : null, $list) ?? throw new Unfit($number, $id, 'no-such-list');
    }

    /** @return list<Edit> what takes the list away again, where there was none */
    private function put(\stdClass $above, string $id, string $list, \stdClass $node, ?string $before): array
    {
        $had = property_exists($above, $list);
        $nodes = is_array($above->{$list} ?? null) ? $above->{$list} : [];
        $at = $before === null ? null : self::position($nodes, $before);
        array_splice($nodes, $at ?? count($nodes), 0, [$node]);
        $above->{$list} = $nodes;

        return $had ? [] : [Edit::without($id, $list)];
    }

    /**
     * Takes a node out of its list.
     *
     * @param  Place  $place
     * @return ?string id of the node that stood behind it
     */
    private function take(string $id, array $place): ?string
    {
        $above = $this->places[(string) $place['above']]['node'];
        $nodes = $above->{$place['in']};
        assert(is_array($nodes));
        $at = self::position($nodes, $id);
        assert($at !== null);
        $behind = $nodes[$at + 1]->id ?? null;
        array_splice($nodes, $at, 1);
        $above->{$place['in']} = $nodes;

        return is_string($behind) ? $behind : null;
    }

    /** @param  array<int, mixed>  $nodes */
    private static function position(array $nodes, string $id): ?int
    {
        foreach ($nodes as $at => $node) {
            if ($node instanceof \stdClass && ($node->id ?? null) === $id) {
                return $at;
            }
        }

        return null;
    }

    private function leave(\stdClass $node, string $type): void
    {
        unset($this->places[is_string($node->id ?? null) ? $node->id : '']);
        foreach (Nodes::below($node, $type) as [$one, $inside]) {
            $this->leave($one, $inside);
        }
    }

    /** @return list<string> every `id` in a value, at any depth */
    private static function idsIn(mixed $value): array
    {
        $ids = $value instanceof \stdClass && is_string($value->id ?? null) ? [$value->id] : [];
        foreach ($value instanceof \stdClass ? get_object_vars($value) : (is_array($value) ? $value : []) as $one) {
            if (is_array($one) || $one instanceof \stdClass) {
                array_push($ids, ...self::idsIn($one));
            }
        }

        return $ids;
    }

    /** What is laid into a document is nobody else's any more. */
    private static function copy(mixed $value): mixed
    {
        if (is_array($value)) {
            return array_map(self::copy(...), $value);
        }
        if ($value instanceof \stdClass) {
            return (object) array_map(self::copy(...), get_object_vars($value));
        }

        return $value;
    }

    private static function encoded(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION);
    }
}
