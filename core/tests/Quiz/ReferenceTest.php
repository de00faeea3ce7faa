<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Quiz;

use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\QuestionCheck;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Round\Walker;
use HiddenLadder\Core\Tests\Told;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Documents that contradict themselves, and keys that the inspection misses. */
final class ReferenceTest extends TestCase
{
    private const NOWHERE = '01KADE0000AAAAAAAAAAAAAAAB';

    /**
     * @param  list<array<string, mixed>>  $stops
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private static function quiz(array $stops, array $more = []): array
    {
        return (new Draft('refs'))->quiz('Quiz', '', $stops, 'End', '', [], $more);
    }

    /** @return array{callable(string, string=, array<string, mixed>=, list<mixed>=, list<mixed>=): array<string, mixed>, callable(array<string, mixed>, array<string, mixed>=): array<string, mixed>} a question, and a stop that asks it */
    private static function makers(Draft $d): array
    {
        $question = static fn (
            string $name,
            string $kind = 'number',
            array $more = [],
            array $ladder = [],
            array $entries = [],
        ): array => ['ladder' => $ladder] + $d->question($name, $kind, 'Q?', array_values($entries), '', '', [], '0', $more);
        $stop = static fn (array $question, array $more = []): array => $d->asks($question['id'].'-stop', $question, $more);

        return [$question, $stop];
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function contradictions(): iterable
    {
        $d = new Draft('refs');
        [$question, $stop] = self::makers($d);
        $q = $question('q');
        yield 'a misconception of no list' => [
            self::quiz([$stop($question('q', 'number', [], [], [$d->wrong('w', '1', '', [], null, ['misconception' => self::NOWHERE])]))]),
            '/stops/0/question/entries/0/misconception',
        ];
        yield 'an objective of no list' => [
            self::quiz([$stop($question('q', 'number', ['objectives' => [self::NOWHERE]]))]),
            '/stops/0/question/objectives/0',
        ];
        yield 'a part of no list' => [self::quiz([$stop($q, ['part' => self::NOWHERE])]), '/stops/0/part'];
        yield 'a fork of a stop that leads nowhere' => [
            self::quiz([$stop($q, ['forks' => [$d->fork(['kind' => 'always'], self::NOWHERE)]])]),
            '/stops/0/forks/0/to',
        ];
        yield 'a condition on a question that is not there' => [
            self::quiz([$stop($q, ['shownIf' => ['kind' => 'answered', 'question' => self::NOWHERE]])]),
            '/stops/0/shownIf/question',
        ];
        yield 'a condition on an entry that is not there' => [
            self::quiz([$stop($q, ['forks' => [$d->fork(['kind' => 'entry', 'entry' => self::NOWHERE], $d->id('finish'))]])]),
            '/stops/0/forks/0/when/entry',
        ];
        yield 'a condition on an objective that is not there' => [
            self::quiz([$stop($q, ['forks' => [$d->fork(['kind' => 'mastered', 'objective' => self::NOWHERE], $d->id('finish'))]])]),
            '/stops/0/forks/0/when/objective',
        ];
        yield 'a pair with a stranger' => [
            self::quiz([$stop($question('q', 'match', ['items' => [$d->item('a', 'A')], 'pairs' => [$d->pair('x', 'X', 'nobody')]]))]),
            '/stops/0/question/pairs/0/item',
        ];
        yield 'an order with a stranger' => [
            self::quiz(
                [
                    $stop(
                        $question('q', 'order', ['items' => [$d->item('a', 'A')]], [], [['order' => [self::NOWHERE]] + $d->wrong('w', '')]),
                    ),
                ],
            ),
            '/stops/0/question/entries/0/order',
        ];
        yield 'a foreseen match with a stranger' => [
            self::quiz(
                [
                    $stop(
                        $question(
                            'q',
                            'match',
                            ['items' => [$d->item('a', 'A')], 'pairs' => [$d->pair('x', 'X', 'a')]],
                            [],
                            [['pairs' => [self::NOWHERE => self::NOWHERE]] + $d->wrong('w', '')],
                        ),
                    ),
                ],
            ),
            '/stops/0/question/entries/0/pairs/'.self::NOWHERE,
        ];
        $deep = $question('d4', 'number', [], []);
        foreach ([3, 2, 1, 0] as $level) {
            $deep = $question("d$level", 'number', [], [$d->simpler("rung-$level", $deep)]);
        }
        yield 'questions under questions too deep' => [
            self::quiz([$stop($deep)]),
            '/stops/0/question/ladder/0/question/ladder/0/question/ladder/0/question/ladder/0/question',
        ];
        yield 'terms that are none' => [self::quiz([], ['terms' => ['tries' => 0]]), '/terms/tries'];
        yield 'a link that is none' => [
            self::quiz([$stop($question('q', 'number', [], [$d->exercise('x', 'X', 'Do.', '', 'javascript:alert(1)')]))]),
            '/stops/0/question/ladder/0/link',
        ];
    }

    /** @param  array<string, mixed>  $document */
    #[DataProvider('contradictions')]
    public function test_what_contradicts_itself_is_told_by_its_place(array $document, string $pointer): void
    {
        $told = array_map(static fn (Fault $problem): string => $problem->pointer, (new DocumentCheck)->problems($document));
        self::assertContains($pointer, $told, implode(', ', $told));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function unfinished(): iterable
    {
        $d = new Draft('refs');
        [$question, $stop] = self::makers($d);
        $q = $question('q');
        yield 'ages the wrong way round' => [
            ['stage' => ['from' => 12, 'to' => 11]] + self::quiz([$stop($q)]),
            'inspection.unfinished.ages',
        ];
        yield 'a part in two places' => [
            self::quiz(
                [$stop($q, ['part' => $d->id('p')]), $stop($question('r')), $stop($question('s'), ['part' => $d->id('p')])],
                ['parts' => [['id' => $d->id('p'), 'title' => 'P', 'weight' => 1]]],
            ),
            'inspection.unfinished.part-apart',
        ];
        yield 'a gap that the sentence does not name' => [
            self::quiz([$stop($question('q', 'gaps', ['sentence' => 'It [1].', 'gaps' => [$d->gap('a', []), $d->gap('b', [])]]))]),
            'inspection.unfinished.gaps(gaps: 2)',
        ];
        yield 'a poll in a drill' => [
            self::quiz([$d->drill('drill', 'D', [$question('q', 'poll')], 1, 1)]),
            'inspection.unfinished.unmarked-in-series',
        ];
        yield 'a written answer on a staircase' => [
            self::quiz([$d->staircase('stairs', 'S', [[$question('q', 'written')]], [])]),
            'inspection.unfinished.unmarked-in-series',
        ];
        yield 'a fork out of a drill' => [
            self::quiz(
                [$d->drill('drill', 'D', [$question('q', 'number', [], [], [$d->wrong('w', '1', '', [], $d->id('finish'))])], 1, 1)],
            ),
            'inspection.unfinished.fork-in-series',
        ];
        yield 'a drill that needs more than it deals' => [
            self::quiz([$d->drill('drill', 'D', [$q], 1, 2, 'deal')]),
            'inspection.drill.ends-before(deal: 1, need: 2)',
        ];
        yield 'a stand-in of no group' => [self::quiz([$stop($question('s'))], ['pool' => [$q]]), 'inspection.unfinished.no-alike-group'];
        yield 'a gap too many in the sentence' => [
            self::quiz(
                [
                    $stop(
                        [
                            'sentence' => 'It <span data-gap="'.$d->id('gap/a').'"></span> and <span data-gap="'.self::NOWHERE.'"></span>.',
                        ] + $question('q', 'gaps', ['gaps' => [$d->gap('a', [$d->right('flows')])]]),
                    ),
                ],
            ),
            'inspection.unfinished.gaps(gaps: 1)',
        ];
    }

    /** @param  array<string, mixed>  $document */
    #[DataProvider('unfinished')]
    public function test_what_is_unfinished_is_a_document_all_the_same_is_told_and_can_be_rehearsed(array $document, string $said): void
    {
        self::assertSame([], (new DocumentCheck)->problems($document));
        $quiz = QuizDocument::read($document);
        $findings = Inspection::of($quiz);
        self::assertFalse(Inspection::allowsPublishing($findings));
        self::assertStringContainsString(
            $said,
            implode(' ', array_map(static fn (Finding $finding): string => Told::of($finding->message), $findings)),
        );
        $outcome = (new Engine($quiz, Terms::learn()))->apply(new State, new Started(null, 'rehearsal'), 0);
        self::assertInstanceOf(Applied::class, $outcome);
        self::assertNotSame([], (new Projection($quiz, Terms::learn()))->of($outcome->state));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> a question, and what is said of it */
    public static function keys(): iterable
    {
        $d = new Draft('keys');
        $question = static fn (string $kind, array $entries = [], array $more = []): array => $d->question(
            'q',
            $kind,
            'Q?',
            array_values($entries),
            '',
            '',
            [],
            '0',
            $more,
        );
        $wave = '<img data-medium="'.self::NOWHERE.'" alt="A wave">';
        yield 'an order of one thing' => [$question('order', [], ['items' => [$d->item('a', 'A')]]), 'inspection.key.few-to-order'];
        yield 'one pair' => [
            $question('match', [], ['items' => [$d->item('a', 'A')], 'pairs' => [$d->pair('x', 'X', 'a')]]),
            'inspection.key.few-to-match',
        ];
        yield 'a pair without its other half' => [
            $question(
                'match',
                [],
                ['items' => [$d->item('a', 'A')], 'pairs' => [$d->pair('x', 'X', 'a'), ['item' => null] + $d->pair('y', 'Y', 'a')]],
            ),
            'inspection.key.unmatched',
        ];
        yield 'two things to match to that read the same' => [
            $question(
                'match',
                [],
                ['items' => [$d->item('a', 'A'), $d->item('b', 'a ')], 'pairs' => [$d->pair('x', 'X', 'a'), $d->pair('y', 'Y', 'b')]],
            ),
            'inspection.key.same-to-match',
        ];
        yield 'a sentence without a gap' => [$question('gaps', [], ['sentence' => 'It flows.', 'gaps' => []]), 'inspection.key.no-gap'];
        yield 'a gap without a right answer' => [
            $question('gaps', [], ['sentence' => 'It [1].', 'gaps' => [$d->gap('g', [$d->wrong('w', 'sinks')])]]),
            'inspection.key.empty-gap(number: 1)',
        ];
        yield 'a gap with one answer twice' => [
            $question('gaps', [], ['sentence' => 'It [1].', 'gaps' => [$d->gap('g', [$d->right('flows'), $d->wrong('w', 'Flows')])]]),
            'inspection.key.right-and-wrong',
        ];
        yield 'a poll with one option' => [$question('poll', [$d->wrong('a', 'A')]), 'inspection.key.few-poll-options'];
        yield 'a written answer that nobody judges' => [$question('written'), 'inspection.key.nobody-judges'];
        yield 'words that the marker takes for the same' => [
            $question('short-text', [$d->right("rock'n'roll"), $d->wrong('w', 'rocknroll')], ['text' => ['ignorePunctuation' => true]]),
            'inspection.key.right-and-wrong',
        ];
        yield 'a formula that is none' => [$question('expression', [$d->right('x+')]), 'inspection.key.unreadable'];
        yield 'two formulas that are the same' => [
            $question('expression', [$d->right('2(x+1)'), $d->wrong('w', '2x+2')]),
            'inspection.key.right-and-wrong',
        ];
        yield 'a formula with two meanings' => [$question('expression', [$d->right('1/2x')], ['form' => 'expanded']), ''];
        yield 'two quantities that are the same' => [
            $question('number', [$d->right('0.5 A'), $d->right('500 mA')]),
            'inspection.key.twice',
        ];
        yield 'the same wrong order twice' => [
            $question(
                'order',
                [
                    ['order' => [$d->id('item/b'), $d->id('item/a')]] + $d->wrong('v', ''),
                    ['order' => [$d->id('item/b'), $d->id('item/a')]] + $d->wrong('w', ''),
                ],
                ['items' => [$d->item('a', 'A'), $d->item('b', 'B')]],
            ),
            'inspection.key.twice',
        ];
        yield 'the same picture twice' => [
            $question('one-choice', [['text' => $wave] + $d->right(''), ['text' => $wave] + $d->wrong('w', '')]),
            'inspection.key.right-and-wrong',
        ];
    }

    /** @param  array<string, mixed>  $question */
    #[DataProvider('keys')]
    public function test_each_kind_of_key_is_looked_at(array $question, string $said): void
    {
        $document = self::quiz([(new Draft('keys'))->asks('s', $question)]);
        self::assertSame([], (new DocumentCheck)->problems($document));
        $sentences = implode(
            ' ',
            array_map(static fn (Finding $finding): string => Told::of($finding->message), Inspection::of(QuizDocument::read($document))),
        );
        self::assertStringContainsString($said, $sentences);
    }

    public function test_drills_and_staircases_need_questions(): void
    {
        $d = new Draft('keys');
        $question = $d->question('q', 'number', 'Q?', [$d->right('1')], '', 'No.', []);
        foreach ([
            'inspection.drill.empty' => $d->drill('s', 'D', [], 1, 1),
            'inspection.drill.needs-more(need: 2, count: 1)' => $d->drill('s', 'D', [$question], 2, 2),
            'inspection.drill.deals-twice(deal: 2, count: 1)' => $d->drill('s', 'D', [$question], 2, 1, 'deal'),
            'inspection.staircase.few-levels' => $d->staircase(
                's',
                'S',
                [[$question], []],
                [['title' => 'V'] + $d->clip('c', 'V', $d->id('film'), 5, 2)],
            ),
        ] as $said => $stop) {
            $sentences = implode(
                ' ',
                array_map(
                    static fn (Finding $finding): string => Told::of($finding->message),
                    Inspection::of(QuizDocument::read(self::quiz([$stop]))),
                ),
            );
            self::assertStringContainsString($said, $sentences);
        }
    }

    public function test_one_question_alone_is_held_against_the_same_rules(): void
    {
        $d = new Draft('keys');
        $question = $d->question(
            'q',
            'number',
            'Q?',
            [$d->right('1', '', ['misconception' => self::NOWHERE, 'fork' => self::NOWHERE])],
            '',
            '',
            [],
            '0',
            ['objectives' => [self::NOWHERE]],
        );
        self::assertSame([], (new QuestionCheck)->problems($question));
        self::assertSame('/kind', (new QuestionCheck)->problems(['kind' => 'oracle'] + $question)[0]->pointer);
    }

    public function test_media_of_options_rungs_and_prompts_are_the_student_s_only_where_they_stand(): void
    {
        $d = new Draft('sample');
        $prompt = "<p>Listen.</p><audio data-medium=\"{$d->id('sound')}\">Waves</audio><video data-medium=\"{$d->id('clip')}\" data-from=\"0\" data-to=\"3\">Waves seen</video>";
        $question = $d->question(
            'q',
            'one-choice',
            '',
            [['text' => "Wave <img data-medium=\"{$d->id('picture')}\" alt=\"A wave\">"] + $d->right('Wave'), $d->wrong('w', 'Wind')],
            '',
            '',
            [$d->clip('rung', 'See', $d->id('film'))],
            '0',
            ['prompt' => $prompt],
        );
        $walker = Walker::through([$d->video('v', 'First', $d->id('first'), [], ['staysAtHand' => true]), $d->asks('s', $question)]);
        $media = static fn (): array => (new Projection($walker->quiz, new Terms))->media($walker->state);
        self::assertSame([$d->id('first')], $media());
        $walker->on();
        self::assertEqualsCanonicalizing([$d->id('sound'), $d->id('clip'), $d->id('picture'), $d->id('first')], $media());
        $walker->slips();
        self::assertContains($d->id('film'), $media());
        self::assertEqualsCanonicalizing(
            [$d->id('first'), $d->id('sound'), $d->id('clip'), $d->id('picture'), $d->id('film')],
            $walker->quiz->media(),
        );
        self::assertSame($prompt, $walker->place()['question']['prompt']);
    }
}
