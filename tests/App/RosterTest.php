<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Formats\Roster\NameTable;
use Illuminate\Testing\TestResponse;
use Symfony\Component\HttpFoundation\Response;
use ZipArchive;

/** Names come into a class by a list that is looked at first, and are put right there. */
final class RosterTest extends AppTestCase
{
    /** @return list<array<string, mixed>> what the list would do */
    private function look(SchoolClass $class, string $names): array
    {
        return $this->postJson("/api/classes/$class->id/roster-preview", ['names' => $names])->assertOk()->json('lines');
    }

    /**
     * @param  list<array<string, mixed>>  $lines  as they were looked at
     * @param  array<int, ?string>  $said
     * @return TestResponse<Response>
     */
    private function take(SchoolClass $class, array $lines, array $said = []): TestResponse
    {
        return $this->postJson("/api/classes/$class->id/students", ['people' => array_map(
            static fn (array $line, int $index): array => array_intersect_key($line, array_flip(['given', 'family', 'called', 'number']))
                + (array_key_exists($index, $said) ? ['student' => $said[$index]] : []),
            $lines,
            array_keys($lines),
        )]);
    }

    public function test_a_pasted_list_is_looked_at_before_anything_is_taken(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher(), 'Ebba Lind');
        $this->asTeacher($teacher);
        $lines = $this->look($class, "Ada Brandt\r\n  Bram   Oduya \n\nADA BRANDT\nebba lind\n".str_repeat('x', 300));
        self::assertSame(['new', 'new', 'twice', 'there', 'long'], array_column($lines, 'as'));
        self::assertSame(1, $class->students()->count());
        $this->take($class, $lines)->assertOk()->assertJsonCount(2, 'added')->assertJsonCount(3, 'left')
            ->assertJsonPath('class.roster.1.name', 'Bram Oduya')->assertJsonPath('class.roster.1.family', 'Oduya')
            ->assertJsonPath('class.roster.1.cameInAt', null);
        // Sent again, it finds them all there.
        $this->take($class, $lines)->assertOk()->assertJsonCount(0, 'added')->assertJsonCount(3, 'class.roster');
    }

    public function test_names_that_differ_by_an_accent_are_two_students(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher(), 'Ada');
        $this->asTeacher($teacher);
        $this->take($class, $this->look($class, "Zoe\nZoë\nZOE"))->assertOk()->assertJsonCount(2, 'added')->assertJsonCount(1, 'left');
    }

    public function test_somebody_known_elsewhere_is_the_same_where_that_is_likely_or_said(): void
    {
        $first = $this->schoolClass($teacher = $this->teacher(), "Ada Brandt\nBram");
        $second = $this->schoolClass($teacher, 'Cleo');
        $ada = $this->member($first, 'Ada Brandt');
        $this->asTeacher($teacher);
        $lines = $this->look($second, "Ada Brandt\nBram\nDavit");
        self::assertSame(['name', 'name', 'new'], array_column($lines, 'as'));
        // A given name alone is no sign that it is the same person.
        self::assertSame([$ada->id, null, null], array_column($lines, 'likely'));
        self::assertSame(['Year 8'], $lines[0]['students'][0]['classes']);
        // Nothing said: they are left.
        $this->take($second, $lines)->assertOk()->assertJsonCount(1, 'added')->assertJsonCount(2, 'left');
        $this->take($second, $lines, [$ada->id, null])->assertOk()->assertJsonCount(2, 'added');
        self::assertSame($ada->id, $this->member($second, 'Ada Brandt')->id);
        self::assertNotSame($this->member($first, 'Bram')->id, $this->member($second, 'Bram')->id);
        $this->asStudent($ada)->getJson('/api/student')->assertOk()->assertJsonCount(2, 'classes');
        // A school of strangers has students of its own, whoever is said.
        $elsewhere = $this->schoolClass($stranger = $this->teacher('Stranger'), 'Zoe');
        $this->asTeacher($stranger);
        $lines = $this->look($elsewhere, 'Ada Brandt');
        self::assertSame('new', $lines[0]['as']);
        $this->take($elsewhere, $lines, [$ada->id])->assertOk()->assertJsonCount(1, 'added');
        self::assertNotSame($ada->id, $this->member($elsewhere, 'Ada Brandt')->id);
    }

    public function test_a_number_of_the_school_s_register_says_who_it_is(): void
    {
        $first = $this->schoolClass($teacher = $this->teacher(), '');
        $second = $this->schoolClass($teacher, '');
        $this->asTeacher($teacher);
        $this->take($first, $this->look($first, "Name,Number\nAda Brandt,17\nBram Oduya,18"))->assertOk()->assertJsonCount(2, 'added');
        $ada = $this->member($first, 'Ada Brandt');
        $lines = $this->look($second, "Name,Number\nAda Brandt-Lind,17\nBram Oduya,19");
        self::assertSame(['number', 'name'], array_column($lines, 'as'));
        $this->take($second, $lines, [1 => null])->assertOk()->assertJsonCount(2, 'added');
        // Known by the number, she keeps the name that she comes in by.
        self::assertSame($ada->id, $this->member($second, 'Ada Brandt')->id);
        // Two people with one name cannot be told apart at the door of one class.
        self::assertSame('twice', $this->look($first, "Name,Number\nBram Oduya,20")[0]['as']);
    }

    public function test_four_hundred_names_with_doubles(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher(), 'Ada');
        $this->asTeacher($teacher);
        $names = implode("\n", array_map(static fn (int $n): string => 'Student '.intdiv($n, 2), range(2, 901)));
        $lines = $this->look($class, $names);
        self::assertSame(['new' => 399, 'twice' => 450, 'full' => 51], array_count_values(array_column($lines, 'as')));
        $this->take($class, $lines)->assertOk()->assertJsonCount(399, 'added');
        self::assertSame(Roster::MOST, $class->students()->count());
        $this->take($class, [['given' => 'One', 'family' => 'More', 'called' => null, 'number' => null]])->assertOk()->assertJsonPath('left.0.as', 'full');
    }

    public function test_files_are_read_whatever_they_are_called_and_written_in(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher());
        $send = fn (string $content, string $name = 'names.txt'): TestResponse => $this->asTeacher($teacher)
            ->post("/api/classes/$class->id/roster-file", ['file' => $this->upload($name, $content)], ['Accept' => 'application/json']);
        $send(mb_convert_encoding("Vorname;Nachname\r\nZoë;Åberg", 'Windows-1252', 'UTF-8'))
            ->assertOk()->assertJsonPath('0.people.0', ['given' => 'Zoë', 'family' => 'Åberg', 'called' => null, 'number' => null]);
        $path = (string) tempnam(sys_get_temp_dir(), 'roster');
        $zip = new ZipArchive;
        $zip->open($path, ZipArchive::OVERWRITE);
        $zip->addFromString('export/users.csv', "sourcedId,givenName,familyName\ns1,Ada,Brandt\ns2,Bram,Oduya");
        $zip->addFromString('export/classes.csv', "sourcedId,title\nc1,8a\nc2,8b");
        $zip->addFromString('export/enrollments.csv', "classSourcedId,userSourcedId,role\nc1,s1,student\nc2,s2,student\nc2,s1,student");
        $zip->close();
        $send((string) file_get_contents($path), 'export.zip')->assertOk()->assertJsonCount(2)
            ->assertJsonPath('1.name', '8b')->assertJsonPath('1.people.1.number', 's1');
        $send('')->assertUnprocessable()->assertJsonPath('detail', 'There are no names in this file.');
        $send("\x89PNG\r\n\x1A\n\x00\x00\x00\x0DIHDR")->assertStatus(415);
        $send("PK\x03\x04 no package")->assertStatus(415);
        $this->postJson("/api/classes/$class->id/roster-file", [])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/file');
    }

    public function test_a_renamed_student_comes_in_by_the_new_name_in_every_class(): void
    {
        $first = $this->schoolClass($teacher = $this->teacher(), "Ada Brandt\nBram");
        $second = $this->schoolClass($teacher, 'Cleo Ray');
        $this->asTeacher($teacher);
        $ada = $this->member($first, 'Ada Brandt');
        $this->take($second, $this->look($second, 'Ada Brandt'), [$ada->id])->assertOk();
        $name = fn (string $given, string $family) => $this->putJson(
            "/api/classes/$first->id/students/$ada->id/name",
            ['given' => $given, 'family' => $family, 'called' => null, 'number' => null],
        );
        $name('Ada', 'Lind')->assertOk();
        self::assertSame([$ada->id, $ada->id], [$this->member($first, 'ada lind')->id, $this->member($second, 'ada lind')->id]);
        $name('Cleo', 'Ray')->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/given');
        $name('', ' ')->assertUnprocessable();
        $name(str_repeat('x', 250), '')->assertUnprocessable();
        $name("ليلى\u{200F}", 'حداد')->assertOk();
        self::assertSame('ليلى حداد', $this->member($first, 'ليلى حداد')->name);
    }

    public function test_a_student_moves_into_another_class_and_back(): void
    {
        $first = $this->schoolClass($teacher = $this->teacher(), 'Ada');
        $second = $this->schoolClass($teacher, 'Bram');
        $ada = $this->member($first);
        $round = $this->asStudent($ada)->postJson("/api/student/tasks/{$this->given($first, $this->quiz($teacher))->id}/rounds", [])->assertOk()->json('id');
        $move = fn (SchoolClass $from, SchoolClass $to): TestResponse => $this->asTeacher($teacher)
            ->postJson("/api/classes/$from->id/students/$ada->id/move", ['to' => $to->id]);
        $move($first, $second)->assertNoContent();
        self::assertSame([0, 2], [$first->students()->count(), $second->students()->count()]);
        // What was given to the class that was left is out of reach, and kept.
        $this->asStudent($ada)->getJson("/api/student/rounds/$round")->assertNotFound();
        $move($second, $first)->assertNoContent();
        $this->asStudent($ada)->getJson("/api/student/rounds/$round")->assertOk();
        $namesake = $this->schoolClass($teacher, '');
        app(Roster::class)->add($namesake, NameTable::read('Ada'), [null]);
        $move($first, $namesake)->assertUnprocessable()->assertJsonPath('detail', 'Somebody else in Year 8 has this name. Write one of the two a little differently.');
        $move($first, $this->schoolClass($this->teacher('Stranger')))->assertNotFound();
    }

    public function test_a_student_taken_out_is_brought_back_with_all_they_did(): void
    {
        $class = $this->schoolClass($teacher = $this->teacher());
        $ada = $this->member($class);
        $this->asTeacher($teacher)->deleteJson("/api/classes/$class->id/students/$ada->id")->assertNoContent();
        $this->getJson("/api/classes/$class->id")->assertOk()->assertJsonCount(1, 'roster')->assertJsonPath('takenOut.0.id', $ada->id);
        $this->postJson("/api/classes/$class->id/students/$ada->id/restore")->assertNoContent();
        $this->deleteJson("/api/classes/$class->id/students/$ada->id")->assertNoContent();
        $lines = $this->look($class, 'ada');
        self::assertSame('back', $lines[0]['as']);
        $this->take($class, $lines)->assertOk()->assertJsonPath('class.roster.0.id', $ada->id);
        self::assertSame(2, Student::query()->where('school_id', $teacher->school_id)->count());
    }
}
