<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Ahead;

use HiddenLadder\Core\Ahead\Edge;
use HiddenLadder\Core\Ahead\Explorer;
use HiddenLadder\Core\Ahead\Structure;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Frame;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\TestCase;

final class WorkedExampleTest extends TestCase
{
    public function test_the_worked_example_of_the_docs_is_what_the_code_does(): void
    {
        preg_match_all('/```\n(.*?)\n```/s', (string) file_get_contents(__DIR__.'/../../../docs/looking-ahead.md'), $blocks);
        $told = array_map(
            static fn (string $block): array => array_map(
                static fn (string $line): string => (string) preg_replace('/ {2,}/', ' ', trim($line)),
                explode("\n", $block),
            ),
            $blocks[1],
        );

        self::assertSame($told, [$this->lines(false), $this->lines(true)]);
    }

    /** @return list<string> each node with its moves */
    private function lines(bool $leadsBack): array
    {
        $d = new Draft('ahead');
        $fork = ['forks' => [$d->fork(['kind' => 'always'], $d->id('one'))]];
        $options = [$d->right('Out to sea'), $d->wrong('beach', 'Up the beach', 'No.')];
        $question = $d->question('ebb', 'one-choice', 'Which way does the ebb run?', $options, 'Yes.', 'No.', [$d->hint('hint', 'Think of it.')]);
        $quiz = $d->quiz('Ebb', '', [$d->asks('one', $question), $d->reading('two', 'Read', 'Some text.', $leadsBack ? $fork : [])], 'End', '');
        $names = array_combine(array_map($d->id(...), ['one', 'two', 'hint']), ['one', 'two', 'hint']);
        $structure = Explorer::of(QuizDocument::read($quiz), Terms::learn())->structure();

        return array_map(
            static fn (int $node): string => trim("$node ".self::place($structure->nodes[$node], $names).' '.self::moves($structure, $node)),
            array_keys($structure->nodes),
        );
    }

    /** @param  array<string, string>  $names */
    private static function place(State $state, array $names): string
    {
        $path = implode(' › ', array_map(static fn (Frame $frame): string => $names[$frame->id], $state->path));

        return $state->isFinished() ? 'the finish' : ($state->returning ? '~' : '').$path.($state->verdictShown ? '*' : '');
    }

    private static function moves(Structure $structure, int $node): string
    {
        return implode(' ', array_map(
            static fn (Edge $edge): string => $edge->move->kind->name.' → '.implode(' | ', $edge->to),
            $structure->edges[$node],
        ));
    }
}
