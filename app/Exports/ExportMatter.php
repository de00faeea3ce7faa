<?php

declare(strict_types=1);

namespace HiddenLadder\App\Exports;

/** What is made beside what people wait for. */
enum ExportMatter: string
{
    /** The events of a task, as statements. */
    case Events = 'events';
    /** Everything that is kept about one person. */
    case Person = 'person';

    public function ending(): string
    {
        return match ($this) {
            self::Events => 'jsonl',
            self::Person => 'zip',
        };
    }

    public function type(): string
    {
        return match ($this) {
            self::Events => 'application/x-ndjson',
            self::Person => 'application/zip',
        };
    }
}
