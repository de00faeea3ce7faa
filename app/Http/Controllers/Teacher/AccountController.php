<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Problem;
use HiddenLadder\App\Http\Throttle;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Password;
use Illuminate\Support\Str;
use Illuminate\Validation\Rules\Password as PasswordRule;

/** Teachers' accounts: sign up, in and out, and a new password by mail. */
final class AccountController extends Controller
{
    public function signUp(Request $request): JsonResponse
    {
        $request->validate([
            'name' => ['required', 'string', 'max:120'],
            'email' => ['required', 'string', 'email', 'max:190'],
            'password' => ['required', 'string', PasswordRule::defaults()],
        ], [
            'name.required' => 'Please write your name as students and colleagues know it.',
            'email.email' => 'This does not look like a mail address.',
            'password.min' => 'A password has at least 10 characters.',
        ]);
        $door = new Throttle('sign-up:'.$request->ip(), 20, 3600);
        $door->pass();
        $door->failed();
        $email = self::address($request);
        if (Teacher::query()->where('email', $email)->exists()) {
            throw Problem::invalid('There is an account with this address already: sign in, or ask for a new password.', [
                ['pointer' => '/email', 'reason' => 'There is an account with this address already.'],
            ]);
        }
        $teacher = Teacher::query()->create([
            'name' => $request->string('name')->trim()->value(),
            'email' => $email,
            'password' => $request->string('password')->value(),
        ]);
        $this->door('teacher')->login($teacher);
        $request->session()->regenerate();

        return new JsonResponse(self::shown($teacher), 201);
    }

    public function signIn(Request $request): JsonResponse
    {
        $request->validate(['email' => ['required', 'string'], 'password' => ['required', 'string'], 'remember' => ['boolean']]);
        $email = self::address($request);
        $door = new Throttle("sign-in:$email:".$request->ip(), 6, 60);
        $door->pass();
        $known = ['email' => $email, 'password' => $request->string('password')->value()];
        if (! $this->door('teacher')->attempt($known, $request->boolean('remember'))) {
            $door->failed();
            throw Problem::invalid('This address and password do not belong together.', []);
        }
        $door->clear();
        $request->session()->regenerate();

        return new JsonResponse(self::shown($this->teacher($request)));
    }

    public function signOut(Request $request): Response
    {
        $this->leave($request, 'teacher');

        return new Response('', 204);
    }

    public function me(Request $request): JsonResponse
    {
        return new JsonResponse(self::shown($this->teacher($request)));
    }

    /** Says the same whether the address is known or not. */
    public function forgot(Request $request): Response
    {
        $request->validate(['email' => ['required', 'string', 'email']]);
        $door = new Throttle('forgot:'.$request->ip(), 10, 600);
        $door->pass();
        $door->failed();
        Password::sendResetLink(['email' => self::address($request)]);

        return new Response('', 202);
    }

    public function reset(Request $request): Response
    {
        $request->validate([
            'email' => ['required', 'string'],
            'token' => ['required', 'string'],
            'password' => ['required', 'string', PasswordRule::defaults()],
        ], ['password.min' => 'A password has at least 10 characters.']);
        $door = new Throttle('reset:'.$request->ip(), 10, 600);
        $door->pass();
        $done = Password::reset(
            $request->only('email', 'token', 'password'),
            static function (Teacher $teacher, string $password): void {
                $teacher->setRememberToken(Str::random(60));
                $teacher->password = $password;
                $teacher->save();
            },
        );
        if ($done !== Password::PASSWORD_RESET) {
            $door->failed();
            throw Problem::invalid('This link is used up or too old. Ask for a new one.', []);
        }

        return new Response('', 204);
    }

    /** Addresses are kept and compared in lower case. */
    private static function address(Request $request): string
    {
        return Str::lower($request->string('email')->trim()->value());
    }

    /** @return array<string, string> */
    private static function shown(Teacher $teacher): array
    {
        return ['id' => $teacher->id, 'name' => $teacher->name, 'email' => $teacher->email];
    }
}
