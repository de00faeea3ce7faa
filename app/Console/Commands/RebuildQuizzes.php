<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Quizzes\QuizChanges;
use Illuminate\Console\Command;

/** Derives every quiz document anew from its changes, and says where the stored one differs. */
final class RebuildQuizzes extends Command
{
    protected $signature = 'quizzes:rebuild {--repair : store what the changes say where it differs}';

    protected $description = 'Derive the documents of all quizzes anew from their changes';

    public function handle(QuizChanges $changes): int
    {
        $differ = 0;
        foreach (Quiz::query()->lazyById(50) as $quiz) {
            $derived = $changes->at($quiz, $quiz->version)->json();
            if (json_encode(json_decode($derived)) === json_encode(json_decode(strval($quiz->getRawOriginal('document'))))) {
                continue;
            }
            $differ++;
            $this->warn("“{$quiz->title}” ($quiz->id) is not what its changes say.");
            if ($this->option('repair')) {
                Quiz::query()->whereKey($quiz->id)->update(['document' => $derived]);
            }
        }
        $count = Quiz::query()->count();
        $this->info(
            $differ === 0
                ? "All $count quizzes are what their changes say."
                : "$differ of $count quizzes differ".($this->option('repair') ? ' and were repaired.' : '.'),
        );

        return $differ === 0 || $this->option('repair') ? self::SUCCESS : self::FAILURE;
    }
}
