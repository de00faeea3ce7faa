<?php

declare(strict_types=1);

namespace HiddenLadder\App\Gradebook;

use Closure;
use HiddenLadder\App\Media\OutsideHosts;
use HiddenLadder\Core\Formats\Gradebook\LineItem;
use HiddenLadder\Core\Formats\Gradebook\Score;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\PendingRequest;
use Illuminate\Http\Client\Response;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\Http;
use RuntimeException;

/**
 * The school's gradebook, spoken to as LTI Advantage has it: columns and scores by Assignment and Grade Services 2.0, with a token
 * that a signed word gets (1EdTech Security Framework 1.0, section 4.1; RFC 7523).
 */
final class Gradebook
{
    /** Bytes of an answer; what is longer is no answer of a gradebook's. */
    private const MOST = 1_000_000;

    /** A token is asked anew so many seconds before it runs out. */
    private const EARLY = 30;

    private const TOKEN = 'gradebook/token';

    /** Whether whoever runs the server has set one up. */
    public static function isSet(): bool
    {
        return self::setting('token') !== '' && self::setting('client') !== '' && self::setting('key') !== '';
    }

    /** Whether an address is one of the gradebook's. */
    public static function isIts(string $address): bool
    {
        $hosts = array_map(static fn (string $host): string => OutsideHosts::of($host) ?? '', explode(' ', self::setting('hosts')));

        return OutsideHosts::isOf($address, $hosts);
    }

    /**
     * The address of a task's column: found again where it was made before, else made.
     *
     * @param  string  $columns  the address of the class's columns
     *
     * @throws Away
     * @throws Refused
     */
    public function column(string $columns, string $task, LineItem $item): string
    {
        $found = $this->ask(static fn (PendingRequest $http): Response => $http->accept(LineItem::LIST_MEDIA_TYPE)
            ->get(LineItem::search($columns, $task)));
        foreach (self::read($found) as $one) {
            if (is_array($one) && ($one['resourceId'] ?? null) === $task) {
                $address = self::address($one);
                // Made before it was called what it is called now.
                if (array_diff_assoc($item->toArray(), array_filter($one, is_scalar(...))) !== []) {
                    $this->describe($address, $item);
                }

                return $address;
            }
        }
        $made = $this->ask(static fn (PendingRequest $http): Response => $http->accept(LineItem::MEDIA_TYPE)
            ->withBody((string) json_encode($item->toArray()), LineItem::MEDIA_TYPE)->post($columns));

        return self::address(self::read($made));
    }

    /**
     * Tells a column what it is called now, and its times.
     *
     * @param  string  $address  of the column
     *
     * @throws Away
     * @throws Refused
     */
    public function describe(string $address, LineItem $item): void
    {
        $body = (string) json_encode($item->toArray());
        self::read($this->ask(static fn (PendingRequest $http): Response => $http->accept(LineItem::MEDIA_TYPE)
            ->withBody($body, LineItem::MEDIA_TYPE)->put($address)));
    }

    /**
     * @param  string  $item  the column's address
     * @param  int  $at  milliseconds since 1970
     *
     * @throws Away
     * @throws Refused
     */
    public function tell(string $item, string $user, Score $score, int $at): void
    {
        try {
            $answer = $this->ask(static fn (PendingRequest $http): Response => $http
                ->withBody((string) json_encode($score->toArray($user, $at)), Score::MEDIA_TYPE)->post(LineItem::scores($item)));
        } catch (Refused $refused) {
            // Not found may be the column or the person: the column is asked for by itself.
            throw $refused->why === WhyRefused::NoColumn && $this->has($item) ? new Refused(WhyRefused::UnknownPerson) : $refused;
        }
        // Nothing need be said to a score; a page that is shown in its place did not come from the gradebook.
        if (trim($answer->body()) !== '') {
            self::read($answer);
        }
    }

    /** @throws Away */
    private function has(string $item): bool
    {
        try {
            return $this->ask(static fn (PendingRequest $http): Response => $http->accept(LineItem::MEDIA_TYPE)->get($item))->successful();
        } catch (Refused) {
            return false;
        }
    }

    /**
     * @param  Closure(PendingRequest): Response  $request
     *
     * @throws Away
     * @throws Refused
     */
    private function ask(Closure $request): Response
    {
        $answer = self::sent(fn (): Response => $request($this->http()->withToken($this->token())));
        if ($answer->status() === 401) {
            // It may have run out, or been taken back: once, another is asked for.
            Cache::forget(self::TOKEN);
            $answer = self::sent(fn (): Response => $request($this->http()->withToken($this->token())));
        }

        return match (true) {
            $answer->successful() => $answer,
            $answer->status() === 401 => throw new Away(WhyAway::Stranger),
            $answer->status() === 403 => throw new Refused(WhyRefused::NotAllowed),
            $answer->status() === 404, $answer->status() === 410 => throw new Refused(WhyRefused::NoColumn),
            $answer->status() === 409 => throw new Refused(WhyRefused::Older),
            $answer->status() === 422 => throw new Refused(WhyRefused::UnknownPerson),
            $answer->status() === 408, $answer->status() === 429, $answer->serverError() => throw new Away(WhyAway::Busy),
            $answer->redirect() => throw new Away(WhyAway::Unreadable),
            default => throw new Refused(WhyRefused::Other),
        };
    }

    /** @throws Away */
    private function token(): string
    {
        $kept = Cache::get(self::TOKEN);
        if (is_string($kept)) {
            return Crypt::decryptString($kept);
        }
        $address = self::setting('token');
        $assertion = Key::assertion(self::setting('client'), $address, now()->getTimestamp());
        $answer = self::sent(fn (): Response => $this->http()->asForm()->post($address, [
            'grant_type' => 'client_credentials',
            'client_assertion_type' => 'urn:ietf:params:oauth:client-assertion-type:jwt-bearer',
            'client_assertion' => $assertion,
            'scope' => implode(' ', LineItem::SCOPES),
        ]));
        if ($answer->clientError() && ! in_array($answer->status(), [408, 429], true)) {
            throw new Away(WhyAway::Stranger);
        }
        if (! $answer->successful()) {
            throw new Away($answer->redirect() ? WhyAway::Unreadable : WhyAway::Busy);
        }
        $read = self::read($answer);
        $token = $read['access_token'] ?? null;
        $seconds = $read['expires_in'] ?? 0;
        if (! is_string($token) || $token === '' || preg_match('/^[\x21-\x7E]+$/D', $token) !== 1) {
            throw new Away(WhyAway::Unreadable);
        }
        $good = (is_int($seconds) ? $seconds : 0) - self::EARLY;
        if ($good > 0) {
            Cache::put(self::TOKEN, Crypt::encryptString($token), min($good, 86_400));
        }

        return $token;
    }

    private function http(): PendingRequest
    {
        return Http::timeout(Config::integer('hidden_ladder.gradebook.seconds'))->connectTimeout(5)->withOptions([
            'allow_redirects' => false,
            'progress' => static function (int $total, int $got): void {
                if (max($total, $got) > self::MOST) {
                    throw new RuntimeException('too large');
                }
            },
            'curl' => [CURLOPT_PROXY => ''],
        ]);
    }

    /**
     * @param  Closure(): Response  $request
     *
     * @throws Away
     */
    private static function sent(Closure $request): Response
    {
        try {
            return $request();
        } catch (Away $away) {
            throw $away;
        } catch (ConnectionException) {
            throw new Away(WhyAway::Silent);
        } catch (RuntimeException) {
            throw new Away(WhyAway::Unreadable);
        }
    }

    /**
     * @return array<array-key, mixed>
     *
     * @throws Away when it is no JSON of a gradebook's
     */
    private static function read(Response $answer): array
    {
        $read = json_decode($answer->body(), true, 32);

        return is_array($read) ? $read : throw new Away(WhyAway::Unreadable);
    }

    /**
     * @param  array<array-key, mixed>  $item
     *
     * @throws Away when it has no address, or another's
     */
    private static function address(array $item): string
    {
        $address = $item['id'] ?? null;

        return is_string($address) && strlen($address) <= 1000 && self::isIts($address) ? $address : throw new Away(WhyAway::Unreadable);
    }

    private static function setting(string $name): string
    {
        return Config::string("hidden_ladder.gradebook.$name");
    }
}
