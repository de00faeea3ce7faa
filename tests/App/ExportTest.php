<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Exports\Exports;
use HiddenLadder\App\Exports\MakeExport;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Export;
use HiddenLadder\App\Models\PassedScore;
use HiddenLadder\App\Models\PersonalMessage;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\School\Merging;
use HiddenLadder\App\Upkeep\Tidying;
use HiddenLadder\Demo\Draft;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use ZipArchive;

/** Files that take a while: the events of a task, and everything that is kept about one person. */
final class ExportTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada Brandt\nBram Abara\nCleo");
    }

    /** A number, something to write, and something to hand in. */
    private function task(SchoolClass $class, string $title = 'First'): Task
    {
        $d = new Draft($title);
        $quiz = $d->quiz($title, '', [
            $d->asks('two', $d->question('two', 'number', 'What is 2?', [
                ['id' => $d->id('entry'), 'text' => '2', 'key' => '2', 'right' => true, 'feedback' => '', 'ladder' => [], 'fork' => null],
            ], '', '', [])),
            $d->asks('why', $d->question('why', 'written', 'Why?', [], '', '', [], '0', ['readByTeacher' => true])),
            $d->asks('draw', $d->question('draw', 'hand-in', 'Draw it.', [], '', '', [], '0', ['accepts' => ['picture']])),
        ], 'End', '');

        return $this->given($class, $this->quiz($class->teacher()->sole(), $quiz));
    }

    /** Answers all three, in a round that ends. */
    private function works(Student $student, Task $task, string $written): Round
    {
        $round = (string) $this->asStudent($student)->postJson("/api/student/tasks/$task->id/rounds", ['again' => true])->assertOk()->json('id');
        foreach ([['text' => '2'], ['text' => $written], 'a file'] as $response) {
            $place = $this->getJson("/api/student/rounds/$round")->json('place');
            if ($response === 'a file') {
                $sent = ['file' => UploadedFile::fake()->image('tide.png', 4, 3)];
                $file = $this->post("/api/student/rounds/$round/files", $sent, ['Accept' => 'application/json'])->assertCreated()->json('id');
                $response = ['files' => [$file]];
            }
            $told = $this->sendsEvent($round, 'answered', ['question' => $place['question']['id'], 'response' => $response])->assertOk();
            $this->sendsEvent($round, 'went-on', ['from' => $told->json('place.frame')])->assertOk();
        }

        return Round::query()->findOrFail($round);
    }

    /** What an export holds. */
    private function fetched(string $export): string
    {
        $reply = $this->get("/api/exports/$export/file")->assertOk()->baseResponse;
        self::assertInstanceOf(BinaryFileResponse::class, $reply);
        self::assertStringContainsString('no-store', (string) $reply->headers->get('Cache-Control'));

        return $reply->getFile()->getContent();
    }

    public function test_the_events_of_a_task_leave_as_one_statement_a_line(): void
    {
        $task = $this->task($this->class);
        $ada = $this->works($this->member($this->class, 'Ada Brandt'), $task, 'So.');
        $this->works($this->member($this->class, 'Bram Abara'), $task, 'Thus.');
        $this->works($this->member($this->class, 'Cleo'), $task, 'Hence.');
        $this->asTeacher($this->teacher)->deleteJson("/api/classes/{$this->class->id}/students/".$this->member($this->class, 'Cleo')->id)->assertNoContent();
        $this->postJson("/api/tasks/$task->id/rounds/$ada->id/overrulings", ['question' => (new Draft('First'))->id('why/question'), 'share' => 0.5])
            ->assertNoContent();
        $export = $this->postJson("/api/tasks/$task->id/exports")->assertAccepted()->assertJsonPath('state', 'ready')->assertJsonPath('done', 1)->json();
        $content = $this->fetched($export['id']);
        self::assertSame($export['bytes'], strlen($content));
        $statements = array_map(
            static fn (string $line): array => json_decode($line, true, 512, JSON_THROW_ON_ERROR),
            explode("\n", rtrim($content)),
        );
        $events = DB::table('round_events')->join('rounds', 'rounds.id', '=', 'round_id')->where('task_id', $task->id)
            ->where('student_id', '!=', $this->studentNamed('Cleo')->id)->count();
        // One for each event, and one more for each round that ended.
        self::assertCount($events + 2, $statements);
        self::assertCount($events + 2, array_unique(array_column($statements, 'id')));
        $of = static fn (string $verb): array => array_values(array_filter($statements, static fn (array $one): bool => basename($one['verb']['id']) === $verb));
        self::assertCount(6, $of('answered'));
        self::assertCount(2, $of('completed'));
        self::assertSame(['Ada Brandt', 'Bram Abara'], array_values(array_unique(array_column(array_column($statements, 'actor'), 'name'))), 'Not of who was taken out.');
    }

    public function test_of_tasks_given_together_a_round_leaves_with_the_class_its_student_is_in_and_names_the_task_it_was_walked_in(): void
    {
        $other = $this->schoolClass($this->teacher, 'Dora Kell');
        $task = $this->task($this->class);
        $twin = Task::query()->create([
            'teacher_id' => $this->teacher->id, 'class_id' => $other->id, 'quiz_id' => $task->quiz_id, 'terms' => $task->terms,
        ]);
        Task::query()->whereKey([$task->id, $twin->id])->update(['given_together' => Ulids::make()]);
        $this->works($this->member($this->class, 'Ada Brandt'), $task, 'So.');
        // Bram worked in the one class, and is in the other since.
        $moved = $this->works($this->member($this->class, 'Bram Abara'), $task, 'Thus.');
        DB::table('enrolments')->where('student_id', $moved->student_id)->update(['class_id' => $other->id]);
        $rounds = [];
        foreach ([$task->id, $twin->id] as $asked) {
            $export = $this->asTeacher($this->teacher)->postJson("/api/tasks/$asked/exports")->assertAccepted()->json('id');
            foreach (explode("\n", rtrim($this->fetched($export))) as $line) {
                $one = json_decode($line, true, 512, JSON_THROW_ON_ERROR);
                $rounds[$asked][$one['actor']['name']] = basename($one['context']['contextActivities']['grouping'][0]['id']);
            }
        }
        self::assertSame([$task->id => ['Ada Brandt' => $task->id], $twin->id => ['Bram Abara' => $task->id]], $rounds);
    }

    private function studentNamed(string $name): Student
    {
        return Student::query()->where('given_name', $name)->sole();
    }

    public function test_one_that_is_under_way_is_not_begun_again_and_a_new_one_takes_the_place_of_the_old(): void
    {
        $task = $this->task($this->class);
        Queue::fake();
        $address = "/api/tasks/$task->id/exports";
        $first = $this->asTeacher($this->teacher)->postJson($address)->assertAccepted()->assertJsonPath('state', 'waiting')->json('id');
        $this->get("/api/exports/$first/file")->assertNotFound();
        $this->postJson($address)->assertAccepted()->assertJsonPath('id', $first);
        Export::query()->whereKey($first)->update(['state' => 'working', 'done' => 0.42]);
        $this->getJson("/api/exports/$first")->assertOk()->assertJsonPath('done', 0.42);
        $this->postJson($address)->assertAccepted()->assertJsonPath('id', $first);
        Queue::assertPushedOn('exports', MakeExport::class);
        Queue::assertPushed(MakeExport::class, 1);
        // What could not be made can be asked for again.
        Export::query()->whereKey($first)->update(['state' => 'failed']);
        $second = $this->postJson($address)->assertAccepted()->json('id');
        self::assertNotSame($first, $second);
        self::assertSame([$second], Export::query()->pluck('id')->all());
        // Another task, or another matter, is another file.
        $other = $this->task($this->class, 'Second');
        $this->postJson("/api/tasks/$other->id/exports")->assertAccepted();
        self::assertSame(2, Export::query()->count());
    }

    public function test_it_is_for_who_asked_and_as_long_as_they_may(): void
    {
        $task = $this->task($this->class);
        $export = $this->asTeacher($this->teacher)->postJson("/api/tasks/$task->id/exports")->assertAccepted()->json('id');
        $colleague = $this->colleague('Jonas');
        foreach ([$this->teacher('Other'), $colleague] as $other) {
            $this->asTeacher($other)->getJson("/api/exports/$export")->assertNotFound();
            $this->get("/api/exports/$export/file")->assertNotFound();
        }
        // The task was handed over when its teacher was let go.
        $task->update(['teacher_id' => $colleague->id]);
        $this->asTeacher($this->teacher)->get("/api/exports/$export/file")->assertNotFound();

        $ada = $this->member($this->class, 'Ada Brandt');
        $this->asTeacher($colleague)->postJson("/api/school/students/$ada->id/exports")->assertNotFound();
        $this->getJson('/api/school/students?named=Ada')->assertNotFound();
        $this->asTeacher($this->teacher('Elsewhere'))->postJson("/api/school/students/$ada->id/exports")->assertNotFound();
        $archive = $this->asTeacher($this->teacher)->postJson("/api/school/students/$ada->id/exports")->assertAccepted()->json('id');
        $this->get("/api/exports/$archive/file")->assertOk();
        $this->teacher->update(['is_keeper' => false]);
        $this->asTeacher($this->teacher->refresh())->get("/api/exports/$archive/file")->assertNotFound();
    }

    private function colleague(string $name): Teacher
    {
        $colleague = $this->teacher($name);
        $colleague->update(['school_id' => $this->teacher->school_id, 'is_keeper' => false]);

        return $colleague->refresh();
    }

    public function test_a_person_has_everything_in_one_archive_and_nothing_of_anybody_else(): void
    {
        // Two classes of two teachers, two tasks, a second entry that was found to be the same person, and a neighbour in all of it.
        $colleague = $this->colleague('Jonas');
        $elsewhere = $this->schoolClass($colleague, "A Brandt\nDora Kell");
        [$ada, $double, $bram] = [$this->member($this->class, 'Ada Brandt'), $this->member($elsewhere, 'A Brandt'), $this->member($this->class, 'Bram Abara')];
        [$first, $second] = [$this->task($this->class), $this->task($elsewhere, 'Second')];
        $ada->update(['secret' => password_hash('limpet', PASSWORD_BCRYPT, ['cost' => 4])]);
        $mine = [$this->works($ada, $first, 'Mine, the first.'), $this->works($double, $second, 'Mine, the second.')];
        $this->works($bram, $first, 'Not hers.');
        $this->works($this->member($elsewhere, 'Dora Kell'), $second, 'Nor this.');
        foreach ([[$ada, 'To Ada.'], [$bram, 'To Bram.']] as [$whom, $text]) {
            PersonalMessage::query()->create([
                'conversation' => Ulids::make(), 'matter' => 'word', 'teacher_id' => $colleague->id, 'student_id' => $whom->id, 'from_teacher' => true,
                'about' => 'Second', 'text' => $text, 'sent_at' => now(),
            ]);
        }
        PassedScore::query()->create([
            'task_id' => $second->id, 'student_id' => $double->id, 'score' => 0.5, 'activity' => 'Completed', 'grading' => 'FullyGraded',
            'at' => now(), 'state' => 'sent',
        ]);
        $first->update(['exceptions' => [$ada->id => ['dueAt' => '2026-12-24T00:00:00Z'], $bram->id => ['dueAt' => '2027-01-01T00:00:00Z']]]);
        $sitting = $this->asTeacher($this->teacher)->postJson("/api/classes/{$this->class->id}/sittings", ['task' => $first->id])->assertCreated()->json('id');
        $this->asStudent($ada)->postJson("/api/student/sittings/$sitting/entry", [])->assertOk();
        $this->putJson("/api/student/sittings/$sitting/mood", ['mood' => 'lost'])->assertNoContent();
        app(Merging::class)->merge($ada, $double, $this->teacher);
        DB::table('sheets')->insert([
            ['code' => str_repeat('a', 16), 'task_id' => $second->id, 'student_id' => $double->id],
            ['code' => str_repeat('b', 16), 'task_id' => $first->id, 'student_id' => $bram->id],
        ]);
        DB::table('hidden_comments')->insert(['round_id' => $mine[0]->id, 'number' => 2]);
        $this->asTeacher($this->teacher);

        $found = $this->getJson('/api/school/students?named=brandt')->assertOk()->json();
        self::assertSame([[$ada->id, 'Ada Brandt']], array_map(static fn (array $one): array => [$one['id'], $one['name']], $found), 'One person.');
        self::assertEqualsCanonicalizing(['Ines', 'Jonas'], array_column($found[0]['classes'], 'teacher'));
        $this->postJson("/api/school/students/$double->id/exports")->assertNotFound();
        $export = $this->postJson("/api/school/students/$ada->id/exports")->assertAccepted()->assertJsonPath('state', 'ready')->json('id');
        $zip = $this->opened($this->fetched($export));
        $person = json_decode((string) $zip->getFromName('person.json'), true, 512, JSON_THROW_ON_ERROR);
        self::assertSame(['Ada', 'Brandt', true], [$person['person']['givenName'], $person['person']['familyName'], $person['person']['hasSecret']]);
        self::assertSame(['A'], array_column($person['alsoEnteredAs'], 'givenName'));
        self::assertEqualsCanonicalizing(['Ines', 'Jonas'], array_column($person['classes'], 'teacher'));
        self::assertEqualsCanonicalizing([$mine[0]->id, $mine[1]->id], array_column($person['rounds'], 'id'));
        self::assertSame([['dueAt' => '2026-12-24T00:00:00Z']], array_column($person['tasks'], 'otherwise', 'id')[$first->id]);
        self::assertSame(['To Ada.'], array_column($person['messages'], 'text'));
        self::assertSame([0.5], array_column($person['gradebook'], 'score'), 'Also what stands under the entry that is gone.');
        self::assertSame(['lost'], array_column($person['sittings'][0]['moods'], 'mood'));
        self::assertSame([[$second->id], [['round' => $mine[0]->id, 'event' => 2]]], [$person['printedSheets'], $person['commentsHidden']]);
        $lines = static fn (string $name): array => array_map(
            static fn (string $line): array => json_decode($line, true, 512, JSON_THROW_ON_ERROR),
            explode("\n", rtrim((string) $zip->getFromName($name))),
        );
        $events = DB::table('round_events')->whereIn('round_id', array_column($mine, 'id'))->count();
        self::assertCount($events, $lines('events.jsonl'));
        self::assertSame([false], array_values(array_unique(array_column($lines('events.jsonl'), 'late'), SORT_REGULAR)));
        self::assertCount($events + 2, $lines('statements.jsonl'));
        self::assertEqualsCanonicalizing(['Mine, the first.', 'Mine, the second.'], array_values(array_filter(
            array_map(static fn (array $event): ?string => $event['data']['response']['text'] ?? null, $lines('events.jsonl')),
            static fn (?string $text): bool => $text !== null && $text !== '2',
        )));
        self::assertCount(2, $person['handedIn']);
        foreach ($person['handedIn'] as ['file' => $file, 'bytes' => $bytes]) {
            self::assertSame($bytes, strlen((string) $zip->getFromName("files/$file")));
        }
        self::assertStringContainsString('Ada Brandt', (string) $zip->getFromName('read-me.txt'));
        self::assertSame(4 + 2, $zip->numFiles);
        for ($index = 0; $index < $zip->numFiles; $index++) {
            foreach ([str_repeat('a', 16), 'Bram', 'Abara', 'Dora', 'Not hers.', 'Nor this.', '2027-01-01', '$2y$'] as $not) {
                self::assertStringNotContainsString($not, (string) $zip->getFromIndex($index));
            }
        }
    }

    public function test_who_was_found_to_be_somebody_else_while_it_waited_has_all_of_that_one_in_it(): void
    {
        $elsewhere = $this->schoolClass($this->teacher, 'A Brandt');
        [$ada, $double] = [$this->member($this->class, 'Ada Brandt'), $this->member($elsewhere, 'A Brandt')];
        $this->works($ada, $this->task($this->class), 'First.');
        $this->works($double, $this->task($elsewhere, 'Second'), 'Second.');
        Queue::fake();
        $export = $this->asTeacher($this->teacher)->postJson("/api/school/students/$double->id/exports")->assertAccepted()->json('id');
        app(Merging::class)->merge($ada, $double, $this->teacher);
        $this->app->call((new MakeExport($export, 'en'))->handle(...));
        $person = json_decode((string) $this->opened($this->fetched($export))->getFromName('person.json'), true, 512, JSON_THROW_ON_ERROR);
        self::assertSame([$ada->id, [$double->id], 2], [
            $person['person']['id'], array_column($person['alsoEnteredAs'], 'id'), count($person['rounds']),
        ]);
    }

    private function opened(string $content): ZipArchive
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'archive');
        file_put_contents($path, $content);
        $zip = new ZipArchive;
        self::assertTrue($zip->open($path, ZipArchive::CHECKCONS));

        return $zip;
    }

    public function test_where_it_cannot_be_written_it_says_so_and_leaves_nothing_behind(): void
    {
        $task = $this->task($this->class);
        $this->works($this->member($this->class, 'Ada Brandt'), $task, 'So.');
        Queue::fake();
        $export = Export::query()->whereKey($this->asTeacher($this->teacher)->postJson("/api/tasks/$task->id/exports")->json('id'))->sole();
        $folder = app(MediaFolder::class)->path('exports');
        $path = app(MediaFolder::class)->path(Exports::file($export));
        // In the place of the file stands a folder: no account writes that over.
        mkdir($path, 0700, true);
        $job = new MakeExport($export->id, 'en');
        try {
            $this->app->call($job->handle(...));
            self::fail('It was written.');
        } catch (\Throwable $error) {
            $job->failed($error);
        }
        rmdir($path);
        $this->getJson("/api/exports/$export->id")->assertOk()->assertJsonPath('state', 'failed');
        $this->get("/api/exports/$export->id/file")->assertNotFound();
        self::assertSame([], glob("$folder/$export->id*"));
    }

    public function test_it_is_kept_for_a_day(): void
    {
        $task = $this->task($this->class);
        $export = Export::query()->whereKey($this->asTeacher($this->teacher)->postJson("/api/tasks/$task->id/exports")->json('id'))->sole();
        $path = app(MediaFolder::class)->path(Exports::file($export));
        $this->travel(23)->hours();
        (new Tidying)();
        self::assertFileExists($path);
        $this->travel(2)->hours();
        (new Tidying)();
        self::assertFileDoesNotExist($path);
        $this->asTeacher($this->teacher)->getJson("/api/exports/$export->id")->assertNotFound();
    }
}
