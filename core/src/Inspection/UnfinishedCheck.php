<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\DrillEnd;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Gap;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\StaircaseStop;

/** What stands against itself in a quiz that is being made: kept as it is, and to be mended before it is published. */
final readonly class UnfinishedCheck
{
    public function __construct(private QuizDocument $quiz)
    {
    }

    /** @return iterable<array{?string, ?string, Message}> stop, what it is about, and what */
    public function findings(): iterable
    {
        $stage = $this->quiz->stage;
        if ($stage?->from !== null && $stage->to !== null && $stage->from > $stage->to) {
            yield [null, null, new Message('inspection.unfinished.ages')];
        }
        yield from $this->parts();
        foreach ([...$this->quiz->stops, ...$this->quiz->sideStops] as $stop) {
            if ($stop instanceof DrillStop && $stop->ends === DrillEnd::Deal && $stop->need > $stop->deal) {
                yield [$stop->id, $stop->id, new Message('inspection.drill.ends-before', ['deal' => $stop->deal, 'need' => $stop->need])];
            }
            foreach ($stop->questions() as $question) {
                if ($stop instanceof DrillStop || $stop instanceof StaircaseStop) {
                    yield from self::inSeries($stop->id, $question);
                }
                yield from self::sentence($stop->id, $question);
            }
        }
        foreach ($this->quiz->pool as $question) {
            if ($question->alike === null) {
                yield [null, $question->id, new Message('inspection.unfinished.no-alike-group')];
            }
            yield from self::sentence(null, $question);
        }
    }

    /** @return iterable<array{?string, ?string, Message}> */
    private function parts(): iterable
    {
        $closed = [];
        $open = null;
        foreach ($this->quiz->stops as $stop) {
            if ($stop->part !== $open) {
                $closed[(string) $open] = true;
                $open = $stop->part;
                if ($open !== null && isset($closed[$open])) {
                    yield [$stop->id, $stop->id, new Message('inspection.unfinished.part-apart')];
                }
            }
        }
    }

    /** @return iterable<array{?string, ?string, Message}> */
    private static function inSeries(string $stop, Question $question): iterable
    {
        if (! $question->kind->isMarked() || $question->keyless) {
            yield [$stop, $question->id, new Message('inspection.unfinished.unmarked-in-series')];
        }
        foreach ($question->entries as $entry) {
            if ($entry->fork !== null) {
                yield [$stop, $entry->id, new Message('inspection.unfinished.fork-in-series')];
            }
        }
    }

    /** @return iterable<array{?string, ?string, Message}> */
    private static function sentence(?string $stop, Question $question): iterable
    {
        $named = $question->sentence->gaps();
        $gaps = count($question->gaps);
        $each = array_map(static fn (Gap $gap): string => $gap->id, $question->gaps);
        sort($named);
        sort($each);
        if ($question->kind === QuestionKind::Gaps && $named !== [] && $named !== $each) {
            yield [$stop, $question->id, new Message('inspection.unfinished.gaps', ['gaps' => $gaps])];
        }
    }
}
