<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use Closure;
use Illuminate\Process\Exceptions\ProcessTimedOutException;
use Illuminate\Support\Facades\Process;

/** What the timeline of a video shows: small pictures at even distances, on one sheet, and how loud it is at each moment. */
final class TimelinePictures
{
    public const WIDTH = 160;

    public const HEIGHT = 90;

    public const COLUMNS = 10;

    /** Loudness is told so many times a second. */
    public const LOUDNESS_A_SECOND = 10;

    private const MOST = 100;

    /** Seconds between two pictures, at least. */
    private const CLOSEST = 2.0;

    private const SAMPLES_A_SECOND = 4000;

    /** Of two bytes each, in a tenth of a second. */
    private const BYTES = 800;

    /** Seconds that one picture, and all of the sound, may take. */
    private const LONGEST = ['picture' => 20, 'sound' => 300];

    /**
     * @param  float  $seconds  length of the video
     * @return array{float, int} seconds between two pictures, and how many there are
     */
    public static function spread(float $seconds): array
    {
        $every = max(self::CLOSEST, round($seconds / self::MOST, 2));

        return [$every, max(1, min(self::MOST, (int) ceil($seconds / $every)))];
    }

    /**
     * A sheet with small pictures, ten in a row; one that cannot be made stays black.
     *
     * @param  Closure(float): void  $tell  how far it is, from 0 to 1
     */
    public function draw(string $video, float $seconds, string $to, Closure $tell): void
    {
        [$every, $count] = self::spread($seconds);
        $sheet = imagecreatetruecolor(self::WIDTH * self::COLUMNS, max(1, self::HEIGHT * (int) ceil($count / self::COLUMNS)));
        for ($index = 0; $index < $count; $index++) {
            $picture = @imagecreatefromstring($this->at($video, $index * $every));
            if ($picture !== false) {
                $left = $index % self::COLUMNS * self::WIDTH;
                imagecopy($sheet, $picture, $left, intdiv($index, self::COLUMNS) * self::HEIGHT, 0, 0, self::WIDTH, self::HEIGHT);
            }
            $tell(($index + 1) / $count);
        }
        Pictures::keep($sheet, $to);
    }

    /**
     * A byte for each tenth of a second: the greatest swing in it, from 0 to 255.
     *
     * @return bool whether there is sound that can be read
     */
    public function measure(string $video, string $to): bool
    {
        $samples = (string) tempnam(sys_get_temp_dir(), 'wave');
        try {
            $done = Process::timeout(self::LONGEST['sound'])->run([
                'ffmpeg', '-v', 'error', '-nostdin', '-y', '-i', "file:$video", '-map', '0:a:0', '-ac', '1',
                '-ar', (string) self::SAMPLES_A_SECOND,
                '-f', 's16le', "file:$samples",
            ]);
            if (! $done->successful()) {
                return false;
            }
            $from = fopen($samples, 'rb');
            $into = fopen($to, 'wb');
            assert($from !== false && $into !== false);
            while (($read = (string) fread($from, self::BYTES)) !== '') {
                /** @var array<int> $values */
                $values = unpack('s*', $read);
                fwrite($into, chr((int) min(255, max(0, ...$values, ...array_map(abs(...), $values)) / 128)));
            }
            fclose($from);
            fclose($into);
        } catch (ProcessTimedOutException) {
            return false;
        } finally {
            unlink($samples);
        }

        return true;
    }

    /** One picture as a file of its own, of the last whole picture before a moment: so it takes as long late in a video as early. */
    private function at(string $video, float $seconds): string
    {
        $size = self::WIDTH.':'.self::HEIGHT;
        try {
            return Process::timeout(self::LONGEST['picture'])->run([
                'ffmpeg', '-v', 'error', '-nostdin', '-skip_frame', 'nokey', '-noaccurate_seek', '-ss', (string) $seconds,
                '-i', "file:$video",
                '-frames:v', '1', '-vf', "scale=$size:force_original_aspect_ratio=decrease,pad=$size:-1:-1",
                '-f', 'image2pipe', '-c:v', 'bmp',
                'pipe:1',
            ])->output();
        } catch (ProcessTimedOutException) {
            return '';
        }
    }
}
