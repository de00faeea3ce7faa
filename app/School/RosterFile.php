<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Formats\DecodedText;
use HiddenLadder\Core\Formats\Roster\ListedPerson;
use HiddenLadder\Core\Formats\Roster\NameTable;
use HiddenLadder\Core\Formats\Roster\OneRoster;
use HiddenLadder\Core\Formats\Roster\RosterList;
use HiddenLadder\Core\Message;
use ZipArchive;

/**
 * A file with names: a text or CSV in any usual encoding, or a OneRoster package (a zip with CSV files). Its type is told from
 * its content.
 */
final class RosterFile
{
    /** Bytes of one file within a package at most. */
    private const LARGEST = 16_000_000;

    /**
     * @return list<RosterList>
     *
     * @throws Rejected when it is neither, or has no names in it
     */
    public static function read(string $path): array
    {
        $start = (string) file_get_contents($path, length: 4);
        $lists = str_starts_with($start, "PK\x03\x04")
            ? OneRoster::read(self::unpacked($path))
            : [new RosterList('', self::people(DecodedText::of((string) file_get_contents($path, length: self::LARGEST))))];
        $filled = array_values(array_filter($lists, static fn (RosterList $list): bool => $list->people !== []));
        if ($filled === []) {
            throw Rejected::invalid(new Message('problem.roster.empty'));
        }

        return $filled;
    }

    /** @return list<ListedPerson> */
    private static function people(DecodedText $file): array
    {
        if (preg_match('/[\x00-\x08\x0E-\x1F]/', $file->text) === 1) {
            throw new Rejected(Reason::WrongType, new Message('problem.roster.type'));
        }

        return NameTable::read($file->text);
    }

    /** @return array<string, string> what OneRoster knows, by name, whatever folder it lies in */
    private static function unpacked(string $path): array
    {
        $zip = new ZipArchive;
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            throw new Rejected(Reason::WrongType, new Message('problem.roster.type'));
        }
        $files = [];
        for ($index = 0; $index < min(200, $zip->numFiles); $index++) {
            $entry = $zip->statIndex($index);
            $name = $entry === false ? '' : strtolower(basename($entry['name']));
            if ($entry === false || ! in_array($name, OneRoster::FILES, true)) {
                continue;
            }
            // Only so much is unpacked, whatever the package says of itself.
            $content = (string) $zip->getFromIndex($index, self::LARGEST + 1);
            if (strlen($content) > self::LARGEST) {
                throw new Rejected(Reason::TooLarge, new Message('problem.roster.too-large'));
            }
            $files[$name] = $content;
        }
        $zip->close();
        if (! isset($files['users.csv'])) {
            throw new Rejected(Reason::WrongType, new Message('problem.roster.type'));
        }

        return $files;
    }
}
