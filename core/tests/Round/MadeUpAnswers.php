<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Ahead\PossibleAnswer;
use HiddenLadder\Core\Ahead\PossibleAnswers;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Quiz\Question;
use Random\Randomizer;

/** Right answers and slips to any question, by lot. */
final readonly class MadeUpAnswers
{
    private PossibleAnswers $possible;

    public function __construct(private Randomizer $lot, string $language = 'en')
    {
        $this->possible = new PossibleAnswers(new Marker($language));
    }

    /** An answer that the key takes as right; to what has no key, any answer. */
    public function right(Question $question): Response
    {
        return $this->oneOf(
            $question,
            static fn (PossibleAnswer $answer): bool => $answer->mark->result === Result::Right || $answer->mark->result === Result::Noted,
        );
    }

    /** An answer that is not right, mostly one that was foreseen; to what has no key, any answer. */
    public function slip(Question $question): Response
    {
        return $this->oneOf($question, static fn (PossibleAnswer $answer): bool => $answer->mark->result !== Result::Right);
    }

    /** @param  callable(PossibleAnswer): bool  $fits */
    private function oneOf(Question $question, callable $fits): Response
    {
        $fitting = array_values(array_filter($this->possible->to($question), $fits));
        $point = $this->lot->getInt(0, 999_999) / 1_000_000 * array_sum(
            array_map(static fn (PossibleAnswer $answer): float => $answer->weight, $fitting),
        );
        foreach ($fitting as $answer) {
            $point -= $answer->weight;
            if ($point < 0) {
                return $answer->response;
            }
        }

        return $fitting === []
            ? throw new \DomainException('This question is not filled in yet.')
            : $fitting[count($fitting) - 1]->response;
    }
}
