<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;

/**
 * A later mend of an edition: keys, points, wording and feedback may change; stops, kinds, options, ladders and forks
 * may not (those need a new edition).
 */
final readonly class Correction
{
    /** What may be set, by the last steps of its pointer; `*` is a position. */
    private const ALLOWED = [
        'title', 'instructions',
        'prompt/*/text', 'prompt/*/tex', 'prompt/*/alternative', 'blocks/*/alternative', 'blocks/*/text', 'blocks/*/tex',
        'points', 'tolerance', 'tolerance/kind', 'tolerance/value', 'unitShare', 'keyless', 'scoring', 'text/*', 'form', 'need', 'ends',
        'feedback', 'feedback/right', 'feedback/notRight', 'feedback/always',
        'entries/*/text', 'entries/*/right', 'entries/*/share', 'entries/*/misconception', 'entries/*/order', 'entries/*/pairs',
        'entries/-',
        'items/*/text', 'pairs/*/text', 'pairs/*/item', 'sentence', 'model', 'objectives', 'difficulty',
        'ladder/*/text', 'ladder/*/title', 'ladder/*/answers', 'ladder/*/link',
        'stops/*/text', 'sideStops/*/text', 'cues/*/text', 'message', 'byScore/*/message', 'byScore/*/from',
        'misconceptions/*/text', 'objectives/*/text', 'parts/*/title', 'parts/*/weight',
    ];

    /** Entries may be added where they are typed, not shown: a new option would be structure. */
    private const TYPED = ['short-text', 'number', 'expression', 'order', 'match'];

    private function __construct(public string $pointer, public mixed $value)
    {
    }

    /** @throws MalformedInput when the pointer is none or is not among what may be corrected */
    public static function read(Fields $fields): self
    {
        $pointer = $fields->only(['pointer', 'value'])->string('pointer');
        if (! $fields->has('value')) {
            throw new MalformedInput('/value', 'a value is expected');
        }
        $steps = preg_replace('~/\d+(?=/|$)~', '/*', $pointer);
        foreach (self::ALLOWED as $ending) {
            if (str_ends_with((string) $steps, "/$ending")) {
                return new self($pointer, $fields->all()['value']);
            }
        }
        throw new MalformedInput('/pointer', 'this is structure, which changes only by a new edition');
    }

    /**
     * The document with this correction laid over it.
     *
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     *
     * @throws MalformedInput when the pointer leads nowhere, or what comes out is no quiz document
     */
    public function over(array $document): array
    {
        if (str_ends_with($this->pointer, '/entries/-') && ! in_array($this->kindAbove($document), self::TYPED, true)) {
            throw new MalformedInput('/pointer', 'a new option is structure, which changes only by a new edition');
        }
        $corrected = $this->laidOver($document) ?? throw new MalformedInput('/pointer', "There is nothing at $this->pointer to correct.");
        $problem = (new DocumentCheck)->problems($corrected)[0] ?? null;

        return $problem === null ? $corrected : throw new MalformedInput('/value', "$problem->reason (at $problem->pointer)");
    }

    /** The same mend at another place. */
    public function at(string $pointer): self
    {
        return new self($pointer, $this->value);
    }

    /**
     * Without looking at what comes out.
     *
     * @param  array<array-key, mixed>  $document
     * @return ?array<array-key, mixed> null when the pointer leads nowhere
     */
    public function laidOver(array $document): ?array
    {
        $laid = [['pointer' => $this->pointer, 'value' => $this->value]];

        return Overlay::homeless($document, $laid) === null ? Overlay::over($document, $laid) : null;
    }

    /** @param  array<array-key, mixed>  $document */
    private function kindAbove(array $document): mixed
    {
        $place = Pointer::get($document, implode('/', array_slice(explode('/', $this->pointer), 0, -2)));

        return is_array($place) ? $place['kind'] ?? ($place['show'] ?? null) : null;
    }
}
