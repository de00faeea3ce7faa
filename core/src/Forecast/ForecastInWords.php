<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\RungKind;

/** A forecast in a sentence that a teacher can plan by. */
final readonly class ForecastInWords
{
    public function __construct(private QuizDocument $quiz)
    {
    }

    /** @param  int  $students  in the class it is told for, at least 1 */
    public function sentence(Forecast $forecast, int $students): string
    {
        $minutes = self::minutes($forecast->median);
        $ninetieth = self::minutes($forecast->ninetieth);
        $who = $forecast->profile->isClass() ? 'A student of this class' : 'A '.$forecast->profile->name.' student';
        $time = "$who needs about $minutes ".($minutes === 1 ? 'minute' : 'minutes').($ninetieth > $minutes ? ", $ninetieth at the 90th percentile" : '');
        [$place, $share] = $this->mostUsed($forecast);
        $count = (int) round($share * $students);

        return $time.($place === '' || $count === 0 ? '.' : "; $count of $students will need $place.");
    }

    /** @return array{string, float} the help most often needed, and by which share of students; videos before all else */
    private function mostUsed(Forecast $forecast): array
    {
        $best = ['', 0.0];
        $isVideo = false;
        foreach ([...$this->quiz->stops, ...$this->quiz->sideStops] as $stop) {
            foreach ($stop->questions() as $question) {
                foreach ($question->ladders() as $ladder) {
                    foreach ($ladder['rungs'] as $rung) {
                        $share = min(1.0, $forecast->places[$rung->id] ?? 0.0);
                        $video = $rung->kind === RungKind::Video;
                        if (($video && ! $isVideo && $share > 0) || ($video === $isVideo && $share > $best[1])) {
                            $number = $this->quiz->position($stop->id);
                            $best = [($video ? 'the video' : 'the help').' under '.($number === null ? 'a side stop' : 'stop '.($number + 1)), $share];
                            $isVideo = $video;
                        }
                    }
                }
            }
        }

        return $best;
    }

    private static function minutes(float $seconds): int
    {
        return max(1, (int) round($seconds / 60));
    }
}
