<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Evidence;

use HiddenLadder\Core\Evidence\Attempt;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Evidence\StudentEvidence;
use HiddenLadder\Core\Evidence\TaskEvidence;
use HiddenLadder\Core\Evidence\Unforeseen;
use HiddenLadder\Core\Marking\Marker;
use HiddenLadder\Core\Marking\PlainText;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\HandedIn;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\WentTo;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

/** Wrong answers nobody foresaw, gathered, with the slips that explain them. */
final class UnforeseenTest extends TestCase
{
    private static function quiz(): QuizDocument
    {
        $d = new Draft('unforeseen');

        return QuizDocument::read($d->quiz('Unforeseen', '', [
            $d->asks('sum', $d->question('sum', 'number', 'What is 52 - 38?', [$d->right('14'), $d->wrong('sum-added', '90')], '', '', [])),
            $d->asks('tide', $d->question('tide', 'short-text', 'What is falling water called?', [$d->right('ebb')], '', '', [], '0', ['text' => ['ignorePunctuation' => true]])),
            $d->asks('length', $d->question('length', 'number', 'How long is it?', [$d->right('2 m')], '', '', [])),
            $d->asks('sea', $d->question('sea', 'gaps', 'Fill it in.', [], '', '', [], '0', [
                'sentence' => 'The [1] runs out, the [2] comes in, and the Moon [3].',
                'gaps' => [
                    $d->gap('out', [$d->right('ebb'), $d->wrong('sea-low', 'low tide')]), $d->gap('in', [$d->right('flood')]),
                    $d->gap('moon', [$d->right('pulls'), $d->wrong('sea-pushes', 'pushes')], 'list'),
                ],
            ])),
        ], 'End', ''));
    }

    /** @param  array<string, string|array<string, string>>  $answers  by question; of one with gaps, what fills each */
    private static function walked(array $answers, Terms $terms): RoundEvidence
    {
        $quiz = self::quiz();
        $engine = new Engine($quiz, $terms);
        $state = new State;
        $evidence = new RoundEvidence;
        $events = [new Started(seed: 'unforeseen')];
        foreach ($answers as $name => $answer) {
            $id = (new Draft('unforeseen'))->id(...);
            $fillings = [];
            foreach (is_array($answer) ? $answer : [] as $gap => $filling) {
                $fillings[$id("gap/$gap")] = $gap === 'moon' ? $id("entry/$filling") : $filling;
            }
            $events[] = new WentTo($id($name));
            $events[] = new Answered($id("$name/question"), is_string($answer) ? Response::text($answer) : Response::gaps($fillings));
        }
        foreach ([...$events, new HandedIn] as $step => $event) {
            $outcome = $engine->apply($state, $event, 1000 * $step);
            self::assertInstanceOf(Applied::class, $outcome);
            $state = $outcome->state;
            $evidence = $evidence->with($event, 1000 * $step, $outcome->facts)->at($state);
        }

        // As it is stored.
        return RoundEvidence::fromArray(json_decode((string) json_encode($evidence->toArray()), true));
    }

    /**
     * @param  list<array<string, string|array<string, string>>>  $class  answers of each student, by question
     * @return list<array<string, mixed>>
     */
    private static function told(array $class): array
    {
        $evidence = new TaskEvidence(self::quiz());
        foreach ($class as $number => $answers) {
            $round = self::walked($answers, new Terms(mode: Mode::HandedIn, missedComeBack: false));
            $evidence->add(new StudentEvidence("student $number", [['evidence' => $round, 'score' => null]]));
        }

        return $evidence->unforeseen();
    }

    public function test_those_that_several_gave_are_gathered_as_the_marker_takes_them_and_what_was_foreseen_is_not_among_them(): void
    {
        $told = self::told([
            ['sum' => '26', 'tide' => 'Flood.', 'length' => '20 cm'],
            ['sum' => '26.0', 'tide' => 'flood', 'length' => '0.2 m'],
            ['sum' => '90', 'tide' => 'ebb', 'length' => '200 cm'],
            ['sum' => '26', 'tide' => 'the flood', 'length' => '2 m'],
            ['sum' => '7', 'tide' => 'FLOOD', 'length' => '7 m'],
        ]);
        $id = (new Draft('unforeseen'))->id(...);
        self::assertSame(
            [[$id('sum/question'), '26', 3], [$id('tide/question'), 'flood', 3], [$id('length/question'), '20 cm', 2]],
            array_map(static fn (array $one): array => [$one['question'], $one['text'], $one['n']], $told),
        );
        // Two of the three had nothing right at once, the third one of three.
        self::assertEqualsWithDelta(1 / 9, $told[0]['score'], 1e-4);
    }

    public function test_what_fills_a_gap_is_gathered_gap_by_gap(): void
    {
        $told = self::told([
            ['sea' => ['out' => 'sea', 'in' => 'flood', 'moon' => 'sea-pushes']],
            ['sea' => ['out' => 'Sea ', 'in' => 'sea', 'moon' => 'sea-pushes']],
            ['sea' => ['out' => 'low tide', 'in' => 'sea', 'moon' => 'sea-pushes']],
            ['sea' => ['out' => 'low tide', 'in' => 'moon', 'moon' => 'sea-pushes']],
            // As a whole it is right in nothing, and in these two gaps.
            ['sea' => ['out' => 'ebb', 'in' => 'flood', 'moon' => 'sea-pushes']],
        ]);
        $id = (new Draft('unforeseen'))->id(...);
        self::assertEqualsCanonicalizing(
            [[$id('sea/question'), $id('gap/out'), 'sea', 2], [$id('sea/question'), $id('gap/in'), 'sea', 2]],
            array_map(static fn (array $one): array => [$one['question'], $one['gap'], PlainText::folded($one['text']), $one['n']], $told),
            'Neither what was foreseen, nor what was chosen from a list, nor what one alone wrote.',
        );
        self::assertSame([[], []], array_column($told, 'ways'));
    }

    public function test_what_only_an_older_edition_asked_is_foreseen_nowhere(): void
    {
        $id = (new Draft('unforeseen'))->id(...);
        $unforeseen = new Unforeseen(self::quiz());
        foreach (['ada', 'ben'] as $student) {
            $fillings = [$id('gap/out') => 'sea', 'a gap that is gone' => 'sand'];
            $filled = new Attempt($id('sea/question'), 'not-right', 0.0, null, null, null, [], fillings: $fillings);
            $gone = new Attempt('gone', 'not-right', 0.0, null, null, null, [], typed: 'sand');
            $unforeseen->add($student, [$filled, $gone], 0.5);
        }
        self::assertSame([[$id('gap/out'), 'sea']], array_map(static fn (array $one): array => [$one['gap'], $one['text']], $unforeseen->all()));
    }

    public function test_what_a_person_gave_full_points_is_not_among_them_until_that_is_taken_back(): void
    {
        $question = (new Draft('unforeseen'))->id('sum/question');
        $attempt = new Attempt($question, 'not-right', 0.0, null, null, 4.0, [], typed: '26');
        $gathered = static function (Attempt $one) use ($attempt): array {
            $unforeseen = new Unforeseen(self::quiz());
            $unforeseen->add('ada', [$one], 0.5);
            $unforeseen->add('ben', [$attempt], 0.5);

            return array_column($unforeseen->all(), 'n');
        };
        self::assertSame([2], $gathered($attempt));
        self::assertSame([2], $gathered($attempt->overruled(0.5)), 'Some points make it no right answer.');
        $given = Attempt::fromArray($attempt->overruled(1.0)->toArray());
        self::assertSame([], $gathered($given));
        self::assertSame([2], $gathered($given->counting('not-right', 0.0)));
    }

    public function test_the_slip_that_leads_to_it_is_named_where_there_is_one(): void
    {
        // Smaller from larger digit: 8 − 2 in place of 12 − 8 (Brown and Burton 1978).
        $told = self::told([['sum' => '26'], ['sum' => '26'], ['sum' => '77'], ['sum' => '77']]);
        $ways = array_column($told, 'ways', 'text');
        $codes = array_map(static fn (array $way): array => array_map(static fn (Message $slip): string => $slip->code, $way), $ways['26']);
        self::assertContains(['workings.slip.smaller-from-larger'], $codes);
        self::assertSame([], $ways['77']);
    }

    public function test_two_writings_say_the_same_to_a_question_as_its_kind_takes_them(): void
    {
        $marker = new Marker('en');
        $quiz = self::quiz();
        $question = static fn (string $name) => $quiz->question((new Draft('unforeseen'))->id("$name/question")) ?? throw new \LogicException($name);
        foreach ([['length', '20 cm', '0.2 m', true], ['length', '20 cm', '20 m', false], ['length', 'two', 'TWO ', true], ['length', '2', '2 m', false],
            ['tide', 'Flood!', 'flood', true], ['tide', 'flood', 'ebb', false]] as [$name, $a, $b, $same]) {
            self::assertSame($same, $marker->same($question($name), $a, $b), "$a, $b");
        }
    }
}
