<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Formats;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Formats\Captions\CaptionFile;
use HiddenLadder\Core\Formats\Captions\CaptionLine;
use HiddenLadder\Core\Formats\Captions\Captions;
use HiddenLadder\Core\Formats\Captions\CueText;
use HiddenLadder\Core\Formats\Captions\WebVtt;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class CaptionsTest extends TestCase
{
    /**
     * Examples of the W3C's WebVTT (sections 1.1 to 1.5 and 4.2), from memory.
     *
     * @return iterable<string, array{string, list<array{float, float, string, string, string}>}>
     */
    public static function examples(): iterable
    {
        yield 'with lines of their own, and a comment' => [
            "WEBVTT\n\nNOTE\nThis is a comment that spans\nmore than one line.\n\n00:01.000 --> 00:04.000\nNever drink liquid nitrogen.\n\n"
            ."00:05.000 --> 00:09.000\n- It will perforate your stomach.\n- You could die.\n",
            [
                [1.0, 4.0, 'Never drink liquid nitrogen.', '', ''],
                [5.0, 9.0, "- It will perforate your stomach.\n- You could die.", '', ''],
            ],
        ];
        yield 'places on the picture, names, a heading of the file' => [
            "WEBVTT - Translation of that film I like\n\n1\n00:00:00.000 --> 00:00:04.000 position:10%,line-left align:left size:35%\n"
            ."Where did he go?\n\nslide 2\n00:00:03.000 --> 00:00:06.500 position:90% align:right size:35%\nI think he went down this lane.",
            [
                [0.0, 4.0, 'Where did he go?', 'position:10%,line-left align:left size:35%', '1'],
                [3.0, 6.5, 'I think he went down this lane.', 'position:90% align:right size:35%', 'slide 2'],
            ],
        ];
        yield 'styles and regions are left out; classes, voices and times in the text stay' => [
            "WEBVTT\n\nSTYLE\n::cue(b) {\n  color: peachpuff;\n}\n\nREGION\nid:fred\nwidth:40%\n\n"
            ."00:00:00.000 --> 00:00:10.000\n<v.loud Mary>Hello <b>blockquotes</b>!\n\n"
            ."00:16.500 --> 00:18.500\nWhen the moon <00:17.500>hits your eye\n\n"
            ."100:00:00.000 --> 100:00:01.000\n<c.yellow.bg_blue>Sur les <i.foreignphrase><lang en>playground</lang></i></c>, ici &amp; là",
            [
                [0.0, 10.0, '<v.loud Mary>Hello <b>blockquotes</b>!', '', ''],
                [16.5, 18.5, 'When the moon <00:17.500>hits your eye', '', ''],
                [360000.0, 360001.0, '<c.yellow.bg_blue>Sur les <i.foreignphrase><lang en>playground</lang></i></c>, ici &amp; là', '', ''],
            ],
        ];
        yield 'the next line’s times end a line that no empty one ends' => [
            "WEBVTT\r\n\r\n00:01.000 --> 00:02.000\r\none\r\n00:03.000 --> 00:04.000\r\ntwo",
            [[1.0, 2.0, 'one', '', ''], [3.0, 4.0, 'two', '', '']],
        ];
    }

    /** @param  list<array{float, float, string, string, string}>  $lines */
    #[DataProvider('examples')]
    public function test_the_standards_examples_are_read_and_come_back(string $file, array $lines): void
    {
        $read = CaptionFile::read($file)->captions;

        self::assertSame($lines, array_map(self::told(...), $read->lines));
        self::assertEquals($read, CaptionFile::read(WebVtt::write($read))->captions);
    }

    public function test_sub_rip_is_read_by_its_content(): void
    {
        $file = "1\n00:00:01,000 --> 00:00:02,500\n<font color=\"#fff\">High</font> <i>water</i>\n\n"
            ."2\n00:00:03,000 --> 00:00:04,5\n{\\an8}5 < 6 & more\n3\n00:00:05,000 --> 00:00:06,000\nthe third\n";

        self::assertSame(
            [
                [1.0, 2.5, 'High <i>water</i>', '', ''],
                [3.0, 4.5, '5 &lt; 6 &amp; more', '', ''],
                [5.0, 6.0, 'the third', '', ''],
            ],
            array_map(self::told(...), CaptionFile::read($file)->captions->lines),
        );
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function encodings(): iterable
    {
        $text = "WEBVTT\n\n00:01.000 --> 00:02.000\nEbbe à Málaga – für alle\n";
        yield 'UTF-8 with a mark' => ["\xEF\xBB\xBF$text", []];
        yield 'UTF-16, little end first' => ["\xFF\xFE".mb_convert_encoding($text, 'UTF-16LE', 'UTF-8'), ['captions.note.encoding']];
        yield 'UTF-16, big end first' => ["\xFE\xFF".mb_convert_encoding($text, 'UTF-16BE', 'UTF-8'), ['captions.note.encoding']];
        yield 'Windows-1252' => [mb_convert_encoding($text, 'Windows-1252', 'UTF-8'), ['captions.note.encoding']];
    }

    /** @param  list<string>  $notes */
    #[DataProvider('encodings')]
    public function test_encodings_are_recognised(string $bytes, array $notes): void
    {
        $file = CaptionFile::read($bytes);

        self::assertSame('Ebbe à Málaga – für alle', $file->captions->lines[0]->text);
        self::assertSame($notes, array_map(static fn (Message $note): string => $note->code, $file->notes));
    }

    public function test_what_is_out_of_order_overlaps_or_ends_first_is_told(): void
    {
        $file = CaptionFile::read(
            "WEBVTT\n\n00:05.000 --> 00:08.000\nlater\n\n00:01.000 --> 00:06.000\nearlier\n\n00:09.000 --> 00:09.000\nnever\n\n"
            ."00:10.000 --> tomorrow\nwhen?\n",
        );

        self::assertSame(['earlier', 'later'], array_map(static fn (CaptionLine $line): string => $line->text, $file->captions->lines));
        self::assertEquals(
            [
                new Message('captions.note.left-out', ['n' => 2]),
                new Message('captions.note.in-order'),
                new Message('captions.note.overlap', ['n' => 1]),
            ],
            $file->notes,
        );
    }

    /** @return iterable<string, array{string, string}> */
    public static function others(): iterable
    {
        yield 'nothing' => ['', 'problem.captions.type'];
        yield 'words' => ["hello\n", 'problem.captions.type'];
        yield 'a page' => ['<!doctype html><p>00:01 --> 00:02</p>', 'problem.captions.type'];
        yield 'no lines' => ["WEBVTT\n\nNOTE nothing yet\n", 'problem.captions.none'];
        yield 'a word like the first' => ["WEBVTTX\n\n00:01.000 --> 00:02.000\nx", 'problem.captions.type'];
        yield 'too many' => [
            "WEBVTT\n".implode('', array_map(static fn (int $n): string => "\n00:01.000 --> 00:02.000\nx\n", range(0, 5000))),
            'problem.captions.too-many',
        ];
    }

    #[DataProvider('others')]
    public function test_other_files_are_refused(string $bytes, string $code): void
    {
        try {
            CaptionFile::read($bytes);
            self::fail('It was taken.');
        } catch (MalformedInput $error) {
            self::assertSame($code, $error->reason->code);
        }
    }

    /** @return iterable<array{string, string, string}> as typed, as kept, in plain words */
    public static function texts(): iterable
    {
        yield ['5 < 6 & 7 > 2', '5 &lt; 6 &amp; 7 > 2', '5 < 6 & 7 > 2'];
        yield ['<i>Nix</i> <script>x</script>', '<i>Nix</i> &lt;script>x&lt;/script>', 'Nix <script>x</script>'];
        yield ["one\n\n\n two --> three", "one\ntwo --&gt; three", "one\ntwo --> three"];
        yield ['<v Ada>At <ruby>新<rt>shin</rt></ruby>', '<v Ada>At <ruby>新<rt>shin</rt></ruby>', 'At 新'];
        yield ['already &lt; &amp; &#39;so&#39;', 'already &lt; &amp; &#39;so&#39;', "already < & 'so'"];
    }

    #[DataProvider('texts')]
    public function test_what_is_typed_can_stand_in_the_file(string $typed, string $kept, string $plain): void
    {
        self::assertSame($kept, CueText::tidied($typed));
        self::assertSame($kept, CueText::tidied($kept));
        self::assertSame($plain, CueText::plain($kept));
        $read = CaptionFile::read(WebVtt::write(Captions::of([new CaptionLine(0, 1, $kept)])));
        self::assertSame($kept, $read->captions->lines[0]->text);
    }

    public function test_lines_of_the_bench_are_looked_through(): void
    {
        $line = static fn (mixed $from, mixed $to, string $text): Fields => Fields::of(['from' => $from, 'to' => $to, 'text' => $text]);

        $good = Captions::read([$line(4, 5.0004, 'b'), $line(1, 2, 'a --> b')]);
        self::assertInstanceOf(Captions::class, $good);
        self::assertSame([[1.0, 2.0, 'a --&gt; b', '', ''], [4.0, 5.0, 'b', '', '']], array_map(self::told(...), $good->lines));

        $bad = Captions::read([$line(1, 2, 'a'), $line(3, 2, 'b'), $line(-1, 2, 'c'), $line(1, 2, str_repeat('x', 1001))]);
        self::assertIsArray($bad);
        self::assertSame(['/lines/1/to', '/lines/2/to', '/lines/3/text'], array_column($bad, 'pointer'));
    }

    /** @return array{float, float, string, string, string} */
    private static function told(CaptionLine $line): array
    {
        return [$line->from, $line->to, $line->text, $line->settings, $line->name];
    }
}
