<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Student;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\Ulids;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/** What `bin/bench` measures against: signed in, and one INSERT or nothing. There only while BENCH is set. */
final class YardstickController extends Controller
{
    public function __invoke(Request $request): JsonResponse
    {
        abort_unless(config('hidden_ladder.bench') === true, 404);
        if ($request->isMethod('GET')) {
            return new JsonResponse(['id' => $this->student($request)->id]);
        }
        $id = Ulids::make();
        DB::table('letters')->insert([
            'id' => $id, 'to' => $this->student($request)->id, 'subject' => 'yardstick', 'body' => '', 'sent_at' => now(),
        ]);

        return new JsonResponse(['id' => $id]);
    }
}
