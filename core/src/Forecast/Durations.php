<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Quiz\Clip;
use HiddenLadder\Core\Quiz\DrillStop;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\ReadingStop;
use HiddenLadder\Core\Quiz\Rung;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\JudgedOwn;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;

/** How long what a made-up student does takes: reading by words, video by length, answering by kind or as the class did. */
final readonly class Durations
{
    /** Of school texts, read for understanding (common practice). */
    private const WORDS_A_MINUTE = 200;

    /** To take in a verdict and go on, in seconds. */
    private const VERDICT = 3.0;

    /** A film whose length is not known, in seconds. */
    private const FILM = 90.0;

    private Position $position;

    /** @var \WeakMap<Question, float> seconds that reading and answering takes at the usual pace */
    private \WeakMap $answering;

    /** @param  array<string, float>  $videos  seconds by medium */
    public function __construct(private QuizDocument $quiz, Terms $terms, private Behaviour $behaviour, private array $videos = [])
    {
        $this->position = new Position($quiz, $terms);
        $this->answering = new \WeakMap;
    }

    /** Seconds from where the student stands until this is done. */
    public function of(Event $event, State $state): float
    {
        $pace = $this->behaviour->profile->pace;
        $home = $this->position->home($state);
        if ($event instanceof Answered && $home !== null) {
            $alike = $this->behaviour->alike($home, $state);
            $seconds = 0.0;
            foreach ($alike as $question) {
                $usual = $this->answering[$question] ??= self::answering($question);
                $seconds += $this->behaviour->profile->seconds($question) ?? $pace * $usual;
            }

            return $seconds / count($alike);
        }
        if ($event instanceof JudgedOwn) {
            return $pace * self::reading($home?->model->plain() ?? '');
        }
        if ($event instanceof Watched) {
            return $event->to - $event->from;
        }

        return $event instanceof WentOn ? $this->goingOn($event, $state, $pace) : 0.0;
    }

    private function goingOn(WentOn $event, State $state, float $pace): float
    {
        $rung = $this->position->rung($state);
        if ($rung !== null) {
            // The questions of a drill count as alike, and so do their rungs.
            $drill = $this->position->series($state);
            $alike = $drill instanceof DrillStop
                ? array_merge(...array_map(static fn (Question $question): array => $question->ladder, $drill->questions))
                : [$rung];

            return array_sum(array_map(fn (Rung $one): float => $this->onRung($one, $pace), $alike)) / max(1, count($alike));
        }
        $stop = $this->quiz->stop($event->from);

        return match (true) {
            $stop instanceof VideoStop && ! $state->verdictShown => max(
                0.0,
                $this->end($stop->clip) - ($state->watchedTo[$stop->id] ?? $stop->clip->from),
            ),
            $stop instanceof ReadingStop && ! $state->verdictShown => $pace * self::reading($stop->title.' '.$stop->text->plain()),
            default => $pace * self::VERDICT,
        };
    }

    private function onRung(Rung $rung, float $pace): float
    {
        return $pace * self::reading("$rung->title {$rung->text->plain()}")
            + ($rung->clip === null ? 0.0 : $this->end($rung->clip) - $rung->clip->from);
    }

    private function end(Clip $clip): float
    {
        return $clip->to ?? $this->videos[$clip->media ?? ''] ?? $clip->from + self::FILM;
    }

    /** Reading a question and answering it, by its kind (common practice; ours). */
    private static function answering(Question $question): float
    {
        $options = $question->kind->showsOptions()
            ? array_map(static fn (Entry $entry): string => $entry->text->plain(), $question->entries)
            : [];

        return self::reading($question->text().' '.implode(' ', $options)) + match ($question->kind) {
            QuestionKind::OneChoice, QuestionKind::Poll => 8.0,
            QuestionKind::TrueFalse => 5.0,
            QuestionKind::SeveralChoices => 12.0,
            QuestionKind::ShortText => 15.0,
            QuestionKind::Number => 20.0,
            QuestionKind::Expression => 30.0,
            QuestionKind::Gaps => 10.0 * max(1, count($question->gaps)),
            QuestionKind::Order => 5.0 * max(1, count($question->items)),
            QuestionKind::Match => 6.0 * max(1, count($question->pairs)),
            QuestionKind::Written => 90.0,
            QuestionKind::HandIn => 120.0,
        };
    }

    private static function reading(string $text): float
    {
        return 60 * (int) preg_match_all('/\S+/u', $text) / self::WORDS_A_MINUTE;
    }
}
