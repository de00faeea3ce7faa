<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Captions;

/** The text of a caption, as the W3C's WebVTT has it (section 4.2.2, “WebVTT cue text”). */
final class CueText
{
    /** What may stand between angle brackets: its tags, and times. */
    private const TAG = '(?:\/?(?:c|i|b|u|v|lang|ruby|rt)(?:\.[^\s<>&.]+)*(?:[ \t][^<>]*)?|(?:\d{2,}:)?\d{2}:\d{2}\.\d{3})>';

    private const REFERENCE = '(?:amp|lt|gt|lrm|rlm|nbsp|#\d{1,7}|#x[0-9a-fA-F]{1,6});';

    /** Never longer than a line's block: empty lines would end it, an arrow begin another. Doing it twice changes nothing. */
    public static function tidied(string $text): string
    {
        $text = (string) preg_replace('/\R+\s*/u', "\n", trim($text));
        $text = (string) preg_replace('/&(?!'.self::REFERENCE.')/', '&amp;', $text);
        $text = (string) preg_replace('/<(?!'.self::TAG.')/', '&lt;', $text);

        return str_replace('-->', '--&gt;', $text);
    }

    /** The words alone, for reading and searching. */
    public static function plain(string $text): string
    {
        // What ruby says above the line is not part of it.
        $text = (string) preg_replace('/<rt>.*?<\/rt>/s', '', $text);

        return html_entity_decode((string) preg_replace('/<'.self::TAG.'/', '', $text), ENT_QUOTES | ENT_HTML5);
    }
}
