<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Media\MediumKind;
use HiddenLadder\App\Media\PrepareVideo;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\School\EntryCode;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Quiz\Edits\Fingerprint;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Testing\DatabaseTransactions;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Queue;
use Illuminate\Testing\PendingCommand;
use Illuminate\Testing\TestResponse;

/** Over HTTP, against real MariaDB; every response of the API is held against the contract. */
abstract class AppTestCase extends TestCase
{
    use DatabaseTransactions;

    public function createApplication(): Application
    {
        $app = require __DIR__.'/../../bootstrap/app.php';
        assert($app instanceof Application);
        $app->make(Kernel::class)->bootstrap();
        self::assertStringEndsWith(
            '_test',
            (string) config('database.connections.mariadb.database'),
            'App tests are run by bin/test, on a database of their own.',
        );

        return $app;
    }

    protected function setUp(): void
    {
        parent::setUp();
        Cache::flush();
        // What timelines show takes seconds to make; the test of it runs it by itself.
        Queue::fake([PrepareVideo::class]);
        config(
            [
                'hidden_ladder.media_folder' => sys_get_temp_dir().'/hidden-ladder-test-media-'.getmypid(),
                'hidden_ladder.media_by_nginx' => false,
            ],
        );
    }

    /**
     * @param  string  $method
     * @param  \Illuminate\Support\Uri|string  $uri
     * @param  array<array-key, mixed>  $parameters
     * @param  array<array-key, mixed>  $cookies
     * @param  array<array-key, mixed>  $files
     * @param  array<array-key, mixed>  $server
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    public function call($method, $uri, $parameters = [], $cookies = [], $files = [], $server = [], $content = null): TestResponse
    {
        $response = parent::call($method, $uri, $parameters, $cookies, $files, $server, $content);
        // HEAD is GET without the body, which the contract does not name.
        if (str_starts_with(ltrim((string) $uri, '/'), 'api/') && strtoupper($method) !== 'HEAD') {
            Contract::get()->holds($method, (string) $uri, $response);
        }

        return $response;
    }

    /** @param  array<string, mixed>  $parameters */
    protected function command(string $command, array $parameters = []): PendingCommand
    {
        $pending = $this->artisan($command, $parameters);
        assert($pending instanceof PendingCommand);

        return $pending;
    }

    protected function teacher(string $name = 'Ines'): Teacher
    {
        $school = School::query()->create(['name' => "School of $name"]);

        return Teacher::query()->create(
            [
                'school_id' => $school->id,
                'is_keeper' => true,
                'name' => $name,
                'email' => strtolower($name.'-'.Ulids::make()).'@school.example',
                'password' => 'a long password',
            ],
        );
    }

    protected function asTeacher(Teacher $teacher): static
    {
        $this->app->make('auth')->forgetGuards();

        return $this->actingAs($teacher, 'teacher');
    }

    protected function asStudent(Student $student): static
    {
        $this->app->make('auth')->forgetGuards();

        return $this->actingAs($student, 'student');
    }

    /** @param  array<string, mixed>|null  $document */
    protected function quiz(Teacher $teacher, ?array $document = null): Quiz
    {
        $document ??= Sample::document();

        return Quiz::query()->create(
            [
                'teacher_id' => $teacher->id,
                'title' => $document['title'],
                'state' => QuizState::Draft,
                'version' => 1,
                'document' => $document,
            ],
        );
    }

    /**
     * Sends a change of a quiz, as a teacher's device does.
     *
     * @param  list<array<string, mixed>>  $edits
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    protected function change(Quiz $quiz, array $edits, ?int $version = null, ?string $id = null, string $label = 'Reworded'): TestResponse
    {
        return $this->postJson(
            "/api/quizzes/$quiz->id/changes",
            ['id' => $id ?? Ulids::make(), 'version' => $version ?? $quiz->refresh()->version, 'label' => $label, 'edits' => $edits],
        );
    }

    /**
     * Sends a correction of a quiz in use.
     *
     * @param  list<array<string, mixed>>  $edits
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    protected function correct(string $quiz, array $edits, string $label = 'Corrected'): TestResponse
    {
        return $this->postJson(
            "/api/quizzes/$quiz/corrections",
            ['id' => Ulids::make(), 'version' => 1, 'label' => $label, 'edits' => $edits],
        );
    }

    /** @return array<string, mixed> an edit as a page sends it */
    protected static function setting(string $at, string $member, mixed $value, mixed $was = null): array
    {
        return ['do' => 'set', 'at' => $at, 'member' => $member, 'value' => $value]
            + ($was === null ? [] : ['was' => Fingerprint::of($was)]);
    }

    /** The one-time code on a student's card. */
    protected function codeOf(Student $student): string
    {
        return (string) EntryCode::forCard($student);
    }

    protected function schoolClass(Teacher $teacher, string $names = "Ada\nBram"): SchoolClass
    {
        $class = SchoolClass::query()->create(
            [
                'school_id' => $teacher->school_id,
                'teacher_id' => $teacher->id,
                'name' => 'Year 8',
                'phrase' => strtr(strtolower(Ulids::make()), '0123456789', 'ghijklmnop'),
            ],
        );
        app(Roster::class)->write($class, $names);

        return $class;
    }

    protected function given(SchoolClass $class, Quiz $quiz): Task
    {
        Edition::query()->create(
            ['quiz_id' => $quiz->id, 'number' => 1, 'version' => 1, 'document' => $quiz->document, 'published_at' => now()],
        );

        return Task::query()->create([
            'teacher_id' => $class->teacher_id, 'class_id' => $class->id, 'quiz_id' => $quiz->id, 'terms' => Terms::learn()->toArray(),
        ]);
    }

    /**
     * One event of the student who is signed in, as their device sends it after all they did before.
     *
     * @param  array<string, mixed>  $data
     * @param  array<string, mixed>  $otherwise  members of what is sent
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    protected function sendsEvent(string $round, string $kind, array $data, array $otherwise = []): TestResponse
    {
        $now = (int) now()->valueOf();
        $last = Round::query()->whereKey($round)->value('last_event_id');

        return $this->postJson(
            "/api/student/rounds/$round/events",
            $otherwise + [
                'id' => Ulids::make(),
                'after' => $last,
                'kind' => $kind,
                'at' => $now,
                'sentAt' => $now,
                'data' => (object) $data,
            ],
        );
    }

    protected function member(SchoolClass $class, string $name = 'Ada'): Student
    {
        $student = app(Roster::class)->find($class, $name);
        self::assertNotNull($student);

        return $student;
    }

    /** A video on a teacher's shelf; its file is only there for those who put one. */
    protected function video(Teacher $teacher, float $seconds = 60): Medium
    {
        return Medium::query()->create([
            'teacher_id' => $teacher->id, 'kind' => MediumKind::Video, 'type' => 'video/webm', 'title' => 'Film', 'bytes' => 3,
            'seconds' => $seconds, 'file' => 'film.webm',
        ]);
    }

    protected function upload(string $name, string $content): UploadedFile
    {
        // A real file: Laravel's fake ones tell their type by their name.
        $path = (string) tempnam(sys_get_temp_dir(), 'upload');
        file_put_contents($path, $content);

        return new UploadedFile($path, $name, test: true);
    }
}
