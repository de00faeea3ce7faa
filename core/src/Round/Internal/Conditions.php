<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\Internal;

use HiddenLadder\Core\Quiz\Condition;
use HiddenLadder\Core\Quiz\ConditionKind;
use HiddenLadder\Core\Quiz\Fork;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Result\Mastery;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/** Whether the conditions of forks, and of stops that show only sometimes, are met. */
final readonly class Conditions
{
    public function __construct(private QuizDocument $quiz, private Terms $terms, private ?ConditionObserver $assuming = null)
    {
    }

    /**
     * Where the first fork that fits leads. In free order those that look back at earlier stops are off.
     *
     * @param  list<Fork>  $forks
     * @param  ?Question  $home  the question just answered, where one was
     */
    public function fork(array $forks, ?Question $home, State $state): ?string
    {
        foreach ($forks as $fork) {
            if (! ($this->terms->freeOrder && $fork->when->kind->looksBack()) && $this->met($fork->when, $home, $state)) {
                $this->assuming?->took($fork);

                return $fork->to;
            }
        }

        return null;
    }

    public function met(Condition $condition, ?Question $home, State $state): bool
    {
        $assumed = $this->assuming?->assume($condition);
        if ($assumed !== null) {
            return $assumed;
        }
        $here = $home === null ? new Record : $state->record($home->id);
        $there = $state->record((string) $condition->question);
        $holds = match ($condition->kind) {
            ConditionKind::Always => true,
            ConditionKind::Entry => self::gave($here, $condition->entry),
            ConditionKind::Result => $here->mark?->result->value === $condition->value,
            ConditionKind::Slips => $here->slips >= $condition->slips,
            ConditionKind::Score => $this->scoreFits($condition, $state),
            ConditionKind::Mastered => (new Mastery($this->quiz))->ofObjective((string) $condition->value, [$state])->mastered,
            ConditionKind::TimeOut => $here->timedOut,
            ConditionKind::Judged => $here->judged === ($condition->value === 'yes'),
            ConditionKind::Answered => $there->response !== null,
            ConditionKind::Answer => self::gave($there, $condition->entry),
            ConditionKind::Stood => $there->standing->value === $condition->value,
        };

        return $holds === $condition->is;
    }

    private static function gave(Record $record, ?string $entry): bool
    {
        return $entry !== null
            && (
                $record->mark?->entry === $entry
                || ($record->response?->as === 'choices' && in_array($entry, $record->response->list, true))
            );
    }

    private function scoreFits(Condition $condition, State $state): bool
    {
        $share = Score::soFar($this->quiz, $state)->share();

        return $share !== null && $share >= ($condition->atLeast ?? 0.0) && ($condition->below === null || $share < $condition->below);
    }
}
