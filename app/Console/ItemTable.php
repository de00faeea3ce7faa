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

    /**
     * @param  ?string  $key  the right options, separated by commas or not, or a file: a header row and a row of options, or that row alone
     *
     * @throws \DomainException when the file cannot be read as such a table
     */
    public static function read(string $path, ?string $key): self
    {
        $rows = self::rows($path);
        $header = $rows[array_key_first($rows) ?? 0] ?? [];
        if (count($header) < 2) {
            throw new \DomainException('The first row names the items, after a column for the person.');
        }
        $items = array_slice($header, 1);
        $right = $key === null ? null : self::key($key, $items);
        if ($right !== null && count($right) !== count($items)) {
            throw new \DomainException('The key has '.count($right).' options for '.count($items).' items.');
        }
        $scores = $chosen = array_fill(0, count($items), []);
        foreach (array_slice($rows, 1, null, true) as $line => $cells) {
            if (count($cells) !== count($header)) {
                throw new \DomainException("Line $line has ".count($cells).' cells, and not '.count($header).'.');
            }
            foreach (array_slice($cells, 1) as $item => $cell) {
                $scores[$item][] = match (true) {
                    $cell === '' => null,
                    $right !== null => strcasecmp($cell, $right[$item]) === 0 ? 1.0 : 0.0,
                    is_numeric($cell) => (float) $cell,
                    default => throw new \DomainException(
                        "“{$cell}” in line $line, column ".($item + 2).' is neither a number nor empty. Options need a key.',
                    ),
                };
                $chosen[$item][] = $cell;
            }
        }
        $options = $right === null ? array_fill(0, count($items), []) : self::options($chosen, $scores, $right);

        return new self(count($scores[0]), $items, $scores, $options);
    }

    /**
     * The cells are parted as the first row parts them: by commas, semicolons or tabs.
     *
     * @return array<int, list<string>> by line from 1; without empty lines
     */
    private static function rows(string $path): array
    {
        $text = is_file($path) ? file_get_contents($path) : false;
        if ($text === false) {
            throw new \DomainException('There is no file '.$path.'.');
        }
        $text = (string) preg_replace('/^\x{FEFF}/u', '', mb_scrub($text));
        $first = strtok($text, "\r\n");
        $between = ',';
        foreach ([';', "\t"] as $other) {
            $between = substr_count((string) $first, $other) > substr_count((string) $first, $between) ? $other : $between;
        }
        $stream = fopen('php://temp', 'r+');
        assert($stream !== false);
        fwrite($stream, $text);
        rewind($stream);
        $rows = [];
        for ($line = 1; ($cells = fgetcsv($stream, null, $between, '"', '')) !== false; $line++) {
            if ($cells !== [null]) {
                $rows[$line] = array_map(static fn (?string $cell): string => trim((string) $cell), $cells);
            }
        }

        return $rows;
    }

    /**
     * @param  list<string>  $items
     * @return list<string>
     */
    private static function key(string $key, array $items): array
    {
        if (! is_file($key)) {
            return array_map(trim(...), str_contains($key, ',') ? explode(',', $key) : mb_str_split($key));
        }
        $rows = array_values(self::rows($key));
        $cells = $rows[count($rows) - 1] ?? [];
        if (count($rows) > 1) {
            // By the names of the items, whatever their order and whatever stands beside them.
            $named = array_combine(array_slice($rows[0], 0, count($cells)), array_slice($cells, 0, count($rows[0])));
            $missing = array_diff($items, array_keys($named));

            return $missing === [] ? array_map(static fn (string $item): string => $named[$item], $items)
                : throw new \DomainException('The key has no option for “'.implode('”, “', $missing).'”.');
        }

        return array_slice($cells, count($cells) === count($items) + 1 ? 1 : 0);
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
