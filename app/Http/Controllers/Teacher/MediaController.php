<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\MediumLine;
use HiddenLadder\App\Media\CaptionTracks;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Media\OutsideFile;
use HiddenLadder\App\Media\OutsideVideos;
use HiddenLadder\App\Media\Services\FoundVideo;
use HiddenLadder\App\Media\UnusedMedia;
use HiddenLadder\App\Media\VideoServices;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\RateLimiter;

/** A teacher's videos, pictures, sounds and documents, and where they come from. */
final class MediaController extends Controller
{
    /** At most so many a minute: the server fetches for its teachers, and is nobody's way to elsewhere. */
    private const A_MINUTE = 30;

    /** The language that captions sent along with a video are taken for, where none is named. */
    private const LANGUAGE = 'en';

    public function index(Request $request): JsonResponse
    {
        $media = $this->teacher($request)->media()->with('captionTracks:id,medium_id,language')->orderBy('title')->orderBy('id')->get();

        return new JsonResponse(MediumLine::collection($media));
    }

    public function store(Request $request, MediaFolder $folder, CaptionTracks $tracks): JsonResponse
    {
        $file = $request->file('file');
        $captions = $request->file('captions');
        // Looked at first, so that nothing is kept of what does not fit.
        $read = $captions instanceof UploadedFile ? $tracks->readFile($captions) : null;
        $medium = $folder->take($this->teacher($request), $file instanceof UploadedFile ? $file : null);
        if ($read !== null) {
            $tracks->write($medium, self::LANGUAGE, $read->captions, null);
        }

        return $this->line($medium);
    }

    public function fetch(Request $request, MediaFolder $folder, OutsideFile $outside, OutsideVideos $videos): JsonResponse
    {
        $asked = $request->validate(['address' => ['required', 'string', 'max:2000'], 'kind' => ['required', 'in:picture,video']]);
        $teacher = $this->within($request);
        $address = (string) $request->string('address');

        return $this->line($asked['kind'] === 'video'
            ? $videos->takeAt($teacher, $address)
            : $folder->takePictureAt($teacher, $address, $outside));
    }

    /** One that no quiz uses. */
    public function destroy(Medium $medium, UnusedMedia $unused): Response
    {
        $this->authorize('delete', $medium);
        $unused->delete($medium);

        return new Response('', 204);
    }

    public function search(Request $request, VideoServices $services): JsonResponse
    {
        $words = $request->validate(['words' => ['required', 'string', 'max:200']]);
        $this->within($request);
        [$found, $away] = $services->search((string) $words['words']);

        return new JsonResponse(['away' => $away, 'videos' => array_map(static function (array $one): array {
            /** @var array{string, FoundVideo} $one */
            [$service, $video] = $one;

            return [
                'service' => $service, 'key' => $video->key, 'title' => $video->title, 'seconds' => $video->seconds,
                'picture' => $video->picture,
            ];
        }, $found)]);
    }

    public function fromService(Request $request, OutsideVideos $videos): JsonResponse
    {
        $asked = $request->validate(['service' => ['required', 'string', 'max:20'], 'key' => ['required', 'string', 'max:190']]);

        return $this->line($videos->takeFrom($this->within($request), (string) $asked['service'], (string) $asked['key']));
    }

    private function line(Medium $medium): JsonResponse
    {
        return new JsonResponse(new MediumLine($medium->refresh()->load('captionTracks')), 201);
    }

    /** @throws Rejected when the teacher let the server fetch too often */
    private function within(Request $request): Teacher
    {
        $teacher = $this->teacher($request);
        $key = "fetching:$teacher->id";
        if (RateLimiter::tooManyAttempts($key, self::A_MINUTE)) {
            throw new Rejected(Reason::TooManyTries, new Message('problem.media.too-many-fetches'));
        }
        RateLimiter::hit($key);

        return $teacher;
    }
}
