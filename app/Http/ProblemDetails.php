<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use HiddenLadder\Core\MalformedInput;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Throwable;

/** Turns whatever went wrong into problem details (RFC 9457), without letting an exception's own text out. */
final class ProblemDetails
{
    public static function of(Throwable $error): JsonResponse
    {
        $problem = self::problem($error);
        $headers = $error instanceof HttpExceptionInterface ? $error->getHeaders() : $problem->headers;

        return new JsonResponse(
            ['type' => "/problems/$problem->type", 'title' => self::title($problem->status), 'status' => $problem->status, 'detail' => $problem->getMessage()]
                + $problem->more,
            $problem->status,
            ['Content-Type' => 'application/problem+json', 'Cache-Control' => 'no-store'] + $headers,
        );
    }

    private static function problem(Throwable $error): Problem
    {
        return match (true) {
            $error instanceof Problem => $error,
            $error instanceof MalformedInput => Problem::invalid('This request cannot be read.', [['pointer' => $error->pointer, 'reason' => $error->reason]]),
            $error instanceof ValidationException => self::validation($error),
            $error instanceof AuthenticationException => new Problem(401, 'not-signed-in', 'You are not signed in, or no longer.'),
            $error instanceof AuthorizationException => new Problem($error->status() ?? 404, 'not-found', 'There is nothing here that you can reach.'),
            $error instanceof ModelNotFoundException => new Problem(404, 'not-found', 'There is nothing here that you can reach.'),
            $error instanceof HttpExceptionInterface => self::http($error),
            default => new Problem(500, 'broken', 'Something broke on our side. Nothing was changed; please try again.'),
        };
    }

    private static function validation(ValidationException $error): Problem
    {
        $errors = [];
        foreach ($error->errors() as $field => $reasons) {
            foreach ($reasons as $reason) {
                $errors[] = ['pointer' => '/'.str_replace('.', '/', $field), 'reason' => $reason];
            }
        }

        return Problem::invalid($errors[0]['reason'] ?? 'Something here does not fit.', $errors);
    }

    private static function http(HttpExceptionInterface $error): Problem
    {
        return match ($error->getStatusCode()) {
            404 => new Problem(404, 'not-found', 'There is nothing here that you can reach.'),
            405 => new Problem(405, 'not-allowed', 'This cannot be done with this address.'),
            413 => new Problem(413, 'too-large', 'This is larger than the server takes.'),
            419 => new Problem(419, 'page-expired', 'This page was open for a long time. Load it again; what you typed is kept.'),
            429 => new Problem(429, 'too-many-tries', 'Too many tries in a short time. Please wait a minute.'),
            default => new Problem($error->getStatusCode(), 'refused', 'The server did not take this request.'),
        };
    }

    private static function title(int $status): string
    {
        return \Symfony\Component\HttpFoundation\Response::$statusTexts[$status] ?? 'Refused';
    }
}
