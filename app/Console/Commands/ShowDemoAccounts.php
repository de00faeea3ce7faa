<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\App\Models\Teacher;
use HiddenLadder\Demo\Demo;
use Illuminate\Console\Command;

/** Says how to come in, where the demo is loaded. */
final class ShowDemoAccounts extends Command
{
    protected $signature = 'demo:accounts';

    protected $description = 'Show the demo accounts';

    public function handle(): int
    {
        if (Teacher::query()->where('email', Demo::TEACHER['email'])->exists()) {
            $this->line('  Teacher  '.Demo::TEACHER['email'].', password '.Demo::TEACHER['password']);
            $this->line(
                '  Student  '.url('/join').', class phrase "'.Demo::PHRASE.'", name '
                .Demo::STUDENT['name'].', secret '.Demo::STUDENT['secret'],
            );
            $this->line('  Letters  '.url('/post-box').' (mail is simulated)');
        }

        return self::SUCCESS;
    }
}
