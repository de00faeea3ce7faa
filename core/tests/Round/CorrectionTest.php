<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Round\Event\SetAside;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\TestCase;

/** Re-marking: a corrected key changes results, points and standings, and leaves the path as it was. */
final class CorrectionTest extends TestCase
{
    /** @return array<string, mixed> the sample with "no" as the right answer of its first question */
    private static function corrected(): array
    {
        $document = Sample::with(['stops', 0, 'question', 'entries', 0, 'right'], false);
        $document['stops'][0]['question']['entries'][1]['right'] = true;

        return $document;
    }

    /** @return list<mixed> what says where a student is and was */
    private static function path(State $state): array
    {
        return [
            $state->path,
            $state->visited,
            $state->returning,
            $state->finish,
            array_map(static fn ($record) => $record->depths, $state->records),
        ];
    }

    public function test_a_slip_that_was_none_is_right_and_the_rungs_were_still_seen(): void
    {
        $walker = new Walker(Sample::document());
        $walker->answers(Response::choices(Sample::id('entry/plain')))->isAt('first', 'hint-1')->on();
        $state = $walker->under(self::corrected());
        $record = $state->record(Sample::id('first/question'));
        self::assertSame(
            [Standing::Clear, 1.0, 0, 1],
            [$record->standing, $record->share, $record->slips, $record->depth(Sample::id('first/question'))],
        );
        self::assertEquals(self::path($walker->state), self::path($state));
    }

    public function test_what_was_right_and_is_not_any_more_was_still_walked_over(): void
    {
        $walker = new Walker(Sample::document());
        $walker->right()->on();
        $state = $walker->under(self::corrected());
        self::assertSame(
            [Standing::OnTheLadder, 0.0, 1],
            [
                $state->record(Sample::id('first/question'))->standing,
                $state->record(Sample::id('first/question'))->share,
                $state->record(Sample::id('first/question'))->slips,
            ],
        );
        self::assertEquals(self::path($walker->state), self::path($state));
    }

    public function test_whoever_stands_at_a_question_that_has_become_right_may_go_on(): void
    {
        $walker = new Walker(Sample::document());
        $walker->answers(Response::choices(Sample::id('entry/plain')))->on()->refuses(new WentOn(Sample::id('first')), Rule::AnswerFirst);
        $walker->state = $walker->under(self::corrected());
        $walker->quiz = \HiddenLadder\Core\Quiz\QuizDocument::read(self::corrected());
        self::assertTrue($walker->place()['verdictShown']);
        $walker->on()->isAt('video');
        self::assertEquals($walker->state, $walker->under(self::corrected()), 'and the round folds to the same again');
        self::assertSame(Sample::id('video'), $walker->under(Sample::document())->stop(), 'also once the correction is taken back');
    }

    public function test_points_corrected_later_score_anew(): void
    {
        $walker = new Walker(Sample::with(['stops', 0, 'question', 'points'], 3), new Terms(tries: 2, shares: [1.0, 0.5]));
        $walker->answers(Response::choices(Sample::id('entry/plain')))->on()->right();
        self::assertSame(0.5, $walker->record('first')->share);
        self::assertEquals($walker->state, $walker->under(Sample::document()), 'shares are kept, not points');
    }

    public function test_an_answer_that_was_shown_after_the_last_try_stays_shown_only_where_it_is_still_not_right(): void
    {
        $walker = new Walker(Sample::document(), new Terms(tries: 1));
        $walker->answers(Response::choices(Sample::id('entry/plain')))->stands('first', Standing::Shown)->on();
        self::assertSame(Standing::Clear, $walker->under(self::corrected())->record(Sample::id('first/question'))->standing);
        self::assertEquals($walker->state, $walker->under(Sample::document()));
    }

    public function test_what_was_set_aside_under_a_wrong_key_still_came_back(): void
    {
        $walker = new Walker(Sample::document());
        $walker->answers(Response::choices(Sample::id('entry/plain')))->on()->answers(Response::choices(Sample::id('entry/plain')))->on();
        $walker->does(
            new SetAside(Sample::id('first/question')),
            new \HiddenLadder\Core\Round\Event\Watched(Sample::id('video'), 0, 10, 1),
        )->right()->on()->on()->right()->on()->isAt('first');
        $state = $walker->under(self::corrected());
        self::assertEquals(self::path($walker->state), self::path($state));
        self::assertTrue($state->record(Sample::id('first/question'))->standing->isRight());
    }
}
