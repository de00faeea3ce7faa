<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

/**
 * How far that is which a video's timeline shows, its small pictures and its wave, and how they are laid out.
 *
 * @phpstan-type Told array{
 *     state: string, done: float, wave: bool, every: float, count: int, columns: int, width: int, height: int,
 * }
 */
enum Preparation: string
{
    case Waiting = 'waiting';
    case Working = 'working';
    case Ready = 'ready';
    /** It could not be made: the timeline stands without. */
    case Failed = 'failed';

    /**
     * @param  float  $done  from 0 to 1
     * @return Told
     */
    public function told(float $seconds, float $done = 0.0, bool $wave = false): array
    {
        [$every, $count] = TimelinePictures::spread($seconds);

        return [
            'state' => $this->value, 'done' => round($done, 2), 'wave' => $wave, 'every' => $every, 'count' => $count,
            'columns' => TimelinePictures::COLUMNS, 'width' => TimelinePictures::WIDTH, 'height' => TimelinePictures::HEIGHT,
        ];
    }
}
