<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\MediumLine;
use HiddenLadder\App\Media\MediaFolder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;

/** A teacher's videos and pictures. */
final class MediaController extends Controller
{
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
}
