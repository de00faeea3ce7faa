<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\DerivedCache;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Media\VideoInfos;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Results\ClassData;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\Forecast;
use HiddenLadder\Core\Forecast\ForecastInWords;
use HiddenLadder\Core\Forecast\NoForecast;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Inspection\VideoInfo;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What a quiz lets expect, before class. */
final class ForecastController extends Controller
{
    /** For whom it is told where the teacher has no class yet. */
    private const STUDENTS = 24;

    public function __construct(private readonly ClassData $data)
    {
    }

    /** Of the draft, under the terms that it suggests. */
    public function ofDraft(Request $request, Quiz $quiz): JsonResponse
    {
        $this->authorize('reach', $quiz);
        $read = QuizDocument::read($quiz->document);

        return $this->forecast($request, $quiz, $read, Terms::read(Fields::of($read->terms)), 'draft');
    }

    /** Of the latest edition, under terms that it may be given with. */
    public function underTerms(Request $request, Quiz $quiz, Editions $editions): JsonResponse
    {
        $this->authorize('reach', $quiz->load('latestEdition'));
        $edition = $quiz->latestEdition ?? throw new Rejected(Reason::NotPublished, new Message('problem.quiz.publish-first'));

        return $this->forecast(
            $request,
            $quiz,
            $editions->read($edition),
            Terms::read(Fields::of($request->input('terms') ?? [], '/terms')),
            'edition',
        );
    }

    private function forecast(Request $request, Quiz $quiz, QuizDocument $read, Terms $terms, string $which): JsonResponse
    {
        $request->validate(['profile' => ['required', 'string']]);
        $name = $request->string('profile')->value();
        $class = in_array($name, array_column(Profile::three(), 'name'), true) ? null : SchoolClass::query()->findOrFail($name);
        if ($class !== null) {
            $this->authorize('reach', $class);
        }
        $profile = $class === null
            ? array_column(Profile::three(), null, 'name')[$name]
            : Profile::ofClass($this->data->known($quiz, $class));
        $videos = array_filter(array_map(static fn (VideoInfo $video): ?float => $video->seconds, VideoInfos::of($read)), is_float(...));
        $students = $class !== null
            ? $class->students()->count()
            : (int) $this->teacher($request)->classes()->withCount('students')->get()->max('students_count');
        $students = $students > 0 ? $students : self::STUDENTS;

        $from = [$read, $terms, $profile, $videos, $students];

        $told = DerivedCache::once("forecast $quiz->id $which $name", $from, static function () use ($from): array {
            [$read, $terms, $profile, $videos, $students] = $from;
            try {
                $forecast = Forecast::of($read, $terms, $profile, $videos);
            } catch (NoForecast $unfinished) {
                throw new Rejected(Reason::NoForecast, $unfinished->why);
            }

            return $forecast->toArray() + ['sentence' => (new ForecastInWords($read))->sentence($forecast, $students)];
        });

        return new JsonResponse($this->said($told));
    }
}
