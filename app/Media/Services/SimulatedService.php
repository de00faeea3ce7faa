<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media\Services;

use HiddenLadder\App\Media\OutsideHosts;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Support\Facades\Http;

/** The simulated service that comes with the app (stand-ins/video-host): a search of its own, and oEmbed 1.0 (oembed.com) for addresses. */
final class SimulatedService implements VideoService
{
    private const SECONDS = 4;

    private const MOST = 30;

    /** @param  string  $address  scheme, host and port */
    public function __construct(private readonly string $address)
    {
    }

    public function search(string $words): array
    {
        $found = [];
        foreach (array_slice($this->list($this->ask('/search', ['q' => $words]), 'videos'), 0, self::MOST) as $one) {
            $video = is_array($one) ? $this->video($one) : null;
            if ($video !== null) {
                $found[] = $video;
            }
        }

        return $found;
    }

    public function at(string $address): ?FoundVideo
    {
        $isPage = OutsideHosts::of($address) === $this->address
            && preg_match('~^/watch/([\w-]{1,100})$~', (string) parse_url($address, PHP_URL_PATH), $path) === 1;

        return $isPage ? $this->find($path[1]) : null;
    }

    public function find(string $key): ?FoundVideo
    {
        $told = $this->ask('/oembed', ['url' => "$this->address/watch/".rawurlencode($key), 'format' => 'json']);

        return $told === null || ($told['type'] ?? null) !== 'video' ? null : $this->video([
            'key' => $key, 'title' => $told['title'] ?? null, 'seconds' => $told['duration'] ?? null,
            'picture' => $told['thumbnail_url'] ?? null,
        ]);
    }

    public function player(string $key): string
    {
        return "$this->address/player/".rawurlencode($key);
    }

    /** @param  array<array-key, mixed>  $told */
    private function video(array $told): ?FoundVideo
    {
        [$key, $title] = [$told['key'] ?? null, $told['title'] ?? null];
        [$seconds, $picture] = [$told['seconds'] ?? null, $told['picture'] ?? null];
        if (! is_string($key) || preg_match('/^[\w-]{1,100}$/', $key) !== 1) {
            return null;
        }

        return new FoundVideo(
            $key,
            mb_substr(is_string($title) ? trim($title) : '', 0, 190),
            is_numeric($seconds) && $seconds > 0 ? round((float) $seconds, 2) : null,
            is_string($picture) && strlen($picture) <= 2000 && OutsideHosts::of($picture) === $this->address ? $picture : null,
            "$this->address/watch/$key",
        );
    }

    /**
     * @param  array<string, string>  $query
     * @return ?array<array-key, mixed> null where there is none
     */
    private function ask(string $path, array $query): ?array
    {
        try {
            $response = Http::timeout(self::SECONDS)->connectTimeout(2)
                ->withOptions(['allow_redirects' => false, 'curl' => [CURLOPT_PROXY => '']])
                ->acceptJson()->get($this->address.$path, $query);
        } catch (ConnectionException $error) {
            throw new ServiceAway($error->getMessage(), previous: $error);
        }
        if ($response->status() === 404) {
            return null;
        }
        $told = $response->successful() ? $response->json() : null;

        return is_array($told) ? $told : throw new ServiceAway((string) $response->status());
    }

    /**
     * @param  ?array<array-key, mixed>  $told
     * @return array<array-key, mixed>
     */
    private function list(?array $told, string $name): array
    {
        return is_array($told[$name] ?? null) ? $told[$name] : throw new ServiceAway('no list');
    }
}
