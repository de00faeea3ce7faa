<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Captions;

use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;

/** Lines of captions in the order of their times. They may overlap: two people may speak at once. */
final readonly class Captions
{
    public const MOST_LINES = 5000;

    /** @param  list<CaptionLine>  $lines */
    private function __construct(public array $lines)
    {
    }

    /** @param  list<CaptionLine>  $lines  in any order */
    public static function of(array $lines): self
    {
        usort($lines, static fn (CaptionLine $a, CaptionLine $b): int => [$a->from, $a->to] <=> [$b->from, $b->to]);

        return new self($lines);
    }

    /**
     * Lines as they were written in the bench.
     *
     * @param  list<Fields>  $lines
     * @return self|list<Fault> what cannot stand, by line
     */
    public static function read(array $lines): self|array
    {
        if (count($lines) > self::MOST_LINES) {
            return [new Fault('/lines', new Message('problem.captions.too-many', ['most' => self::MOST_LINES]))];
        }
        $read = $faults = [];
        foreach ($lines as $index => $fields) {
            $line = CaptionLine::read($fields, "/lines/$index");
            $line instanceof Fault ? $faults[] = $line : $read[] = $line;
        }

        return $faults === [] ? self::of($read) : $faults;
    }

    /** @return list<array{from: float, to: float, text: string, settings: string, name: string}> */
    public function toArray(): array
    {
        return array_map(static fn (CaptionLine $line): array => $line->toArray(), $this->lines);
    }
}
