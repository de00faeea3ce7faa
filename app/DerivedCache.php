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
        $stamp = hash('sha256', serialize([Config::string('hidden_ladder.rules'), $from]));
        $kept = Cache::get($about);
        if (is_array($kept) && ($kept['stamp'] ?? null) === $stamp) {
            return $kept['value'];
        }
        $value = $work();
        Cache::put($about, ['stamp' => $stamp, 'value' => $value], self::KEPT);

        return $value;
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
