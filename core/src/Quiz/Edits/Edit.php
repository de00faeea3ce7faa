<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/**
 * One edit of a quiz document. Nodes are named by their ids, the document itself by `quiz`; everything that is no node is a
 * value, reached from its node by a dotted member of any depth.
 */
final readonly class Edit
{
    /** Steps of a dotted member. */
    private const DEEPEST = 8;

    /**
     * @param  'set'|'insert'|'remove'|'move'  $do
     * @param  string  $at  the node that is changed, taken out or moved; for an insertion the node that it is put into
     * @param  ?string  $member  set: what is set
     * @param  mixed  $value  set: the new value, as json_decode gives it with objects
     * @param  bool  $without  set: the member is taken away
     * @param  ?string  $was  set: fingerprint of what it replaces; null where it does not matter
     * @param  ?string  $into  move: the node that it comes into
     * @param  ?string  $list  insert and move: which of the node's lists
     * @param  ?string  $before  insert and move: the node of that list before which it comes; null or gone: the end
     * @param  ?\stdClass  $node  insert: what is put in
     */
    private function __construct(
        public string $do,
        public string $at,
        public ?string $member = null,
        public mixed $value = null,
        public bool $without = false,
        public ?string $was = null,
        public ?string $into = null,
        public ?string $list = null,
        public ?string $before = null,
        public ?\stdClass $node = null,
    ) {
    }

    public static function set(string $at, string $member, mixed $value, ?string $was = null): self
    {
        return new self('set', $at, $member, $value, was: $was);
    }

    public static function without(string $at, string $member, ?string $was = null): self
    {
        return new self('set', $at, $member, without: true, was: $was);
    }

    public static function insert(string $into, string $list, ?string $before, \stdClass $node): self
    {
        return new self('insert', $into, list: $list, before: $before, node: $node);
    }

    public static function remove(string $at): self
    {
        return new self('remove', $at);
    }

    public static function move(string $at, string $into, string $list, ?string $before): self
    {
        return new self('move', $at, into: $into, list: $list, before: $before);
    }

    /**
     * From JSON, decoded with objects.
     *
     * @throws MalformedInput
     */
    public static function read(mixed $value, string $pointer = ''): self
    {
        if (! $value instanceof \stdClass) {
            throw new MalformedInput($pointer, new Message('shape.edit'));
        }
        $all = get_object_vars($value);
        $fields = Fields::of(array_replace($all, array_intersect_key(['value' => true, 'node' => true], $all)), $pointer);
        $hasValue = array_key_exists('value', $all);
        $node = $all['node'] ?? null;
        switch ($fields->string('do')) {
            case 'set':
                $fields->only(['do', 'at', 'member', 'value', 'was']);
                $member = $fields->string('member');
                if (preg_match('/^[A-Za-z0-9-]+(\.[A-Za-z0-9-]+){0,'.(self::DEEPEST - 1).'}$/D', $member) !== 1) {
                    throw new MalformedInput("$pointer/member", new Message('shape.member'));
                }
                $was = isset($all['was']) ? $fields->string('was') : null;

                return $hasValue
                    ? self::set($fields->string('at'), $member, $all['value'], $was)
                    : self::without($fields->string('at'), $member, $was);
            case 'insert':
                $fields->only(['do', 'into', 'list', 'before', 'node']);
                if (! $node instanceof \stdClass) {
                    throw new MalformedInput("$pointer/node", new Message('shape.edit-node'));
                }

                return self::insert($fields->string('into'), $fields->string('list'), $fields->stringOrNull('before'), $node);
            case 'remove':
                $fields->only(['do', 'at']);

                return self::remove($fields->string('at'));
            case 'move':
                $fields->only(['do', 'at', 'into', 'list', 'before']);

                return self::move($fields->string('at'), $fields->string('into'), $fields->string('list'), $fields->stringOrNull('before'));
        }
        throw new MalformedInput("$pointer/do", new Message('shape.edit-kind'));
    }

    /**
     * @return list<self> from a JSON list
     *
     * @throws MalformedInput
     * @throws \JsonException
     */
    public static function fromJson(string $json): array
    {
        $edits = json_decode($json, false, 512, JSON_THROW_ON_ERROR);

        return array_map(static fn (mixed $edit): self => self::read($edit), is_array($edits) ? array_values($edits) : []);
    }

    /** @param  list<self>  $edits */
    public static function toJson(array $edits): string
    {
        $flags = JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION;

        return json_encode(array_map(static fn (self $edit): \stdClass => $edit->toObject(), $edits), $flags);
    }

    /** The same, whatever stands there by now. */
    public function regardless(): self
    {
        return $this->do !== 'set' ? $this : new self('set', $this->at, $this->member, $this->value, $this->without);
    }

    /** As it is written in JSON. */
    public function toObject(): \stdClass
    {
        return (object) match ($this->do) {
            'set' => ['do' => 'set', 'at' => $this->at, 'member' => $this->member]
                + ($this->without ? [] : ['value' => $this->value]) + ($this->was === null ? [] : ['was' => $this->was]),
            'insert' => ['do' => 'insert', 'into' => $this->at, 'list' => $this->list, 'before' => $this->before, 'node' => $this->node],
            'remove' => ['do' => 'remove', 'at' => $this->at],
            'move' => ['do' => 'move', 'at' => $this->at, 'into' => $this->into, 'list' => $this->list, 'before' => $this->before],
        };
    }
}
