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
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Item;
use HiddenLadder\Core\Quiz\Pair;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;

/**
 * Whether a question can be marked: its key, and entries that the marker cannot tell apart or would not take.
 *
 * What is found is told as: how grave, at which id, and what.
 *
 * @phpstan-type Found array{Severity, string, Message}
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
            QuestionKind::Order => count($question->items) < 2
                ? [[Severity::Stops, $question->id, new Message('inspection.key.few-to-order')]]
                : [],
            QuestionKind::Match => $this->match($question),
            QuestionKind::Gaps => $this->gaps($question),
            QuestionKind::Poll => count($question->entries) < 2
                ? [[Severity::Stops, $question->id, new Message('inspection.key.few-poll-options')]]
                : [],
            QuestionKind::Written => $question->model->isEmpty() && ! $question->readByTeacher && ! $question->keyless
                ? [[Severity::Advises, $question->id, new Message('inspection.key.nobody-judges')]] : [],
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
            $found[] = [Severity::Stops, $question->id, new Message('inspection.key.few-options')];
        }
        if ($question->accepted() === [] && ! $question->keyless) {
            $found[] = [
                Severity::Stops,
                $question->id,
                $question->kind->showsOptions() ? new Message('inspection.key.no-right-option') : new Message('inspection.key.no-accepted'),
            ];
        }
        if ($question->kind->picksOne() && count($question->accepted()) > 1) {
            $found[] = [Severity::Advises, $question->id, new Message('inspection.key.several-right')];
        }
        foreach ($question->kind->isTyped() && ! $question->keyless ? $question->entries : [] as $entry) {
            $why = $this->untaken($question, $entry);
            if ($why !== null) {
                $found[] = [Severity::Stops, $entry->id, $why];
            }
        }

        return $found;
    }

    /** Why the marker would not take an entry for what it is. */
    private function untaken(Question $question, Entry $entry): ?Message
    {
        try {
            $mark = $this->marker->mark($question, Response::text($entry->key));
        } catch (UnfitResponse $unfit) {
            return match ($question->kind) {
                QuestionKind::Number => new Message('inspection.key.no-number', ['answer' => $entry->name()]),
                default => new Message('inspection.key.unreadable', ['answer' => $entry->name(), 'why' => $unfit->why]),
            };
        }
        if (! $entry->right || $mark->result === Result::Right) {
            return null;
        }

        return $mark->result === Result::Unclear
            ? new Message('inspection.key.two-readings', ['answer' => $entry->name()])
            : new Message('inspection.key.not-taken', ['answer' => $entry->name()]);
    }

    /** @return list<Found> */
    private function match(Question $question): array
    {
        $open = array_filter($question->pairs, static fn (Pair $pair): bool => $pair->item === null);
        if (count($question->pairs) < 2) {
            return [[Severity::Stops, $question->id, new Message('inspection.key.few-to-match')]];
        }
        if ($open !== []) {
            return [[Severity::Stops, $question->id, new Message('inspection.key.unmatched')]];
        }

        return self::same(
            array_map(static fn (Item $item): array => [$item->id, $item->text->name()], $question->items),
            new Message('inspection.key.same-to-match'),
        );
    }

    /** @return list<Found> */
    private function gaps(Question $question): array
    {
        $found = [];
        if ($question->gaps === [] || $question->sentence->gaps() === []) {
            $found[] = [Severity::Stops, $question->id, new Message('inspection.key.no-gap')];
        }
        foreach ($question->gaps as $number => $gap) {
            if (array_filter($gap->entries, static fn (Entry $entry): bool => $entry->right) === []) {
                $found[] = [Severity::Stops, $gap->id, new Message('inspection.key.empty-gap', ['number' => $number + 1])];
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
                    $found[] = [
                        $severity,
                        $entry->id,
                        new Message(
                            $earlier->right === $entry->right ? 'inspection.key.twice' : 'inspection.key.right-and-wrong',
                            ['answer' => $entry->name()],
                        ),
                    ];
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
            return $a->text->structure() === $b->text->structure()
                && PlainText::folded($a->text->plain()) === PlainText::folded($b->text->plain());
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
    private static function same(array $texts, Message $message): array
    {
        $seen = [];
        foreach ($texts as [$id, $text]) {
            $folded = PlainText::folded($text);
            if ($folded !== '' && isset($seen[$folded])) {
                return [[Severity::Warns, $id, $message]];
            }
            $seen[$folded] = true;
        }

        return [];
    }
}
