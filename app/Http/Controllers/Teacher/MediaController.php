<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Medium;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;

/** A teacher's videos and pictures. */
final class MediaController extends Controller
{
    public function index(Request $request): JsonResponse
    {
        $media = $this->teacher($request)->media()->orderBy('title')->orderBy('id')->get();

        return new JsonResponse($media->map(self::shown(...))->all());
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

        return new JsonResponse(self::shown($medium), 201);
    }

    /** @return array<string, mixed> */
    private static function shown(Medium $medium): array
    {
        return [
            'id' => $medium->id,
            'kind' => $medium->kind->value,
            'title' => $medium->title,
            'bytes' => $medium->bytes,
            'seconds' => $medium->seconds,
            'captions' => $medium->captions !== null,
        ];
    }
}
