<?php

declare(strict_types=1);

namespace HiddenLadder\App\Messages;

use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\MessageMatter;
use HiddenLadder\App\Models\PersonalMessage;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\UniqueConstraintViolationException;
use Symfony\Component\Uid\Ulid;

/**
 * Words between a teacher and who asked, gathered by what they are about.
 *
 * What was asked stands open until the teacher answers or closes it; an answer is new until the one who asked has seen it.
 */
final class Conversations
{
    /** What one person may have asked and waits for. */
    private const MOST_OPEN = 10;

    /** Of one quiz, or of one student, the newest. */
    private const MOST_TOLD = 200;

    public function __construct(private readonly RoundRules $rules, private readonly Live $live)
    {
    }

    /** A student asks the teacher who gave out the task about a question that was met in a round. */
    public function askAsStudent(Student $student, Round $round, string $question, SentMessage $sent): void
    {
        $this->ask($sent, $this->found($this->rules->quiz($round), $question), [
            'teacher_id' => $round->task->teacher_id, 'student_id' => $student->id, 'quiz_id' => $round->task->quiz_id,
            'task_id' => $round->task_id, 'round_id' => $round->id,
        ]);
    }

    /** A student calls the teacher who gave out the task to a question; it waits like what is asked in words. */
    public function call(Round $round, string $question, string $id): void
    {
        $asked = $this->rules->quiz($round)->question($question);
        if ($asked === null) {
            return;
        }
        $task = $round->loadMissing('task')->task;
        $this->keep(new SentMessage($id, ''), self::tied($asked, [
            'teacher_id' => $task->teacher_id, 'student_id' => $round->student_id, 'quiz_id' => $task->quiz_id, 'task_id' => $task->id,
            'round_id' => $round->id,
        ], MessageMatter::Call));
    }

    /**
     * A teacher's word to students of a task. Each has it alone, and can answer it.
     *
     * @param  list<string>  $students
     */
    public function tellStudents(Task $task, array $students, SentMessage $sent): void
    {
        foreach ($students as $student) {
            // Sent again, it is the same word to each of them.
            $own = new SentMessage(self::id([$sent->id, $student]), $sent->text);
            if (self::isKept($own)) {
                continue;
            }
            $this->keep($own, [
                'conversation' => self::id([$student, $task->teacher_id, $task->id, MessageMatter::Word->value]),
                'matter' => MessageMatter::Word, 'from_teacher' => true, 'teacher_id' => $task->teacher_id, 'student_id' => $student,
                'quiz_id' => $task->quiz_id, 'task_id' => $task->id, 'about' => mb_substr($task->quiz->title, 0, 300),
            ]);
        }
    }

    /** A student's answer to what the teacher said; it waits for the teacher, and what was said has been seen. */
    public function reply(string $conversation, SentMessage $sent): void
    {
        $last = $this->messages($conversation)->last();
        if ($last === null || self::isKept($sent)) {
            return;
        }
        self::notTooMany(['student_id' => $last->student_id]);
        $this->keep($sent, [
            'from_teacher' => false, 'matter' => $last->matter === MessageMatter::Call ? MessageMatter::Question : $last->matter,
        ] + self::sameAs($last));
        $this->see($conversation);
    }

    /** @return list<Conversation> in which the teacher is called in a task and has not come, the longest waiting first */
    public function callsIn(Task $task): array
    {
        $calls = PersonalMessage::query()->where('task_id', $task->id)->where('matter', MessageMatter::Call)->open();

        return $this->with($calls);
    }

    /** Whoever rehearses a quiz asks its teacher, who may be the same. */
    public function askAsColleague(Teacher $colleague, Quiz $quiz, string $question, SentMessage $sent): void
    {
        $this->ask($sent, $this->found(QuizDocument::read($quiz->document), $question), [
            'teacher_id' => $quiz->teacher_id, 'colleague_id' => $colleague->id, 'quiz_id' => $quiz->id,
        ]);
    }

    /**
     * The teacher's word; what was asked up to then is settled by it.
     *
     * @param  ?string  $upTo  the last message that the teacher had seen; what was asked after it still waits
     */
    public function answer(string $conversation, SentMessage $sent, ?string $upTo = null): void
    {
        $last = $this->messages($conversation)->last();
        if ($last === null || self::isKept($sent)) {
            return;
        }
        $this->keep($sent, [
            'from_teacher' => true,
            // Who asks themselves has seen it.
            'seen_at' => $last->colleague_id === $last->teacher_id ? now() : null,
        ] + self::sameAs($last));
        $this->settle($conversation, $upTo);
    }

    /** @return array<string, mixed> what another message of the same conversation has in common with it */
    private static function sameAs(PersonalMessage $last): array
    {
        return array_intersect_key($last->getAttributes(), array_flip([
            'conversation', 'matter', 'teacher_id', 'student_id', 'colleague_id', 'quiz_id', 'question', 'task_id', 'round_id', 'about',
        ]));
    }

    /** Nothing more is to be said to what was asked, up to a message that the teacher had seen. */
    public function settle(string $conversation, ?string $upTo = null): void
    {
        $last = PersonalMessage::query()->whereKey($upTo)->where('conversation', $conversation);
        $seen = $upTo === null ? null : $last->toBase()->value('sent_at');
        PersonalMessage::query()->where('conversation', $conversation)->open()
            ->when($seen !== null, static fn (Builder $messages) => $messages->where('sent_at', '<=', $seen))
            ->update(['settled_at' => now()]);
    }

    /** It was closed too early: what was asked last is open again. */
    public function open(string $conversation): void
    {
        $last = $this->messages($conversation)->last(static fn (PersonalMessage $message): bool => ! $message->from_teacher);
        $last?->update(['settled_at' => null]);
    }

    /** The one who asked has seen what was answered. */
    public function see(string $conversation): void
    {
        PersonalMessage::query()->where('conversation', $conversation)->unseen()->update(['seen_at' => now()]);
    }

    /** @return list<Conversation> what waits for a word of this teacher, the oldest first */
    public function waitingFor(Teacher $teacher): array
    {
        return $this->with(PersonalMessage::query()->where('teacher_id', $teacher->id)->open());
    }

    /** @return list<Conversation> what was asked about a quiz, the oldest first */
    public function about(Quiz $quiz): array
    {
        return $this->newest(PersonalMessage::query()->where('quiz_id', $quiz->id)->where('matter', '!=', MessageMatter::Word));
    }

    /**
     * @param  Builder<PersonalMessage>  $messages
     * @return list<Conversation>
     */
    private function newest(Builder $messages): array
    {
        return Conversation::all($this->read($messages->orderByDesc('sent_at')->orderByDesc('id')->limit(self::MOST_TOLD))->reverse());
    }

    /** @return list<Conversation> what this student asked about the quiz of a round */
    public function ofRound(Round $round): array
    {
        return Conversation::all($this->read(
            PersonalMessage::query()->where('student_id', $round->student_id)->where('quiz_id', $round->task->quiz_id)
                ->orderBy('sent_at')->orderBy('id'),
        ));
    }

    /** @return list<Conversation> what a student asked, the oldest first */
    public function by(Student $student): array
    {
        return $this->newest(PersonalMessage::query()->where('student_id', $student->id));
    }

    /** @return Collection<int, PersonalMessage> in the order in which they were sent */
    public function messages(string $conversation): Collection
    {
        return PersonalMessage::query()->where('conversation', $conversation)->orderBy('sent_at')->orderBy('id')->get();
    }

    /**
     * Whole conversations in which there is such a message.
     *
     * @param  Builder<PersonalMessage>  $such
     * @return list<Conversation>
     */
    private function with(Builder $such): array
    {
        return Conversation::all($this->read(
            PersonalMessage::query()->whereIn('conversation', $such->select('conversation'))->orderBy('sent_at')->orderBy('id'),
        ));
    }

    /**
     * @param  Builder<PersonalMessage>  $messages
     * @return Collection<int, PersonalMessage>
     */
    private function read(Builder $messages): Collection
    {
        return $messages->with(['quiz:id,title', 'student', 'colleague', 'task.class'])->get();
    }

    private function found(QuizDocument $document, string $question): Question
    {
        return $document->question($question) ?? throw new Rejected(Reason::NotFound, new Message('problem.not-found'));
    }

    /** @param  array<string, ?string>  $tied  who it is between, and what it is tied to */
    private function ask(SentMessage $sent, Question $question, array $tied): void
    {
        if (self::isKept($sent)) {
            return;
        }
        self::notTooMany(array_intersect_key($tied, ['student_id' => true, 'colleague_id' => true]));
        $this->keep($sent, self::tied($question, $tied, MessageMatter::Question));
    }

    /** @param  array<string, ?string>  $who */
    private static function notTooMany(array $who): void
    {
        if (PersonalMessage::query()->where($who)->open()->count() >= self::MOST_OPEN) {
            throw Rejected::invalid(new Message('problem.message.too-many-open', ['most' => self::MOST_OPEN]));
        }
    }

    /**
     * @param  array<string, ?string>  $tied  who it is between, and what it is tied to
     * @return array<string, mixed>
     */
    private static function tied(Question $question, array $tied, MessageMatter $matter): array
    {
        $who = array_intersect_key($tied, ['student_id' => true, 'colleague_id' => true]);

        return $tied + [
            // The same two about the same question: the same conversation, on whatever device.
            'conversation' => self::id([...$who, $tied['teacher_id'], $tied['quiz_id'], $question->id]),
            'matter' => $matter, 'from_teacher' => false, 'question' => $question->id,
            'about' => mb_substr($question->prompt->name(), 0, 300),
        ];
    }

    /** @param  array<string, mixed>  $more */
    private function keep(SentMessage $sent, array $more): void
    {
        try {
            $this->tell(PersonalMessage::query()->create(['id' => $sent->id, 'text' => $sent->text, 'sent_at' => now()] + $more));
        } catch (UniqueConstraintViolationException) {
            // The same was sent twice at once.
        }
    }

    private function tell(PersonalMessage $message): void
    {
        $this->live->teacher($message->teacher_id);
        if ($message->student_id !== null && $message->from_teacher) {
            $this->live->student($message->student_id);
        }
        if ($message->matter === MessageMatter::Call && $message->task !== null) {
            $this->live->task($message->task);
        }
    }

    /** It was sent before. */
    private static function isKept(SentMessage $sent): bool
    {
        return PersonalMessage::query()->whereKey($sent->id)->exists();
    }

    /** @param  array<array-key, ?string>  $of */
    private static function id(array $of): string
    {
        return Ulid::fromBinary(substr(hash('sha256', implode('/', $of), true), 0, 16))->toBase32();
    }
}
