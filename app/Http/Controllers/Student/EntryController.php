<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Classes\Phrases;
use HiddenLadder\App\Classes\Roster;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Problem;
use HiddenLadder\App\Http\Throttle;
use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\AssignmentState;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Round\Terms;
use HiddenLadder\Core\Round\TermsInWords;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Hash;

/** The students' door: phrase, own name, personal secret. */
final class EntryController extends Controller
{
    private const DOES_NOT_FIT = 'This name and secret do not open the door. Write your name as your teacher wrote it. '
        .'If you have forgotten your secret, your teacher can let you choose a new one.';

    public function find(Request $request, Phrases $phrases): JsonResponse
    {
        return new JsonResponse(['name' => $this->class($request, $phrases)->name]);
    }

    /** The first entry sets the secret. Whether a name is on the roster is never told. */
    public function enter(Request $request, Phrases $phrases, Roster $roster): JsonResponse
    {
        $request->validate(['name' => ['required', 'string', 'max:120'], 'secret' => ['required', 'string', 'max:100'], 'first' => ['required', 'boolean']]);
        $class = $this->class($request, $phrases);
        $secret = $request->string('secret')->value();
        if ($request->boolean('first') && mb_strlen($secret) < 4) {
            throw Problem::invalid('A secret has at least 4 characters.', [['pointer' => '/secret', 'reason' => 'A secret has at least 4 characters.']]);
        }
        $name = $request->string('name')->value();
        $door = new Throttle('enter:'.$class->id.':'.hash('sha256', PlainText::folded($name)).':'.$request->ip(), 6, 120);
        $door->pass();
        $student = $roster->find($class, $name);
        if (! $this->opens($student, $secret, $request->boolean('first')) || $student === null) {
            $door->failed();
            throw Problem::invalid(self::DOES_NOT_FIT, []);
        }
        $door->clear();
        $this->door('student')->login($student);
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
            'size' => ['required', 'numeric', 'min:1', 'max:2'], 'spacing' => ['required', 'boolean'], 'contrast' => ['required', 'boolean'], 'face' => ['required', 'boolean'],
        ]);
        $this->student($request)->update(['reading' => $reading]);

        return new Response('', 204);
    }

    /** The student's own page: what there is to do, and how far it is. */
    public function me(Request $request, RoundBook $book): JsonResponse
    {
        $student = $this->student($request);
        $classes = $student->classes()->with('assignments.quiz')->orderBy('name')->get();

        return new JsonResponse([
            'id' => $student->id,
            'name' => $student->name,
            'reading' => ($student->reading ?? []) + ['size' => 1, 'spacing' => false, 'contrast' => false, 'face' => false],
            'classes' => $classes->map(fn (SchoolClass $class): array => [
                'name' => $class->name,
                'tasks' => $class->assignments->reject(static fn (Assignment $a): bool => $a->state === AssignmentState::Planned)
                    ->map(fn (Assignment $assignment): array => $this->task($student, $assignment, $book))->values()->all(),
            ])->all(),
        ]);
    }

    /** @return array<string, mixed> */
    private function task(Student $student, Assignment $assignment, RoundBook $book): array
    {
        $round = $book->latest($student, $assignment);
        $view = $round === null ? null : $book->view($round);
        $soFar = $book->soFar($student, $assignment);
        $nextFrom = $soFar->nextFrom();
        $seesScore = is_array($view) && is_array($view['place'] ?? null) && ($view['place']['score'] ?? null) !== null;

        return [
            'id' => $assignment->id,
            'title' => $view['title'] ?? $assignment->quiz->title,
            'open' => $assignment->state === AssignmentState::Open,
            'dueAt' => $assignment->due_at?->toIso8601ZuluString(),
            'terms' => TermsInWords::sentences(Terms::read(Fields::of($assignment->terms))),
            'round' => $round === null || $view === null ? null : [
                'id' => $round->id,
                'number' => $round->number,
                'finished' => $view['finished'],
                'far' => $view['far'],
                'goes' => $view['goes'],
            ],
            'score' => $seesScore ? $soFar->score() : null,
            'goal' => $soFar->goal(),
            'nextFrom' => $nextFrom === null ? null : CarbonImmutable::createFromTimestampMs($nextFrom)->toIso8601ZuluString(),
            'waitsFor' => $book->waitsFor($student, $assignment),
        ];
    }

    private function class(Request $request, Phrases $phrases): SchoolClass
    {
        $request->validate(['phrase' => ['required', 'string', 'max:200']]);
        $door = new Throttle('phrase:'.$request->ip(), 30, 60);
        $door->pass();
        $class = $phrases->find($request->string('phrase')->value());
        if ($class === null) {
            $door->failed();
            throw Problem::invalid('No class has this phrase. Look at the three words again.', [['pointer' => '/phrase', 'reason' => 'No class has this phrase.']]);
        }

        return $class;
    }

    private function opens(?Student $student, string $secret, bool $first): bool
    {
        if ($first && $student !== null && $student->secret === null) {
            $student->update(['secret' => Hash::make($secret)]);

            return true;
        }
        // The same work is done for a name that is not there, so that the time it takes does not tell.
        $known = $student->secret ?? Hash::make('nobody');

        return Hash::check($secret, $known) && ! $first && $student?->secret !== null;
    }
}
