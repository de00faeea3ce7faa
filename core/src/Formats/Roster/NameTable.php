<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Roster;

use HiddenLadder\Core\Marking\PlainText;

/**
 * Names one a line, as they are typed, or rows of a spreadsheet: pasted (parted by tabs) or as CSV (RFC 4180; by commas or
 * semicolons). Columns are known by their headings; without headings a row is a given and a family name.
 */
final class NameTable
{
    /** By what a heading is called, folded and without signs and spaces. */
    private const HEADINGS = [
        'given' => [
            'givenname', 'givennames', 'firstname', 'firstnames', 'forename', 'forenames', 'vorname', 'prénom',
            'prenom', 'nombre', 'nome', 'voornaam', 'förnamn', 'fornavn',
        ],
        'family' => [
            'familyname', 'lastname', 'surname', 'nachname', 'familienname', 'nom', 'nomdefamille', 'apellido',
            'apellidos', 'cognome', 'achternaam', 'efternamn', 'etternavn', 'efternavn',
        ],
        'name' => [
            'name', 'fullname', 'student', 'studentname', 'students', 'pupil', 'pupils', 'pupilname',
        ],
        'called' => [
            'called', 'knownas', 'preferredname', 'preferredgivenname', 'preferredfirstname', 'nickname',
            'rufname',
        ],
        'number' => [
            'number', 'studentnumber', 'id', 'studentid', 'pupilid', 'identifier', 'sourcedid', 'outsidenumber',
        ],
    ];

    /** @return list<ListedPerson> */
    public static function read(string $text): array
    {
        $rows = self::rows($text);
        $columns = self::columns($rows[0] ?? []);
        if ($columns !== null) {
            array_shift($rows);
        }

        return array_values(array_filter(array_map(
            static fn (array $row): ?ListedPerson => $columns === null ? self::withoutHeadings($row) : self::byHeadings($row, $columns),
            $rows,
        )));
    }

    /**
     * The rows of CSV.
     *
     * @return list<list<string>> without empty ones
     */
    public static function rows(string $text, ?string $separator = null): array
    {
        $separator ??= self::separator($text);
        if ($separator === null) {
            return array_map(static fn (string $line): array => [$line], self::filled(explode("\n", $text)));
        }
        $stream = fopen('php://temp', 'r+b');
        assert($stream !== false);
        fwrite($stream, $text);
        rewind($stream);
        $rows = [];
        while (($row = fgetcsv($stream, null, $separator, '"', '')) !== false) {
            $row = array_map(static fn (?string $cell): string => trim((string) $cell), $row);
            if (implode('', $row) !== '') {
                $rows[] = $row;
            }
        }
        fclose($stream);

        return $rows;
    }

    /** What parts the cells of a text, by its first line; null where each line is one name. */
    private static function separator(string $text): ?string
    {
        $first = self::filled(explode("\n", $text))[0] ?? '';
        foreach (["\t", ';'] as $sign) {
            if (str_contains($first, $sign)) {
                return $sign;
            }
        }

        // A comma in a line of its own parts a family name from a given one; headings make it a table.
        return str_contains($first, ',') && self::columns(str_getcsv($first, ',', '"', '')) !== null ? ',' : null;
    }

    /**
     * @param  list<string|null>  $row
     * @return ?array<string, int> which column holds what; null where it is not a row of headings
     */
    private static function columns(array $row): ?array
    {
        $columns = [];
        foreach ($row as $index => $cell) {
            $heading = PlainText::folded((string) preg_replace('/[\s_\-.:#]+/u', '', (string) $cell));
            foreach (self::HEADINGS as $what => $headings) {
                if (in_array($heading, $headings, true)) {
                    $columns[$what] ??= $index;
                }
            }
        }

        return isset($columns['given']) || isset($columns['name']) || isset($columns['family']) ? $columns : null;
    }

    /**
     * @param  list<string>  $row
     * @param  array<string, int>  $columns
     */
    private static function byHeadings(array $row, array $columns): ?ListedPerson
    {
        $cell = static fn (string $what): string => isset($columns[$what]) ? $row[$columns[$what]] ?? '' : '';

        return isset($columns['given']) || isset($columns['family']) && ! isset($columns['name'])
            ? ListedPerson::written($cell('given'), $cell('family'), $cell('called'), $cell('number'))
            : ListedPerson::named($cell('name'), $cell('called'), $cell('number'));
    }

    /** @param  list<string>  $row */
    private static function withoutHeadings(array $row): ?ListedPerson
    {
        return count($row) === 1 ? ListedPerson::named($row[0]) : ListedPerson::written($row[0], $row[1] ?? '');
    }

    /**
     * @param  list<string>  $lines
     * @return list<string>
     */
    private static function filled(array $lines): array
    {
        return array_values(array_filter($lines, static fn (string $line): bool => trim($line) !== ''));
    }
}
