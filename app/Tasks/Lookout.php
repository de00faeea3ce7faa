<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tasks;

use HiddenLadder\App\Http\Resources\ConversationLines;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\MessageMatter;
use HiddenLadder\App\Models\PersonalMessage;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Evidence\QuestionFigures;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;

/** The live view of a class at work: where each student is, how they stand, and how each question goes. */
final class Lookout
{
    public function __construct(
        private readonly Editions $editions,
        private readonly RoundBook $book,
        private readonly Conversations $conversations,
    ) {
    }

    /** Another one as soon as something in it is another. What the clock does to rounds is done first. */
    public function stamp(Task $task): string
    {
        $this->book->settle($task);
        $members = DB::query()->fromSub(TaskProgress::members([$task->id]), 'members')->join('students', 'students.id', '=', 'student_id')
            ->selectRaw('count(*), bit_xor(crc32(students.id)), max(students.updated_at)')->first();
        $edition = $this->edition($task);
        $calls = PersonalMessage::query()->where('task_id', $task->id)->where('matter', MessageMatter::Call)->open()
            ->selectRaw('count(*) as calls, max(sent_at) as last')->toBase()->first();

        return hash('xxh128', serialize([
            $members, $calls, Round::stamp($task->countedRounds()), $edition->id, $edition->revision, Config::string('hidden_ladder.rules'),
        ]));
    }

    private function edition(Task $task): Edition
    {
        return Edition::query()->where('quiz_id', $task->quiz_id)->orderByDesc('number')->firstOrFail(Edition::LINE);
    }

    /** @return array<string, mixed> from each student's latest round, of a task whose rounds are settled */
    public function of(Task $task): array
    {
        $quiz = $this->editions->read($this->edition($task));
        $students = $task->students();
        $latest = $task->latestRounds()->whereIn('student_id', $students->modelKeys())->get(
            ['id', 'student_id', 'number', 'state', 'moved_at', 'finished_at'],
        )->keyBy('student_id');
        $late = RoundEvent::lateAmong($latest->map(static fn (Round $round): string => $round->id)->values()->all());
        $states = $latest->map(static fn (Round $round): State => State::fromArray($round->state));
        if (Terms::read(Fields::of($task->terms))->rounds->askSome()) {
            $this->withEarlier($task, $latest, $states);
        }

        return [
            'calls' => new ConversationLines($this->conversations->callsIn($task), asTeacher: true),
            'students' => $students->map(
                fn (Student $student): array => $this->student(
                    $student, $task->forStudent($student->id), $latest->get($student->id), $states->get($student->id), $late,
                ),
            )->all(),
            'questions' => $this->questions($quiz, array_values($states->all())),
        ];
    }

    /**
     * Where rounds ask only some of the questions, each stands as in the last round that asked it.
     *
     * @param  Collection<int|string, Round>  $latest  by student
     * @param  Collection<int|string, State>  $states  of these
     */
    private function withEarlier(Task $task, Collection $latest, Collection $states): void
    {
        $earlier = $task->countedRounds()->whereIn('student_id', $latest->keys()->all())->whereNotIn('id', $latest->pluck('id')->all())
            ->orderByDesc('number')->get(['id', 'student_id', 'state']);
        $isTouched = static fn (Record $record): bool => $record->standing !== Standing::Untouched;
        foreach ($earlier as $round) {
            $state = $states->get($round->student_id);
            if ($state !== null) {
                $state->records = array_filter($state->records, $isTouched) + State::fromArray($round->state)->records;
            }
        }
    }

    /**
     * @param  array<array-key, mixed>  $late  rounds in which something arrived after the closing
     * @return array<string, mixed>
     */
    private function student(Student $student, Task $task, ?Round $round, ?State $state, array $late): array
    {
        return [
            'id' => $student->id,
            'name' => $student->name,
            'round' => $round === null || $state === null ? null : [
                'number' => $round->number,
                'path' => array_map(static fn (Frame $frame): array => $frame->toArray(), $state->path),
                'standings' => (object) array_map(static fn (Record $record): string => $record->standing->value, $state->records),
                'movedAt' => $round->moved_at->toIso8601ZuluString('millisecond'),
                'finishedAt' => $round->finished_at?->toIso8601ZuluString('millisecond'),
                'finish' => $state->finish,
                'closed' => $state->interrupted !== null,
                'late' => in_array($round->id, $late, true),
                'afterDue' => $task->due_at !== null && $round->finished_at !== null && $state->interrupted === null
                    && $round->finished_at->greaterThan($task->due_at),
            ],
        ];
    }

    /**
     * @param  list<State>  $states
     * @return list<array<string, mixed>>
     */
    private function questions(QuizDocument $quiz, array $states): array
    {
        $figures = [];
        foreach ($quiz->questions() as $question) {
            $records = array_map(static fn (State $state): Record => $state->record($question->id), $states);
            $figures[] = QuestionFigures::of($quiz, $question, $records)->toArray();
        }

        return $figures;
    }
}
