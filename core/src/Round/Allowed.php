<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\CueKind;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForAlike;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Called;
use HiddenLadder\Core\Round\Event\Commented;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Event\VideoAway;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\Internal\Conditions;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;

/**
 * What may be done where a student stands: told once, for the engine that refuses what is not in it, for the projection that
 * shows it, and for whoever looks ahead (docs/decisions/what-may-be-done.md).
 *
 * Whether what an event carries fits (a response of another kind, too long a comment) is for the engine to say.
 */
final readonly class Allowed
{
    private const AT_A_QUESTION = [
        EventKind::Answered, EventKind::AskedForHelp, EventKind::AskedForAlike, EventKind::SetAside, EventKind::JudgedOwn,
        EventKind::Called, EventKind::TimedOut,
    ];

    public function __construct(
        private QuizDocument $quiz,
        private Terms $terms,
        private Position $position,
        private Conditions $conditions,
    ) {
    }

    /**
     * Everything a student may do now.
     *
     * @param  int  $at  milliseconds since 1970
     * @return list<Action> in no particular order
     */
    public static function at(QuizDocument $quiz, Terms $terms, State $state, int $at, Circumstances $now = new Circumstances): array
    {
        $allowed = new self($quiz, $terms, new Position($quiz, $terms), new Conditions($quiz, $terms));

        return array_values(array_filter(
            $allowed->imaginable($state),
            static fn (Action $action): bool => $allowed->refusal($action->kind, $action->about, $state, $at, $now->front) === null,
        ));
    }

    /** Whether a student may do something of a kind with what they are at, and the clock let alone. */
    public function may(EventKind $kind, ?string $about, State $state, ?Front $front = null): bool
    {
        return $this->general($kind, $about, $state, null, $front) === null && $this->own($kind, $about, $state, null) === null;
    }

    /** Why the rules do not let a student do something; null where they do. */
    public function refusal(EventKind $kind, ?string $about, State $state, int $at, ?Front $front = null): ?Refusal
    {
        return $this->general($kind, $about, $state, $at, $front) ?? $this->own($kind, $about, $state, $at);
    }

    /** What an event is about, as an action has it. */
    public static function about(Event $event): ?string
    {
        return match (true) {
            $event instanceof Answered, $event instanceof AskedForHelp, $event instanceof AskedForAlike, $event instanceof SetAside,
            $event instanceof JudgedOwn, $event instanceof Called, $event instanceof TimedOut => $event->question,
            $event instanceof WentOn, $event instanceof Skipped => $event->from,
            $event instanceof Watched, $event instanceof VideoAway => $event->video,
            $event instanceof WentTo => $event->stop,
            $event instanceof Commented => $event->cue,
            default => null,
        };
    }

    /** @return list<Action> everything that could be meant where the student stands */
    private function imaginable(State $state): array
    {
        $home = $this->position->home($state);
        $question = $home === null ? null : $this->position->asked($home, $state)->id;
        $top = $state->top()?->id;
        $found = [
            new Action(EventKind::HandedIn, null),
            new Action(EventKind::Finished, null),
            new Action(EventKind::WentTo, null),
            new Action(EventKind::TimedOut, null),
            new Action(EventKind::Paused, null),
        ];
        foreach ($question === null ? [] : self::AT_A_QUESTION as $kind) {
            $found[] = new Action($kind, $question);
        }
        foreach ($top === null ? [] : [EventKind::WentOn, EventKind::Skipped] as $kind) {
            $found[] = new Action($kind, $top);
        }
        foreach ([...$this->position->sequence($state), ...($state->ownPlace === null ? [] : $this->quiz->sideStops)] as $stop) {
            $found[] = new Action(EventKind::WentTo, $stop->id);
        }
        $stop = $this->quiz->stop((string) $state->stop());
        foreach ($stop instanceof VideoStop ? $stop->cues : [] as $cue) {
            $found[] = new Action(EventKind::Commented, $cue->id);
        }
        if ($stop instanceof VideoStop) {
            $found[] = new Action(EventKind::Watched, $stop->id);
            $found[] = new Action(EventKind::VideoAway, $stop->id);
        }

        return $found;
    }

    /** What holds for everything. */
    private function general(EventKind $kind, ?string $about, State $state, ?int $at, ?Front $front): ?Refusal
    {
        if ($kind === EventKind::Started) {
            return $state->number === 0 ? null : new Refusal(Rule::AlreadyStarted, new Message('refusal.already-begun'));
        }
        if ($state->number === 0) {
            return new Refusal(Rule::NotStarted, new Message('refusal.not-begun'));
        }
        if ($state->isFinished() && ! $kind->isWord() && ! ($kind === EventKind::Reopened && $state->interrupted !== null)) {
            return new Refusal(Rule::RoundFinished, new Message('refusal.finished'));
        }
        if ($front !== null && $kind->isStudents() && ! $this->goesFromFront($kind, $about, $state, $front)) {
            return new Refusal(Rule::FromTheFront, new Message(match (true) {
                $kind !== EventKind::Answered => 'refusal.led-from-front',
                $front->isAt($state) && $this->position->question($state)?->id === $about => 'refusal.answers-closed',
                default => 'refusal.class-went-on',
            }));
        }
        $ends = $at === null || $this->terms->secondsForRound === null || ! $kind->isStudents() || $kind === EventKind::TimedOut
            ? null
            : $this->position->roundEnds($state);

        return $ends !== null && $at > $ends + Engine::GRACE ? new Refusal(Rule::TimeOver, new Message('refusal.round-time-over')) : null;
    }

    /**
     * While the class is led, one answers where it stands, until answers are closed; all else waits. Whoever has answered there
     * may go to a stop beside the way, where everything goes as if alone.
     */
    private function goesFromFront(EventKind $kind, ?string $about, State $state, Front $front): bool
    {
        if ($state->ownPlace === null || ! $front->leads($state)) {
            return $kind === EventKind::Paused || $kind === EventKind::Watched;
        }
        if (! $front->isAt($state) && $this->position->besideTheWay($state) !== null) {
            return ! in_array($kind, [EventKind::WentTo, EventKind::HandedIn, EventKind::Finished], true);
        }

        return match ($kind) {
            EventKind::Answered => ! $front->closed && $this->position->question($state)?->id === $about,
            EventKind::JudgedOwn => $front->atOnce && ! $front->closed,
            EventKind::WentTo => $about !== null && $this->mayWorkBeside($state) && $this->quiz->stop($about)?->extra === true,
            EventKind::Called, EventKind::Watched, EventKind::VideoAway, EventKind::Commented, EventKind::Paused => true,
            default => false,
        };
    }

    /** While the class is led: there is nothing to answer, or it is answered. */
    private function mayWorkBeside(State $state): bool
    {
        $home = $this->position->home($state);
        $record = $home === null ? null : $state->record($home->id);

        return $record === null || $record->standing === Standing::Answered || $record->standing->isSettled();
    }

    private function own(EventKind $kind, ?string $about, State $state, ?int $at): ?Refusal
    {
        return match ($kind) {
            EventKind::Answered => $this->answering($about, $state, $at),
            EventKind::WentOn => $this->goingOn($about, $state),
            EventKind::Watched => $about !== null && $this->position->clipSeen($about, $state) !== null
                ? null
                : new Refusal(Rule::NotHere, new Message('refusal.other-video')),
            EventKind::VideoAway => $about !== null && $about === $state->top()?->id && $this->quiz->stop($about) instanceof VideoStop
                ? null
                : new Refusal(Rule::NotHere, new Message('refusal.other-video')),
            EventKind::AskedForHelp => $this->help($about, $state),
            EventKind::AskedForAlike => $this->alike($about, $state),
            EventKind::SetAside => $this->settingAside($about, $state),
            EventKind::JudgedOwn => $this->judging($about, $state),
            EventKind::Skipped => $this->skipping($about, $state),
            EventKind::WentTo => $this->goingTo($about, $state),
            EventKind::Called => $this->calling($about, $state),
            EventKind::TimedOut => $this->timeOut($about, $state, $at),
            EventKind::Commented => $this->commenting($about, $state),
            EventKind::HandedIn => match (true) {
                $this->terms->mode !== Mode::HandedIn => new Refusal(Rule::NotHandedInWhole, new Message('refusal.taken-as-you-go')),
                $state->handedIn => new Refusal(Rule::AlreadyHandedIn, new Message('refusal.handed-in-already')),
                default => null,
            },
            EventKind::Finished => $this->terms->freeOrder && $this->terms->mode !== Mode::HandedIn && ! $state->returning
                ? null
                : new Refusal(Rule::OrderIsSet, new Message('refusal.ends-by-itself')),
            default => null,
        };
    }

    private function answering(?string $id, State $state, ?int $at): ?Refusal
    {
        $home = $this->asked($id, $state);
        if ($home === null) {
            return self::elsewhere();
        }
        if ($this->isJudging($home, $state)) {
            return new Refusal(Rule::NotHere, new Message('refusal.judge-first'));
        }
        $ends = $at === null ? null : $this->position->questionEnds($home, $state);

        return $ends !== null && $at > $ends + Engine::GRACE
            ? new Refusal(Rule::TimeOver, new Message('refusal.question-time-over'))
            : null;
    }

    private function goingOn(?string $from, State $state): ?Refusal
    {
        $top = $state->top();
        if ($top === null || $top->id !== $from) {
            return self::elsewhere();
        }
        if ($this->position->rung($state) !== null) {
            return null;
        }
        $home = $this->position->home($state);
        if ($home !== null) {
            return $this->position->isVerdictShown($home, $state)
                ? null
                : new Refusal(Rule::AnswerFirst, new Message('refusal.answer-first'));
        }
        $stop = $this->quiz->stop($top->id);

        return $stop instanceof VideoStop && $this->position->openCue($stop, $state) !== null
            ? new Refusal(Rule::CueStillOpen, new Message('refusal.cue-open'))
            : null;
    }

    /** Help is there before an answer and between tries, on the way down too; not while one's own answer is to be judged. */
    private function help(?string $id, State $state): ?Refusal
    {
        $home = $this->position->home($state);

        return match (true) {
            $home === null
                || $this->position->asked($home, $state)->id !== $id
                || $this->position->isVerdictShown($home, $state) || $this->isJudging($home, $state) => new Refusal(
                    Rule::NotHere,
                    new Message('refusal.help-elsewhere'),
                ),
            ! $this->terms->help => new Refusal(Rule::NoHelp, new Message('refusal.no-help')),
            $this->position->nextRung($state) === null => new Refusal(Rule::NoMoreHelp, new Message('refusal.no-more-help')),
            default => null,
        };
    }

    private function alike(?string $id, State $state): ?Refusal
    {
        $home = $this->asked($id, $state);

        return match (true) {
            $home === null || $this->isJudging($home, $state) => self::elsewhere(),
            ! $this->terms->alikeOnRequest
                || $state->record($home->id)->slips === 0
                || $this->position->series($state) !== null => new Refusal(
                    Rule::NoneAlike,
                    new Message('refusal.alike-after-slip'),
                ),
            $this->quiz->alikes($home) === [] => new Refusal(Rule::NoneAlike, new Message('refusal.none-alike')),
            default => null,
        };
    }

    private function settingAside(?string $id, State $state): ?Refusal
    {
        $home = $this->asked($id, $state);

        return match (true) {
            $home === null || $this->isJudging($home, $state) => self::elsewhere(),
            ! $state->record($home->id)->mayLeave => new Refusal(Rule::NotYetPastTheLadder, new Message('refusal.help-before-leaving')),
            default => null,
        };
    }

    private function judging(?string $id, State $state): ?Refusal
    {
        $home = $this->asked($id, $state);

        return match (true) {
            $home === null => self::elsewhere(),
            ! $this->isJudging($home, $state) => new Refusal(Rule::NotWritten, new Message('refusal.nothing-to-judge')),
            default => null,
        };
    }

    /**
     * A stop that asks something may be left out where it need not be answered, or its video is not to be had: from the question
     * itself, or from the video it
     * stands in. From a rung one goes back first, after a verdict one goes on; what came back is set aside.
     */
    private function skipping(?string $from, State $state): ?Refusal
    {
        $top = $state->top();
        $stop = $this->quiz->stop((string) $state->stop());
        $home = $this->position->home($state);
        $isFree = $home === null
            || (
                $this->position->rung($state) === null
                && ! $this->position->isVerdictShown($home, $state)
                && ! $this->isJudging($home, $state)
            );

        return match (true) {
            $top === null || $top->id !== $from || $stop === null || ! $isFree || $state->returning => self::elsewhere(),
            $stop->questions() === [] => new Refusal(Rule::MustBeAnswered, new Message('refusal.nothing-to-leave-out')),
            $stop->required && ! $stop->extra && ! $this->position->mayMove($state) && ! isset($state->away[$stop->id]) => new Refusal(
                Rule::MustBeAnswered,
                new Message('refusal.must-be-answered'),
            ),
            default => null,
        };
    }

    private function goingTo(?string $stop, State $state): ?Refusal
    {
        $extra = $state->ownPlace === null || $stop === null ? null : $this->quiz->stop($stop);
        if ($extra?->extra === true) {
            return $this->position->isDone($extra, $state) ? new Refusal(Rule::NoSuchStop, new Message('refusal.no-such-stop')) : null;
        }
        if (! $this->position->mayMove($state)) {
            return new Refusal(Rule::OrderIsSet, new Message('refusal.order-is-set'));
        }
        if ($stop === null) {
            return null;
        }
        $target = $this->quiz->stop($stop);
        if (
            $target === null
            || ! in_array($stop, array_map(static fn (Stop $one): string => $one->id, $this->position->sequence($state)), true)
        ) {
            return new Refusal(Rule::NoSuchStop, new Message('refusal.no-such-stop'));
        }

        return $target->shownIf === null || $this->conditions->met($target->shownIf, null, $state)
            ? null
            : new Refusal(Rule::NoSuchStop, new Message('refusal.stop-not-there-yet'));
    }

    private function calling(?string $id, State $state): ?Refusal
    {
        $home = $this->position->home($state);

        return match (true) {
            $home === null
                || $this->position->asked($home, $state)->id !== $id
                || $this->position->isVerdictShown($home, $state) => self::elsewhere(),
            $state->record($home->id)->called => new Refusal(Rule::AlreadyCalled, new Message('refusal.called-already')),
            default => null,
        };
    }

    private function timeOut(?string $id, State $state, ?int $at): ?Refusal
    {
        $home = $id === null ? null : $this->asked($id, $state);
        if ($id !== null && $home === null) {
            return self::elsewhere();
        }
        $ends = $home === null ? $this->position->roundEnds($state) : $this->position->questionEnds($home, $state);

        return match (true) {
            $ends === null => new Refusal(Rule::NoTimeLimit, new Message('refusal.no-time-limit')),
            $at !== null && $at < $ends => new Refusal(Rule::NoTimeLimit, new Message('refusal.still-time')),
            default => null,
        };
    }

    private function commenting(?string $id, State $state): ?Refusal
    {
        $stop = $this->quiz->stop((string) $state->stop());
        $cue = $stop instanceof VideoStop && $id !== null ? $stop->cue($id) : null;

        return $cue?->kind === CueKind::Comments ? null : new Refusal(Rule::NotHere, new Message('refusal.no-comments-here'));
    }

    /** The home of the question that is asked now, where it is the one meant: not from a rung, and not after its verdict. */
    private function asked(?string $id, State $state): ?Question
    {
        $home = $this->position->home($state);

        return $home !== null
            && $this->position->asked($home, $state)->id === $id
            && $this->position->rung($state) === null
            && ! $this->position->isVerdictShown($home, $state)
            ? $home
            : null;
    }

    private function isJudging(Question $home, State $state): bool
    {
        return $this->position->isJudging($this->position->asked($home, $state), $state->record($home->id), $state);
    }

    private static function elsewhere(): Refusal
    {
        return new Refusal(Rule::NotHere, new Message('refusal.elsewhere'));
    }
}
