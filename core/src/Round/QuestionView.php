<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\Block;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Gap;
use HiddenLadder\Core\Quiz\Item;
use HiddenLadder\Core\Quiz\Pair;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;

/** A question as a student sees it: without anything that tells its answer, in this student's order. */
final readonly class QuestionView
{
    public function __construct(private Question $question, private Terms $terms, private string $seed)
    {
    }

    /** @return array<string, mixed> */
    public function asked(): array
    {
        $question = $this->question;
        $asked = [
            'id' => $question->id,
            'kind' => $question->kind->value,
            'prompt' => self::blocks($question->prompt),
            'options' => $question->kind->showsOptions() ? $this->options($question->entries, $question->id) : [],
            'show' => $question->dropDown ? 'drop-down' : 'list',
        ];

        return $asked + match ($question->kind) {
            QuestionKind::Order => ['items' => $this->items()],
            QuestionKind::Match => [
                'items' => $this->items(),
                'pairs' => array_map(static fn (Pair $pair): array => $pair->left->toArray(), $question->pairs),
            ],
            QuestionKind::Gaps => [
                'sentence' => $question->sentence,
                'gaps' => array_map(fn (Gap $gap): array => ['id' => $gap->id, 'options' => $gap->fromList ? $this->options($gap->entries, $gap->id) : null], $question->gaps),
            ],
            QuestionKind::HandIn => ['accepts' => $question->accepts],
            default => [],
        };
    }

    /** @return list<string> the right answer in words, one line for each part of it; nothing where there is none */
    public function key(): array
    {
        $question = $this->question;
        if ($question->keyless) {
            return [];
        }

        return match ($question->kind) {
            QuestionKind::Order => array_map(self::itemWords(...), $question->items),
            QuestionKind::Match => $this->matched(array_filter(array_column(array_map(static fn (Pair $pair): array => [$pair->left->id, $pair->item], $question->pairs), 1, 0), is_string(...))),
            QuestionKind::Gaps => $this->filled(array_combine(
                array_map(static fn (Gap $gap): string => $gap->id, $question->gaps),
                array_map(static fn (Gap $gap): string => self::firstRight($gap->entries), $question->gaps),
            )),
            QuestionKind::Written => $question->model === '' ? [] : [$question->model],
            QuestionKind::Poll, QuestionKind::HandIn => [],
            QuestionKind::SeveralChoices => array_map(self::entryWords(...), $question->accepted()),
            default => array_filter([self::firstRight($question->entries)], static fn (string $words): bool => $words !== ''),
        };
    }

    /** @return list<string> an answer in words */
    public function own(Response $response): array
    {
        return match ($response->as) {
            'text' => [(string) $response->text],
            'choices' => array_map(fn (string $id): string => self::entryWords($this->question->entry($id)), $response->list),
            'order' => array_map($this->item(...), $response->list),
            'pairs' => $this->matched($response->map),
            'gaps' => $this->filled(array_map(fn (string $filling): string => $this->question->entry($filling)->text ?? $filling, $response->map)),
            default => [count($response->list) === 1 ? '1 file' : count($response->list).' files'],
        };
    }

    /**
     * @param  list<Entry>  $entries
     * @return list<array<string, mixed>>
     */
    private function options(array $entries, string $place): array
    {
        if ($this->terms->mixOptions && $this->question->kind !== QuestionKind::TrueFalse) {
            $entries = (new Lot($this->seed, "options/$place"))->mixedAround($entries, static fn (Entry $entry): bool => $entry->pinned);
        }

        return array_map(static fn (Entry $entry): array => ['id' => $entry->id, 'text' => $entry->text, 'blocks' => self::blocks($entry->blocks)], $entries);
    }

    /** @return list<array<string, mixed>> always mixed: the order in which they were written is the answer */
    private function items(): array
    {
        $mixed = $items = $this->question->items;
        for ($turn = 0; $turn < 5; $turn++) {
            $mixed = (new Lot($this->seed, "items/{$this->question->id}/$turn"))->mixed($items);
            if ($mixed !== $items || count($items) < 2) {
                break;
            }
        }

        return array_map(static fn (Item $item): array => $item->toArray(), $mixed);
    }

    /**
     * @param  list<Block>  $blocks
     * @return list<array<string, mixed>>
     */
    private static function blocks(array $blocks): array
    {
        return array_map(static fn (Block $block): array => $block->toArray(), $blocks);
    }

    /**
     * @param  array<string, string>  $items by pair
     * @return list<string>
     */
    private function matched(array $items): array
    {
        $lines = [];
        foreach ($this->question->pairs as $pair) {
            if (isset($items[$pair->left->id])) {
                $lines[] = self::itemWords($pair->left).' → '.$this->item($items[$pair->left->id]);
            }
        }

        return $lines;
    }

    /**
     * @param  array<string, string>  $fillings by gap
     * @return list<string>
     */
    private function filled(array $fillings): array
    {
        return [(string) preg_replace_callback('/\[(\d+)\]/', fn (array $found): string => $fillings[($this->question->gaps[(int) $found[1] - 1] ?? null)->id ?? ''] ?? '…', $this->question->sentence)];
    }

    /** @param  list<Entry>  $entries */
    private static function firstRight(array $entries): string
    {
        foreach ($entries as $entry) {
            if ($entry->right) {
                return self::entryWords($entry);
            }
        }

        return '';
    }

    private static function entryWords(?Entry $entry): string
    {
        return $entry === null ? '' : self::words($entry->text, $entry->blocks);
    }

    private function item(string $id): string
    {
        foreach ($this->question->items as $item) {
            if ($item->id === $id) {
                return self::itemWords($item);
            }
        }

        return '';
    }

    private static function itemWords(Item $item): string
    {
        return self::words($item->text, $item->blocks);
    }

    /** @param  list<Block>  $blocks */
    private static function words(string $text, array $blocks): string
    {
        return trim(implode(' ', [$text, ...array_map(static fn (Block $block): string => $block->text, $blocks)]));
    }
}
