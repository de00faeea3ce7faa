<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Round\Watching;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\TestCase;

/** Watching a video with questions in it: the three ways of seeking, what is hidden, and how much can have been watched. */
final class WatchingTest extends TestCase
{
    /** When the video was first shown. */
    private const SHOWN = 1_000_000;

    private State $state;

    private QuizDocument $quiz;

    /** @param  array<string, mixed>  $video */
    private function begin(array $video = []): void
    {
        $document = Sample::document();
        foreach ($document['stops'] as $index => $stop) {
            if ($stop['kind'] === 'video') {
                $document['stops'][$index] = $video + $stop;
            }
        }
        $this->quiz = QuizDocument::read($document);
        $this->state = new State;
        $this->does(new Started(Sample::id('video')));
    }

    private function does(Started|Watched $event): void
    {
        $outcome = (new Engine($this->quiz))->apply($this->state, $event, self::SHOWN);
        self::assertInstanceOf(Applied::class, $outcome);
        $this->state = State::fromArray(json_decode((string) json_encode($outcome->state->toArray()), true));
    }

    private function watches(float $from, float $to): void
    {
        $this->does(new Watched(Sample::id('video'), $from, $to, 1.0));
    }

    private function isAsked(): bool
    {
        return $this->state->top()?->id === Sample::id('cue');
    }

    public function test_headings_are_chapters_and_stop_nothing(): void
    {
        $this->begin(['cuesShown' => false, 'cues' => [
            ['id' => Sample::id('begins'), 'kind' => 'heading', 'at' => 0, 'text' => 'Ebb'],
            ['id' => Sample::id('calls'), 'kind' => 'comments', 'at' => 8, 'text' => 'What do you see?', 'pauses' => true],
            ['id' => Sample::id('goes-on'), 'kind' => 'heading', 'at' => 200, 'text' => 'Flow'],
        ]]);
        $place = $this->place();
        self::assertSame([0.0, 200.0], array_column($place['chapters'], 'at'));
        self::assertSame([true], array_column($place['notes'], 'pauses'));
        self::assertTrue($place['mayGoOn']);
        $this->watches(0, 250);
        self::assertSame(Sample::id('video'), $this->state->top()?->id);
    }

    /** @return array<string, mixed> */
    private function place(): array
    {
        return (new Projection($this->quiz, Terms::learn()))->of($this->state)['place'];
    }

    public function test_landing_on_a_cue_does_not_open_it_and_playing_into_it_does(): void
    {
        foreach (['open-cue', 'back', 'free'] as $seeking) {
            $this->begin(['seeking' => $seeking]);
            $this->watches(10, 10);
            self::assertFalse($this->isAsked(), $seeking);
            $this->watches(0, 9);
            self::assertFalse($this->isAsked(), $seeking);
            $this->watches(8, 10);
            self::assertTrue($this->isAsked(), $seeking);
        }
    }

    public function test_not_past_an_open_cue_lets_through_what_lies_before_it(): void
    {
        $this->begin(['seeking' => 'open-cue']);
        $this->watches(15, 18);
        self::assertSame([], $this->state->seen);
        self::assertFalse($this->isAsked());
        $this->watches(7, 8);
        self::assertSame([[7.0, 8.0]], $this->state->seen[Sample::id('video')]);
        $this->watches(8, 30);
        self::assertTrue($this->isAsked());
        self::assertEqualsWithDelta(10.0, $this->state->seen[Sample::id('video')][0][1], 0.31);
    }

    public function test_back_and_forth_as_far_as_seen(): void
    {
        $this->begin(['seeking' => 'back']);
        $this->watches(5, 6);
        self::assertSame([], $this->state->seen, 'a jump ahead');
        $this->watches(0, 6);
        $this->watches(1, 2);
        // A rewind does not bar what was seen.
        $this->watches(5.5, 8);
        self::assertSame([[0.0, 8.0]], $this->state->seen[Sample::id('video')]);
        self::assertEqualsWithDelta([0.0, 8.0], $this->place()['seen'], 0.001);
    }

    public function test_a_round_from_before_what_was_seen_was_kept_goes_on_where_it_stands(): void
    {
        $this->begin(['seeking' => 'back']);
        $this->watches(0, 6);
        $older = array_diff_key($this->state->toArray(), ['seen' => true, 'watchedFor' => true, 'shownAt' => true]);
        $this->state = State::fromArray($older);
        self::assertEqualsWithDelta([0.0, 6.0], $this->place()['seen'], 0.001);
        $this->watches(6, 8);
        self::assertSame([[0.0, 8.0]], $this->state->seen[Sample::id('video')]);
        $this->watches(8, 10);
        self::assertTrue($this->isAsked());
    }

    public function test_freely_a_cue_is_passed_over_and_stays_open(): void
    {
        $this->begin(['seeking' => 'free']);
        $this->watches(12, 14);
        self::assertFalse($this->isAsked());
        self::assertNull($this->place()['nextCue']);
        self::assertFalse($this->place()['mayGoOn']);
        $this->watches(9, 11);
        self::assertTrue($this->isAsked());
    }

    public function test_what_is_hidden_is_told_shortly_before_it_comes_and_how_many_only_where_it_is_wished(): void
    {
        $this->begin();
        self::assertSame(1, $this->place()['openCues']);
        self::assertCount(1, $this->place()['cues']);

        $cue = ['id' => Sample::id('late note'), 'kind' => 'note', 'at' => 100, 'text' => 'Look.'];
        $far = ['cuesShown' => false, 'cues' => array_map(
            static fn (array $one): array => ['at' => 60] + $one,
            array_values(array_filter(Sample::document()['stops'], static fn (array $stop): bool => $stop['kind'] === 'video'))[0]['cues'],
        )];
        $far['cues'][] = $cue;
        $this->begin($far);
        $asked = (string) json_encode((new Projection($this->quiz, Terms::learn()))->of($this->state));
        self::assertNull($this->place()['openCues']);
        self::assertSame([[], [], null], [$this->place()['cues'], $this->place()['notes'], $this->place()['nextCue']]);
        self::assertStringNotContainsString(Sample::id('cue/question'), $asked);
        $untouched = (new Projection($this->quiz, Terms::learn()))->of($this->state)['standings'];
        $this->begin(['cuesCounted' => true] + $far);
        self::assertSame(1, $this->place()['openCues']);
        $counted = (new Projection($this->quiz, Terms::learn()))->of($this->state)['standings'];
        self::assertSame($untouched['untouched'] + 1, $counted['untouched']);

        $this->begin($far);
        $this->watches(0, 50);
        self::assertEqualsWithDelta(60, $this->place()['nextCue'], 0.001);
        self::assertSame([], $this->place()['notes']);
    }

    public function test_nobody_watches_more_than_time_allows_and_the_surplus_is_cut(): void
    {
        $this->begin();
        $video = Sample::id('video');
        self::assertSame([$video => self::SHOWN], $this->state->shownAt);
        $told = new Watched($video, 0, 100, 2.0);
        // Ten seconds at twice the speed, and five to spare.
        self::assertEqualsWithDelta(25.0, Watching::cut($told, $this->state, self::SHOWN + 10_000)->to, 0.001);
        self::assertSame($told, Watching::cut($told, $this->state, self::SHOWN + 60_000));
        $this->state->watchedFor[$video] = 24.0;
        self::assertEqualsWithDelta(1.0, Watching::cut($told, $this->state, self::SHOWN + 10_000)->to, 0.001);
        $this->state->watchedFor[$video] = 99.0;
        self::assertEqualsWithDelta(0.0, Watching::cut($told, $this->state, self::SHOWN + 10_000)->to, 0.001);
        // A burst from a device that was without a connection for an hour is fine.
        $this->state->watchedFor = [];
        self::assertSame($told, Watching::cut($told, $this->state, self::SHOWN + 3_600_000));
        self::assertSame('x', Watching::cut(new Watched('x', 0, 900, 1.0), $this->state, self::SHOWN)->video);
    }
}
