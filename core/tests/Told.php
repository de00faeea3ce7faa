<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests;

use HiddenLadder\Core\Message;

/** Messages as a test can name them: `place.stop(number: 3)`. */
final class Told
{
    public static function of(Message $message): string
    {
        $parameters = [];
        foreach ($message->parameters as $name => $value) {
            $parameters[] = "$name: ".self::value($value);
        }

        return $message->code.($parameters === [] ? '' : '('.implode(', ', $parameters).')');
    }

    /** @param  string|int|float|Message|list<string|Message>  $value */
    private static function value(mixed $value): string
    {
        return match (true) {
            $value instanceof Message => self::of($value),
            is_array($value) => '['.implode(', ', array_map(self::value(...), $value)).']',
            default => (string) $value,
        };
    }
}
