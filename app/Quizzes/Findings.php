<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use HiddenLadder\Core\Inspection\Finding;

/** How a finding is told: with messages where words are to stand. */
final class Findings
{
    /** @return array<string, mixed> */
    public static function told(Finding $finding): array
    {
        $fix = $finding->fix;

        return [
            'key' => $finding->key(), 'severity' => $finding->severity->value, 'stop' => $finding->stop, 'at' => $finding->at,
            'sentence' => $finding->message, 'loop' => $finding->loop,
            'fix' => $fix === null
                ? null
                : ['words' => $fix->words, 'at' => $fix->at, 'member' => $fix->member, 'how' => $fix->how, 'value' => $fix->value],
        ];
    }
}
