<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;

/** Whether the app answers and reaches its database. It tells nothing else. */
final class HealthController extends Controller
{
    public function __invoke(): JsonResponse
    {
        DB::select('select 1');

        return new JsonResponse(['well' => true], headers: ['Cache-Control' => 'no-store']);
    }
}
