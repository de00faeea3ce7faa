<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

/** Stretches of a video as they were watched, in order, in seconds of the video. */
final readonly class WatchedIntervals
{
    /** Going on within so many seconds of where one was is no jump. */
    private const SEAM = 1.0;

    /** @var list<array{float, int}> in order: where a stretch begins, 1, and where it ends, -1 */
    private array $borders;

    /** @var list<array{float, float}> what was seen at all, in order, without overlaps */
    public array $union;

    /** @var list<array{float, float}> what was seen more than once */
    public array $seenAgain;

    /** @param  list<array{float, float}>  $watched  from and to, each from before its to */
    public function __construct(private array $watched)
    {
        $borders = [];
        foreach ($watched as [$from, $to]) {
            $borders[] = [$from, 1];
            $borders[] = [$to, -1];
        }
        // Where one ends as the next begins, they are one.
        usort($borders, static fn (array $a, array $b): int => $a[0] === $b[0] ? $b[1] <=> $a[1] : $a[0] <=> $b[0]);
        $this->borders = $borders;
        $this->union = self::seenAtLeast(1, $borders);
        $this->seenAgain = self::seenAtLeast(2, $borders);
    }

    /** Seconds seen at all. */
    public function seen(): float
    {
        return self::length($this->union);
    }

    /** Seconds seen more than once. */
    public function again(): float
    {
        return self::length($this->seenAgain);
    }

    /** Times the student went elsewhere than on. */
    public function jumps(): int
    {
        return count($this->jumpList());
    }

    /** @return list<array{float, float}> from where the student went elsewhere than on, and to where, in order */
    public function jumpList(): array
    {
        $jumps = [];
        foreach ($this->watched as $i => [$from]) {
            $was = $this->watched[$i - 1][1] ?? $from;
            if (abs($from - $was) > self::SEAM) {
                $jumps[] = [$was, $from];
            }
        }

        return $jumps;
    }

    /** @return list<array{float, float, int}> stretches in order, without overlaps, and how often each was seen */
    public function counts(): array
    {
        $stretches = [];
        $depth = 0;
        $from = 0.0;
        foreach ($this->borders as [$at, $change]) {
            if ($depth > 0 && $at > $from) {
                $stretches[] = [$from, $at, $depth];
            }
            $depth += $change;
            $from = $at;
        }

        return $stretches;
    }

    /**
     * @param  list<array{float, int}>  $borders  in order: where a stretch begins, 1, and where it ends, -1
     * @return list<array{float, float}>
     */
    private static function seenAtLeast(int $times, array $borders): array
    {
        $stretches = [];
        $depth = 0;
        $from = null;
        foreach ($borders as [$at, $change]) {
            $depth += $change;
            if ($depth >= $times && $from === null) {
                $from = $at;
            } elseif ($depth < $times && $from !== null) {
                if ($at > $from) {
                    $stretches[] = [$from, $at];
                }
                $from = null;
            }
        }

        return $stretches;
    }

    /**
     * Seconds of stretches that do not overlap.
     *
     * @param  list<array{float, float}>  $stretches
     */
    public static function length(array $stretches): float
    {
        return array_sum(array_map(static fn (array $stretch): float => $stretch[1] - $stretch[0], $stretches));
    }

    /**
     * Students by second, with one more.
     *
     * @param  array<int, int>  $map
     * @param  list<array{float, float}>  $stretches  of the student, in order, without overlaps
     * @return array<int, int>
     */
    public static function counted(array $map, array $stretches): array
    {
        $next = 0;
        foreach ($stretches as [$from, $to]) {
            // Two stretches can share a second; it is counted once.
            for ($second = max($next, (int) floor($from)); $second < $to; $second++) {
                $map[$second] = ($map[$second] ?? 0) + 1;
            }
            $next = max($next, (int) ceil($to));
        }

        return $map;
    }
}
