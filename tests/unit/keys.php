<?php

declare(strict_types=1);

// Reads a JSON list of exercises and writes what each comes to, or the code of why it cannot be worked out. For workings.test.ts.

use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Workings\Workings;

require __DIR__.'/../../vendor/autoload.php';

$exercises = json_decode((string) stream_get_contents(STDIN), true);
echo json_encode(array_map(static function (string $exercise): string {
    try {
        return Workings::read($exercise, 'en')->key->typed;
    } catch (UnfitResponse $unfit) {
        return $unfit->getMessage();
    }
}, is_array($exercises) ? $exercises : []));
