<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console;

use HiddenLadder\Core\Fault;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\QuizDocument;

/** A quiz document in a file, for the commands that try the rules without the web. */
final class QuizFile
{
    /** Larger files are not quiz documents. */
    private const LARGEST = 20_000_000;

    /**
     * @param  list<Fault>  $problems
     * @param  array<array-key, mixed>  $document  nothing when it is none
     */
    private function __construct(public readonly array $problems, public readonly array $document)
    {
    }

    public static function read(string $path): self
    {
        $size = is_file($path) ? filesize($path) : false;
        if ($size === false) {
            return new self([new Fault('', new Message('console.no-file', ['path' => $path]))], []);
        }
        if ($size > self::LARGEST) {
            return new self([new Fault('', new Message('console.file-too-large'))], []);
        }
        $decoded = json_decode((string) file_get_contents($path), true, 128);
        if (! is_array($decoded)) {
            return new self([new Fault('', new Message('console.no-json', ['why' => json_last_error_msg()]))], []);
        }

        return new self((new DocumentCheck)->problems($decoded), $decoded);
    }

    /** @throws MalformedInput when the document is not sound */
    public function quiz(): QuizDocument
    {
        if ($this->problems !== []) {
            throw new MalformedInput($this->problems[0]->pointer, $this->problems[0]->reason);
        }

        return QuizDocument::read($this->document);
    }
}
