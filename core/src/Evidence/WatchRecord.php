<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

use HiddenLadder\Core\Round\WatchedIntervals;

/**
 * How one video was watched, student by student and summed. Times are seconds of the video. Each round stands by itself before
 * anything is added up: who sees a video in a further round has not rewound it.
 *
 * @phpstan-type Row array{
 *     student: string, rounds: int, strip: list<array{float, float, int}>, share: float, seconds: float,
 *     jumps: list<array{float, float}>, left: list<float>,
 * }
 * @phpstan-type Moment array{at: float, students: int}
 */
final class WatchRecord
{
    /** Who saw to within so many seconds of the end has not left it before. */
    private const END = 5.0;

    /** Moments so close to each other are one: seconds of a window. */
    private const WINDOW = 5;

    /** Of those moments at which most did something so many are named, and none that fewer than two did. */
    private const NAMED = 3;

    private const SEVERAL = 2;

    /** @var list<Row> */
    private array $rows = [];

    /** @var array<int, int> students by second that they saw */
    private array $seen = [];

    /** @var array<int, int> students by second that they saw again in one round */
    private array $again = [];

    /** @param  float  $from  where the stretch that is shown begins, and where it ends */
    public function __construct(private readonly string $video, private readonly float $from, private readonly float $to)
    {
    }

    /**
     * The last second that anybody saw: where the length of a video is not known, it is at least so long.
     *
     * @param  list<StudentEvidence>  $students
     */
    public static function lastSeen(string $video, array $students): float
    {
        $last = 1.0;
        foreach ($students as $student) {
            foreach ($student->rounds as ['evidence' => $evidence]) {
                $last = max([$last, ...array_column($evidence->watched[$video] ?? [], 1)]);
            }
        }

        return $last;
    }

    public function add(StudentEvidence $student): void
    {
        $all = $again = $jumps = $left = [];
        $rounds = 0;
        foreach ($student->rounds as ['evidence' => $evidence]) {
            $watched = array_values(array_filter(
                $evidence->watched[$this->video] ?? [],
                static fn (array $stretch): bool => $stretch[1] > $stretch[0],
            ));
            if ($watched === []) {
                continue;
            }
            $rounds++;
            $round = new WatchedIntervals($watched);
            array_push($all, ...$watched);
            array_push($again, ...$round->seenAgain);
            array_push($jumps, ...$round->jumpList());
            $end = $watched[count($watched) - 1][1];
            if ($this->furthest($round) < $this->to - self::END) {
                $left[] = $end;
            }
        }
        if ($rounds === 0) {
            return;
        }
        $whole = new WatchedIntervals($all);
        $within = WatchedIntervals::length($this->clipped($whole->union));
        $this->rows[] = [
            'student' => $student->student, 'rounds' => $rounds, 'strip' => $whole->counts(),
            'share' => min(1.0, $within / max(0.1, $this->to - $this->from)),
            'seconds' => array_sum(array_map(static fn (array $one): float => $one[1] - $one[0], $all)),
            'jumps' => $jumps, 'left' => $left,
        ];
        $this->seen = WatchedIntervals::counted($this->seen, $whole->union);
        $this->again = WatchedIntervals::counted($this->again, (new WatchedIntervals($again))->union);
    }

    /**
     * @return array{
     *     from: float, to: float, students: list<Row>, seen: array<int, int>, again: array<int, int>, mostAgain: list<Moment>,
     *     mostLeft: list<Moment>,
     * }
     */
    public function toArray(): array
    {
        return [
            'from' => $this->from, 'to' => $this->to, 'students' => $this->rows, 'seen' => $this->seen, 'again' => $this->again,
            'mostAgain' => $this->mostAgain(), 'mostLeft' => $this->mostLeft(),
        ];
    }

    private function furthest(WatchedIntervals $round): float
    {
        return $round->union === [] ? $this->from : $round->union[count($round->union) - 1][1];
    }

    /**
     * @param  list<array{float, float}>  $stretches
     * @return list<array{float, float}> what of them lies in the stretch that is shown
     */
    private function clipped(array $stretches): array
    {
        return array_values(array_filter(
            array_map(fn (array $one): array => [max($this->from, $one[0]), min($this->to, $one[1])], $stretches),
            static fn (array $one): bool => $one[1] > $one[0],
        ));
    }

    /** @return list<array{at: float, students: int}> where the most saw it again, each at the beginning of its stretch */
    private function mostAgain(): array
    {
        $found = [];
        $map = $this->again;
        ksort($map);
        while ($map !== [] && count($found) < self::NAMED) {
            $most = max($map);
            if ($most < self::SEVERAL) {
                break;
            }
            $second = (int) array_search($most, $map, true);
            $found[] = ['at' => (float) $second, 'students' => $most];
            // What lies around it is the same moment.
            foreach ([-1, 1] as $way) {
                for ($at = $way === 1 ? $second : $second - 1; isset($map[$at]); $at += $way) {
                    unset($map[$at]);
                }
            }
        }

        return $found;
    }

    /** @return list<array{at: float, students: int}> where the most left it before its end */
    private function mostLeft(): array
    {
        $windows = [];
        foreach ($this->rows as $row) {
            $own = [];
            foreach ($row['left'] as $at) {
                $window = (int) floor($at / self::WINDOW);
                $own[$window] = min($own[$window] ?? $at, $at);
            }
            foreach ($own as $window => $at) {
                $before = $windows[$window] ?? ['at' => $at, 'students' => 0];
                $windows[$window] = ['at' => min($before['at'], $at), 'students' => $before['students'] + 1];
            }
        }
        $several = array_filter($windows, static fn (array $moment): bool => $moment['students'] >= self::SEVERAL);
        usort($several, static fn (array $a, array $b): int => [$b['students'], $a['at']] <=> [$a['students'], $b['at']]);

        return array_slice($several, 0, self::NAMED);
    }
}
