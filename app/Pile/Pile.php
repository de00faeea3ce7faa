<?php

declare(strict_types=1);

namespace HiddenLadder\App\Pile;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Media\MediumFacts;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\App\Tasks\TaskProgress;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\Sent;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\QuestionView;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** What waits for a teacher to read it, over all their tasks: of whoever the tasks are still for, and of classes in use. */
final class Pile
{
    /** Rounds that are laid before a teacher at once, the longest waiting first. */
    private const MOST = 1000;

    /** What was read last, to be looked at again or taken back. */
    private const LAST = 60;

    /** @var array<string, array{tasks: list<string>, walked: list<string>}> by teacher, of this request */
    private array $known = [];

    public function __construct(private readonly RoundRules $rules)
    {
    }

    /** @return list<array{task: string, title: string, class: ?string, waiting: int, since: string}> the longest waiting first */
    public function tasks(Teacher $teacher): array
    {
        $found = DB::query()->fromSub($this->waiting($teacher)->addSelect(['unread', 'moved_at']), 'waiting')->groupBy('for_task')
            ->selectRaw('for_task, sum(unread) as waiting, min(moved_at) as since')->orderBy('since')->get();
        $tasks = self::tasksOf($found->pluck('for_task')->all());
        $lines = [];
        foreach ($found as $row) {
            $task = $tasks->get($row->for_task);
            if ($task !== null) {
                $lines[] = [
                    'task' => $task->id, 'title' => $task->quiz->title, 'class' => $task->class?->name, 'waiting' => (int) $row->waiting,
                    'since' => CarbonImmutable::parse($row->since)->toIso8601ZuluString(),
                ];
            }
        }

        return $lines;
    }

    /** How many answers of a task wait. */
    public function count(Task $task): int
    {
        return (int) $this->waiting($task->teacher, $task)->sum('unread');
    }

    /**
     * The answers that wait, and what they were asked.
     *
     * @return array{questions: list<array<string, mixed>>, answers: list<array<string, mixed>>, media: array<string, mixed>|\stdClass}
     */
    public function answers(Teacher $teacher, ?Task $task): array
    {
        $rounds = $this->waiting($teacher, $task)->orderBy('moved_at')->limit(self::MOST)->with(['student', 'task', 'edition'])
            ->addSelect('rounds.*')->get();
        $tasks = self::tasksOf($rounds->pluck('for_task')->all());
        $questions = $answers = $files = [];
        foreach ($rounds as $round) {
            $for = $tasks->get((string) $round->getAttribute('for_task')) ?? $round->task;
            $state = State::fromArray($round->state);
            foreach ($state->records as $home => $record) {
                $asked = $this->rules->quiz($round)->question($record->standIn ?? $home);
                if ($record->standing === Standing::ToBeRead && $asked !== null) {
                    $questions["$for->id $home"] ??= $this->question($for, $round, $home, $asked);
                    $answers[] = $this->answer($for, $round, $home, $asked, $record, $state);
                    array_push($files, ...($record->response?->as === 'files' ? $record->response->list : []));
                }
            }
        }
        $sent = Sent::of($questions, $files);

        return ['questions' => array_values($sent->view), 'answers' => $answers, 'media' => MediumFacts::ofAll($sent->media)];
    }

    /** @return list<array<string, mixed>> what was said last to answers, by whom, the newest first */
    public function read(Teacher $teacher, ?Task $task): array
    {
        $rounds = $this->rounds($teacher, $task)->whereNotNull('read_at')->orderByDesc('read_at')->limit(self::LAST)
            ->with(['student', 'edition'])->addSelect('rounds.*')->get()->keyBy('id');
        $events = DB::table('round_events')->whereIn('round_id', $rounds->modelKeys())
            ->whereIn('kind', [EventKind::Overruled->value, EventKind::Restored->value])->orderByDesc('taken_ms')->get();
        $lines = $names = [];
        foreach ($events as $event) {
            $round = $rounds->get($event->round_id);
            $data = json_decode($event->data, true, 512, JSON_THROW_ON_ERROR);
            $about = $data['question'] ?? $data['stop'];
            // Of each answer the last word.
            if ($round === null || isset($lines["$round->id $about"])) {
                continue;
            }
            $state = State::fromArray($round->state);
            $quiz = $this->rules->quiz($round);
            $isSeries = isset($data['stop']);
            $names[] = $data['by'] ?? null;
            $lines["$round->id $about"] = [
                'task' => $round->getAttribute('for_task'), 'round' => $round->id, 'student' => $round->student->name, 'question' => $about,
                'about' => $quiz->question($about)?->text() ?? $quiz->stop($about)?->name() ?? '', 'isSeries' => $isSeries,
                'share' => $event->kind === EventKind::Restored->value ? null : (float) $data['share'],
                'comment' => $data['comment'] ?? '', 'sentBack' => $data['sendBack'] ?? false, 'by' => $data['by'] ?? null,
                'at' => (int) $event->taken_ms,
                'mayTakeBack' => $isSeries ? isset($state->series[$about]->overruled) : $state->record($about)->asMarked !== null,
            ];
        }
        $known = Teacher::query()->findMany(array_filter($names, is_string(...)))->pluck('name', 'id');

        return array_map(
            static fn (array $line): array => ['by' => $known->get($line['by'] ?? '')] + $line,
            array_slice(array_values($lines), 0, self::LAST),
        );
    }

    /** @return Builder<Round> */
    private function waiting(Teacher $teacher, ?Task $task = null): Builder
    {
        return $this->rounds($teacher, $task)->where('unread', '>', 0);
    }

    /**
     * Of those whom the tasks are still for, with the task in which each counts for them (`for_task`): of several given together the
     * one that it was walked in, where the student still belongs to it.
     *
     * @return Builder<Round>
     */
    private function rounds(Teacher $teacher, ?Task $task): Builder
    {
        ['tasks' => $tasks, 'walked' => $walked] = $task === null
            ? $this->known[$teacher->id] ??= self::withWords($teacher)
            : ['tasks' => [$task->id], 'walked' => [$task->id, ...self::together([$task->given_together])]];
        $counting = static fn () => TaskProgress::counting($tasks)->whereColumn('members.student_id', 'rounds.student_id')
            ->whereColumn('counted.counts', 'rounds.task_id');
        $best = $counting()->select('counted.task_id')->orderByRaw('counted.task_id <> rounds.task_id')->orderBy('counted.task_id')
            ->limit(1);

        return Round::query()->ofKind(RoundKind::Task, RoundKind::Return)->whereIn('rounds.task_id', $walked)->whereExists($counting())
            ->selectSub($best, 'for_task');
    }

    /**
     * Where something waits, or was read, and the tasks for which it counts.
     *
     * @return array{tasks: list<string>, walked: list<string>}
     */
    private static function withWords(Teacher $teacher): array
    {
        $words = DB::table('rounds')->whereColumn('rounds.task_id', 'tasks.id')
            ->where(static fn ($either) => $either->where('unread', '>', 0)->orWhereNotNull('read_at'));
        $walked = Task::query()->where('teacher_id', $teacher->id)->whereExists($words)->pluck('given_together', 'id');
        $ids = [...$walked->keys()->all(), ...self::together($walked->values()->all())];
        $tasks = Task::query()->whereKey($ids)->ofClassesInUse()->notAtOnce()->whereNull('taken_back_at')->pluck('id');

        return ['tasks' => self::ids($tasks->all()), 'walked' => self::ids($walked->keys()->all())];
    }

    /**
     * @param  array<int, ?string>  $given  what tasks have in common that were given together; null for one given alone
     * @return list<string> all tasks of those
     */
    private static function together(array $given): array
    {
        $given = array_values(array_unique(array_filter($given, is_string(...))));

        return $given === [] ? [] : self::ids(Task::query()->whereIn('given_together', $given)->pluck('id')->all());
    }

    /**
     * @param  array<mixed>  $ids
     * @return list<string>
     */
    private static function ids(array $ids): array
    {
        return array_values(array_map(strval(...), $ids));
    }

    /**
     * @param  array<mixed>  $ids
     * @return Collection<array-key, Task> by id
     */
    private static function tasksOf(array $ids): Collection
    {
        return Task::query()->with(['quiz:id,title', 'class:id,name'])->findMany(array_unique($ids))->keyBy('id');
    }

    /** @return array<string, mixed> with texts as they are in the quiz */
    private function question(Task $for, Round $round, string $home, Question $asked): array
    {
        return [
            'task' => $for->id, 'title' => $for->quiz->title, 'class' => $for->class?->name, 'question' => $home,
            'prompt' => $asked->prompt, 'model' => $asked->model, 'points' => $asked->points,
            'language' => $this->rules->quiz($round)->language,
        ];
    }

    /** @return array<string, mixed> */
    private function answer(Task $for, Round $round, string $home, Question $asked, Record $record, State $state): array
    {
        $response = $record->response;
        $files = $response?->as === 'files' ? $response->list : [];
        $own = match ($response?->as) {
            'files', null => [],
            'text' => [(string) $response->text],
            default => array_map(
                static fn (Text $text): string => $text->name(),
                (new QuestionView($asked, $this->rules->terms($round), $state->seed))->own($response),
            ),
        };
        $plain = PlainText::folded(implode("\n", $own));

        return [
            'task' => $for->id, 'round' => $round->id, 'number' => $round->number, 'question' => $home,
            'student' => ['id' => $round->student->id, 'name' => $round->student->name],
            'own' => $own, 'files' => $files, 'alike' => $files !== [] || $plain === '' ? null : hash('xxh64', $plain),
            'judged' => $record->judged, 'comment' => $record->comment, 'seen' => SeenAnswer::of($record),
            'at' => $round->moved_at->toIso8601ZuluString(), 'opensUntil' => WritingAgain::until($round->ownTask())?->toIso8601ZuluString(),
        ];
    }
}
