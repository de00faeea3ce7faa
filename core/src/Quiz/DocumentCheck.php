<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Edits\Done;
use HiddenLadder\Core\Quiz\Edits\RichTexts;
use HiddenLadder\Core\Quiz\Edits\Shapes;
use HiddenLadder\Core\Quiz\Edits\Workpiece;
use HiddenLadder\Core\Terms\Terms;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/**
 * Whether a decoded JSON value is a quiz document: the published JSON Schema, ids that occur once, references that lead
 * somewhere.
 *
 * It says nothing about whether the quiz is any good, or ready to be published: that is the inspection's.
 */
final class DocumentCheck
{
    public const SCHEMA = __DIR__.'/../../schema/quiz-1.schema.json';

    private const URI = 'https://hidden-ladder.invalid/schema/quiz-1.json';

    /** Questions hang under questions at most so deep. */
    public const DEEPEST = 3;

    private ?Validator $validator = null;

    /** @return list<Fault> nothing when the document is sound */
    public function problems(mixed $document): array
    {
        $objects = self::asObjects($document);
        $problems = $this->against($objects, '', '');
        if ($problems === [] && $objects instanceof \stdClass) {
            $problems = self::unclean($objects, Shapes::QUIZ, '');
        }

        return $problems === [] && is_array($document) ? $this->references($document) : $problems;
    }

    /**
     * The same of a document that was sound before a change: only what the change touched is held against the schema.
     *
     * @param  Done  $done  what the change did
     * @return list<Fault>
     */
    public function problemsAfter(Workpiece $work, Done $done): array
    {
        $touched = [];
        // What was taken out is told by where its inverse puts it back.
        foreach ([...$done->edits, ...$done->inverse] as $edit) {
            $id = $edit->node === null ? null : ($edit->node->id ?? null);
            $touched += array_fill_keys(array_filter([$edit->at, $edit->into, $id], is_string(...)), true);
        }
        foreach (array_map(strval(...), array_keys($touched)) as $id) {
            $found = $work->node($id);
            $problems = match (true) {
                $found === null => [],
                $found['type'] === Shapes::QUIZ => $this->ofTheWhole($found['node']),
                default => $this->against(self::asObjects($found['node']), "#/\$defs/{$found['type']}", $work->pointer($id)),
            };
            if ($problems === [] && $found !== null) {
                $problems = self::unclean($found['node'], $found['type'], $work->pointer($id), $found['type'] !== Shapes::QUIZ);
            }
            if ($problems !== []) {
                return $problems;
            }
        }

        return $this->references($work->toArray());
    }

    /** @return list<Fault> of the document without what is in its lists, which are only counted */
    private function ofTheWhole(\stdClass $document): array
    {
        $bare = clone $document;
        $limits = (array) (json_decode((string) file_get_contents(self::SCHEMA), true)['properties'] ?? []);
        foreach (array_keys(Shapes::of(Shapes::QUIZ)['lists']) as $list) {
            $nodes = $document->{$list} ?? null;
            $most = $limits[$list]['maxItems'] ?? null;
            if (is_array($nodes) && is_int($most) && count($nodes) > $most) {
                return [new Fault("/$list", new Message('shape.most-items', ['most' => $most, 'count' => count($nodes)]))];
            }
            if (is_array($nodes)) {
                $bare->{$list} = array_slice($nodes, 0, 1);
            }
        }

        return $this->against(self::asObjects($bare), '', '');
    }

    /**
     * @param  string  $definition  of the schema, as a fragment; the whole where it is empty
     * @param  string  $pointer  where the value stands
     * @return list<Fault>
     */
    private function against(mixed $value, string $definition, string $pointer): array
    {
        if ($this->validator === null) {
            $this->validator = new Validator(max_errors: 20);
            $this->validator->resolver()?->registerFile(self::URI, self::SCHEMA);
        }
        $error = $this->validator->validate($value, self::URI.$definition)->error();
        $problems = [];
        foreach ($error === null ? [] : (new ErrorFormatter)->format($error, true, SchemaWords::of(...)) as $below => $reasons) {
            foreach (is_array($reasons) ? $reasons : [$reasons] as $reason) {
                assert($reason instanceof Message);
                $problems[] = new Fault($pointer.($below === '/' ? '' : $below), $reason);
            }
        }

        return $problems;
    }

    /** @return list<Fault> */
    private static function unclean(\stdClass $node, string $type, string $pointer, bool $below = true): array
    {
        $problems = [];
        RichTexts::map($node, $type, static function (string $text, string $at) use (&$problems): string {
            if (! CleanText::is($text)) {
                $problems[] = new Fault($at, new Message('shape.html'));
            }

            return $text;
        }, $below, $pointer);

        return $problems;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return list<Fault>
     */
    private function references(array $document): array
    {
        return [...(new ReferenceCheck($document))->problems(), ...$this->terms($document)];
    }

    /** As JSON has it: PHP's empty arrays are lists, but these members are objects. */
    private static function asObjects(mixed $document): mixed
    {
        $asObjects = json_decode((string) json_encode($document, JSON_PRESERVE_ZERO_FRACTION));
        $visit = static function (mixed $value) use (&$visit): void {
            if (is_object($value)) {
                foreach (['pairs', 'terms', 'text'] as $name) {
                    if (isset($value->{$name}) && $value->{$name} === [] && ($name !== 'pairs' || isset($value->right))) {
                        $value->{$name} = new \stdClass;
                    }
                }
            }
            foreach (is_array($value) || is_object($value) ? (array) $value : [] as $item) {
                $visit($item);
            }
        };
        $visit($asObjects);

        return $asObjects;
    }

    /**
     * @param  array<array-key, mixed>  $document
     * @return list<Fault>
     */
    private function terms(array $document): array
    {
        try {
            Terms::read(Fields::of($document['terms'] ?? [], '/terms'));
        } catch (MalformedInput $malformed) {
            return [new Fault($malformed->pointer, $malformed->reason)];
        }

        return [];
    }
}
