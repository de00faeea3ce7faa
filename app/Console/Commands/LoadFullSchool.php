<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\Demo\FullSchool;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Adds the full school, in which everything occurs at once: for browser tests and for trying things out. */
final class LoadFullSchool extends Command
{
    protected $signature = 'demo:full-school';

    protected $description = 'Add the school in which everything occurs at once, for trying things out';

    public function handle(): int
    {
        $school = DB::transaction(static fn (): FullSchool => new FullSchool);
        $this->info(
            "Teacher {$school->teacher->email}, password ".FullSchool::PASSWORD."; student {$school->both->name}, "
                ."phrase {$school->classes['first']->phrase}, secret ".FullSchool::SECRET.'.',
        );

        return self::SUCCESS;
    }
}
