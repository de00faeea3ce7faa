<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz\Edits;

/** An edit does not fit the document; nothing of its change was done. */
final class Unfit extends \DomainException
{
    /**
     * @param  int  $edit  its position in the change, from 0
     * @param  string  $at  id of the node it is about
     * @param  string  $reason  missing, changed, there-already, no-such-list, into-itself, not-a-member
     * @param  mixed  $stands  changed: what stands there
     */
    public function __construct(
        public readonly int $edit,
        public readonly string $at,
        public readonly string $reason,
        public readonly mixed $stands = null,
    ) {
        parent::__construct("Edit $edit at $at: $reason");
    }
}
