<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Mail\PostBox;
use HiddenLadder\App\Models\Letter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** The simulated post box of the demo: what would have been mailed. For this machine alone. */
final class PostBoxController extends Controller
{
    public function __invoke(Request $request): JsonResponse
    {
        abort_unless(PostBox::isOpenTo($request), 404);

        return new JsonResponse(Letter::query()->where('subject', '!=', 'yardstick')
            ->orderByDesc('id')->limit(50)->get()->map(static fn (Letter $letter): array => [
                'id' => $letter->id,
                'to' => $letter->to,
                'subject' => $letter->subject,
                'body' => $letter->body,
                'sentAt' => $letter->sent_at->toIso8601ZuluString(),
            ])->all());
    }
}
