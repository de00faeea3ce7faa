<?php

declare(strict_types=1);

namespace HiddenLadder\App\Exports;

/** A file that is written line by line, or not at all: on a full disk its maker hears of it. */
final class Written
{
    /** @var resource */
    private $handle;

    public function __construct(public readonly string $path)
    {
        $handle = fopen($path, 'wb');
        $this->handle = $handle === false ? throw new \RuntimeException("$path cannot be written.") : $handle;
    }

    public function add(string $line): void
    {
        if (fwrite($this->handle, $line) !== strlen($line)) {
            throw new \RuntimeException("$this->path cannot be written to its end.");
        }
    }

    public function end(): void
    {
        if (! fclose($this->handle)) {
            throw new \RuntimeException("$this->path cannot be written to its end.");
        }
    }
}
