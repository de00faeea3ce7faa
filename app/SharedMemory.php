<?php

declare(strict_types=1);

namespace HiddenLadder\App;

use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Log;

/**
 * What the processes of one machine keep for each other (APCu), until a new version starts or room is wanted. Whatever is put in is
 * worked out anew where it is not there; so it works without, only slower.
 */
final class SharedMemory
{
    /** @return mixed null where it is not there */
    public static function get(string $key): mixed
    {
        $value = self::isThere() ? apcu_fetch($key, $isKnown) : null;

        return ($isKnown ?? false) === true ? $value : null;
    }

    /** @param  int  $seconds  after which it is forgotten; 0 where room alone decides */
    public static function put(string $key, mixed $value, int $seconds = 0): void
    {
        // It says that there is no room by a warning; that is told below, once a day.
        if (self::isThere() && ! @apcu_store($key, $value, $seconds) && Cache::add('shared-memory/full', true, 86_400)) {
            Log::warning('The shared memory has no room (apc.shm_size): quizzes are read anew with each request, which is slower.');
        }
    }

    public static function forget(string $key): void
    {
        if (self::isThere()) {
            apcu_delete($key);
        }
    }

    private static function isThere(): bool
    {
        return function_exists('apcu_enabled') && apcu_enabled();
    }
}
