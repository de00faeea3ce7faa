<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use HiddenLadder\Core\Marking\Expression\Canonical;
use HiddenLadder\Core\Marking\Expression\Effort;
use HiddenLadder\Core\Marking\Expression\FormCheck;
use HiddenLadder\Core\Marking\Expression\Node;
use HiddenLadder\Core\Marking\Expression\Op;
use HiddenLadder\Core\Marking\Expression\Parser;
use HiddenLadder\Core\Marking\Expression\Probe;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use WeakMap;

/**
 * Marks expressions by what they are equal to.
 *
 * Equal are expressions whose exact canonical forms as rational functions agree; where roots, powers or functions are in
 * it, also those that agree at fixed points. Equations are equal when one is a number times the other.
 */
final class ExpressionMarking
{
    /** @var WeakMap<Entry, Node|false> */
    private WeakMap $prepared;

    public function __construct(private readonly string $decimalSign)
    {
        $this->prepared = new WeakMap;
    }

    /** @throws UnfitResponse */
    public function mark(Question $question, string $text): Mark
    {
        $readings = Parser::read($text, $this->decimalSign, $question->names);
        $effort = new Effort;
        $marks = array_map(fn (Node $node): Mark => $this->node($question, $node, $effort), $readings);
        if (count($marks) === 2 && ($marks[0]->result !== $marks[1]->result || $marks[0]->entry !== $marks[1]->entry)) {
            return Mark::unclear(self::bothWays($text));
        }

        return $marks[0];
    }

    /**
     * Whether two expressions are equal.
     *
     * @throws UnfitResponse when one of them cannot be read or is too large
     */
    public function equal(string $a, string $b): bool
    {
        return $this->same(Parser::read($a, $this->decimalSign)[0], Parser::read($b, $this->decimalSign)[0], new Effort);
    }

    private function node(Question $question, Node $given, Effort $effort): Mark
    {
        $near = false;
        foreach ([true, false] as $right) {
            foreach ($question->entries as $entry) {
                $foreseen = $entry->right === $right ? $this->prepared($entry, $question->names) : null;
                if ($foreseen === null || ! $this->same($foreseen, $given, $effort)) {
                    continue;
                }
                if ($right && ! FormCheck::has($question->form, $given, $foreseen)) {
                    $near = true;

                    continue;
                }

                return Mark::entry($entry);
            }
        }

        return $near ? new Mark(Result::NotRight, 0.0, null, null, NearMiss::Form) : Mark::notRight();
    }

    private function same(Node $a, Node $b, Effort $effort): bool
    {
        if (($a->op === Op::Equation) !== ($b->op === Op::Equation)) {
            return false;
        }
        $canonical = Canonical::for($effort, $a, $b);
        $most = $canonical->mostDegree();
        $left = $canonical->of($a);
        $right = $canonical->of($b);
        if ($a->op === Op::Equation) {
            return $left->isProportionalTo($right, $most, $effort);
        }

        return $left->equals($right, $most, $effort) || ($canonical->hasIrrational() && Probe::agree($a, $b));
    }

    /** @param  list<string>  $names */
    private function prepared(Entry $entry, array $names): ?Node
    {
        try {
            $known = $this->prepared[$entry] ??= Parser::read($entry->key, $this->decimalSign, $names)[0];
        } catch (UnfitResponse) {
            $known = $this->prepared[$entry] = false;
        }

        return $known === false ? null : $known;
    }

    /** @return list<string> brackets set both ways round the product after a division */
    private static function bothWays(string $text): array
    {
        $text = trim($text);
        if (preg_match('~^(.*)/\s*(\d+(?:[.,]\d+)?|\p{L}|\([^()]*\))\s*(.+)$~u', $text, $parts) !== 1) {
            return [$text];
        }

        return ["($parts[1]/$parts[2]) · $parts[3]", "$parts[1]/($parts[2] · $parts[3])"];
    }
}
