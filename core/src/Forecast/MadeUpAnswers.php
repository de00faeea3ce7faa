<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Gap;
use HiddenLadder\Core\Quiz\Item;
use HiddenLadder\Core\Quiz\Pair;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use Random\Randomizer;

/** Right answers and slips to any question, by lot. */
final readonly class MadeUpAnswers
{
    /** What no teacher accepts. */
    private const NONSENSE = ['number' => '-987654321', 'expression' => 'q_9+987654321', 'text' => 'something else entirely'];

    public function __construct(private Randomizer $lot)
    {
    }

    /** An answer that the key takes as right; to what has no key, any answer. */
    public function right(Question $question): Response
    {
        if (! $question->isMarked()) {
            return $this->any($question);
        }

        return match (Marker::asked($question->kind)) {
            'choices' => Response::choices(...($question->kind->picksOne() ? [$this->pick($question->accepted())] : self::ids($question->accepted()))),
            'order' => Response::order(...array_map(static fn (Item $item): string => $item->id, $question->items)),
            'pairs' => Response::pairs(array_filter(array_combine(
                array_map(static fn (Pair $pair): string => $pair->left->id, $question->pairs),
                array_map(static fn (Pair $pair): ?string => $pair->item, $question->pairs),
            ), is_string(...))),
            'gaps' => $this->gaps($question, true),
            default => Response::text(($question->accepted()[0] ?? null)->text ?? self::nonsense($question)),
        };
    }

    /** An answer that is not right: mostly one that was foreseen, where any was; to what has no key, any answer. */
    public function slip(Question $question): Response
    {
        if (! $question->isMarked()) {
            return $this->any($question);
        }
        $wrong = array_values(array_filter($question->entries, static fn (Entry $entry): bool => ! $entry->right && $entry->share < 1.0));
        $one = $wrong === [] ? null : $wrong[$this->lot->getInt(0, count($wrong) - 1)];

        return match (Marker::asked($question->kind)) {
            'choices' => $this->wrongChoices($question, $one),
            'order' => $one !== null && $one->order !== []
                ? Response::order(...$one->order)
                : Response::order(...array_map(static fn (Item $item): string => $item->id, array_reverse($question->items))),
            'pairs' => $this->wrongPairs($question, $one),
            'gaps' => $this->gaps($question, false),
            default => Response::text($one === null || $this->lot->getInt(0, 5) === 0 ? self::nonsense($question) : $one->text),
        };
    }

    private function any(Question $question): Response
    {
        return match (Marker::asked($question->kind)) {
            'choices' => Response::choices($question->entries[$this->lot->getInt(0, count($question->entries) - 1)]->id),
            'files' => Response::files('01KADE0000FFFFFFFFFFFFFFFF'),
            'text' => Response::text('The water is pulled by the Moon.'),
            'order' => Response::order(...array_map(static fn (Item $item): string => $item->id, $question->items)),
            'gaps' => $this->gaps($question, true),
            default => Response::pairs([$question->pairs[0]->left->id => $question->items[0]->id]),
        };
    }

    private function wrongChoices(Question $question, ?Entry $one): Response
    {
        if ($one === null) {
            return Response::choices(...array_slice(self::ids($question->entries), 0, 1));
        }
        $first = $question->accepted()[0] ?? null;

        return $question->kind->picksOne() || $first === null || $this->lot->getInt(0, 1) === 0 ? Response::choices($one->id) : Response::choices($first->id, $one->id);
    }

    private function wrongPairs(Question $question, ?Entry $one): Response
    {
        $right = $this->right($question)->map;
        if ($one !== null && $one->pairs !== []) {
            return Response::pairs($one->pairs + $right);
        }
        $items = array_values($right);

        return Response::pairs(array_combine(array_keys($right), [...array_slice($items, 1), ...array_slice($items, 0, 1)]));
    }

    private function gaps(Question $question, bool $right): Response
    {
        $fillings = [];
        foreach ($question->gaps as $gap) {
            $fitting = array_values(array_filter($gap->entries, static fn (Entry $entry): bool => $entry->right === $right));
            $fillings[$gap->id] = $fitting === [] ? $this->filling($gap) : ($gap->fromList ? $fitting[0]->id : $fitting[0]->text);
        }

        return Response::gaps($fillings);
    }

    private function filling(Gap $gap): string
    {
        return $gap->fromList ? $gap->entries[0]->id : self::NONSENSE['text'];
    }

    private static function nonsense(Question $question): string
    {
        return match ($question->kind) {
            QuestionKind::Number => self::NONSENSE['number'],
            QuestionKind::Expression => self::NONSENSE['expression'],
            default => self::NONSENSE['text'],
        };
    }

    /** @param  list<Entry>  $entries */
    private function pick(array $entries): string
    {
        return $entries[$this->lot->getInt(0, count($entries) - 1)]->id;
    }

    /**
     * @param  list<Entry>  $entries
     * @return list<string>
     */
    private static function ids(array $entries): array
    {
        return array_map(static fn (Entry $entry): string => $entry->id, $entries);
    }
}
