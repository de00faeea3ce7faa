<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Message;
use Illuminate\Validation\ValidationException;
use Illuminate\Validation\Validator;

/** What a form's validation found, as messages of our own: by the rule that was broken, and for some fields by their name. */
final class FieldFaults
{
    /** @return list<Fault> of each field the first */
    public static function of(ValidationException $error): array
    {
        $validator = $error->validator;
        assert($validator instanceof Validator);
        $data = $validator->getData();
        $faults = [];
        foreach ($validator->failed() as $field => $rules) {
            $rule = (string) array_key_first($rules);
            $limits = is_array($rules[$rule]) ? array_values($rules[$rule]) : [];
            $faults[] = new Fault(
                '/'.str_replace('.', '/', $field),
                self::reason($field, class_basename($rule), $limits, is_string(data_get($data, $field))),
            );
        }

        return $faults;
    }

    /** @param  list<mixed>  $limits */
    private static function reason(string $field, string $rule, array $limits, bool $isText): Message
    {
        $limit = static fn (int $index): int => is_numeric($limits[$index] ?? null) ? (int) $limits[$index] : 0;

        return match (true) {
            $field === 'password' && $rule === 'Min' => new Message('problem.field.password', ['least' => $limit(0)]),
            $field === 'password' && $rule === 'Max' => new Message('problem.field.password-too-long', ['most' => $limit(0)]),
            default => match ($rule) {
                'Required', 'Present' => new Message('problem.field.required'),
                'String', 'Integer', 'Numeric', 'Boolean', 'Array' => new Message('problem.field.type'),
                'Max' => new Message($isText ? 'problem.field.too-long' : 'problem.field.too-large', ['most' => $limit(0)]),
                'Min' => new Message('problem.field.too-small', ['least' => $limit(0)]),
                'Between' => new Message('problem.field.between', ['least' => $limit(0), 'most' => $limit(1)]),
                'Email' => new Message('problem.field.email'),
                'Date' => new Message('problem.field.date'),
                default => new Message('problem.field.other'),
            },
        };
    }
}
