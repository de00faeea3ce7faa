<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/**
 * Whether a decoded JSON value is a quiz document: the published JSON Schema, ids that occur once, and forks that lead
 * somewhere.
 *
 * It says nothing about whether the quiz is any good, or ready to be published: that is the inspection's.
 */
final class DocumentCheck
{
    public const SCHEMA = __DIR__.'/../../schema/quiz-1.schema.json';

    /** @return list<Problem> nothing when the document is sound */
    public function problems(mixed $document): array
    {
        $asObjects = json_decode((string) json_encode($document, JSON_PRESERVE_ZERO_FRACTION));
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

        return is_array($document) ? $this->references($document) : [];
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return list<Problem>
     */
    private function references(array $document): array
    {
        $problems = [];
        $ids = [];
        $forks = [];
        $visit = static function (mixed $value, string $pointer) use (&$visit, &$ids, &$forks, &$problems): void {
            foreach (is_array($value) ? $value : [] as $key => $item) {
                if ($key === 'id' && is_string($item)) {
                    if (isset($ids[$item])) {
                        $problems[] = new Problem("$pointer/id", 'this id stands elsewhere in the document too');
                    }
                    $ids[$item] = true;
                }
                if ($key === 'fork' && is_string($item)) {
                    $forks["$pointer/fork"] = $item;
                }
                $visit($item, "$pointer/$key");
            }
        };
        $visit($document, '');
        $targets = QuizDocument::read($document);
        foreach ($forks as $pointer => $target) {
            if ($targets->stop($target) === null && $targets->finish($target) === null) {
                $problems[] = new Problem($pointer, 'this fork leads to no stop and no finish of the quiz');
            }
        }

        return $problems;
    }
}
