<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking\Expression;

use Brick\Math\BigInteger;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Message;

/**
 * How much working out is left for an answer, spent once for all that it is compared with. One unit is about the product of
 * two machine integers.
 */
final class Effort
{
    /** About a tenth of a second here (measured; from memory of no source). */
    public const ONE_ANSWER = 400_000;

    /** What a product of numbers beyond machine integers costs, before their length. */
    private const BEYOND = 12;

    public function __construct(private int $left = self::ONE_ANSWER)
    {
    }

    /**
     * Before each term of one is multiplied by each of the other.
     *
     * @param  array<int, int|BigInteger>  $one
     * @param  array<int, int|BigInteger>  $other
     *
     * @throws UnfitResponse when there is not so much left
     */
    public function spendOnProducts(array $one, array $other): void
    {
        [$small, $words] = self::sizes($one);
        [$otherSmall, $otherWords] = self::sizes($other);
        $products = count($one) * count($other);
        $this->spend($small && $otherSmall ? $products : $products * (self::BEYOND + intdiv($words * $otherWords, 4)));
    }

    private function spend(int $units): void
    {
        $this->left -= $units;
        if ($this->left < 0) {
            throw new UnfitResponse(new Message('marking.too-much-work'));
        }
    }

    /**
     * @param  array<int, int|BigInteger>  $terms
     * @return array{bool, int} whether products of these stay machine integers, and the words of 32 bits of the longest
     */
    private static function sizes(array $terms): array
    {
        $small = true;
        $longest = 1;
        foreach ($terms as $term) {
            if (is_int($term)) {
                $small = $small && abs($term) < 2_147_483_648;
                $longest = max($longest, 2);
            } else {
                $small = false;
                $longest = max($longest, intdiv($term->getBitLength(), 32) + 1);
            }
        }

        return [$small, $longest];
    }
}
