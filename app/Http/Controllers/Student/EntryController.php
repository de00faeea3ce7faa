<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Device;
use HiddenLadder\App\Http\Resources\ConversationLines;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskState;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Rounds\OwnRounds;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Rounds\RoundViews;
use HiddenLadder\App\School\Name;
use HiddenLadder\App\School\Phrases;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Terms\TermsInWords;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Hash;

/** The students' door: phrase, own name, personal secret. */
final class EntryController extends Controller
{
    public function find(Request $request, Phrases $phrases): JsonResponse
    {
        return new JsonResponse(['name' => $this->class($request, $phrases)->name]);
    }

    /** The first entry sets the secret. Whether a name is on the roster is never told. */
    public function enter(Request $request, Phrases $phrases, Roster $roster): JsonResponse
    {
        $request->validate(
            [
                'name' => ['required', 'string', 'max:120'],
                'secret' => ['required', 'string', 'max:100'],
                'first' => ['required', 'boolean'],
            ],
        );
        $class = $this->class($request, $phrases);
        $secret = $request->string('secret')->value();
        if ($request->boolean('first') && mb_strlen($secret) < 4) {
            throw Rejected::invalid(
                new Message('problem.entry.short-secret'),
                [new Fault('/secret', new Message('problem.entry.short-secret'))],
            );
        }
        $name = $request->string('name')->value();
        $address = Door::ofAddress('enter', $request->ip());
        $address->knock();
        $student = $roster->find($class, $name);
        $door = $student === null ? Door::ofNobody($class->id, Name::keyOf($name)) : Door::of($student, Device::of($request));
        $door->knock();
        if (! $this->opens($student, $secret, $request->boolean('first')) || $student === null) {
            throw Rejected::invalid(new Message('problem.entry.does-not-fit'));
        }
        $address->opened();
        $door->forget();
        $student->update(['came_in_at' => now()]);
        $this->door('student')->login($student);
        Device::remember($request, $student);
        $request->session()->regenerate();

        return new JsonResponse(['id' => $student->id, 'name' => $student->name]);
    }

    public function signOut(Request $request): Response
    {
        $this->leave($request, 'student');

        return new Response('', 204);
    }

    /** Keeps how pages read for this student: size of type, spacing, contrast, an easier face. */
    public function keepReading(Request $request): Response
    {
        $reading = $request->validate([
            'size' => [
                'required',
                'numeric',
                'min:1',
                'max:2',
            ], 'spacing' => ['required', 'boolean'], 'contrast' => ['required', 'boolean'], 'face' => ['required', 'boolean'],
        ]);
        $this->student($request)->update(['reading' => $reading]);

        return new Response('', 204);
    }

    /** The student's own page: what there is to do, and how far it is. */
    public function me(Request $request, RoundBook $book, RoundViews $views, Conversations $conversations): JsonResponse
    {
        $student = $this->student($request);
        $classes = $student->classes()->whereNull('archived_at')->orderBy('name')->orderBy('id')->pluck('name', 'classes.id');
        $given = Task::query()->givenTo($student)->with(['quiz:id,title', 'class'])->orderByDesc('created_at')->orderByDesc('id')
            ->inState(TaskState::Open, TaskState::Due, TaskState::Closed)->get();
        $own = OwnRounds::ofAll($student->id, $given);
        $current = array_map(static fn (OwnRounds $ofTask): ?string => $ofTask->current()?->id, $own);
        $late = RoundEvent::lateAmong(array_values(array_filter($current, is_string(...))));
        $tasks = $given->map(fn (Task $task): array => [
            'class' => (string) $task->class_id,
            'task' => $this->task($student, $own[$task->id], $book, $views, $late),
        ])->groupBy('class');

        return new JsonResponse($this->said([
            'id' => $student->id,
            'name' => $student->name,
            // As whom they may have done what still waits on a device.
            'also' => $student->namesakes()->pluck('id')->all(),
            'reading' => ($student->reading ?? []) + ['size' => 1, 'spacing' => false, 'contrast' => false, 'face' => false],
            'answers' => (new ConversationLines($conversations->unseenBy($student), asTeacher: false))->toArray($request),
            // What is given to single students, or comes by a link, stands outside all classes.
            'classes' => $classes->union($tasks->has('') ? ['' => ''] : [])
                ->map(
                    static fn (string $name, string $id): array => [
                        'name' => $name,
                        'tasks' => $tasks->get($id, collect())->pluck('task')->all(),
                    ],
                )->values()->all(),
        ]));
    }

    /**
     * @param  list<string>  $late  rounds in which something arrived after the closing
     * @return array<string, mixed>
     */
    private function task(Student $student, OwnRounds $own, RoundBook $book, RoundViews $views, array $late): array
    {
        $task = $own->task;
        $before = $own->current();
        $current = $before === null ? null : $book->upToDate($before);
        // Read anew only where the clock, a closing or a correction moved it.
        $own = $current === $before ? $own : OwnRounds::of($student->id, $task);
        $summary = $current === null ? null : $views->summary($current, $own);
        if ($current !== null) {
            $book->seen($current);
        }
        $done = $own->lastDone();
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
                'standings' => $summary['standings'],
                'late' => $summary['finished'] && in_array($current->id, $late, true),
            ],
            'score' => $done !== null && $views->showsScore($done, $own) ? $soFar->score() : null,
            'goal' => $soFar->goal(),
            'nextFrom' => $nextFrom === null ? null : CarbonImmutable::createFromTimestampMs($nextFrom)->toIso8601ZuluString(),
            'waitsFor' => OwnRounds::waitsFor($student, $task),
        ];
    }

    private function class(Request $request, Phrases $phrases): SchoolClass
    {
        $request->validate(['phrase' => ['required', 'string', 'max:200']]);
        $door = Door::ofAddress('phrase', $request->ip());
        $door->knock();
        $class = $phrases->find($request->string('phrase')->value());
        if ($class === null) {
            throw Rejected::invalid(
                new Message('problem.entry.unknown-phrase'),
                [new Fault('/phrase', new Message('problem.entry.no-class'))],
            );
        }
        $door->opened();

        return $class;
    }

    /** For a name that is not there, and for one without a secret, the same work is done: the time it takes does not tell. */
    private function opens(?Student $student, string $secret, bool $first): bool
    {
        if ($first && $student !== null && $student->secret === null) {
            // Of two who choose a secret at once, one has it.
            return Student::query()->whereKey($student->id)->whereNull('secret')->update(['secret' => Hash::make($secret)]) === 1;
        }
        $fits = Hash::check($secret, $student->secret ?? self::nobodysSecret());

        return $fits && ! $first && $student?->secret !== null;
    }

    /** A hash of no secret that anybody knows, as costly to compare with as any other. */
    private static function nobodysSecret(): string
    {
        return sprintf('$2y$%02d$', (int) config('hashing.bcrypt.rounds')).str_repeat('n0b0dy', 8).'n0b0d';
    }
}
