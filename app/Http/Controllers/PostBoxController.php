<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Models\Letter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\IpUtils;

/** The simulated post box: what would have been mailed. There only where it is switched on, and for this machine alone. */
final class PostBoxController extends Controller
{
    public function __invoke(Request $request): JsonResponse
    {
        abort_unless(config('hidden_ladder.post_box') === true && IpUtils::checkIp((string) $request->ip(), ['127.0.0.0/8', '::1']), 404);

        return new JsonResponse(Letter::query()->where('subject', '!=', 'yardstick')->orderByDesc('id')->limit(50)->get()->map(static fn (Letter $letter): array => [
            'id' => $letter->id,
            'to' => $letter->to,
            'subject' => $letter->subject,
            'body' => $letter->body,
            'sentAt' => $letter->sent_at->toIso8601ZuluString(),
        ])->all());
    }
}
