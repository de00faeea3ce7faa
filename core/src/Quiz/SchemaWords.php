<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Message;
use Opis\JsonSchema\Errors\ValidationError;

/** What a keyword of the JSON schema (2020-12) misses in a document, as a message: the validator's own sentences are English. */
final class SchemaWords
{
    public static function of(ValidationError $error): Message
    {
        $given = $error->args();
        $number = static fn (string $name): int => is_numeric($given[$name] ?? null) ? (int) $given[$name] : 0;

        return match ($error->keyword()) {
            'required' => new Message('shape.schema.required', self::names($given['missing'] ?? [])),
            'additionalProperties' => new Message('shape.schema.additional', self::names($given['properties'] ?? [])),
            'type' => new Message('shape.schema.type', ['expected' => implode(', ', self::strings($given['expected'] ?? []))]),
            'minLength' => new Message('shape.schema.text-too-short', ['least' => $number('min')]),
            'maxLength' => new Message('shape.schema.text-too-long', ['most' => $number('max')]),
            'pattern' => new Message('shape.schema.pattern'),
            'minimum' => new Message('shape.schema.minimum', ['least' => $number('min')]),
            'maximum' => new Message('shape.schema.maximum', ['most' => $number('max')]),
            'minItems' => new Message('shape.schema.few-items', ['least' => $number('min')]),
            'maxItems' => new Message('shape.too-many', ['most' => $number('max')]),
            'uniqueItems' => new Message('shape.schema.unique'),
            'enum', 'const' => new Message('shape.unknown-value'),
            default => new Message('shape.schema.misfit'),
        };
    }

    /** @return array{names: string, count: int} */
    private static function names(mixed $names): array
    {
        $strings = self::strings($names);

        return ['names' => implode(', ', $strings), 'count' => count($strings)];
    }

    /** @return list<string> */
    private static function strings(mixed $value): array
    {
        return array_values(array_filter((array) $value, is_string(...)));
    }
}
