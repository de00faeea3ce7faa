<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Marking\ComparedText;
use HiddenLadder\Core\Marking\ExpressionMarking;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\NumberMarking;
use HiddenLadder\Core\Marking\NumberReader;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Item;
use HiddenLadder\Core\Quiz\Pair;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;

/**
 * Whether a question can be marked: its key, and entries that the marker cannot tell apart or would not take.
 *
 * What is found is told as: how grave, at which id, one sentence.
 *
 * @phpstan-type Found array{Severity, string, string}
 */
final readonly class KeyCheck
{
    private Marker $marker;

    private NumberMarking $numbers;

    private ExpressionMarking $expressions;

    public function __construct(string $language)
    {
        $this->marker = new Marker($language);
        $this->numbers = new NumberMarking(NumberReader::for($language));
        $this->expressions = new ExpressionMarking(NumberReader::for($language)->decimalSign);
    }

    /** @return list<Found> */
    public function of(Question $question): array
    {
        $found = match ($question->kind) {
            QuestionKind::Order => count($question->items) < 2 ? [[Severity::Stops, $question->id, 'There is nothing to put in order yet: at least two things.']] : [],
            QuestionKind::Match => $this->match($question),
            QuestionKind::Gaps => $this->gaps($question),
            QuestionKind::Poll => count($question->entries) < 2 ? [[Severity::Stops, $question->id, 'A poll needs at least two options.']] : [],
            QuestionKind::Written => $question->model->isEmpty() && ! $question->readByTeacher && ! $question->keyless
                ? [[Severity::Advises, $question->id, 'Nobody judges this answer: give a model answer, or read it yourself.']] : [],
            QuestionKind::HandIn => [],
            default => $this->entries($question),
        };

        return [...$found, ...$this->alike($question, $question->entries)];
    }

    /** @return list<Found> */
    private function entries(Question $question): array
    {
        $found = [];
        if ($question->kind->showsOptions() && count($question->entries) < 2) {
            $found[] = [Severity::Stops, $question->id, 'A choice needs at least two options.'];
        }
        if ($question->accepted() === [] && ! $question->keyless) {
            $found[] = [Severity::Stops, $question->id, $question->kind->showsOptions() ? 'No option is marked as right yet.' : 'No accepted answer has been given yet.'];
        }
        if ($question->kind->picksOne() && count($question->accepted()) > 1) {
            $found[] = [Severity::Advises, $question->id, 'More than one option is right here: any one of them will be taken.'];
        }
        foreach ($question->kind->isTyped() && ! $question->keyless ? $question->entries : [] as $entry) {
            $sentence = $this->untaken($question, $entry);
            if ($sentence !== null) {
                $found[] = [Severity::Stops, $entry->id, $sentence];
            }
        }

        return $found;
    }

    /** Why the marker would not take an entry for what it is. */
    private function untaken(Question $question, Entry $entry): ?string
    {
        try {
            $mark = $this->marker->mark($question, Response::text($entry->key));
        } catch (UnfitResponse $unfit) {
            return match ($question->kind) {
                QuestionKind::Number => "“{$entry->name()}” cannot be read as a number.",
                default => "“{$entry->name()}” cannot be read: {$unfit->getMessage()}",
            };
        }
        if (! $entry->right || $mark->result === Result::Right) {
            return null;
        }

        return $mark->result === Result::Unclear
            ? "“{$entry->name()}” would not be taken as right: it can be read in two ways."
            : "“{$entry->name()}” would not be taken as right.";
    }

    /** @return list<Found> */
    private function match(Question $question): array
    {
        $open = array_filter($question->pairs, static fn (Pair $pair): bool => $pair->item === null);
        if (count($question->pairs) < 2) {
            return [[Severity::Stops, $question->id, 'There is nothing to match yet: at least two pairs.']];
        }
        if ($open !== []) {
            return [[Severity::Stops, $question->id, 'Something here is matched to nothing yet.']];
        }

        return self::same(array_map(static fn (Item $item): array => [$item->id, $item->text->name()], $question->items), 'Two things to match to read the same.');
    }

    /** @return list<Found> */
    private function gaps(Question $question): array
    {
        $found = [];
        if ($question->gaps === [] || $question->sentence->gaps() === []) {
            $found[] = [Severity::Stops, $question->id, 'The sentence has no gap yet: write [1] where the first one stands.'];
        }
        foreach ($question->gaps as $number => $gap) {
            if (array_filter($gap->entries, static fn (Entry $entry): bool => $entry->right) === []) {
                $found[] = [Severity::Stops, $gap->id, 'Gap '.($number + 1).' has no right answer yet.'];
            }
            array_push($found, ...$this->alike($question, $gap->entries));
        }

        return $found;
    }

    /**
     * Two entries with the same value cannot be told apart by the marker.
     *
     * @param  list<Entry>  $entries
     * @return list<Found>
     */
    private function alike(Question $question, array $entries): array
    {
        $found = [];
        foreach ($entries as $i => $entry) {
            foreach (array_slice($entries, 0, $i) as $earlier) {
                if ($this->isSame($question, $earlier, $entry)) {
                    $severity = $question->kind->showsOptions() || $earlier->right !== $entry->right ? Severity::Stops : Severity::Warns;
                    $found[] = [$severity, $entry->id, $earlier->right === $entry->right ? "“{$entry->name()}” stands here twice." : "“{$entry->name()}” is listed as right and as wrong."];
                    break;
                }
            }
        }

        return $found;
    }

    private function isSame(Question $question, Entry $a, Entry $b): bool
    {
        if ($question->kind === QuestionKind::Order || $question->kind === QuestionKind::Match) {
            return $a->order === $b->order && $a->pairs === $b->pairs;
        }
        if ($a->text->media() !== [] || $b->text->media() !== []) {
            return $a->text->structure() === $b->text->structure() && PlainText::folded($a->text->plain()) === PlainText::folded($b->text->plain());
        }
        if ($question->kind === QuestionKind::Number) {
            $first = $this->numbers->quantities($a->key)[0] ?? null;
            $second = $this->numbers->quantities($b->key)[0] ?? null;
            if ($first === null || $second === null) {
                return false;
            }
            $converted = $second->in($first->unit);

            return $converted !== null && $converted->isEqualTo($first->number);
        }
        if ($question->kind === QuestionKind::Expression) {
            try {
                return $this->expressions->equal($a->key, $b->key);
            } catch (UnfitResponse) {
                return false;
            }
        }

        return ComparedText::of($a->text->plain(), $question->textRules)->isSame(ComparedText::of($b->text->plain(), $question->textRules));
    }

    /**
     * @param  list<array{string, string}>  $texts id and text
     * @return list<Found>
     */
    private static function same(array $texts, string $sentence): array
    {
        $seen = [];
        foreach ($texts as [$id, $text]) {
            $folded = PlainText::folded($text);
            if ($folded !== '' && isset($seen[$folded])) {
                return [[Severity::Warns, $id, $sentence]];
            }
            $seen[$folded] = true;
        }

        return [];
    }
}
