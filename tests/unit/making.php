<?php

declare(strict_types=1);

// Reads a JSON list of walks through documents: {documents, edits}, where each list of edits led from one document to the
// next. Writes for each what the server would say against it. For making.test.ts.

use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Unfit;
use HiddenLadder\Core\Quiz\Edits\Workpiece;

require __DIR__.'/../../vendor/autoload.php';

/** The order of an object's members says nothing. */
function sorted(mixed $value): mixed
{
    if ($value instanceof stdClass) {
        $members = get_object_vars($value);
        ksort($members, SORT_STRING);

        return (object) array_map(sorted(...), $members);
    }

    return is_array($value) ? array_map(sorted(...), $value) : $value;
}

$check = new DocumentCheck;
$against = [];
foreach (json_decode((string) stream_get_contents(STDIN), false, 512, JSON_THROW_ON_ERROR) as $number => $walk) {
    $work = Workpiece::fromJson((string) json_encode($walk->documents[0], JSON_PRESERVE_ZERO_FRACTION));
    foreach ($walk->edits as $step => $edits) {
        $before = json_encode(sorted(json_decode($work->json())));
        try {
            $done = $work->apply(array_map(Edit::read(...), $edits));
            $after = $work->json();
            $work->apply($done->inverse);
            if (json_encode(sorted(json_decode($work->json()))) !== $before) {
                $against[] = "walk $number, step $step: its inverse does not take it back";
            }
            $work->apply($done->edits);
            if (json_encode(sorted(json_decode($after))) !== json_encode(sorted($walk->documents[$step + 1]))) {
                $against[] = "walk $number, step $step: the server comes to another document";
            }
        } catch (Unfit $unfit) {
            $against[] = "walk $number, step $step: {$unfit->getMessage()}";
        }
        $whole = $check->problems($work->toArray());
        foreach ($whole as $problem) {
            $against[] = "walk $number, step $step: $problem->pointer {$problem->reason->code}";
        }
        // Looked at only where it was touched, a document is as sound as the whole.
        if (isset($done) && ($check->problemsAfter($work, $done) === []) !== ($whole === [])) {
            $against[] = "walk $number, step $step: what was touched says something else than the whole";
        }
    }
}
echo json_encode($against);
