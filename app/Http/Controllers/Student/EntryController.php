<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Device;
use HiddenLadder\App\Http\Middleware\EndOldSessions;
use HiddenLadder\App\Http\OwnPage;
use HiddenLadder\App\Http\Threshold;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\WayIn;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\School\Doorway;
use HiddenLadder\App\School\EntryCode;
use HiddenLadder\App\School\Name;
use HiddenLadder\App\School\Phrases;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Formats\Roster\ListedPerson;
use HiddenLadder\Core\Message;
use Illuminate\Auth\SessionGuard;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\Rule;

/** The students' door: by phrase or link, with as much as what is behind it asks for. */
final class EntryController extends Controller
{
    /** What stands above the door, and in which ways one may come in; never who is in there. */
    public function find(Request $request, Phrases $phrases): JsonResponse
    {
        $doorway = $this->doorway($request, $phrases);

        return new JsonResponse([
            'name' => $doorway->name(), 'ways' => array_column($doorway->ways(), 'value'), 'asksForCode' => $doorway->asksForCode(),
            'notNow' => $doorway->notNow(),
        ]);
    }

    /**
     * With a secret, the first entry sets it, with the code of the student's card. Whether a name is on the roster is told only where it
     * is enough to come in by.
     */
    public function enter(Request $request, Phrases $phrases): JsonResponse
    {
        $request->validate([
            'way' => [Rule::enum(WayIn::class)],
            'name' => ['nullable', 'string', 'max:300'],
            'secret' => ['nullable', 'string', 'max:100'],
            'first' => ['boolean'],
            'code' => ['nullable', 'string', 'max:20'],
            'ownDevice' => ['boolean'],
        ]);
        $doorway = $this->doorway($request, $phrases);
        $way = $request->enum('way', WayIn::class) ?? WayIn::Secret;
        if (! in_array($way, $doorway->ways(), true)) {
            throw Rejected::invalid(new Message('problem.entry.not-this-way'));
        }
        $name = ListedPerson::inOneLine($request->string('name')->value());
        if ($name === '' && $way !== WayIn::Nameless) {
            throw Rejected::invalid(new Message('problem.field.required'), [new Fault('/name', new Message('problem.field.required'))]);
        }
        $address = Threshold::of($request, 'enter');
        $address->knock();
        if ($way === WayIn::Guest || $way === WayIn::Nameless) {
            Threshold::ofGuest($request)->knock();
        }
        $student = match ($way) {
            WayIn::Secret => $this->bySecret($request, $doorway, $name),
            WayIn::Name => self::theOnly($doorway->named($name)),
            WayIn::Guest => $doorway->guest(mb_substr($name, 0, Name::LONGEST)),
            WayIn::Nameless => $doorway->guest(null),
        };
        if ($student === null) {
            throw Rejected::invalid(new Message($way === WayIn::Name ? 'problem.entry.no-such-name' : 'problem.entry.does-not-fit'));
        }
        $address->opened();
        $doorway->admit($student);
        $student->update(['came_in_at' => now()]);
        // A tablet on which a teacher was signed in goes to a student: the teacher's pages are not theirs.
        $teachers = $this->door('teacher');
        if ($teachers instanceof SessionGuard && $teachers->check()) {
            $teachers->logoutCurrentDevice();
        }
        $this->door('student')->login($student);
        EndOldSessions::cameInBy($request, $way, $request->boolean('ownDevice'));
        if ($way !== WayIn::Name) {
            Device::remember($request, $student);
        }
        $request->session()->regenerate();

        return new JsonResponse(['id' => $student->id, 'name' => $student->name]);
    }

    /** @param  Collection<int, Student>  $named */
    private static function theOnly(Collection $named): ?Student
    {
        return $named->count() === 1 ? $named->first() : null;
    }

    private function bySecret(Request $request, Doorway $doorway, string $name): ?Student
    {
        $secret = $request->string('secret')->value();
        if ($secret === '' || ($request->boolean('first') && mb_strlen($secret) < 4)) {
            throw Rejected::invalid(
                new Message('problem.entry.short-secret'),
                [new Fault('/secret', new Message('problem.entry.short-secret'))],
            );
        }
        $isFirst = $request->boolean('first');
        $code = $request->string('code')->value();
        if ($isFirst && $code === '' && $doorway->asksForCode()) {
            // Said of every name, and before one is looked for.
            throw Rejected::invalid(new Message('problem.entry.code'), [new Fault('/code', new Message('problem.entry.code'))]);
        }
        $named = $doorway->named($name);
        // Of several with one name in a school, the secret or the code says who.
        $candidates = $named->count() > 1
            ? $named->filter(static fn (Student $one): bool => $isFirst === ($one->secret === null))->values()
            : $named;
        $only = self::theOnly($candidates);
        // Tries at a name of several count by the name, before any secret or code is compared: no other door tells the right one.
        $door = $only === null ? Door::ofNobody($doorway->id(), Name::keyOf($name)) : Door::of($only, Device::of($request));
        $door->knock();
        $student = $only ?? $candidates->first(static fn (Student $one): bool => $isFirst
            ? EntryCode::fits($one, $code)
            : Hash::check($secret, (string) $one->secret));
        $mayChoose = $student !== null && (EntryCode::fits($student, $code) || (! $doorway->asksForCode() && ! $student->had_secret));
        if ($student === null || ! ($isFirst ? $mayChoose && self::choose($student, $secret) : self::opens($student, $secret))) {
            // The time it takes does not tell whether the name is there, has a secret, or was chosen for.
            if (! $isFirst && $student === null) {
                Hash::check($secret, self::nobodysSecret());
            }

            return null;
        }
        $door->forget();

        return $student;
    }

    public function signOut(Request $request): Response
    {
        $this->leave($request, 'student');

        // What the browser kept of pages and media goes; what waits to be sent does not.
        return new Response('', 204, ['Clear-Site-Data' => '"cache"']);
    }

    /** Keeps how pages read for this student: size of type, spacing, contrast, an easier face; what is not named stays as it is. */
    public function keepReading(Request $request): Response
    {
        $changes = $request->validate([
            'size' => ['sometimes', 'required', 'numeric', 'min:1', 'max:2'],
            'spacing' => ['sometimes', 'required', 'boolean'],
            'contrast' => ['sometimes', 'required', 'boolean'],
            'face' => ['sometimes', 'required', 'boolean'],
        ]);
        // Two changes that are pressed one after the other may arrive together, and in any order.
        $student = $this->student($request);
        DB::transaction(static function () use ($student, $changes): void {
            $kept = Student::query()->whereKey($student->id)->lockForUpdate()->value('reading');
            $student->update(['reading' => [...($kept ?? []), ...$changes]]);
        });

        return new Response('', 204);
    }

    public function me(Request $request, OwnPage $page): JsonResponse
    {
        return new JsonResponse($this->said($page->of($request, $this->student($request))));
    }

    /** By a class phrase, or by the link of a task. */
    private function doorway(Request $request, Phrases $phrases): Doorway
    {
        $request->validate([
            'phrase' => ['required_without:link', 'nullable', 'string', 'max:200'], 'link' => ['nullable', 'string', 'max:60'],
        ]);
        $door = Threshold::of($request, 'phrase');
        $door->knock();
        if ($request->filled('link')) {
            $doorway = Doorway::byLink($request->string('link')->value())
                ?? throw Rejected::invalid(
                    new Message('problem.entry.unknown-link'),
                    [new Fault('/link', new Message('problem.entry.unknown-link'))],
                );
        } else {
            $class = $phrases->find($request->string('phrase')->value()) ?? throw Rejected::invalid(
                new Message('problem.entry.unknown-phrase'),
                [new Fault('/phrase', new Message('problem.entry.no-class'))],
            );
            $doorway = Doorway::ofClass($class);
        }
        $door->opened();

        return $doorway;
    }

    /** Of two who choose a secret at once, one has it. The code is used up. */
    private static function choose(Student $student, string $secret): bool
    {
        return Student::query()->whereKey($student->id)->whereNull('secret')
            ->update(['secret' => Hash::make($secret), 'had_secret' => true, 'code' => null]) === 1;
    }

    /** For one without a secret the same work is done: the time it takes does not tell. */
    private static function opens(Student $student, string $secret): bool
    {
        return Hash::check($secret, $student->secret ?? self::nobodysSecret()) && $student->secret !== null;
    }

    /** A hash of no secret that anybody knows, as costly to compare with as any other. */
    private static function nobodysSecret(): string
    {
        return sprintf('$2y$%02d$', (int) config('hashing.bcrypt.rounds')).str_repeat('n0b0dy', 8).'n0b0d';
    }
}
