<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Decision;

use HiddenLadder\Core\Round\Result\FactKind;

/**
 * Where the walk went, as far as a key or a lot decided it. It becomes a fact of its event, and is followed when the round is
 * folded again: a corrected key changes results and not the path.
 */
interface Decision
{
    public static function kind(): FactKind;

    /** @param  array<array-key, mixed>  $fact  as it was recorded */
    public static function read(array $fact): static;

    /** @return array<string, mixed> as it is recorded, without its kind */
    public function toArray(): array;
}
