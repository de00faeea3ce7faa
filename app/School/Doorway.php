<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\StudentKind;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskAudience;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Models\WayIn;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Message;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Query\Builder as QueryBuilder;
use Illuminate\Support\Facades\DB;

/**
 * Where students stand who are not in yet: before a class, by its phrase, or before one task, by its link. It says in which ways
 * one may come in, and never who is in there.
 */
final readonly class Doorway
{
    /** Guests of one task at most, and minutes after which one who did nothing has lost their place. */
    private const MOST_GUESTS = 400;

    private const WAITS = 10;

    private function __construct(private ?SchoolClass $class, private ?Task $task, private string $school)
    {
    }

    public static function ofClass(SchoolClass $class): self
    {
        return new self($class, null, $class->school_id);
    }

    /** That a task's link leads to; null where there is none, it was taken back, or its class is archived. */
    public static function byLink(string $link): ?self
    {
        $task = Task::query()->ofClassesInUse()->where('link', $link)->whereNull('taken_back_at')
            ->with(['class', 'teacher:id,school_id', 'quiz:id,title'])->first();

        return $task === null ? null : new self($task->class, $task, $task->teacher->school_id);
    }

    /** What stands above the door: the class, or the task where its link led here. */
    public function name(): string
    {
        return $this->task === null ? (string) $this->class?->name : $this->task->quiz->title;
    }

    /** A task itself, whatever its link. */
    public static function ofTask(Task $task): self
    {
        $task->loadMissing(['class', 'teacher:id,school_id']);

        return new self($task->class, $task, $task->teacher->school_id);
    }

    /** Whether a first secret needs the code of the student's card. */
    public function asksForCode(): bool
    {
        return $this->class?->isWithoutCode() !== true;
    }

    /**
     * Ways that somebody can use; the one that is meant for now comes first, and who gives more comes in as well. None where only
     * names of a list open and there are none.
     *
     * @return list<WayIn>
     */
    public function ways(): array
    {
        $needName = [WayIn::Secret, WayIn::Name];

        return $this->hasNames() ? $this->meant() : array_values(array_filter(
            $this->meant(),
            static fn (WayIn $way): bool => ! in_array($way, $needName, true),
        ));
    }

    /** Whether anybody is on a class list behind the door. */
    private function hasNames(): bool
    {
        return $this->class === null
            ? Student::query()->where('school_id', $this->school)->whereHas('classes')->exists()
            : $this->class->students()->exists();
    }

    /** @return non-empty-list<WayIn> */
    private function meant(): array
    {
        $open = array_values($this->tasks()->orderByDesc('created_at')->orderByDesc('id')->get(['id', 'way_in'])
            ->map(static fn (Task $task): WayIn => $task->way_in)->all());
        $first = $open[0] ?? WayIn::Secret;
        $all = WayIn::cases();
        $loosest = max([0, ...array_map(static fn (WayIn $way): int => (int) array_search($way, $all, true), $open)]);
        $others = array_reverse(array_slice($all, 0, $loosest + 1));

        return [$first, ...array_values(array_filter($others, static fn (WayIn $way): bool => $way !== $first))];
    }

    /** @return ?array{state: string, opensAt: ?string} the task that a link leads to, while nobody can begin it */
    public function notNow(): ?array
    {
        return $this->task === null || $this->task->state()->isRunning() ? null : [
            'state' => $this->task->state()->value, 'opensAt' => $this->task->opens_at?->toIso8601ZuluString(),
        ];
    }

    /** What a name is tried under at the door. */
    public function id(): string
    {
        return $this->class === null ? "school/$this->school" : $this->class->id;
    }

    /** @return Collection<int, Student> those on the roster by that name: of the class, or where the task has none, of the school */
    public function named(string $name): Collection
    {
        $key = Name::keyOf($name);

        return $this->class === null
            ? Student::query()->where('school_id', $this->school)
                ->whereHas('classes', static fn ($classes) => $classes->where('enrolments.name_key', $key))->orderBy('id')->get()
            : $this->inClass($this->class, $key);
    }

    /** @return Collection<int, Student> by the name as it is typed; or without its accents, where it fits one alone */
    private function inClass(SchoolClass $class, string $key): Collection
    {
        $exact = $class->students()->wherePivot('name_key', $key)->get();
        if ($exact->isNotEmpty()) {
            return $exact;
        }
        $plain = PlainText::withoutDiacritics($key);
        $alike = $class->students()->get()->filter(
            static fn (Student $one): bool => PlainText::withoutDiacritics(Name::keyOf($one->name)) === $plain,
        )->values();

        return $alike->count() === 1 ? $alike : new Collection;
    }

    /**
     * Somebody with a name of their own, or none, comes to the tasks that let them.
     *
     * @throws Rejected when there are too many already
     */
    public function guest(?string $name): Student
    {
        $kind = $name === null ? StudentKind::Nameless : StudentKind::Guest;
        $way = $name === null ? WayIn::Nameless : WayIn::Guest;
        $tasks = $this->tasks()->whereIn('way_in', array_column($way->reaches(), 'value'))->get();
        $come = DB::table('task_students')->join('students', 'students.id', '=', 'student_id')->whereIn('task_id', $tasks->modelKeys())
            ->where('kind', '!=', StudentKind::Roster->value)->where(static fn (QueryBuilder $here) => $here
            ->where('students.created_at', '>', now()->subMinutes(self::WAITS))
            ->orWhereExists(static fn (QueryBuilder $did) => $did->from('rounds')->whereColumn('rounds.student_id', 'students.id')
                ->whereRaw('answered + commented > 0')))
            ->distinct()->count('student_id');
        if ($tasks->isEmpty() || $come >= self::MOST_GUESTS) {
            throw Rejected::invalid(new Message($tasks->isEmpty() ? 'problem.entry.not-this-way' : 'problem.entry.full'));
        }

        return DB::transaction(function () use ($name, $kind, $tasks, $come): Student {
            // A sign and a number: without a name there is nothing to translate.
            $student = Student::query()->create(['school_id' => $this->school, 'kind' => $kind, 'given_name' => $name ?? '№ '.($come + 1)]);
            DB::table('task_students')->insert(
                $tasks->map(static fn (Task $task): array => ['task_id' => $task->id, 'student_id' => $student->id])->all(),
            );

            return $student;
        });
    }

    /** Whoever came by a task's link and is no member of its class comes to it all the same. */
    public function admit(Student $student): void
    {
        if ($this->task !== null && $this->class === null) {
            DB::table('task_students')->insertOrIgnore(['task_id' => $this->task->id, 'student_id' => $student->id]);
        }
    }

    /** @return Builder<Task> what is open behind the door */
    private function tasks(): Builder
    {
        $tasks = Task::query()->inState(TaskState::Open, TaskState::Due);

        return $this->task !== null
            ? $tasks->whereKey($this->task->id)
            : $tasks->where('class_id', $this->class?->id)->where('audience', TaskAudience::WholeClass);
    }
}
