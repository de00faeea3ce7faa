<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** What is drawn by lot, always the same for the same seed and place of use, so that a reload shows the same. */
final readonly class SeededRandom
{
    private Randomizer $randomizer;

    public function __construct(string $seed, string $place)
    {
        $this->randomizer = new Randomizer(new Xoshiro256StarStar(hash('sha256', "$seed/$place", true)));
    }

    /** A whole number from the least to the most, both among them. */
    public function between(int $least, int $most): int
    {
        return $this->randomizer->getInt($least, $most);
    }

    /**
     * @template T
     *
     * @param  non-empty-list<T>  $things
     * @return T
     */
    public function one(array $things): mixed
    {
        return $things[$this->randomizer->getInt(0, count($things) - 1)];
    }

    /**
     * @template T
     *
     * @param  list<T>  $things
     * @return list<T>
     */
    public function mixed(array $things): array
    {
        return $this->randomizer->shuffleArray($things);
    }

    /**
     * Mixed, with the pinned ones in their places.
     *
     * @template T
     *
     * @param  list<T>  $things
     * @param  callable(T): bool  $isPinned
     * @return list<T>
     */
    public function mixedAround(array $things, callable $isPinned): array
    {
        $free = $this->mixed(array_values(array_filter($things, static fn (mixed $thing): bool => ! $isPinned($thing))));
        $mixed = [];
        foreach ($things as $thing) {
            $mixed[] = $isPinned($thing) ? $thing : array_shift($free);
        }

        /** @var list<T> $mixed */
        return $mixed;
    }
}
