<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Middleware;

use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession as Framework;

/** Without noting the last page in the session: nothing here leads back to it, and the note alone would be a write for each request. */
final class StartSession extends Framework
{
    protected function storeCurrentUrl(Request $request, $session): void
    {
    }
}
