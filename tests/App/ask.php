<?php

declare(strict_types=1);

// One request as somebody, in a process of its own: for tests in which two meet. Says "ready", waits for a line, asks.
// Usage: php tests/App/ask.php teacher|student|nobody ID METHOD ADDRESS BODY

use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;

require __DIR__.'/../../vendor/autoload.php';
/** @var list<string> $argv */
[, $who, $id, $method, $address, $body] = $argv;
$app = require __DIR__.'/../../bootstrap/app.php';
assert($app instanceof Illuminate\Foundation\Application);
$kernel = $app->make(Kernel::class);
$kernel->bootstrap();
$person = match ($who) {
    'teacher' => Teacher::query()->findOrFail($id),
    'student' => Student::query()->findOrFail($id),
    default => null,
};
$request = Request::create(
    $address,
    $method,
    server: ['HTTP_ACCEPT' => 'application/json', 'CONTENT_TYPE' => 'application/json'],
    content: $body,
);
$app->instance('request', $request);
if ($person !== null) {
    $app->make('auth')->guard($who)->setUser($person);
}
echo "ready\n";
fgets(STDIN);
$response = $kernel->handle($request);
echo json_encode(
    ['status' => $response->getStatusCode(), 'body' => json_decode((string) $response->getContent(), true)],
    JSON_THROW_ON_ERROR,
), "\n";
