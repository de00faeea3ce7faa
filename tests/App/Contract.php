<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Assert;
use Symfony\Component\Yaml\Yaml;

/** openapi.yaml, as tests hold responses against it. OpenAPI 3.1 schemas are JSON Schema 2020-12. */
final class Contract
{
    private const ID = 'https://hidden-ladder.invalid/openapi.json';

    /** @var array<string, mixed> */
    private array $document;

    private Validator $validator;

    private static ?self $loaded = null;

    private function __construct()
    {
        $document = Yaml::parseFile(__DIR__.'/../../openapi.yaml');
        Assert::assertIsArray($document);
        $this->document = $document;
        $this->validator = new Validator;
        $this->validator->resolver()?->registerRaw((string) json_encode($document), self::ID);
    }

    public static function get(): self
    {
        return self::$loaded ??= new self;
    }

    /**
     * Fails unless the contract has this operation, and the response is one of those it gives.
     *
     * @param  TestResponse<\Symfony\Component\HttpFoundation\Response>  $response
     */
    public function holds(string $method, string $uri, TestResponse $response): void
    {
        $path = $this->path(explode('?', $uri)[0]);
        Assert::assertNotNull($path, "openapi.yaml has no path for $uri");
        $operation = $this->document['paths'][$path][strtolower($method)] ?? null;
        Assert::assertNotNull($operation, "openapi.yaml has no $method for $path");
        $status = (string) $response->getStatusCode();
        $known = isset($operation['responses'][$status]);
        Assert::assertTrue($known || $response->getStatusCode() >= 400, "openapi.yaml has no $status for $method $path");
        $content = $known
            ? ($operation['responses'][$status]['content']['application/json'] ?? null)
            : ['schema' => ['$ref' => '#/components/schemas/Problem']];
        if ($content === null) {
            Assert::assertSame('', (string) $response->getContent(), "$method $path has a body that the contract does not know");

            return;
        }
        if (! $known) {
            $response->assertHeader('Content-Type', 'application/problem+json');
        }
        $this->matches($content['schema'], (string) $response->getContent(), "$method $path, $status");
    }

    /** @param  array<string, mixed>  $schema */
    private function matches(array $schema, string $body, string $what): void
    {
        $absolute = json_decode(str_replace('"#\/', '"'.str_replace('/', '\/', self::ID).'#\/', (string) json_encode($schema)));
        $error = $this->validator->validate(json_decode($body), $absolute)->error();
        Assert::assertTrue(
            $error === null,
            $error === null ? '' : "$what: ".json_encode((new ErrorFormatter)->format($error))."\n".substr($body, 0, 600),
        );
    }

    private function path(string $uri): ?string
    {
        foreach (array_keys($this->document['paths']) as $path) {
            $pattern = '#^/api'.preg_replace('/\\\\\{[a-z]+\\\\\}/', '[^/]+', preg_quote((string) $path, '#')).'$#';
            if (preg_match($pattern, '/'.ltrim($uri, '/')) === 1) {
                return (string) $path;
            }
        }

        return null;
    }
}
