<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\AcrossQuizzes;
use HiddenLadder\Core\Evidence\Attempt;
use HiddenLadder\Core\Evidence\FollowUp;
use HiddenLadder\Core\Evidence\Needs;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Evidence\Share;
use HiddenLadder\Core\Evidence\StudentEvidence;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\Misconception;
use HiddenLadder\Core\Quiz\Objective;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class FollowUpTest extends TestCase
{
    /** Two questions that can show that plants eat soil, one with two alike; a drill and a poll, which cannot or have no key. */
    private static function quiz(): QuizDocument
    {
        $d = new Draft('follow');
        $soil = ['misconception' => $d->id('soil')];
        $ask = static fn (string $name, array $ladder = [], array $more = []): array => $d->question($name, 'one-choice', "$name?", [
            $d->right('light'), $d->wrong("$name-soil", 'soil', '', array_values($ladder), null, $soil), $d->wrong("$name-other", 'other'),
        ], '', '', [$d->hint("$name-hint", 'Look up.'), $d->example("$name-example", 'One worked', 'So.')], '0', $more);
        $goal = ['objectives' => [$d->id('goal')]];
        $drilled = static fn (string $name): array => $d->question($name, 'number', "$name?", [$d->right('3')], '', '', [], '0', $goal);

        return QuizDocument::read($d->quiz('Leaves', '', [
            $d->asks('first', $ask('first', [$d->reading('first-soil-text', 'Where wood comes from', 'From the air.')], ['alike' => 'leaf'])),
            $d->asks('second', $ask('second')),
            $d->drill('drill', 'Count', [$drilled('one'), $drilled('two'), $drilled('three')], 2, 2),
            $d->asks('poll', $d->question('poll', 'poll', 'Liked it?', [$d->wrong('poll-yes', 'yes', '', [], null, $soil)], '', '', [])),
        ], 'End', '', [], [
            'pool' => [$ask('first-2', [], ['alike' => 'leaf']), $ask('first-3', [], ['alike' => 'leaf'])],
            'misconceptions' => [['id' => $d->id('soil'), 'text' => 'Plants eat soil']],
            'objectives' => [['id' => $d->id('goal'), 'text' => 'Count leaves', 'code' => 'BIO-7']],
        ]));
    }

    private static function id(string $name): string
    {
        return (new Draft('follow'))->id($name);
    }

    /** @param  array<string, bool>  $tries  by question, whether the first was right */
    private static function student(string $name, array $tries): StudentEvidence
    {
        $attempts = array_map(
            static fn (string $question, bool $right): Attempt => new Attempt(
                self::id("$question/question"), $right ? 'right' : 'not-right', $right ? 1.0 : 0.0, null, $right ? null : self::id('soil'),
                null, [],
            ),
            array_keys($tries),
            $tries,
        );

        return new StudentEvidence($name, [['evidence' => new RoundEvidence($attempts), 'score' => null]]);
    }

    /**
     * @param  list<array{what: string, id: string, home: string}>  $steps
     * @return list<string>
     */
    private static function told(array $steps): array
    {
        $names = [];
        foreach (['first', 'first-2', 'first-3', 'second', 'one', 'two', 'three', 'poll'] as $question) {
            $names[self::id("$question/question")] = $question;
            $names[self::id("$question-example")] = "$question-example";
        }
        $names[self::id('first-soil-text')] = 'first-soil-text';

        return array_map(static fn (array $step): string => $step['what'].' '.$names[$step['id']], $steps);
    }

    /** @return iterable<string, array{list<StudentEvidence>, list<string>, list<string>}> */
    public static function sharing(): iterable
    {
        yield 'nobody tried anything: in the order of the walk' => [
            [], [], ['explains first-soil-text', 'explains first-example', 'alike first-2', 'again second', 'alike first-3'],
        ];
        yield 'most slipped at the second, which has none alike' => [
            [self::student('a', ['first' => true, 'second' => false]), self::student('b', ['second' => false])], [],
            ['explains first-soil-text', 'explains second-example', 'again second', 'alike first-2', 'alike first-3'],
        ];
        yield 'one alike was met already' => [
            [self::student('a', ['first' => false])], ['first-2'],
            ['explains first-soil-text', 'explains first-example', 'alike first-3', 'again second'],
        ];
        yield 'all were: the same again' => [
            [self::student('a', ['first' => false])], ['first-2', 'first-3'],
            ['explains first-soil-text', 'explains first-example', 'again first', 'again second'],
        ];
    }

    /**
     * @param  list<StudentEvidence>  $group
     * @param  list<string>  $met
     * @param  list<string>  $steps
     */
    #[DataProvider('sharing')]
    public function test_what_explains_comes_first_and_then_questions_that_were_not_met(array $group, array $met, array $steps): void
    {
        $met = array_map(static fn (string $question): string => self::id("$question/question"), $met);
        self::assertSame($steps, self::told((new FollowUp(self::quiz()))->propose(self::id('soil'), $group, $met, [])));
    }

    public function test_of_what_explains_the_one_that_helped_most_is_taken(): void
    {
        $steps = (new FollowUp(self::quiz()))->propose(self::id('soil'), [], [], [
            self::id('first-example') => new Share(1, 9), self::id('second-example') => new Share(8, 9),
        ]);
        self::assertSame(['explains first-soil-text', 'explains second-example'], array_slice(self::told($steps), 0, 2));
    }

    /** Of a drill each question is alike to the others: those that were not dealt come first. */
    public function test_an_objective_brings_the_drills_other_questions(): void
    {
        $group = [self::student('a', ['one' => false, 'two' => true])];
        self::assertSame(
            ['alike three', 'again two'],
            self::told((new FollowUp(self::quiz()))->propose(self::id('goal'), $group, [], [])),
        );
        self::assertSame([], (new FollowUp(self::quiz()))->propose(self::id('nothing'), $group, [], []));
    }

    public function test_a_need_is_known_again_in_another_quiz(): void
    {
        $read = static fn (array $fields): Objective => Objective::read(Fields::of($fields + ['id' => self::id('x')]));
        $said = static fn (string $text): Misconception => Misconception::read(Fields::of(['id' => self::id('x'), 'text' => $text]));
        self::assertTrue(AcrossQuizzes::isSame($said('Plants eat soil'), $said(' plants  EAT soil ')));
        self::assertFalse(AcrossQuizzes::isSame($said('Plants eat soil'), $said('Plants drink soil')));
        self::assertTrue(AcrossQuizzes::isSame($read(['text' => 'Count leaves', 'code' => 'bio-7']), $read(['text' => 'Other', 'code' => 'BIO-7'])));
        self::assertTrue(AcrossQuizzes::isSame($read(['text' => 'Count leaves', 'code' => 'B']), $read(['text' => 'count leaves', 'code' => 'C'])));
        // Two without a code are not the same for that.
        self::assertFalse(AcrossQuizzes::isSame($read(['text' => 'Count', 'code' => '']), $read(['text' => 'Draw', 'code' => ''])));
        // A misconception is no objective.
        self::assertFalse(AcrossQuizzes::isSame($said('Count leaves'), $read(['text' => 'Count leaves', 'code' => ''])));

        $needs = new Needs(self::quiz());
        self::assertSame(self::id('soil'), $needs->alsoIn(self::id('soil'), self::quiz()));
        self::assertNull($needs->alsoIn(self::id('elsewhere'), self::quiz()));
        // The poll has no key: whoever chose its option showed nothing.
        self::assertSame([self::id('first/question'), self::id('second/question')], $needs->questions(self::id('soil')));
    }
}
