<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use HiddenLadder\App\Media\MediumFacts;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\SittingStudent;
use HiddenLadder\App\Models\Student;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\ReadingStop;
use HiddenLadder\Core\Quiz\Sent;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\View\QuestionView;
use HiddenLadder\Core\Sitting\Course;
use HiddenLadder\Core\Sitting\Cover;
use HiddenLadder\Core\Sitting\NextStep;
use HiddenLadder\Core\Sitting\Phase;
use HiddenLadder\Core\Sitting\Place;
use HiddenLadder\Core\Sitting\SittingState;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Database\Eloquent\Collection;

/**
 * A sitting as it stands at the front: what the class sees on the board, and beside it what its teacher alone sees.
 *
 * Nothing of the board's part tells what is right, or whose something is, before it is revealed or its cover lifted.
 */
final class BoardView
{
    /** In which a question is to be answered where there are no devices, and it says nothing else. */
    private const SECONDS = 120;

    public function __construct(private readonly Courses $courses, private readonly Moods $moods)
    {
    }

    /** @return array<string, mixed> */
    public function of(Sitting $sitting): array
    {
        $state = $sitting->stands();
        $place = $state->place;
        $course = $this->courses->of($state->task);
        $stands = $this->courses->of($place?->task);
        $question = $place === null ? null : $stands?->asked($place);
        $here = $sitting->students()->with('student')->get();
        $answers = Answers::of($state, $here, $stands);
        $comments = BoardComments::at($place, $stands);
        $next = NextStep::of($state, $course, $here->count(), $answers->count());
        $class = $sitting->loadMissing('class')->class;

        return [
            'id' => $sitting->id,
            'number' => $state->number,
            'class' => ['id' => $class->id, 'name' => $class->name],
            'phrase' => $class->phrase,
            'task' => $state->task,
            'at' => $place?->task,
            'title' => $course->quiz->title ?? $stands?->quiz->title,
            'phase' => $state->phase->value,
            'since' => $state->since,
            'atOnce' => $state->atOnce,
            'devices' => $state->devices,
            'hands' => (object) $state->handsHere(),
            'seconds' => $state->devices ? null : $question->seconds ?? self::SECONDS,
            'lifted' => $state->lifted,
            'quick' => $state->quick,
            'next' => $next === null ? null : ['kind' => $next->act->value, 'place' => $this->named($next->place, $state)],
            'way' => $course === null ? [] : $this->way($course, $state),
            'here' => $here->count(),
            'answered' => $answers->count(),
            'board' => ['comments' => $comments->onBoard()] + $this->board($state, $stands, $question, $answers),
            'strip' => [
                'comments' => $comments->toArray(),
                'right' => $question?->isMarked() === true
                    ? $this->courses->rightAmong($question, $answers->given(), $place->task)
                    : null,
                'mood' => $this->moods->of($sitting),
                'students' => self::students($here, $answers),
            ],
        ];
    }

    /** @return array<string, mixed>|null */
    private function named(?Place $place, SittingState $state): ?array
    {
        $course = $this->courses->of($place?->task);
        if ($place === null || $course === null) {
            return null;
        }

        return $place->toArray() + [
            'name' => $course->asked($place)?->prompt->name() ?? $course->quiz->stop($place->stop)?->name() ?? '',
            'number' => ($course->quiz->position($place->stop) ?? 0) + 1,
            'back' => in_array($place->key(), $state->passed, true),
        ];
    }

    /** @return list<array<string, mixed>> the stops as they stand on the ground line */
    private function way(Course $course, SittingState $state): array
    {
        return array_map(function (Stop $stop) use ($course, $state): array {
            $place = new Place($course->task, $stop->id);
            $isThere = static fn (string $key): bool => str_starts_with("$key/", $place->key().'/');

            return [
                'task' => $place->task,
                'stop' => $place->stop,
                'kind' => match (true) {
                    $stop instanceof VideoStop => 'video',
                    $stop instanceof ReadingStop => 'reading',
                    $course->isEachOnTheirOwn($place) => 'alone',
                    default => 'question',
                },
                'name' => $stop->name(),
                'passed' => array_filter($state->passed, $isThere) !== [],
                'here' => $state->place !== null && $isThere($state->place->key()),
                'asks' => array_map(fn (Place $cue): array => (array) $this->named($cue, $state), $course->cues($place)),
            ];
        }, $course->quiz->stops);
    }

    /** @return array<array-key, mixed> what the class sees */
    private function board(SittingState $state, ?Course $course, ?Question $question, Answers $answers): array
    {
        $place = $state->place;
        $stop = $place === null ? null : $course?->quiz->stop($place->stop);
        $asked = $question === null ? null : new QuestionView($question, new Terms(mixOptions: false), (string) $place?->key());
        $isRevealed = $question !== null && $state->phase === Phase::Revealed;
        $sent = Sent::of([
            'question' => $asked?->asked(),
            'reading' => $stop instanceof ReadingStop ? ['title' => $stop->title, 'text' => $stop->text] : null,
            'video' => $stop instanceof VideoStop ? self::video($stop, $place->task, $state) : null,
            'alone' => $place !== null && $course?->isEachOnTheirOwn($place) === true ? $stop?->name() : null,
            'answers' => $question !== null && ($isRevealed || $state->isLifted(Cover::Answers)) ? $answers->counted() : null,
            'revealed' => $isRevealed
                ? [
                    'key' => $asked?->key() ?? [],
                    'right' => array_map(static fn (Entry $entry): string => $entry->id, $question->accepted()),
                    'explanation' => $question->explanation,
                ]
                : null,
            'shown' => $state->shown === null ? null : $answers->own($state->shown),
        ]);

        return $sent->view + ['media' => MediumFacts::ofAll($sent->media)];
    }

    /** @return array<string, mixed> */
    private static function video(VideoStop $stop, string $task, SittingState $state): array
    {
        $cues = [];
        $from = $stop->clip->from;
        foreach ($stop->cues as $cue) {
            if ($cue->question !== null) {
                $isDone = $state->isRevealedAt(new Place($task, $stop->id, $cue->id));
                $cues[] = ['id' => $cue->id, 'at' => $cue->at, 'done' => $isDone];
                $from = $isDone ? $cue->at : $from;
            }
        }

        return ['id' => $stop->id, 'title' => $stop->title, 'clip' => $stop->clip, 'from' => $from, 'cues' => $cues];
    }

    /**
     * @param  Collection<int, SittingStudent>  $here
     * @return array<int, array<string, mixed>> who is here, and how far
     */
    private static function students(Collection $here, Answers $answers): array
    {
        $students = Student::inOrder($here->map(static fn (SittingStudent $one): Student => $one->student));

        return $students->map(static function (Student $student) use ($answers): array {
            $round = $answers->round($student->id);

            return [
                'id' => $student->id,
                'name' => $student->name,
                'round' => $round?->id,
                'answered' => $answers->isGivenIn($round),
                'done' => $round?->finished_at !== null,
                'own' => $answers->inOneLine($round?->id),
                'forAPerson' => $answers->isForAPerson($round),
            ];
        })->values()->all();
    }
}
