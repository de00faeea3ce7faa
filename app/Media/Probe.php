<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use Illuminate\Support\Facades\Process;

/** What a file with moving pictures or sound holds, told by ffprobe. */
final class Probe
{
    /** Seconds that it may take to look a file through. */
    private const LONGEST = 60;

    /** Seconds by which what a file says of its length may differ from what it holds. */
    private const SPARE = 1.0;

    public function hasPictures(string $path): bool
    {
        return $this->ask($path, ['-select_streams', 'v', '-show_entries', 'stream=codec_type']) !== '';
    }

    public function hasSound(string $path): bool
    {
        return $this->ask($path, ['-select_streams', 'a', '-show_entries', 'stream=codec_type']) !== '';
    }

    /**
     * Its length in seconds: as the file says, unless what is in it ends elsewhere.
     *
     * @return ?float null where it holds nothing that can be played
     */
    public function seconds(string $path): ?float
    {
        $told = $this->ask($path, ['-show_entries', 'format=duration']);
        $end = 0.0;
        foreach (explode("\n", $this->ask($path, ['-show_entries', 'packet=pts_time,duration_time'])) as $packet) {
            [$at, $long] = explode(',', "$packet,,");
            $end = max($end, (float) $at + (is_numeric($long) ? (float) $long : 0.0));
        }
        if ($end <= 0) {
            return null;
        }

        return round(is_numeric($told) && abs((float) $told - $end) <= self::SPARE ? (float) $told : $end, 2);
    }

    /**
     * What the beginning of a file says of its length.
     *
     * @return ?float null where it does not say
     */
    public function secondsTold(string $path): ?float
    {
        $told = $this->ask($path, ['-show_entries', 'format=duration']);

        return is_numeric($told) && (float) $told > 0 ? round((float) $told, 2) : null;
    }

    /** @param  list<string>  $what */
    private function ask(string $path, array $what): string
    {
        $found = Process::timeout(self::LONGEST)->run(['ffprobe', '-v', 'error', ...$what, '-of', 'csv=p=0', "file:$path"]);

        return $found->successful() ? trim($found->output()) : '';
    }
}
