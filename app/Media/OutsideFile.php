<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use Closure;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Message;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Support\Facades\Http;
use RuntimeException;
use Symfony\Component\HttpFoundation\IpUtils;

/**
 * Fetches what somebody names by its address. A picture from public addresses of the web alone, never from the server's own
 * network, whatever a name or a redirection says; a video from the hosts that are listed alone, wherever they are.
 */
final class OutsideFile
{
    private const SECONDS = ['picture' => 10, 'video' => 120, 'beginning' => 10];

    private const REDIRECTIONS = 3;

    /**
     * Networks that are not the public web (IANA's registries of special-purpose addresses, RFC 6890): private, shared, for protocols
     * and benchmarks, multicast, reserved; and addresses of IPv6 that stand for one of IPv4.
     */
    private const INSIDE = [
        ...IpUtils::PRIVATE_SUBNETS,
        '0.0.0.0/8', '100.64.0.0/10', '192.0.0.0/24', '192.0.2.0/24', '192.88.99.0/24', '198.18.0.0/15', '198.51.100.0/24',
        '203.0.113.0/24',
        '224.0.0.0/4', '240.0.0.0/4', '::/128', '::1/128', '::ffff:0:0/96', '::/96', '64:ff9b::/96', '64:ff9b:1::/48', '100::/64',
        '2001::/23', '2001:db8::/32', '2002::/16', 'fc00::/7', 'fe80::/10', 'fec0::/10', 'ff00::/8',
    ];

    /** Bytes of a video in which its type, and mostly its length, are told. */
    private const BEGINNING = 1_000_000;

    /** @var Closure(string): list<string> */
    private readonly Closure $addressesOf;

    /** @param  ?Closure(string): list<string>  $addressesOf  the IP addresses of a host name */
    public function __construct(?Closure $addressesOf = null)
    {
        $this->addressesOf = $addressesOf ?? self::resolved(...);
    }

    /**
     * A file with the picture that is there, for the caller to take away.
     *
     * @param  int  $most  bytes
     *
     * @throws Rejected when it is no address of the web, cannot be fetched or is larger
     */
    public function fetchPicture(string $address, int $most): string
    {
        return $this->follow($address, fn (string $at): array => $this->get($at, $most, 'picture', $this->publicAddress($at)));
    }

    /**
     * A file with the video that is there, for the caller to take away.
     *
     * @param  int  $most  bytes
     *
     * @throws Rejected when its host is not listed, it cannot be fetched or is larger
     */
    public function fetchVideo(string $address, int $most): string
    {
        return $this->follow($address, fn (string $at): array => $this->get($at, $most, 'video', $this->listedAddress($at)));
    }

    /**
     * The same of its first million bytes.
     *
     * @throws Rejected when its host is not listed or it cannot be fetched
     */
    public function fetchBeginning(string $address): string
    {
        return $this->follow(
            $address,
            fn (string $at): array => $this->get($at, self::BEGINNING, 'beginning', $this->listedAddress($at)),
        );
    }

    /** @param  Closure(string): (array{string, string}|array{null, string})  $get  the file, or where it is instead */
    private function follow(string $address, Closure $get): string
    {
        for ($redirections = 0; $redirections <= self::REDIRECTIONS; $redirections++) {
            [$file, $next] = $get($address);
            if ($file !== null) {
                return $file;
            }
            $address = $next;
        }

        throw self::unreachable();
    }

    /**
     * @param  'picture'|'video'|'beginning'  $what
     * @param  list<string>  $resolved  what the host's name is taken to mean, as curl has it
     * @return array{string, string}|array{null, string}
     */
    private function get(string $address, int $most, string $what, array $resolved): array
    {
        $parts = parse_url($address);
        $file = (string) tempnam(sys_get_temp_dir(), 'outside');
        $isEnough = false;
        try {
            $response = Http::timeout(self::SECONDS[$what])->connectTimeout(5)->withHeaders(
                ['Accept' => $what === 'picture' ? 'image/*' : 'video/*']
                    + ($what === 'beginning' ? ['Range' => 'bytes=0-'.(self::BEGINNING - 1)] : []),
            )->withOptions([
                'allow_redirects' => false,
                'sink' => $file,
                'progress' => static function (int $total, int $got) use ($most, $what, &$isEnough): void {
                    // One that sends all of it, though it was asked for the beginning, is heard no longer than that.
                    $isEnough = $what === 'beginning' && $got > $most;
                    if ($isEnough || ($what !== 'beginning' && max($total, $got) > $most)) {
                        throw new RuntimeException('too large');
                    }
                },
                'curl' => [CURLOPT_RESOLVE => $resolved, CURLOPT_PROXY => ''],
            ])->get($address);
        } catch (ConnectionException|RuntimeException $error) {
            if ($isEnough) {
                return [$file, $address];
            }
            unlink($file);
            throw $error->getMessage() === 'too large' ? self::tooLarge($what, $most) : self::unreachable();
        }
        $reached = $response->handlerStats()['primary_ip'] ?? null;
        // Whatever the name meant before: a picture does not come from within.
        if ($what === 'picture' && is_string($reached) && $reached !== '' && ! self::isPublic($reached)) {
            unlink($file);
            throw self::invalid();
        }
        if ($response->redirect() && $response->header('Location') !== '') {
            unlink($file);
            $root = ($parts['scheme'] ?? '').'://'.($parts['host'] ?? '').(isset($parts['port']) ? ":{$parts['port']}" : '');

            return [null, self::absolute($response->header('Location'), $root, $parts['path'] ?? '/')];
        }
        if (! $response->successful()) {
            unlink($file);
            throw self::unreachable();
        }
        if (filesize($file) > $most && $what !== 'beginning') {
            unlink($file);
            throw self::tooLarge($what, $most);
        }

        return [$file, $address];
    }

    /**
     * @return list<string>
     *
     * @throws Rejected when it is not of a listed host
     */
    private function listedAddress(string $address): array
    {
        return OutsideHosts::isListed($address)
            ? []
            : throw self::at(new Message('problem.media.host-not-listed', ['host' => (string) parse_url($address, PHP_URL_HOST)]));
    }

    /**
     * @return list<string>
     *
     * @throws Rejected when a name leads anywhere but into the public web
     */
    private function publicAddress(string $address): array
    {
        $parts = parse_url($address);
        $scheme = strtolower($parts['scheme'] ?? '');
        $host = trim($parts['host'] ?? '', '[]');
        if (OutsideHosts::of($address) === null || isset($parts['port'])) {
            throw self::invalid();
        }
        $found = filter_var($host, FILTER_VALIDATE_IP) === false ? ($this->addressesOf)($host) : [$host];
        foreach ($found as $ip) {
            if (! self::isPublic($ip)) {
                throw self::invalid();
            }
        }
        $ip = $found[0] ?? throw self::unreachable();

        // The name is not asked again: what it meant when it was looked at is what is fetched.
        return ["$host:".($scheme === 'https' ? 443 : 80).':'.(str_contains($ip, ':') ? "[$ip]" : $ip)];
    }

    /** Whether an IP address, however it is written, is of the public web. */
    private static function isPublic(string $ip): bool
    {
        $packed = filter_var($ip, FILTER_VALIDATE_IP) === false ? false : inet_pton($ip);

        return $packed !== false && ! IpUtils::checkIp((string) inet_ntop($packed), self::INSIDE);
    }

    /** @return list<string> */
    private static function resolved(string $host): array
    {
        $found = [];
        $records = @dns_get_record("$host.", DNS_A | DNS_AAAA);
        foreach ($records === false ? [] : $records as $record) {
            $found[] = (string) ($record['ip'] ?? $record['ipv6'] ?? '');
        }

        return array_values(array_filter($found, static fn (string $ip): bool => $ip !== ''));
    }

    private static function absolute(string $location, string $root, string $path): string
    {
        return match (true) {
            preg_match('~^https?://~i', $location) === 1 => $location,
            str_starts_with($location, '//') => strstr($root, '//', true).$location,
            str_starts_with($location, '/') => $root.$location,
            default => $root.preg_replace('~[^/]*$~', '', $path).$location,
        };
    }

    private static function invalid(): Rejected
    {
        return self::at(new Message('problem.media.no-address'));
    }

    private static function unreachable(): Rejected
    {
        return self::at(new Message('problem.media.not-fetched'));
    }

    private static function at(Message $message): Rejected
    {
        return Rejected::invalid($message, [new Fault('/address', $message)]);
    }

    private static function tooLarge(string $what, int $most): Rejected
    {
        return new Rejected(
            Reason::TooLarge,
            new Message('problem.media.too-large', ['kind' => $what, 'limit' => $most >> 20, 'unit' => 'MB']),
            ['limit' => $most],
        );
    }
}
