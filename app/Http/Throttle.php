<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use Illuminate\Support\Facades\RateLimiter;

/** Counts failed tries at a door, and shuts it for a while when there are too many. */
final readonly class Throttle
{
    /**
     * @param  int  $failures  let through in the window
     * @param  int  $seconds  the window's length
     */
    public function __construct(private string $key, private int $failures, private int $seconds)
    {
    }

    /** @throws Problem when the door is shut */
    public function pass(): void
    {
        if (RateLimiter::tooManyAttempts($this->key, $this->failures)) {
            $wait = max(1, RateLimiter::availableIn($this->key));
            throw new Problem(429, 'too-many-tries', "Too many tries. Please wait $wait seconds and try again.", ['seconds' => $wait]);
        }
    }

    public function failed(): void
    {
        RateLimiter::hit($this->key, $this->seconds);
    }

    public function clear(): void
    {
        RateLimiter::clear($this->key);
    }
}
