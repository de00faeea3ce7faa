<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Response;

/** An answer that a student could give, with its mark. */
final readonly class PossibleAnswer
{
    /** @param  float  $weight  how likely it is among those that are as right or as wrong as it; they add up to 1 */
    public function __construct(public Response $response, public Mark $mark, public float $weight)
    {
    }
}
