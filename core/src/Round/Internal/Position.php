<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Quiz\Clip;
use HiddenLadder\Core\Quiz\Cue;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuestionStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\ReadingStop;
use HiddenLadder\Core\Quiz\Rung;
use HiddenLadder\Core\Quiz\RungKind;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Event\Closed;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Finished;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Reopened;
use HiddenLadder\Core\Round\Event\Restored;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\FrameKind;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\SeededRandom;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/**
 * Reads where a student is: which question, which rungs lie behind and ahead of them.
 *
 * A question has a *home*: the question of the stop, cue, rung, drill or staircase where it is asked. What happens there is
 * kept under the home, also while another question of its alike group stands in for it.
 */
final readonly class Position
{
    public function __construct(private QuizDocument $quiz, private Terms $terms = new Terms)
    {
    }

    /** The question that is asked where the student is, or under whose ladder they stand. */
    public function home(State $state): ?Question
    {
        for ($i = count($state->path) - 1; $i >= 0; $i--) {
            $frame = $state->path[$i];
            if ($frame->kind === FrameKind::Rung) {
                $question = $this->quiz->rung($frame->id)?->question;
                if ($question !== null) {
                    return $question;
                }
            } elseif ($frame->kind === FrameKind::Cue) {
                return $this->cue($state)?->question;
            } else {
                $stop = $this->quiz->stop($frame->id);
                if ($stop instanceof QuestionStop) {
                    return $stop->question;
                }

                return $stop instanceof DrillStop || $stop instanceof StaircaseStop
                    ? $this->quiz->question((string) ($state->series[$stop->id] ?? null)?->current)
                    : null;
            }
        }

        return null;
    }

    /**
     * The home that an event is about which is taken now: of a word on what was done, that of the answer; else of where the student
     * is. Null where it is about no question, or about the round as a whole.
     */
    public function about(Event $event, State $state): ?string
    {
        if ($event instanceof Overruled || $event instanceof Restored) {
            return $event->question;
        }
        $isOfAll = $event instanceof HandedIn || $event instanceof Finished || $event instanceof Closed || $event instanceof Reopened;

        return $isOfAll ? null : $this->home($state)?->id;
    }

    /** The question itself: the home, or the one that stands in for it. */
    public function question(State $state): ?Question
    {
        $home = $this->home($state);

        return $home === null ? null : $this->asked($home, $state);
    }

    public function asked(Question $home, State $state): Question
    {
        $standIn = ($state->records[$home->id] ?? null)?->standIn;

        return $standIn === null ? $home : $this->quiz->question($standIn) ?? $home;
    }

    /** The rung the student stands on, where it is help to look at and no question. */
    public function rung(State $state): ?Rung
    {
        $top = $state->path === [] ? null : $state->path[count($state->path) - 1];
        if ($top === null || $top->kind !== FrameKind::Rung) {
            return null;
        }
        $rung = $this->quiz->rung($top->id);

        return $rung?->kind === RungKind::Question ? null : $rung;
    }

    /** The drill or staircase that asks where the student is, also while they stand on a rung of its. */
    public function series(State $state): DrillStop|StaircaseStop|null
    {
        for ($i = count($state->path) - 1; $i >= 0; $i--) {
            $frame = $state->path[$i];
            if ($frame->kind === FrameKind::Rung && $this->quiz->rung($frame->id)?->kind !== RungKind::Question) {
                continue;
            }
            $stop = $frame->kind === FrameKind::Stop ? $this->quiz->stop($frame->id) : null;

            return $stop instanceof DrillStop || $stop instanceof StaircaseStop ? $stop : null;
        }

        return null;
    }

    /** While a round is led: how deep in its path the stop lies that was entered beside the way; null where the class stands. */
    public function besideTheWay(State $state): ?int
    {
        foreach ($state->path as $depth => $frame) {
            if ($depth > 0 && $frame->kind === FrameKind::Stop) {
                return $depth;
            }
        }

        return null;
    }

    /** The cue the student is at, or under. */
    public function cue(State $state): ?Cue
    {
        $stop = $this->quiz->stop((string) $state->stop());
        for ($i = count($state->path) - 1; $i >= 0 && $state->path[$i]->kind !== FrameKind::Stop; $i--) {
            if ($state->path[$i]->kind === FrameKind::Cue) {
                return $stop instanceof VideoStop ? $stop->cue($state->path[$i]->id) : null;
            }
        }

        return null;
    }

    /** The first cue of a video, in time, whose question still wants an answer. */
    public function openCue(VideoStop $stop, State $state, float $after = 0.0): ?Cue
    {
        foreach ($stop->cues as $cue) {
            if ($cue->at >= $after && $cue->question !== null && $this->isOpen($cue->question, $state)) {
                return $cue;
            }
        }

        return null;
    }

    /** Whether a question still wants an answer. In a round that is handed in whole, one that has an answer does not. */
    public function isOpen(Question $home, State $state): bool
    {
        $record = $state->records[$home->id] ?? null;

        return $record === null
            || (! $record->standing->isSettled() && ! ($state->answersWait($this->terms) && $record->response !== null));
    }

    /** Whether a question comes back before the finish: what was set aside, and what was shown where there is an alike one for it. */
    public function comesBack(Question $question, State $state): bool
    {
        $record = $state->records[$question->id] ?? null;

        return $record !== null && ! $record->leftForGood && match ($record->standing) {
            Standing::SetAside => true,
            Standing::Shown => $this->quiz->alikes($question) !== [],
            default => false,
        };
    }

    /** Whether a stop was reached and nothing in it wants an answer any more. */
    public function isDone(Stop $stop, State $state): bool
    {
        if ($stop instanceof DrillStop || $stop instanceof StaircaseStop) {
            return ($state->series[$stop->id] ?? null)?->ended === true;
        }
        foreach ($stop->questions() as $question) {
            if ($this->isOpen($question, $state)) {
                return false;
            }
        }

        return isset($state->visited[$stop->id]);
    }

    /** A verdict stands here; also where a corrected key has made the answer right since. */
    public function isVerdictShown(Question $home, State $state): bool
    {
        return $state->verdictShown
            || ($state->record($home->id)->standing->isRight() && $this->rung($state) === null && $this->series($state) === null);
    }

    /** There is an overview to move about in, until the round is handed in. */
    public function mayMove(State $state): bool
    {
        return $this->terms->hasOverview() && ! $state->returning && ! $state->handedIn;
    }

    /** Whether a written answer waits to be judged by its writer; not while it can still be changed until it is handed in. */
    public function isJudging(Question $question, Record $record, State $state): bool
    {
        return ! $state->answersWait($this->terms)
            && $question->kind === QuestionKind::Written
            && ! $question->model->isEmpty()
            && $record->response !== null
            && $record->judged === null && ! $record->standing->isSettled();
    }

    /** The rung that asking for help would show: further down the ladder the last slip chose, else down the question's. */
    public function nextRung(State $state): ?Frame
    {
        $home = $this->home($state);
        if ($home === null) {
            return null;
        }
        $top = $state->top();
        $chosen = $top?->kind === FrameKind::Rung && $this->rung($state) !== null ? $top->ladder : $state->record($home->id)->mark?->entry;

        return ($chosen === null ? null : $this->nextOf($chosen, $home, $state))
            ?? $this->nextOf(self::ownLadder($home, $this->asked($home, $state)), $home, $state);
    }

    /** The rung that a slip at an entry shows: the next of the entry's ladder where it has one, else of the question's. */
    public function rungAfterSlip(Question $home, ?string $entry, State $state): ?Frame
    {
        $hasOwn = $entry !== null && $this->quiz->ladder($entry) !== [];

        return $this->nextOf($hasOwn ? $entry : self::ownLadder($home, $this->asked($home, $state)), $home, $state);
    }

    private function nextOf(string $ladder, Question $home, State $state): ?Frame
    {
        if (! $this->terms->help || $state->answersWait($this->terms)) {
            return null;
        }
        $rung = $this->quiz->ladder($ladder)[$this->depth($ladder, $state->record($home->id), $state)] ?? null;

        return $rung === null ? null : Frame::rung($rung->id, $ladder);
    }

    /** What the question's own ladder hangs under: that of one that stands in where it has one, else that of the home. */
    public static function ownLadder(Question $home, Question $asked): string
    {
        return $asked->ladder === [] ? $home->id : $asked->id;
    }

    /** Rungs seen of a ladder; a staircase remembers its own. */
    public function depth(string $ladder, Record $record, State $state): int
    {
        return isset($state->series[$ladder]) ? $state->series[$ladder]->depth : $record->depth($ladder);
    }

    /** @return list<Rung> the rungs seen so far under the home, ladder by ladder from the top, a staircase's last */
    public function seenRungs(Question $home, State $state): array
    {
        $seen = [];
        foreach ($state->record($home->id)->depths as $ladder => $depth) {
            array_push($seen, ...array_slice($this->quiz->ladder($ladder), 0, $depth));
        }
        $stop = $this->quiz->stopOf($home->id);
        if ($stop instanceof StaircaseStop && isset($state->series[$stop->id])) {
            array_push($seen, ...array_slice($stop->ladder, 0, $state->series[$stop->id]->depth));
        }

        return $seen;
    }

    /** The video of a stop that was reached or a rung that was seen: what was watched there may be told late. */
    public function clipSeen(string $id, State $state): ?Clip
    {
        $stop = $this->quiz->stop($id);
        if ($stop instanceof VideoStop) {
            return isset($state->visited[$id]) ? $stop->clip : null;
        }
        if ($this->quiz->rung($id)?->clip === null) {
            return null;
        }
        foreach (array_keys($state->records) as $asked) {
            $question = $this->quiz->question($asked);
            foreach ($question === null ? [] : $this->seenRungs($question, $state) as $rung) {
                if ($rung->id === $id) {
                    return $rung->clip;
                }
            }
        }

        return null;
    }

    /** Milliseconds since 1970 at which the time for the question asked now ends; null without a limit. */
    public function questionEnds(Question $home, State $state): ?int
    {
        $since = ($state->records[$home->id] ?? null)?->since;
        if ($since === null) {
            return null;
        }
        $seconds = $this->secondsFor($home, $state);

        return $seconds === null ? null : $since + (int) (1000 * $seconds * $state->extraTime);
    }

    public function secondsFor(Question $home, State $state): ?int
    {
        return $this->terms->isOnePage() ? null : $this->asked($home, $state)->seconds ?? $this->terms->secondsForQuestion;
    }

    /** Milliseconds since 1970 at which the time for the round ends; null without a limit, and while the round is led. */
    public function roundEnds(State $state): ?int
    {
        return $this->terms->secondsForRound === null || $state->startedAt === null || $state->ownPlace !== null
            ? null
            : $state->startedAt + (int) (1000 * $this->terms->secondsForRound * $state->extraTime);
    }

    /**
     * The main stops in this student's order, without those that a round over a portion, or only what was missed, leaves out. Readings,
     * what stays at hand and stops joined by forks keep their places where stops are mixed; they are mixed within their part.
     *
     * @return list<Stop>
     */
    public function sequence(State $state): array
    {
        $stops = $this->quiz->stops;
        $only = $state->history->only;
        if ($state->history->portion !== null) {
            $portion = array_flip($state->history->portion);
            $stops = array_values(array_filter($stops, static fn (Stop $stop): bool => isset($portion[$stop->id])));
        } elseif ($only !== null) {
            $stops = array_values(array_filter($stops, static fn (Stop $stop): bool => self::staysAtHand($stop)
                || array_intersect(array_map(static fn (Question $question): string => $question->id, $stop->questions()), $only) !== []));
        }
        if (! $this->terms->mixStops) {
            return $stops;
        }
        $sequence = [];
        foreach (self::runs($stops) as $part => $run) {
            array_push(
                $sequence,
                ...(new SeededRandom($state->seed, "stops/$part"))->mixedAround(
                    $run,
                    fn (Stop $stop): bool => $stop instanceof ReadingStop || self::staysAtHand($stop) || $this->quiz->isJoined($stop->id),
                ),
            );
        }

        return $sequence;
    }

    private static function staysAtHand(Stop $stop): bool
    {
        return ($stop instanceof ReadingStop || $stop instanceof VideoStop) && $stop->staysAtHand;
    }

    /**
     * @param  list<Stop>  $stops
     * @return list<list<Stop>> stops of one part after another
     */
    private static function runs(array $stops): array
    {
        $runs = [];
        $part = false;
        foreach ($stops as $stop) {
            if ($stop->part !== $part) {
                $part = $stop->part;
                $runs[] = [];
            }
            $runs[count($runs) - 1][] = $stop;
        }

        return $runs;
    }
}
