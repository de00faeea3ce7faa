<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\WholeClass;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\School\EntryCode;
use HiddenLadder\App\School\PersonActs;
use HiddenLadder\App\School\Roster;
use HiddenLadder\App\School\RosterFile;
use HiddenLadder\App\School\RosterLine;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Formats\DecodedText;
use HiddenLadder\Core\Formats\Roster\ListedPerson;
use HiddenLadder\Core\Formats\Roster\NameTable;
use HiddenLadder\Core\Formats\Roster\RosterList;
use HiddenLadder\Core\Message;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;

/** The roster of a class: what a list would do to it, names added, put right, taken out, brought back. */
final class RosterController extends Controller
{
    /** Names on one list at most. */
    private const MOST = 1000;

    /** A part of a name that is sent. */
    private const PART = ['nullable', 'string', 'max:300'];

    public function __construct(private readonly Roster $roster, private readonly PersonActs $acts)
    {
    }

    /** The lists in a file, as they stand there. */
    public function read(Request $request, SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $file = $request->file('file');
        if (! $file instanceof UploadedFile || ! $file->isValid()) {
            throw Rejected::invalid(new Message('problem.field.required'), [new Fault('/file', new Message('problem.field.required'))]);
        }

        return new JsonResponse(array_map(static fn (RosterList $list): array => [
            'name' => $list->name,
            'people' => array_map(
                static fn (ListedPerson $person): array => get_object_vars($person),
                array_slice($list->people, 0, self::MOST),
            ),
            'left' => max(0, count($list->people) - self::MOST),
        ], RosterFile::read($file->getPathname())));
    }

    /** Who those on a list are to the class: typed or pasted names, or people as a file had them. */
    public function look(Request $request, SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate(['names' => ['nullable', 'string', 'max:100000'], ...self::rules()]);
        $people = $request->has('people')
            ? self::people($request)
            : NameTable::read(DecodedText::of($request->string('names')->value())->text);

        return new JsonResponse(['lines' => array_map(
            static fn (RosterLine $line): array => $line->toArray(),
            $this->roster->recognise($class, array_slice($people, 0, self::MOST)),
        )]);
    }

    public function add(Request $request, SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate(['people' => ['required', 'array', 'min:1', 'max:'.self::MOST]] + self::rules());
        $said = [];
        foreach (array_values($request->array('people')) as $index => $one) {
            if (array_key_exists('student', $one)) {
                $said[$index] = $one['student'];
            }
        }
        $done = $this->roster->add($class, self::people($request), $said);

        return new JsonResponse([
            'added' => array_map(static fn (Student $student): string => $student->id, $done['added']),
            'left' => array_map(static fn (RosterLine $line): array => $line->toArray(), $done['left']),
            'class' => new WholeClass($class),
        ]);
    }

    public function rename(Request $request, SchoolClass $class, string $student): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate([
            'given' => self::PART, 'family' => self::PART, 'called' => self::PART, 'number' => ['nullable', 'string', 'max:60'],
        ]);
        $person = ListedPerson::written(...array_map(
            static fn (string $member): string => $request->string($member)->value(),
            ['given', 'family', 'called', 'number'],
        )) ?? throw Rejected::invalid(new Message('problem.field.required'), [new Fault('/given', new Message('problem.field.required'))]);
        $isDone = $this->acts->rename($this->teacher($request), $class->students()->findOrFail($student), $person);

        return new JsonResponse(['asked' => ! $isDone]);
    }

    public function move(Request $request, SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        $request->validate(['to' => ['required', 'string']]);
        $to = SchoolClass::query()->findOrFail($request->string('to')->value());
        $this->authorize('reach', $to);
        abort_if($to->id === $class->id, 404);
        $this->roster->move($class->students()->findOrFail($student), $class, $to);

        return new Response('', 204);
    }

    public function takeOut(SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        $this->roster->takeOut($class, $student);

        return new Response('', 204);
    }

    public function bringBack(SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        $this->roster->bringBack($class, $student);

        return new Response('', 204);
    }

    /** More time where there is a limit: a factor from 1 to 4. It holds for rounds that begin from now on. */
    public function giveExtraTime(Request $request, SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        $request->validate(['extraTime' => ['required', 'numeric', 'min:1', 'max:4']]);
        $class->students()->findOrFail($student)->update(['extra_time' => $request->float('extraTime')]);

        return new Response('', 204);
    }

    /**
     * Lets a student who forgot their secret choose a new one, with a new code; whoever is in with the old one is out. A teacher who
     * shares the student asks for it.
     */
    public function clearSecret(Request $request, SchoolClass $class, string $student): JsonResponse
    {
        $this->authorize('reach', $class);
        $code = $this->acts->clearSecret($this->teacher($request), $class->students()->findOrFail($student));

        return new JsonResponse(['code' => $code, 'asked' => $code === null]);
    }

    /** The cards of the class: each student with the one-time code that chooses the first secret, as long as there is none. */
    public function cards(SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);

        return new JsonResponse(Student::inOrder($class->students()->get())->map(static fn (Student $student): array => [
            'id' => $student->id, 'name' => $student->name, 'code' => EntryCode::forCard($student),
        ])->all());
    }

    /** Lets a student try their secret again at once, after too many wrong ones. */
    public function liftPause(SchoolClass $class, string $student): Response
    {
        $this->authorize('reach', $class);
        Door::lift($class->students()->findOrFail($student));

        return new Response('', 204);
    }

    /** @return array<string, list<mixed>> */
    private static function rules(): array
    {
        return [
            'people' => ['array', 'max:'.self::MOST], 'people.*.given' => self::PART, 'people.*.family' => self::PART,
            'people.*.called' => self::PART, 'people.*.number' => self::PART, 'people.*.student' => ['nullable', 'string', 'max:26'],
        ];
    }

    /** @return list<ListedPerson> */
    private static function people(Request $request): array
    {
        return array_values(array_map(
            static fn (array $one): ListedPerson => ListedPerson::written(...array_map(
                static fn (string $member): string => (string) ($one[$member] ?? ''),
                ['given', 'family', 'called', 'number'],
            )) ?? throw Rejected::invalid(
                new Message('problem.field.required'),
                [new Fault('/people', new Message('problem.field.required'))],
            ),
            $request->array('people'),
        ));
    }
}
