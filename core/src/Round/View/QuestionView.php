<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\View;

use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Gap;
use HiddenLadder\Core\Quiz\Item;
use HiddenLadder\Core\Quiz\Pair;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Round\SeededRandom;
use HiddenLadder\Core\Terms\Terms;

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
            'prompt' => $question->prompt,
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
                'gaps' => array_map(
                    fn (Gap $gap): array => [
                        'id' => $gap->id,
                        'options' => $gap->fromList ? $this->options($gap->entries, $gap->id) : null,
                    ],
                    $question->gaps,
                ),
            ],
            QuestionKind::HandIn => ['accepts' => $question->accepts],
            default => [],
        };
    }

    /** @return list<Text> the right answer, one line for each part of it; nothing where there is none */
    public function key(): array
    {
        $question = $this->question;
        if ($question->keyless) {
            return [];
        }

        return match ($question->kind) {
            QuestionKind::Order => array_map(static fn (Item $item): Text => $item->text, $question->items),
            QuestionKind::Match => $this->matched(
                array_filter(
                    array_column(array_map(static fn (Pair $pair): array => [$pair->left->id, $pair->item], $question->pairs), 1, 0),
                    is_string(...),
                ),
            ),
            QuestionKind::Gaps => $this->filled(array_combine(
                array_map(static fn (Gap $gap): string => $gap->id, $question->gaps),
                array_map(static fn (Gap $gap): string => self::firstRight($gap->entries)->key ?? '', $question->gaps),
            )),
            QuestionKind::Written => $question->model->isEmpty() ? [] : [$question->model],
            QuestionKind::Poll, QuestionKind::HandIn => [],
            QuestionKind::SeveralChoices => array_map(static fn (Entry $entry): Text => $entry->text, $question->accepted()),
            default => array_filter([self::firstRight($question->entries)?->text]),
        };
    }

    /** @return list<Text> an answer, one line for each part of it */
    public function own(Response $response): array
    {
        return match ($response->as) {
            'text' => [Text::of((string) $response->text)],
            'choices' => array_values(
                array_filter(array_map(fn (string $id): ?Text => $this->question->entry($id)?->text, $response->list)),
            ),
            'order' => array_map($this->item(...), $response->list),
            'pairs' => $this->matched($response->map),
            'gaps' => $this->filled(
                array_map(fn (string $filling): string => $this->question->entry($filling)->key ?? $filling, $response->map),
            ),
            default => [Text::of(count($response->list) === 1 ? '1 file' : count($response->list).' files')],
        };
    }

    /**
     * @param  list<Entry>  $entries
     * @return list<array<string, mixed>>
     */
    private function options(array $entries, string $place): array
    {
        if ($this->terms->mixOptions && $this->question->kind !== QuestionKind::TrueFalse) {
            $entries = (new SeededRandom($this->seed, "options/$place"))->mixedAround(
                $entries,
                static fn (Entry $entry): bool => $entry->pinned,
            );
        }

        return array_map(
            static fn (Entry $entry): array => ['id' => $entry->id, 'text' => $entry->text]
                + ($entry->at === null ? [] : ['at' => $entry->at]),
            $entries,
        );
    }

    /** @return list<array<string, mixed>> always mixed: the order in which they were written is the answer */
    private function items(): array
    {
        $mixed = $items = $this->question->items;
        for ($turn = 0; $turn < 5; $turn++) {
            $mixed = (new SeededRandom($this->seed, "items/{$this->question->id}/$turn"))->mixed($items);
            if ($mixed !== $items || count($items) < 2) {
                break;
            }
        }

        return array_map(static fn (Item $item): array => $item->toArray(), $mixed);
    }

    /**
     * @param  array<string, string>  $items by pair
     * @return list<Text>
     */
    private function matched(array $items): array
    {
        $lines = [];
        foreach ($this->question->pairs as $pair) {
            if (isset($items[$pair->left->id])) {
                $lines[] = Text::of($pair->left->text->name().' → '.$this->item($items[$pair->left->id])->name());
            }
        }

        return $lines;
    }

    /**
     * @param  array<string, string>  $fillings by gap
     * @return list<Text>
     */
    private function filled(array $fillings): array
    {
        return [$this->question->sentence->filled(static fn (string $gap): string => $fillings[$gap] ?? '…')];
    }

    /** @param  list<Entry>  $entries */
    private static function firstRight(array $entries): ?Entry
    {
        foreach ($entries as $entry) {
            if ($entry->right) {
                return $entry;
            }
        }

        return null;
    }

    private function item(string $id): Text
    {
        foreach ($this->question->items as $item) {
            if ($item->id === $id) {
                return $item->text;
            }
        }

        return Text::of('');
    }
}
