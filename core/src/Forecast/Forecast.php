<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Terms;

/** What is to be expected of a quiz under its terms, before anyone takes it, for students of one profile. */
final readonly class Forecast
{
    /** Made-up students by whose walks median and 90th percentile are told. */
    private const WALKS = 200;

    /**
     * @param  array<string, float>  $finishes  chance of each, by id
     * @param  array<string, float>  $places  how often a student comes to each stop, cue and rung in the mean, by id
     * @param  float  $seconds  mean
     * @param  float  $deviation  standard deviation of the seconds
     */
    private function __construct(
        public Profile $profile,
        public array $finishes,
        public array $places,
        public float $seconds,
        public float $deviation,
        public float $median,
        public float $ninetieth,
    ) {
    }

    /**
     * @param  array<string, float>  $films  seconds by medium
     *
     * @throws TooLarge when too much looks back for all of it to be worked out
     * @throws \DomainException when there is no stop, a question is not filled in, or a profile never comes to an end
     */
    public static function of(QuizDocument $quiz, Terms $terms, Profile $profile, array $films = [], int $walks = self::WALKS): self
    {
        if ($quiz->stops === []) {
            throw new \DomainException('There is no stop yet.');
        }
        $round = new RoundChain($quiz, $terms, new Behaviour($quiz, $terms, $profile), $films);
        $chain = $round->chain();
        $visits = $chain->visits(0);
        $time = $chain->seconds(0);
        $walking = new Walks($quiz, $terms, $profile, $films);
        $seconds = array_map(static fn (int $seed): float => $walking->one($seed)->seconds, range(1, max(1, $walks)));
        sort($seconds);

        return new self($profile, $round->finishes($visits), $round->places($visits), $time['mean'], sqrt(max(0.0, $time['variance'])), Quantile::of($seconds, 0.5), Quantile::of($seconds, 0.9));
    }
}
