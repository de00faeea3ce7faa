<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console;

/** People by items, read from CSV: a header row, the person first, then 0 or 1, points, or with a key the options chosen. */
final readonly class ItemTable
{
    /**
     * @param  list<string>  $items  as the header names them
     * @param  list<list<?float>>  $scores  by item, of each person
     * @param  list<list<array{option: string, n: int, share: float, meanScore: float, right: bool}>>  $options  by item, most chosen first
     */
    private function __construct(public int $people, public array $items, public array $scores, public array $options)
    {
    }

    /** @throws \DomainException when the file cannot be read as such a table */
    public static function read(string $path, ?string $key): self
    {
        $file = is_file($path) ? fopen($path, 'r') : false;
        if ($file === false) {
            throw new \DomainException('There is no file '.$path.'.');
        }
        $header = self::row($file);
        if ($header === null || count($header) < 2) {
            throw new \DomainException('The first row names the items, after a column for the person.');
        }
        $items = array_slice($header, 1);
        $right = $key === null ? null : array_map(trim(...), str_contains($key, ',') ? explode(',', $key) : mb_str_split($key));
        if ($right !== null && count($right) !== count($items)) {
            throw new \DomainException('The key has '.count($right).' options for '.count($items).' items.');
        }
        $scores = $chosen = array_fill(0, count($items), []);
        for ($line = 2; ($cells = self::row($file)) !== null; $line++) {
            if ($cells === ['']) {
                continue;
            }
            if (count($cells) !== count($header)) {
                throw new \DomainException("Line $line has ".count($cells).' cells, and not '.count($header).'.');
            }
            foreach (array_slice($cells, 1) as $item => $cell) {
                $scores[$item][] = match (true) {
                    $cell === '' => null,
                    $right !== null => strcasecmp($cell, $right[$item]) === 0 ? 1.0 : 0.0,
                    is_numeric($cell) => (float) $cell,
                    default => throw new \DomainException("“{$cell}” in line $line, column ".($item + 2).' is neither a number nor empty. Options need a key.'),
                };
                $chosen[$item][] = $cell;
            }
        }
        fclose($file);
        $options = $right === null ? array_fill(0, count($items), []) : self::options($chosen, $scores, $right);

        return new self(count($scores[0]), $items, $scores, $options);
    }

    /**
     * @param  resource  $file
     * @return ?list<string>
     */
    private static function row($file): ?array
    {
        $cells = fgetcsv($file, null, ',', '"', '');

        return $cells === false ? null : array_map(static fn (?string $cell): string => trim((string) $cell, " \t\u{FEFF}"), $cells);
    }

    /**
     * @param  list<list<string>>  $chosen
     * @param  list<list<?float>>  $scores
     * @param  list<string>  $right
     * @return list<list<array{option: string, n: int, share: float, meanScore: float, right: bool}>>
     */
    private static function options(array $chosen, array $scores, array $right): array
    {
        $means = [];
        foreach (array_keys($scores[0]) as $person) {
            $own = array_filter(array_column($scores, $person), static fn (?float $score): bool => $score !== null);
            $means[] = $own === [] ? 0.0 : array_sum($own) / count($own);
        }
        $options = [];
        foreach ($chosen as $item => $cells) {
            $sums = $counts = [];
            foreach ($cells as $person => $cell) {
                if ($cell !== '') {
                    $option = mb_strtoupper($cell);
                    $counts[$option] = ($counts[$option] ?? 0) + 1;
                    $sums[$option] = ($sums[$option] ?? 0.0) + $means[$person];
                }
            }
            arsort($counts);
            $options[] = array_map(static fn (string $option): array => [
                'option' => $option, 'n' => $counts[$option], 'share' => round($counts[$option] / array_sum($counts), 6),
                'meanScore' => round($sums[$option] / $counts[$option], 6), 'right' => strcasecmp($option, $right[$item]) === 0,
            ], array_map(strval(...), array_keys($counts)));
        }

        return $options;
    }
}
