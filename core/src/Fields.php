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
        return is_array($value) ? new self($value, $pointer) : throw new MalformedInput($pointer, 'an object is expected');
    }

    public function has(string $name): bool
    {
        return array_key_exists($name, $this->values);
    }

    /** @throws MalformedInput */
    public function string(string $name): string
    {
        $value = $this->values[$name] ?? null;

        return is_string($value) ? $value : throw new MalformedInput("$this->pointer/$name", 'a text is expected');
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
            : throw new MalformedInput("$this->pointer/$name", 'a number is expected');
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

        return is_int($value) ? $value : throw new MalformedInput("$this->pointer/$name", 'a whole number is expected');
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

        return is_bool($value) ? $value : throw new MalformedInput("$this->pointer/$name", 'true or false is expected');
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
            $strings[] = is_string($item) ? $item : throw new MalformedInput("$this->pointer/$name/$index", 'a text is expected');
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
            $map[(string) $key] = is_int($value) ? $value : throw new MalformedInput("$this->pointer/$name/$key", 'a whole number is expected');
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
        foreach (array_keys($this->values) as $name) {
            if (! in_array((string) $name, $known, true)) {
                throw new MalformedInput("$this->pointer/$name", 'this field is not known here');
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

        return is_array($value) && array_is_list($value) ? $value : throw new MalformedInput("$this->pointer/$name", 'a list is expected');
    }
}
