<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Media\MediumKind;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Rounds\RoundBook;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Response;

/** Hands out videos, pictures and captions to those who may have them where they stand. */
final class MediaFileController extends Controller
{
    public function __construct(private readonly MediaFolder $folder, private readonly RoundBook $rounds)
    {
    }

    public function file(Request $request, Medium $medium): Response
    {
        $this->mayLoad($request, $medium);

        return $this->send($medium->file, $medium->type, $medium->kind === MediumKind::File ? $medium->title : null);
    }

    public function captions(Request $request, Medium $medium): Response
    {
        $this->mayLoad($request, $medium);

        return $this->send($medium->captions ?? abort(404), 'text/vtt; charset=utf-8');
    }

    /** Its owner always; a student while a round of theirs stands where it is shown. */
    private function mayLoad(Request $request, Medium $medium): void
    {
        $teacher = $request->user('teacher');
        if ($teacher instanceof Teacher && ($teacher->id === $medium->teacher_id || $this->isOfTheirClass($teacher, $medium))) {
            return;
        }
        $student = $request->user('student');
        if ($student instanceof Student && $student->id === $medium->student_id) {
            return;
        }
        foreach ($student instanceof Student ? $student->rounds()->whereNull('finished_at')->get() : [] as $round) {
            if (in_array($medium->id, $this->rounds->media($round), true)) {
                return;
            }
        }
        abort(404);
    }

    /** What a student handed in is for the teachers of their classes. */
    private function isOfTheirClass(Teacher $teacher, Medium $medium): bool
    {
        return $medium->student_id !== null
            && $teacher->classes()->whereHas('students', static fn ($students) => $students->whereKey($medium->student_id))->exists();
    }

    private function send(string $file, string $type, ?string $asDownload = null): Response
    {
        $headers = ['Content-Type' => $type, 'Cache-Control' => 'private, max-age=3600', 'X-Content-Type-Options' => 'nosniff']
            + ($asDownload === null ? [] : ['Content-Disposition' => HeaderUtils::makeDisposition('attachment', $asDownload, 'file')]);
        if (config('hidden_ladder.media_by_nginx') === true) {
            return new Response('', 200, $headers + ['X-Accel-Redirect' => "/media-folder/$file"]);
        }

        return new BinaryFileResponse($this->folder->folder()."/$file", 200, $headers);
    }
}
