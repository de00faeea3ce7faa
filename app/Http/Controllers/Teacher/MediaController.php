<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\MediumLine;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Media\PictureFromAddress;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\RateLimiter;

/** A teacher's videos, pictures, sounds and documents. */
final class MediaController extends Controller
{
    /** At most so many a minute: the server fetches for its teachers, and is nobody's way to elsewhere. */
    private const A_MINUTE = 30;

    public function index(Request $request): JsonResponse
    {
        $media = $this->teacher($request)->media()->orderBy('title')->orderBy('id')->get();

        return new JsonResponse(MediumLine::collection($media));
    }

    public function store(Request $request, MediaFolder $folder): JsonResponse
    {
        $file = $request->file('file');
        $captions = $request->file('captions');
        $medium = $folder->take(
            $this->teacher($request),
            $file instanceof UploadedFile ? $file : null,
            $captions instanceof UploadedFile ? $captions : null,
        );

        return new JsonResponse(new MediumLine($medium), 201);
    }

    public function fetch(Request $request, MediaFolder $folder, PictureFromAddress $pictures): JsonResponse
    {
        $teacher = $this->teacher($request);
        $key = "pictures:$teacher->id";
        if (RateLimiter::tooManyAttempts($key, self::A_MINUTE)) {
            throw new Rejected(Reason::TooManyTries, new Message('problem.media.too-many-pictures'));
        }
        RateLimiter::hit($key);
        $medium = $folder->takeFromAddress($teacher, (string) $request->string('address'), $pictures);

        return new JsonResponse(new MediumLine($medium), 201);
    }
}
