<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Workings;

use HiddenLadder\Core\Quiz\CleanText;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Workings\Asked;
use HiddenLadder\Core\Workings\Workings;
use HiddenLadder\Core\Workings\Writing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What of a question can be worked out. */
final class AskedTest extends TestCase
{
    /** @return iterable<string, array{string, string, string}> what is asked, what of it is worked out, and the same with 3 + 4 in its place */
    public static function questions(): iterable
    {
        yield 'words' => ['What is 2/3 + 1/4?', '2/3 + 1/4', 'What is 3 + 4?'];
        yield 'an equation before a full stop' => ['Solve 3(x-2) = 9.', '3(x - 2) = 9', 'Solve 3 + 4.'];
        yield 'behind a colon' => ['Work out: 502 − 378', '502 - 378', 'Work out: 3 + 4'];
        yield 'an unknown that is named before' => ['Solve for x: x/4 = 8', 'x/4 = 8', 'Solve for x: 3 + 4'];
        yield 'a percentage' => ['How much is 25 % of 80?', '25 % of 80', 'How much is 3 + 4?'];
        yield 'a unit' => ['Write 2.5 km in m.', '2.5 km in m', 'Write 3 + 4.'];
        yield 'behind a word that is none' => ['What is the value of 2x + 3x?', '2x + 3x', 'What is the value of 3 + 4?'];
        yield 'within formatting' => ['<p>Now</p><p><strong>57 + 38</strong> please</p>', '57 + 38', '<p>Now</p><p><strong>3 + 4</strong> please</p>'];
        yield 'a formula' => [
            'Find <span data-tex="1\frac{1}{2}\div\frac{3}{4}">one and a half by three quarters</span>.',
            '3/2 ÷ 3/4',
            'Find <span data-tex="3 + 4">3 + 4</span>.',
        ];
        yield 'a formula with brackets and powers' => [
            '<span data-tex="\left(x+3\right)^{2}">squared</span>',
            '(x + 3)^2',
            '<span data-tex="3 + 4">3 + 4</span>',
        ];
        yield 'a root' => ['<span data-tex="\sqrt{9+16}">root</span>', 'sqrt(9 + 16)', '<span data-tex="3 + 4">3 + 4</span>'];
        yield 'signs that are written otherwise in HTML' => ['5 &lt; 3 + 9 &amp; what?', '3 + 9', '5 &lt; 3 + 4 &amp; what?'];
    }

    #[DataProvider('questions')]
    public function test_it_is_found_where_it_stands(string $prompt, string $exercise, string $other): void
    {
        $asked = Asked::in(Text::read($prompt), 'en');
        self::assertNotNull($asked);
        self::assertSame($exercise, Writing::typed($asked->workings->exercise, $asked->workings->exercise->tree));
        $with = $asked->with(Workings::read('3 + 4', 'en')->exercise)->html;
        self::assertSame($other, $with);
        self::assertTrue(CleanText::is($asked->with($asked->workings->exercise)->html));
    }

    /** @return iterable<string, array{string}> */
    public static function others(): iterable
    {
        yield 'a number of things' => ['A boat has 3 sails and 4 oars. How many ropes?'];
        yield 'a time of day' => ['At 3:15 the tide turns. Why?'];
        yield 'a date' => ['On 12-05-2026 the moon was full.'];
        yield 'a span of years' => ['The harbour was built 1990-1995.'];
        yield 'a fraction alone' => ['Who has 4/5 of the share?'];
        yield 'a duration' => ['Which tide comes 6 h after high tide?'];
        yield 'no number' => ['What pulls the water?'];
        yield 'nothing' => [''];
        yield 'a formula that cannot be worked out' => ['<span data-tex="E = mc^2">energy</span>'];
        yield 'what is no TeX of numbers' => ['<span data-tex="\begin{matrix}1&amp;2\end{matrix}">m</span>'];
    }

    #[DataProvider('others')]
    public function test_where_there_is_nothing_nothing_is_found(string $prompt): void
    {
        self::assertNull(Asked::in(Text::read($prompt), 'en'));
    }
}
