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

/**
 * Fetches a picture that somebody names by its address: from public addresses of the web alone, never from the server's
 * own network, whatever a name or a redirection says.
 */
final class PictureFromAddress
{
    private const SECONDS = 10;

    private const REDIRECTIONS = 3;

    /** @var Closure(string): list<string> */
    private readonly Closure $addressesOf;

    /** @param  ?Closure(string): list<string>  $addressesOf  the IP addresses of a host name */
    public function __construct(?Closure $addressesOf = null)
    {
        $this->addressesOf = $addressesOf ?? self::resolved(...);
    }

    /**
     * A file with what is there, for the caller to take away.
     *
     * @param  int  $most  bytes
     *
     * @throws Rejected when it is no address of the web, cannot be fetched or is larger
     */
    public function fetch(string $address, int $most): string
    {
        for ($redirections = 0; $redirections <= self::REDIRECTIONS; $redirections++) {
            [$file, $next] = $this->get($address, $most);
            if ($file !== null) {
                return $file;
            }
            $address = $next;
        }

        throw self::unreachable();
    }

    /** @return array{string, string}|array{null, string} the file, or where it is instead */
    private function get(string $address, int $most): array
    {
        $parts = parse_url($address);
        $scheme = strtolower($parts['scheme'] ?? '');
        $host = trim($parts['host'] ?? '', '[]');
        if (! in_array($scheme, ['http', 'https'], true) || $host === '' || isset($parts['user']) || isset($parts['port'])) {
            throw self::invalid();
        }
        $ip = $this->publicAddress($host);
        $file = (string) tempnam(sys_get_temp_dir(), 'picture');
        $port = $scheme === 'https' ? 443 : 80;
        try {
            $response = Http::timeout(self::SECONDS)->connectTimeout(5)->withHeaders(['Accept' => 'image/*'])->withOptions([
                'allow_redirects' => false,
                'sink' => $file,
                'progress' => static function (int $total, int $got) use ($most): void {
                    if (max($total, $got) > $most) {
                        throw new RuntimeException('too large');
                    }
                },
                // The name is not asked again: what it meant when it was looked at is what is fetched.
                'curl' => [CURLOPT_RESOLVE => ["$host:$port:".(str_contains($ip, ':') ? "[$ip]" : $ip)], CURLOPT_PROXY => ''],
            ])->get($address);
        } catch (ConnectionException|RuntimeException $error) {
            unlink($file);
            throw $error->getMessage() === 'too large' ? self::tooLarge($most) : self::unreachable();
        }
        if ($response->redirect() && $response->header('Location') !== '') {
            unlink($file);

            return [null, self::absolute($response->header('Location'), "$scheme://{$parts['host']}", $parts['path'] ?? '/')];
        }
        if (! $response->successful()) {
            unlink($file);
            throw self::unreachable();
        }
        if (filesize($file) > $most) {
            unlink($file);
            throw self::tooLarge($most);
        }

        return [$file, $address];
    }

    /** @throws Rejected when a name leads anywhere but into the public web */
    private function publicAddress(string $host): string
    {
        $found = filter_var($host, FILTER_VALIDATE_IP) === false ? ($this->addressesOf)($host) : [$host];
        foreach ($found as $ip) {
            $flags = FILTER_FLAG_NO_PRIV_RANGE | FILTER_FLAG_NO_RES_RANGE;
            // IPv4 addresses by another way of writing are told by what they stand for.
            $inside = filter_var($ip, FILTER_VALIDATE_IP, FILTER_FLAG_IPV6) !== false
                && preg_match('/^(?:::ffff:|64:ff9b::|2002:|fe[c-f]|ff)/i', $ip) === 1;
            $shared = preg_match('/^(?:100\.(?:6[4-9]|[7-9]\d|1[01]\d|12[0-7])|192\.0\.0|198\.1[89]|22[4-9]|23\d)\./', $ip) === 1;
            if ($inside || $shared || filter_var($ip, FILTER_VALIDATE_IP, $flags) === false) {
                throw self::invalid();
            }
        }

        return $found[0] ?? throw self::unreachable();
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
        return Rejected::invalid(
            new Message('problem.media.no-address'),
            [new Fault('/address', new Message('problem.media.no-address'))],
        );
    }

    private static function unreachable(): Rejected
    {
        return Rejected::invalid(
            new Message('problem.media.not-fetched'),
            [new Fault('/address', new Message('problem.media.not-fetched'))],
        );
    }

    private static function tooLarge(int $most): Rejected
    {
        return new Rejected(
            Reason::TooLarge,
            new Message('problem.media.too-large', ['kind' => 'picture', 'limit' => $most >> 20, 'unit' => 'MB']),
            ['limit' => $most],
        );
    }
}
