<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\App\Models\Teacher;
use HiddenLadder\Demo\Demo;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Fills an empty database with the demo. */
final class LoadDemo extends Command
{
    protected $signature = 'demo:load';

    protected $description = 'Load the demo data into an empty database';

    public function handle(Demo $demo): int
    {
        if (Teacher::query()->exists()) {
            $this->info('There are accounts already; nothing was loaded.');

            return self::SUCCESS;
        }
        DB::transaction($demo->load(...));
        $this->info('The demo data are loaded.');

        return self::SUCCESS;
    }
}
