<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Marking;

use Brick\Math\BigRational;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use WeakMap;

/** Marks numbers, with their units where the key has one. */
final class NumberMarking
{
    /** @var WeakMap<Entry, Quantity|false> the entries' quantities */
    private WeakMap $prepared;

    public function __construct(private readonly NumberReader $reader)
    {
        $this->prepared = new WeakMap;
    }

    /** Every way the number can be read is marked; only where the marks differ is the student asked which was meant. */
    public function mark(Question $question, string $text): Mark
    {
        $quantities = $this->quantities($text);
        if ($quantities === []) {
            throw new UnfitResponse(new Message('marking.no-number'));
        }
        $marks = array_map(fn (Quantity $quantity): Mark => $this->quantity($question, $quantity), $quantities);
        foreach ($marks as $mark) {
            if ($mark->result !== $marks[0]->result || $mark->entry !== $marks[0]->entry || $mark->near !== $marks[0]->near) {
                return Mark::unclear(array_map(static fn (Quantity $quantity): string => $quantity->written(), $quantities));
            }
        }

        return $marks[0];
    }

    /** Whether two writings can mean the same quantity; those that are no numbers only where they are written alike. */
    public function same(string $a, string $b): bool
    {
        [$ones, $others] = [$this->quantities($a), $this->quantities($b)];
        foreach ($ones as $one) {
            foreach ($others as $other) {
                if ($one->in($other->unit)?->isEqualTo($other->number) === true) {
                    return true;
                }
            }
        }

        return $ones === [] && $others === [] && PlainText::folded($a) === PlainText::folded($b);
    }

    /** @return list<Quantity> nothing when it is no number with a known unit, several when it can be meant in several ways */
    public function quantities(string $text): array
    {
        // The usual way of writing one; everything else goes the long way.
        if (preg_match('/^(-?\d{1,12}(?:\.\d{1,2})?) ?([A-Za-z]{1,4})$/', $text, $parts) === 1) {
            $usual = Unit::read($parts[2]);
            if ($usual !== null) {
                return [new Quantity($this->reader->readings($parts[1])[0], $usual)];
            }
        }
        $numbers = $this->reader->readings($text);
        if ($numbers !== []) {
            return array_map(static fn (BigRational $number): Quantity => new Quantity($number, null), $numbers);
        }
        [$number, $written] = Unit::apart($text);
        $unit = $written === '' ? null : Unit::read($written);
        if ($unit === null) {
            return [];
        }

        return array_map(static fn (BigRational $value): Quantity => new Quantity($value, $unit), $this->reader->readings($number));
    }

    private function quantity(Question $question, Quantity $given): Mark
    {
        $near = null;
        $hasUnit = false;
        foreach ([true, false] as $right) {
            foreach ($question->entries as $entry) {
                $foreseen = $entry->right === $right ? $this->prepared($entry) : null;
                if ($foreseen === null) {
                    continue;
                }
                $hasUnit = $hasUnit || $foreseen->unit !== null;
                $converted = $given->in($foreseen->unit);
                if ($converted !== null && $question->tolerance->admits($foreseen->number, $converted)) {
                    return Mark::entry($entry);
                }
                if ($right && $foreseen->unit !== null && $question->tolerance->admits($foreseen->number, $given->number)) {
                    $near ??= $entry;
                }
            }
        }
        if ($given->unit !== null && ! $hasUnit) {
            throw new UnfitResponse(new Message('marking.number-without-unit'));
        }
        if ($near === null) {
            return Mark::notRight();
        }

        return new Mark($question->unitShare > 0 ? Result::Partly : Result::NotRight, $question->unitShare, null, null, NearMiss::Unit);
    }

    private function prepared(Entry $entry): ?Quantity
    {
        $known = $this->prepared[$entry] ??= $this->quantities($entry->key)[0] ?? false;

        return $known === false ? null : $known;
    }
}
