<?php

declare(strict_types=1);

namespace HiddenLadder\App\Providers;

use HiddenLadder\App\Accounts\OwnSessionGuard;
use HiddenLadder\App\Accounts\SparingSessions;
use HiddenLadder\App\Accounts\StudentProvider;
use HiddenLadder\App\Http\Middleware\EndOldSessions;
use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Mail\PostBoxTransport;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Models\Export;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Merge;
use HiddenLadder\App\Models\PersonAct;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Policies\ExportPolicy;
use HiddenLadder\App\Policies\MediumPolicy;
use HiddenLadder\App\Policies\MergePolicy;
use HiddenLadder\App\Policies\PersonActPolicy;
use HiddenLadder\App\Policies\QuizPolicy;
use HiddenLadder\App\Policies\RoundPolicy;
use HiddenLadder\App\Policies\SchoolClassPolicy;
use HiddenLadder\App\Policies\SchoolPolicy;
use HiddenLadder\App\Policies\StudentPolicy;
use HiddenLadder\App\Policies\TaskPolicy;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\App\Rounds\TeacherCalled;
use HiddenLadder\App\Sittings\Courses;
use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Message;
use Illuminate\Auth\Notifications\ResetPassword;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\LazyLoadingViolationException;
use Illuminate\Foundation\Application;
use Illuminate\Notifications\Messages\MailMessage;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\Session;
use Illuminate\Support\Facades\View;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        // What was read of a quiz in a request is read once, whoever asks for it.
        $this->app->scoped(Editions::class);
        $this->app->scoped(Courses::class);
        $this->app->scoped(RoundRules::class);
        $this->app->scoped(Live::class, static fn (): Live => new Live(Config::string('hidden_ladder.live_socket')));
    }

    public function boot(): void
    {
        Date::use(\Carbon\CarbonImmutable::class);
        Model::shouldBeStrict();
        // A relation that was not loaded ahead is a slow page and no broken one; tests find it.
        Model::handleLazyLoadingViolationUsing(static function (Model $model, string $relation): void {
            if (! app()->isProduction()) {
                throw new LazyLoadingViolationException($model, $relation);
            }
            Log::warning('Loaded one by one: '.$model::class."::$relation");
        });
        Session::extend('sparing', static fn (Application $app): SparingSessions => new SparingSessions(
            $app->make('db')->connection(),
            Config::string('session.table'),
            Config::integer('session.lifetime'),
        ));
        Auth::provider(
            'students',
            static fn (Application $app): StudentProvider => new StudentProvider($app->make('hash'), Student::class),
        );
        Auth::extend('own-session', OwnSessionGuard::make(...));
        Event::listen(EndOldSessions::cameIn(...));
        Task::saved(static fn (Task $task) => app(Live::class)->given($task));
        Event::listen(static function (TeacherCalled $called): void {
            app(Conversations::class)->call($called->round, $called->question, $called->event);
        });
        Vite::createAssetPathsUsing(static fn (string $path): string => "/$path");
        Mail::extend('post-box', static fn (): PostBoxTransport => new PostBoxTransport);
        ResetPassword::toMailUsing(static fn (Teacher $teacher, string $token): MailMessage => (new MailMessage)
            ->subject(app(Words::class)->say(new Message('letter.reset.subject')))
            ->text('letters.reset', [
                'name' => $teacher->name,
                // From the settings, not from the request: a forged Host header must not lead the link elsewhere.
                'address' => Config::string('app.url').'/new-password?'.http_build_query(['token' => $token, 'email' => $teacher->email]),
            ]));
        View::share(
            'said',
            static fn (string $code, array $parameters = []): string => app(Words::class)->say(new Message($code, $parameters)),
        );
        Gate::policy(Quiz::class, QuizPolicy::class);
        Gate::policy(Merge::class, MergePolicy::class);
        Gate::policy(School::class, SchoolPolicy::class);
        Gate::policy(SchoolClass::class, SchoolClassPolicy::class);
        Gate::policy(Task::class, TaskPolicy::class);
        Gate::policy(Round::class, RoundPolicy::class);
        Gate::policy(Medium::class, MediumPolicy::class);
        Gate::policy(Export::class, ExportPolicy::class);
        Gate::policy(Student::class, StudentPolicy::class);
        Gate::policy(PersonAct::class, PersonActPolicy::class);
    }
}
