<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Inspection\Finding;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** What was found of a quiz, with words in place of messages, and whether its teacher has seen it and leaves it. */
final class QuizFindings extends JsonResource
{
    /**
     * @param  list<Finding>  $findings
     * @param  ?list<string>  $left  keys of those that the teacher leaves as they are; null where there is no teacher
     */
    public function __construct(private readonly array $findings, private readonly ?array $left = null)
    {
        parent::__construct($findings);
    }

    /** @return list<array<array-key, mixed>> */
    public function toArray(Request $request): array
    {
        $words = app(Words::class);

        return array_map(fn (Finding $finding): array => $words->fill([
            'key' => $finding->key(),
            'severity' => $finding->severity->value,
            'stop' => $finding->stop,
            'at' => $finding->at,
            'sentence' => $finding->message,
            'loop' => $finding->loop,
            'fix' => $finding->fix === null ? null : [
                'words' => $finding->fix->words,
                'at' => $finding->fix->at,
                'member' => $finding->fix->member,
                'how' => $finding->fix->how,
                'value' => $finding->fix->value,
            ],
        ] + ($this->left === null ? [] : ['left' => in_array($finding->key(), $this->left, true)])), $this->findings);
    }
}
