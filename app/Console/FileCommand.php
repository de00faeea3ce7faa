<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console;

use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Message;
use Illuminate\Console\Command;

/** A command over files, with its arguments and options as text. */
abstract class FileCommand extends Command
{
    /** In English, which those who run a server read. */
    protected function said(Message $message): string
    {
        return app(Words::class)->say($message, 'en');
    }

    protected function told(Fault $problem): string
    {
        return ($problem->pointer === '' ? '' : "$problem->pointer: ").$this->said($problem->reason);
    }

    protected function given(string $name): string
    {
        $value = $this->hasArgument($name) ? $this->argument($name) : $this->option($name);

        return is_scalar($value) ? (string) $value : '';
    }
}
