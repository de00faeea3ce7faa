<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\Core\Quiz\CleanText;
use PHPUnit\Framework\Attributes\DataProvider;

/** What a question asks, worked out, over HTTP. */
final class WorkingsTest extends AppTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->asTeacher($this->teacher());
    }

    public function test_what_a_question_asks_is_worked_out_with_slips_in_words(): void
    {
        $told = $this->postJson('/api/workings', ['prompt' => 'What is <strong>2/3 + 1/4</strong>?', 'language' => 'en', 'given' => ['6/14', '99']])
            ->assertOk()
            ->assertJsonPath('workings.expression', '2/3 + 1/4')
            ->assertJsonPath('workings.key.typed', '11/12')
            ->assertJsonPath('workings.key.text', '<span data-tex="\frac{11}{12}">11/12</span>')
            ->assertJsonPath('workings.offers.0.typed', '3/7')
            ->assertJsonPath('workings.offers.0.slips', ['Numerators and denominators taken together'])
            ->assertJsonPath('workings.ways.0', ['answer' => '6/14', 'slips' => ['Numerators and denominators taken together']])
            ->assertJsonPath('workings.ways.1.slips', []);
        self::assertCount(1, $told->json('workings.hints'), 'The last step would give the answer away.');
        foreach ([...$told->json('workings.hints'), $told->json('workings.example')] as $text) {
            self::assertTrue(CleanText::is($text), $text);
        }
        self::assertStringNotContainsString('11', $told->json('workings.hints.0'));
        self::assertStringContainsString('data-tex="\frac{11}{12}"', $told->json('workings.example'));
    }

    public function test_answers_by_two_slips_are_others(): void
    {
        $asked = ['prompt' => '2(x + 3) = 16', 'language' => 'en'];
        $one = array_column($this->postJson('/api/workings', $asked)->assertOk()->json('workings.offers'), 'typed');
        $two = $this->postJson('/api/workings', [...$asked, 'slips' => 2])->assertOk()->json('workings.offers');
        self::assertSame([], array_intersect($one, array_column($two, 'typed')));
        self::assertCount(2, $two[0]['slips']);
    }

    public function test_where_there_is_nothing_to_work_out_there_is_nothing(): void
    {
        $this->postJson('/api/workings', ['prompt' => 'Why does the tide turn?', 'language' => 'en'])->assertOk()->assertExactJson(['workings' => null]);
        $this->postJson('/api/workings/family', ['prompt' => 'Why?', 'language' => 'en', 'seed' => 'a'])->assertOk()->assertExactJson(['members' => []]);
    }

    public function test_a_family_stands_in_the_words_of_its_question(): void
    {
        $asked = ['prompt' => 'Solve <span data-tex="3\left(x-2\right)=9">it</span>, please.', 'language' => 'en', 'seed' => 'ebb', 'count' => 3];
        $members = $this->postJson('/api/workings/family', $asked)->assertOk()->json('members');
        self::assertCount(3, $members);
        foreach ($members as $member) {
            self::assertTrue(CleanText::is($member['prompt']));
            self::assertStringStartsWith('Solve <span data-tex="', $member['prompt']);
            self::assertStringEndsWith('</span>, please.', $member['prompt']);
            self::assertStringContainsString(htmlspecialchars($member['workings']['tex']), $member['prompt']);
        }
        self::assertSame($members, $this->postJson('/api/workings/family', $asked)->json('members'));
        // What is typed beside the question stands alone in its family.
        $typed = $this->postJson('/api/workings/family', [...$asked, 'prompt' => 'How far is it?', 'expression' => '2.5 km in m'])->assertOk();
        self::assertStringStartsWith('Work out: <span data-tex="', $typed->json('members.0.prompt'));
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function refused(): iterable
    {
        $asked = ['prompt' => '', 'language' => 'en'];
        yield 'divides by zero' => [[...$asked, 'expression' => '4 / 0'], '/expression', 'This divides by zero.'];
        yield 'cannot be read' => [[...$asked, 'expression' => '3 + + ('], '/expression', 'Something is missing at the end of this.'];
        yield 'a megabyte' => [[...$asked, 'prompt' => str_repeat('1+', 500_000)], '/prompt', 'a text here has at most 20,000 characters'];
        yield 'what is no text' => [[...$asked, 'prompt' => '<script>3+4</script>'], '/prompt', 'this text has HTML in it that is not allowed, or not written as it is kept'];
        yield 'no language' => [[...$asked, 'language' => '../../etc'], '/language', 'this value is not known here'];
        yield 'three slips' => [[...$asked, 'slips' => 3], '/slips', 'a whole number from 1 to 2 is expected'];
        yield 'many answers' => [[...$asked, 'given' => array_fill(0, 21, '1')], '/given', 'there are more than 20 of them'];
        yield 'something else' => [[...$asked, 'quiz' => 1], '/quiz', 'this field is not known here'];
    }

    /** @param  array<string, mixed>  $sent */
    #[DataProvider('refused')]
    public function test_what_does_not_fit_is_told(array $sent, string $pointer, string $reason): void
    {
        $this->postJson('/api/workings', $sent)->assertStatus(422)
            ->assertJsonPath('errors.0.pointer', $pointer)
            ->assertJsonPath('errors.0.reason', $reason);
    }

    public function test_it_is_for_teachers(): void
    {
        $this->app->make('auth')->forgetGuards();
        $this->postJson('/api/workings', ['prompt' => '3 + 4', 'language' => 'en'])->assertUnauthorized();
        $this->postJson('/api/workings/family', ['prompt' => '3 + 4', 'language' => 'en', 'seed' => 'a'])->assertUnauthorized();
    }
}
