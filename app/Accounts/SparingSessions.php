<?php

declare(strict_types=1);

namespace HiddenLadder\App\Accounts;

use Illuminate\Session\DatabaseSessionHandler;
use Illuminate\Support\Carbon;

/**
 * Sessions in the database that are written only when something in them changed, or to say that they are still in use.
 *
 * docs/decisions/sessions.md tells why they stay in the database. Nothing of the device is kept beside them.
 */
final class SparingSessions extends DatabaseSessionHandler
{
    /** Seconds after which it is written down that a session is still in use; short beside its lifetime. */
    private const STILL_IN_USE = 300;

    private ?string $id = null;

    private string $payload = '';

    private int $activeAt = 0;

    public function read($sessionId): string|false
    {
        $this->activeAt = 0;
        $payload = parent::read($sessionId);
        $this->id = $sessionId;
        $this->payload = (string) $payload;

        return $payload;
    }

    public function write($sessionId, $data): bool
    {
        $isKept = $sessionId === $this->id && $data === $this->payload;

        return ($isKept && $this->activeAt > $this->currentTime() - self::STILL_IN_USE) || parent::write($sessionId, $data);
    }

    /** @param  \stdClass  $session */
    protected function expired($session): bool
    {
        $this->activeAt = $session->last_activity ?? 0;

        return $this->activeAt !== 0 && $this->activeAt < Carbon::now()->subMinutes($this->minutes)->getTimestamp();
    }
}
