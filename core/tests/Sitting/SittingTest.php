<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Sitting;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Sitting\Act;
use HiddenLadder\Core\Sitting\ActKind;
use HiddenLadder\Core\Sitting\Course;
use HiddenLadder\Core\Sitting\Cover;
use HiddenLadder\Core\Sitting\NextStep;
use HiddenLadder\Core\Sitting\Phase;
use HiddenLadder\Core\Sitting\Place;
use HiddenLadder\Core\Sitting\SittingState;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

/** What is done at the front, and where the class stands then (rules of the job, "From the front"). */
final class SittingTest extends TestCase
{
    private static function at(string $stop, ?string $cue = null): Place
    {
        return new Place('task', Sample::id($stop), $cue === null ? null : Sample::id($cue));
    }

    private static function after(Act ...$acts): SittingState
    {
        $sitting = SittingState::new();
        foreach (array_values($acts) as $moment => $act) {
            $after = $sitting->after($act, 1000 * ($moment + 1));
            self::assertInstanceOf(SittingState::class, $after, $act->kind->value);
            // As it is stored and read again.
            $sitting = SittingState::fromArray(json_decode((string) json_encode($after->toArray()), true));
            self::assertEquals($after, $sitting);
            self::assertEquals($act, Act::read($act->kind->value, Fields::of(json_decode((string) json_encode($act->data()), true))));
        }

        return $sitting;
    }

    private static function refuses(SittingState $sitting, Act $act, Rule $rule): void
    {
        $refused = $sitting->after($act, 0);
        self::assertInstanceOf(Refusal::class, $refused, $act->kind->value);
        self::assertSame($rule, $refused->rule);
    }

    public function test_a_class_gathers_answers_closes_reveals_and_goes_on(): void
    {
        $here = self::at('first');
        $opened = Act::opened('task');
        self::assertSame([Phase::Gathering, null], [self::after($opened)->phase, self::after($opened)->front()]);
        $answering = self::after($opened, Act::stands($here, true));
        self::assertEquals([Phase::Answering, new Front($here->stop), 2000], [$answering->phase, $answering->front(), $answering->since]);
        $closed = self::after($opened, Act::stands($here, true), Act::of(ActKind::Closed));
        self::assertEquals([Phase::Closed, new Front($here->stop, closed: true)], [$closed->phase, $closed->front()]);
        self::assertSame(Phase::Answering, self::after($opened, Act::stands($here, true), Act::of(ActKind::Closed), Act::of(ActKind::AskedAgain))->phase);
        $revealed = self::after($opened, Act::stands($here, true), Act::of(ActKind::Revealed));
        self::assertSame([Phase::Revealed, true], [$revealed->phase, $revealed->front()?->closed]);
        $on = self::after($opened, Act::stands($here, true), Act::of(ActKind::Revealed), Act::stands(self::at('video'), false));
        self::assertSame(Phase::Looking, $on->phase);
        $back = $on->after(Act::stands($here, true), 9000);
        self::assertSame(Phase::Revealed, $back instanceof SittingState ? $back->phase : null, 'what was revealed stays so');
        $ended = self::after($opened, Act::of(ActKind::Ended));
        self::assertSame([Phase::Ended, null], [$ended->phase, $ended->front()]);
    }

    public function test_let_go_and_gathered_again_it_stands_as_it_stood(): void
    {
        $stands = [Act::opened('task', true), Act::stands(self::at('first'), true), Act::of(ActKind::Closed)];
        $alone = self::after(...$stands, ...[Act::of(ActKind::LetGo)]);
        self::assertSame([Phase::Alone, null], [$alone->phase, $alone->front()]);
        $again = self::after(...$stands, ...[Act::of(ActKind::LetGo), Act::of(ActKind::Gathered)]);
        self::assertSame([Phase::Closed, true], [$again->phase, $again->front()?->atOnce]);
    }

    public function test_what_was_ended_by_mistake_is_taken_up_again_as_it_stood(): void
    {
        $stands = [Act::opened('task'), Act::stands(self::at('first'), true), Act::of(ActKind::Closed), Act::of(ActKind::Ended)];
        self::assertSame(Phase::Closed, self::after(...$stands, ...[Act::of(ActKind::Gathered)])->phase);
        self::assertSame(Phase::Gathering, self::after(Act::opened('task'), Act::of(ActKind::Ended), Act::of(ActKind::Gathered))->phase);
    }

    public function test_what_does_not_fit_where_the_class_stands_is_refused(): void
    {
        self::refuses(SittingState::new(), Act::of(ActKind::Closed), Rule::NotNow);
        $gathering = self::after(Act::opened(null));
        self::refuses($gathering, Act::opened(null), Rule::AlreadyStarted);
        foreach ([ActKind::Closed, ActKind::AskedAgain, ActKind::Revealed, ActKind::LetGo, ActKind::Gathered, ActKind::Stands, ActKind::Lifted] as $kind) {
            self::refuses($gathering, Act::of($kind), Rule::NotNow);
        }
        self::refuses($gathering, Act::answerShown('round'), Rule::NotNow);
        $ended = self::after(Act::opened(null), Act::of(ActKind::Ended));
        self::refuses($ended, Act::stands(self::at('first'), true), Rule::NotNow);
    }

    public function test_covers_are_lifted_and_laid_by_themselves_and_what_is_shown_goes_with_the_place(): void
    {
        $acts = [Act::opened(null), Act::stands(self::at('first'), true), Act::cover(Cover::Answers, true), Act::cover(Cover::Names, true)];
        $lifted = self::after(...$acts);
        self::assertSame([true, true, false], array_map($lifted->isLifted(...), [Cover::Answers, Cover::Names, Cover::Scores]));
        self::refuses($lifted, Act::cover(Cover::Names, true), Rule::NotNow);
        self::assertFalse(self::after(...$acts, ...[Act::cover(Cover::Names, false)])->isLifted(Cover::Names));
        $shown = [...$acts, Act::of(ActKind::Closed), Act::answerShown('round')];
        self::assertSame('round', self::after(...$shown)->shown);
        self::assertNull(self::after(...$shown, ...[Act::answerShown(null)])->shown);
        self::assertNull(self::after(...$shown, ...[Act::stands(self::at('last'), true)])->shown);
        self::assertSame('other', self::after(Act::opened(null), Act::named('other'))->quick);
    }

    /** @return list<string> what the one large key does, pressed until nothing is left to do */
    private static function pressed(Course $course, int $here, int $answered): array
    {
        $sitting = self::after(Act::opened('task'));
        $pressed = [];
        while (($next = NextStep::of($sitting, $course, $here, $answered)) !== null && count($pressed) < 30) {
            $act = $next->place === null ? Act::of($next->act) : Act::stands($next->place, $course->asked($next->place) !== null);
            $after = $sitting->after($act, 0);
            self::assertInstanceOf(SittingState::class, $after, 'what the key offers can be done');
            $sitting = $after;
            $pressed[] = $next->act->value.($next->place === null ? '' : ' '.array_search($next->place->cue ?? $next->place->stop, self::names(), true));
        }

        return $pressed;
    }

    /** @return array<string, string> */
    private static function names(): array
    {
        return array_combine($names = ['first', 'video', 'cue', 'last', 'drill'], array_map(Sample::id(...), $names));
    }

    public function test_one_key_leads_through_a_whole_lesson(): void
    {
        $course = new Course('task', Sample::quiz());
        self::assertSame(
            ['stands first', 'closed', 'revealed', 'stands video', 'stands cue', 'closed', 'revealed', 'stands video', 'stands last', 'closed', 'revealed', 'ended'],
            self::pressed($course, 5, 3),
        );
        self::assertNotContains('closed', self::pressed($course, 5, 5), 'all have answered');
        self::assertContains('closed', self::pressed($course, 0, 0));
    }

    public function test_where_each_works_on_their_own_the_key_lets_them_go_once(): void
    {
        $d = new Draft('sample');
        $asks = static fn (string $name): array => $d->question($name, 'number', "$name?", [$d->right('1')], '', '', []);
        $course = new Course('task', QuizDocument::read($d->quiz('Sample', '', [
            $d->drill('drill', 'Practice', [$asks('x'), $asks('y')], 1, 2), $d->asks('last', $asks('last')),
        ], 'End', 'Bye.')));
        self::assertSame(['stands drill', 'let-go', 'gathered', 'stands last', 'closed', 'revealed', 'ended'], self::pressed($course, 2, 0));
    }

    public function test_after_a_question_put_at_once_the_class_goes_back_to_where_it_was(): void
    {
        $course = new Course('task', Sample::quiz());
        $atOnce = Act::stands(new Place('another', Sample::id('q')), true);
        $open = self::after(Act::opened('task'), Act::stands(self::at('first'), true), $atOnce, Act::of(ActKind::Revealed));
        self::assertEquals(self::at('first'), NextStep::of($open, $course, 5, 5)?->place);
        $done = self::after(Act::opened('task'), Act::stands(self::at('first'), true), Act::of(ActKind::Revealed), $atOnce, Act::of(ActKind::Revealed));
        self::assertEquals(self::at('video'), NextStep::of($done, $course, 5, 5)?->place);
        $nothing = self::after(Act::opened(null), $atOnce, Act::of(ActKind::Revealed));
        self::assertNull(NextStep::of($nothing, null, 5, 5), 'from nothing, the next is for the teacher to ask');
        self::assertNull(NextStep::of(self::after(Act::opened(null)), null, 5, 5), 'from nothing, there is nothing sensible but to ask');
    }

    public function test_without_devices_hands_are_counted_and_nothing_is_closed(): void
    {
        $course = new Course('task', Sample::quiz());
        $acts = [Act::opened('task', false, false), Act::stands(self::at('first'), true), Act::counted('a', 3), Act::counted('b', 2), Act::counted('a', 4)];
        $counted = self::after(...$acts);
        self::assertSame([false, ['a' => 4, 'b' => 2]], [$counted->devices, $counted->handsHere()]);
        self::assertSame(ActKind::Revealed, NextStep::of($counted, $course, 0, 0)?->act);
        self::assertSame([], self::after(...$acts, ...[Act::of(ActKind::Revealed), Act::stands(self::at('last'), true)])->handsHere());
        self::refuses($counted, Act::of(ActKind::LetGo), Rule::NotNow);
        self::refuses(self::after(Act::opened('task'), Act::stands(self::at('first'), true)), Act::counted('a', 1), Rule::NotNow);
    }

    public function test_a_place_is_in_a_course_where_its_quiz_has_it(): void
    {
        $course = new Course('task', Sample::quiz());
        self::assertTrue($course->has(self::at('first')) && $course->has(self::at('video', 'cue')));
        self::assertFalse($course->has(self::at('aside')) || $course->has(self::at('first', 'cue')) || $course->has(new Place('other', Sample::id('first'))));
    }
}
