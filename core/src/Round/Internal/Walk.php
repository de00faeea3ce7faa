<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Allowed;
use HiddenLadder\Core\Round\Decision\Led;
use HiddenLadder\Core\Round\Decision\Shown;
use HiddenLadder\Core\Round\Decision\Way;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForAlike;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Called;
use HiddenLadder\Core\Round\Event\CameTo;
use HiddenLadder\Core\Round\Event\Closed;
use HiddenLadder\Core\Round\Event\Commented;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Finished;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\MovedFromFront;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Paused;
use HiddenLadder\Core\Round\Event\Reopened;
use HiddenLadder\Core\Round\Event\Revealed;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\Skipped;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\TimedOut;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\Interrupted;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Refused;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;

/**
 * Events being carried out on a state of its own: what each may do, what it is marked as, and where it leads.
 *
 * @internal to the engine
 */
final class Walk
{
    /** Seconds by which a player may stop short of a cue and still have reached it. */
    private const CUE_REACH = 0.3;

    private const LONGEST_COMMENT = 2000;

    private readonly SeriesWalk $seriesWalk;

    private readonly Decisions $decisions;

    private readonly Navigation $trail;

    public function __construct(
        private readonly QuizDocument $quiz,
        private readonly Terms $terms,
        private readonly Position $position,
        private readonly Conditions $conditions,
        private readonly Allowed $allowed,
        private readonly Marker $marker,
        public readonly State $state,
        bool $withFacts = true,
    ) {
        $this->seriesWalk = new SeriesWalk;
        $this->decisions = new Decisions($withFacts);
        $this->trail = new Navigation($quiz, $terms, $position, $conditions, $state, $this->decisions, $this->seriesWalk);
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
        $this->trail->at = $at;
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
            $event instanceof Answered => $this->answer($event, $front),
            $event instanceof WentOn => $this->goOn($event->from),
            $event instanceof Watched => $this->watch($event),
            $event instanceof AskedForHelp => $this->askForHelp($event->question),
            $event instanceof AskedForAlike => $this->askForAlike($event->question),
            $event instanceof SetAside => $this->setAside($event->question),
            $event instanceof JudgedOwn => $this->judgeOwn($event),
            $event instanceof Skipped => $this->skip(),
            $event instanceof WentTo => $this->goTo($event->stop),
            $event instanceof Called => $this->call($event->question),
            $event instanceof TimedOut => $this->timeOut($event->question),
            $event instanceof Commented => $this->comment($event),
            $event instanceof HandedIn => $this->handIn(),
            $event instanceof Finished => $this->finishFreely(),
            $event instanceof Closed => $this->close(),
            $event instanceof Reopened => $this->reopen(),
            $event instanceof MovedFromFront => $this->moveFromFront($event->stop),
            $event instanceof Revealed => $this->revealFromFront($event->question),
            $event instanceof Overruled => $this->overrule($event),
            $event instanceof Started => $this->start($event),
            // A pause is written down and changes nothing.
            $event instanceof Paused => null,
            default => throw new \LogicException('The walk knows no event of the kind '.$event->kind()->value.'.'),
        };
        if ($isLate && ! $this->state->isFinished()) {
            $this->close();
        }
        $this->trail->startClock();
        $this->state->number++;

        return $this->decisions->facts();
    }

    private function start(Started $event): void
    {
        $this->state->startedAt = $this->trail->at;
        $this->state->seed = $event->seed;
        $this->state->extraTime = $event->extraTime;
        $this->state->history = $event->history;
        $first = $event->from ?? $this->firstStop();
        if ($first === null) {
            throw new Refused(Rule::NothingToShow, new Message('refusal.no-stops'));
        }
        if ($this->quiz->stop($first) === null) {
            throw new Refused(Rule::NoSuchStop, new Message('refusal.no-such-stop'));
        }
        $this->trail->enter($first);
    }

    private function firstStop(): ?string
    {
        return $this->decisions->recorded(Shown::class)->stop ?? $this->trail->nextStop(null);
    }

    private function answer(Answered $event, ?Front $front): void
    {
        [$home, $question] = $this->asked($event->question);
        try {
            $mark = $this->marker->mark($question, $event->response);
        } catch (UnfitResponse $unfit) {
            throw new Refused(Rule::UnfitResponse, $unfit->why);
        }
        $record = $this->trail->own($home);
        $record->response = $event->response;
        $record->timedOut = false;
        $record->judged = null;
        if ($this->state->answersWait($this->terms) && $this->position->series($this->state) === null) {
            $this->decisions->tell(FactKind::Taken, ['question' => $question->id]);
            $this->trail->stand($home, $record, Standing::Answered);
            $this->trail->leave();

            return;
        }
        if ($this->decisions->isFollowing() ? ($this->decisions->next(FactKind::Taken)['front'] ?? false) === true : $front !== null) {
            // It can be changed until the front reveals; the mark comes then.
            $this->decisions->tell(FactKind::Taken, ['question' => $question->id, 'front' => true]);
            $this->trail->stand($home, $record, Standing::Answered);
            $record->mark = null;

            return;
        }
        $this->marked($home, $question, $record, $mark);
    }

    /** An answer has its mark: it is counted, and it is decided where it leads. */
    private function marked(Question $home, Question $question, Record $record, Mark $mark): void
    {
        $record->mark = $mark;
        $this->tellMark($home, $question, $record, $mark);
        if ($mark->result === Result::Unclear) {
            if ($mark->near === null || ! $this->terms->almostCosts) {
                return;
            }
            $mark = new Mark(Result::NotRight, 0.0, null, null, $mark->near);
        }
        foreach (self::matched($record, $mark) as $entry) {
            $record->matched[$entry] = ($record->matched[$entry] ?? 0) + 1;
        }
        if ($mark->result === Result::Noted) {
            $this->noted($home, $question, $record);

            return;
        }
        $record->tries++;
        $right = $mark->result === Result::Right
            || ($mark->result === Result::Partly && $this->terms->enough !== null && $mark->share >= $this->terms->enough);
        if (! $question->givenAwayByASlip() || $record->tries === 1) {
            $this->state->evidence[] = [$question->id, $right];
        }
        $record->share = max($record->share, $mark->share * $this->terms->shareAt($record->tries));
        $right ? $this->right($home, $record) : $this->slip($home, $question, $record, $mark);
    }

    /** @return list<string> the entries that an answer matched: all that were chosen, or the one that was typed */
    private static function matched(Record $record, Mark $mark): array
    {
        if ($record->response?->as === 'choices') {
            return $record->response->list;
        }

        return $mark->entry === null ? [] : [$mark->entry];
    }

    /** How what is right stands: at once and without help, or after a slip or help. */
    private static function rightly(Record $record): Standing
    {
        return $record->slips === 0 && ! $record->helped ? Standing::Clear : Standing::Climbed;
    }

    /** How an answer stands that is neither right nor wrong. */
    private static function unmarked(Question $question): Standing
    {
        return $question->kind === QuestionKind::HandIn || $question->readByTeacher ? Standing::ToBeRead : Standing::Noted;
    }

    private function tellMark(Question $home, Question $question, Record $record, Mark $mark): void
    {
        if ($this->decisions->withFacts) {
            $given = self::matched($record, $mark);
            $chosen = $given === [] || $given === [$mark->entry] ? [] : ['chosen' => $given];
            $this->decisions->tell(FactKind::Marked, ['question' => $question->id, 'home' => $home->id] + $mark->toArray() + $chosen);
        }
    }

    /** There is no right or wrong to it: noted, or waiting for somebody to judge it. */
    private function noted(Question $home, Question $question, Record $record): void
    {
        if ($this->position->isJudging($question, $record, $this->state)) {
            $this->decisions->tell(FactKind::Revealed, ['question' => $question->id]);

            return;
        }
        $record->tries++;
        $this->trail->stand($home, $record, self::unmarked($question));
        $this->led($home, $record, fn (): Led => Led::on($this->fork($home, $record->mark?->entry)));
    }

    private function right(Question $home, Record $record): void
    {
        $this->seriesResult(true);
        $this->trail->stand($home, $record, self::rightly($record));
        $this->led($home, $record, fn (): Led => Led::on($this->fork($home, $record->mark?->entry)));
    }

    /** A slip: the forks, else the matched entry's ladder, else the question's (rules of the job, "What happens after an answer"). */
    private function slip(Question $home, Question $question, Record $record, Mark $mark): void
    {
        $record->slips++;
        $record->since = null;
        $this->seriesResult(false);
        $this->trail->stand($home, $record, Standing::OnTheLadder);
        $this->led($home, $record, fn (): Led => $this->afterSlip($home, $question, $record, $mark));
    }

    private function afterSlip(Question $home, Question $question, Record $record, Mark $mark): Led
    {
        $series = $this->position->series($this->state);
        if ($series !== null) {
            return $this->seriesWalk->afterSlip(
                $series,
                $this->state,
                $this->position->rungAfterSlip($home, $mark->entry, $this->state),
                $this->terms->help,
            );
        }
        $fork = $this->fork($home, $mark->entry);
        if ($this->terms->tries !== null && $record->tries >= $this->terms->tries) {
            return Led::shown($fork);
        }
        $rung = $this->position->rungAfterSlip($home, $mark->entry, $this->state);
        if ($fork !== null) {
            // Whoever always slips into this fork never comes to the ladder: with no rung left, or after as many slips as
            // there are rungs, they may set it aside.
            return Led::on($fork, $rung === null || $record->slips > count($this->quiz->ladder(Position::ownLadder($home, $question))));
        }
        if ($rung !== null) {
            return Led::down($rung);
        }

        return Led::again($this->trail->wantsAlike($home, $question));
    }

    /** Where an answer leads: the matched entry's fork, then the stop's forks; questions on ladders and in series have none. */
    private function fork(Question $home, ?string $entry): ?string
    {
        $stop = $this->quiz->stopOf($home->id);
        if ($stop === null || $this->position->series($this->state) !== null) {
            return null;
        }
        $question = $this->position->asked($home, $this->state);

        return ($question->entry($entry)->fork ?? null)
            ?? ($stop instanceof VideoStop ? null : $this->conditions->fork($stop->forks, $home, $this->state));
    }

    /** @param  callable(): Led  $decide */
    private function led(Question $home, Record $record, callable $decide): void
    {
        $led = $this->decisions->decide(Led::class, $decide);
        if ($led === null) {
            return;
        }
        $record->mayLeave = $record->mayLeave || $led->mayLeave;
        if ($led->rung !== null) {
            $this->trail->descend($home, $record, $led->rung);
        } elseif ($led->way === Way::Shown) {
            $record->revealed = $this->terms->reveal;
            $record->leftForGood = $record->leftForGood || $record->stoodIn !== [];
            $this->trail->stand($home, $record, Standing::Shown);
            if ($this->terms->reveal) {
                $this->decisions->tell(FactKind::Revealed, ['question' => $record->standIn ?? $home->id]);
            }
            $this->verdict($led->to);
        } elseif ($led->way === Way::On) {
            $this->verdict($led->to);
        } elseif ($led->way === Way::Alike) {
            // The verdict is read first; then comes the other question.
            $this->verdict($home->id);
        }
    }

    private function verdict(?string $decidedNext): void
    {
        $this->state->verdictShown = true;
        $this->state->decidedNext = $decidedNext;
    }

    private function seriesResult(bool $right): void
    {
        $stop = $this->position->series($this->state);
        if ($stop !== null) {
            $this->seriesWalk->answered($stop, $this->trail->ownSeries($stop->id), $right);
        }
    }

    private function judgeOwn(JudgedOwn $event): void
    {
        [$home, $question] = $this->asked($event->question);
        $record = $this->trail->own($home);
        $record->judged = $event->yes;
        $record->tries++;
        if ($event->yes) {
            $record->share = $this->terms->shareAt($record->tries);
            $standing = self::rightly($record);
            $this->trail->stand($home, $record, $question->readByTeacher ? Standing::ToBeRead : $standing);
            $this->led($home, $record, fn (): Led => Led::on($this->fork($home, null)));

            return;
        }
        $this->slip($home, $question, $record, Mark::notRight());
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
            $this->trail->pop();
        }
        $this->trail->descend($home, $this->trail->own($home), $led->rung);
    }

    private function askForAlike(string $id): void
    {
        [$home] = $this->asked($id);
        $record = $this->trail->own($home);
        if (! $this->trail->standIn($home, $record)) {
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
            $this->trail->backFromRung($top);

            return;
        }
        $home = $this->position->home($this->state);
        if ($home !== null) {
            $this->trail->afterVerdict($home);

            return;
        }
        $stop = $this->quiz->stop($top->id);
        if ($top->kind === FrameKind::Stop && $stop !== null && $stop->forks !== []) {
            $this->trail->follow(
                $this->decisions->decide(Led::class, fn (): Led => Led::on($this->conditions->fork($stop->forks, null, $this->state)))?->to,
            );

            return;
        }
        $this->trail->leave();
    }

    private function watch(Watched $event): void
    {
        $stop = $this->quiz->stop($event->video);
        if (! $stop instanceof VideoStop || $this->state->top()?->id !== $stop->id) {
            return;
        }
        $this->state->watchedTo[$stop->id] = $event->to;
        if ($this->decisions->isFollowing()) {
            $cue = $this->decisions->recorded(Shown::class)?->cue;
        } else {
            $open = $this->position->openCue($stop, $this->state);
            $cue = $open !== null && $event->to + self::CUE_REACH >= $open->at ? $open->id : null;
        }
        if ($cue !== null) {
            $this->trail->push(Frame::cue($cue));
            $this->decisions->made(new Shown($stop->id, $cue));
        }
    }

    private function setAside(string $id): void
    {
        [$home] = $this->asked($id);
        $record = $this->trail->own($home);
        $record->leftForGood = $record->leftForGood || $this->state->returning;
        $this->trail->stand($home, $record, Standing::SetAside);
        $this->trail->leave();
    }

    private function skip(): void
    {
        while (! in_array($this->state->top()?->kind, [null, FrameKind::Stop], true)) {
            $this->trail->pop();
        }
        $this->trail->leave();
    }

    private function goTo(?string $stop): void
    {
        if ($stop === null) {
            $this->state->path = [];
            $this->state->verdictShown = false;

            return;
        }
        $this->trail->enter($stop);
    }

    private function call(string $id): void
    {
        $home = $this->position->home($this->state);
        if ($home === null || $this->position->asked($home, $this->state)->id !== $id) {
            throw new Refused(Rule::NotHere, new Message('refusal.elsewhere'));
        }
        $this->trail->callTeacher($home, $this->trail->own($home));
    }

    private function timeOut(?string $id): void
    {
        if ($id === null) {
            $this->state->answersWait($this->terms) ? $this->handIn() : $this->endEarly();

            return;
        }
        [$home, $question] = $this->asked($id);
        $record = $this->trail->own($home);
        $record->response = null;
        $record->timedOut = true;
        $this->marked($home, $question, $record, Mark::notRight());
    }

    private function comment(Commented $event): void
    {
        if (mb_strlen($event->text) > self::LONGEST_COMMENT) {
            throw new Refused(Rule::UnfitResponse, new Message('refusal.comment-too-long', ['most' => self::LONGEST_COMMENT]));
        }
        $this->decisions->tell(FactKind::Commented, ['cue' => $event->cue]);
    }

    /** Everything answered is marked; what was missed comes back with its ladders, where the terms say so. */
    private function handIn(): void
    {
        $this->state->handedIn = true;
        foreach ($this->position->sequence($this->state) as $stop) {
            foreach ($stop instanceof DrillStop || $stop instanceof StaircaseStop ? [] : $stop->questions() as $question) {
                if ($stop->shownIf === null || isset($this->state->visited[$stop->id])) {
                    $this->markHandedIn($question);
                }
            }
        }
        $this->state->path = [];
        $this->state->verdictShown = false;
        $this->trail->comeBack();
    }

    private function markHandedIn(Question $home): void
    {
        $record = $this->trail->own($home);
        $record->leftForGood = ! $this->terms->missedComeBack;
        if ($record->response === null) {
            $this->trail->stand($home, $record, Standing::SetAside);
            $record->mayLeave = true;

            return;
        }
        $right = $this->markAsItStands($home, $record);
        if ($right === null && $this->waitsToBeJudged($home, $record)) {
            // Judging it is its first try.
            $record->tries = 0;
            $this->trail->stand($home, $record, Standing::SetAside);
        } elseif ($right === null) {
            $this->trail->stand($home, $record, $this->unjudged($home, $record));
        } else {
            $this->trail->stand($home, $record, $right ? Standing::Clear : Standing::SetAside);
        }
    }

    /** A written answer with a model comes back to be judged by its writer; where nothing comes back, a person has to read it. */
    private function waitsToBeJudged(Question $home, Record $record): bool
    {
        return $this->terms->missedComeBack
            && $this->isWrittenWithModel($this->position->asked($home, $this->state))
            && $record->judged === null;
    }

    private function unjudged(Question $home, Record $record): Standing
    {
        $question = $this->position->asked($home, $this->state);

        return $this->isWrittenWithModel($question) && $record->judged === null ? Standing::ToBeRead : self::unmarked($question);
    }

    private function isWrittenWithModel(Question $question): bool
    {
        return $question->kind === QuestionKind::Written && ! $question->model->isEmpty();
    }

    /**
     * The answer that stands gets its mark, as the first try.
     *
     * @return ?bool whether it is right; null where a machine cannot tell
     */
    private function markAsItStands(Question $home, Record $record): ?bool
    {
        assert($record->response !== null);
        $question = $this->position->asked($home, $this->state);
        $mark = $this->marker->mark($question, $record->response);
        if ($mark->result === Result::Unclear) {
            $mark = new Mark(Result::NotRight, 0.0, null, null, $mark->near, $mark->readings);
        }
        $record->mark = $mark;
        $record->tries = 1;
        $this->tellMark($home, $question, $record, $mark);
        foreach (self::matched($record, $mark) as $entry) {
            $record->matched[$entry] = 1;
        }
        if ($mark->result === Result::Noted) {
            return null;
        }
        $right = $mark->result === Result::Right || ($this->terms->enough !== null && $mark->share >= $this->terms->enough);
        $this->state->evidence[] = [$home->id, $right];
        $record->share = $mark->share * $this->terms->shareAt(1);
        $record->slips = $right ? 0 : 1;

        return $right;
    }

    private function finishFreely(): void
    {
        $this->state->path = [];
        $this->state->verdictShown = false;
        $this->trail->comeBack();
    }

    /** The time for the round is over: what stands is marked, and it ends. */
    private function endEarly(): void
    {
        foreach ($this->unmarkedAnswers() as $question) {
            $this->markHandedIn($question);
        }
        $this->trail->end(null);
    }

    /** The task was closed. What stands is marked, as if the round had been handed in, until the task is opened again. */
    private function close(): void
    {
        $answers = $this->unmarkedAnswers();
        $this->state->interrupted = Interrupted::of($this->state, array_keys($answers));
        foreach ($answers as $question) {
            $this->markHandedIn($question);
        }
        $this->trail->end(null);
    }

    /** @return array<string, Question> what has an answer and waits for the round to be handed in */
    private function unmarkedAnswers(): array
    {
        return $this->state->answersWait($this->terms)
            ? array_filter(
                $this->quiz->questions(),
                fn (Question $question): bool => ($this->state->records[$question->id] ?? null)?->response !== null
                    && $this->state->record($question->id)->mark === null,
            )
            : [];
    }

    private function reopen(): void
    {
        $interrupted = $this->state->interrupted;
        if ($interrupted === null) {
            throw new Refused(Rule::RoundFinished, new Message('refusal.not-closed'));
        }
        // The clock stood still meanwhile.
        $stood = $this->trail->at - ($this->state->finishedAt ?? $this->trail->at);
        $interrupted->restore($this->state);
        $this->state->startedAt = $this->state->startedAt === null ? null : $this->state->startedAt + $stood;
        $home = $this->position->home($this->state);
        if ($home !== null && $this->state->record($home->id)->since !== null) {
            $this->trail->own($home)->since = null;
        }
    }

    private function moveFromFront(string $stop): void
    {
        if ($this->quiz->stop($stop) === null) {
            throw new Refused(Rule::NoSuchStop, new Message('refusal.no-such-stop'));
        }
        $this->trail->enter($stop);
    }

    private function revealFromFront(string $id): void
    {
        $home = $this->position->home($this->state);
        if ($home === null || $home->id !== $id) {
            throw new Refused(Rule::NotHere, new Message('refusal.not-on-board'));
        }
        $record = $this->trail->own($home);
        if ($record->response !== null && $record->mark === null) {
            $right = $this->markAsItStands($home, $record);
            $this->trail->stand(
                $home,
                $record,
                $right === null ? $this->unjudged($home, $record) : ($right ? self::rightly($record) : Standing::Shown),
            );
        }
        $record->revealed = true;
        $this->verdict(null);
        $this->decisions->tell(FactKind::Revealed, ['question' => $id]);
    }

    private function overrule(Overruled $event): void
    {
        if ($event->stop !== null) {
            $this->overruleSeries($event->stop, $event);

            return;
        }
        $home = $this->quiz->question((string) $event->question);
        $record = $home === null ? null : $this->state->records[$home->id] ?? null;
        if ($home === null || $record === null || ($record->response === null && $record->tries === 0)) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.no-answer'));
        }
        $stop = $this->quiz->stopOf($home->id);
        if ($stop instanceof DrillStop || $stop instanceof StaircaseStop) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.series-marked-whole'));
        }
        $cameTo = $event->sendBack && $this->state->isFinished() ? CameTo::of($this->quiz, $this->terms, $this->state) : null;
        $record = $this->trail->own($home);
        $record->overruled = $event->share;
        $record->comment = $event->comment;
        $record->share = $event->share;
        $this->decisions->tell(FactKind::Overruled, ['question' => $home->id, 'share' => $event->share]);
        if ($event->sendBack) {
            $this->sendBack($home, $record, $cameTo);

            return;
        }
        $right = $event->share >= ($this->terms->enough ?? 1.0) || ($event->share > 0 && ! $home->isMarked());
        $unaided = self::rightly($record);
        $record->leftForGood = $record->leftForGood || ! $right;
        $this->trail->stand($home, $record, $right ? $unaided : Standing::SetAside, true);
    }

    /** The questions of a drill or a staircase give no points of their own: a person gives its stop a share. */
    private function overruleSeries(string $stop, Overruled $event): void
    {
        $found = $this->quiz->stop($stop);
        if (! ($found instanceof DrillStop || $found instanceof StaircaseStop) || ! isset($this->state->series[$stop])) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.no-answer'));
        }
        if ($event->sendBack) {
            throw new Refused(Rule::NothingToRead, new Message('refusal.series-not-sent-back'));
        }
        $series = $this->trail->ownSeries($stop);
        $series->overruled = $event->share;
        $series->comment = $event->comment;
        $this->decisions->tell(FactKind::Overruled, ['stop' => $stop, 'share' => $event->share]);
    }

    /** Sent back, it waits like one set aside; in a finished round it is the one thing that is open again. */
    private function sendBack(Question $home, Record $record, ?CameTo $cameTo): void
    {
        $record->leftForGood = false;
        $record->response = null;
        $record->mark = null;
        $record->judged = null;
        $this->trail->stand($home, $record, Standing::SetAside, true);
        if ($cameTo !== null && $this->state->interrupted === null && $this->quiz->stopOf($home->id) !== null) {
            $this->state->before = $cameTo;
            $this->state->finish = $this->state->finishedAt = null;
            $this->state->returning = true;
            $this->state->handedIn = $this->terms->mode === Mode::HandedIn;
            $this->state->pending = [$home->id];
            $this->trail->nextPending();
        }
    }

    /**
     * The question that is asked now and is the one meant.
     *
     * @return array{Question, Question} its home and itself
     */
    private function asked(string $id): array
    {
        $home = $this->position->home($this->state);
        $question = $home === null ? null : $this->position->asked($home, $this->state);
        if ($home === null || $question === null || $question->id !== $id || $this->position->rung($this->state) !== null) {
            throw new Refused(Rule::NotHere, new Message('refusal.elsewhere'));
        }

        return [$home, $question];
    }

    /**
     * Questions come back one after the other, as before a finish.
     *
     * @param  list<string>  $questions
     */
    public function bringBack(array $questions): void
    {
        $this->trail->bringBack($questions);
    }
}
