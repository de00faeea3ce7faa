<?php

declare(strict_types=1);

namespace HiddenLadder\App\Messages;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\CleanText;

/** What somebody's device sends as a message. */
final readonly class SentMessage
{
    private const LONGEST = 2000;

    /** @param  string  $text  empty where somebody is called */
    public function __construct(public string $id, public string $text)
    {
    }

    /** @throws MalformedInput where there is no id, or nothing is said, or too much */
    public static function read(Fields $sent): self
    {
        $id = $sent->string('id');
        if (preg_match('/^'.CleanText::ID.'$/D', $id) !== 1) {
            throw new MalformedInput('/id', new Message('shape.text'));
        }
        $text = trim((string) preg_replace(['/\r\n?/', '/[^\P{C}\n]/u'], ["\n", ''], $sent->string('text')));
        if ($text === '') {
            throw new MalformedInput('/text', new Message('problem.message.empty'));
        }
        if (mb_strlen($text) > self::LONGEST) {
            throw new MalformedInput('/text', new Message('shape.schema.text-too-long', ['most' => self::LONGEST]));
        }

        return new self($id, $text);
    }
}
