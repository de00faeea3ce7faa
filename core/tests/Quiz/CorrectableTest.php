<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Quiz;

use HiddenLadder\Core\Quiz\Edits\Correctable;
use HiddenLadder\Core\Quiz\Edits\Difference;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Nodes;
use HiddenLadder\Core\Quiz\Edits\Workpiece;
use HiddenLadder\Core\Tests\Round\MadeUpQuiz;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** What may be mended in a quiz in use, what is structure, and how two documents are told apart. */
final class CorrectableTest extends TestCase
{
    /** @return iterable<string, array{Edit}> */
    public static function corrections(): iterable
    {
        $first = Sample::id('first/question');
        $entry = Sample::id('entry/plain');
        yield 'a key' => [Edit::set($entry, 'right', true)];
        yield 'points' => [Edit::set($first, 'points', 4)];
        yield 'wording' => [Edit::set($first, 'prompt', 'First, <em>then</em>?')];
        yield 'feedback' => [Edit::set($first, 'feedback.right', 'Better.')];
        yield 'feedback that was not there' => [Edit::set($first, 'explanation', 'So it is.')];
        yield 'an option' => [Edit::set($entry, 'text', 'No!')];
        yield 'a rung' => [Edit::set(Sample::id('hint-1'), 'text', 'Another hint.')];
        yield 'a tolerance' => [Edit::set(Sample::id('last/question'), 'tolerance.value', '2')];
        yield 'a share that was not there' => [Edit::set($entry, 'share', 0.5)];
        yield 'the closing message' => [Edit::set(Sample::document()['finishes'][0]['id'], 'message', 'Good-bye.')];
        yield 'one more misconception' => [
            Edit::insert('quiz', 'misconceptions', null, (object) ['id' => Sample::id('mis-new'), 'text' => 'The Moon pushes']),
        ];
        yield 'one more accepted answer' => [Edit::insert(Sample::id('last/question'), 'entries', null, self::entry())];
    }

    private static function entry(mixed $fork = null): \stdClass
    {
        return (object) [
            'id' => '01KADE0000AAAAAAAAAAAAAAAB',
            'text' => '',
            'key' => '7',
            'right' => true,
            'feedback' => '',
            'fork' => $fork,
            'ladder' => [],
        ];
    }

    #[DataProvider('corrections')]
    public function test_keys_points_wording_and_feedback_may_be_mended_and_are_told_as_they_were_made(Edit $edit): void
    {
        $before = Workpiece::of(Sample::document());
        self::assertTrue(Correctable::allows(Nodes::of($before->document()), $edit));
        $after = Workpiece::of(Sample::document());
        $after->apply([$edit]);
        $difference = Difference::between($before->document(), $after->document());
        self::assertEquals([$edit->toObject()], array_map(static fn (Edit $one): \stdClass => $one->regardless()->toObject(), $difference));
    }

    /** @return iterable<string, array{Edit}> */
    public static function structure(): iterable
    {
        $first = Sample::id('first/question');
        yield 'a kind' => [Edit::set($first, 'kind', 'poll')];
        yield 'a fork' => [Edit::set(Sample::id('entry/plain'), 'fork', Sample::id('last'))];
        yield 'a new option' => [Edit::insert($first, 'entries', null, self::entry())];
        yield 'a new answer that leads elsewhere' => [
            Edit::insert(Sample::id('last/question'), 'entries', null, self::entry(Sample::id('first'))),
        ];
        yield 'a picture in a text' => [Edit::set($first, 'prompt', '<p>First?</p><img data-medium="'.Sample::id('x').'" alt="">')];
        yield 'a rung taken out' => [Edit::remove(Sample::id('hint-1'))];
        yield 'a stop moved' => [Edit::move(Sample::id('first'), 'quiz', 'stops', null)];
        yield 'a condition' => [Edit::set(Sample::id('first'), 'shownIf', null)];
        yield 'nowhere' => [Edit::set(Sample::id('nowhere'), 'points', 1)];
        yield 'a video' => [Edit::set(Sample::id('video'), 'clip.from', 3)];
    }

    #[DataProvider('structure')]
    public function test_everything_else_is_structure(Edit $edit): void
    {
        self::assertFalse(Correctable::allows(Nodes::of(Workpiece::of(Sample::document())->document()), $edit));
    }

    public function test_answers_of_typed_gaps_may_be_added_and_those_to_choose_from_not(): void
    {
        $d = new Draft('gaps');
        $question = $d->question(
            'q',
            'gaps',
            'Fill in.',
            [],
            '',
            '',
            [],
            '0',
            [
                'sentence' => 'It [1] and [2].',
                'gaps' => [$d->gap('typed', [$d->right('ebbs')]), ['show' => 'list'] + $d->gap('listed', [$d->right('flows')])],
            ],
        );
        $places = Nodes::of(Workpiece::of($d->quiz('Gaps', '', [$d->asks('s', $question)], 'End', ''))->document());
        $gaps = array_column($question['gaps'], 'id');
        self::assertTrue(Correctable::allows($places, Edit::insert($gaps[0], 'entries', null, self::entry())));
        self::assertFalse(Correctable::allows($places, Edit::insert($gaps[1], 'entries', null, self::entry())));
        self::assertTrue(
            Correctable::allows($places, Edit::set($question['id'], 'sentence', str_replace('It', 'Water', $question['sentence']))),
        );
        self::assertFalse(Correctable::allows($places, Edit::set($question['id'], 'sentence', "It <span data-gap=\"$gaps[0]\"></span>.")));
    }

    public function test_the_difference_of_generated_documents_makes_one_of_the_other(): void
    {
        $random = new Randomizer(new Xoshiro256StarStar(hash('sha256', 'difference', true)));
        for ($case = 0; $case < 40; $case++) {
            // Of one seed they share ids, and differ in everything else.
            [$one, $other] = [MadeUpQuiz::document($random), MadeUpQuiz::document($random)];
            $to = Workpiece::of($other)->document();
            $work = Workpiece::of($one);
            $work->apply(Difference::between($work->document(), $to));
            self::assertSame([], Difference::between($work->document(), $to));
            self::assertEquals($to, $work->document());
        }
    }

    public function test_as_much_of_a_change_is_laid_as_fits_whatever_stands_there(): void
    {
        $work = Workpiece::of(Sample::document());
        $points = Edit::set(Sample::id('first/question'), 'points', 3, 'another');
        $fitted = $work->applyWhatFits([Edit::set(Sample::id('gone'), 'points', 3), $points, Edit::remove(Sample::id('gone'))]);
        self::assertSame([$points], $fitted);
        self::assertSame(3, $work->toArray()['stops'][0]['question']['points']);
    }
}
