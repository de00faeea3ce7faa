<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Sitting;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Rule;

/**
 * A class that is led from the front: where it stands, folded from the acts of its log.
 *
 * It knows nothing of rounds. Where it stands is a circumstance under which a round takes what its student does.
 */
final readonly class SittingState
{
    /**
     * @param  int  $number  acts taken so far
     * @param  ?string  $task  that was opened with it
     * @param  list<string>  $closed  keys of places where answers are closed and not revealed
     * @param  list<string>  $revealed  keys of places
     * @param  list<string>  $alone  keys of places from which it was let go on alone
     * @param  list<string>  $passed  keys of places, in the order in which the class first stood there
     * @param  list<string>  $lifted  covers that are lifted
     * @param  ?string  $quick  the task that is named for the quick
     * @param  ?string  $shown  the round whose answer is shown in front of the class
     * @param  bool  $devices  students answer on devices, and not by hand
     * @param  array<string, int>  $hands  that went up, by the key of a place with an entry
     * @param  int  $since  milliseconds since 1970 at which it came to stand as it does
     */
    private function __construct(
        public int $number = 0,
        public Phase $phase = Phase::Gathering,
        public ?string $task = null,
        public ?Place $place = null,
        public bool $asks = false,
        public bool $atOnce = false,
        public array $closed = [],
        public array $revealed = [],
        public array $alone = [],
        public array $passed = [],
        public array $lifted = [],
        public ?string $quick = null,
        public ?string $shown = null,
        public int $since = 0,
        public bool $devices = true,
        public array $hands = [],
    ) {
    }

    public static function new(): self
    {
        return new self;
    }

    /**
     * The sitting after an act.
     *
     * @param  int  $at  milliseconds since 1970
     * @return self|Refusal the refusal names the rule
     */
    public function after(Act $act, int $at): self|Refusal
    {
        $refused = $this->refusal($act);
        if ($refused !== null) {
            return new Refusal($act->kind === ActKind::Opened ? Rule::AlreadyStarted : Rule::NotNow, new Message($refused));
        }
        $taken = ['number' => $this->number + 1];
        $here = $this->place?->key() ?? '';

        return match ($act->kind) {
            ActKind::Opened => $this->with($taken + [
                'task' => $act->task, 'atOnce' => $act->atOnce, 'devices' => $act->devices, 'since' => $at,
            ]),
            ActKind::Stands => $this->with($taken + [
                'place' => $act->place, 'asks' => $act->asks, 'shown' => null,
                'passed' => array_values(array_unique([...$this->passed, (string) $act->place?->key()])),
            ])->standing($at),
            ActKind::Closed => $this->with($taken + ['closed' => [...$this->closed, $here]])->standing($at),
            ActKind::AskedAgain => $this->with($taken + ['closed' => array_values(array_diff($this->closed, [$here]))])->standing($at),
            ActKind::Revealed => $this->with($taken + ['revealed' => [...$this->revealed, $here]])->standing($at),
            ActKind::LetGo => $this->with($taken + [
                'phase' => Phase::Alone, 'shown' => null, 'since' => $at, 'alone' => [...$this->alone, $here],
            ]),
            ActKind::Gathered => $this->with($taken)->standing($at),
            ActKind::Lifted => $this->with($taken + ['lifted' => [...$this->lifted, (string) $act->cover?->value]]),
            ActKind::Laid => $this->with($taken + ['lifted' => array_values(array_diff($this->lifted, [(string) $act->cover?->value]))]),
            ActKind::Counted => $this->with($taken + ['hands' => array_replace($this->hands, ["$here $act->entry" => $act->hands])]),
            ActKind::Named => $this->with($taken + ['quick' => $act->task]),
            ActKind::AnswerShown => $this->with($taken + ['shown' => $act->round]),
            ActKind::Ended => $this->with($taken + ['phase' => Phase::Ended, 'shown' => null, 'since' => $at]),
        };
    }

    /** The code of what is said where an act is not to be done now. */
    private function refusal(Act $act): ?string
    {
        if ($this->number === 0 || $act->kind === ActKind::Opened) {
            return $this->number === 0 && $act->kind === ActKind::Opened ? null : 'refusal.sitting.open-once';
        }
        if ($this->phase === Phase::Ended) {
            return $act->kind === ActKind::Gathered ? null : 'refusal.sitting.ended';
        }

        $fits = match ($act->kind) {
            ActKind::Stands => $act->place !== null,
            ActKind::Closed => $this->phase === Phase::Answering,
            ActKind::AskedAgain => $this->phase === Phase::Closed,
            ActKind::Revealed => $this->phase === Phase::Answering || $this->phase === Phase::Closed,
            ActKind::LetGo => $this->devices && $this->phase->leads(),
            ActKind::Counted => ! $this->devices && $act->entry !== null && $this->asks && $this->phase->leads(),
            ActKind::Gathered => $this->phase === Phase::Alone,
            ActKind::Lifted => $act->cover !== null && ! $this->isLifted($act->cover),
            ActKind::Laid => $act->cover !== null && $this->isLifted($act->cover),
            ActKind::AnswerShown => $act->round === null
                ? $this->shown !== null
                : $this->phase === Phase::Closed || $this->phase === Phase::Revealed,
            default => true,
        };

        return $fits ? null : 'refusal.sitting.not-now';
    }

    public function isLifted(Cover $cover): bool
    {
        return in_array($cover->value, $this->lifted, true);
    }

    public function isRevealedAt(Place $place): bool
    {
        return in_array($place->key(), $this->revealed, true);
    }

    /** @return array<string, int> hands that went up where the class stands, by entry */
    public function handsHere(): array
    {
        $hands = [];
        foreach ($this->hands as $key => $count) {
            [$place, $entry] = explode(' ', $key, 2);
            if ($place === $this->place?->key()) {
                $hands[$entry] = $count;
            }
        }

        return $hands;
    }

    /** Whether each is to work alone where the class stands, and was not let go there yet. */
    public function worksAlone(?Course $course): bool
    {
        return $this->devices
            && $this->place !== null
            && $course?->isEachOnTheirOwn($this->place) === true
            && ! in_array($this->place->key(), $this->alone, true);
    }

    /** Under which a round that is led takes what its student does; null where each goes on alone. */
    public function front(): ?Front
    {
        return $this->place === null || ! $this->phase->leads()
            ? null
            : new Front(
                $this->place->stop,
                $this->place->cue,
                $this->phase !== Phase::Answering,
                $this->atOnce,
                $this->phase === Phase::Revealed,
            );
    }

    /** As it stands at its place. */
    private function standing(int $at): self
    {
        $here = $this->place?->key() ?? '';

        return $this->with(['since' => $at, 'phase' => match (true) {
            $this->place === null => Phase::Gathering,
            ! $this->asks => Phase::Looking,
            in_array($here, $this->revealed, true) => Phase::Revealed,
            in_array($here, $this->closed, true) => Phase::Closed,
            default => Phase::Answering,
        }]);
    }

    /** @param  array<string, mixed>  $members */
    private function with(array $members): self
    {
        return new self(...array_replace(get_object_vars($this), $members));
    }

    /** @param  array<array-key, mixed>  $state  what toArray() gave */
    public static function fromArray(array $state): self
    {
        $fields = Fields::of($state);
        $place = $fields->objectOrNull('place');

        return new self(
            $fields->integer('number'),
            Phase::from($fields->string('phase')),
            $fields->stringOrNull('task'),
            $place === null ? null : Place::read($place),
            $fields->booleanOr('asks', false),
            $fields->booleanOr('atOnce', false),
            $fields->stringsOr('closed'),
            $fields->stringsOr('revealed'),
            $fields->stringsOr('alone'),
            $fields->stringsOr('passed'),
            $fields->stringsOr('lifted'),
            $fields->stringOrNull('quick'),
            $fields->stringOrNull('shown'),
            $fields->integerOr('since', 0),
            $fields->booleanOr('devices', true),
            $fields->has('hands') ? $fields->integers('hands') : [],
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'phase' => $this->phase->value, 'place' => $this->place?->toArray(), 'hands' => (object) $this->hands,
        ] + get_object_vars($this);
    }
}
