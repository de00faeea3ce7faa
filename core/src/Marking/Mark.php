<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\Entry;

/** What marking a response came to. */
final readonly class Mark
{
    /**
     * @param  float  $share  of the points, 0 to 1
     * @param  string|null  $entry  id of the entry that matched
     * @param  string|null  $misconception  the id of the one that the entry shows
     * @param  list<string>  $readings  when unclear: how the answer could be meant
     * @param  array<string, bool>  $parts  of gaps and matches: which are right, by their ids
     */
    public function __construct(
        public Result $result,
        public float $share = 0.0,
        public ?string $entry = null,
        public ?string $misconception = null,
        public ?NearMiss $near = null,
        public array $readings = [],
        public array $parts = [],
    ) {
    }

    /** The entry that matched decides; a right one with its share, a wrong one that has a share is partly right. */
    public static function entry(Entry $entry): self
    {
        $result = $entry->right ? Result::Right : ($entry->share > 0 ? Result::Partly : Result::NotRight);

        return new self($result, $entry->share, $entry->id, $entry->misconception);
    }

    /**
     * @param  float  $share  1 is right, 0 is not, in between is partly
     * @param  array<string, bool>  $parts
     */
    public static function share(float $share, ?Entry $entry = null, array $parts = []): self
    {
        $result = $share >= 1.0 ? Result::Right : ($share > 0.0 ? Result::Partly : Result::NotRight);

        return new self($result, $share, $entry?->id, $entry?->misconception, null, [], $parts);
    }

    public static function notRight(): self
    {
        return new self(Result::NotRight);
    }

    /** @param  list<string>  $readings  how it could be meant */
    public static function unclear(array $readings): self
    {
        return new self(Result::Unclear, 0.0, null, null, null, $readings);
    }

    public static function read(Fields $fields): self
    {
        $near = $fields->stringOrNull('near');

        return new self(
            $fields->oneOf('result', Result::class),
            $fields->numberOr('share', 0.0),
            $fields->stringOrNull('entry'),
            $fields->stringOrNull('misconception'),
            $near === null ? null : NearMiss::from($near),
            $fields->stringsOr('readings'),
            $fields->booleans('parts'),
        );
    }

    /** @return array<string, mixed> without what is empty */
    public function toArray(): array
    {
        return ['result' => $this->result->value, 'share' => $this->share] + array_filter([
            'entry' => $this->entry,
            'misconception' => $this->misconception,
            'near' => $this->near?->value,
            'readings' => $this->readings,
            'parts' => $this->parts,
        ], static fn (mixed $value): bool => $value !== null && $value !== []);
    }
}
