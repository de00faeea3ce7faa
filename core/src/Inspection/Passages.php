<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Finish;
use HiddenLadder\Core\Quiz\Item;
use HiddenLadder\Core\Quiz\Pair;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuestionStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\ReadingStop;
use HiddenLadder\Core\Quiz\Rung;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Quiz\VideoStop;

/**
 * Everything in a quiz that people read, in the order in which it stands. Known wrong texts are no part of it: they may be wrong in any
 * way.
 */
final class Passages
{
    /** @var list<Passage> */
    private array $passages = [];

    private ?string $stop = null;

    private function __construct()
    {
    }

    /** @return list<Passage> */
    public static function of(QuizDocument $quiz): array
    {
        $reader = new self;
        $reader->add(null, 'title', $quiz->title);
        $reader->add(null, 'instructions', $quiz->instructions);
        foreach ([...$quiz->stops, ...$quiz->sideStops] as $stop) {
            $reader->stop($stop);
        }
        $reader->stop = null;
        array_map($reader->question(...), $quiz->pool);
        foreach ([...$quiz->objectives, ...$quiz->misconceptions] as $one) {
            $reader->add($one->id, 'text', $one->text);
        }
        array_map($reader->finish(...), $quiz->finishes);

        return $reader->passages;
    }

    private function stop(Stop $stop): void
    {
        $this->stop = $stop->id;
        if ($stop instanceof ReadingStop) {
            $this->add($stop->id, 'title', $stop->title);
            $this->add($stop->id, 'text', $stop->text);
        } elseif (! $stop instanceof QuestionStop) {
            $this->add($stop->id, 'title', $stop->name());
        }
        foreach ($stop instanceof VideoStop ? $stop->cues : [] as $cue) {
            $this->add($cue->id, 'text', $cue->text);
        }
        array_map($this->rung(...), $stop instanceof StaircaseStop ? $stop->ladder : []);
        array_map($this->question(...), $stop->questions());
    }

    private function question(Question $question): void
    {
        $this->add($question->id, 'prompt', $question->prompt);
        if ($question->kind === QuestionKind::Gaps) {
            $this->add($question->id, 'sentence', $question->sentence);
        }
        if ($question->kind === QuestionKind::Written) {
            $this->add($question->id, 'model', $question->model);
        }
        $lefts = array_map(static fn (Pair $pair): Item => $pair->left, $question->pairs);
        $items = match ($question->kind) {
            QuestionKind::Order => $question->items,
            QuestionKind::Match => [...$question->items, ...$lefts],
            default => [],
        };
        foreach ($items as $item) {
            $this->add($item->id, 'text', $item->text);
        }
        foreach ($question->allEntries() as $entry) {
            $this->entry($entry, match ($question->kind) {
                QuestionKind::ShortText, QuestionKind::Gaps => $entry->right ? 'key' : null,
                default => $question->kind->showsOptions() ? 'text' : null,
            });
        }
        $this->add($question->id, 'feedback.right', $question->feedbackRight);
        $this->add($question->id, 'feedback.notRight', $question->feedbackNotRight);
        $this->add($question->id, 'explanation', $question->explanation);
        array_map($this->rung(...), $question->ladder);
    }

    /** @param  ?string  $member  of the entry that is read, where it is */
    private function entry(Entry $entry, ?string $member): void
    {
        if ($member !== null) {
            $this->add($entry->id, $member, $entry->text);
        }
        $this->add($entry->id, 'feedback', $entry->feedback);
        array_map($this->rung(...), $entry->ladder);
    }

    private function rung(Rung $rung): void
    {
        $this->add($rung->id, 'title', $rung->title);
        $this->add($rung->id, 'text', $rung->text);
        $this->add($rung->id, 'answers', $rung->answers);
        if ($rung->question !== null) {
            $this->question($rung->question);
        }
    }

    private function finish(Finish $finish): void
    {
        $this->add($finish->id, 'title', $finish->title);
        $this->add($finish->id, 'message', $finish->message);
        foreach ($finish->byScore as $words) {
            $this->add($words['id'], 'message', $words['message']);
        }
    }

    private function add(?string $at, string $member, Text|string $text): void
    {
        $words = is_string($text) ? $text : $text->words();
        if (trim($words) !== '') {
            $this->passages[] = new Passage($this->stop, $at, $member, $words);
        }
    }
}
