<?php

declare(strict_types=1);

namespace HiddenLadder\App;

use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Config;

/**
 * What takes long to work out, kept as long as what it was worked out from and the rules of the core stay the same. Of each thing only the
 * latest is kept.
 */
final class DerivedCache
{
    /** Seconds. */
    private const KEPT = 7 * 86_400;

    /** A name for the core's rules as they are: another one as soon as its code is another. */
    public static function rules(): string
    {
        $sum = hash_init('sha256');
        foreach (self::sources(dirname(__DIR__).'/core/src') as $path) {
            hash_update_file($sum, $path);
        }

        return hash_final($sum);
    }

    /**
     * @template T
     *
     * @param  string  $about  what it is and of which thing
     * @param  array<array-key, mixed>  $from  all that it depends on
     * @param  \Closure(): T  $work
     * @return T
     */
    public static function once(string $about, array $from, \Closure $work): mixed
    {
        return self::each([$about => $from], static fn (): array => [$about => $work()])[$about];
    }

    /**
     * The same of several things, asked for together.
     *
     * @template T
     *
     * @param  array<string, array<array-key, mixed>>  $from  all that each depends on, by what it is and of which thing
     * @param  \Closure(list<string>): array<string, T>  $work  works out those that are missing
     * @return array<string, T> in the order in which they were asked for
     */
    public static function each(array $from, \Closure $work): array
    {
        $rules = Config::string('hidden_ladder.rules');
        $stamps = array_map(static fn (array $one): string => hash('sha256', serialize([$rules, $one])), $from);
        $kept = $from === [] ? [] : Cache::many(array_keys($from));
        $values = [];
        foreach ($stamps as $about => $stamp) {
            $one = $kept[$about] ?? null;
            if (is_array($one) && ($one['stamp'] ?? null) === $stamp) {
                $values[$about] = $one['value'];
            }
        }
        $missing = array_keys(array_diff_key($from, $values));
        if ($missing !== []) {
            $worked = $work($missing);
            Cache::putMany(array_map(
                static fn (string $about): array => ['stamp' => $stamps[$about], 'value' => $worked[$about]],
                array_combine($missing, $missing),
            ), self::KEPT);
            $values += $worked;
        }

        return array_replace(array_fill_keys(array_keys($from), null), $values);
    }

    /** @return list<string> */
    private static function sources(string $folder): array
    {
        $paths = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            $paths[] = (string) $file;
        }
        sort($paths);

        return $paths;
    }
}
