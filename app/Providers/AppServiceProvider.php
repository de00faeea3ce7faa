<?php

declare(strict_types=1);

namespace HiddenLadder\App\Providers;

use HiddenLadder\App\Mail\PostBoxTransport;
use HiddenLadder\App\Models\Assignment;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Policies\AssignmentPolicy;
use HiddenLadder\App\Policies\QuizPolicy;
use HiddenLadder\App\Policies\RoundPolicy;
use HiddenLadder\App\Policies\SchoolClassPolicy;
use Illuminate\Auth\Notifications\ResetPassword;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Notifications\Messages\MailMessage;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;
use Illuminate\Validation\Rules\Password;

final class AppServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        Date::use(\Carbon\CarbonImmutable::class);
        Model::shouldBeStrict();
        Vite::createAssetPathsUsing(static fn (string $path): string => "/$path");
        Password::defaults(static fn (): Password => Password::min(10)->max(200));
        Mail::extend('post-box', static fn (): PostBoxTransport => new PostBoxTransport);
        ResetPassword::toMailUsing(static fn (Teacher $teacher, string $token): MailMessage => (new MailMessage)
            ->subject('A new password for Hidden Ladder')
            ->text('letters.reset', [
                'name' => $teacher->name,
                // From the settings, not from the request: a forged Host header must not lead the link elsewhere.
                'address' => Config::string('app.url').'/new-password?'.http_build_query(['token' => $token, 'email' => $teacher->email]),
            ]));
        Gate::policy(Quiz::class, QuizPolicy::class);
        Gate::policy(SchoolClass::class, SchoolClassPolicy::class);
        Gate::policy(Assignment::class, AssignmentPolicy::class);
        Gate::policy(Round::class, RoundPolicy::class);
    }
}
