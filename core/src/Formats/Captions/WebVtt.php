<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Captions;

/** Captions as a WebVTT file (W3C Candidate Recommendation, 4 April 2019). */
final class WebVtt
{
    public static function write(Captions $captions): string
    {
        $file = "WEBVTT\n";
        foreach ($captions->lines as $line) {
            $times = self::time($line->from).' --> '.self::time($line->to);
            $file .= "\n".($line->name === '' ? '' : "$line->name\n").rtrim("$times $line->settings")."\n$line->text\n";
        }

        return $file;
    }

    private static function time(float $seconds): string
    {
        $thousandths = (int) round($seconds * 1000);

        return sprintf(
            '%02d:%02d:%02d.%03d',
            intdiv($thousandths, 3_600_000),
            intdiv($thousandths, 60_000) % 60,
            intdiv($thousandths, 1000) % 60,
            $thousandths % 1000,
        );
    }
}
