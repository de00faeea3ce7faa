<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Rounds\RoundBook;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
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

        return $this->send($medium->file, $medium->type);
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
        if ($teacher instanceof Teacher && $teacher->id === $medium->teacher_id) {
            return;
        }
        $student = $request->user('student');
        foreach ($student instanceof Student ? $student->rounds()->whereNull('finished_at')->get() : [] as $round) {
            if (in_array($medium->id, $this->rounds->media($round), true)) {
                return;
            }
        }
        abort(404);
    }

    private function send(string $file, string $type): Response
    {
        $headers = ['Content-Type' => $type, 'Cache-Control' => 'private, max-age=3600'];
        if (config('hidden_ladder.media_by_nginx') === true) {
            return new Response('', 200, $headers + ['X-Accel-Redirect' => "/media-folder/$file"]);
        }

        return new BinaryFileResponse($this->folder->folder()."/$file", 200, $headers);
    }
}
