<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Marking\Mark;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Decision\Led;
use HiddenLadder\Core\Round\Decision\Way;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\Result\FactKind;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Refused;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;

/**
 * What an answer is marked as, how the student stands then, and where it leads.
 *
 * @internal to the walk
 */
final class Answering extends WalkPart
{
    /** Letters of an unforeseen answer that are told. */
    private const LONGEST_TYPED = 200;

    public function answer(Answered $event, ?Front $front): void
    {
        [$home, $question] = $this->asked($event->question);
        try {
            $mark = $this->marker->mark($question, $event->response);
        } catch (UnfitResponse $unfit) {
            throw new Refused(Rule::UnfitResponse, $unfit->why);
        }
        $record = $this->records->of($home);
        $record->response = $event->response;
        $record->timedOut = false;
        // What a person had said was said of another answer.
        $record->judged = $record->overruled = $record->asMarked = null;
        if ($this->waitsForReveal($front)) {
            // It can be changed until the front reveals; the mark comes then.
            $this->decisions->tell(FactKind::Taken, ['question' => $question->id, 'home' => $home->id, 'front' => true]);
            $this->records->stand($home, $record, Standing::Answered);
            $record->mark = null;

            return;
        }
        if ($this->state->answersWait($this->terms) && $this->position->series($this->state) === null && ! $this->isAtFront()) {
            $this->decisions->tell(FactKind::Taken, ['question' => $question->id, 'home' => $home->id]);
            $this->records->stand($home, $record, Standing::Answered);
            $this->navigation->leave();

            return;
        }
        $this->marked($home, $question, $record, $mark);
    }

    /** What was taken once while the front had not revealed waits again, whatever the front does today. */
    private function waitsForReveal(?Front $front): bool
    {
        return $this->decisions->isFollowing()
            ? ($this->decisions->next(FactKind::Taken)['front'] ?? false) === true
            : $front !== null && ! $front->atOnce && $front->isAt($this->state);
    }

    /** The round is led, and stands where the class does: not at a stop beside the way. */
    private function isAtFront(): bool
    {
        return $this->state->ownPlace !== null && $this->position->besideTheWay($this->state) === null;
    }

    /** An answer has its mark: it is counted, and it is decided where it leads. */
    public function marked(Question $home, Question $question, Record $record, Mark $mark): void
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
    public static function matched(Record $record, Mark $mark): array
    {
        if ($record->response?->as === 'choices') {
            return $record->response->list;
        }

        return $mark->entry === null ? [] : [$mark->entry];
    }

    /** How what is right stands: at once and without help, or after a slip or help. */
    public static function rightly(Record $record): Standing
    {
        return $record->slips === 0 && ! $record->helped ? Standing::Clear : Standing::Climbed;
    }

    /** How an answer stands that is neither right nor wrong. */
    public static function unmarked(Question $question): Standing
    {
        return $question->kind === QuestionKind::HandIn || $question->readByTeacher ? Standing::ToBeRead : Standing::Noted;
    }

    /** @return array{typed?: string, fillings?: array<string, string>} what was typed wrongly, and nobody foresaw */
    private function unforeseen(Question $home, Question $question, Record $record, Mark $mark): array
    {
        $isWrong = $mark->result === Result::NotRight || $mark->result === Result::Partly;
        if (! $isWrong || $home !== $question || $record->response === null) {
            return [];
        }
        $short = static fn (string $typed): string => mb_substr($typed, 0, self::LONGEST_TYPED);
        $fillings = array_map($short, $this->marker->unforeseen($question, $record->response->map));

        return match ($record->response->as) {
            'text' => $mark->entry === null ? ['typed' => $short((string) $record->response->text)] : [],
            'gaps' => $fillings === [] ? [] : ['fillings' => $fillings],
            default => [],
        };
    }

    public function tellMark(Question $home, Question $question, Record $record, Mark $mark): void
    {
        if ($this->decisions->withFacts) {
            $given = self::matched($record, $mark);
            $chosen = $given === [] || $given === [$mark->entry] ? [] : ['chosen' => $given];
            $facts = ['question' => $question->id, 'home' => $home->id] + $mark->toArray() + $chosen;
            $this->decisions->tell(FactKind::Marked, $facts + $this->unforeseen($home, $question, $record, $mark));
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
        $this->records->stand($home, $record, self::unmarked($question));
        $this->led($home, $record, fn (): Led => Led::on($this->fork($home, $record->mark?->entry)));
    }

    private function right(Question $home, Record $record): void
    {
        $this->seriesResult(true);
        $this->records->stand($home, $record, self::rightly($record));
        $this->led($home, $record, fn (): Led => Led::on($this->fork($home, $record->mark?->entry)));
    }

    /** A slip: the forks, else the matched entry's ladder, else the question's (rules of the job, "What happens after an answer"). */
    private function slip(Question $home, Question $question, Record $record, Mark $mark): void
    {
        $record->slips++;
        $record->since = null;
        $this->seriesResult(false);
        $this->records->stand($home, $record, Standing::OnTheLadder);
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
        $fork = $this->isAtFront() ? null : $this->fork($home, $mark->entry);
        if ($this->terms->tries !== null && $record->tries >= $this->terms->tries) {
            return Led::shown($fork);
        }
        if ($this->isAtFront()) {
            // Told at once on each device: no ladder, the class stands here.
            return Led::again(false);
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

        return Led::again($this->navigation->wantsAlike($home, $question));
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
            $this->navigation->descend($home, $record, $led->rung);
        } elseif ($led->way === Way::Shown) {
            $record->revealed = $this->terms->reveal;
            $record->leftForGood = $record->leftForGood || $record->stoodIn !== [];
            $this->records->stand($home, $record, Standing::Shown);
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

    public function verdict(?string $decidedNext): void
    {
        $this->state->verdictShown = true;
        $this->state->decidedNext = $decidedNext;
    }

    private function seriesResult(bool $right): void
    {
        $stop = $this->position->series($this->state);
        if ($stop !== null) {
            $this->seriesWalk->answered($stop, $this->records->series($stop->id), $right);
        }
    }

    public function judgeOwn(JudgedOwn $event): void
    {
        [$home, $question] = $this->asked($event->question);
        $record = $this->records->of($home);
        $record->judged = $event->yes;
        $record->tries++;
        if ($event->yes) {
            $record->share = $this->terms->shareAt($record->tries);
            $standing = self::rightly($record);
            $this->records->stand($home, $record, $question->readByTeacher ? Standing::ToBeRead : $standing);
            $this->led($home, $record, fn (): Led => Led::on($this->fork($home, null)));

            return;
        }
        $this->slip($home, $question, $record, Mark::notRight());
    }
}
