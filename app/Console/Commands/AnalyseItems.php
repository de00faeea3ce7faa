<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\App\Console\FileCommand;
use HiddenLadder\App\Console\ItemTable;
use HiddenLadder\Core\Evidence\ItemAnalysis;

/** docs/console.md has the JSON. */
final class AnalyseItems extends FileCommand
{
    protected $signature = 'evidence:items
        {file : people by items, as CSV}
        {--key= : the right options, separated by commas, or a CSV file with them}
        {--json}';

    protected $description = 'How the questions of a test go together: facility, discrimination, options and alpha';

    public function handle(): int
    {
        $file = $this->given('file');
        $key = $this->option('key');
        try {
            $table = ItemTable::read($file, is_string($key) && $key !== '' ? $key : null);
        } catch (\DomainException $malformed) {
            $this->error($malformed->getMessage());

            return self::FAILURE;
        }
        $analysis = new ItemAnalysis($table->scores);
        $told = ['people' => $table->people, 'alpha' => self::rounded($analysis->alpha()),
            'items' => array_map(static fn (int $item): array => [
                'id' => $table->items[$item],
                'n' => $analysis->count($item),
                'facility' => self::rounded($analysis->facility($item)),
                'itemRest' => self::rounded($analysis->itemRest($item)),
                'upperLower' => self::rounded($analysis->upperLower($item)),
                'options' => $table->options[$item],
            ], array_keys($table->items))];
        if ($this->option('json') === true) {
            $this->line(
                (string) json_encode(
                    $told,
                    JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT | JSON_PRESERVE_ZERO_FRACTION,
                ),
            );
        } else {
            $this->line("$table->people people, alpha ".($told['alpha'] ?? 'cannot be told'));
            $this->table(
                ['item', 'n', 'facility', 'item-rest', 'upper-lower'],
                array_map(
                    static fn (array $item): array => array_map(
                        static fn (mixed $cell): string => is_scalar($cell) ? (string) $cell : '–',
                        array_slice(array_values($item), 0, 5),
                    ),
                    $told['items'],
                ),
            );
        }

        return self::SUCCESS;
    }

    private static function rounded(?float $figure): ?float
    {
        return $figure === null ? null : round($figure, 12);
    }
}
