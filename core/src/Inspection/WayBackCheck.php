<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Condition;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;

/** Answers and conditions that point the wrong way in the order of the stops: seen in the document, without walking it. */
final readonly class WayBackCheck
{
    public function __construct(private QuizDocument $quiz)
    {
    }

    /** @return list<Finding> right answers that lead to an earlier stop: no circle, for what is right is not asked again */
    public function leadsBack(): array
    {
        $findings = [];
        foreach ($this->quiz->stops as $position => $stop) {
            foreach ($stop->questions() as $question) {
                foreach ($question->allEntries() as $entry) {
                    $to = $entry->right && $entry->fork !== null ? $this->quiz->position($entry->fork) : null;
                    if ($to !== null && $to <= $position && ! $stop instanceof DrillStop && ! $stop instanceof StaircaseStop) {
                        $findings[] = new Finding(
                            Severity::Advises, $stop->id, $entry->id,
                            new Message(
                                'inspection.ways.right-leads-back',
                                ['answer' => $entry->name(), 'stop' => $this->quiz->placeOf($this->quiz->stops[$to]->id)],
                            ),
                            [], QuickFix::set(new Message('inspection.fix.lead-on'), $entry->id, 'fork', null),
                        );
                    }
                }
            }
        }

        return $findings;
    }

    /** @return list<Finding> conditions on what comes later, or on themselves */
    public function shownTooEarly(): array
    {
        $findings = [];
        foreach ($this->quiz->stops as $stop) {
            $asked = $stop->shownIf === null || $stop->shownIf->question === null ? null : $this->quiz->stopOf($stop->shownIf->question);
            $there = $asked === null ? null : $this->quiz->position($asked->id);
            if ($stop->shownIf instanceof Condition && $there !== null && $there >= (int) $this->quiz->position($stop->id)) {
                $findings[] = new Finding(
                    Severity::Warns,
                    $stop->id,
                    $stop->id,
                    new Message('inspection.ways.asks-for-later'),
                    [],
                    QuickFix::set(new Message('inspection.fix.show-always'), $stop->id, 'shownIf', null),
                );
            }
        }

        return $findings;
    }
}
