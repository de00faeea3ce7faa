<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;

/** What a student gave as an answer: chosen entries, or a text as typed. */
final readonly class Response
{
    public const LONGEST = 2000;

    /** @param  list<string>  $choices entry ids, each once, in the order chosen */
    private function __construct(public array $choices, public ?string $text)
    {
    }

    public static function choices(string ...$choices): self
    {
        return new self(array_values(array_unique($choices)), null);
    }

    public static function text(string $text): self
    {
        return new self([], $text);
    }

    /**
     * @param  Fields  $fields  either {"choices": [entry ids]} or {"text": "as typed"}
     *
     * @throws MalformedInput
     */
    public static function read(Fields $fields): self
    {
        if ($fields->has('choices')) {
            return self::choices(...$fields->only(['choices'])->strings('choices'));
        }

        return self::text($fields->only(['text'])->string('text'));
    }

    /** @return array{choices: list<string>}|array{text: string} */
    public function toArray(): array
    {
        return $this->text === null ? ['choices' => $this->choices] : ['text' => $this->text];
    }
}
