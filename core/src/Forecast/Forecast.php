<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Terms;

/** What is to be expected of a quiz under its terms, before anyone takes it, for students of one profile. */
final readonly class Forecast
{
    /** Walks by which median and 90th percentile are told. */
    private const WALKS = 2000;

    /** The most of them that go by the engine, which takes longer. */
    private const ENGINE_WALKS = 200;

    /**
     * @param  array<string, float>  $finishes  chance of each, by id
     * @param  array<string, float>  $places  how often a student comes to each stop, cue and rung in the mean, by id
     * @param  float  $seconds  mean
     * @param  float  $deviation  standard deviation of the seconds
     * @param  bool  $isExact  false where there is too much to be worked out, and all is told by made-up students
     */
    private function __construct(
        public Profile $profile,
        public array $finishes,
        public array $places,
        public float $seconds,
        public float $deviation,
        public float $median,
        public float $ninetieth,
        public bool $isExact,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'profile' => $this->profile->name,
            'seconds' => round($this->seconds, 1),
            'deviation' => round($this->deviation, 1),
            'median' => round($this->median, 1),
            'ninetieth' => round($this->ninetieth, 1),
            'finishes' => (object) array_map(static fn (float $chance): float => round($chance, 4), $this->finishes),
            'places' => (object) array_map(static fn (float $often): float => round($often, 4), $this->places),
            'exact' => $this->isExact,
        ];
    }

    /**
     * @param  array<string, float>  $videos  seconds by medium
     *
     * @throws NoForecast when there is no stop, a question is not filled in, or a profile never comes to an end
     */
    public static function of(QuizDocument $quiz, Terms $terms, Profile $profile, array $videos = [], int $walks = self::WALKS): self
    {
        return self::each($quiz, $terms, [$profile], $videos, $walks)[0];
    }

    /**
     * For several profiles: where a round can stand is worked out once for all of them.
     *
     * @param  non-empty-list<Profile>  $profiles
     * @param  array<string, float>  $videos  seconds by medium
     * @param  int  $walks  of made-up students, by which median and 90th percentile are told
     * @return non-empty-list<self>
     *
     * @throws NoForecast when there is no stop, a question is not filled in, or a profile never comes to an end
     */
    public static function each(QuizDocument $quiz, Terms $terms, array $profiles, array $videos = [], int $walks = self::WALKS): array
    {
        if ($quiz->stops === []) {
            throw new NoForecast(new Message('forecast.no-stops'));
        }
        $walks = max(2, $walks);
        $graph = self::graph($quiz, $terms);
        if ($graph === null) {
            return array_map(static fn (Profile $profile): self => self::byWalks($quiz, $terms, $profile, $videos, $walks), $profiles);
        }

        return array_map(static function (Profile $profile) use ($quiz, $terms, $videos, $walks, $graph): self {
            $round = new RoundChain($quiz, $terms, new Behaviour($quiz, $terms, $profile), $videos, $graph);
            $visits = $round->chain()->visits(0);
            ['mean' => $mean, 'variance' => $variance] = $round->chain()->seconds(0);
            $seconds = $round->walks()->seconds(0, $walks);

            return new self(
                $profile,
                $round->finishes($visits),
                $round->places($visits),
                $mean,
                sqrt(max(0.0, $variance)),
                Quantile::of($seconds, 0.5),
                Quantile::of($seconds, 0.9),
                true,
            );
        }, $profiles);
    }

    /** Null where there is too much to work out, and in portions, which fall by lot. */
    private static function graph(QuizDocument $quiz, Terms $terms): ?RoundGraph
    {
        try {
            return $terms->rounds->portion === null ? new RoundGraph($quiz, $terms) : null;
        } catch (TooLarge) {
            return null;
        }
    }

    /**
     * Where too much looks back to be worked out: all by students who walk by the engine.
     *
     * @param  array<string, float>  $videos  seconds by medium
     * @param  int  $walks  at least 2
     */
    private static function byWalks(QuizDocument $quiz, Terms $terms, Profile $profile, array $videos, int $walks): self
    {
        $walking = new Simulation($quiz, $terms, $profile, $videos);
        $walked = array_map($walking->one(...), range(1, min($walks, self::ENGINE_WALKS)));
        $seconds = array_map(static fn (SimulatedRound $one): float => $one->seconds, $walked);
        sort($seconds);
        $mean = array_sum($seconds) / count($seconds);
        $variance = array_sum(array_map(static fn (float $one): float => ($one - $mean) ** 2, $seconds)) / (count($seconds) - 1);

        return new self(
            $profile,
            self::means(array_map(static fn (SimulatedRound $one): array => $one->finish === null ? [] : [$one->finish => 1], $walked)),
            self::means(array_map(static fn (SimulatedRound $one): array => $one->places, $walked)),
            $mean,
            sqrt(max(0.0, $variance)),
            Quantile::of($seconds, 0.5),
            Quantile::of($seconds, 0.9),
            false,
        );
    }

    /**
     * @param  non-empty-list<array<string, int>>  $counts
     * @return array<string, float>
     */
    private static function means(array $counts): array
    {
        $sums = [];
        foreach ($counts as $one) {
            foreach ($one as $id => $count) {
                $sums[$id] = ($sums[$id] ?? 0) + $count;
            }
        }

        return array_map(static fn (int $sum): float => $sum / count($counts), $sums);
    }
}
