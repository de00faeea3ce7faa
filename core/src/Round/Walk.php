<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\CueKind;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\RungKind;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\VideoStop;

/**
 * Events being carried out on a state of its own: moves it and collects the facts.
 *
 * What depends on a key is *decided* at few places. While a round is folded again, its recorded decisions are followed
 * instead, so that a corrected key changes results and not the path.
 *
 * @internal to the engine
 */
final class Walk
{
    /** Seconds by which a player may stop short of a cue and still have reached it. */
    private const CUE_REACH = 0.3;

    /** Milliseconds by which an answer may come after its time, for slow connections. */
    private const GRACE = 5000;

    private readonly SeriesWalk $seriesWalk;

    /** @var array<string, true> records that are this walk's own already */
    private array $owned = [];

    /** @var list<Fact> */
    private array $facts = [];

    /** @var ?list<array<array-key, mixed>> facts of the event as it was taken */
    private ?array $recorded = null;

    /** @var array<int, true> indices of the recorded decisions that were followed */
    private array $followed = [];

    private int $at = 0;

    public function __construct(
        private readonly QuizDocument $quiz,
        private readonly Terms $terms,
        private readonly Position $position,
        private readonly Conditions $conditions,
        private readonly Marker $marker,
        public readonly State $state,
        private readonly bool $withFacts = true,
    ) {
        $this->seriesWalk = new SeriesWalk;
    }

    /**
     * @param  ?list<array<array-key, mixed>>  $recorded
     * @return list<Fact>
     *
     * @throws Refused when the rules do not let the event happen; the state may then be spoilt
     */
    public function take(Event $event, int $at, ?array $recorded): array
    {
        $this->at = $at;
        $this->facts = [];
        $this->recorded = $recorded;
        $this->followed = [];
        $this->allow($event);
        match (true) {
            $event instanceof Answered => $this->answer($event),
            $event instanceof WentOn => $this->goOn($event->from),
            $event instanceof Watched => $this->watch($event),
            $event instanceof AskedForHelp => $this->askForHelp($event->question),
            $event instanceof AskedForAlike => $this->askForAlike($event->question),
            $event instanceof SetAside => $this->setAside($event->question),
            $event instanceof JudgedOwn => $this->judgeOwn($event),
            $event instanceof Skipped => $this->skip($event->from),
            $event instanceof WentTo => $this->goTo($event->stop),
            $event instanceof Called => $this->call($event->question),
            $event instanceof TimedOut => $this->timeOut($event->question),
            $event instanceof Commented => $this->comment($event),
            $event instanceof HandedIn => $this->handIn(),
            $event instanceof Finished => $this->finishFreely(),
            $event instanceof Closed => $this->close(),
            $event instanceof MovedFromFront => $this->moveFromFront($event->stop),
            $event instanceof Revealed => $this->revealFromFront($event->question),
            $event instanceof Overruled => $this->overrule($event),
            $event instanceof Started => $this->start($event),
            default => null,
        };
        $this->startClock();
        $this->state->number++;

        return $this->facts;
    }

    /** What holds for every event. */
    private function allow(Event $event): void
    {
        if ($event instanceof Started) {
            $this->must($this->state->number === 0, Rule::AlreadyStarted, 'This round has begun already.');

            return;
        }
        $this->must($this->state->number > 0, Rule::NotStarted, 'This round has not begun yet.');
        if ($this->state->isFinished()) {
            $this->must($event instanceof Overruled, Rule::RoundFinished, 'This round is finished. Everything you did in it has arrived.');
        }
        if ($this->terms->together && ($event instanceof WentOn || $event instanceof WentTo || $event instanceof Skipped || $event instanceof AskedForHelp || $event instanceof AskedForAlike || $event instanceof SetAside)) {
            throw new Refused(Rule::FromTheFront, 'Your teacher leads through this quiz from the front.');
        }
        $ends = $this->terms->secondsForRound === null ? null : $this->position->roundEnds($this->state);
        if ($ends !== null && $this->at > $ends + self::GRACE && $event->kind()->isStudents() && ! $event instanceof TimedOut) {
            $this->must(false, Rule::TimeOver, 'The time for this round is over. What you did before has been kept.');
        }
    }

    private function start(Started $event): void
    {
        $this->state->startedAt = $this->at;
        $this->state->seed = $event->seed;
        $this->state->extra = $event->extra;
        $this->state->history = $event->history;
        $first = $event->from ?? $this->firstStop();
        if ($first === null) {
            throw new Refused(Rule::NothingToShow, 'This quiz has no stops yet.');
        }
        if ($this->quiz->stop($first) === null) {
            throw new Refused(Rule::NoSuchStop, 'This stop is not in the quiz.');
        }
        $this->enter($first);
    }

    private function firstStop(): ?string
    {
        $recorded = $this->recorded(FactKind::Shown);

        return $recorded === null ? $this->nextStop(null) : self::text($recorded, 'stop');
    }

    private function answer(Answered $event): void
    {
        [$home, $question] = $this->asked($event->question);
        $record = $this->state->record($home->id);
        $this->must(! $this->position->isJudging($question, $record, $this->state), Rule::NotHere, 'Look at the model answer first, and say whether yours is right.');
        $ends = $this->position->questionEnds($home, $this->state);
        $this->must($ends === null || $this->at <= $ends + self::GRACE, Rule::TimeOver, 'The time for this question is over.');
        try {
            $mark = $this->marker->mark($question, $event->response);
        } catch (UnfitResponse $unfit) {
            throw new Refused(Rule::UnfitResponse, $unfit->getMessage());
        }
        $record = $this->own($home);
        $record->response = $event->response;
        $record->timedOut = false;
        $record->judged = null;
        if ($this->terms->handedIn && ! $this->state->handedIn && $this->position->series($this->state) === null) {
            $this->tell(FactKind::Taken, ['question' => $question->id]);
            $this->leave();

            return;
        }
        if ($this->terms->together) {
            $record->tries = $record->slips = 0;
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
        $right = $mark->result === Result::Right || ($mark->result === Result::Partly && $this->terms->enough !== null && $mark->share >= $this->terms->enough);
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

    private function tellMark(Question $home, Question $question, Record $record, Mark $mark): void
    {
        if ($this->withFacts) {
            $given = self::matched($record, $mark);
            $chosen = $given === [] || $given === [$mark->entry] ? [] : ['chosen' => $given];
            $this->tell(FactKind::Marked, ['question' => $question->id, 'home' => $home->id] + $mark->toArray() + $chosen);
        }
    }

    /** There is no right or wrong to it: noted, or waiting for somebody to judge it. */
    private function noted(Question $home, Question $question, Record $record): void
    {
        if ($this->position->isJudging($question, $record, $this->state)) {
            $this->tell(FactKind::Revealed, ['question' => $question->id]);

            return;
        }
        $record->tries++;
        $this->stand($home, $record, $question->kind === QuestionKind::HandIn || $question->readByTeacher ? Standing::ToBeRead : Standing::Noted);
        $this->led($home, $record, fn (): array => ['way' => 'on', 'to' => $this->fork($home, $record->mark?->entry)]);
    }

    private function right(Question $home, Record $record): void
    {
        $this->seriesResult(true);
        $this->stand($home, $record, $record->slips === 0 && ! $record->helped ? Standing::Clear : Standing::Climbed);
        $this->led($home, $record, fn (): array => ['way' => 'on', 'to' => $this->fork($home, $record->mark?->entry)]);
    }

    /** A slip: the forks, else the matched entry's ladder, else the question's (rules of the job, "What happens after an answer"). */
    private function slip(Question $home, Question $question, Record $record, Mark $mark): void
    {
        $record->slips++;
        $record->since = null;
        $this->seriesResult(false);
        $this->stand($home, $record, Standing::OnTheLadder);
        $this->led($home, $record, fn (): array => $this->afterSlip($home, $question, $record, $mark));
    }

    /** @return array<string, mixed> the decision */
    private function afterSlip(Question $home, Question $question, Record $record, Mark $mark): array
    {
        $series = $this->position->series($this->state);
        if ($series !== null) {
            return $this->seriesWalk->afterSlip($series, $this->state, $this->position->rungAfterSlip($home, $mark->entry, $this->state), $this->terms->help);
        }
        $fork = $this->fork($home, $mark->entry);
        if ($this->terms->tries !== null && $record->tries >= $this->terms->tries) {
            return ['way' => 'shown', 'to' => $fork];
        }
        $rung = $this->position->rungAfterSlip($home, $mark->entry, $this->state);
        if ($fork !== null) {
            // Whoever always slips into this fork never comes to the ladder: with no rung left, or after as many slips as
            // there are rungs, they may set it aside.
            return ['way' => 'on', 'to' => $fork, 'leave' => $rung === null || $record->slips > count($this->quiz->ladder(Position::ownLadder($home, $question)))];
        }
        if ($rung !== null && ! $this->terms->together) {
            return ['way' => 'down', 'rung' => $rung->id, 'ladder' => $rung->ladder];
        }

        return ['way' => $this->wantsAlike($home, $question) ? 'alike' : 'again', 'leave' => true];
    }

    /** With two options one slip gives the answer away, so that an alike question is better whatever the terms say. */
    private function wantsAlike(Question $home, Question $question): bool
    {
        return ($this->terms->alikeAfterSlip || $question->givenAwayByASlip()) && $this->quiz->alikes($home) !== [];
    }

    /** Where an answer leads: the matched entry's fork, then the stop's forks; questions on ladders and in series have none. */
    private function fork(Question $home, ?string $entry): ?string
    {
        $stop = $this->quiz->stopOf($home->id);
        if ($stop === null || $this->position->series($this->state) !== null) {
            return null;
        }
        $question = $this->position->asked($home, $this->state);

        return ($question->entry($entry)->fork ?? null) ?? ($stop instanceof VideoStop ? null : $this->conditions->fork($stop->forks, $home, $this->state));
    }

    /** @param  callable(): array<string, mixed>  $decide */
    private function led(Question $home, Record $record, callable $decide): void
    {
        if ($this->terms->together) {
            return;
        }
        $decision = $this->decide(FactKind::Led, $decide);
        $record->mayLeave = $record->mayLeave || ($decision['leave'] ?? false) === true;
        $way = $decision['way'] ?? '';
        $to = self::text($decision, 'to');
        if ($way === 'down') {
            $this->descend($home, $record, Frame::rung((string) self::text($decision, 'rung'), (string) self::text($decision, 'ladder')));
        } elseif ($way === 'shown') {
            $record->revealed = $this->terms->reveal;
            $record->leftForGood = $record->leftForGood || $record->stoodIn !== [];
            $this->stand($home, $record, Standing::Shown);
            if ($this->terms->reveal) {
                $this->tell(FactKind::Revealed, ['question' => $record->standIn ?? $home->id]);
            }
            $this->verdict($to);
        } elseif ($way === 'on') {
            $this->verdict($to);
        } elseif ($way === 'alike') {
            // The verdict is read first; then comes the other question.
            $this->verdict($home->id);
        }
    }

    private function verdict(?string $ahead): void
    {
        $this->state->told = true;
        $this->state->ahead = $ahead;
    }

    private function seriesResult(bool $right): void
    {
        $stop = $this->position->series($this->state);
        if ($stop !== null) {
            $this->seriesWalk->answered($stop, $this->ownSeries($stop->id), $right);
        }
    }

    private function judgeOwn(JudgedOwn $event): void
    {
        [$home, $question] = $this->asked($event->question);
        $record = $this->own($home);
        $this->must($this->position->isJudging($question, $record, $this->state), Rule::NotWritten, 'There is no written answer here to be judged.');
        $record->judged = $event->yes;
        $record->tries++;
        if ($event->yes) {
            $record->share = $this->terms->shareAt($record->tries);
            $standing = $record->slips === 0 && ! $record->helped ? Standing::Clear : Standing::Climbed;
            $this->stand($home, $record, $question->readByTeacher ? Standing::ToBeRead : $standing);
            $this->led($home, $record, fn (): array => ['way' => 'on', 'to' => $this->fork($home, null)]);

            return;
        }
        $this->slip($home, $question, $record, Mark::notRight());
    }

    private function askForHelp(string $id): void
    {
        $home = $this->position->home($this->state);
        $question = $home === null ? null : $this->position->asked($home, $this->state);
        if ($home === null || $question === null || $question->id !== $id) {
            throw new Refused(Rule::NotHere, 'Help is there for the question you are at.');
        }
        $this->must(! $this->position->isTold($home, $this->state), Rule::NotHere, 'Help is there for the question you are at.');
        $this->must($this->terms->help, Rule::NoHelp, 'In this task there is no help on the way.');
        $next = $this->decide(FactKind::Led, function (): array {
            $rung = $this->position->nextRung($this->state);

            return $rung === null ? [] : ['way' => 'down', 'rung' => $rung->id, 'ladder' => $rung->ladder];
        });
        if ($next === []) {
            throw new Refused(Rule::NoMoreHelp, 'You have seen all the help there is for this question.');
        }
        if ($this->position->rung($this->state) !== null) {
            $this->pop();
        }
        $this->descend($home, $this->own($home), Frame::rung((string) self::text($next, 'rung'), (string) self::text($next, 'ladder')));
    }

    private function askForAlike(string $id): void
    {
        [$home] = $this->asked($id);
        $record = $this->own($home);
        $this->must($this->terms->alikeOnRequest && $record->slips > 0 && $this->position->series($this->state) === null, Rule::NoneAlike, 'Another question like this one is there after a slip.');
        if (! $this->standIn($home, $record)) {
            throw new Refused(Rule::NoneAlike, 'There is no other question like this one.');
        }
    }

    private function goOn(string $from): void
    {
        $top = $this->state->top();
        if ($top === null || $top->id !== $from) {
            throw new Refused(Rule::NotHere, 'You are somewhere else in this quiz by now.');
        }
        if ($this->position->rung($this->state) !== null) {
            $this->backFromRung($top);

            return;
        }
        $home = $this->position->home($this->state);
        if ($home !== null) {
            $this->must($this->position->isTold($home, $this->state), Rule::AnswerFirst, 'This question needs an answer before you go on.');
            $this->afterVerdict($home);

            return;
        }
        $stop = $this->quiz->stop($top->id);
        if ($stop instanceof VideoStop) {
            $this->must($this->position->openCue($stop, $this->state) === null, Rule::CueStillOpen, 'There is still a question in this video.');
        }
        if ($top->kind === FrameKind::Stop && $stop !== null && $stop->forks !== []) {
            $this->follow($this->decide(FactKind::Led, fn (): array => ['way' => 'on', 'to' => $this->conditions->fork($stop->forks, null, $this->state)]));

            return;
        }
        $this->leave();
    }

    private function watch(Watched $event): void
    {
        $this->must($this->position->clipSeen($event->video, $this->state) !== null, Rule::NotHere, 'This video does not belong to where you have been.');
        $stop = $this->quiz->stop($event->video);
        if (! $stop instanceof VideoStop || $this->state->top()?->id !== $stop->id) {
            return;
        }
        $this->state->watchedTo[$stop->id] = $event->to;
        if ($this->recorded !== null) {
            $cue = self::text($this->recorded(FactKind::Shown) ?? [], 'cue');
        } else {
            $open = $this->position->openCue($stop, $this->state);
            $cue = $open !== null && $event->to + self::CUE_REACH >= $open->at ? $open->id : null;
        }
        if ($cue !== null) {
            $this->push(Frame::cue($cue));
            $this->tell(FactKind::Shown, ['stop' => $stop->id, 'cue' => $cue]);
        }
    }

    private function setAside(string $id): void
    {
        [$home] = $this->asked($id);
        $record = $this->own($home);
        $this->must($record->mayLeave, Rule::NotYetPastTheLadder, 'There is still help to look at before this question can wait.');
        $record->leftForGood = $record->leftForGood || $this->state->returning;
        $this->stand($home, $record, Standing::SetAside);
        $this->leave();
    }

    private function skip(string $from): void
    {
        $top = $this->state->top();
        $stop = $this->quiz->stop((string) $this->state->stop());
        if ($top === null || $top->id !== $from || $stop === null) {
            throw new Refused(Rule::NotHere, 'You are somewhere else in this quiz by now.');
        }
        $this->must(! $stop->required || $this->position->mayMove($this->state), Rule::MustBeAnswered, 'This has to be answered before you go on.');
        while ($this->state->top()?->kind !== FrameKind::Stop) {
            $this->pop();
        }
        $this->leave();
    }

    private function goTo(?string $stop): void
    {
        $this->must($this->position->mayMove($this->state), Rule::OrderIsSet, 'In this quiz the stops come one after the other.');
        if ($stop === null) {
            $this->state->path = [];
            $this->state->told = false;

            return;
        }
        $known = array_map(static fn ($one): string => $one->id, $this->position->sequence($this->state));
        $target = $this->quiz->stop($stop);
        if ($target === null || ! in_array($stop, $known, true)) {
            throw new Refused(Rule::NoSuchStop, 'This stop is not in the quiz.');
        }
        $this->must($target->shownIf === null || $this->conditions->met($target->shownIf, null, $this->state), Rule::NoSuchStop, 'This stop is not there yet.');
        $this->enter($stop);
    }

    private function call(string $id): void
    {
        $home = $this->position->home($this->state);
        if ($home === null || $this->position->asked($home, $this->state)->id !== $id) {
            throw new Refused(Rule::NotHere, 'You are somewhere else in this quiz by now.');
        }
        $this->callTeacher($home, $this->own($home));
    }

    private function callTeacher(Question $home, Record $record): void
    {
        $record->called = true;
        $record->mayLeave = true;
        $this->tell(FactKind::Called, ['question' => $home->id]);
    }

    private function timeOut(?string $id): void
    {
        if ($id === null) {
            $ends = $this->position->roundEnds($this->state);
            $this->must($ends !== null, Rule::NoTimeLimit, 'There is no time limit here.');
            $this->must($this->at >= $ends, Rule::NoTimeLimit, 'There is still time.');
            $this->terms->handedIn && ! $this->state->handedIn ? $this->handIn() : $this->close();

            return;
        }
        [$home, $question] = $this->asked($id);
        $ends = $this->position->questionEnds($home, $this->state);
        $this->must($ends !== null, Rule::NoTimeLimit, 'There is no time limit here.');
        $this->must($this->at >= $ends, Rule::NoTimeLimit, 'There is still time.');
        $record = $this->own($home);
        $record->response = null;
        $record->timedOut = true;
        $this->marked($home, $question, $record, Mark::notRight());
    }

    private function comment(Commented $event): void
    {
        $stop = $this->quiz->stop((string) $this->state->stop());
        $cue = $stop instanceof VideoStop ? $stop->cue($event->cue) : null;
        $this->must($cue !== null && $cue->kind === CueKind::Comments && mb_strlen($event->text) <= 2000, Rule::NotHere, 'This is not a moment for comments.');
        $this->tell(FactKind::Commented, ['cue' => $event->cue]);
    }

    /** Everything answered is marked; what was missed comes back with its ladders, where the terms say so. */
    private function handIn(): void
    {
        $this->must($this->terms->handedIn, Rule::NotHandedInWhole, 'In this task each answer is taken as you go.');
        $this->must(! $this->state->handedIn, Rule::AlreadyHandedIn, 'This has been handed in already.');
        $this->state->handedIn = true;
        foreach ($this->position->sequence($this->state) as $stop) {
            foreach ($stop instanceof DrillStop || $stop instanceof StaircaseStop ? [] : $stop->questions() as $question) {
                if ($stop->shownIf === null || isset($this->state->visited[$stop->id])) {
                    $this->markHandedIn($question);
                }
            }
        }
        $this->state->path = [];
        $this->state->told = false;
        $this->comeBack();
    }

    private function markHandedIn(Question $home): void
    {
        $record = $this->own($home);
        $record->leftForGood = ! $this->terms->missedComeBack;
        if ($record->response === null) {
            $this->stand($home, $record, Standing::SetAside);
            $record->mayLeave = true;

            return;
        }
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
            $this->stand($home, $record, $question->kind === QuestionKind::HandIn || $question->readByTeacher ? Standing::ToBeRead : Standing::Noted);

            return;
        }
        $right = $mark->result === Result::Right || ($this->terms->enough !== null && $mark->share >= $this->terms->enough);
        $this->state->evidence[] = [$home->id, $right];
        $record->share = $mark->share * $this->terms->shareAt(1);
        $record->slips = $right ? 0 : 1;
        $this->stand($home, $record, $right ? Standing::Clear : Standing::SetAside);
    }

    private function finishFreely(): void
    {
        $this->must($this->terms->freeOrder && ! $this->terms->handedIn && ! $this->state->returning, Rule::OrderIsSet, 'This quiz ends by itself after its last stop.');
        $this->state->path = [];
        $this->state->told = false;
        $this->comeBack();
    }

    private function close(): void
    {
        if ($this->terms->handedIn && ! $this->state->handedIn) {
            foreach ($this->quiz->questions() as $question) {
                if (($this->state->records[$question->id] ?? null)?->response !== null) {
                    $this->markHandedIn($question);
                }
            }
        }
        $this->end(null);
    }

    private function moveFromFront(string $stop): void
    {
        $this->must($this->terms->together, Rule::NotHere, 'This round is not led from the front.');
        if ($this->quiz->stop($stop) === null) {
            throw new Refused(Rule::NoSuchStop, 'This stop is not in the quiz.');
        }
        $this->enter($stop);
    }

    private function revealFromFront(string $id): void
    {
        $home = $this->position->home($this->state);
        if ($home === null || $home->id !== $id) {
            throw new Refused(Rule::NotHere, 'This question is not the one on the board.');
        }
        $this->own($home)->revealed = true;
        $this->verdict(null);
        $this->tell(FactKind::Revealed, ['question' => $id]);
    }

    private function overrule(Overruled $event): void
    {
        $home = $this->quiz->question($event->question);
        $record = $home === null ? null : $this->state->records[$home->id] ?? null;
        if ($home === null || $record === null || ($record->response === null && $record->tries === 0)) {
            throw new Refused(Rule::NothingToRead, 'There is no answer here.');
        }
        $record = $this->own($home);
        $record->overruled = $event->share;
        $record->comment = $event->comment;
        $record->share = $event->share;
        $this->tell(FactKind::Overruled, ['question' => $home->id, 'share' => $event->share]);
        if ($event->sendBack) {
            $this->sendBack($home, $record);

            return;
        }
        $right = $event->share >= ($this->terms->enough ?? 1.0) || ($event->share > 0 && ! $home->isMarked());
        $unaided = $record->slips === 0 && ! $record->helped ? Standing::Clear : Standing::Climbed;
        $record->leftForGood = $record->leftForGood || ! $right;
        $this->stand($home, $record, $right ? $unaided : Standing::SetAside, true);
    }

    /** Sent back, it waits like one set aside; in a finished round it is the one thing that is open again. */
    private function sendBack(Question $home, Record $record): void
    {
        $record->leftForGood = false;
        $record->response = null;
        $record->mark = null;
        $record->judged = null;
        $this->stand($home, $record, Standing::SetAside, true);
        if ($this->state->isFinished() && $this->quiz->stopOf($home->id) !== null) {
            $this->state->finish = $this->state->finishedAt = null;
            $this->state->returning = true;
            $this->state->handedIn = $this->terms->handedIn;
            $this->state->pending = [$home->id];
            $this->nextPending();
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
            throw new Refused(Rule::NotHere, 'You are somewhere else in this quiz by now.');
        }
        $this->must(! $this->position->isTold($home, $this->state), Rule::NotHere, 'You are somewhere else in this quiz by now.');

        return [$home, $question];
    }

    private function descend(Question $home, Record $record, Frame $rung): void
    {
        $ladder = (string) $rung->ladder;
        if (isset($this->state->series[$ladder])) {
            $depth = ++$this->ownSeries($ladder)->depth;
        } else {
            $depth = $record->depths[$ladder] = $record->depth($ladder) + 1;
        }
        $record->helped = true;
        $this->stand($home, $record, Standing::OnTheLadder);
        $this->push($rung);
        $this->tell(FactKind::RungSeen, ['question' => $home->id, 'rung' => $rung->id, 'depth' => $depth]);
        if ($this->quiz->rung($rung->id)?->kind === RungKind::Teacher) {
            $this->callTeacher($home, $record);
        }
    }

    private function backFromRung(Frame $rung): void
    {
        $this->pop();
        $home = $this->position->home($this->state);
        if ($home === null) {
            return;
        }
        $series = $this->position->series($this->state);
        if ($series !== null) {
            if (($this->state->series[$series->id] ?? null)?->answered === true) {
                $this->nextInSeries($series);
            }

            return;
        }
        $record = $this->own($home);
        $ladder = (string) $rung->ladder;
        $record->mayLeave = $record->mayLeave || $record->depth($ladder) >= count($this->quiz->ladder($ladder));
        $record->since = null;
        if ($this->recorded !== null || ($record->slips > 0 && $this->wantsAlike($home, $this->position->asked($home, $this->state)))) {
            $this->standIn($home, $record);
        }
    }

    /** Another question of the group comes in the home's place: those not yet seen first. */
    private function standIn(Question $home, Record $record): bool
    {
        $dealt = $this->decide(FactKind::Dealt, function () use ($home, $record): array {
            $others = array_map(static fn (Question $question): string => $question->id, $this->quiz->alikes($home));
            $fresh = array_values(array_diff($others, $record->stoodIn));
            $left = $fresh !== [] ? $fresh : array_values(array_diff([...$others, $home->id], [$record->standIn ?? $home->id]));

            return ['for' => $home->id, 'question' => $left === [] ? null : (new Lot($this->state->seed, "alike/$home->id/".count($record->stoodIn)))->one($left)];
        });
        $standIn = self::text($dealt, 'question');
        if ($standIn === null) {
            return false;
        }
        $record->standIn = $standIn === $home->id ? null : $standIn;
        $record->stoodIn[] = $standIn;
        $record->revealed = false;
        $record->response = null;
        $record->mark = null;
        $record->since = null;

        return true;
    }

    /** Past a verdict: along the fork, else on. */
    private function afterVerdict(Question $home): void
    {
        $ahead = $this->state->ahead;
        $this->state->told = false;
        $this->state->ahead = null;
        $series = $this->position->series($this->state);
        if ($series !== null) {
            $this->nextInSeries($series);
        } elseif ($ahead === $home->id) {
            $this->standIn($home, $this->own($home));
        } elseif ($ahead === null) {
            $this->leave();
        } else {
            $this->follow(['to' => $ahead], $home);
        }
    }

    /** @param  array<array-key, mixed>  $decision */
    private function follow(array $decision, ?Question $home = null): void
    {
        $to = self::text($decision, 'to');
        if ($to === null) {
            $this->leave();
        } elseif ($this->quiz->finish($to) !== null) {
            $this->end($to);
        } elseif ($this->quiz->position($to) === null) {
            $this->push(Frame::stop($to));
            $this->reached($to);
        } else {
            // Whoever is led past a question that is not right yet has it waiting, like one set aside.
            if ($home !== null && ! $this->state->record($home->id)->standing->isSettled()) {
                $record = $this->own($home);
                $record->mayLeave = true;
                $this->stand($home, $record, Standing::SetAside);
            }
            $this->state->returning = false;
            $this->state->pending = [];
            $this->enter($to);
        }
    }

    /** Out of the top frame, to what comes next. */
    private function leave(): void
    {
        $left = $this->state->top();
        $this->pop();
        $top = $this->state->top();
        if ($left === null) {
            return;
        }
        if ($top !== null && $left->kind === FrameKind::Rung) {
            $this->push($left);
            $this->backFromRung($left);

            return;
        }
        if ($left->kind === FrameKind::Cue && $top !== null) {
            // The video plays on, unless only this one question of it had come back.
            if ($this->state->returning && count($this->state->path) === 1) {
                $this->nextPending();
            }

            return;
        }
        if ($top !== null) {
            // Back from a side stop: on, where what it was entered from is done; else to that question.
            $home = $this->position->home($this->state);
            $isDone = $home === null || ($this->state->series[$top->id] ?? null)?->ended === true || $this->state->record($home->id)->standing->isSettled();
            $way = $this->decide(FactKind::Led, static fn (): array => ['way' => $isDone ? 'on' : 'back']);
            if (($way['way'] ?? '') === 'on') {
                $this->leave();
            }

            return;
        }
        $this->state->returning ? $this->nextPending() : $this->onwards($left->id);
    }

    private function onwards(string $left): void
    {
        if ($this->recorded !== null) {
            // What comes back is shown too, but after it was decided that it does.
            $shown = $this->hasRecorded(FactKind::Returns) ? null : $this->recorded(FactKind::Shown);
            $next = $shown === null ? null : self::text($shown, 'stop');
        } else {
            $next = $this->nextStop($left);
        }
        if ($next !== null) {
            $this->enter($next);
        } elseif (! $this->position->mayMove($this->state)) {
            $this->comeBack();
        }
    }

    /** The next stop in this student's order that there is for them; where one moves about freely, one that is not done yet. */
    private function nextStop(?string $left): ?string
    {
        $here = $left === null;
        foreach ($this->position->sequence($this->state) as $stop) {
            if ($here && ! ($this->terms->hasOverview() && $this->position->isDone($stop, $this->state))
                && ($stop->shownIf === null || $this->conditions->met($stop->shownIf, null, $this->state))) {
                return $stop->id;
            }
            $here = $here || $stop->id === $left;
        }

        return null;
    }

    /** Past the last stop: what was set aside comes back before the finish, and an alike one for what was shown. */
    private function comeBack(): void
    {
        $decision = $this->decide(FactKind::Returns, function (): array {
            $questions = array_filter($this->quiz->questions(), fn (Question $question): bool => $this->position->comesBack($question, $this->state));

            return ['questions' => array_map(strval(...), array_keys($questions))];
        });
        $this->bringBack(array_values(array_filter(is_array($decision['questions'] ?? null) ? $decision['questions'] : [], is_string(...))));
    }

    /** @param  list<string>  $questions */
    public function bringBack(array $questions): void
    {
        $this->state->returning = true;
        $this->state->pending = $questions;
        $this->nextPending();
    }

    private function nextPending(): void
    {
        $next = array_shift($this->state->pending);
        $home = $next === null ? null : $this->quiz->question($next);
        if ($next === null || $home === null) {
            $this->end($this->quiz->finishes[0]->id);

            return;
        }
        $place = $this->quiz->place($next);
        $this->state->path = [Frame::stop($place['stop']), ...($place['cue'] === null ? [] : [Frame::cue($place['cue'])])];
        $this->state->told = false;
        $this->tell(FactKind::Shown, $place);
        $record = $this->own($home);
        $record->since = null;
        if (($this->recorded !== null || $record->standing === Standing::Shown) && $this->standIn($home, $record)) {
            $record->tries = 0;
        }
        // What has come back is asked again, whatever its answer was.
        if ($record->standing === Standing::SetAside || $record->standing === Standing::Shown) {
            $this->stand($home, $record, Standing::OnTheLadder);
        }
    }

    private function enter(string $stop): void
    {
        $this->state->path = [Frame::stop($stop)];
        $this->state->told = false;
        $this->state->ahead = null;
        $this->reached($stop);
    }

    private function reached(string $id): void
    {
        $this->state->visited[$id] = true;
        $this->tell(FactKind::Shown, ['stop' => $id, 'cue' => null]);
        $stop = $this->quiz->stop($id);
        if (($stop instanceof DrillStop || $stop instanceof StaircaseStop) && ($this->state->series[$id]->ended ?? true)) {
            $series = new Series;
            $series->level = $stop instanceof StaircaseStop ? $stop->middle() : 0;
            $this->state->series[$id] = $series;
            $this->owned[$id] = true;
            $this->nextInSeries($stop);
        }
    }

    /** The next question of a drill or a staircase, or out of it. */
    private function nextInSeries(DrillStop|StaircaseStop $stop): void
    {
        $series = $this->ownSeries($stop->id);
        $dealt = $this->decide(FactKind::Dealt, fn (): array => ['stop' => $stop->id] + $this->seriesWalk->next($stop, $series, $this->state));
        $question = $this->quiz->question((string) self::text($dealt, 'question'));
        if ($question === null) {
            $this->endSeries($stop, $series);

            return;
        }
        $series->current = $question->id;
        $series->hand = array_values(array_filter(is_array($dealt['hand'] ?? null) ? $dealt['hand'] : [], is_string(...)));
        $series->level = is_int($dealt['level'] ?? null) ? $dealt['level'] : $series->level;
        $series->dealt++;
        $series->answered = false;
        $record = $this->own($question);
        $record->response = null;
        $record->mark = null;
        $record->since = null;
        // Whoever has had the whole deal may leave the rest of a drill that goes on, so that nobody is held in it.
        $record->mayLeave = $stop instanceof DrillStop && $series->dealt > $stop->deal;
    }

    private function endSeries(DrillStop|StaircaseStop $stop, Series $series): void
    {
        $series->ended = true;
        $series->met = $this->seriesWalk->isMet($stop, $series);
        foreach ($stop->questions() as $question) {
            $record = $this->state->records[$question->id] ?? null;
            if ($record !== null && ! $record->standing->isSettled()) {
                $record = $this->own($question);
                $record->leftForGood = true;
                $this->stand($question, $record, Standing::SetAside);
            }
        }
        if ($stop->forks !== []) {
            $this->follow($this->decide(FactKind::Led, fn (): array => ['way' => 'on', 'to' => $this->conditions->fork($stop->forks, null, $this->state)]));

            return;
        }
        $this->leave();
    }

    /** @param  ?string  $finish null where the round is ended without one */
    private function end(?string $finish): void
    {
        $this->state->path = [];
        $this->state->told = $this->state->returning = false;
        $this->state->ahead = null;
        $this->state->pending = [];
        $this->state->finish = $finish;
        $this->state->finishedAt = $this->at;
        $this->tell(FactKind::Finished, ['finish' => $finish]);
    }

    /** The time for a question runs from when it is shown, or shown again. */
    private function startClock(): void
    {
        $path = $this->state->path;
        if ($path === [] || $this->state->told || ($this->terms->secondsForQuestion === null && ! $this->quiz->mayBeTimed($path[count($path) - 1]->id) && ! $this->quiz->mayBeTimed($path[0]->id))) {
            return;
        }
        $home = $this->position->home($this->state);
        if ($home === null || $this->position->secondsFor($home, $this->state) === null || $this->position->rung($this->state) !== null) {
            return;
        }
        if ($this->state->record($home->id)->since === null) {
            $this->own($home)->since = $this->at;
        }
    }

    /** What is right stays right; only a person can say otherwise. */
    private function stand(Question $home, Record $record, Standing $standing, bool $byPerson = false): void
    {
        if ($record->standing !== $standing && ($byPerson || ! $record->standing->isRight())) {
            $record->standing = $standing;
            $this->tell(FactKind::Stood, ['question' => $home->id, 'standing' => $standing->value]);
        }
    }

    /** The question's record, to be changed. */
    private function own(Question $home): Record
    {
        if (! isset($this->owned[$home->id])) {
            $this->owned[$home->id] = true;
            $this->state->records[$home->id] = isset($this->state->records[$home->id]) ? clone $this->state->records[$home->id] : new Record;
        }

        return $this->state->records[$home->id];
    }

    private function ownSeries(string $stop): Series
    {
        if (! isset($this->owned[$stop])) {
            $this->owned[$stop] = true;
            $this->state->series[$stop] = clone $this->state->series[$stop];
        }

        return $this->state->series[$stop];
    }

    private function push(Frame $frame): void
    {
        $this->state->path[] = $frame;
        $this->state->told = false;
    }

    private function pop(): void
    {
        array_pop($this->state->path);
        $this->state->told = false;
    }

    /** A guard of the rules. What was taken once has passed it, and passes again whatever the key says now. */
    private function must(bool $holds, Rule $rule, string $sentence): void
    {
        if (! $holds && $this->recorded === null) {
            throw new Refused($rule, $sentence);
        }
    }

    /**
     * @param  callable(): array<string, mixed>  $compute
     * @return array<array-key, mixed> the recorded decision, or a new one, which becomes a fact
     */
    private function decide(FactKind $kind, callable $compute): array
    {
        $decision = $this->recorded === null ? $compute() : ($this->recorded($kind) ?? []);
        if ($this->withFacts && $decision !== []) {
            $this->tell($kind, array_diff_key($decision, ['kind' => true]));
        }

        return $decision;
    }

    private function hasRecorded(FactKind $kind): bool
    {
        foreach ($this->recorded ?? [] as $index => $fact) {
            if (($fact['kind'] ?? null) === $kind->value && ! isset($this->followed[$index])) {
                return true;
            }
        }

        return false;
    }

    /** @return array<array-key, mixed>|null the next recorded fact of the kind */
    private function recorded(FactKind $kind): ?array
    {
        $wanted = $kind->value;
        foreach ($this->recorded ?? [] as $index => $fact) {
            if (($fact['kind'] ?? null) === $wanted && ! isset($this->followed[$index])) {
                $this->followed[$index] = true;

                return $fact;
            }
        }

        return null;
    }

    /** @param  array<string, mixed>  $data */
    private function tell(FactKind $kind, array $data): void
    {
        if ($this->withFacts) {
            $this->facts[] = new Fact($kind, $data);
        }
    }

    /** @param  array<array-key, mixed>  $data */
    private static function text(array $data, string $name): ?string
    {
        $value = $data[$name] ?? null;

        return is_string($value) ? $value : null;
    }
}
