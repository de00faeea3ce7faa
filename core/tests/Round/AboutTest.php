<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

/** Which question each event of a round is about. */
final class AboutTest extends TestCase
{
    /**
     * @param  list<array<string, mixed>>  $ladder
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private static function question(string $name, array $ladder = [], array $more = []): array
    {
        $d = new Draft('sample');
        $right = $d->right('1', '', ['id' => $d->id("$name-right")]);

        return $d->question($name, 'number', "What is $name?", [$right], '', '', $ladder, '0', $more);
    }

    /** @return list<string> by event: the question, by its name */
    private static function about(Walker $walker, string ...$names): array
    {
        $known = ['' => ''];
        foreach ($names as $name) {
            $known[$walker->draft->id("$name/question")] = $name;
        }
        $folded = (new Engine($walker->quiz, $walker->terms))->fold($walker->taken, true);

        return array_map(static fn (?string $about): string => $known[$about ?? ''] ?? '?', $folded->about);
    }

    public function test_a_verdict_and_a_rung_belong_to_the_question_that_is_left_by_going_on(): void
    {
        $d = new Draft('sample');
        $walker = Walker::through([
            $d->reading('start', 'Begin', 'Read this.'),
            $d->asks('a', self::question('a', [$d->hint('a-hint', 'Look.')])),
            $d->asks('b', self::question('b')),
        ]);
        $walker->on()->slips();
        $walker->on()->right()->on();
        $walker->does(new Overruled($d->id('a/question'), 0.5));
        $walker->right()->on();
        // Began; read; slip, hint; right, verdict; a word on the first while the second is asked; right; verdict, and the finish.
        self::assertSame(['', '', 'a', 'a', 'a', 'a', 'a', 'b', 'b'], self::about($walker, 'a', 'b'));
        self::assertTrue($walker->state->isFinished());
    }

    public function test_what_a_drill_deals_next_is_not_what_was_left(): void
    {
        $d = new Draft('sample');
        $walker = Walker::through([$d->drill('drill', 'Drill', [self::question('a'), self::question('b')], 2, 2, 'need')]);
        $first = $walker->asked()->id === $d->id('a/question') ? 'a' : 'b';
        $second = $first === 'a' ? 'b' : 'a';
        $walker->right()->on()->right()->on();
        self::assertSame(['', $first, $first, $second, $second], self::about($walker, 'a', 'b'));
    }

    public function test_a_stand_in_counts_for_the_question_it_stands_in_for_and_its_time_is_kept_till_it_is_marked(): void
    {
        $d = new Draft('sample');
        $document = $d->quiz('Sample', '', [
            $d->asks('a', self::question('a', [], ['alike' => 'sums'])), $d->asks('b', self::question('b')),
        ], 'End', 'Bye.', [], ['pool' => [self::question('like', [], ['alike' => 'sums'])]]);
        $history = new History(standIns: [$d->id('a/question') => $d->id('like/question')]);
        $walker = new Walker($document, new Terms(mode: Mode::HandedIn), new Started(seed: 'seed', history: $history));
        self::assertSame($d->id('like/question'), $walker->asked()->id);
        foreach ([7000, 4000] as $passed) {
            $walker->at += $passed;
            $walker->right();
        }
        $walker->at += 60_000;
        $walker->does(new HandedIn);
        self::assertSame(['', 'a', 'b', ''], self::about($walker, 'a', 'b'));

        $evidence = new RoundEvidence;
        $folded = (new Engine($walker->quiz, $walker->terms))->fold($walker->taken, true);
        foreach ($walker->taken as $index => $taken) {
            $evidence = $evidence->with($taken->event, $taken->at, $folded->facts[$index]);
        }
        $seconds = [];
        foreach ($evidence->attempts as $attempt) {
            $seconds[$attempt->question] = $attempt->seconds;
        }
        self::assertSame([$d->id('a/question') => 7.0, $d->id('b/question') => 4.0], $seconds);
    }

    public function test_help_for_a_simpler_question_on_a_ladder_is_about_that(): void
    {
        $d = new Draft('sample');
        $simpler = self::question('simpler', [$d->hint('deep', 'Deeper.')]);
        $walker = Walker::through([$d->asks('a', self::question('a', [$d->simpler('rung', $simpler)]))]);
        $walker->slips()->does(new AskedForHelp($walker->asked()->id))->on()->right()->on()->right()->on();
        self::assertSame(['', 'a', ...array_fill(0, 4, 'simpler'), 'a', 'a'], self::about($walker, 'a', 'simpler'));
    }
}
