<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Cue;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Seeking;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Allowed;
use HiddenLadder\Core\Round\Decision\Led;
use HiddenLadder\Core\Round\Decision\Shown;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForAlike;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Called;
use HiddenLadder\Core\Round\Event\Closed;
use HiddenLadder\Core\Round\Event\Commented;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Finished;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\LetGo;
use HiddenLadder\Core\Round\Event\MovedFromFront;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Paused;
use HiddenLadder\Core\Round\Event\Reopened;
use HiddenLadder\Core\Round\Event\Restored;
use HiddenLadder\Core\Round\Event\Revealed;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Event\VideoAway;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Refused;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\WatchedIntervals;
use HiddenLadder\Core\Terms\Terms;

/**
 * Events being carried out on a state of its own: what each may do, what it is marked as, and where it leads.
 *
 * @internal to the engine
 */
final class Walk extends WalkPart
{
    /** Seconds by which a player may stop short of a cue and still have reached it. */
    private const CUE_REACH = 0.3;

    /** Seconds from which on something was played, and not landed on. */
    private const PLAYED = 0.2;

    private const LONGEST_COMMENT = 2000;

    private readonly Answering $answering;

    private readonly Closing $closing;

    private readonly TeachersActs $teachers;

    private readonly Leading $lead;

    public function __construct(
        QuizDocument $quiz,
        Terms $terms,
        Position $position,
        Conditions $conditions,
        private readonly Allowed $allowed,
        Marker $marker,
        State $state,
        bool $withFacts = true,
    ) {
        $series = new SeriesWalk;
        $decisions = new Decisions($withFacts);
        $records = new Records($state, $decisions);
        $navigation = new Navigation($quiz, $terms, $position, $conditions, $state, $decisions, $records, $series);
        parent::__construct($quiz, $terms, $position, $conditions, $marker, $state, $decisions, $records, $navigation, $series);
        $this->answering = new Answering(...$this->parts());
        $this->closing = new Closing($this, $this->answering);
        $this->teachers = new TeachersActs(...$this->parts());
        $this->lead = new Leading($this, $this->answering, $this->closing);
    }

    /**
     * @param  ?list<array<array-key, mixed>>  $recorded
     * @param  ?Front  $front  where the class stands, while it is led from the front
     * @param  bool  $late  it was made before the round's task closed, and arrives after it
     * @return list<Fact>
     *
     * @throws Refused when the rules do not let the event happen; the state may then be spoilt
     */
    public function take(Event $event, int $at, ?array $recorded, ?Front $front = null, bool $late = false): array
    {
        $this->navigation->at = $at;
        $this->decisions->begin($recorded);
        $isLate = $late && $event->kind()->isStudents() && $this->state->interrupted !== null;
        if ($isLate) {
            $this->state->interrupted->restore($this->state);
        }
        // What was taken once has passed the rules, and passes again whatever the key says now.
        $refused = $recorded !== null ? null : $this->allowed->refusal($event->kind(), Allowed::about($event), $this->state, $at, $front);
        if ($refused !== null) {
            throw new Refused($refused->rule, $refused->message);
        }
        match (true) {
            $event instanceof Answered => $this->answering->answer($event, $front),
            $event instanceof WentOn => $this->goOn($event->from),
            $event instanceof Watched => $this->watch($event),
            $event instanceof VideoAway => $this->state->away[$event->video] = true,
            $event instanceof AskedForHelp => $this->askForHelp($event->question),
            $event instanceof AskedForAlike => $this->askForAlike($event->question),
            $event instanceof SetAside => $this->setAside($event->question),
            $event instanceof JudgedOwn => $this->answering->judgeOwn($event),
            $event instanceof Skipped => $this->skip(),
            $event instanceof WentTo => $this->goTo($event->stop),
            $event instanceof Called => $this->call($event->question),
            $event instanceof TimedOut => $this->timeOut($event->question),
            $event instanceof Commented => $this->comment($event),
            $event instanceof HandedIn => $this->closing->handIn(),
            $event instanceof Finished => $this->closing->finishFreely(),
            $event instanceof Closed => $this->closing->close(),
            $event instanceof Reopened => $this->closing->reopen(),
            $event instanceof MovedFromFront => $this->lead->moveTo($event->stop, $event->cue),
            $event instanceof Revealed => $this->lead->reveal($event->question),
            $event instanceof LetGo => $this->lead->letGo(),
            $event instanceof Overruled => $this->teachers->overrule($event),
            $event instanceof Restored => $this->teachers->restore($event),
            $event instanceof Started => $this->start($event),
            // A pause is written down and changes nothing.
            $event instanceof Paused => null,
            default => throw new \LogicException('The walk knows no event of the kind '.$event->kind()->value.'.'),
        };
        if ($isLate && ! $this->state->isFinished()) {
            $this->closing->close();
        }
        $this->startClock();
        $this->state->number++;

        return $this->decisions->facts();
    }

    /** The time for a question runs from when it is shown, or shown again. */
    private function startClock(): void
    {
        $path = $this->state->path;
        if (
            $path === []
            || $this->state->verdictShown
            || $this->state->ownPlace !== null
            || (
                $this->terms->secondsForQuestion === null
                && ! $this->quiz->mayBeTimed($path[count($path) - 1]->id)
                && ! $this->quiz->mayBeTimed($path[0]->id)
            )
        ) {
            return;
        }
        $home = $this->position->home($this->state);
        if ($home === null || $this->position->secondsFor($home, $this->state) === null || $this->position->rung($this->state) !== null) {
            return;
        }
        if ($this->state->record($home->id)->since === null) {
            $this->records->of($home)->since = $this->navigation->at;
        }
    }

    private function start(Started $event): void
    {
        $this->state->startedAt = $this->navigation->at;
        $this->state->seed = $event->seed;
        $this->state->extraTime = $event->extraTime;
        $this->state->history = $event->history;
        foreach ($event->history->standIns as $home => $standIn) {
            $question = $this->quiz->question($home);
            if ($question !== null) {
                $this->records->of($question)->standIn = $standIn;
            }
        }
        $first = $event->from ?? $this->firstStop();
        if ($first === null) {
            throw new Refused(Rule::NothingToShow, new Message('refusal.no-stops'));
        }
        if ($this->quiz->stop($first) === null) {
            throw new Refused(Rule::NoSuchStop, new Message('refusal.no-such-stop'));
        }
        $this->navigation->enter($first);
    }

    private function firstStop(): ?string
    {
        return $this->decisions->recorded(Shown::class)->stop ?? $this->navigation->nextStop(null);
    }

    private function askForHelp(string $id): void
    {
        $home = $this->position->home($this->state);
        $question = $home === null ? null : $this->position->asked($home, $this->state);
        if ($home === null || $question === null || $question->id !== $id) {
            throw new Refused(Rule::NotHere, new Message('refusal.help-elsewhere'));
        }
        $led = $this->decisions->decide(Led::class, function (): ?Led {
            $rung = $this->position->nextRung($this->state);

            return $rung === null ? null : Led::down($rung);
        });
        if ($led?->rung === null) {
            throw new Refused(Rule::NoMoreHelp, new Message('refusal.no-more-help'));
        }
        if ($this->position->rung($this->state) !== null) {
            $this->navigation->pop();
        }
        $this->navigation->descend($home, $this->records->of($home), $led->rung);
    }

    private function askForAlike(string $id): void
    {
        [$home] = $this->asked($id);
        $record = $this->records->of($home);
        if (! $this->navigation->standIn($home, $record)) {
            throw new Refused(Rule::NoneAlike, new Message('refusal.none-alike'));
        }
    }

    private function goOn(string $from): void
    {
        $top = $this->state->top();
        if ($top === null || $top->id !== $from) {
            throw new Refused(Rule::NotHere, new Message('refusal.elsewhere'));
        }
        if ($this->position->rung($this->state) !== null) {
            $this->navigation->backFromRung($top);

            return;
        }
        $home = $this->position->home($this->state);
        if ($home !== null) {
            $this->navigation->afterVerdict($home);

            return;
        }
        $stop = $this->quiz->stop($top->id);
        if ($top->kind === FrameKind::Stop && $stop !== null && $stop->forks !== []) {
            $this->navigation->follow(
                $this->decisions->decide(Led::class, fn (): Led => Led::on($this->conditions->fork($stop->forks, null, $this->state)))?->to,
            );

            return;
        }
        $this->navigation->leave();
    }

    private function watch(Watched $event): void
    {
        $stop = $this->quiz->stop($event->video);
        if (! $stop instanceof VideoStop || $this->state->top()?->id !== $stop->id) {
            return;
        }
        $stretch = $this->letThrough($stop, $event);
        // What was shown once is shown again, whatever is let through today.
        $cue = match (true) {
            $this->decisions->isFollowing() => $this->decisions->recorded(Shown::class)?->cue,
            $stretch === null, $this->state->ownPlace !== null => null,
            default => $this->cuePlayedInto($stop, ...$stretch)?->id,
        };
        if ($stretch !== null) {
            $this->see($stop->id, ...$stretch);
        }
        if ($cue !== null) {
            $this->navigation->push(Frame::cue($cue));
            $this->decisions->made(new Shown($stop->id, $cue));
        }
    }

    private function see(string $video, float $from, float $to): void
    {
        $this->state->watchedTo[$video] = $to;
        $this->state->watchedFor[$video] = ($this->state->watchedFor[$video] ?? 0.0) + $to - $from;
        if ($to > $from) {
            $this->state->seen[$video] = (new WatchedIntervals([...$this->state->seen[$video] ?? [], [$from, $to]]))->union;
        }
    }

    /** @return array{float, float}|null what of a stretch the video's way of seeking lets through; nothing where it begins beyond that */
    private function letThrough(VideoStop $stop, Watched $event): ?array
    {
        if ($stop->seeking === Seeking::Free) {
            return [$event->from, $event->to];
        }
        if ($stop->seeking === Seeking::Back && ! $this->isReached($stop, $event->from)) {
            return null;
        }
        $barrier = $this->position->openCue($stop, $this->state)?->at;

        return match (true) {
            $barrier === null => [$event->from, $event->to],
            $event->from > $barrier + self::CUE_REACH => null,
            default => [$event->from, max($event->from, min($event->to, $barrier + self::CUE_REACH))],
        };
    }

    /** The open cue into which a stretch plays. Landing on one does not open it, unless it was played up to before. */
    private function cuePlayedInto(VideoStop $stop, float $from, float $to): ?Cue
    {
        $open = $stop->seeking === Seeking::Free
            ? $this->position->openCue($stop, $this->state, $from)
            : $this->position->openCue($stop, $this->state);
        if ($open === null || $to + self::CUE_REACH < $open->at) {
            return null;
        }

        return $to - $from >= self::PLAYED || $this->isReached($stop, $open->at) ? $open : null;
    }

    /** Whether a moment lies in what was seen, or where the video begins. */
    private function isReached(VideoStop $stop, float $moment): bool
    {
        if ($moment <= $stop->clip->from + self::CUE_REACH) {
            return true;
        }
        foreach ($this->state->seen[$stop->id] ?? [] as [$from, $to]) {
            if ($moment >= $from - self::CUE_REACH && $moment <= $to + self::CUE_REACH) {
                return true;
            }
        }

        return false;
    }

    private function setAside(string $id): void
    {
        [$home] = $this->asked($id);
        $record = $this->records->of($home);
        $record->leftForGood = $record->leftForGood || $this->state->returning;
        $this->records->stand($home, $record, Standing::SetAside);
        $this->navigation->leave();
    }

    private function skip(): void
    {
        while (! in_array($this->state->top()?->kind, [null, FrameKind::Stop], true)) {
            $this->navigation->pop();
        }
        $this->navigation->leave();
    }

    private function goTo(?string $stop): void
    {
        if ($this->state->ownPlace !== null && $stop !== null) {
            // One of those beside the way, and back from there to where the class stands.
            $this->navigation->follow($stop);

            return;
        }
        if ($stop === null) {
            $this->state->path = [];
            $this->state->verdictShown = false;

            return;
        }
        $this->navigation->enter($stop);
    }

    private function call(string $id): void
    {
        $home = $this->position->home($this->state);
        if ($home === null || $this->position->asked($home, $this->state)->id !== $id) {
            throw new Refused(Rule::NotHere, new Message('refusal.elsewhere'));
        }
        $this->navigation->callTeacher($home, $this->records->of($home));
    }

    private function timeOut(?string $id): void
    {
        if ($id === null) {
            $this->state->answersWait($this->terms) ? $this->closing->handIn() : $this->closing->endEarly();

            return;
        }
        [$home, $question] = $this->asked($id);
        $record = $this->records->of($home);
        $record->response = null;
        $record->timedOut = true;
        $this->answering->marked($home, $question, $record, Mark::notRight());
    }

    private function comment(Commented $event): void
    {
        if (mb_strlen($event->text) > self::LONGEST_COMMENT) {
            throw new Refused(Rule::UnfitResponse, new Message('refusal.comment-too-long', ['most' => self::LONGEST_COMMENT]));
        }
        $this->decisions->tell(FactKind::Commented, ['cue' => $event->cue]);
    }

    /**
     * Questions come back one after the other, as before a finish.
     *
     * @param  list<string>  $questions
     */
    public function bringBack(array $questions): void
    {
        $this->navigation->bringBack($questions);
    }
}
