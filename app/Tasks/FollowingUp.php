<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tasks;

use HiddenLadder\App\Models\ChangeKind;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Quizzes\QuizChanges;
use HiddenLadder\App\Quizzes\QuizShelf;
use HiddenLadder\App\Quizzes\SentChange;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Support\Facades\DB;

/** What follows a task: a small quiz made out of it, given to those of its students who need the same, or to all at the next lesson. */
final class FollowingUp
{
    public function __construct(
        private readonly QuizShelf $shelf,
        private readonly QuizChanges $changes,
        private readonly Giving $giving,
    ) {
    }

    /**
     * Makes its quiz; sent again, it is made once.
     *
     * @param  SentChange  $stops  what the quiz holds; its id becomes the quiz's
     *
     * @throws Rejected where the id is that of something else, or what came out would be no quiz
     */
    public function make(Task $task, Teacher $teacher, string $title, SentChange $stops): Quiz
    {
        return DB::transaction(function () use ($task, $teacher, $title, $stops): Quiz {
            $known = Quiz::query()->lockForUpdate()->find($stops->id);
            if ($known !== null) {
                return $known->teacher_id === $teacher->id
                    ? $known : throw new Rejected(Reason::IdTaken, new Message('problem.task.follow-up-id-taken'));
            }
            $language = $task->quiz->document['language'] ?? 'en';
            $quiz = $this->shelf->begin($teacher, $title, is_string($language) ? $language : 'en', id: $stops->id);
            $this->changes->make($quiz, $teacher, $stops->id, ChangeKind::Made, $stops->label, $stops->edits);

            return $quiz->refresh();
        }, 5);
    }

    /**
     * Makes, publishes and gives it, all or nothing; sent again, it is given once.
     *
     * @param  list<string>  $students  of the task's class
     * @param  array<string, mixed>  $members  of the new task
     *
     * @throws Rejected when the inspection finds something that stops it, or none of the students is in the class any more
     */
    public function give(
        Task $task,
        Teacher $teacher,
        string $title,
        SentChange $stops,
        string $need,
        array $students,
        array $members,
    ): Task {
        return $this->given($task, $teacher, $title, $stops, Purpose::Learn, $students, $members + ['follows_need' => $need]);
    }

    /**
     * The opening of the next lesson: for the whole class, from the front. All or nothing, and once.
     *
     * @throws Rejected when the inspection finds something that stops it
     */
    public function open(Task $task, Teacher $teacher, string $title, SentChange $stops): Task
    {
        return $this->given($task, $teacher, $title, $stops, Purpose::Starter, null, ['optional' => true]);
    }

    /**
     * @param  ?list<string>  $students  null: the whole class
     * @param  array<string, mixed>  $members
     */
    private function given(
        Task $task,
        Teacher $teacher,
        string $title,
        SentChange $stops,
        Purpose $purpose,
        ?array $students,
        array $members,
    ): Task {
        return DB::transaction(function () use ($task, $teacher, $title, $stops, $purpose, $students, $members): Task {
            $quiz = $this->make($task, $teacher, $title, $stops);
            $known = $task->followUps()->where('quiz_id', $quiz->id)->lockForUpdate()->first();
            if ($known !== null) {
                return $known;
            }
            $this->shelf->publish($quiz);
            $class = $task->class ?? throw new \LogicException('Only what was given to a class is followed up.');
            [$given] = $this->giving->give($teacher, $quiz->refresh(), Terms::for($purpose), [$class], $students, $members + [
                'way_in' => $task->way_in, 'unit_id' => $task->unit_id, 'weight' => 0, 'follows_id' => $task->id,
            ]);

            if ($students !== null && $given->named()->doesntExist()) {
                throw Rejected::invalid(new Message('problem.task.nobody-to-follow-up'));
            }

            return $given;
        }, 5);
    }
}
