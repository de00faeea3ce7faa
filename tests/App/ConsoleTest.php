<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Circuits;
use HiddenLadder\Demo\Draft;
use Illuminate\Support\Facades\Artisan;

/** The rules tried on files, without the web. */
final class ConsoleTest extends AppTestCase
{
    private static function file(mixed $content): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'quiz');
        file_put_contents($path, is_string($content) ? $content : (string) json_encode($content));

        return $path;
    }

    /**
     * @param  array<string, mixed>  $arguments
     * @return array{int, mixed}
     */
    private static function run_(string $command, array $arguments): array
    {
        return [Artisan::call($command, $arguments), json_decode(Artisan::output(), true)];
    }

    public function test_a_document_is_checked(): void
    {
        [$code, $told] = self::run_('quiz:check', ['file' => self::file(Circuits::document()), '--json' => true]);
        self::assertSame([0, true, true, []], [$code, $told['sound'], $told['publishable'], $told['problems']]);
        [$code, $told] = self::run_('quiz:check', ['file' => self::file(Sample::with(['colour'], 'red')), '--json' => true]);
        self::assertSame([1, false], [$code, $told['sound']]);
        $this->command(
            'quiz:check',
            ['file' => self::file(Sample::with(['title'], ''))],
        )->expectsOutputToContain('has no title')->assertFailed();
        $this->command('quiz:check', ['file' => '/nowhere'])->expectsOutputToContain('There is no file')->assertFailed();
        $this->command('quiz:check', ['file' => self::file('{"a":')])->expectsOutputToContain('not JSON')->assertFailed();
    }

    public function test_a_document_is_forecast(): void
    {
        [$code, $told] = self::run_('quiz:forecast', ['file' => self::file(Sample::document()), '--json' => true]);
        self::assertSame([0, ['secure', 'middling', 'struggling']], [$code, array_column($told, 'profile')]);
        self::assertGreaterThan($told[0]['seconds'], $told[2]['seconds']);
        self::assertGreaterThan($told[0]['median'], $told[0]['ninetieth']);
        $this->command(
            'quiz:forecast',
            ['file' => self::file(Sample::document()), '--students' => 30],
        )->expectsOutputToContain('A struggling student needs about')->assertSuccessful();
        $this->command(
            'quiz:forecast',
            ['file' => self::file(Sample::with(['stops'], []))],
        )->expectsOutputToContain('no stop yet')->assertFailed();
        $this->command('quiz:forecast', ['file' => self::file(Sample::with(['colour'], 'red'))])->assertFailed();
    }

    public function test_a_table_of_people_and_items_is_analysed(): void
    {
        [$code, $told] = self::run_(
            'evidence:items',
            ['file' => self::file("person,one,two,three\nAda,1,1,1\nBram,0,1,0\nCleo,1,0,\n\nDina,0,0,0\n"), '--json' => true],
        );
        self::assertSame(
            [0, 4, ['one', 'two', 'three'], [4, 4, 3]],
            [$code, $told['people'], array_column($told['items'], 'id'), array_column($told['items'], 'n')],
        );
        self::assertEqualsWithDelta([0.5, 0.5, 1 / 3], array_column($told['items'], 'facility'), 1e-11);
        // Those with all three: 1 1 1, 0 1 0, 0 0 0. Variances 1/3 each, of the sum 7/3.
        self::assertEqualsWithDelta(3 / 2 * (1 - 1 / (7 / 3)), $told['alpha'], 1e-11);

        [, $told] = self::run_(
            'evidence:items',
            ['file' => self::file("\u{FEFF}person,q\nAda,a\nBram,B\nCleo,A\n"), '--key' => 'A', '--json' => true],
        );
        self::assertEqualsWithDelta(2 / 3, $told['items'][0]['facility'], 1e-11);
        self::assertSame([null, null], [$told['alpha'], $told['items'][0]['itemRest']]);
        self::assertSame(
            [['A', 2, true], ['B', 1, false]],
            array_map(
                static fn (array $option): array => [$option['option'], $option['n'], $option['right']],
                $told['items'][0]['options'],
            ),
        );

        // As spreadsheets of other countries write it, with the key in a file of its own, its items in another order.
        $letters = self::file("person;one;two\r\n\"Brandt, Ada\";A;»\r\nBram;B;\r\n");
        foreach (["two,one\n»,A\n", "item\ttwo\tone\nkey\t»\ta\n", "A,»\n", "key,A,»\n"] as $key) {
            [$code, $told] = self::run_('evidence:items', ['file' => $letters, '--key' => self::file($key), '--json' => true]);
            self::assertSame(
                [0, 2, [0.5, 1.0], [2, 1]],
                [$code, $told['people'], array_column($told['items'], 'facility'), array_column($told['items'], 'n')],
                $key,
            );
        }
        $this->command(
            'evidence:items',
            ['file' => $letters, '--key' => self::file("one\nA\n")],
        )->expectsOutputToContain('no option for “two”')->assertFailed();

        foreach ([['person', 'names the items'], ["p,q\nAda,yes\n", 'Options need a key'], ["p,q,r\nAda,1\n", 'Line 2 has 2 cells']] as [$csv, $words]) {
            $this->command('evidence:items', ['file' => self::file($csv)])->expectsOutputToContain($words)->assertFailed();
        }
        $this->command(
            'evidence:items',
            ['file' => self::file("p,q\nAda,A\n"), '--key' => 'AB'],
        )->expectsOutputToContain('2 options for 1 items')->assertFailed();
        $this->command('evidence:items', ['file' => '/nowhere'])->expectsOutputToContain('There is no file')->assertFailed();
        $this->command(
            'evidence:items',
            ['file' => self::file("p,q,r\n")],
        )->expectsOutputToContain('0 people, alpha cannot be told')->assertSuccessful();
    }

    public function test_responses_are_marked_or_told_why_not(): void
    {
        $d = new Draft('mark');
        $question = $d->question('q', 'number', 'Q?', [$d->right('0.5 A')], '', '', []);
        [$code, $marks] = self::run_('quiz:mark', ['file' => self::file([
            ['question' => $question, 'response' => ['text' => '500 mA']],
            ['question' => $question, 'response' => ['text' => 'many']],
            ['question' => ['kind' => 'oracle'] + $question, 'response' => ['text' => '1']],
            ['question' => $question, 'response' => ['point' => 3]],
            'nonsense',
        ])]);
        self::assertSame(0, $code);
        self::assertSame(['right', $d->id('entry/0.5 A//right')], [$marks[0]['result'], $marks[0]['entry']]);
        self::assertStringContainsString('cannot be read', $marks[1]['error']);
        self::assertSame('/question/kind', $marks[2]['pointer']);
        self::assertSame('/response/point', $marks[3]['pointer']);
        self::assertArrayHasKey('error', $marks[4]);
        $this->command('quiz:mark', ['file' => self::file('{"a":1}')])->assertFailed();
    }

    public function test_a_quiz_is_walked_by_given_events_and_by_made_up_students(): void
    {
        $file = self::file(Circuits::document());
        [, $never] = self::run_('quiz:walk', ['file' => $file, '--student' => 'never', '--json' => true]);
        self::assertEquals([true, 1.0], [$never['finished'], $never['score']]);
        [, $always] = self::run_('quiz:walk', ['file' => $file, '--student' => 'always-slips', '--seed' => '4', '--json' => true]);
        self::assertTrue($always['finished']);
        self::assertLessThan(0.2, $always['score']);
        self::assertSame(
            $always,
            self::run_('quiz:walk', ['file' => $file, '--student' => 'always-slips', '--seed' => '4', '--json' => true])[1],
            'the same seed walks the same',
        );
        $answers = json_encode([
            [
                'kind' => 'answered',
                'data' => ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id('entry/plain')]]],
            ],
            ['kind' => 'set-aside', 'data' => ['question' => Sample::id('first/question')]],
        ]);
        [, $walk] = self::run_('quiz:walk', ['file' => self::file(Sample::document()), '--answers' => $answers, '--json' => true]);
        self::assertSame([Sample::id('first'), Sample::id('hint-1')], $walk['steps'][1]['path']);
        self::assertSame('not-here', $walk['steps'][2]['refused']);
        $this->command('quiz:walk', ['file' => $file, '--student' => 'half'])->expectsOutputToContain('Finished with')->assertSuccessful();
        $this->command('quiz:walk', ['file' => $file, '--student' => 'sometimes'])->assertFailed();
        $this->command('quiz:walk', ['file' => $file, '--terms' => '{"tries":0}'])->assertFailed();
    }
}
