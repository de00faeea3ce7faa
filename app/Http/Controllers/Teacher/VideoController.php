<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\MediumLine;
use HiddenLadder\App\Media\CaptionTracks;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Media\VideoUses;
use HiddenLadder\App\Models\CaptionTrack;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Formats\Captions\Captions;
use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;

/** One video of a teacher's: where it stands, its file, and its captions. */
final class VideoController extends Controller
{
    public function show(Medium $medium): JsonResponse
    {
        $this->authorize('change', $medium);

        return new JsonResponse(new MediumLine($medium->load('captionTracks')));
    }

    public function uses(Medium $medium): JsonResponse
    {
        $this->authorize('change', $medium);

        return new JsonResponse(VideoUses::of($medium));
    }

    /** Another file for it, in all quizzes at once; what fitted the old one and does not fit the new one is told. */
    public function replace(Request $request, Medium $medium, MediaFolder $folder): JsonResponse
    {
        $this->authorize('change', $medium);
        $before = VideoUses::misfits($medium);
        $file = $request->file('file');
        $folder->replace($medium, $file instanceof UploadedFile ? $file : null);
        $misfits = [];
        foreach (VideoUses::misfits($medium) as $id => ['quiz' => $quiz, 'document' => $document, 'findings' => $findings]) {
            $new = array_diff_key($findings, $before[$id]['findings'] ?? []);
            if ($new !== []) {
                $misfits[] = [
                    'quiz' => $quiz->id, 'title' => $document->title, 'tasks' => $quiz->tasks->count(),
                    'places' => array_map(
                        static fn (Finding $finding): array => [
                            'at' => $finding->at ?? $finding->stop, 'moment' => self::moment($document, $finding),
                            'sentence' => $finding->message,
                        ],
                        array_values($new),
                    ),
                ];
            }
        }

        return new JsonResponse(['medium' => new MediumLine($medium->load('captionTracks')), 'misfits' => $this->said($misfits)]);
    }

    public function captions(Medium $medium): JsonResponse
    {
        $this->authorize('change', $medium);

        return new JsonResponse(array_values($medium->captionTracks->map(self::track(...))->all()));
    }

    public function writeCaptions(Request $request, Medium $medium, string $language, CaptionTracks $tracks): JsonResponse
    {
        $this->authorize('change', $medium);
        $fields = Fields::of($request->json()->all());
        $captions = Captions::read($fields->objects('lines', static fn (Fields $line): Fields => $line));
        if (is_array($captions)) {
            throw Rejected::invalid($captions[0]->reason, $captions);
        }

        return new JsonResponse(self::track($tracks->write($medium, $language, $captions, $fields->integer('on'))));
    }

    public function sendCaptions(Request $request, Medium $medium, string $language, CaptionTracks $tracks): JsonResponse
    {
        $this->authorize('change', $medium);
        $file = $request->file('file');
        $read = $tracks->readFile($file instanceof UploadedFile ? $file : null);
        $track = self::track($tracks->write($medium, $language, $read->captions, null));

        return new JsonResponse(['track' => $track, 'notes' => $this->said($read->notes)], 201);
    }

    public function removeCaptions(Medium $medium, string $language, CaptionTracks $tracks): Response
    {
        $this->authorize('change', $medium);
        $tracks->remove($medium, $language);

        return response()->noContent();
    }

    /** @return array<string, mixed> */
    private static function track(CaptionTrack $track): array
    {
        return ['language' => $track->language, 'revision' => $track->revision, 'lines' => $track->lines];
    }

    /** When a cue is, that a finding is about. */
    private static function moment(QuizDocument $document, Finding $finding): ?float
    {
        $stop = $finding->stop === null ? null : $document->stop($finding->stop);

        return $stop instanceof VideoStop && $finding->at !== null ? $stop->cue($finding->at)?->at : null;
    }
}
