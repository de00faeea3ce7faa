<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Throwable;

/**
 * Turns whatever went wrong into problem details (RFC 9457), without letting an exception's own text out. The one place that
 * knows which status a reason has.
 */
final class ProblemDetails
{
    /** Seconds after which what has not arrived yet is asked for again. */
    private const SOON = 1;

    public static function of(Throwable $error): JsonResponse
    {
        return match (true) {
            $error instanceof Rejected => self::rejected($error),
            $error instanceof MalformedInput => self::rejected(
                Rejected::invalid(new Message('problem.unreadable-request'), [new Fault($error->pointer, $error->reason)]),
            ),
            $error instanceof ValidationException => self::rejected(self::validation($error)),
            $error instanceof AuthenticationException => self::told(401, 'not-signed-in', new Message('problem.not-signed-in')),
            $error instanceof AuthorizationException => self::told($error->status() ?? 404, 'not-found', new Message('problem.not-found')),
            $error instanceof ModelNotFoundException => self::told(404, 'not-found', new Message('problem.not-found')),
            $error instanceof HttpExceptionInterface => self::http($error),
            LostBackend::is($error) => self::told(
                503, 'unavailable', new Message('problem.unavailable'), [], ['Retry-After' => (string) LostBackend::RETRY_AFTER],
            ),
            default => self::told(500, 'broken', new Message('problem.broken')),
        };
    }

    public static function status(Reason $reason): int
    {
        return match ($reason) {
            Reason::NotFound => 404,
            Reason::NotPublished, Reason::NoForecast, Reason::UnknownVersion, Reason::NothingToTakeBack, Reason::ChangedElsewhere,
            Reason::NoPlace,
            Reason::IdTaken, Reason::NotOpenYet, Reason::Closed, Reason::NoRoundLeft, Reason::Pause, Reason::Stale => 409,
            Reason::TooLarge => 413,
            Reason::WrongType => 415,
            Reason::Invalid, Reason::NotReady, Reason::RefusedByRule => 422,
            Reason::TooManyTries, Reason::Busy => 429,
            Reason::ServiceAway => 502,
            Reason::NotYet => 503,
            Reason::NoRoom => 507,
        };
    }

    private static function rejected(Rejected $rejected): JsonResponse
    {
        $again = match ($rejected->reason) {
            Reason::NotYet => self::SOON,
            Reason::TooManyTries, Reason::Busy => $rejected->more['seconds'] ?? null,
            default => null,
        };

        return self::told(
            self::status($rejected->reason), $rejected->reason->value, $rejected->detail, $rejected->more,
            is_int($again) ? ['Retry-After' => (string) $again] : [],
        );
    }

    private static function validation(ValidationException $error): Rejected
    {
        $faults = FieldFaults::of($error);

        return Rejected::invalid($faults[0]->reason ?? new Message('problem.misfit'), $faults);
    }

    private static function http(HttpExceptionInterface $error): JsonResponse
    {
        [$type, $code] = match ($error->getStatusCode()) {
            404 => ['not-found', 'problem.not-found'],
            405 => ['not-allowed', 'problem.not-allowed'],
            413 => ['too-large', 'problem.request-too-large'],
            419 => ['page-expired', 'problem.page-expired'],
            429 => ['too-many-tries', 'problem.too-many-requests'],
            default => ['refused', 'problem.refused'],
        };

        return self::told($error->getStatusCode(), $type, new Message($code), [], $error->getHeaders());
    }

    /**
     * @param  array<string, mixed>  $more
     * @param  array<string, mixed>  $headers
     */
    private static function told(int $status, string $type, Message $detail, array $more = [], array $headers = []): JsonResponse
    {
        return new JsonResponse(
            app(Words::class)->fill(
                [
                    'type' => "/problems/$type",
                    'title' => Response::$statusTexts[$status] ?? 'Refused',
                    'status' => $status,
                    'detail' => $detail,
                ] + $more,
            ),
            $status,
            ['Content-Type' => 'application/problem+json', 'Cache-Control' => 'no-store'] + $headers,
        );
    }
}
