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
        foreach (Round::query()->select('id')->lazyById(200) as $one) {
            [$before, $after] = $book->rebuild($one->id);
            $total++;
            if (json_encode(self::derived($before)) !== json_encode(self::derived($after->refresh()))) {
                $changed++;
                $this->warn("Round $one->id stood differently before.");
            }
        }
        $this->info("$total rounds rebuilt, $changed of them stand differently now.");

        return self::SUCCESS;
    }

    /** @return list<mixed> */
    private static function derived(Round $round): array
    {
        return [$round->state, $round->evidence, $round->score, $round->mastered, $round->interrupted, $round->finished_at];
    }
}
