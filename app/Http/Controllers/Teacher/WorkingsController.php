<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\WorkingsInWords;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\CleanText;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Workings\Asked;
use HiddenLadder\Core\Workings\Family;
use HiddenLadder\Core\Workings\Slip;
use HiddenLadder\Core\Workings\Workings;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What a question asks, worked out: key, wrong answers by known slips, and others like it. Nothing is kept. */
final class WorkingsController extends Controller
{
    private const LONGEST = 20_000;

    /** Wrong answers of the question that are looked at. */
    private const MOST_GIVEN = 20;

    private const SIZES = ['smaller' => -1, 'same' => 0, 'larger' => 1];

    public function show(Request $request): JsonResponse
    {
        $sent = Fields::of($request->json()->all())->only(['prompt', 'language', 'expression', 'slips', 'given']);
        $given = $sent->stringsOr('given');
        if (count($given) > self::MOST_GIVEN) {
            throw new MalformedInput('/given', new Message('shape.too-many', ['most' => self::MOST_GIVEN]));
        }
        $slips = $sent->between('slips', 1, 2) ?? 1;
        [$workings] = self::workings($sent);

        return new JsonResponse(['workings' => $workings === null ? null : [
            ...(new WorkingsInWords($workings, $slips === 2))->toArray($request),
            'ways' => array_map(fn (string $answer): array => ['answer' => $answer, 'slips' => $this->way($workings, $answer)], $given),
        ]]);
    }

    public function family(Request $request, Words $words): JsonResponse
    {
        $sent = Fields::of($request->json()->all())->only(['prompt', 'language', 'expression', 'count', 'seed', 'size']);
        $seed = $sent->string('seed');
        if (strlen($seed) > 64) {
            throw new MalformedInput('/seed', new Message('shape.schema.text-too-long', ['most' => 64]));
        }
        [$workings, $asked] = self::workings($sent);
        $size = $sent->choice('size', array_keys(self::SIZES), 'same');
        $family = $workings === null ? [] : Family::of($workings, $sent->between('count', 1, 30) ?? 4, $seed, self::SIZES[$size]);

        $alone = Text::of($words->say(new Message('workings.work-out')))->html;

        return new JsonResponse(['members' => array_map(static fn (Workings $member): array => [
            'prompt' => $asked?->with($member->exercise)->html ?? "$alone ".Asked::formula($member->exercise, $member->exercise->tree),
            'workings' => [...(new WorkingsInWords($member))->toArray($request), 'ways' => []],
        ], $family)]);
    }

    /**
     * Of what was typed for it, or else of what is found in what is asked.
     *
     * @return array{?Workings, ?Asked} and where it stands there
     *
     * @throws Rejected where what was typed cannot be worked out
     */
    private static function workings(Fields $sent): array
    {
        $prompt = $sent->string('prompt');
        if (strlen($prompt) > self::LONGEST) {
            throw new MalformedInput('/prompt', new Message('shape.schema.text-too-long', ['most' => self::LONGEST]));
        }
        if (! CleanText::is($prompt)) {
            throw new MalformedInput('/prompt', new Message('shape.html'));
        }
        $language = $sent->string('language');
        if (preg_match('/^[a-z]{2,3}(-[A-Za-z0-9]{2,8}){0,3}$/', $language) !== 1) {
            throw new MalformedInput('/language', new Message('shape.unknown-value'));
        }
        $expression = trim($sent->stringOr('expression', ''));
        $asked = Asked::in(Text::read($prompt), $language);
        if ($expression === '') {
            return [$asked?->workings, $asked];
        }
        try {
            $typed = Workings::read($expression, $language);
        } catch (UnfitResponse $unfit) {
            throw Rejected::invalid($unfit->why, [new Fault('/expression', $unfit->why)]);
        }

        return [$typed, $asked !== null && $asked->workings->isSameAs($typed) ? $asked : null];
    }

    /** @return list<string> the slips of the first way to an answer */
    private function way(Workings $workings, string $answer): array
    {
        return array_map(static fn (Slip $slip): string => app(Words::class)->say($slip->words()), $workings->waysTo($answer)[0] ?? []);
    }
}
