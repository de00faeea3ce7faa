<?php

declare(strict_types=1);

namespace HiddenLadder\App\Console\Commands;

use HiddenLadder\App\Console\FileCommand;
use HiddenLadder\App\Console\QuizFile;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\Forecast;
use HiddenLadder\Core\Forecast\ForecastInWords;
use HiddenLadder\Core\Forecast\NoForecast;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Terms\Terms;

/** docs/console.md has the JSON. */
final class ForecastQuiz extends FileCommand
{
    protected $signature = 'quiz:forecast {file : a quiz document} {--students=24 : for whom the sentence is told} {--json}';

    protected $description = 'What a quiz lets expect: minutes, finishes and visits, for three profiles';

    public function handle(): int
    {
        $file = QuizFile::read($this->given('file'));
        if ($file->problems !== []) {
            $this->error($this->told($file->problems[0]));

            return self::FAILURE;
        }
        $quiz = $file->quiz();
        $words = new ForecastInWords($quiz);
        $lines = [];
        foreach (Profile::three() as $profile) {
            try {
                $forecast = Forecast::of($quiz, Terms::read(Fields::of($quiz->terms)), $profile);
            } catch (NoForecast $unfinished) {
                $this->error($this->said($unfinished->why));

                return self::FAILURE;
            }
            $lines[] = $forecast->toArray() + [
                'sentence' => $this->said($words->sentence($forecast, max(1, (int) $this->option('students')))),
            ];
        }
        if ($this->option('json') === true) {
            $this->line((string) json_encode($lines, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT));
        } else {
            array_map($this->line(...), array_column($lines, 'sentence'));
        }

        return self::SUCCESS;
    }
}
