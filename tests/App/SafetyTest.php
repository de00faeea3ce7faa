<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Media\OutsideFile;
use HiddenLadder\App\Models\Medium;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Invariants 6 and 7: what is taken in, and what every page carries. */
final class SafetyTest extends AppTestCase
{
    private const VIDEO = __DIR__.'/../../database/demo/media/tidal-range.webm';

    private const CAPTIONS = __DIR__.'/../../database/demo/media/tidal-range.vtt';

    private function fileOf(string $address): string
    {
        $sent = $this->get($address)->assertOk()->baseResponse;
        assert($sent instanceof BinaryFileResponse);

        return $sent->getFile()->getPathname();
    }

    public function test_a_picture_is_decoded_and_encoded_anew(): void
    {
        $picture = imagecreatetruecolor(3000, 20);
        ob_start();
        imagejpeg($picture);
        $jpeg = (string) ob_get_clean();
        $marked = substr($jpeg, 0, 2)."\xFF\xFE\x00\x0DWHERE-IT-IS".substr($jpeg, 2);
        $medium = $this->asTeacher($this->teacher())->post(
            '/api/media',
            ['file' => $this->upload('map.jpg', $marked)],
        )->assertStatus(201)->json();
        self::assertSame('picture', $medium['kind']);
        $stored = (string) file_get_contents($this->fileOf("/media/{$medium['id']}"));
        self::assertStringNotContainsString('WHERE-IT-IS', $stored);
        $size = getimagesizefromstring($stored);
        self::assertIsArray($size);
        self::assertSame([2000, 'image/webp'], [$size[0], $size['mime']]);
    }

    public function test_a_picture_with_too_many_points_is_told_so_and_not_decoded(): void
    {
        // A PNG's size stands in its head; this one says 9,000 by 9,000.
        $head = 'IHDR'.pack('NNCCCCC', 9000, 9000, 8, 2, 0, 0, 0);
        $png = "\x89PNG\r\n\x1A\n".pack('N', 13).$head.pack('N', crc32($head));
        $this->asTeacher($this->teacher())->postJson('/api/media', ['file' => $this->upload('wall.png', $png)])
            ->assertStatus(413)->assertJsonPath('detail', fn (string $words): bool => str_contains($words, '9,000 by 9,000'));
    }

    public function test_a_picture_is_fetched_from_the_public_web_alone(): void
    {
        ob_start();
        imagepng(imagecreatetruecolor(30, 20));
        $png = (string) ob_get_clean();
        $names = ['pictures.example' => ['203.0.114.7'], 'inside.example' => ['10.0.0.8'], 'both.example' => ['203.0.114.7', '127.0.0.1']];
        $this->app->instance(
            OutsideFile::class,
            new OutsideFile(static fn (string $host): array => $names[$host] ?? []),
        );
        Http::fake([
            'pictures.example/gull%20one.png' => static fn () => Http::response($png),
            'pictures.example/elsewhere' => Http::response('', 302, ['Location' => '/gull%20one.png']),
            'pictures.example/inwards' => Http::response('', 302, ['Location' => 'http://169.254.169.254/latest']),
            'pictures.example/round' => Http::response('', 302, ['Location' => '/round']),
            'pictures.example/page' => Http::response('<html>'),
            '*' => Http::response($png),
        ]);
        $this->asTeacher($this->teacher());
        $fetch = fn (string $address): TestResponse => $this->postJson('/api/media/from-address', ['address' => $address, 'kind' => 'picture']);
        foreach (['https://pictures.example/gull%20one.png', 'http://pictures.example/elsewhere'] as $address) {
            $medium = $fetch($address)->assertStatus(201)->assertJsonPath('kind', 'picture')->json();
            $this->get("/media/{$medium['id']}")->assertOk()->assertHeader('Content-Type', 'image/webp');
        }
        self::assertSame('gull one', Medium::query()->orderBy('id')->firstOrFail()->title);
        $fetch('https://pictures.example/page')->assertStatus(415);
        foreach ([
            'http://127.0.0.1/a.png', 'http://localhost/a.png', 'http://[::1]/a.png', 'http://[::ffff:10.0.0.8]/a.png',
            'http://192.168.1.1/a.png', 'http://169.254.169.254/a', 'http://100.64.0.1/a', 'http://2130706433/a', 'http://0x7f.1/a',
            'http://inside.example/a.png', 'http://both.example/a.png', 'http://pictures.example:8080/a.png',
            'http://me@pictures.example/a.png', 'https://pictures.example/inwards', 'https://pictures.example/round',
            'file:///etc/passwd', 'ftp://pictures.example/a.png', 'pictures.example', '',
        ] as $address) {
            $fetch($address)->assertStatus(422)->assertJsonPath('errors.0.pointer', '/address');
        }
        self::assertSame(2, Medium::query()->count());
    }

    public function test_a_video_is_told_by_its_content_and_keeps_its_captions(): void
    {
        $this->asTeacher($this->teacher());
        $medium = $this->post('/api/media', [
            'file' => $this->upload('film.txt', (string) file_get_contents(self::VIDEO)),
            'captions' => $this->upload('film.vtt', (string) file_get_contents(self::CAPTIONS)),
        ])->assertStatus(201)->assertJsonPath('kind', 'video')->assertJsonPath('captions', ['en'])->json();
        self::assertEqualsWithDelta(28.9, $medium['seconds'], 0.2);
        $this->get("/media/{$medium['id']}", ['Range' => 'bytes=0-99'])->assertStatus(206)->assertHeader('Content-Type', 'video/webm');
        $this->get("/media/{$medium['id']}/captions/en")->assertOk()->assertHeader('Content-Type', 'text/vtt; charset=utf-8');
        $this->getJson('/api/media')->assertOk()->assertJsonPath('0.id', $medium['id']);
        $this->asTeacher($this->teacher('Stranger'))->get("/media/{$medium['id']}")->assertNotFound();
    }

    public function test_the_wrong_type_and_size_are_refused_with_the_limit_named(): void
    {
        $this->asTeacher($this->teacher());
        $send = fn (array $files) => $this->post('/api/media', $files, ['Accept' => 'application/json']);
        $send(['file' => $this->upload('film.webm', 'no film at all')])->assertStatus(415);
        $send(['file' => $this->upload('film.webm', "\x1A\x45\xDF\xA3".str_repeat('x', 200))])->assertStatus(415);
        $send(['file' => $this->upload('page.svg', '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>')])->assertStatus(415);
        $send(['file' => $this->upload('sheet.txt', 'Ebb and flow.')])->assertStatus(201)->assertJsonPath('kind', 'file');
        $send([])->assertStatus(422);
        $video = (string) file_get_contents(self::VIDEO);
        $send(['file' => $this->upload('f.webm', $video), 'captions' => $this->upload('c.vtt', 'hello')])->assertStatus(415);
        config(['hidden_ladder.largest.video' => 1024 * 1024 / 8]);
        $send(['file' => $this->upload('f.webm', $video)])->assertStatus(413)->assertJsonPath(
            'detail',
            'Video files may have at most 128 kB.',
        );
    }

    public function test_every_answer_carries_a_strict_policy(): void
    {
        foreach (['/', '/join', '/api/teacher', '/no/such/page'] as $address) {
            $policy = (string) $this->get($address)->headers->get('Content-Security-Policy');
            self::assertStringContainsString("default-src 'none'", $policy);
            self::assertStringContainsString("script-src 'self';", $policy);
            self::assertStringNotContainsString('unsafe-eval', $policy);
        }
    }

    public function test_writing_needs_the_page_s_own_token(): void
    {
        $this->app->instance('env', 'production');
        $this->app->instance(\Illuminate\Foundation\Http\Middleware\ValidateCsrfToken::class, new class($this->app, $this->app->make('encrypter')) extends \Illuminate\Foundation\Http\Middleware\ValidateCsrfToken
        {
            protected function runningUnitTests(): bool
            {
                return false;
            }
        });
        $this->postJson('/api/teacher/sign-in', ['email' => 'a', 'password' => 'b'])->assertStatus(419);
    }

    public function test_an_error_never_tells_its_own_text(): void
    {
        config(['hidden_ladder.media_folder' => null]);
        $this->asTeacher($this->teacher());
        $answer = $this->post(
            '/api/media',
            ['file' => $this->upload('f.webm', (string) file_get_contents(self::VIDEO))],
            ['Accept' => 'application/json'],
        )->assertStatus(500);
        self::assertSame(['type', 'title', 'status', 'detail'], array_keys($answer->json()));
        self::assertStringNotContainsString('assert', (string) $answer->getContent());
    }

    public function test_an_unknown_address_is_a_problem_in_the_api_and_a_page_elsewhere(): void
    {
        $this->asTeacher($this->teacher())->getJson('/api/quizzes/nothing')->assertNotFound();
        $manifest = json_decode((string) file_get_contents(public_path('build/manifest.json')), true);
        $script = static fn (string $bundle): string => $manifest["resources/js/$bundle/main.tsx"]['file'];
        $this->get('/some/page')->assertOk()->assertSee($script('teacher'), false);
        $this->get('/walk/x')->assertOk()->assertSee($script('student'), false)->assertDontSee($script('teacher'), false);
    }
}
