<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Roster;

use HiddenLadder\Core\Formats\DecodedText;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Message;

/**
 * Classes with their students from the CSV files of OneRoster (1EdTech OneRoster 1.2, CSV Binding, 4.5, 4.8 and 4.21; the columns
 * of 1.1 are read as well). Of each student the name, what they prefer to be called, and the sourcedId are taken, and nothing else.
 * Rows with the status “tobedeleted” are left out.
 */
final class OneRoster
{
    public const FILES = ['users.csv', 'classes.csv', 'enrollments.csv'];

    /**
     * @param  array<string, string>  $files  contents by name; users.csv is needed, and without enrollments.csv there is one list
     * @return list<RosterList> in the order of classes.csv; those without students are left out
     *
     * @throws MalformedInput when users.csv or one of its columns is missing
     */
    public static function read(array $files): array
    {
        $users = self::users(self::table($files, 'users.csv', ['sourcedid', 'givenname', 'familyname']));
        if (! isset($files['enrollments.csv'], $files['classes.csv'])) {
            return $users === [] ? [] : [new RosterList('', array_values($users))];
        }
        $lists = [];
        foreach (self::table($files, 'enrollments.csv', ['classsourcedid', 'usersourcedid', 'role']) as $row) {
            if (PlainText::folded($row['role']) === 'student' && isset($users[$row['usersourcedid']])) {
                $lists[$row['classsourcedid']][$row['usersourcedid']] = $users[$row['usersourcedid']];
            }
        }
        $classes = self::table($files, 'classes.csv', ['sourcedid', 'title']);

        return array_values(array_filter(array_map(
            static fn (array $row): ?RosterList => ($lists[$row['sourcedid']] ?? []) === []
                ? null
                : new RosterList($row['title'], array_values($lists[$row['sourcedid']])),
            $classes,
        )));
    }

    /**
     * @param  list<array<string, string>>  $rows
     * @return array<string, ListedPerson> students, and those whose role stands elsewhere, by their sourcedId
     */
    private static function users(array $rows): array
    {
        $users = [];
        foreach ($rows as $row) {
            $person = ListedPerson::written(
                $row['givenname'],
                $row['familyname'],
                $row['preferredgivenname'] ?? $row['preferredfirstname'] ?? '',
                $row['sourcedid'],
            );
            // 1.1 names one role of each user here, 1.2 in a file of its own.
            if ($person !== null && in_array(PlainText::folded($row['role'] ?? ''), ['', 'student'], true)) {
                $users[$row['sourcedid']] = $person;
            }
        }

        return $users;
    }

    /**
     * @param  array<string, string>  $files
     * @param  list<string>  $needed  columns
     * @return list<array<string, string>> rows by column, in small letters
     *
     * @throws MalformedInput
     */
    private static function table(array $files, string $name, array $needed): array
    {
        $rows = NameTable::rows(DecodedText::of($files[$name] ?? '')->text, ',');
        $columns = array_map(static fn (string $heading): string => strtolower($heading), array_shift($rows) ?? []);
        foreach ($needed as $column) {
            if (! in_array($column, $columns, true)) {
                throw new MalformedInput('/file', new Message('problem.roster.column', ['file' => $name, 'column' => $column]));
            }
        }
        $table = [];
        foreach ($rows as $row) {
            $table[] = array_combine($columns, array_pad(array_slice($row, 0, count($columns)), count($columns), ''));
        }

        return array_values(array_filter($table, static fn (array $row): bool => strtolower($row['status'] ?? '') !== 'tobedeleted'));
    }
}
