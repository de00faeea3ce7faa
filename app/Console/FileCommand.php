<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console;

use Illuminate\Console\Command;

/** A command over files, with its arguments and options as text. */
abstract class FileCommand extends Command
{
    protected function given(string $name): string
    {
        $value = $this->hasArgument($name) ? $this->argument($name) : $this->option($name);

        return is_scalar($value) ? (string) $value : '';
    }
}
