<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Upkeep\Beat;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;

/** Whether the app answers and reaches its database, and when its worker and its scheduler were last at work. It tells nothing else. */
final class HealthController extends Controller
{
    public function __invoke(): JsonResponse
    {
        DB::select('select 1');

        return new JsonResponse([
            'well' => true,
            'workerSecondsAgo' => Beat::secondsSince('worker'),
            'schedulerSecondsAgo' => Beat::secondsSince('scheduler'),
        ], headers: ['Cache-Control' => 'no-store']);
    }
}
