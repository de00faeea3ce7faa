<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Ahead;

use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Gap;
use HiddenLadder\Core\Quiz\Item;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;

/**
 * The answers to a question that the rules can tell apart: one for each foreseen entry and for each result, as far as the
 * kind of question allows. Their marks are the marker's own.
 */
final class PossibleAnswers
{
    /** What no teacher accepts. */
    private const NONSENSE = ['number' => '-987654321', 'expression' => 'q_9+987654321', 'text' => 'something else entirely'];

    /** Of slips that are typed, the share that nobody foresaw (common practice; ours). */
    private const UNFORESEEN = 1 / 6;

    /** @var \WeakMap<Question, list<PossibleAnswer>> */
    private \WeakMap $known;

    public function __construct(private readonly Marker $marker)
    {
        $this->known = new \WeakMap;
    }

    /** @return list<PossibleAnswer> none where the question is not filled in yet */
    public function to(Question $question): array
    {
        return $this->known[$question] ??= $this->weighed($question);
    }

    /** @return list<PossibleAnswer> */
    private function weighed(Question $question): array
    {
        $found = [];
        foreach ($this->candidates($question) as [$response, $unforeseen]) {
            try {
                $mark = $this->marker->mark($question, $response);
            } catch (UnfitResponse) {
                continue;
            }
            if ($mark->result !== Result::Unclear) {
                $found["{$mark->result->value}/$mark->entry"] ??= [$response, $mark, $unforeseen];
            }
        }
        $counts = ['right' => 0, 'other' => 0, 'unforeseen' => 0];
        foreach ($found as [, $mark, $unforeseen]) {
            $counts[$mark->result === Result::Right ? 'right' : ($unforeseen ? 'unforeseen' : 'other')]++;
        }
        $answers = [];
        foreach ($found as [$response, $mark, $unforeseen]) {
            $answers[] = new PossibleAnswer($response, $mark, match (true) {
                $mark->result === Result::Right => 1 / $counts['right'],
                $unforeseen => ($counts['other'] === 0 ? 1.0 : self::UNFORESEEN) / $counts['unforeseen'],
                default => ($counts['unforeseen'] === 0 ? 1.0 : 1 - self::UNFORESEEN) / $counts['other'],
            });
        }

        return $answers;
    }

    /** @return list<array{Response, bool}> what could be answered, and whether nobody foresees it */
    private function candidates(Question $question): array
    {
        $foreseen = match (Marker::asked($question->kind)) {
            'choices' => self::choices($question),
            'order' => self::orders($question),
            'pairs' => self::pairs($question),
            'gaps' => self::gaps($question),
            'files' => [Response::files('01KADE0000FFFFFFFFFFFFFFFF')],
            default => array_map(static fn (Entry $entry): Response => Response::text($entry->key), $question->entries),
        };
        $candidates = array_map(static fn (Response $response): array => [$response, false], $foreseen);
        if (Marker::asked($question->kind) === 'text') {
            $candidates[] = [Response::text($this->unforeseen($question)), $question->isMarked()];
        }

        return $candidates;
    }

    /** @return list<Response> */
    private static function choices(Question $question): array
    {
        $each = array_map(static fn (Entry $entry): Response => Response::choices($entry->id), $question->entries);
        $accepted = array_map(static fn (Entry $entry): string => $entry->id, $question->accepted());

        return $question->kind !== QuestionKind::SeveralChoices || $accepted === [] ? $each : [Response::choices(...$accepted), ...$each];
    }

    /** @return list<Response> */
    private static function orders(Question $question): array
    {
        $right = array_map(static fn (Item $item): string => $item->id, $question->items);
        $foreseen = array_map(
            static fn (Entry $entry): Response => Response::order(...$entry->order),
            array_filter($question->entries, static fn (Entry $entry): bool => $entry->order !== []),
        );
        if (count($right) < 2) {
            return [];
        }

        return [
            Response::order(...$right),
            ...array_values($foreseen),
            Response::order(...array_reverse($right)),
            Response::order($right[1], $right[0], ...array_slice($right, 2)),
        ];
    }

    /** @return list<Response> */
    private static function pairs(Question $question): array
    {
        $right = [];
        foreach ($question->pairs as $pair) {
            if ($pair->item !== null) {
                $right[$pair->left->id] = $pair->item;
            }
        }
        $foreseen = array_map(
            static fn (Entry $entry): Response => Response::pairs($entry->pairs + $right),
            array_filter($question->entries, static fn (Entry $entry): bool => $entry->pairs !== []),
        );
        if (count($right) < 2) {
            return [];
        }
        $keys = array_keys($right);
        $items = array_values($right);
        $turned = array_combine($keys, [...array_slice($items, 1), $items[0]]);
        $swapped = array_combine($keys, [$items[1], $items[0], ...array_slice($items, 2)]);

        return array_map(
            static fn (array|Response $one): Response => is_array($one) ? Response::pairs($one) : $one,
            [$right, ...array_values($foreseen), $turned, $swapped],
        );
    }

    /** @return list<Response> all right; one foreseen slip in one gap; all wrong */
    private static function gaps(Question $question): array
    {
        $right = $wrong = $slips = [];
        foreach ($question->gaps as $gap) {
            $accepted = array_values(array_filter($gap->entries, static fn (Entry $entry): bool => $entry->right));
            $right[$gap->id] = self::filling($gap, $accepted[0] ?? null);
            $others = array_values(array_filter($gap->entries, static fn (Entry $entry): bool => ! $entry->right));
            $wrong[$gap->id] = self::filling($gap, $others[0] ?? null);
            foreach ($others as $entry) {
                $slips[] = [$gap->id => self::filling($gap, $entry)];
            }
        }
        if ($right === []) {
            return [];
        }

        return array_map(
            static fn (array $fillings): Response => Response::gaps($fillings),
            [$right, ...array_map(static fn (array $slip): array => $slip + $right, $slips), $wrong],
        );
    }

    private static function filling(Gap $gap, ?Entry $entry): string
    {
        $entry ??= $gap->fromList ? $gap->entries[0] ?? null : null;

        return $entry === null ? self::NONSENSE['text'] : ($gap->fromList ? $entry->id : $entry->key);
    }

    /** What a student might type that nobody foresaw: for a number one beside the key, where that is none of the entries. */
    private function unforeseen(Question $question): string
    {
        if ($question->kind !== QuestionKind::Number) {
            return self::NONSENSE[$question->kind === QuestionKind::Expression ? 'expression' : 'text'];
        }
        $key = $question->accepted() === [] ? '' : $question->accepted()[0]->key;
        $more = static fn (array $digits): string => (string) ((int) substr($digits[0], 0, 9) + 7);
        $beside = preg_replace_callback('/\d+/', $more, $key, 1);
        try {
            $mark = $this->marker->mark($question, Response::text((string) $beside));

            return $mark->result === Result::NotRight && $mark->entry === null ? (string) $beside : self::NONSENSE['number'];
        } catch (UnfitResponse) {
            return self::NONSENSE['number'];
        }
    }
}
