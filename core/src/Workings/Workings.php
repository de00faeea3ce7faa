<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Workings;

use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Message;

/**
 * How an exercise is worked out: its key with the steps to it, and the wrong answers that known slips lead to.
 *
 * A wrong answer is what comes out when at one line one slip is made and all else is right. The same read backwards tells
 * which slips lead to a wrong answer.
 */
final readonly class Workings
{
    /** @var list<Step> */
    public array $steps;

    public Answer $key;

    /** @var list<Offer> wrong answers, each once; the most usual slips first */
    public array $offers;

    /** @var list<Slip> slips with which the right answer comes out all the same */
    public array $harmless;

    private function __construct(public Exercise $exercise)
    {
        $this->steps = Steps::of($exercise);
        $this->key = Answer::of($exercise, $exercise->tree) ?? throw new UnfitResponse(self::whyNot($exercise));
        $offers = [];
        $harmless = [];
        foreach ($this->slipped() as [$slip, $before, $after]) {
            $answer = Answer::of($exercise, $after);
            if ($answer === null) {
                continue;
            }
            if ($answer->equals($this->key)) {
                $harmless[$slip->code] = $slip;
            } else {
                $offers[$answer->typed] = ($offers[$answer->typed] ?? new Offer($answer, [$slip], [], $before, $after))->reachedBy([$slip]);
            }
        }
        $this->offers = array_values($offers);
        $this->harmless = array_values($harmless);
    }

    /**
     * @param  string  $language  whose decimal sign it is written with
     *
     * @throws UnfitResponse where there is nothing to work out, with a sentence that says why
     */
    public static function read(string $text, string $language): self
    {
        return self::of(Exercise::read($text, $language));
    }

    /** @throws UnfitResponse where there is nothing to work out, with a sentence that says why */
    public static function of(Exercise $exercise): self
    {
        $workings = new self($exercise);

        return $workings->steps === [] ? throw new UnfitResponse(new Message('workings.nothing-to-do')) : $workings;
    }

    /** Whether it is the same exercise. */
    public function isSameAs(self $other): bool
    {
        return Tree::same($this->exercise->tree, $other->exercise->tree) && $this->exercise->unit === $other->exercise->unit;
    }

    /** @return list<Offer> wrong answers that only two slips, one after the other, lead to */
    public function twoSlips(): array
    {
        $known = [$this->key->typed => true];
        foreach ($this->offers as $offer) {
            $known[$offer->answer->typed] = true;
        }
        $offers = [];
        foreach ($this->slipped() as [$first, $before, $after]) {
            foreach (self::slips($this->exercise->with($after)) as [$second, , $end]) {
                $answer = Answer::of($this->exercise, $end);
                if ($answer !== null && ! isset($known[$answer->typed])) {
                    $slips = [$first, $second];
                    $offer = $offers[$answer->typed] ?? new Offer($answer, $slips, [], $before, $after);
                    $offers[$answer->typed] = $offer->reachedBy($slips);
                }
            }
        }

        return array_values($offers);
    }

    /**
     * Read backwards: the ways to a wrong answer.
     *
     * @return list<list<Slip>> each the slips of one way; those with one slip first; nothing where none leads there
     */
    public function waysTo(string $answer): array
    {
        $given = $this->given($answer);
        if ($given === null || $given->equals($this->key)) {
            return [];
        }
        $offer = self::among($this->offers, $given) ?? self::among($this->twoSlips(), $given);

        return $offer === null ? [] : [$offer->slips, ...$offer->also];
    }

    /** @param  list<Offer>  $offers */
    private static function among(array $offers, Answer $answer): ?Offer
    {
        foreach ($offers as $offer) {
            if ($offer->answer->equals($answer)) {
                return $offer;
            }
        }

        return null;
    }

    /** What somebody typed, as an answer to this; null where it cannot be read. */
    private function given(string $answer): ?Answer
    {
        $answer = (string) preg_replace('/^\s*\p{L}\s*=\s*/u', '', $answer);
        if ($this->exercise->unit !== null) {
            $answer = preg_replace('~\s*'.preg_quote($this->exercise->unit, '~').'\s*$~u', '', $answer) ?? $answer;
        }
        try {
            return Answer::of($this->exercise, Exercise::read($answer, $this->exercise->language)->tree);
        } catch (UnfitResponse) {
            return null;
        }
    }

    /** @return iterable<array{Slip, Node, Node}> each slip at each place of each line, with the line before and after it */
    private function slipped(): iterable
    {
        return self::slips($this->exercise, $this->steps);
    }

    /**
     * @param  ?list<Step>  $steps
     * @return iterable<array{Slip, Node, Node}>
     */
    private static function slips(Exercise $exercise, ?array $steps = null): iterable
    {
        $lines = [$exercise->tree, ...array_map(static fn (Step $step): Node => $step->line, $steps ?? Steps::of($exercise))];
        $places = array_map(Tree::nodes(...), $lines);
        foreach (Slip::all() as $slip) {
            foreach ($lines as $index => $line) {
                foreach ($places[$index] as [$node, $way]) {
                    $slipped = $node->parts === [] ? null : $slip->at($node);
                    if ($slipped !== null) {
                        yield [$slip, $line, Tree::put($line, $way, $slipped)];
                    }
                }
            }
        }
    }

    private static function whyNot(Exercise $exercise): Message
    {
        try {
            Terms::of($exercise->tree);
        } catch (UnfitResponse $unfit) {
            return $unfit->why;
        }

        return new Message($exercise->isEquation() ? 'workings.no-one-solution' : 'workings.cannot-be-worked-out');
    }
}
