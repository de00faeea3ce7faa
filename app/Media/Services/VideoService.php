<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media\Services;

/**
 * A service that hosts videos: all that the app asks of one. What its player is told and tells stands with it in the browser
 * (resources/js/player/hosts).
 */
interface VideoService
{
    /**
     * Videos that it has about something, the best first.
     *
     * @return list<FoundVideo>
     *
     * @throws ServiceAway
     */
    public function search(string $words): array;

    /**
     * The video whose page has this address.
     *
     * @throws ServiceAway
     */
    public function at(string $address): ?FoundVideo;

    /**
     * The video that it calls so.
     *
     * @throws ServiceAway
     */
    public function find(string $key): ?FoundVideo;

    /** Address of the page with its player, which stands in a page of ours. */
    public function player(string $key): string;
}
