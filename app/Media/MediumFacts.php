<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\SharedMemory;

/**
 * What a player has to know about videos and pictures before it loads them: of captions the languages there are; the address of the
 * file, or of the page with the player of that kind.
 *
 * @phpstan-type Facts array{kind: string, seconds: ?float, bytes: int, captions: list<string>, address: string, player: ?string}
 */
final class MediumFacts
{
    /** Seconds after which another machine, too, knows that captions came or a file was replaced. */
    private const KEPT = 60;

    /**
     * @param  list<string>  $ids
     * @return array<string, Facts>|\stdClass by id; an empty object where there are none
     */
    public static function ofAll(array $ids): array|\stdClass
    {
        $facts = $unknown = [];
        foreach ($ids as $id) {
            /** @var ?Facts $known */
            $known = SharedMemory::get(self::key($id));
            $known === null ? $unknown[] = $id : $facts[$id] = $known;
        }
        foreach ($unknown === [] ? [] : Medium::query()->with('captionTracks:id,medium_id,language')->findMany($unknown) as $medium) {
            $facts[$medium->id] = self::of($medium);
            SharedMemory::put(self::key($medium->id), $facts[$medium->id], self::KEPT);
        }

        return $facts === [] ? new \stdClass : $facts;
    }

    /** @return Facts */
    public static function of(Medium $medium): array
    {
        $service = $medium->source === MediumSource::Service ? (string) $medium->service : null;

        return [
            'kind' => $medium->kind->value,
            'seconds' => $medium->seconds,
            'bytes' => $medium->bytes,
            'captions' => array_values($medium->captionTracks->map(static fn ($track): string => $track->language)->all()),
            'address' => match ($medium->source) {
                MediumSource::File => "/media/$medium->id".($medium->revision > 1 ? "?v=$medium->revision" : ''),
                MediumSource::Address => (string) $medium->address,
                MediumSource::Service => app(VideoServices::class)->named((string) $service)?->player((string) $medium->service_key) ?? '',
            },
            // One of a service that is not set up any more is told as one that does not answer.
            'player' => $service === null ? null : VideoServices::kindOf($service) ?? 'gone',
        ];
    }

    /** What was kept of it is not right any more. */
    public static function changed(Medium $medium): void
    {
        SharedMemory::forget(self::key($medium->id));
    }

    private static function key(string $id): string
    {
        return "medium/$id";
    }
}
