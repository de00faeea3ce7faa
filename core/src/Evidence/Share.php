<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/** A count out of some, with Wilson's 95 % interval for the share (Wilson 1927, without continuity correction). */
final readonly class Share
{
    /** The 97.5 % point of the normal distribution. */
    private const Z = 1.959963984540054;

    /** @param  int  $of  at least $count */
    public function __construct(public int $count, public int $of)
    {
    }

    /** With one more, counted or not. */
    public function with(bool $isCounted): self
    {
        return new self($this->count + ($isCounted ? 1 : 0), $this->of + 1);
    }

    /** Both together. */
    public function and(self $other): self
    {
        return new self($this->count + $other->count, $this->of + $other->of);
    }

    /** Between 0 and 1; none of none is none. */
    public function value(): ?float
    {
        return $this->of === 0 ? null : $this->count / $this->of;
    }

    /** @return array{float, float}|null within 0 and 1 */
    public function interval(): ?array
    {
        if ($this->of === 0) {
            return null;
        }
        $square = self::Z ** 2;
        $share = $this->count / $this->of;
        $middle = ($share + $square / (2 * $this->of)) / (1 + $square / $this->of);
        $half = self::Z / (1 + $square / $this->of) * sqrt($share * (1 - $share) / $this->of + $square / (4 * $this->of ** 2));

        return [max(0.0, $middle - $half), min(1.0, $middle + $half)];
    }

    /** @return array{count: int, of: int, interval: array{float, float}|null} */
    public function toArray(): array
    {
        $interval = $this->interval();

        return [
            'count' => $this->count,
            'of' => $this->of,
            'interval' => $interval === null ? null : [round($interval[0], 4), round($interval[1], 4)],
        ];
    }

    /**
     * @param  array<string, self>  $shares
     * @return array<string, array{count: int, of: int, interval: array{float, float}|null}>
     */
    public static function arrays(array $shares): array
    {
        return array_map(static fn (self $share): array => $share->toArray(), $shares);
    }
}
