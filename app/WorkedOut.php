<?php

declare(strict_types=1);

namespace HiddenLadder\App;

use Illuminate\Support\Facades\Cache;

/** What takes long to work out, kept as long as what it was worked out from stays the same. Of each thing only the latest is kept. */
final class WorkedOut
{
    /** Seconds. */
    private const KEPT = 7 * 86_400;

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
        $stamp = hash('sha256', serialize($from));
        $kept = Cache::get($about);
        if (is_array($kept) && ($kept['stamp'] ?? null) === $stamp) {
            return $kept['value'];
        }
        $value = $work();
        Cache::put($about, ['stamp' => $stamp, 'value' => $value], self::KEPT);

        return $value;
    }
}
