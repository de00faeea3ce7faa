<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use Firebase\JWT\JWK;
use Firebase\JWT\JWT;
use HiddenLadder\App\Gradebook\Gradebook;
use HiddenLadder\App\Gradebook\Key;
use HiddenLadder\App\Gradebook\Passing;
use HiddenLadder\App\Gradebook\PassScores;
use HiddenLadder\App\Gradebook\Refused;
use HiddenLadder\App\Gradebook\WhyRefused;
use HiddenLadder\App\Models\PassedScore;
use HiddenLadder\App\Models\PassedTask;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Formats\Gradebook\LineItem;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Http;

/** Scores are passed on to a gradebook that is simulated, and whose log is read. */
final class GradebookTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Task $task;

    /** @var resource */
    private $standIn;

    private string $address;

    private string $file;

    protected function setUp(): void
    {
        parent::setUp();
        $key = openssl_pkey_new(['private_key_bits' => 2048]);
        self::assertNotFalse($key);
        openssl_pkey_export($key, $pem);
        $this->address = 'http://127.0.0.1:'.self::freePort();
        $this->file = sys_get_temp_dir().'/hidden-ladder-gradebook-'.getmypid().'.json';
        @unlink($this->file);
        config(['hidden_ladder.gradebook' => [
            'token' => "$this->address/token", 'client' => 'hidden-ladder', 'hosts' => $this->address, 'key' => base64_encode($pem), 'seconds' => 2,
        ]]);
        $keys = 'data:application/json;base64,'.base64_encode((string) json_encode(['keys' => [Key::public()]]));
        $pipes = [];
        $server = proc_open(
            ['node', dirname(__DIR__, 2).'/stand-ins/gradebook/serve.mjs', (string) parse_url($this->address, PHP_URL_PORT), $keys, $this->file],
            [['pipe', 'r'], ['file', '/dev/null', 'a'], STDERR],
            $pipes,
        );
        self::assertIsResource($server);
        $this->standIn = $server;
        for ($i = 0; $i < 200 && @file_get_contents("$this->address/log") === false; $i++) {
            usleep(20_000);
        }
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada\nBram\nCleo");
        foreach (['Ada' => 'S-1', 'Bram' => 'S-2', 'Cleo' => 'S-3'] as $name => $number) {
            $this->member($this->class, $name)->update(['outside_number' => $number]);
        }
        $this->task = $this->given($this->class, $this->quiz($this->teacher));
        $this->asTeacher($this->teacher);
    }

    protected function tearDown(): void
    {
        proc_terminate($this->standIn);
        proc_close($this->standIn);
        @unlink($this->file);
        parent::tearDown();
    }

    private static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        self::assertNotFalse($socket);
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);

        return $port;
    }

    /** @param  array<string, mixed>  $what */
    private function standInIs(array $what): void
    {
        Http::asJson()->post("$this->address/stand-in", $what)->throw();
    }

    /** @return list<array{method: string, path: string, status: int, why: string, body: string}> */
    private function log(): array
    {
        return Http::get("$this->address/log")->json();
    }

    /** @return list<array<string, mixed>> scores that were taken, in order */
    private function told(): array
    {
        $scores = array_filter(
            $this->log(),
            static fn (array $one): bool => str_ends_with($one['path'], '/scores') && $one['status'] === 204,
        );

        return array_values(array_map(static fn (array $one): array => json_decode($one['body'], true), $scores));
    }

    private function connect(): void
    {
        $columns = "$this->address/classes/year-8/columns";
        $this->putJson("/api/classes/{$this->class->id}/gradebook", ['columns' => $columns])->assertNoContent();
    }

    /** A student comes to a score in a finished round of the task. */
    private function scores(string $name, ?float $score, int $unread = 0): void
    {
        $student = $this->member($this->class, $name);
        $round = Round::query()->where('task_id', $this->task->id)->where('student_id', $student->id)->first();
        if ($round === null) {
            $this->asStudent($student)->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk();
            $round = Round::query()->where('task_id', $this->task->id)->where('student_id', $student->id)->sole();
            $this->asTeacher($this->teacher);
        }
        $round->update(['score' => $score, 'finished_at' => $score === null ? null : now(), 'unread' => $unread, 'moved_at' => now()]);
    }

    private function sweep(): void
    {
        app(Passing::class)();
    }

    private function passOn(): void
    {
        $this->connect();
        $this->putJson("/api/tasks/{$this->task->id}/passing")->assertNoContent();
    }

    /** @return array<string, array{string, ?string}> state and reason by the student's name */
    private function states(): array
    {
        $states = [];
        foreach (PassedScore::query()->with('student')->get() as $one) {
            $states[$one->student->given_name] = [$one->state->value, $one->reason?->value];
        }
        ksort($states);

        return $states;
    }

    public function test_scores_arrive_once_in_order_and_again_when_they_change(): void
    {
        $this->scores('Ada', 0.5);
        $this->travel(1)->seconds();
        $this->scores('Bram', 1.0, 1);
        $this->passOn();
        $told = $this->told();
        self::assertSame([['S-1', 50], ['S-2', 100]], array_map(static fn (array $one): array => [$one['userId'], $one['scoreGiven']], $told));
        self::assertSame(
            ['activityProgress' => 'Completed', 'gradingProgress' => 'FullyGraded', 'scoreMaximum' => 100],
            array_intersect_key($told[0], ['scoreMaximum' => 1, 'activityProgress' => 1, 'gradingProgress' => 1]),
        );
        self::assertSame('PendingManual', $told[1]['gradingProgress'], 'somebody has still to read it');
        $made = array_values(array_filter($this->log(), static fn (array $one): bool => $one['status'] === 201));
        self::assertSame(
            [$this->task->id, 100, $this->task->quiz->title],
            [json_decode($made[0]['body'], true)['resourceId'], json_decode($made[0]['body'], true)['scoreMaximum'], json_decode($made[0]['body'], true)['label']],
        );

        $this->sweep();
        $this->sweep();
        self::assertCount(2, $this->told(), 'nothing is told twice');

        // Read now, and Ada's answer marked again.
        $this->scores('Bram', 1.0);
        $this->scores('Ada', 0.75);
        $this->sweep();
        $again = array_slice($this->told(), 2);
        $byStudent = array_column($again, null, 'userId');
        self::assertSame([75, 'FullyGraded'], [$byStudent['S-1']['scoreGiven'], $byStudent['S-2']['gradingProgress']]);
        self::assertGreaterThan($told[0]['timestamp'], $byStudent['S-1']['timestamp']);
        self::assertSame(1, count(array_filter($this->log(), static fn (array $one): bool => $one['status'] === 201)), 'one column');
        self::assertSame(1, count(array_filter($this->log(), static fn (array $one): bool => $one['path'] === '/token')), 'one token');

        $seen = $this->getJson("/api/classes/{$this->class->id}/gradebook")->assertOk();
        $seen->assertJsonPath('tasks.0.hasColumn', true)->assertJsonPath('away', null)->assertJsonCount(2, 'tasks.0.scores');
        self::assertSame(['Ada' => ['sent', null], 'Bram' => ['sent', null]], $this->states());
    }

    public function test_nothing_is_told_before_it_is_released_and_what_was_is_taken_back(): void
    {
        $terms = Terms::for(Purpose::Check);
        $this->task->update(['terms' => $terms->with(seen: [Sight::Score->value => SeenWhen::WhenReleased] + $terms->seen)->toArray()]);
        $this->scores('Ada', 0.5);
        $this->passOn();
        $this->sweep();
        self::assertSame([[], []], [$this->told(), $this->states()]);

        $this->patchJson("/api/tasks/{$this->task->id}", ['released' => true])->assertSuccessful();
        $this->sweep();
        self::assertSame([50], array_column($this->told(), 'scoreGiven'));

        $this->travel(1)->seconds();
        $this->patchJson("/api/tasks/{$this->task->id}", ['released' => false])->assertSuccessful();
        $this->sweep();
        $last = $this->told()[1];
        self::assertArrayNotHasKey('scoreGiven', $last, 'one without points clears what stands there');
        self::assertSame(['Initialized', 'NotReady'], [$last['activityProgress'], $last['gradingProgress']]);

        // Excused, there is nothing to tell either.
        $this->patchJson("/api/tasks/{$this->task->id}", ['released' => true])->assertSuccessful();
        $this->sweep();
        $this->putJson("/api/tasks/{$this->task->id}/excused/{$this->member($this->class)->id}")->assertNoContent();
        $this->sweep();
        self::assertSame([true, false], array_map(static fn (array $one): bool => isset($one['scoreGiven']), array_slice($this->told(), 2)));
    }

    public function test_a_column_is_called_what_the_quiz_is_called_now(): void
    {
        $this->scores('Ada', 0.5);
        $this->passOn();
        $column = fn (): array => json_decode((string) file_get_contents($this->file), true)['items'][0]['item'];
        $puts = fn (): int => count(array_filter($this->log(), static fn (array $one): bool => $one['method'] === 'PUT' && $one['status'] === 200));
        $this->sweep();
        self::assertSame([0, $this->task->quiz->title], [$puts(), $column()['label']], 'What it was made with is not told again.');
        $this->task->quiz->update(['title' => 'Tides, and why']);
        $this->task->update(['due_at' => '2027-01-11 08:00:00']);
        $this->standInIs(['mode' => 'away']);
        $this->sweep();
        self::assertSame(0, $puts());
        $this->travel(2)->minutes();
        $this->standInIs(['mode' => 'well', 'ahead' => now()->getTimestamp() - time()]);
        $this->sweep();
        $this->sweep();
        self::assertSame([1, 'Tides, and why', '2027-01-11T08:00:00Z', $this->task->id], [
            $puts(), $column()['label'], $column()['endDateTime'], $column()['resourceId'],
        ]);
        self::assertCount(1, $this->told(), 'No score is told again for that.');
        // Found again after the class was connected anew, under a name from before.
        $this->deleteJson("/api/classes/{$this->class->id}/gradebook")->assertNoContent();
        $this->task->quiz->update(['title' => 'The tides']);
        $this->connect();
        $this->putJson("/api/tasks/{$this->task->id}/passing")->assertNoContent();
        $this->sweep();
        self::assertSame('The tides', $column()['label']);
        self::assertSame(1, count(array_filter($this->log(), static fn (array $one): bool => $one['status'] === 201)), 'one column');
    }

    public function test_what_one_student_is_shown_is_told_of_that_one_alone(): void
    {
        $terms = Terms::read(Fields::of($this->task->terms));
        $this->task->update(['terms' => $terms->with(seen: [Sight::Score->value => SeenWhen::WhenReleased] + $terms->seen)->toArray()]);
        $this->scores('Ada', 0.5);
        $this->scores('Bram', 0.25);
        $this->passOn();
        $ada = $this->member($this->class)->id;
        $this->putJson("/api/tasks/{$this->task->id}/released/$ada", ['released' => true])->assertNoContent();
        $this->sweep();
        self::assertSame(['S-1' => 50], array_column($this->told(), 'scoreGiven', 'userId'));
        $this->travel(1)->seconds();
        $this->patchJson("/api/tasks/{$this->task->id}", ['released' => true])->assertSuccessful();
        $this->putJson("/api/tasks/{$this->task->id}/released/$ada", ['released' => false])->assertNoContent();
        $this->sweep();
        $told = array_slice($this->told(), 1);
        self::assertEqualsCanonicalizing([['S-1', null], ['S-2', 25]], array_map(
            static fn (array $one): array => [$one['userId'], $one['scoreGiven'] ?? null],
            $told,
        ), 'Taken back of the one, told of the other.');
    }

    public function test_after_a_day_away_it_arrives_in_order_with_pauses_that_grew(): void
    {
        $this->scores('Ada', 0.5);
        $this->passOn();
        $this->standInIs(['mode' => 'away']);
        $begun = now();
        $this->travel(1)->minutes();
        $this->scores('Bram', 0.25);
        $columns = (string) $this->class->refresh()->gradebook;
        $this->sweep();
        $tries = count(array_filter($this->log(), static fn (array $one): bool => $one['status'] === 0));
        self::assertSame(1, $tries, 'the token is still good: one question, and no more while it rests');
        $this->getJson("/api/classes/{$this->class->id}/gradebook")->assertJsonPath('away.why', 'silent');
        $rests = [];
        for ($minute = 0; $minute < 24 * 60; $minute++) {
            $this->travelTo($begun->addMinutes(2 + $minute));
            if ($minute === 30) {
                $this->scores('Cleo', 0.4);
            }
            $before = PassScores::resting($columns)['times'] ?? 0;
            $until = PassScores::resting($columns)['until'] ?? null;
            if ($until === null || $until->isPast()) {
                $this->sweep();
            }
            if ((PassScores::resting($columns)['times'] ?? 0) > $before) {
                $rests[] = (int) round(now()->diffInMinutes(PassScores::resting($columns)['until'] ?? now(), true));
            }
        }
        self::assertSame([2, 4, 8, 16, 32, 64, 128, 256, 360], array_slice($rests, 0, 9));
        self::assertCount(1, $this->told());

        $this->travel(6)->hours();
        $this->standInIs(['mode' => 'well', 'ahead' => now()->getTimestamp() - time()]);
        $this->sweep();
        self::assertSame(['S-1', 'S-2', 'S-3'], array_column($this->told(), 'userId'));
        $this->getJson("/api/classes/{$this->class->id}/gradebook")->assertJsonPath('away', null);
    }

    /** @return iterable<string, array{string, string}> */
    public static function faults(): iterable
    {
        yield 'a page in place of an answer' => ['wrong', 'unreadable'];
        yield 'too much to do' => ['busy', 'busy'];
        yield 'a minute for an answer' => ['slow', 'silent'];
        yield 'no answer' => ['away', 'silent'];
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('faults')]
    public function test_what_goes_wrong_loses_nothing_and_doubles_nothing(string $mode, string $why): void
    {
        $this->scores('Ada', 0.5);
        $this->connect();
        // While the column is made, then while the score is sent.
        foreach ([0, 1] as $step) {
            $this->standInIs(['mode' => $mode]);
            if ($step === 0) {
                $this->putJson("/api/tasks/{$this->task->id}/passing")->assertNoContent();
            } else {
                $this->scores('Ada', 0.8);
                $this->sweep();
            }
            self::assertSame(['Ada' => ['waiting', null]], $this->states());
            $this->getJson("/api/classes/{$this->class->id}/gradebook")->assertJsonPath('away.why', $why);
            $this->standInIs(['mode' => 'well']);
            $this->postJson("/api/tasks/{$this->task->id}/passing/again")->assertNoContent();
            self::assertSame(['Ada' => ['sent', null]], $this->states());
        }
        $stands = json_decode((string) file_get_contents($this->file), true);
        self::assertSame([1, 1, 80], [count($stands['items']), count($stands['scores']), $stands['scores'][0]['score']['scoreGiven']]);
    }

    public function test_a_token_that_has_run_out_is_got_anew(): void
    {
        $this->scores('Ada', 0.5);
        $this->passOn();
        $this->standInIs(['stale' => true]);
        $this->scores('Ada', 0.6);
        $this->sweep();
        self::assertSame([50, 60], array_column($this->told(), 'scoreGiven'));
    }

    public function test_what_is_refused_is_told_with_the_reason_and_tried_again_when_asked(): void
    {
        $this->standInIs(['unknown' => ['S-2']]);
        $this->member($this->class, 'Cleo')->update(['outside_number' => null]);
        $this->scores('Ada', 0.5);
        $this->scores('Bram', 0.6);
        $this->scores('Cleo', 0.7);
        $this->passOn();
        self::assertSame(['Ada' => ['sent', null], 'Bram' => ['refused', 'person'], 'Cleo' => ['refused', 'number']], $this->states());
        self::assertSame(['S-1'], array_column($this->told(), 'userId'));

        // What was mended goes by itself; what the gradebook refused, when it is asked again.
        $this->member($this->class, 'Cleo')->update(['outside_number' => 'S-3']);
        $this->sweep();
        self::assertSame(['Ada' => ['sent', null], 'Bram' => ['refused', 'person'], 'Cleo' => ['sent', null]], $this->states());
        $this->standInIs(['unknown' => []]);
        $this->sweep();
        self::assertSame(['refused', 'person'], $this->states()['Bram']);
        $this->postJson("/api/tasks/{$this->task->id}/passing/again")->assertNoContent();
        self::assertSame(['sent', null], $this->states()['Bram']);

        // The column is taken out over there.
        $item = (string) PassedTask::query()->sole()->item;
        Http::withToken(self::token())->delete($item);
        $this->scores('Ada', 0.9);
        $this->sweep();
        self::assertSame(['refused', 'column'], $this->states()['Ada']);
        $this->postJson("/api/tasks/{$this->task->id}/passing/again")->assertNoContent();
        self::assertSame(['sent', null], $this->states()['Ada']);
        self::assertNotSame($item, PassedTask::query()->sole()->item);
    }

    public function test_a_student_with_two_accounts_stands_there_once_when_they_are_made_one(): void
    {
        $this->scores('Ada', 0.5);
        $this->scores('Bram', 0.75);
        $this->passOn();
        [$kept, $gone] = [$this->member($this->class), $this->member($this->class, 'Bram')];
        $this->travel(1)->seconds();
        $this->postJson("/api/classes/{$this->class->id}/students/$kept->id/merges", ['gone' => $gone->id])->assertSuccessful();
        $this->sweep();
        $last = [];
        foreach ($this->told() as $one) {
            $last[$one['userId']] = $one['scoreGiven'] ?? null;
        }
        self::assertNull($last['S-2'], 'nothing stands under the other name any more');
        self::assertNotNull($last['S-1']);
        $told = count($this->told());
        $this->sweep();
        self::assertCount($told, $this->told());
    }

    public function test_in_other_columns_all_is_told_anew_and_where_they_were_nothing_is_doubled(): void
    {
        $this->scores('Ada', 0.5);
        $this->passOn();
        $url = "/api/classes/{$this->class->id}/gradebook";
        $this->putJson($url, ['columns' => "$this->address/classes/year-9/columns"])->assertNoContent();
        $this->sweep();
        $this->deleteJson($url)->assertNoContent();
        $this->connect();
        $this->sweep();
        $stands = json_decode((string) file_get_contents($this->file), true);
        self::assertSame(['year-8', 'year-9'], array_column($stands['items'], 'of'), 'one column in each');
        self::assertCount(2, $stands['scores']);
        self::assertSame(['Ada' => ['sent', null]], $this->states());
    }

    /** What a token of the program itself lets one do, as a test on its own. */
    private static function token(): string
    {
        $kept = Cache::get('gradebook/token');

        return \Illuminate\Support\Facades\Crypt::decryptString(is_string($kept) ? $kept : '');
    }

    public function test_the_stand_in_refuses_what_the_standard_refuses(): void
    {
        $this->scores('Ada', 0.5);
        $this->passOn();
        $item = (string) PassedTask::query()->sole()->item;
        $score = fn (array $more, string $token, string $type = 'application/vnd.ims.lis.v1.score+json'): int => Http::withToken($token)
            ->withBody((string) json_encode($more + [
                'userId' => 'S-1', 'timestamp' => now()->addMinute()->format('Y-m-d\TH:i:s.vP'), 'activityProgress' => 'Completed',
                'gradingProgress' => 'FullyGraded', 'scoreGiven' => 1, 'scoreMaximum' => 1,
            ]), $type)->post(LineItem::scores($item))->status();
        $token = self::token();
        self::assertSame(204, $score([], $token));
        self::assertSame(400, $score(['scoreMaximum' => 0], $token));
        self::assertSame(400, $score(['timestamp' => '2026-11-28T10:00:00'], $token));
        self::assertSame(400, $score(['activityProgress' => 'Done'], $token));
        self::assertSame(409, $score(['timestamp' => '2020-01-01T10:00:00.000Z'], $token));
        self::assertSame(415, $score([], $token, 'application/json'));
        self::assertSame(401, $score([], 'made-up'));
        $assertion = Key::assertion('hidden-ladder', "$this->address/token", now()->getTimestamp());
        $ask = fn (string $assertion, string $scope): \Illuminate\Http\Client\Response => Http::asForm()->post("$this->address/token", [
            'grant_type' => 'client_credentials', 'scope' => $scope, 'client_assertion' => $assertion,
            'client_assertion_type' => 'urn:ietf:params:oauth:client-assertion-type:jwt-bearer',
        ]);
        $narrow = $ask($assertion, LineItem::SCOPES[0])->json('access_token');
        self::assertSame(403, $score([], $narrow), 'a token for columns is none for scores');
        self::assertSame(401, $ask($assertion, LineItem::SCOPES[0])->status(), 'a word is good once');
        $old = Key::assertion('hidden-ladder', "$this->address/token", now()->getTimestamp() - 3600);
        self::assertSame(401, $ask($old, LineItem::SCOPES[0])->status());
        $elsewhere = Key::assertion('hidden-ladder', 'https://elsewhere.example/token', now()->getTimestamp());
        self::assertSame(401, $ask($elsewhere, LineItem::SCOPES[0])->status());
        self::assertSame(401, $ask(Key::assertion('other', "$this->address/token", now()->getTimestamp()), LineItem::SCOPES[0])->status());
    }

    public function test_what_this_program_signs_is_read_with_its_public_key(): void
    {
        $keys = $this->getJson('/api/gradebook-keys')->assertOk()->json();
        $read = JWT::decode(Key::assertion('hidden-ladder', 'https://g.example/token', time()), JWK::parseKeySet($keys));
        self::assertSame(['hidden-ladder', 'https://g.example/token'], [$read->sub, $read->aud]);
        self::assertSame(['kty', 'n', 'e', 'kid', 'use', 'alg'], array_keys($keys['keys'][0]), 'and nothing of the private half');
    }

    public function test_it_is_the_schools_gradebook_and_the_teachers_class_or_nothing(): void
    {
        $url = "/api/classes/{$this->class->id}/gradebook";
        foreach (['https://elsewhere.example/columns', 'file:///etc/passwd', 'nothing', 'http://127.0.0.1:1/columns'] as $columns) {
            $this->putJson($url, ['columns' => $columns])->assertStatus(422);
        }
        // Nor is what is no address at all, or hides its host, however the list of hosts is written.
        foreach (['', ' ', "$this->address  https://other.example"] as $hosts) {
            config(['hidden_ladder.gradebook.hosts' => $hosts]);
            foreach (['nothing', 'http://a@127.0.0.1/columns', 'http:///columns', 'https://elsewhere.example/columns'] as $columns) {
                $this->putJson($url, ['columns' => $columns])->assertStatus(422);
            }
        }
        config(['hidden_ladder.gradebook.hosts' => $this->address]);
        $this->putJson("/api/tasks/{$this->task->id}/passing")->assertStatus(422);
        $this->connect();
        // A quiz that was archived since is passed on as before.
        $this->task->quiz->update(['state' => QuizState::Archived]);
        $this->scores('Ada', 0.5);
        $this->putJson("/api/tasks/{$this->task->id}/passing")->assertNoContent();
        self::assertCount(1, $this->told());
        $this->deleteJson("/api/tasks/{$this->task->id}/passing")->assertNoContent();
        $this->scores('Ada', 0.6);
        $this->sweep();
        self::assertCount(1, $this->told(), 'no more');
        $this->deleteJson($url)->assertNoContent();
        $this->getJson($url)->assertOk()->assertJsonPath('columns', null);

        $this->asTeacher($this->teacher('Mo'));
        $this->getJson($url)->assertNotFound();
        $this->putJson($url, ['columns' => "$this->address/classes/x/columns"])->assertNotFound();
        $this->putJson("/api/tasks/{$this->task->id}/passing")->assertNotFound();
        $this->postJson("/api/tasks/{$this->task->id}/passing/again")->assertNotFound();
    }

    public function test_an_answer_that_leads_elsewhere_is_not_followed(): void
    {
        Http::fake([
            "$this->address/token" => Http::response(['access_token' => 'good', 'expires_in' => 3600]),
            '*' => Http::response([['resourceId' => 't', 'id' => 'https://elsewhere.example/column']]),
        ]);
        $this->expectException(\HiddenLadder\App\Gradebook\Away::class);
        app(Gradebook::class)->column("$this->address/classes/x/columns", 't', new LineItem('A', 't', null, null));
    }

    public function test_a_scope_that_is_not_granted_is_a_refusal(): void
    {
        Http::fake([
            "$this->address/token" => Http::response(['access_token' => 'good', 'expires_in' => 3600]),
            '*' => Http::response(['error' => 'no'], 403),
        ]);
        try {
            app(Gradebook::class)->column("$this->address/classes/x/columns", 't', new LineItem('A', 't', null, null));
            self::fail('It was not refused.');
        } catch (Refused $refused) {
            self::assertSame(WhyRefused::NotAllowed, $refused->why);
        }
    }
}
