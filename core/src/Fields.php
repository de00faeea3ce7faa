<?php

declare(strict_types=1);

namespace HiddenLadder\Core;

/**
 * Typed reading of one decoded JSON object, so that a wrong shape is told by its place instead of breaking further in.
 */
final readonly class Fields
{
    /** @param  array<array-key, mixed>  $values */
    private function __construct(private array $values, private string $pointer)
    {
    }

    /** @throws MalformedInput when the value is not an object */
    public static function of(mixed $value, string $pointer = ''): self
    {
        return is_array($value) ? new self($value, $pointer) : throw new MalformedInput($pointer, new Message('shape.object'));
    }

    public function has(string $name): bool
    {
        return array_key_exists($name, $this->values);
    }

    /** @throws MalformedInput */
    public function string(string $name): string
    {
        $value = $this->values[$name] ?? null;

        return is_string($value) ? $value : throw new MalformedInput("$this->pointer/$name", new Message('shape.text'));
    }

    /** @throws MalformedInput */
    public function stringOrNull(string $name): ?string
    {
        return ($this->values[$name] ?? null) === null ? null : $this->string($name);
    }

    /** @throws MalformedInput when it is missing, not a number or not finite */
    public function number(string $name): float
    {
        $value = $this->values[$name] ?? null;

        return (is_int($value) || is_float($value)) && is_finite((float) $value)
            ? (float) $value
            : throw new MalformedInput("$this->pointer/$name", new Message('shape.number'));
    }

    /** @throws MalformedInput */
    public function numberOrNull(string $name): ?float
    {
        return ($this->values[$name] ?? null) === null ? null : $this->number($name);
    }

    /** @throws MalformedInput */
    public function integer(string $name): int
    {
        $value = $this->values[$name] ?? null;

        return is_int($value) ? $value : throw new MalformedInput("$this->pointer/$name", new Message('shape.whole-number'));
    }

    /** @throws MalformedInput */
    public function integerOrNull(string $name): ?int
    {
        return ($this->values[$name] ?? null) === null ? null : $this->integer($name);
    }

    /** @throws MalformedInput */
    public function boolean(string $name): bool
    {
        $value = $this->values[$name] ?? null;

        return is_bool($value) ? $value : throw new MalformedInput("$this->pointer/$name", new Message('shape.boolean'));
    }

    public function stringOr(string $name, string $default): string
    {
        return ($this->values[$name] ?? null) === null ? $default : $this->string($name);
    }

    public function numberOr(string $name, float $default): float
    {
        return ($this->values[$name] ?? null) === null ? $default : $this->number($name);
    }

    public function integerOr(string $name, int $default): int
    {
        return ($this->values[$name] ?? null) === null ? $default : $this->integer($name);
    }

    public function booleanOr(string $name, bool $default): bool
    {
        return ($this->values[$name] ?? null) === null ? $default : $this->boolean($name);
    }

    /**
     * @template T of \BackedEnum
     *
     * @param  class-string<T>  $enum
     * @return T
     *
     * @throws MalformedInput when the text is none of the enum's
     */
    public function oneOf(string $name, string $enum): \BackedEnum
    {
        return $enum::tryFrom($this->string($name)) ?? throw new MalformedInput("$this->pointer/$name", new Message('shape.unknown-value'));
    }

    /**
     * @template T
     *
     * @param  callable(self): T  $read
     * @return list<T> nothing when it is missing
     */
    public function objectsOr(string $name, callable $read): array
    {
        return ($this->values[$name] ?? null) === null ? [] : $this->objects($name, $read);
    }

    /**
     * @param  list<string>  $default
     * @return list<string>
     */
    public function stringsOr(string $name, array $default = []): array
    {
        return ($this->values[$name] ?? null) === null ? $default : $this->strings($name);
    }

    /**
     * @return array<string, string> nothing when it is missing
     *
     * @throws MalformedInput
     */
    public function stringMapOr(string $name): array
    {
        $map = [];
        foreach (self::of($this->values[$name] ?? [], "$this->pointer/$name")->values as $key => $value) {
            $map[(string) $key] = is_string($value)
                ? $value
                : throw new MalformedInput("$this->pointer/$name/$key", new Message('shape.text'));
        }

        return $map;
    }

    /**
     * @param  list<string>  $known
     *
     * @throws MalformedInput when it is none of the known ones
     */
    public function choice(string $name, array $known, string $default): string
    {
        $value = $this->stringOr($name, $default);

        return in_array($value, $known, true)
            ? $value
            : throw new MalformedInput("$this->pointer/$name", new Message('shape.one-of', ['known' => implode(', ', $known)]));
    }

    /** @throws MalformedInput when it is there and out of range */
    public function between(string $name, int $least, int $most): ?int
    {
        $value = $this->integerOrNull($name);

        return $value === null || ($value >= $least && $value <= $most)
            ? $value
            : throw new MalformedInput(
                "$this->pointer/$name",
                new Message('shape.whole-number-between', ['least' => $least, 'most' => $most]),
            );
    }

    /** @throws MalformedInput when it is there and not between 0 and 1 */
    public function share(string $name): ?float
    {
        $value = $this->numberOrNull($name);

        return $value === null || ($value >= 0 && $value <= 1)
            ? $value
            : throw new MalformedInput("$this->pointer/$name", new Message('shape.share'));
    }

    /**
     * @return list<float>
     *
     * @throws MalformedInput
     */
    public function numbers(string $name): array
    {
        $list = new self($this->items($name), "$this->pointer/$name");

        return array_map(static fn (int $index): float => $list->number((string) $index), array_keys($this->items($name)));
    }

    /** @throws MalformedInput */
    public function object(string $name): self
    {
        return self::of($this->values[$name] ?? null, "$this->pointer/$name");
    }

    public function objectOrNull(string $name): ?self
    {
        return ($this->values[$name] ?? null) === null ? null : $this->object($name);
    }

    /**
     * @template T
     *
     * @param  callable(self): T  $read
     * @return list<T>
     *
     * @throws MalformedInput
     */
    public function objects(string $name, callable $read): array
    {
        $results = [];
        foreach ($this->items($name) as $index => $item) {
            $results[] = $read(self::of($item, "$this->pointer/$name/$index"));
        }

        return $results;
    }

    /**
     * @return list<string>
     *
     * @throws MalformedInput
     */
    public function strings(string $name): array
    {
        $strings = [];
        foreach ($this->items($name) as $index => $item) {
            $strings[] = is_string($item) ? $item : throw new MalformedInput("$this->pointer/$name/$index", new Message('shape.text'));
        }

        return $strings;
    }

    /**
     * @return array<string, self> objects by their name
     *
     * @throws MalformedInput
     */
    public function map(string $name): array
    {
        $map = [];
        foreach (self::of($this->values[$name] ?? [], "$this->pointer/$name")->values as $key => $value) {
            $map[(string) $key] = self::of($value, "$this->pointer/$name/$key");
        }

        return $map;
    }

    /**
     * @return array<string, int>
     *
     * @throws MalformedInput
     */
    public function integers(string $name): array
    {
        $map = [];
        foreach (self::of($this->values[$name] ?? [], "$this->pointer/$name")->values as $key => $value) {
            $map[(string) $key] = is_int($value)
                ? $value
                : throw new MalformedInput("$this->pointer/$name/$key", new Message('shape.whole-number'));
        }

        return $map;
    }

    /**
     * @return array<string, float> nothing when it is missing
     *
     * @throws MalformedInput
     */
    public function numberMap(string $name): array
    {
        $map = [];
        $object = self::of($this->values[$name] ?? [], "$this->pointer/$name");
        foreach (array_keys($object->values) as $key) {
            $map[(string) $key] = $object->number((string) $key);
        }

        return $map;
    }

    /**
     * @return array<string, bool> nothing when it is missing
     *
     * @throws MalformedInput
     */
    public function booleans(string $name): array
    {
        $map = [];
        $object = self::of($this->values[$name] ?? [], "$this->pointer/$name");
        foreach (array_keys($object->values) as $key) {
            $map[(string) $key] = $object->boolean((string) $key);
        }

        return $map;
    }

    /** @return array<array-key, mixed> */
    public function all(): array
    {
        return $this->values;
    }

    /**
     * @param  list<string>  $known
     *
     * @throws MalformedInput when there is a field beside the known ones
     */
    public function only(array $known): self
    {
        foreach ($this->values as $name => $_) {
            if (! in_array((string) $name, $known, true)) {
                throw new MalformedInput("$this->pointer/$name", new Message('shape.unknown-field'));
            }
        }

        return $this;
    }

    /**
     * @return list<mixed>
     *
     * @throws MalformedInput
     */
    private function items(string $name): array
    {
        $value = $this->values[$name] ?? null;

        return is_array($value) && array_is_list($value)
            ? $value
            : throw new MalformedInput("$this->pointer/$name", new Message('shape.list'));
    }
}
