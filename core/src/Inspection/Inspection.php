<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\NumberReader;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Marking\UnfitResponse;
use HiddenLadder\Core\Quiz\Cue;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuestionStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\ReadingStop;
use HiddenLadder\Core\Quiz\Rung;
use HiddenLadder\Core\Quiz\RungKind;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Quiz\VideoStop;

/** Checks on a quiz before anyone takes it: the keys, and what is not filled in yet. */
final class Inspection
{
    /** A remedial video longer than this is seldom watched to its end (common practice). */
    private const LONG_HELP_SECONDS = 120;

    private Marker $marker;

    private NumberReader $numbers;

    private ?string $stop = null;

    /** @var list<Finding> */
    private array $findings = [];

    private function __construct(private readonly QuizDocument $quiz)
    {
        $this->marker = new Marker($quiz->language);
        $this->numbers = new NumberReader($quiz->language);
    }

    /** @return list<Finding> in the order of the stops */
    public static function of(QuizDocument $quiz): array
    {
        $inspection = new self($quiz);
        $inspection->whole();

        return $inspection->findings;
    }

    /** @param  list<Finding>  $findings */
    public static function allowsPublishing(array $findings): bool
    {
        foreach ($findings as $finding) {
            if ($finding->severity === Severity::Stops) {
                return false;
            }
        }

        return true;
    }

    private function whole(): void
    {
        if (trim($this->quiz->title) === '') {
            $this->find(Severity::Stops, null, 'The quiz has no title yet.');
        }
        if ($this->quiz->stops === []) {
            $this->find(Severity::Stops, null, 'The quiz has no stops yet.');
        }
        foreach ([...$this->quiz->stops, ...$this->quiz->sideStops] as $stop) {
            $this->stop = $stop->id;
            $this->stop($stop);
            $this->wayBack($stop);
        }
    }

    private function stop(Stop $stop): void
    {
        if ($stop instanceof QuestionStop) {
            $this->question($stop->question);
        } elseif ($stop instanceof VideoStop) {
            $this->video($stop);
        } elseif ($stop instanceof ReadingStop && trim($stop->text) === '') {
            $this->find(Severity::Stops, $stop->id, 'This reading has no text yet.');
        }
    }

    /** A right answer that leads back makes whoever knows it walk in a circle. */
    private function wayBack(Stop $stop): void
    {
        $here = $this->quiz->position($stop->id);
        $questions = match (true) {
            $stop instanceof QuestionStop => [$stop->question],
            $stop instanceof VideoStop => array_map(static fn (Cue $cue): Question => $cue->question, $stop->cues),
            default => [],
        };
        foreach ($questions as $question) {
            foreach ($question->accepted() as $entry) {
                $there = $entry->fork === null ? null : $this->quiz->position($entry->fork);
                if ($here !== null && $there !== null && $there <= $here) {
                    $this->find(Severity::Warns, $entry->id, "The right answer “{$entry->text}” leads back: whoever gives it walks in a circle.");
                }
            }
        }
    }

    private function video(VideoStop $stop): void
    {
        if ($stop->clip->media === null) {
            $this->find(Severity::Stops, $stop->id, 'No video has been chosen here yet.');
        }
        $moments = [];
        foreach ($stop->cues as $cue) {
            if ($cue->at < $stop->clip->from || ($stop->clip->to !== null && $cue->at > $stop->clip->to)) {
                $this->find(Severity::Stops, $cue->id, 'This cue lies outside the part of the video that is played.');
            }
            if (in_array($cue->at, $moments, true)) {
                $this->find(Severity::Warns, $cue->id, 'Two cues stand at the same moment of the video.');
            }
            $moments[] = $cue->at;
            $this->question($cue->question);
        }
    }

    private function question(Question $question): void
    {
        if ($question->text() === '') {
            $this->find(Severity::Stops, $question->id, 'This question asks nothing yet: write its text.');
        }
        foreach ($question->prompt as $block) {
            if ($block->media !== null && trim($block->text) === '') {
                $this->find(Severity::Warns, $question->id, 'A picture here has no alternative text for those who cannot see it.');
            }
        }
        if ($question->kind->showsOptions() && count($question->entries) < 2) {
            $this->find(Severity::Stops, $question->id, 'A choice needs at least two options.');
        }
        if ($question->accepted() === []) {
            $this->find(Severity::Stops, $question->id, $question->kind->showsOptions()
                ? 'No option is marked as right yet.'
                : 'No accepted answer has been given yet.');
        }
        if ($question->kind === QuestionKind::OneChoice && count($question->accepted()) > 1) {
            $this->find(Severity::Advises, $question->id, 'More than one option is right here: any one of them will be taken.');
        }
        $this->entries($question);
        foreach ([$question->ladder, ...array_map(static fn (Entry $entry): array => $entry->ladder, $question->entries)] as $ladder) {
            array_map($this->rung(...), $ladder);
        }
        if ($question->ladder === [] && $question->feedbackNotRight === '' && $this->saysNothing($question)) {
            $this->find(Severity::Advises, $question->id, 'A slip here gets no help and no word: add a rung or feedback.');
        }
    }

    private function entries(Question $question): void
    {
        $seen = [];
        foreach ($question->entries as $entry) {
            $same = $this->sameness($question, $entry);
            if (isset($seen[$same])) {
                $this->find(
                    $question->kind->showsOptions() || $seen[$same] !== $entry->right ? Severity::Stops : Severity::Warns,
                    $entry->id,
                    $seen[$same] === $entry->right
                        ? "“{$entry->text}” stands here twice."
                        : "“{$entry->text}” is listed as right and as wrong.",
                );
            }
            $seen[$same] = $entry->right;
            if ($question->kind === QuestionKind::Number && $this->numbers->readings($entry->text) === []) {
                $this->find(Severity::Stops, $entry->id, "“{$entry->text}” cannot be read as a number.");
            } elseif (! $question->kind->showsOptions() && $entry->right && ! $this->accepts($question, $entry)) {
                $this->find(Severity::Stops, $entry->id, "“{$entry->text}” would not be taken as right: it can be read in two ways.");
            }
        }
    }

    /** Two entries with the same value here cannot be told apart by the marker. */
    private function sameness(Question $question, Entry $entry): string
    {
        $number = $question->kind === QuestionKind::Number ? $this->numbers->readings($entry->text)[0] ?? null : null;

        return $number === null ? PlainText::folded($entry->text) : NumberReader::written($number);
    }

    private function accepts(Question $question, Entry $entry): bool
    {
        try {
            return $this->marker->mark($question, Response::text($entry->text))->result === Result::Right;
        } catch (UnfitResponse) {
            return false;
        }
    }

    private function saysNothing(Question $question): bool
    {
        foreach ($question->entries as $entry) {
            if (! $entry->right && ($entry->feedback !== '' || $entry->ladder !== [] || $entry->fork !== null)) {
                return false;
            }
        }

        return true;
    }

    private function rung(Rung $rung): void
    {
        if ($rung->isEmpty()) {
            $this->find(Severity::Stops, $rung->id, $rung->kind === RungKind::Video
                ? 'No video has been chosen for this rung yet.'
                : 'This rung has no text yet.');
        }
        $clip = $rung->clip;
        if ($clip !== null && $clip->to !== null && $clip->to <= $clip->from) {
            $this->find(Severity::Stops, $rung->id, 'This video ends before it begins.');
        }
        if ($clip !== null && $clip->to !== null && $clip->to - $clip->from > self::LONG_HELP_SECONDS) {
            $this->find(Severity::Warns, $rung->id, 'A video that answers a slip is best under two minutes.');
        }
    }

    private function find(Severity $severity, ?string $at, string $sentence): void
    {
        $this->findings[] = new Finding($severity, $this->stop, $at, $sentence);
    }
}
