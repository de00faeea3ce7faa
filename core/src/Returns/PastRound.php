<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Returns;

use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Round\Result\Standing;

/** A round that was finished, as far as it tells what is still known. */
final readonly class PastRound
{
    /** @param  int  $day  on which it was finished; days are numbered on, by the school's time zone */
    public function __construct(public int $day, public RoundEvidence $evidence, public bool $isReturn)
    {
    }

    /** Whether a question was right at once and without help; null where it was not asked. */
    public function wentWell(string $question): ?bool
    {
        $standing = Standing::tryFrom($this->evidence->standings[$question] ?? '') ?? Standing::Untouched;

        return $standing === Standing::Untouched ? null : $standing === Standing::Clear;
    }
}
