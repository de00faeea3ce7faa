<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Formats;

use HiddenLadder\Core\Formats\DecodedText;
use HiddenLadder\Core\Formats\Roster\ListedPerson;
use HiddenLadder\Core\Formats\Roster\NameTable;
use HiddenLadder\Core\Formats\Roster\OneRoster;
use HiddenLadder\Core\MalformedInput;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class RosterTest extends TestCase
{
    /** @return iterable<string, array{string, list<array{string, string, ?string, ?string}>}> */
    public static function lists(): iterable
    {
        $ada = ['Ada', 'Brandt', null, null];
        yield 'names one a line' => ["Ada Brandt\n\n  Bram  \n", [$ada, ['Bram', '', null, null]]];
        yield 'two given names' => ['Ada Marie Brandt', [['Ada Marie', 'Brandt', null, null]]];
        yield 'family names first' => ["Brandt, Ada\nvan der Meer, Bram", [$ada, ['Bram', 'van der Meer', null, null]]];
        yield 'a number of names in one line is no list' => ['Ada, Bram, Cleo', [['Ada, Bram,', 'Cleo', null, null]]];
        yield 'pasted from a spreadsheet' => ["Ada\tBrandt\nBram\tOduya\n", [$ada, ['Bram', 'Oduya', null, null]]];
        yield 'with headings' => ["Surname;First Name;Known as;Student ID\nBrandt;Ada;;17\nOduya;Abraham;Bram;18",
            [['Ada', 'Brandt', null, '17'], ['Abraham', 'Oduya', 'Bram', '18']]];
        yield 'CSV with a comma and a line break in quotes (RFC 4180)' => ["name,number\n\"Brandt, Ada\",17\n\"Oduya\nBram\",18",
            [['Ada', 'Brandt', null, '17'], ['Oduya', 'Bram', null, '18']]];
        yield 'headings in German' => ["Nachname\tVorname\nBrandt\tAda", [$ada]];
        yield 'a heading alone' => ["Name\nAda Brandt", [$ada]];
        yield 'somebody without a family name' => ["Given name,Family name\nAda,\n,Brandt", [['Ada', '', null, null], ['Brandt', '', null, null]]];
        yield 'marks of direction that nobody sees' => ["\u{200F}\u{202B}ليلى حداد\u{202C}", [['ليلى', 'حداد', null, null]]];
        yield 'nothing' => [" \n\t\n", []];
    }

    /** @param  list<array{string, string, ?string, ?string}>  $people */
    #[DataProvider('lists')]
    public function test_lists_are_read_as_they_are_typed_and_pasted(string $text, array $people): void
    {
        self::assertEquals(array_map(static fn (array $one): ListedPerson => new ListedPerson(...$one), $people), NameTable::read($text));
    }

    public function test_the_same_list_is_the_same_in_every_encoding_and_with_every_end_of_line(): void
    {
        $text = "Zoë Åberg\nJosé Nuñez\nÉlan";
        $read = NameTable::read($text);
        foreach (['UTF-8' => '', 'UTF-16LE' => "\xFF\xFE", 'UTF-16BE' => "\xFE\xFF", 'Windows-1252' => ''] as $encoding => $mark) {
            foreach (["\n", "\r\n", "\r"] as $end) {
                $bytes = $mark.mb_convert_encoding(str_replace("\n", $end, $text), $encoding, 'UTF-8');
                self::assertEquals($read, NameTable::read(DecodedText::of($bytes)->text), "$encoding, ".bin2hex($end));
            }
        }
        self::assertEquals($read, NameTable::read(DecodedText::of("\xEF\xBB\xBF$text")->text));
    }

    /** Columns as 1EdTech OneRoster 1.2 has them in its CSV binding (the names of the columns from memory). */
    public function test_classes_of_a_one_roster_package(): void
    {
        $lists = OneRoster::read([
            'users.csv' => "\xEF\xBB\xBFsourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier,"
                ."email,sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,preferredGivenName\r\n"
                ."s1,active,,true,ab,,Ada,Brandt,,,,,,,08,,,\r\n"
                ."s2,active,,true,ao,,Abraham,Oduya,,,,,,,08,,,Bram\r\n"
                ."s3,tobedeleted,,true,go,,Gone,Away,,,,,,,08,,,\r\n"
                ."t1,active,,true,ic,,Ines,Calder,,,,,,,,,,\r\n",
            'classes.csv' => "sourcedId,status,dateLastModified,title\nc1,active,,Year 8\nc2,active,,Nobody yet\nc3,tobedeleted,,Old\n",
            'enrollments.csv' => "sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role\n"
                ."e1,active,,c1,x,s2,student\ne2,active,,c1,x,s1,student\ne3,active,,c1,x,t1,teacher\ne4,active,,c1,x,s3,student\n"
                ."e5,active,,c3,x,s1,student\ne6,tobedeleted,,c2,x,s1,student\n",
        ]);
        self::assertCount(1, $lists);
        self::assertSame('Year 8', $lists[0]->name);
        self::assertEquals([new ListedPerson('Abraham', 'Oduya', 'Bram', 's2'), new ListedPerson('Ada', 'Brandt', null, 's1')], $lists[0]->people);
    }

    public function test_users_alone_are_one_list_without_those_who_teach(): void
    {
        $lists = OneRoster::read(['users.csv' => "sourcedId,role,givenName,familyName\ns1,student,Ada,Brandt\nt1,teacher,Ines,Calder"]);
        self::assertEquals([new ListedPerson('Ada', 'Brandt', null, 's1')], $lists[0]->people);
        $this->expectException(MalformedInput::class);
        OneRoster::read(['users.csv' => "sourcedId,givenName\ns1,Ada"]);
    }
}
