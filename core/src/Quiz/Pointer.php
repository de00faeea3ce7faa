<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** JSON pointers (RFC 6901) into quiz documents. */
final class Pointer
{
    /** @return list<string> */
    public static function steps(string $pointer): array
    {
        return array_map(static fn (string $step): string => str_replace(['~1', '~0'], ['/', '~'], $step), array_slice(explode('/', $pointer), 1));
    }

    /** @param  array<array-key, mixed>  $document */
    public static function has(array $document, string $pointer): bool
    {
        $place = $document;
        foreach (self::steps($pointer) as $step) {
            if (! is_array($place) || ! array_key_exists($step, $place)) {
                return false;
            }
            $place = $place[$step];
        }

        return true;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return mixed what stands there, null where there is nothing
     */
    public static function get(array $document, string $pointer): mixed
    {
        $place = $document;
        foreach (self::steps($pointer) as $step) {
            $place = is_array($place) ? $place[$step] ?? null : null;
        }

        return $place;
    }

    /**
     * With a last `-` (past the end of a list, RFC 6902) as the position it stands for.
     *
     * @param  array<array-key, mixed>  $document
     */
    public static function resolve(array $document, string $pointer): string
    {
        if (! str_ends_with($pointer, '/-')) {
            return $pointer;
        }
        $list = self::get($document, substr($pointer, 0, -2));

        return substr($pointer, 0, -1).(is_array($list) ? count($list) : 0);
    }

    /**
     * The pointer to the same place in another document: the same way from the last thing with an id on.
     *
     * @param  array<array-key, mixed>  $from
     * @param  array<array-key, mixed>  $to
     * @return ?string null where that thing is not there
     */
    public static function carried(array $from, string $pointer, array $to): ?string
    {
        $steps = explode('/', $pointer);
        for ($length = count($steps); $length > 1; $length--) {
            $thing = self::get($from, implode('/', array_slice($steps, 0, $length)));
            if (is_array($thing) && is_string($thing['id'] ?? null)) {
                $there = self::find($to, $thing['id'], '');

                return $there === null ? null : rtrim("$there/".implode('/', array_slice($steps, $length)), '/');
            }
        }

        return $pointer;
    }

    private static function find(mixed $value, string $id, string $pointer): ?string
    {
        if (! is_array($value)) {
            return null;
        }
        if (($value['id'] ?? null) === $id) {
            return $pointer;
        }
        foreach ($value as $key => $item) {
            $found = self::find($item, $id, "$pointer/$key");
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }
}
