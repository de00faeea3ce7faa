<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Captions;

use HiddenLadder\Core\Formats\DecodedText;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/**
 * A file with captions, WebVTT (W3C Candidate Recommendation, 4 April 2019) or SubRip, whichever its content is, in UTF-8, UTF-16
 * or, as older programs write it, Windows-1252. What is not carried is told.
 */
final readonly class CaptionFile
{
    private const TIME = '(?:(\d{1,4}):)?(\d{1,2}):(\d{1,2})[.,](\d{1,3})';

    /** @param  list<Message>  $notes  what was put right or left out */
    private function __construct(public Captions $captions, public array $notes)
    {
    }

    /** @throws MalformedInput when it is neither, or no line in it can be read */
    public static function read(string $bytes): self
    {
        $decoded = DecodedText::of($bytes);
        $lines = explode("\n", str_replace("\0", "\u{FFFD}", $decoded->text));
        $isWebVtt = preg_match('/^WEBVTT(?:[ \t]|$)/', $lines[0]) === 1;
        if (! $isWebVtt && preg_match('/^\s*(?:\d+\s*\n)?\s*'.self::TIME.'\s*-->/', implode("\n", $lines)) !== 1) {
            throw new MalformedInput('/file', new Message('problem.captions.type'));
        }
        [$read, $left] = self::blocks($lines, $isWebVtt);
        $good = array_values(array_filter($read, static fn (CaptionLine $line): bool => $line->to > $line->from && $line->text !== ''));
        if ($good === []) {
            throw new MalformedInput('/file', new Message('problem.captions.none'));
        }
        if (count($good) > Captions::MOST_LINES) {
            throw new MalformedInput('/file', new Message('problem.captions.too-many', ['most' => Captions::MOST_LINES]));
        }
        $captions = Captions::of($good);
        $left += count($read) - count($good);

        return new self($captions, [
            ...$decoded->encoding === null ? [] : [new Message('captions.note.encoding', ['encoding' => $decoded->encoding])],
            ...$left === 0 ? [] : [new Message('captions.note.left-out', ['n' => $left])],
            ...$captions->lines === $good ? [] : [new Message('captions.note.in-order')],
            ...($overlaps = self::overlaps($captions->lines)) === 0 ? [] : [new Message('captions.note.overlap', ['n' => $overlaps])],
        ]);
    }

    /**
     * @param  list<string>  $lines
     * @return array{list<CaptionLine>, int} lines, and how many blocks could not be read as one
     */
    private static function blocks(array $lines, bool $isWebVtt): array
    {
        $read = [];
        $left = 0;
        $at = $isWebVtt ? 1 : 0;
        while ($at < count($lines)) {
            if (trim($lines[$at]) === '') {
                $at++;

                continue;
            }
            // Its first or second line has the times; before them stands what it is called.
            $isNamed = ! str_contains($lines[$at], '-->') && str_contains($lines[$at + 1] ?? '', '-->');
            $name = $isNamed ? trim($lines[$at++]) : '';
            $times = $lines[$at++];
            $text = self::text($lines, $at, $isWebVtt);
            $at += count($text);
            if (preg_match('/^\s*'.self::TIME.'\s*-->\s*'.self::TIME.'(?:\s+(.*))?$/', $times, $found) === 1) {
                $read[] = new CaptionLine(
                    self::seconds($found, 1),
                    self::seconds($found, 5),
                    $isWebVtt ? CueText::tidied(implode("\n", $text)) : self::subRip(implode("\n", $text)),
                    $isWebVtt ? trim($found[9] ?? '') : '',
                    $isWebVtt ? $name : '',
                );
            } else {
                // Comments are let go without a word.
                $left += str_contains($times, '-->') || preg_match('/^(?:STYLE|REGION)\s*$/', $times) === 1 ? 1 : 0;
            }
        }

        return [$read, $left];
    }

    /**
     * The lines of a block from there on: up to an empty one or, where that was forgotten, the next block's times.
     *
     * @param  list<string>  $lines
     * @return list<string>
     */
    private static function text(array $lines, int $from, bool $isWebVtt): array
    {
        $text = [];
        $at = $from;
        for (; $at < count($lines) && trim($lines[$at]) !== '' && ! str_contains($lines[$at], '-->'); $at++) {
            $text[] = $lines[$at];
        }
        // SubRip numbers its blocks: the number above the next one's times is not said.
        $isCut = $at < count($lines) && str_contains($lines[$at], '-->');

        return $isCut && ! $isWebVtt && $text !== [] && ctype_digit(trim($text[count($text) - 1])) ? array_slice($text, 0, -1) : $text;
    }

    /** @param  array<string>  $found */
    private static function seconds(array $found, int $from): float
    {
        return (int) $found[$from] * 3600 + (int) $found[$from + 1] * 60 + (int) $found[$from + 2]
            + (int) str_pad($found[$from + 3], 3, '0') / 1000;
    }

    /** What SubRip has beyond WebVTT's tags: colours and places, which are let go. */
    private static function subRip(string $text): string
    {
        return CueText::tidied((string) preg_replace(['/<\/?font[^>]*>/i', '/\{\\\\[^}]*\}/'], '', $text));
    }

    /** @param  list<CaptionLine>  $lines  in order */
    private static function overlaps(array $lines): int
    {
        $count = 0;
        foreach ($lines as $index => $line) {
            $count += $index > 0 && $lines[$index - 1]->to > $line->from ? 1 : 0;
        }

        return $count;
    }
}
