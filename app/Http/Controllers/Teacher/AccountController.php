<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Accounts\Door;
use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Device;
use HiddenLadder\App\Http\Resources\TeacherAccount;
use HiddenLadder\App\Http\Threshold;
use HiddenLadder\App\Models\Invitation;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Quizzes\TextCleaner;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\School\Invitations;
use HiddenLadder\App\School\SignUp;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Message;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\App;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Password;
use Illuminate\Support\Str;

/** Teachers' accounts: sign up, in and out, and a new password by mail. */
final class AccountController extends Controller
{
    private const PASSWORD = ['required', 'string', 'min:10', 'max:200'];

    /** Whoever is invited comes to the school that asks; whoever comes alone has one of their own. */
    public function signUp(Request $request, Invitations $invitations): JsonResponse
    {
        $request->validate(
            [
                'name' => ['nullable', 'string', 'max:120'],
                'email' => ['required', 'string', 'email', 'max:190'],
                'password' => self::PASSWORD,
                'invitation' => ['nullable', 'string', 'max:100'],
                'timeZone' => ['nullable', 'timezone:all'],
                'code' => ['nullable', 'string', 'max:40'],
            ],
        );
        $name = $request->string('name')->trim()->value();
        if ($name === '') {
            throw Rejected::invalid(new Message('problem.field.own-name'), [new Fault('/name', new Message('problem.field.own-name'))]);
        }
        Threshold::of($request, 'sign-up')->knock();
        $invitation = $request->filled('invitation') ? $invitations->find($request->string('invitation')->value()) : null;
        self::maySignUp($invitation);
        self::hasStartUpCode($request);
        $email = self::address($request);
        if (Teacher::query()->where('email', $email)->exists()) {
            throw self::addressTaken();
        }
        $account = [
            'name' => $name, 'email' => $email, 'password' => $request->string('password')->value(), 'language' => App::getLocale(),
        ];
        $timeZone = $request->filled('timeZone') ? $request->string('timeZone')->value() : 'UTC';
        try {
            $teacher = DB::transaction(static function () use ($invitations, $invitation, $account, $name, $timeZone): Teacher {
                if ($invitation === null) {
                    return School::found($name, $timeZone)->teachers()->create($account + ['is_keeper' => true]);
                }
                $invitations->use($invitation);

                return $invitation->school->teachers()->create($account);
            });
        } catch (UniqueConstraintViolationException) {
            throw self::addressTaken();
        }
        $this->door('teacher')->login($teacher);
        Device::remember($request, $teacher);
        $request->session()->regenerate();

        return new JsonResponse(new TeacherAccount($teacher), 201);
    }

    /** What the page of signing up says: whether it can be done. */
    public function signUpIs(): JsonResponse
    {
        return new JsonResponse(['signUp' => School::signUp()->value, 'needsCode' => School::needsStartUpCode()]);
    }

    /** @throws Rejected where the keeper of the server lets nobody sign up, or the invited alone */
    private static function maySignUp(?Invitation $invitation): void
    {
        $who = School::signUp();
        if ($who === SignUp::Nobody || ($who === SignUp::Invited && $invitation === null)) {
            throw Rejected::invalid(new Message('problem.account.sign-up', ['who' => $who->value]));
        }
    }

    /** @throws Rejected when it is the first account, and not made by the person who runs the server */
    private static function hasStartUpCode(Request $request): void
    {
        $typed = trim($request->string('code')->value());
        if (School::needsStartUpCode() && ! hash_equals(Config::string('hidden_ladder.startup_code'), $typed)) {
            $why = new Message('problem.account.startup-code');
            throw Rejected::invalid($why, [new Fault('/code', $why)]);
        }
    }

    public function signIn(Request $request): JsonResponse
    {
        $request->validate(['email' => ['required', 'string'], 'password' => ['required', 'string'], 'remember' => ['boolean']]);
        $email = self::address($request);
        $teacher = Teacher::query()->where('email', $email)->first();
        $address = Threshold::of($request, 'sign-in');
        $address->knock();
        $door = $teacher === null ? Door::ofNobody($email) : Door::of($teacher, Device::of($request));
        $door->knock();
        $known = ['email' => $email, 'password' => $request->string('password')->value()];
        if (! $this->door('teacher')->attempt($known, $request->boolean('remember'))) {
            throw Rejected::invalid(new Message('problem.account.wrong-password'));
        }
        $address->opened();
        $door->forget();
        $teacher = $this->teacher($request);
        if ($teacher->let_go_at !== null) {
            $this->leave($request, 'teacher');
            throw Rejected::invalid(new Message('problem.account.let-go'));
        }
        // Letters have no device to ask: they go out in the language that was spoken last.
        $teacher->update(['language' => App::getLocale()]);
        Device::remember($request, $teacher);
        $request->session()->regenerate();

        return new JsonResponse(new TeacherAccount($teacher));
    }

    public function signOut(Request $request): Response
    {
        $this->leave($request, 'teacher');

        return new Response('', 204);
    }

    public function me(Request $request): JsonResponse
    {
        return new JsonResponse(new TeacherAccount($this->teacher($request)));
    }

    /** What stands before the first question of every new quiz. */
    public function instruct(Request $request, TextCleaner $cleaner): JsonResponse
    {
        $request->validate(['text' => ['present', 'nullable', 'string', 'max:20000']]);
        $teacher = $this->teacher($request);
        $teacher->update(['standing_instructions' => $cleaner->clean($request->string('text')->value())]);

        return new JsonResponse(new TeacherAccount($teacher));
    }

    /** The list of objectives from which those of quizzes are taken: by unit, each once. */
    public function keepObjectives(Request $request): JsonResponse
    {
        $request->validate([
            'objectives' => ['present', 'array', 'max:500'],
            'objectives.*.unit' => ['present', 'nullable', 'string', 'max:200'],
            'objectives.*.code' => ['present', 'nullable', 'string', 'max:200'],
            'objectives.*.text' => ['required', 'string', 'max:500'],
        ]);
        $kept = [];
        foreach ($request->array('objectives') as $one) {
            $words = static fn (string $member): string => trim((string) ($one[$member] ?? ''));
            $kept[] = ['unit' => $words('unit'), 'code' => $words('code'), 'text' => $words('text')];
        }
        $kept = array_values(array_unique($kept, SORT_REGULAR));
        usort($kept, static fn (array $a, array $b): int => [$a['unit'], $a['code'], $a['text']] <=> [$b['unit'], $b['code'], $b['text']]);
        $teacher = $this->teacher($request);
        $teacher->update(['objectives' => $kept]);

        return new JsonResponse(new TeacherAccount($teacher));
    }

    /** Says the same whether the address is known or not. */
    public function forgot(Request $request): Response
    {
        $request->validate(['email' => ['required', 'string', 'email']]);
        Threshold::of($request, 'forgot')->knock();
        Password::sendResetLink(['email' => self::address($request)]);

        return new Response('', 202);
    }

    public function reset(Request $request): Response
    {
        $request->validate([
            'email' => ['required', 'string'],
            'token' => ['required', 'string'],
            'password' => self::PASSWORD,
        ]);
        $address = Threshold::of($request, 'reset');
        $address->knock();
        $done = Password::reset(
            ['email' => self::address($request)] + $request->only('token', 'password'),
            static function (Teacher $teacher, string $password): void {
                $teacher->setRememberToken(Str::random(60));
                $teacher->password = $password;
                $teacher->epoch++;
                Door::lift($teacher);
                $teacher->save();
            },
        );
        if ($done !== Password::PASSWORD_RESET) {
            throw Rejected::invalid(new Message('problem.account.old-link'));
        }

        $address->opened();

        return new Response('', 204);
    }

    /** Addresses are kept and compared in one way of writing, byte by byte. */
    private static function address(Request $request): string
    {
        return PlainText::folded($request->string('email')->value());
    }

    private static function addressTaken(): Rejected
    {
        return Rejected::invalid(new Message('problem.account.known'), [new Fault('/email', new Message('problem.account.address-taken'))]);
    }
}
