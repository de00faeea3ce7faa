<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\RungKind;

/** A forecast in a sentence that a teacher can plan by. */
final readonly class ForecastInWords
{
    public function __construct(private QuizDocument $quiz)
    {
    }

    /** @param  int  $students  in the class it is told for, at least 1 */
    public function sentence(Forecast $forecast, int $students): Message
    {
        $minutes = self::minutes($forecast->median);
        $ninetieth = self::minutes($forecast->ninetieth);
        [$stop, $share, $isVideo] = $this->mostUsed($forecast);

        return new Message('forecast.sentence', [
            'who' => $forecast->profile->name,
            'minutes' => $minutes,
            'ninetieth' => $ninetieth > $minutes ? $ninetieth : 0,
            'used' => $stop === null ? 0 : (int) round($share * $students),
            'students' => $students,
            'help' => $isVideo ? 'video' : 'other',
            'stop' => $stop === null ? '' : $this->quiz->placeOf($stop),
        ]);
    }

    /**
     * @return array{?string, float, bool} the stop with the help most often needed, by which share of students, and whether it is a video;
     * videos before all else
     */
    private function mostUsed(Forecast $forecast): array
    {
        $best = [null, 0.0];
        $isVideo = false;
        foreach ([...$this->quiz->stops, ...$this->quiz->sideStops] as $stop) {
            foreach ($stop->questions() as $question) {
                foreach ($question->ladders() as $ladder) {
                    foreach ($ladder['rungs'] as $rung) {
                        $share = min(1.0, $forecast->places[$rung->id] ?? 0.0);
                        $video = $rung->kind === RungKind::Video;
                        if (($video && ! $isVideo && $share > 0) || ($video === $isVideo && $share > $best[1])) {
                            $best = [$stop->id, $share];
                            $isVideo = $video;
                        }
                    }
                }
            }
        }

        return [...$best, $isVideo];
    }

    private static function minutes(float $seconds): int
    {
        return max(1, (int) round($seconds / 60));
    }
}
