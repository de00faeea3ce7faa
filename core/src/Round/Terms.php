<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;

/**
 * How a quiz is given. A round takes its terms when it starts.
 *
 * Order is as set, pace each their own, tries are not limited and rounds neither: the purpose "learn" has no others.
 */
final readonly class Terms
{
    public function __construct(
        public Purpose $purpose,
        public Moment $feedback,
        public Moment $ownAnswer,
    ) {
    }

    /** Loop until right, with help welcome and no clock; feedback and own answer at once. */
    public static function learn(): self
    {
        return new self(Purpose::Learn, Moment::AtOnce, Moment::AtOnce);
    }

    /** @throws MalformedInput */
    public static function read(Fields $fields): self
    {
        $fields->only(['purpose', 'seen']);
        $seen = $fields->object('seen')->only(['feedback', 'ownAnswer']);

        return new self(
            Purpose::tryFrom($fields->string('purpose')) ?? throw new MalformedInput('/purpose', 'this purpose is not known'),
            Moment::tryFrom($seen->string('feedback')) ?? throw new MalformedInput('/seen/feedback', 'this moment is not known'),
            Moment::tryFrom($seen->string('ownAnswer')) ?? throw new MalformedInput('/seen/ownAnswer', 'this moment is not known'),
        );
    }

    /** @return array{purpose: string, seen: array{feedback: string, ownAnswer: string}} */
    public function toArray(): array
    {
        return [
            'purpose' => $this->purpose->value,
            'seen' => ['feedback' => $this->feedback->value, 'ownAnswer' => $this->ownAnswer->value],
        ];
    }

    /** What a student will experience, in plain words. */
    public function sentence(): string
    {
        return 'You can try each question as often as you like. A slip opens a little help and brings you back to the same '
            .'question; there is no clock. Your teacher sees your answers and the help you used.';
    }
}
