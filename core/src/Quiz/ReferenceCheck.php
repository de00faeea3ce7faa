<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Message;

/**
 * What a schema cannot say of a document: ids occur once, every reference leads to something, and nothing hangs too deep.
 * What is only unfinished, or stands against itself, is for the inspection to say.
 *
 * @internal to DocumentCheck, which has held the document against the schema before
 */
final class ReferenceCheck
{
    /** @var list<Fault> */
    private array $problems = [];

    /** @var array<string, true> */
    private array $ids = [];

    /** @var array<string, true> */
    private array $entries = [];

    private readonly QuizDocument $quiz;

    /** @param  array<array-key, mixed>  $document */
    public function __construct(private readonly array $document)
    {
        $this->quiz = QuizDocument::read($document);
    }

    /** @return list<Fault> */
    public function problems(): array
    {
        $this->ids($this->document, '');
        $this->references($this->document, '');
        foreach (['stops', 'sideStops'] as $list) {
            foreach ($this->objects($this->document[$list] ?? []) as $index => $stop) {
                $this->depth($stop, "/$list/$index", 0);
            }
        }
        foreach ($this->objects($this->document['pool'] ?? []) as $index => $question) {
            $this->depth($question, "/pool/$index", 0);
        }

        return $this->problems;
    }

    private function problem(string $pointer, Message $reason): void
    {
        $this->problems[] = new Fault($pointer, $reason);
    }

    /** @return array<int, array<array-key, mixed>> */
    private function objects(mixed $list): array
    {
        return array_filter(is_array($list) ? array_values($list) : [], is_array(...));
    }

    private function ids(mixed $value, string $pointer): void
    {
        foreach (is_array($value) ? $value : [] as $key => $item) {
            if ($key === 'id' && is_string($item)) {
                if (isset($this->ids[$item])) {
                    $this->problem("$pointer/id", new Message('shape.id-twice'));
                }
                $this->ids[$item] = true;
                if (is_array($value) && isset($value['right'])) {
                    $this->entries[$item] = true;
                }
            }
            $this->ids($item, "$pointer/$key");
        }
    }

    private function references(mixed $value, string $pointer): void
    {
        foreach (is_array($value) ? $value : [] as $key => $item) {
            $here = "$pointer/$key";
            if (is_string($item)) {
                match ($key) {
                    'fork', 'to' => $this->expect($this->leadsSomewhere($item), $here, new Message('shape.fork-nowhere')),
                    'misconception' => $this->expect(
                        $this->quiz->misconception($item) !== null,
                        $here,
                        new Message('shape.no-such-misconception'),
                    ),
                    'part' => $this->expect($this->listed('parts', $item), $here, new Message('shape.no-such-part')),
                    'objective' => $this->expect($this->listed('objectives', $item), $here, new Message('shape.no-such-objective')),
                    'question' => $this->expect($this->quiz->question($item) !== null, $here, new Message('shape.no-such-question')),
                    'entry' => $this->expect(isset($this->entries[$item]), $here, new Message('shape.no-such-entry')),
                    default => null,
                };
            }
            if ($key === 'objectives' && $pointer !== '' && is_array($item)) {
                foreach ($item as $index => $objective) {
                    $this->expect(
                        is_string($objective) && $this->listed('objectives', $objective),
                        "$here/$index",
                        new Message('shape.no-such-objective'),
                    );
                }
            }
            if (is_array($item) && isset($item['prompt'])) {
                $this->items($item, $here);
            }
            if ($here !== '/terms') {
                $this->references($item, $here);
            }
        }
    }

    private function expect(bool $holds, string $pointer, Message $reason): void
    {
        if (! $holds) {
            $this->problem($pointer, $reason);
        }
    }

    private function leadsSomewhere(string $target): bool
    {
        return $this->quiz->stop($target) !== null || $this->quiz->finish($target) !== null;
    }

    private function listed(string $list, string $id): bool
    {
        return in_array($id, array_column($this->objects($this->document[$list] ?? []), 'id'), true);
    }

    /** @param  array<array-key, mixed>  $question */
    private function items(array $question, string $pointer): void
    {
        $items = array_column($this->objects($question['items'] ?? []), 'id');
        $pairs = array_column($this->objects($question['pairs'] ?? []), 'id');
        foreach ($this->objects($question['pairs'] ?? []) as $index => $pair) {
            if ($pair['item'] !== null && ! in_array($pair['item'], $items, true)) {
                $this->problem("$pointer/pairs/$index/item", new Message('shape.no-such-item'));
            }
        }
        foreach ($this->objects($question['entries'] ?? []) as $index => $entry) {
            $order = is_array($entry['order'] ?? null) ? $entry['order'] : [];
            if ($order !== [] && array_diff($order, $items) !== []) {
                $this->problem("$pointer/entries/$index/order", new Message('shape.order-of-items'));
            }
            foreach (is_array($entry['pairs'] ?? null) ? $entry['pairs'] : [] as $left => $right) {
                if (! in_array($left, $pairs, true) || ! in_array($right, $items, true)) {
                    $this->problem("$pointer/entries/$index/pairs/$left", new Message('shape.match-of-items'));
                }
            }
        }
    }

    private function depth(mixed $value, string $pointer, int $depth): void
    {
        foreach (is_array($value) ? $value : [] as $key => $item) {
            $deeper = $depth;
            if (
                $key === 'question'
                && is_array($item)
                && ($value['kind'] ?? null) === 'question'
                && preg_match('~/ladder/\d+$~', $pointer) === 1
            ) {
                $deeper = $depth + 1;
                if ($deeper > DocumentCheck::DEEPEST) {
                    $this->problem("$pointer/question", new Message('shape.too-deep', ['most' => DocumentCheck::DEEPEST]));

                    continue;
                }
            }
            $this->depth($item, "$pointer/$key", $deeper);
        }
    }
}
