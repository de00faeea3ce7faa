<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use HiddenLadder\Core\Round\Refusal;

/** A refusal as it is told to a client: RFC 9457 problem details. Nothing was changed. */
final class Problem extends \RuntimeException
{
    /**
     * @param  int  $status  HTTP status
     * @param  string  $type  the last part of the problem's type, one of those in openapi.yaml
     * @param  string  $detail  a sentence for a person
     * @param  array<string, mixed>  $more  members beside the standard ones
     * @param  array<string, string>  $headers
     */
    public function __construct(
        public readonly int $status,
        public readonly string $type,
        string $detail,
        public readonly array $more = [],
        public readonly array $headers = [],
    ) {
        parent::__construct($detail);
    }

    /** What the rules of a round refused, with the rule's own sentence. */
    public static function refused(Refusal $refusal): self
    {
        return new self(422, 'refused-by-rule', $refusal->sentence, ['rule' => $refusal->rule->value]);
    }

    /** @param  list<array{pointer: string, reason: string}>  $errors */
    public static function invalid(string $detail, array $errors): self
    {
        return new self(422, 'invalid', $detail, ['errors' => $errors]);
    }
}
