<?php

declare(strict_types=1);

use HiddenLadder\App\Gradebook\Passing;
use HiddenLadder\App\Http\LostBackend;
use HiddenLadder\App\Http\Middleware\EndOldSessions;
use HiddenLadder\App\Http\Middleware\NoticeSilentProxy;
use HiddenLadder\App\Http\Middleware\SecureHeaders;
use HiddenLadder\App\Http\Middleware\SpeakLanguage;
use HiddenLadder\App\Http\Middleware\StartSession;
use HiddenLadder\App\Http\Middleware\TellCost;
use HiddenLadder\App\Http\Middleware\ValidateCsrfToken;
use HiddenLadder\App\Http\ProblemDetails;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Sittings\SittingBook;
use HiddenLadder\App\Upkeep\Beat;
use HiddenLadder\App\Upkeep\ClosingTasks;
use HiddenLadder\App\Upkeep\Tidying;
use HiddenLadder\Core\MalformedInput;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Contracts\Auth\Middleware\AuthenticatesRequests;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken as FrameworkValidateCsrfToken;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession as FrameworkStartSession;
use Illuminate\Support\Facades\Route;
use Illuminate\View\Middleware\ShareErrorsFromSession;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__.'/../routes/pages.php',
        then: static function (): void {
            // The API is for this app's own pages, signed in by session; so it stands behind the same middleware.
            Route::middleware('web')->prefix('api')->group(__DIR__.'/../routes/api.php');
        },
    )
    ->withSchedule(static function (Schedule $schedule): void {
        $schedule->call(Beat::ofScheduler(...))->everyMinute()->name('beat');
        $schedule->job(new Beat)->everyMinute();
        $schedule->call(static fn () => app(SittingBook::class)->endForgotten())->hourly()->name('forgotten-sittings')->withoutOverlapping();
        $schedule->call(new ClosingTasks)->everyMinute()->name('closing-tasks')->withoutOverlapping();
        $schedule->call(static fn () => app(Passing::class)())->everyMinute()->name('passing-scores')->withoutOverlapping(10);
        $schedule->call(new Tidying)->hourly()->name('tidying')->withoutOverlapping();
    })
    ->withMiddleware(static function (Middleware $middleware): void {
        $middleware->remove(HandleCors::class);
        if ((bool) env('BENCH', false)) {
            $middleware->prepend(TellCost::class);
        }
        $middleware->append(SecureHeaders::class);
        $middleware->append(SpeakLanguage::class);
        // No page of ours is drawn by the server with what a form lacked.
        $middleware->web(
            append: [EndOldSessions::class],
            remove: [ShareErrorsFromSession::class],
            replace: [FrameworkStartSession::class => StartSession::class, FrameworkValidateCsrfToken::class => ValidateCsrfToken::class],
        );
        $middleware->prependToPriorityList(before: AuthenticatesRequests::class, prepend: EndOldSessions::class);
        $middleware->append(NoticeSilentProxy::class);
        $middleware->redirectGuestsTo('/');
        $middleware->convertEmptyStringsToNull(except: [static fn (Request $request): bool => $request->is('api/*')]);
        $middleware->trimStrings(except: [static fn (Request $request): bool => $request->is('api/*')]);
    })
    ->withExceptions(static function (Exceptions $exceptions): void {
        // A refusal is an answer, not a fault of ours.
        $exceptions->dontReport([Rejected::class, MalformedInput::class]);
        $exceptions->shouldRenderJsonWhen(static fn (Request $request): bool => $request->is('api/*'));
        $exceptions->render(static fn (Throwable $error, Request $request) => match (true) {
            $request->is('api/*') => ProblemDetails::of($error),
            LostBackend::is($error) => response()->view('away', [], 503, ['Retry-After' => (string) LostBackend::RETRY_AFTER]),
            default => null,
        });
    })
    ->create();
