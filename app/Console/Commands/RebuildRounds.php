<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Rounds\RoundBook;
use Illuminate\Console\Command;

/** Derives the state of every round anew from its events, with the same outcome as when they came in. */
final class RebuildRounds extends Command
{
    protected $signature = 'rounds:rebuild';

    protected $description = 'Derive the state of every round anew from its events';

    public function handle(RoundBook $book): int
    {
        $changed = 0;
        $total = 0;
        foreach (Round::query()->with(['edition.corrections', 'assignment'])->lazyById(200) as $round) {
            $before = [$round->state, $round->course];
            $book->rebuild($round);
            $total++;
            if (json_encode($before) !== json_encode([$round->refresh()->state, $round->course])) {
                $changed++;
                $this->warn("Round $round->id stood differently before.");
            }
        }
        $this->info("$total rounds rebuilt, $changed of them stand differently now.");

        return self::SUCCESS;
    }
}
