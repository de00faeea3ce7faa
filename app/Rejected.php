<?php

declare(strict_types=1);

namespace HiddenLadder\App;

use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\Result\Refusal;

/** The app does not do what it was asked to. Nothing was changed. */
final class Rejected extends \DomainException
{
    /**
     * @param  Message  $detail  for the person who asked
     * @param  array<string, mixed>  $more  what else is told, as the reason has it in openapi.yaml
     */
    public function __construct(public readonly Reason $reason, public readonly Message $detail, public readonly array $more = [])
    {
        parent::__construct($detail->code);
    }

    /** What the rules of a round refused. */
    public static function byRule(Refusal $refusal): self
    {
        return new self(Reason::RefusedByRule, $refusal->message, ['rule' => $refusal->rule->value]);
    }

    /**
     * What was sent does not fit.
     *
     * @param  list<Fault>  $faults  what does not, and where
     */
    public static function invalid(Message $detail, array $faults = []): self
    {
        return new self(Reason::Invalid, $detail, ['errors' => array_map(
            static fn (Fault $fault): array => ['pointer' => $fault->pointer, 'reason' => $fault->reason],
            $faults,
        )]);
    }
}
