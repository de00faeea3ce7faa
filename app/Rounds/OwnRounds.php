<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Round\RoundsSoFar;
use HiddenLadder\Core\Terms\Gate;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Database\Eloquent\Collection;

/** A student's rounds of one task, from the first to the last, and its returns, under the terms that the task has now. */
final readonly class OwnRounds
{
    /**
     * @param  Collection<int, Round>  $rounds  in order
     * @param  Collection<int, Round>  $returns  in order
     * @param  Collection<int, Round>  $beside  walked in front of the class, and counted nowhere; in order
     */
    private function __construct(
        public Task $task,
        public Collection $rounds,
        public Collection $returns,
        public Collection $beside,
        public Terms $terms,
    ) {
    }

    public static function of(string $student, Task $task): self
    {
        return self::ofAll($student, new Collection([$task]))[$task->id];
    }

    /**
     * Of several tasks, read together.
     *
     * @param  Collection<int, Task>  $tasks
     * @return array<string, self> by the task's id
     */
    public static function ofAll(string $student, Collection $tasks): array
    {
        $rounds = Round::query()->withLead()->whereIn('task_id', $tasks->modelKeys())->where('student_id', $student)
            ->with('edition:id,revision')->orderBy('number')->get()->groupBy('task_id');
        $own = [];
        foreach ($tasks as $task) {
            $own[$task->id] = self::from($student, $task, $rounds->get($task->id, new Collection));
        }

        return $own;
    }

    /**
     * Of all students that did something in a task, or in one that counts in it, read together.
     *
     * @return array<string, self> by the student's id
     */
    public static function ofTask(Task $task): array
    {
        $rounds = $task->countedRounds()->orderBy('number')->get()->concat($task->returns()->orderBy('number')->get());

        return $rounds->groupBy('student_id')
            ->map(static fn (Collection $own, string $student): self => self::from($student, $task, $own))->all();
    }

    /** @param  Collection<int, Round>  $rounds  of the student in the task, in order, with returns */
    private static function from(string $student, Task $task, Collection $rounds): self
    {
        $own = $task->forStudent($student);
        $rounds->each(static fn (Round $round) => $round->setRelation('task', $task));
        $ofKind = static fn (RoundKind $kind): Collection => $rounds->where('kind', $kind)->values();

        return new self(
            $own,
            $ofKind(RoundKind::Task),
            $ofKind(RoundKind::Return),
            $ofKind(RoundKind::Beside),
            Terms::read(Fields::of($own->terms)),
        );
    }

    /** Where the student goes on: the first that is under way, also where it is an earlier one that was sent back; else the last. */
    public function current(): ?Round
    {
        return $this->rounds->first(static fn (Round $round): bool => $round->finished_at === null) ?? $this->rounds->last();
    }

    /** The last that was finished, whether or not it was sent back since. */
    public function lastDone(): ?Round
    {
        return $this->done()->last();
    }

    /** Every round that there may be has been begun, and none is under way. */
    public function isOver(): bool
    {
        return $this->soFar()->isLast() && $this->rounds->doesntContain(static fn (Round $round): bool => $round->finished_at === null);
    }

    public function soFar(): RoundsSoFar
    {
        return RoundsSoFar::of($this->terms, array_values($this->rounds->map(static fn (Round $round): array => [
            'score' => $round->score, 'finishedMs' => $round->finished_at?->getTimestampMs(),
        ])->all()));
    }

    /** @return list<array{title: string, score: ?float}> what the student must master, or reach a score in, before */
    public static function waitsFor(Student $student, Task $task): array
    {
        $gates = Terms::read(Fields::of($task->terms))->gates;
        if ($gates === [] || $task->isLiftedFor($student->id)) {
            return [];
        }
        $quizzes = array_map(static fn (Gate $gate): string => $gate->quiz, $gates);
        $done = Round::query()->ofKind(RoundKind::Task)->where('student_id', $student->id)
            ->join('editions', 'editions.id', '=', 'rounds.edition_id')
            ->whereIn('editions.quiz_id', $quizzes)->groupBy('editions.quiz_id')
            ->selectRaw('editions.quiz_id, max(mastered) as mastered, max(score) as best')->toBase()->get()->keyBy('quiz_id');
        $titles = Quiz::query()->whereKey($quizzes)->pluck('title', 'id');
        $waits = [];
        foreach ($gates as $gate) {
            $of = $done->get($gate->quiz);
            $best = isset($of->best) ? (float) $of->best : null;
            if ($titles->has($gate->quiz) && ! $gate->isOpen((bool) ($of->mastered ?? false), $best)) {
                $waits[] = ['title' => (string) $titles->get($gate->quiz), 'score' => $gate->score];
            }
        }

        return $waits;
    }

    /** @return Collection<int, Round> those that were finished, whether or not they were sent back since */
    public function done(): Collection
    {
        return $this->rounds->filter(
            static fn (Round $round): bool => RoundsSoFar::isDone($round->score, $round->finished_at?->getTimestampMs()),
        );
    }
}
