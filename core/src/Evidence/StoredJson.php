<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/** Reads what was kept by ourselves: quick, and what is not as it was written counts as nothing. */
final class StoredJson
{
    public static function text(mixed $value): string
    {
        return is_string($value) ? $value : '';
    }

    public static function textOrNull(mixed $value): ?string
    {
        return is_string($value) ? $value : null;
    }

    public static function numberOrNull(mixed $value): ?float
    {
        return is_int($value) || is_float($value) ? (float) $value : null;
    }

    /** @return list<string> */
    public static function texts(mixed $list): array
    {
        return is_array($list) && $list !== [] ? array_values(array_filter($list, is_string(...))) : [];
    }

    /** @return array<string, string> */
    public static function textMap(mixed $map): array
    {
        return self::map($map, is_string(...));
    }

    /** @return array<string, bool> */
    public static function booleans(mixed $map): array
    {
        return self::map($map, is_bool(...));
    }

    /** @return array<string, array<array-key, mixed>> */
    public static function lists(mixed $map): array
    {
        return self::map($map, is_array(...));
    }

    /** @return array<string, float> */
    public static function numbers(mixed $map): array
    {
        return array_map(
            static fn (int|float $number): float => (float) $number,
            self::map($map, static fn (mixed $value): bool => is_int($value) || is_float($value)),
        );
    }

    /**
     * @param  callable(mixed): bool  $fits
     * @return array<string, mixed>
     */
    private static function map(mixed $map, callable $fits): array
    {
        $kept = [];
        foreach (is_array($map) ? $map : [] as $key => $value) {
            if ($fits($value)) {
                $kept[(string) $key] = $value;
            }
        }

        return $kept;
    }
}
