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
use Illuminate\Support\Facades\Cache;

/** What a quiz lets expect, before class. */
final class ForecastController extends Controller
{
    /** For whom it is told where the teacher has no class yet. */
    private const STUDENTS = 24;

    /** Seconds that one forecast may take. */
    private const LONGEST = 50;

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

        // The three are worked out together, whichever is asked for first: where a round can stand is the same for all of them.
        $profiles = $class === null ? array_column(Profile::three(), null, 'name') : [$name => $profile];
        $from = [];
        foreach ($profiles as $one => $ofOne) {
            $from["forecast $quiz->id $which $one"] = [$read, $terms, $ofOne, $videos, $students];
        }
        /** @param  list<string>  $missing */
        $work = static function (array $missing) use ($read, $terms, $videos, $students, $from): array {
            $profiles = array_values(array_map(static fn (string $about): Profile => $from[$about][2], $missing));
            try {
                $forecasts = $profiles === [] ? [] : Forecast::each($read, $terms, $profiles, $videos);
            } catch (NoForecast $unfinished) {
                throw new Rejected(Reason::NoForecast, $unfinished->why);
            }

            return array_combine($missing, array_map(static fn (Forecast $forecast): array => $forecast->toArray()
                + ['sentence' => (new ForecastInWords($read))->sentence($forecast, $students)], $forecasts));
        };
        // Who asks for another of them meanwhile waits, instead of working out the same.
        $told = Cache::lock("forecast $quiz->id $which", self::LONGEST)->block(
            self::LONGEST,
            static fn (): array => DerivedCache::each($from, $work),
        );

        return new JsonResponse($this->said($told["forecast $quiz->id $which $name"]));
    }
}
