<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Round\Terms;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/**
 * Whether a decoded JSON value is a quiz document: the published JSON Schema, ids that occur once, references that lead
 * somewhere.
 *
 * It says nothing about whether the quiz is any good, or ready to be published: that is the inspection's.
 */
final class DocumentCheck
{
    public const SCHEMA = __DIR__.'/../../schema/quiz-1.schema.json';

    /** Questions hang under questions at most so deep. */
    public const DEEPEST = 3;

    /** @return list<Problem> nothing when the document is sound */
    public function problems(mixed $document): array
    {
        $asObjects = self::asObjects($document);
        $validator = new Validator(max_errors: 20);
        $schema = json_decode((string) file_get_contents(self::SCHEMA));
        assert(is_object($schema));
        $error = $validator->validate($asObjects, $schema)->error();
        if ($error !== null) {
            $problems = [];
            foreach ((new ErrorFormatter)->format($error, true) as $pointer => $reasons) {
                foreach (is_array($reasons) ? $reasons : [$reasons] as $reason) {
                    $problems[] = new Problem($pointer === '/' ? '' : (string) $pointer, is_string($reason) ? $reason : 'does not fit');
                }
            }

            return $problems;
        }

        return is_array($document) ? [...(new ReferenceCheck($document))->problems(), ...$this->terms($document)] : [];
    }

    /** As JSON has it: PHP's empty arrays are lists, but these members are objects. */
    private static function asObjects(mixed $document): mixed
    {
        $asObjects = json_decode((string) json_encode($document, JSON_PRESERVE_ZERO_FRACTION));
        $visit = static function (mixed $value) use (&$visit): void {
            if (is_object($value)) {
                foreach (['pairs', 'terms', 'text'] as $name) {
                    if (isset($value->{$name}) && $value->{$name} === [] && ($name !== 'pairs' || isset($value->right))) {
                        $value->{$name} = new \stdClass;
                    }
                }
            }
            foreach (is_array($value) || is_object($value) ? (array) $value : [] as $item) {
                $visit($item);
            }
        };
        $visit($asObjects);

        return $asObjects;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return list<Problem>
     */
    private function terms(array $document): array
    {
        try {
            Terms::read(Fields::of($document['terms'] ?? [], '/terms'));
        } catch (MalformedInput $malformed) {
            return [new Problem($malformed->pointer, $malformed->reason)];
        }

        return [];
    }
}
