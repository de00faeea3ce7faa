<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use Illuminate\Database\LostConnectionDetector;
use Throwable;

/** Whether a fault means that the database or Redis is away for the moment, so that trying again later can help. */
final class LostBackend
{
    /** Seconds after which a device tries again. */
    public const RETRY_AFTER = 5;

    /**
     * Error codes of MariaDB and its client (https://mariadb.com/kb/en/mariadb-error-codes/): cannot connect, gone away, lost in a
     * query; too many connections, shutting down, killed, too many by one account; disk full, table full; waited too long for a
     * lock, deadlock; read-only.
     */
    private const CODES = [2002, 2003, 2005, 2006, 2013, 1040, 1053, 1927, 1203, 1226, 1021, 1114, 1205, 1213, 1290];

    public static function is(Throwable $error): bool
    {
        for ($cause = $error; $cause !== null; $cause = $cause->getPrevious()) {
            if ($cause instanceof \PDOException && self::isAway($cause)) {
                return true;
            }
            if (is_a($cause, 'RedisException') || is_a($cause, 'RedisClusterException')) {
                return true;
            }
        }

        return false;
    }

    private static function isAway(\PDOException $error): bool
    {
        $code = $error->errorInfo[1] ?? $error->getCode();

        return in_array((int) $code, self::CODES, true) || (new LostConnectionDetector)->causedByLostConnection($error);
    }
}
