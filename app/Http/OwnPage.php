<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Http\Resources\ConversationLines;
use HiddenLadder\App\Messages\Conversation;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\StudentKind;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Rounds\OwnRounds;
use HiddenLadder\App\Rounds\Returning;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Rounds\RoundViews;
use HiddenLadder\App\Sittings\Attendance;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Terms\TermsInWords;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\Request;

/** A student's own page: what there is to do, how far it is, and what was asked and answered. */
final class OwnPage
{
    public function __construct(
        private readonly RoundBook $book,
        private readonly RoundViews $views,
        private readonly Conversations $conversations,
        private readonly Returning $returning,
    ) {
    }

    /** @return array<string, mixed> with messages in place of words */
    public function of(Request $request, Student $student): array
    {
        $school = $student->loadMissing('school')->school;
        $classes = $student->classes()->whereNull('archived_at')->orderBy('name')->orderBy('id')->pluck('name', 'classes.id');
        $given = Task::query()->givenTo($student)->notAtOnce()->with(['quiz:id,title', 'class'])
            ->orderByDesc('created_at')->orderByDesc('id')->inState(TaskState::Open, TaskState::Due, TaskState::Closed)->get();
        $own = OwnRounds::ofAll($student->id, $given);
        $current = array_map(static fn (OwnRounds $ofTask): ?string => $ofTask->current()?->id, $own);
        $late = RoundEvent::lateAmong(array_values(array_filter($current, is_string(...))));
        $given = self::onceEach($given, $own);
        $asked = $student->isProven() ? $this->conversations->by($student) : [];
        $tasks = $given->map(fn (Task $task): array => [
            // What is given to single students, or comes by a link, stands outside all classes.
            'class' => $classes->has((string) $task->class_id) ? (string) $task->class_id : '',
            'task' => $this->task($student, $own[$task->id], $late)
                + ['returns' => $this->returning->of($own[$task->id], $school)],
        ])->groupBy('class');

        return [
            'id' => $student->id,
            'name' => $student->name,
            // As whom they may have done what still waits on a device.
            'also' => $student->namesakes()->pluck('id')->all(),
            'reading' => ($student->reading ?? []) + ['size' => 1, 'spacing' => false, 'contrast' => false, 'face' => false],
            'answers' => self::lines($request, $asked, static fn (Conversation $one): bool => ! $one->isSeen()),
            'asked' => self::lines($request, $asked, static fn (Conversation $one): bool => $one->isSeen()),
            'together' => Attendance::open($student)->map(static fn (Sitting $sitting): array => [
                'id' => $sitting->id, 'class' => $sitting->class->name,
            ])->values()->all(),
            'cameInBy' => $student->cameInBy->value,
            'isGuest' => $student->kind !== StudentKind::Roster,
            'classes' => $classes->union($tasks->has('') ? ['' => ''] : [])
                ->map(
                    static fn (string $name, string $id): array => [
                        'name' => $name,
                        'tasks' => $tasks->get($id, collect())->pluck('task')->all(),
                    ],
                )->values()->all(),
        ];
    }

    /**
     * @param  list<Conversation>  $conversations
     * @param  callable(Conversation): bool  $which
     * @return list<array<string, mixed>>
     */
    private static function lines(Request $request, array $conversations, callable $which): array
    {
        return (new ConversationLines(array_values(array_filter($conversations, $which)), asTeacher: false))->toArray($request);
    }

    /**
     * @param  list<string>  $late  rounds in which something arrived after the closing
     * @return array<string, mixed>
     */
    private function task(Student $student, OwnRounds $own, array $late): array
    {
        $task = $own->task;
        $before = $own->current();
        $current = $before === null ? null : $this->book->upToDate($before);
        // Read anew only where the clock, a closing or a correction moved it.
        $own = $current === $before ? $own : OwnRounds::of($student->id, $task);
        $summary = $current === null ? null : $this->views->summary($current, $own);
        if ($current !== null) {
            $this->book->seen($current);
        }
        $done = $own->lastDone();
        // What was over before somebody came in by name alone is not theirs to see.
        $isPast = ! $student->isProven() && $done !== null && $student->isOfThePast($done);
        $showsScore = $done !== null && ! $isPast && $this->views->showsScore($done, $own);
        $soFar = $own->soFar();
        $nextFrom = $soFar->nextFrom();

        return [
            'id' => $task->id,
            'title' => $summary['title'] ?? $task->quiz->title,
            'open' => $task->state()->isRunning(),
            'dueAt' => $task->due_at?->toIso8601ZuluString(),
            'closesAt' => $task->closes_at?->toIso8601ZuluString(),
            'terms' => TermsInWords::sentences(Terms::read(Fields::of($task->terms))),
            'round' => $summary === null ? null : [
                'id' => $current->id,
                'number' => $current->number,
                'finished' => $summary['finished'],
                'progress' => $summary['progress'],
                'standings' => $isPast ? null : $summary['standings'],
                'sentBack' => $student->isProven() ? $this->views->sentBack($current) : 0,
                'late' => $summary['finished'] && in_array($current->id, $late, true),
            ],
            'score' => $showsScore ? $soFar->score() : null,
            'mastered' => $done !== null && ! $isPast && $this->views->tellsMastery($done, $own)
                && $own->rounds->contains('mastered', true),
            'rounds' => $isPast ? [] : $this->rounds($own),
            'goal' => $soFar->goal(),
            'nextFrom' => $nextFrom === null ? null : CarbonImmutable::createFromTimestampMs($nextFrom)->toIso8601ZuluString(),
            'waitsFor' => OwnRounds::waitsFor($student, $task),
            'note' => $task->note,
            'optional' => $task->optional,
            'asksForPassword' => $task->password !== null && $current === null,
        ];
    }

    /** @return list<array<string, mixed>> the rounds that were finished, with their scores as far as they may be seen: how they improve */
    private function rounds(OwnRounds $own): array
    {
        return array_values($own->done()->map(fn (Round $round): array => [
            'id' => $round->id,
            'number' => $round->number,
            'score' => $this->views->showsScore($round, $own) ? $round->score : null,
            'finishedAt' => ($round->finished_at ?? $round->moved_at)->toIso8601ZuluString(),
        ])->all());
    }

    /**
     * Of tasks that were given to several of the student's classes at once, the one that was begun, else the first.
     *
     * @param  Collection<int, Task>  $given
     * @param  array<string, OwnRounds>  $own
     * @return Collection<int, Task>
     */
    private static function onceEach(Collection $given, array $own): Collection
    {
        $begun = $given->sortByDesc(static fn (Task $task): int => $own[$task->id]->current() === null ? 0 : 1)
            ->unique(static fn (Task $task): string => $task->given_together ?? $task->id)->modelKeys();

        return $given->whereIn('id', $begun)->values();
    }
}
