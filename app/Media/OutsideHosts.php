<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use Illuminate\Support\Facades\Config;

/** The hosts from which videos may come, as whoever runs the server has listed them: beginnings of addresses, `https://videos.example`. */
final class OutsideHosts
{
    /** A name in ASCII, as DNS has it (RFC 1123, 2.1), or an IP address; no other way of writing one. */
    private const HOST = '/^(?:\[[0-9a-f:.]+\]|[a-z0-9](?:[a-z0-9-]*[a-z0-9])?(?:\.[a-z0-9](?:[a-z0-9-]*[a-z0-9])?)*)$/iD';

    /** @return list<string> scheme, host and port */
    public static function ofVideos(): array
    {
        $listed = Config::array('hidden_ladder.video_hosts');

        return array_values(array_unique([...array_map(strval(...), array_filter($listed, is_string(...))), ...self::ofPlayers()]));
    }

    /** @return list<string> those whose player stands in a page of ours */
    public static function ofPlayers(): array
    {
        return array_values(array_unique(array_map(
            static fn (array $service): string => self::of($service['address']) ?? '',
            VideoServices::settings(),
        )));
    }

    public static function isListed(string $address): bool
    {
        return self::isOf($address, self::ofVideos());
    }

    /**
     * Whether an address is at one of these hosts. What is no address of the web, or hides a host behind a user's name, is at none.
     *
     * @param  list<string>  $hosts  scheme, host and port, as `of` gives them
     */
    public static function isOf(string $address, array $hosts): bool
    {
        $host = self::of($address);

        return $host !== null && in_array($host, $hosts, true);
    }

    /** @return ?string scheme, host and port of an address of the web, in small letters; null where it is none */
    public static function of(string $address): ?string
    {
        $parts = parse_url($address);
        $scheme = strtolower($parts['scheme'] ?? '');
        if (! in_array($scheme, ['http', 'https'], true) || preg_match(self::HOST, $parts['host'] ?? '') !== 1 || isset($parts['user'])) {
            return null;
        }
        $port = $parts['port'] ?? ($scheme === 'https' ? 443 : 80);

        return "$scheme://".strtolower($parts['host']).($port === ($scheme === 'https' ? 443 : 80) ? '' : ":$port");
    }
}
