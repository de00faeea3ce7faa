<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Quiz\QuizDocument;

/**
 * The rules of a round.
 *
 * Pure: the same quiz (corrections laid over), state, event and time give the same outcome. One round's events are folded by calling
 * apply() with each in turn, beginning with an empty State.
 */
final readonly class Engine
{
    public function __construct(private QuizDocument $quiz)
    {
    }

    /** @param  int  $at when it was taken, in milliseconds since 1970 */
    public function apply(State $state, Event $event, int $at): Applied|Refusal
    {
        $walk = new Walk($this->quiz, $state, $at);
        try {
            $this->step($walk, $state, $event);
        } catch (Refused $refused) {
            return new Refusal($refused->rule, $refused->getMessage());
        }

        return $walk->applied();
    }

    private function step(Walk $walk, State $state, Event $event): void
    {
        if ($event instanceof Started) {
            if ($state->number > 0) {
                throw new Refused(Rule::AlreadyStarted, 'This round has begun already.');
            }
            $walk->start($event->from);

            return;
        }
        if ($state->number === 0) {
            throw new Refused(Rule::NotStarted, 'This round has not begun yet.');
        }
        if ($state->isFinished()) {
            throw new Refused(Rule::RoundFinished, 'This round is finished. Everything you did in it has arrived.');
        }
        match (true) {
            $event instanceof Answered => $walk->answer($event),
            $event instanceof AskedForHelp => $walk->askForHelp($event->question),
            $event instanceof WentOn => $walk->goOn($event->from),
            $event instanceof Watched => $walk->watch($event),
            $event instanceof SetAside => $walk->setAside($event->question),
            default => throw new Refused(Rule::NotHere, 'This cannot be done here.'),
        };
    }
}
