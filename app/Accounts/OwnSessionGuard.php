<?php

declare(strict_types=1);

namespace HiddenLadder\App\Accounts;

use HiddenLadder\App\Http\CookieNames;
use Illuminate\Auth\SessionGuard;
use Illuminate\Foundation\Application;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Config;

/** The framework's guard by session, with the remembering cookie named as ours are. */
final class OwnSessionGuard extends SessionGuard
{
    /** @param  array<string, mixed>  $config */
    public static function make(Application $app, string $name, array $config): self
    {
        $provider = Auth::createUserProvider(is_string($config['provider'] ?? null) ? $config['provider'] : null);
        assert($provider !== null);
        $guard = new self($name, $provider, $app->make('session.store'), hashKey: Config::string('app.key'));
        $guard->setCookieJar($app->make('cookie'));
        $guard->setDispatcher($app->make('events'));
        $guard->setRequest($app->refresh('request', $guard, 'setRequest'));

        return $guard;
    }

    public function getRecallerName(): string
    {
        return CookieNames::of(parent::getRecallerName());
    }
}
