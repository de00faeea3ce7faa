<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Exports\Exports;
use HiddenLadder\App\Exports\ExportState;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\HandOut;
use HiddenLadder\App\Http\Resources\ExportLine;
use HiddenLadder\App\Models\Export;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Files that take a while to make: asked for, followed, and fetched by whoever asked. */
final class ExportController extends Controller
{
    public function ofTask(Request $request, Task $task, Exports $exports): JsonResponse
    {
        $this->authorize('reach', $task->load('class'));

        return new JsonResponse(new ExportLine($exports->ofTask($this->teacher($request), $task)), 202);
    }

    /** Everything that is kept about a person of the school, for its keepers. */
    public function ofPerson(Request $request, Student $student, Exports $exports): JsonResponse
    {
        $this->authorize('keep', $student->school);
        abort_if($student->merged_into !== null, 404);

        return new JsonResponse(new ExportLine($exports->ofPerson($this->teacher($request), $student)), 202);
    }

    public function show(Export $export): JsonResponse
    {
        $this->authorize('fetch', $export);

        return new JsonResponse(new ExportLine($export));
    }

    public function file(Export $export, HandOut $handOut): Response
    {
        $this->authorize('fetch', $export);
        abort_unless($export->state === ExportState::Ready, 404);

        $file = $handOut->asDownload(Exports::file($export), $export->matter->type(), "$export->title.{$export->matter->ending()}");
        // On a device that others use, too, nothing of it stays but what was saved.
        $file->headers->set('Cache-Control', 'private, no-store');

        return $file;
    }
}
