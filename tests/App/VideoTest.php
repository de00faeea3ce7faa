<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Media\MediumSource;
use HiddenLadder\App\Media\PrepareVideo;
use HiddenLadder\App\Media\Probe;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Process;
use Illuminate\Support\Facades\Queue;
use Illuminate\Testing\TestResponse;

/** Where videos come from, their captions, what their timelines show, and another file for one that stands in several quizzes. */
final class VideoTest extends AppTestCase
{
    private const SHIPPED = __DIR__.'/../../database/demo/media/tidal-range.webm';

    private const HOST = 'http://127.0.0.1:9';

    private Teacher $ines;

    protected function setUp(): void
    {
        parent::setUp();
        $this->ines = $this->teacher();
        $this->asTeacher($this->ines);
        config([
            'hidden_ladder.video_hosts' => ['https://films.example', 'http://10.1.2.3:8000'],
            'hidden_ladder.video_services' => ['simulated' => ['adaptor' => 'simulated', 'label' => 'Slackwater Reels', 'address' => self::HOST]],
        ]);
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function at(string $address): TestResponse
    {
        return $this->postJson('/api/media/from-address', ['address' => $address, 'kind' => 'video']);
    }

    public function test_a_video_at_an_address_is_taken_in_from_listed_hosts_alone(): void
    {
        $video = (string) file_get_contents(self::SHIPPED);
        Http::fake([
            'https://films.example/low%20water.webm' => static fn () => Http::response($video, 206),
            'http://10.1.2.3:8000/inside.webm' => static fn () => Http::response($video),
            'https://films.example/moved' => Http::response('', 302, ['Location' => '/low%20water.webm']),
            'https://films.example/away' => Http::response('', 302, ['Location' => 'https://elsewhere.example/x.webm']),
            'https://films.example/inwards' => Http::response('', 301, ['Location' => 'http://127.0.0.1/x.webm']),
            'https://films.example/page' => Http::response('<!doctype html><video src="low water.webm">'),
            'https://films.example/gone' => Http::response('', 404),
        ]);
        $medium = $this->at('https://films.example/low%20water.webm')->assertCreated()->assertJson([
            'title' => 'low water', 'source' => 'address', 'player' => null, 'address' => 'https://films.example/low%20water.webm',
        ])->json();
        self::assertEqualsWithDelta(28.9, $medium['seconds'], 0.2);
        self::assertSame($medium['id'], $this->at(' https://films.example/low%20water.webm')->assertCreated()->json('id'));
        $this->at('http://10.1.2.3:8000/inside.webm')->assertCreated();
        $this->at('https://films.example/moved')->assertCreated();
        $this->at('https://films.example/page')->assertStatus(415);
        foreach ([
            'https://elsewhere.example/x.webm', 'http://films.example/x.webm', 'https://films.example:8443/x.webm', 'http://10.1.2.3/x.webm',
            'https://films.example@127.0.0.1/x.webm', 'https://films.example.elsewhere.example/x.webm', 'file:///etc/passwd', 'x',
            'https://films.example/away', 'https://films.example/inwards', 'https://films.example/gone',
        ] as $address) {
            $this->at($address)->assertStatus(422)->assertJsonPath('errors.0.pointer', '/address');
        }
        Http::assertNotSent(static fn ($request): bool => str_contains($request->url(), 'elsewhere') || str_contains($request->url(), '127.0.0.1'));
        self::assertSame(3, $this->ines->media()->count());
        // Its file is not ours to hand out.
        $this->get("/media/{$medium['id']}")->assertNotFound();
    }

    public function test_the_policy_names_the_listed_hosts_and_no_other(): void
    {
        $policy = (string) $this->get('/quizzes')->headers->get('Content-Security-Policy');
        self::assertStringContainsString("media-src 'self' blob: https://films.example http://10.1.2.3:8000 ".self::HOST, $policy);
        self::assertStringContainsString('frame-src '.self::HOST, $policy);
        config(['hidden_ladder.video_hosts' => [], 'hidden_ladder.video_services' => []]);
        self::assertStringContainsString("frame-src 'none'", (string) $this->get('/quizzes')->headers->get('Content-Security-Policy'));
    }

    public function test_a_video_of_a_service_is_found_and_taken_in_once(): void
    {
        $about = ['key' => 'twelve-parts', 'title' => 'Twelve parts', 'seconds' => 27.4, 'picture' => self::HOST.'/pictures/twelve-parts'];
        Http::fake([
            self::HOST.'/search*' => Http::response(['videos' => [
                $about, ['key' => 'https://elsewhere.example'], 'no video', ['picture' => 'https://elsewhere.example/x.png'] + $about,
            ]]),
            self::HOST.'/oembed*twelve-parts*' => Http::response([
                'version' => '1.0', 'type' => 'video', 'title' => 'Twelve parts', 'thumbnail_url' => $about['picture'], 'duration' => 27.4,
            ]),
            self::HOST.'/oembed*' => Http::response([], 404),
        ]);
        $this->getJson('/api/media/search?words=tide')->assertOk()->assertExactJson(['away' => [], 'videos' => [
            ['service' => 'simulated'] + $about, ['service' => 'simulated', 'picture' => null] + $about,
        ]]);
        $taken = $this->postJson('/api/media/from-service', ['service' => 'simulated', 'key' => 'twelve-parts'])->assertCreated()->assertJson([
            'title' => 'Twelve parts', 'seconds' => 27.4, 'player' => 'simulated', 'address' => self::HOST.'/player/twelve-parts',
            'page' => self::HOST.'/watch/twelve-parts', 'picture' => $about['picture'], 'preparation' => null,
        ])->json('id');
        self::assertSame($taken, $this->at(self::HOST.'/watch/twelve-parts')->assertCreated()->json('id'));
        $this->postJson('/api/media/from-service', ['service' => 'simulated', 'key' => 'nothing'])->assertNotFound();
        $this->postJson('/api/media/from-service', ['service' => 'no such', 'key' => 'twelve-parts'])->assertNotFound();
        $this->at(self::HOST.'/watch/../player/x')->assertStatus(422);
        // Another teacher's is another one.
        $this->asTeacher($this->teacher('Colleague'));
        self::assertNotSame($taken, $this->at(self::HOST.'/watch/twelve-parts')->assertCreated()->json('id'));
    }

    public function test_a_service_that_is_away_or_answers_something_else_is_told(): void
    {
        foreach ([Http::failedConnection(), Http::response('<!doctype html>'), Http::response([], 500), Http::response(['videos' => 3])] as $answer) {
            Http::swap(new \Illuminate\Http\Client\Factory);
            Http::fake([self::HOST.'/*' => $answer]);
            $this->getJson('/api/media/search?words=tide')->assertOk()->assertExactJson(['away' => ['Slackwater Reels'], 'videos' => []]);
        }
        $this->at(self::HOST.'/watch/x')->assertStatus(415);
        Http::swap(new \Illuminate\Http\Client\Factory);
        Http::fake([self::HOST.'/*' => Http::failedConnection()]);
        $this->at(self::HOST.'/watch/x')->assertStatus(502)->assertJsonPath('type', '/problems/service-away');
        self::assertSame(0, $this->ines->media()->count());
    }

    public function test_one_whose_service_is_not_set_up_any_more_stands_in_its_quiz_and_says_so(): void
    {
        $medium = $this->ines->media()->create([
            'kind' => 'video', 'type' => 'text/html', 'title' => 'Gone', 'bytes' => 0, 'source' => MediumSource::Service, 'service' => 'closed',
            'service_key' => 'x',
        ]);
        $this->getJson('/api/media')->assertOk()->assertJsonPath('0.player', 'gone')->assertJsonPath('0.id', $medium->id);
    }

    public function test_captions_are_sent_written_read_and_kept_apart_by_language(): void
    {
        $video = $this->video($this->ines);
        $at = "/api/media/$video->id/captions";
        $sent = $this->post("$at/de", ['file' => $this->upload('x.srt', "1\n00:00:05,000 --> 00:00:06,000\nspäter\n\n2\n00:00:01,000 --> 00:00:02,000\nEbbe\n")])
            ->assertCreated()->assertJsonPath('track.revision', 1)->json();
        self::assertSame(['Ebbe', 'später'], array_column($sent['track']['lines'], 'text'));
        self::assertStringContainsString('order', $sent['notes'][0]);
        $line = ['from' => 0, 'to' => 1.5, 'text' => 'Low <b>water</b> & more'];
        $this->putJson("$at/en", ['on' => 0, 'lines' => [$line]])->assertOk()->assertJsonPath('lines.0.text', 'Low <b>water</b> &amp; more');
        $this->putJson("$at/en", ['on' => 0, 'lines' => []])->assertStatus(409)->assertJsonPath('type', '/problems/changed-elsewhere');
        $this->putJson("$at/en", ['on' => 1, 'lines' => [$line, ['to' => 0] + $line]])
            ->assertStatus(422)->assertJsonPath('errors.0.pointer', '/lines/1/to');
        $this->post("$at/fr", ['file' => $this->upload('x.vtt', 'hello')], ['Accept' => 'application/json'])->assertStatus(415);
        $this->getJson('/api/media')->assertOk()->assertJsonPath('0.captions', ['de', 'en']);
        self::assertSame("WEBVTT\n\n00:00:00.000 --> 00:00:01.500\nLow <b>water</b> &amp; more\n", $this->get("/media/$video->id/captions/en")->assertOk()->getContent());
        $this->getJson("/media/$video->id/lines/en")->assertOk()->assertExactJson([['from' => 0, 'to' => 1.5, 'text' => 'Low water & more']]);
        $this->deleteJson("$at/de")->assertNoContent();
        $this->get("/media/$video->id/captions/de")->assertNotFound();
        $this->getJson($at)->assertOk()->assertJsonCount(1);
        $this->putJson("$at/EN", [])->assertNotFound();
        $this->asTeacher($this->teacher('Stranger'));
        $this->get("/media/$video->id/captions/en")->assertNotFound();
        $this->putJson("$at/en", ['on' => 1, 'lines' => []])->assertNotFound();
    }

    public function test_the_pictures_and_the_wave_of_a_timeline_are_made_by_the_queue(): void
    {
        $medium = Medium::query()->findOrFail((string) $this->post('/api/media', ['file' => $this->upload('f.webm', (string) file_get_contents(self::SHIPPED))])
            ->assertCreated()->assertJsonPath('preparation.state', 'waiting')->json('id'));
        $job = null;
        Queue::assertPushed(PrepareVideo::class, static function (PrepareVideo $pushed) use (&$job): bool {
            $job = $pushed;

            return true;
        });
        assert($job instanceof PrepareVideo);
        $this->app->call([$job, 'handle']);
        $told = $medium->refresh()->preparation;
        self::assertNotNull($told);
        self::assertSame(['ready', true, 15], [$told['state'], $told['wave'], $told['count']]);
        $this->get("/media/$medium->id/timeline/pictures")->assertOk()->assertHeader('Content-Type', 'image/webp');
        $folder = app(MediaFolder::class);
        // A byte for each tenth of a second; it is spoken in it, with pauses.
        $wave = array_values((array) unpack('C*', (string) file_get_contents($folder->path("$medium->id-1.wave"))));
        self::assertEqualsWithDelta((float) $medium->seconds * 10, count($wave), 5);
        self::assertGreaterThan(40, max([0, ...$wave]));
        self::assertLessThan(4, min([255, ...$wave]));
        self::assertSame([1600, 180], array_slice((array) getimagesize($folder->path("$medium->id-1.timeline.webp")), 0, 2));
        $this->asTeacher($this->teacher('Stranger'))->get("/media/$medium->id/timeline/wave")->assertNotFound();
        // Replaced meanwhile: what was begun for the old file is not laid over the new one.
        $medium->update(['revision' => 2, 'preparation' => null]);
        $this->app->call([$job, 'handle']);
        self::assertNull($medium->refresh()->preparation);
    }

    public function test_a_video_without_sound_with_a_wrong_length_or_broken_is_told_by_what_is_in_it(): void
    {
        $folder = sys_get_temp_dir();
        $make = static function (string $name, array $more) use ($folder): string {
            $path = "$folder/hidden-ladder-$name-".getmypid().'.webm';
            Process::run(['ffmpeg', '-v', 'error', '-y', '-f', 'lavfi', '-i', 'testsrc=d=6:s=64x36:r=5', '-c:v', 'libvpx', ...$more, $path])->throw();

            return $path;
        };
        // As a recording in the browser has it: it does not say how long it is.
        $live = $make('live', ['-f', 'webm', '-live', '1']);
        $probe = new Probe;
        self::assertNull($probe->secondsTold($live));
        self::assertEqualsWithDelta(6.0, $probe->seconds($live), 0.3);
        self::assertFalse($probe->hasSound($live));
        // The first half of a file says that it is as long as the whole.
        $half = substr($whole = (string) file_get_contents($make('whole', [])), 0, intdiv(strlen($whole), 2));
        file_put_contents("$folder/hidden-ladder-half.webm", $half);
        self::assertEqualsWithDelta(6.0, $probe->secondsTold("$folder/hidden-ladder-half.webm"), 0.3);
        self::assertLessThan(5.0, $probe->seconds("$folder/hidden-ladder-half.webm"));
        $medium = $this->post('/api/media', ['file' => $this->upload('half.webm', $half)])->assertCreated()->json();
        self::assertLessThan(5.0, $medium['seconds']);
        $this->app->call([new PrepareVideo($medium['id'], 1), 'handle']);
        $this->getJson("/api/media/{$medium['id']}")->assertJsonPath('preparation.state', 'ready')->assertJsonPath('preparation.wave', false);
    }

    public function test_another_file_for_a_video_is_laid_against_all_its_quizzes(): void
    {
        $video = $this->video($this->ines, 60);
        $document = Sample::document();
        $document['stops'] = [['id' => Sample::id('film'), 'kind' => 'video', 'title' => 'Tides', 'clip' => ['media' => $video->id, 'from' => 0, 'to' => 50],
            'cues' => [
                ['id' => Sample::id('early'), 'kind' => 'note', 'at' => 20, 'text' => 'Look.'],
                ['id' => Sample::id('late'), 'kind' => 'note', 'at' => 45, 'text' => 'Look again.'],
            ]]];
        $document['sideStops'] = [];
        $asks = $this->quiz($this->ines, ['title' => 'Asks'] + $document);
        $short = $document;
        $short['stops'][0]['clip']['to'] = 25;
        $short['stops'][0]['cues'] = [$document['stops'][0]['cues'][0]];
        $this->quiz($this->ines, ['title' => 'Begins'] + $short);
        $this->given($this->schoolClass($this->ines), $asks);

        $uses = $this->getJson("/api/media/$video->id/uses")->assertOk()->json();
        self::assertSame(['Asks', 'Begins'], array_column($uses, 'title'));
        self::assertSame(['Tides', 2], [$uses[0]['stops'][0]['title'], $uses[0]['stops'][0]['cues']]);

        $replaced = $this->post("/api/media/$video->id/file", ['file' => $this->upload('f.webm', (string) file_get_contents(self::SHIPPED))])
            ->assertOk()->assertJsonPath('medium.revision', 2)->assertJsonPath('medium.address', "/media/$video->id?v=2")->json();
        self::assertSame(['Asks'], array_column($replaced['misfits'], 'title'));
        self::assertSame(1, $replaced['misfits'][0]['tasks']);
        self::assertEqualsCanonicalizing(
            [[Sample::id('film'), null], [Sample::id('late'), 45]],
            array_map(static fn (array $place): array => [$place['at'], $place['moment']], $replaced['misfits'][0]['places']),
        );
        // Again by the same file: nothing new does not fit.
        $this->post("/api/media/$video->id/file", ['file' => $this->upload('f.webm', (string) file_get_contents(self::SHIPPED))])
            ->assertOk()->assertJsonPath('misfits', []);
        $this->post("/api/media/$video->id/file", ['file' => $this->upload('f.webm', 'no film')], ['Accept' => 'application/json'])->assertStatus(415);
        self::assertSame(3, $video->refresh()->revision);
        $this->get("/media/$video->id")->assertOk();
        $picture = $this->ines->media()->create(['kind' => 'picture', 'type' => 'image/webp', 'title' => 'x', 'bytes' => 3, 'file' => 'x.webp']);
        $this->post("/api/media/$picture->id/file", ['file' => $this->upload('f.webm', 'x')], ['Accept' => 'application/json'])->assertNotFound();
    }

    public function test_the_watch_record_says_who_saw_what_and_comments_stand_at_their_moments(): void
    {
        $video = $this->video($this->ines, 60);
        $document = Sample::document();
        $document['stops'] = [['id' => Sample::id('film'), 'kind' => 'video', 'title' => 'Tides', 'seeking' => 'free',
            'clip' => ['media' => $video->id, 'from' => 0, 'to' => 40],
            'cues' => [
                ['id' => Sample::id('early'), 'kind' => 'comments', 'at' => 10, 'text' => 'What do you see?', 'pauses' => true],
                ['id' => Sample::id('late'), 'kind' => 'comments', 'at' => 30, 'text' => 'And now?'],
            ]]];
        $document['sideStops'] = [];
        $task = $this->given($class = $this->schoolClass($this->ines, "Ada Zell\nBram Abt\nCleo"), $this->quiz($this->ines, $document));
        $rounds = [];
        foreach (['Ada Zell', 'Bram Abt'] as $name) {
            $student = $this->member($class, $name);
            $this->asStudent($student);
            $round = $rounds[$name] = (string) $this->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
            $this->travel(1)->minutes();
            foreach ([[0, 12], [4, 12]] as [$from, $to]) {
                $this->sendsEvent($round, 'watched', ['video' => Sample::id('film'), 'from' => $from, 'to' => $to, 'speed' => 1])->assertOk();
            }
            $this->sendsEvent($round, 'commented', ['cue' => Sample::id('early'), 'text' => "Water, says $name"])->assertOk();
        }
        $this->getJson("/api/student/rounds/{$rounds['Bram Abt']}/comments")->assertOk()->assertExactJson([
            ['cue' => Sample::id('early'), 'text' => 'Water, says Bram Abt', 'name' => null, 'own' => true],
        ]);

        $at = "/api/tasks/$task->id";
        $seen = $this->asTeacher($this->ines)->getJson("$at/videos/".Sample::id('film'))->assertOk()->json();
        self::assertCount(3, $seen['names']);
        self::assertSame([[0, 4, 1], [4, 12, 2]], $seen['students'][0]['strip']);
        self::assertEqualsWithDelta(0.3, $seen['students'][0]['share'], 0.001);
        self::assertSame([[[12, 4]], [12]], [$seen['students'][0]['jumps'], $seen['students'][0]['left']]);
        self::assertSame([['at' => 4, 'students' => 2]], $seen['mostAgain']);
        self::assertSame([['at' => 12, 'students' => 2]], $seen['mostLeft']);
        self::assertSame([10, 10], array_column($seen['comments'], 'at'));
        self::assertFalse($seen['commentsOpen']);
        $this->getJson("$at/videos/".Sample::id('early'))->assertNotFound();

        $first = $seen['comments'][0];
        $this->putJson("$at/comments", ['open' => true, 'named' => true])->assertNoContent();
        $bram = fn (): array => (array) $this->asStudent($this->member($class, 'Bram Abt'))
            ->getJson("/api/student/rounds/{$rounds['Bram Abt']}/comments")->assertOk()->json();
        self::assertSame([['Ada Zell', false], [null, true]], array_map(static fn (array $one): array => [$one['name'], $one['own']], $bram()));
        $this->asTeacher($this->ines)->putJson("$at/comments", ['open' => true, 'named' => false])->assertNoContent();
        self::assertSame([null, null], array_column($bram(), 'name'));
        $hidden = "$at/rounds/{$first['round']}/hidden-comments/{$first['number']}";
        $this->asTeacher($this->ines)->putJson($hidden)->assertNoContent();
        $this->putJson($hidden)->assertNoContent();
        self::assertSame(['Water, says Bram Abt'], array_column($bram(), 'text'));
        $this->asTeacher($this->ines)->deleteJson($hidden)->assertNoContent();
        self::assertCount(2, $bram());
        // What is no comment is none to hide, and another task's is not this one's.
        $this->asTeacher($this->ines)->putJson("$at/rounds/{$first['round']}/hidden-comments/1")->assertNotFound();
        $elsewhere = $this->given($this->schoolClass($this->ines), $this->quiz($this->ines));
        $this->putJson("/api/tasks/$elsewhere->id/rounds/{$first['round']}/hidden-comments/{$first['number']}")->assertNotFound();
    }

    public function test_a_student_whose_video_of_another_host_is_away_goes_on_and_nobody_else(): void
    {
        $own = $this->video($this->ines);
        $outside = $this->ines->media()->create([
            'kind' => 'video', 'type' => 'text/html', 'title' => 'Reel', 'bytes' => 0, 'source' => MediumSource::Service, 'service' => 'simulated',
            'service_key' => 'x',
        ]);
        foreach ([[$own->id, 422], [$outside->id, 200]] as [$media, $status]) {
            $document = Sample::document();
            $video = array_values(array_filter($document['stops'], static fn (array $stop): bool => $stop['kind'] === 'video'))[0];
            $document['stops'] = [['clip' => ['media' => $media] + $video['clip']] + $video];
            $document['sideStops'] = [];
            $task = $this->given($class = $this->schoolClass($this->ines, "Ada $status"), $this->quiz($this->ines, ['forks' => [], 'parts' => []] + $document));
            $this->asStudent($this->member($class, "Ada $status"));
            $round = (string) $this->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');
            $view = $this->sendsEvent($round, 'video-away', ['video' => Sample::id('video')])->assertStatus($status);
            if ($status === 200) {
                $view->assertJsonPath('place.maySkip', true)->assertJsonPath("media.$media.player", 'simulated');
            } else {
                $this->getJson("/api/student/rounds/$round")->assertOk()->assertJsonPath('place.maySkip', false);
            }
        }
    }
}
