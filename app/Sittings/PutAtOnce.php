<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use HiddenLadder\App\Models\ChangeKind;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Models\WayIn;
use HiddenLadder\App\Quizzes\QuizChanges;
use HiddenLadder\App\Quizzes\QuizShelf;
use HiddenLadder\App\Quizzes\TextCleaner;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Tasks\Giving;
use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Sitting\Act;
use HiddenLadder\Core\Sitting\Place;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Support\Facades\DB;

/** A question that was made up on the spot: a small quiz of its own, given to the class, at which the class then stands. */
final class PutAtOnce
{
    /** Letters of a title. */
    private const LONGEST = 80;

    public function __construct(
        private readonly QuizShelf $shelf,
        private readonly QuizChanges $changes,
        private readonly Giving $giving,
        private readonly SittingBook $book,
        private readonly Courses $courses,
        private readonly Words $words,
        private readonly TextCleaner $cleaner,
    ) {
    }

    /**
     * @param  \stdClass  $question  as the quiz document has it
     *
     * @throws Rejected when it cannot be answered as it is, or somebody else did something at the front meanwhile; nothing is kept then
     * @throws MalformedInput when it is no question
     */
    public function ask(Sitting $sitting, Teacher $teacher, string $id, int $after, \stdClass $question): Sitting
    {
        return DB::transaction(function () use ($sitting, $teacher, $id, $after, $question): Sitting {
            $task = $this->known($sitting, $id) ?? $this->give($sitting, $teacher, $question);
            $stop = (string) $this->courses->of($task->id)?->quiz->stops[0]->id;

            return $this->book->take($sitting->id, new SentAct($id, $after, Act::stands(new Place($task->id, $stop), true)));
        }, 5);
    }

    /** Sent again, it is asked once. */
    private function known(Sitting $sitting, string $act): ?Task
    {
        $data = DB::table('sitting_acts')->where('sitting_id', $sitting->id)->where('act_id', $act)->value('data');
        $known = is_string($data) ? json_decode($data, true) : null;
        $task = is_array($known) ? $known['place']['task'] ?? null : null;

        return is_string($task) ? Task::query()->find($task) : null;
    }

    private function give(Sitting $sitting, Teacher $teacher, \stdClass $question): Task
    {
        $course = $this->courses->of($sitting->stands()->task);
        $prompt = is_string($question->prompt ?? null) ? mb_substr($question->prompt, 0, TextCleaner::LONGEST) : '';
        $name = Text::read($this->cleaner->clean($prompt))->name();
        $title = mb_substr($name === '' ? $this->words->say(new Message('making.put-at-once')) : $name, 0, self::LONGEST);
        $quiz = $this->shelf->begin($teacher, $title, $course->quiz->language ?? 'en', true);
        $this->changes->make($quiz, $teacher, Ulids::make(), ChangeKind::Made, $title, [
            Edit::insert('quiz', 'stops', null, (object) ['id' => Ulids::make(), 'kind' => 'question', 'question' => $question]),
        ]);
        $this->shelf->publish($quiz->refresh());
        $wayIn = Task::query()->find($sitting->stands()->task)->way_in ?? WayIn::Name;
        [$task] = $this->giving->give($teacher, $quiz->refresh(), Terms::for(Purpose::Starter), [$sitting->class], null, [
            'way_in' => $wayIn, 'weight' => 0, 'optional' => true,
        ]);

        return $task;
    }
}
