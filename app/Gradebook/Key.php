<?php

declare(strict_types=1);

namespace HiddenLadder\App\Gradebook;

use Firebase\JWT\JWT;
use Illuminate\Support\Facades\Config;
use LogicException;
use OpenSSLAsymmetricKey;

/** The key by which the gradebook knows this program: RSA, of which the public half is given to whoever asks. */
final class Key
{
    /** Seconds for which a signed word is good. */
    private const GOOD_FOR = 120;

    /** A word signed by this program that it is the client (RFC 7523, section 2.2 and 3). */
    public static function assertion(string $client, string $audience, int $now): string
    {
        return JWT::encode([
            'iss' => $client, 'sub' => $client, 'aud' => $audience, 'iat' => $now, 'exp' => $now + self::GOOD_FOR,
            'jti' => bin2hex(random_bytes(16)),
        ], self::key(), 'RS256', self::public()['kid']);
    }

    /** @return array{kty: string, n: string, e: string, kid: string, use: string, alg: string} as a set of keys has it (RFC 7517) */
    public static function public(): array
    {
        $details = openssl_pkey_get_details(self::key());
        $rsa = $details['rsa'] ?? throw new LogicException('The key of the gradebook is none of RSA.');
        ['n' => $n, 'e' => $e] = ['n' => JWT::urlsafeB64Encode($rsa['n']), 'e' => JWT::urlsafeB64Encode($rsa['e'])];
        // Named by its own print (RFC 7638): members in the order of the alphabet, without spaces.
        $print = hash('sha256', (string) json_encode(['e' => $e, 'kty' => 'RSA', 'n' => $n]), true);

        return ['kty' => 'RSA', 'n' => $n, 'e' => $e, 'kid' => JWT::urlsafeB64Encode($print), 'use' => 'sig', 'alg' => 'RS256'];
    }

    private static function key(): OpenSSLAsymmetricKey
    {
        $key = openssl_pkey_get_private((string) base64_decode(Config::string('hidden_ladder.gradebook.key'), true));

        return $key === false ? throw new LogicException('There is no key for the gradebook.') : $key;
    }
}
