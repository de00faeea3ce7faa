<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\StoredEvent;
use HiddenLadder\Core\Round\Internal\ConditionObserver;
use HiddenLadder\Core\Round\Internal\Conditions;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Internal\Walk;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Refused;
use HiddenLadder\Core\Round\Result\Replayed;
use HiddenLadder\Core\Terms\Terms;

/**
 * The rules of a round.
 *
 * Pure: the same quiz (an edition with its corrections laid over), terms, state, event and time give the same outcome.
 */
final readonly class Engine
{
    /** Milliseconds by which an answer may come after its time, for slow connections. */
    public const GRACE = 5000;

    private Position $position;

    private Marker $marker;

    private Conditions $conditions;

    private Allowed $allowed;

    /** @param  ?ConditionObserver  $assuming  for looking ahead where the past is not known; a round itself has none */
    public function __construct(private QuizDocument $quiz, private Terms $terms = new Terms, ?ConditionObserver $assuming = null)
    {
        $this->position = new Position($quiz, $terms);
        $this->marker = new Marker($quiz->language);
        $this->conditions = new Conditions($quiz, $terms, $assuming);
        $this->allowed = new Allowed($quiz, $terms, $this->position, $this->conditions);
    }

    /** When the time for a round is over, in milliseconds since 1970; null where there is no limit. */
    public function roundEnds(State $state): ?int
    {
        return $this->position->roundEnds($state);
    }

    /**
     * @param  int  $at  when it was taken, in milliseconds since 1970
     * @param  ?Front  $front  where the class stands, while it is led from the front
     * @param  bool  $late  it was made before the round's task closed, and arrives after it
     */
    public function apply(State $state, Event $event, int $at, ?Front $front = null, bool $late = false): Applied|Refusal
    {
        $walk = $this->walk(clone $state, true);
        try {
            $facts = $walk->take($event, $at, null, $front, $late);
        } catch (Refused $refused) {
            return new Refusal($refused->rule, $refused->why);
        }

        return new Applied($walk->state, $facts);
    }

    /** Looking ahead: where an event leads, without what it comes to; null where it is refused. */
    public function ahead(State $state, Event $event, int $at): ?State
    {
        $walk = $this->walk(clone $state, false);
        try {
            $walk->take($event, $at, null);
        } catch (Refused) {
            return null;
        }

        return $walk->state;
    }

    /**
     * A round from its beginning. Under a corrected key, results, points and standings are worked out anew; where the walk
     * went stays as the events' facts have it.
     *
     * @param  iterable<StoredEvent>  $events
     * @param  bool  $withFacts  whether what each event comes to, and what it is about, is wanted too
     *
     * @throws \DomainException when an event does not fit the round, which those that were taken always do
     */
    public function fold(iterable $events, bool $withFacts = false): Replayed
    {
        $walk = $this->walk(new State, $withFacts);
        $facts = $about = [];
        foreach ($events as $taken) {
            try {
                if ($withFacts) {
                    $about[] = $this->position->about($taken->event, $walk->state);
                }
                $told = $walk->take($taken->event, $taken->at, $taken->facts, null, $taken->late);
                if ($withFacts) {
                    $facts[] = $told;
                }
            } catch (Refused $refused) {
                throw new \DomainException('Event '.($walk->state->number + 1)." does not fit: {$refused->getMessage()}", 0, $refused);
            }
        }

        return new Replayed($walk->state, $facts, $about);
    }

    /** @return list<string> the main stops that a round asks, in its student's order: all, a portion, or those with what was missed */
    public function asks(State $state): array
    {
        return array_map(static fn (Stop $stop): string => $stop->id, $this->position->sequence($state));
    }

    /**
     * Looking ahead: the round as if its last stop were passed, with only these questions to come back.
     *
     * @param  list<string>  $questions
     */
    public function comingBack(State $state, array $questions): State
    {
        $walk = $this->walk(clone $state, false);
        $walk->bringBack($questions);

        return $walk->state;
    }

    private function walk(State $state, bool $withFacts): Walk
    {
        return new Walk($this->quiz, $this->terms, $this->position, $this->conditions, $this->allowed, $this->marker, $state, $withFacts);
    }
}
