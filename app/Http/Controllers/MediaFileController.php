<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Http\HandOut;
use HiddenLadder\App\Media\CaptionTracks;
use HiddenLadder\App\Media\MediumKind;
use HiddenLadder\App\Models\CaptionTrack;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\WayIn;
use HiddenLadder\App\Rounds\RoundViews;
use HiddenLadder\Core\Formats\Captions\CueText;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Hands out videos, pictures and captions to those who may have them where they stand. */
final class MediaFileController extends Controller
{
    public function __construct(private readonly HandOut $handOut, private readonly RoundViews $views)
    {
    }

    public function file(Request $request, Medium $medium): Response
    {
        $this->mayLoad($request, $medium);

        $file = $medium->file ?? abort(404);

        return $medium->kind === MediumKind::File
            ? $this->handOut->asDownload($file, $medium->type, self::fileName($medium))
            : $this->handOut->file($file, $medium->type);
    }

    public function captions(Request $request, Medium $medium, string $language): Response
    {
        return new Response(CaptionTracks::file($this->track($request, $medium, $language)), 200, [
            'Content-Type' => 'text/vtt; charset=utf-8', 'Cache-Control' => 'private, no-cache',
        ]);
    }

    /** The same for a transcript, and for players that draw captions themselves. */
    public function lines(Request $request, Medium $medium, string $language): JsonResponse
    {
        return new JsonResponse(array_map(
            static fn (array $line): array => [
                'from' => $line['from'], 'to' => $line['to'], 'text' => CueText::plain($line['text']),
            ],
            $this->track($request, $medium, $language)->lines,
        ), 200, ['Cache-Control' => 'private, no-cache']);
    }

    /** What its timeline shows, for whoever writes questions into it. */
    public function timeline(Request $request, Medium $medium, string $what): Response
    {
        $teacher = $request->user('teacher');
        abort_unless($teacher instanceof Teacher && $teacher->id === $medium->teacher_id, 404);
        $name = "$medium->id-$medium->revision";

        return $what === 'wave'
            ? $this->handOut->file("$name.wave", 'application/octet-stream')
            : $this->handOut->file("$name.timeline.webp", 'image/webp');
    }

    private function track(Request $request, Medium $medium, string $language): CaptionTrack
    {
        $this->mayLoad($request, $medium);

        return $medium->captionTracks()->where('language', $language)->firstOrFail();
    }

    private static function fileName(Medium $medium): string
    {
        $ending = '.'.pathinfo((string) $medium->file, PATHINFO_EXTENSION);

        return str_ends_with(strtolower($medium->title), $ending) ? $medium->title : $medium->title.$ending;
    }

    /** Its owner always; what was handed in, whoever gave that task; what a quiz shows, a student whose round stands where it is shown. */
    private function mayLoad(Request $request, Medium $medium): void
    {
        $teacher = $request->user('teacher');
        if ($teacher instanceof Teacher && ($teacher->id === $medium->teacher_id || $this->gaveTheTask($teacher, $medium))) {
            return;
        }
        $student = $request->user('student');
        if ($student instanceof Student && ($this->handedIn($student, $medium) || $this->isShown($student, $medium))) {
            return;
        }
        abort(404);
    }

    private function gaveTheTask(Teacher $teacher, Medium $medium): bool
    {
        return $medium->round_id !== null && $medium->loadMissing('round.task')->round?->task->teacher_id === $teacher->id;
    }

    /** Their own, of a task that they reach in the way they came in. */
    private function handedIn(Student $student, Medium $medium): bool
    {
        return $student->id === $medium->student_id && ($student->cameInBy === WayIn::Secret
            || Task::query()->givenTo($student)->whereKey($medium->loadMissing('round:id,task_id')->round?->task_id)->exists());
    }

    private function isShown(Student $student, Medium $medium): bool
    {
        // Naming somebody else's medium in a quiz gives nobody a right to it.
        $rounds = static fn () => $student->rounds()->whereIn(
            'task_id',
            Task::query()->givenTo($student)->where('teacher_id', $medium->teacher_id)->select('id'),
        );
        $names = static fn ($edition) => $edition->where('document', 'like', "%$medium->id%")->orWhere(
            'corrected',
            'like',
            "%$medium->id%",
        );
        // Mostly it is of a round under way; of one that is over, the closing words and what is looked back at show some too.
        foreach ([$rounds()->whereNull('finished_at'), $rounds()->whereNotNull('finished_at')->whereHas('edition', $names)] as $some) {
            foreach ($some->with(['task', 'edition:id,revision'])->get() as $round) {
                if (in_array($medium->id, $this->views->media($round), true)) {
                    return true;
                }
            }
        }

        return false;
    }
}
