<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Quiz;

use HiddenLadder\Core\Quiz\CleanText;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Workpiece;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Rich texts; the examples are the browser's too (tests/unit/text.test.ts). */
final class TextTest extends TestCase
{
    private const MEDIUM = '01HZZZZZZZZZZZZZZZZZZZZZZZ';

    /** @return array<string, mixed> */
    private static function examples(): array
    {
        return json_decode((string) file_get_contents(__DIR__.'/texts.json'), true, 16, JSON_THROW_ON_ERROR);
    }

    public function test_words_without_formatting_are_written_and_read_again(): void
    {
        foreach (self::examples()['plain'] as ['plain' => $plain, 'rich' => $rich]) {
            self::assertSame($rich, Text::of($plain)->html);
            self::assertSame([$plain, $plain], [Text::read($rich)->plain(), Text::read($rich)->words()]);
            self::assertTrue(CleanText::is($rich), $rich);
        }
    }

    public function test_formatted_texts_read_in_plain_words(): void
    {
        foreach (self::examples()['formatted'] as ['plain' => $plain, 'rich' => $rich, 'words' => $words]) {
            self::assertSame([$plain, $words], [Text::read($rich)->plain(), Text::read($rich)->words()], $rich);
            self::assertSame(trim($plain) === '' ? trim($words) : trim($plain), Text::read($rich)->name());
            self::assertTrue(CleanText::is($rich), $rich);
        }
    }

    /** @return iterable<string, array{string}> */
    public static function unclean(): iterable
    {
        $medium = self::MEDIUM;
        foreach ([
            '<script>x</script>', '<p>one</p>', 'a<p>b</p>', '<p>a</p>b', '<p>a', 'a</p>', '<p>a</p></p>', '<em>a</strong>',
            '<p><p>a</p></p>', '<p class="x">a</p><p>b</p>', 'a & b', 'a &nbsp; b', 'a < b', "a\nb", "a\0", '<BR>', '<br/>', '<br />',
            '<!-- x -->',
            '<img src="x">', "<img data-medium=\"$medium\">", "<img alt=\"\" data-medium=\"$medium\">", '<img data-medium="x" alt="">',
            "<img data-medium='$medium' alt=''>", "<audio data-medium=\"$medium\" src=\"x\"></audio>",
            "<audio data-medium=\"$medium\"><em>a</em></audio>",
            "<video data-medium=\"$medium\"></video>", "<video data-medium=\"$medium\" data-from=\"-1\"></video>",
            '<a href="javascript:x">a</a>', '<a>a</a>', '<a href="https://a.example/"><a href="https://b.example/">a</a></a>',
            '<span>a</span>', '<span data-tex="a" class="b">a</span>', "<span data-gap=\"$medium\">a</span>",
            '<ul>a</ul>', '<ul><p>a</p></ul>', '<li>a</li>', '<table><tr><td>a</td></tr></table>',
            '<table><tbody><td>a</td></tbody></table>', '<ul><li><p>a</p></li></ul>', '<em><p>a</p></em>', '<pre><p>a</p></pre>',
            "<p>a</p>\n<p>b</p>", '<h1>a</h1>', '<em onclick="x">a</em>',
            str_repeat('<em>', 17).'a'.str_repeat('</em>', 17),
        ] as $html) {
            yield $html => [$html];
        }
    }

    #[DataProvider('unclean')]
    public function test_what_is_not_allowed_or_written_otherwise_is_not_clean_and_no_document_takes_it(string $html): void
    {
        self::assertFalse(CleanText::is($html));
        $told = (new DocumentCheck)->problems(Sample::with(['stops', 0, 'question', 'entries', 1, 'feedback'], $html));
        self::assertSame(['/stops/0/question/entries/1/feedback'], array_column($told, 'pointer'));
        $work = Workpiece::of(Sample::document());
        $done = $work->apply([Edit::set('quiz', 'instructions', $html), Edit::set(Sample::id('hint-1'), 'text', 'Plain.')]);
        self::assertSame(['/instructions'], array_column((new DocumentCheck)->problemsAfter($work, $done), 'pointer'));
    }

    public function test_what_a_text_shows_is_told(): void
    {
        $medium = self::MEDIUM;
        $text = Text::read(
            "<p>See <img data-medium=\"$medium\" alt=\"a\"></p><video data-medium=\"$medium\" data-from=\"1\" data-to=\"2.5\">film</video>",
        );
        self::assertSame([$medium, $medium], $text->media());
        self::assertSame([1.0, 2.5], [$text->clips()[0]->from, $text->clips()[0]->to]);
        self::assertSame(
            $text->structure(),
            Text::read(str_replace(['See', 'film', '"a"'], ['Look', 'video', '"b"'], $text->html))->structure(),
        );
        self::assertNotSame($text->structure(), Text::read(str_replace('2.5', '3', $text->html))->structure());
        foreach (["<img data-medium=\"$medium\" alt=\"\">" => true, "<img data-medium=\"$medium\" data-decoration=\"\">" => false, '<span data-tex="x"> </span>' => true, "<audio data-medium=\"$medium\"></audio>" => true, 'words' => false] as $html => $lacks) {
            self::assertSame($lacks, Text::read($html)->lacksAlternative(), $html);
        }
        self::assertSame(['A', 'B'], Text::read('<span data-gap="A"></span> <span data-gap="B"></span>')->gaps());
        self::assertSame(
            'It &lt;ebbs&gt; &amp; …',
            Text::read('It <span data-gap="A"></span> &amp; <span data-gap="B"></span>')->filled(
                static fn (string $gap): string => $gap === 'A' ? '<ebbs>' : '…',
            )->html,
        );
        self::assertSame(
            [true, true, false, false],
            array_map(
                static fn (string $html): bool => Text::read($html)->isEmpty(),
                ['', '<p> </p><p></p>', "<img data-medium=\"$medium\" alt=\"\">", 'a'],
            ),
        );
    }
}
