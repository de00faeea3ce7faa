<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

/** What marking a response came to. */
final readonly class Mark
{
    /**
     * @param  float  $share  of the points, 0 to 1
     * @param  string|null  $entry  id of the entry that matched
     * @param  list<string>  $readings  when unclear: how the answer could be meant
     */
    public function __construct(
        public Result $result,
        public float $share,
        public ?string $entry,
        public array $readings = [],
    ) {
    }

    public static function right(?string $entry): self
    {
        return new self(Result::Right, 1.0, $entry);
    }

    public static function notRight(?string $entry): self
    {
        return new self(Result::NotRight, 0.0, $entry);
    }
}
