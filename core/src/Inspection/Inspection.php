<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Inspection;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\Clip;
use HiddenLadder\Core\Quiz\DrillEnd;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\ReadingStop;
use HiddenLadder\Core\Quiz\Rung;
use HiddenLadder\Core\Quiz\RungKind;
use HiddenLadder\Core\Quiz\StaircaseStop;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Terms\Terms;

/** Checks on a quiz before anyone takes it: what is not filled in yet, keys, wording, teaching, and the ways through it. */
final class Inspection
{
    /** A remedial video longer than this is seldom watched to its end (common practice). */
    private const LONG_HELP_SECONDS = 120;

    private readonly KeyCheck $keys;

    private readonly WordingCheck $wording;

    private readonly TeachingCheck $teaching;

    private readonly Terms $terms;

    private ?string $stop = null;

    /** @var list<Finding> */
    private array $findings = [];

    /** Seconds by which the end of a clip, written to a tenth, may pass the video's. */
    private const ROUNDING = 0.5;

    /** @param  array<string, VideoInfo>  $videos */
    private function __construct(private readonly QuizDocument $quiz, private readonly array $videos)
    {
        $this->terms = Terms::read(Fields::of($quiz->terms));
        $this->keys = new KeyCheck($quiz->language);
        $this->wording = new WordingCheck($this->terms);
        $this->teaching = new TeachingCheck($quiz, $this->terms);
    }

    /**
     * @param  array<string, VideoInfo>  $videos  what is known of its videos, by medium
     * @param  (callable(callable(): list<Finding>): list<Finding>)|null  $remembered  gives what was found on the ways through
     *                                                                                 a document of the same structure, or asks
     * @return list<Finding> under the terms that the quiz suggests, in the order of the stops
     */
    public static function of(QuizDocument $quiz, array $videos = [], ?callable $remembered = null): array
    {
        $inspection = new self($quiz, $videos);
        $inspection->whole();
        // Where something is not filled in yet, ways end there that will not end there later.
        $explore = static fn (): array => (new ReachabilityCheck($quiz, $inspection->terms))->findings();
        $ways = [];
        if (self::allowsPublishing($inspection->findings)) {
            $ways = $remembered === null ? $explore() : $remembered($explore);
            $back = new WayBackCheck($quiz);
            $ways = [...$ways, ...(self::allowsPublishing($ways) ? $back->leadsBack() : []), ...$back->shownTooEarly()];
        }

        return self::once([...$ways, ...$inspection->findings]);
    }

    /**
     * @param  list<Finding>  $findings
     * @return list<Finding> each thing once, where it was found first
     */
    private static function once(array $findings): array
    {
        $byKey = [];
        foreach ($findings as $finding) {
            $byKey[$finding->key()] ??= $finding;
        }

        return array_values($byKey);
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
            $this->find(Severity::Stops, null, new Message('inspection.no-title'));
        }
        $this->texts(null, [$this->quiz->instructions]);
        if ($this->quiz->stops === []) {
            $this->find(Severity::Stops, null, new Message('inspection.no-stops'));
        }
        foreach ((new UnfinishedCheck($this->quiz))->findings() as [$stop, $at, $message]) {
            $this->findings[] = new Finding(Severity::Stops, $stop, $at, $message);
        }
        foreach ([...$this->quiz->stops, ...$this->quiz->sideStops] as $stop) {
            $this->stop = $stop->id;
            $this->stop($stop);
        }
        $this->stop = null;
        array_map($this->question(...), $this->quiz->pool);
        foreach ($this->quiz->finishes as $finish) {
            $this->texts($finish->id, [$finish->message, ...array_column($finish->byScore, 'message')]);
        }
        $passages = Passages::of($this->quiz);
        array_push(
            $this->findings,
            ...(new ReadingAgeCheck($this->quiz))->of($passages),
            ...SpellCheck::of($passages, $this->quiz->language),
        );
        foreach ($this->teaching->ofWhole() as [$severity, $at, $message]) {
            $this->find($severity, $at === '' ? null : $at, $message);
        }
    }

    private function stop(Stop $stop): void
    {
        if ($stop instanceof ReadingStop) {
            $this->texts($stop->id, [$stop->text]);
        }
        if ($stop instanceof VideoStop) {
            $this->video($stop);
        } elseif ($stop instanceof ReadingStop && $stop->text->isEmpty()) {
            $this->find(Severity::Stops, $stop->id, new Message('inspection.empty-reading'));
        } elseif ($stop instanceof DrillStop) {
            $this->drill($stop);
        } elseif ($stop instanceof StaircaseStop) {
            $this->staircase($stop);
        }
        array_map($this->question(...), $stop->questions());
    }

    private function drill(DrillStop $stop): void
    {
        $count = count($stop->questions);
        if ($count === 0) {
            $this->find(Severity::Stops, $stop->id, new Message('inspection.drill.empty'));
        } elseif ($stop->need > $count) {
            $this->find(Severity::Stops, $stop->id, new Message('inspection.drill.needs-more', ['need' => $stop->need, 'count' => $count]));
        } elseif ($stop->deal > $count && $stop->ends === DrillEnd::Deal) {
            $this->find(
                Severity::Warns,
                $stop->id,
                new Message('inspection.drill.deals-twice', ['deal' => $stop->deal, 'count' => $count]),
            );
        }
    }

    private function staircase(StaircaseStop $stop): void
    {
        if (count($stop->levels) < 2) {
            $this->find(Severity::Stops, $stop->id, new Message('inspection.staircase.few-levels'));
        }
        array_map($this->rung(...), $stop->ladder);
    }

    private function video(VideoStop $stop): void
    {
        $this->clip($stop->clip, $stop->id);
        $end = $this->end($stop->clip);
        $moments = [];
        foreach ($stop->cues as $cue) {
            $this->texts($cue->id, [$cue->text]);
            if ($cue->at < $stop->clip->from || ($end !== null && $cue->at > $end)) {
                $this->find(Severity::Stops, $cue->id, new Message('inspection.cue.outside'));
            }
            if (in_array($cue->at, $moments, true)) {
                $this->find(Severity::Warns, $cue->id, new Message('inspection.cue.same-time'));
            }
            $moments[] = $cue->at;
        }
    }

    private function question(Question $question): void
    {
        if ($question->text() === '') {
            $this->find(Severity::Stops, $question->id, new Message('inspection.question.empty'));
        }
        $this->texts($question->id, $question->texts());
        foreach ($this->keys->of($question) as [$severity, $at, $message]) {
            $this->find($severity, $at, $message);
        }
        foreach ($question->ladders() as $ladder) {
            array_map($this->rung(...), $ladder['rungs']);
        }
        foreach ([...$this->wording->of($question), ...$this->teaching->of($question)] as [$severity, $at, $message, $fix]) {
            $this->find($severity, $at, $message, $fix);
        }
    }

    /** @param  list<Text>  $texts */
    private function texts(?string $at, array $texts): void
    {
        foreach ($texts as $text) {
            foreach ($text->clips() as $clip) {
                $this->clip($clip, $at);
            }
            if ($text->lacksAlternative()) {
                $this->find(Severity::Warns, $at, new Message('inspection.no-alternative'));
            }
        }
    }

    private function rung(Rung $rung): void
    {
        $this->texts($rung->id, [$rung->text, $rung->answers]);
        if ($rung->isEmpty()) {
            $this->find(Severity::Stops, $rung->id, $rung->kind === RungKind::Video
                ? new Message('inspection.rung.no-video')
                : new Message('inspection.rung.empty'));
        }
        if ($rung->question !== null) {
            $this->question($rung->question);
        }
        $clip = $rung->clip;
        $end = $clip === null ? null : $this->end($clip);
        if ($clip !== null && $end !== null && $end - $clip->from > self::LONG_HELP_SECONDS) {
            $this->find(Severity::Warns, $rung->id, new Message('inspection.rung.long-video'));
        }
        if ($clip?->media !== null) {
            $this->clip($clip, $rung->id);
        }
    }

    /** Where it ends: where it was meant to, or the video does. */
    private function end(Clip $clip): ?float
    {
        $ends = array_filter([$clip->to, $this->length($clip)], is_float(...));

        return $ends === [] ? null : min($ends);
    }

    private function length(Clip $clip): ?float
    {
        return ($this->videos[$clip->media ?? ''] ?? null)?->seconds;
    }

    private function clip(Clip $clip, ?string $at): void
    {
        $end = $this->end($clip);
        if ($clip->media === null) {
            $this->find(Severity::Stops, $at, new Message('inspection.video.none'));
        } elseif ($end !== null && $end <= $clip->from) {
            $this->find(Severity::Stops, $at, new Message('inspection.video.ends-first'));
        } elseif ($clip->to !== null && $clip->to > ($this->length($clip) ?? INF) + self::ROUNDING) {
            $this->find(Severity::Warns, $at, new Message('inspection.video.past-end'));
        }
        if (($this->videos[$clip->media ?? ''] ?? null)?->hasCaptions === false) {
            $this->find(Severity::Warns, $at, new Message('inspection.video.no-captions'));
        }
    }

    private function find(Severity $severity, ?string $at, Message $message, ?QuickFix $fix = null): void
    {
        $this->findings[] = new Finding($severity, $this->stop, $at, $message, [], $fix);
    }
}
