<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Sitting\Course;

/** The ways of a class through the quizzes of its tasks, each by its newest edition. */
final class Courses
{
    /** @var array<string, ?Course> of this request, by task */
    private array $known = [];

    public function __construct(private readonly Editions $editions)
    {
    }

    /**
     * How many of these answers are right as they stand, as the teacher alone is told before the reveal.
     *
     * @param  array<string, Record>  $records
     */
    public function rightAmong(Question $question, array $records, ?string $task): int
    {
        $marker = new Marker($this->of($task)->quiz->language ?? 'en');

        return count(array_filter($records, static fn (Record $one): bool => $one->standing->isRight()
            || ($one->response !== null && $marker->mark($question, $one->response)->result === Result::Right)));
    }

    public function of(?string $task): ?Course
    {
        if ($task === null) {
            return null;
        }
        if (! array_key_exists($task, $this->known)) {
            $edition = Edition::query()->whereIn('quiz_id', Task::query()->whereKey($task)->select('quiz_id'))
                ->orderByDesc('number')->first(Edition::LINE);
            $this->known[$task] = $edition === null ? null : new Course($task, $this->editions->read($edition));
        }

        return $this->known[$task];
    }
}
