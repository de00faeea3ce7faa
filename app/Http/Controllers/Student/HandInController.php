<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Round;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Takes a picture, a sound or a file of a student's, before an answer names it. */
final class HandInController extends Controller
{
    public function __invoke(Request $request, Round $round, MediaFolder $folder): JsonResponse
    {
        $this->authorize('walk', $round);
        $file = $request->file('file');
        $medium = $folder->takeFrom($round, is_array($file) ? null : $file);

        return new JsonResponse(['id' => $medium->id, 'kind' => $medium->kind->value, 'title' => $medium->title], 201);
    }
}
