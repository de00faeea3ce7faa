<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Captions;

use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;

/** One line of captions: from and to in seconds of the video, and its text as WebVTT has it (a few tags; `&amp;` and `&lt;`). */
final readonly class CaptionLine
{
    private const LONGEST = 1000;

    /** A day: no video is longer. */
    private const LATEST = 86_400;

    /**
     * @param  string  $settings  where on the picture it stands, as WebVTT writes it
     * @param  string  $name  its identifier in the file it came from
     */
    public function __construct(
        public float $from,
        public float $to,
        public string $text,
        public string $settings = '',
        public string $name = '',
    ) {
    }

    /**
     * One that somebody wrote: what could be mistaken for a tag or a new line of the file is put so that it cannot.
     *
     * @return self|Fault why it cannot stand
     */
    public static function read(Fields $fields, string $pointer): self|Fault
    {
        [$from, $to] = [round($fields->number('from'), 3), round($fields->number('to'), 3)];
        $text = CueText::tidied($fields->string('text'));
        if ($from < 0 || $to <= $from || $to > self::LATEST) {
            return new Fault("$pointer/to", new Message('problem.captions.ends-first'));
        }
        if (mb_strlen($text) > self::LONGEST) {
            return new Fault("$pointer/text", new Message('problem.captions.too-long', ['most' => self::LONGEST]));
        }
        $settings = trim((string) preg_replace('/\s+|-->/', ' ', $fields->stringOr('settings', '')));
        $name = trim((string) preg_replace('/\s+|-->/', ' ', $fields->stringOr('name', '')));

        return new self($from, $to, $text, mb_substr($settings, 0, 200), mb_substr($name, 0, 200));
    }

    /** @return array{from: float, to: float, text: string, settings: string, name: string} */
    public function toArray(): array
    {
        return ['from' => $this->from, 'to' => $this->to, 'text' => $this->text, 'settings' => $this->settings, 'name' => $this->name];
    }
}
