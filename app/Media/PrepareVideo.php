<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Models\Medium;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Throwable;

/** Makes what the timeline of a video shows, beside what people wait for. */
final class PrepareVideo implements ShouldQueue
{
    use Queueable;

    public int $tries = 2;

    public int $timeout = 1800;

    /** Progress is written down when so much more is done. */
    private const STEP = 0.1;

    public function __construct(private readonly string $medium, private readonly int $revision)
    {
    }

    public static function of(Medium $medium): void
    {
        $medium->update(['preparation' => Preparation::Waiting->told($medium->seconds ?? 0.0)]);
        self::dispatch($medium->id, $medium->revision)->onQueue('videos')->afterCommit();
    }

    public function handle(MediaFolder $folder, TimelinePictures $pictures, Probe $probe, OutsideFile $outside): void
    {
        $medium = $this->current();
        if ($medium === null) {
            return;
        }
        // A video of another host is had for as long as it is looked at.
        $fetched = $medium->file === null && $medium->source === MediumSource::Address
            ? $outside->fetchVideo((string) $medium->address, $folder->limit('video'))
            : null;
        $video = $fetched ?? $folder->path((string) $medium->file);
        try {
            $seconds = $probe->seconds($video) ?? 0.0;
            $this->tell(['seconds' => $seconds, 'preparation' => Preparation::Working->told($seconds)]);
            $hasWave = $probe->hasSound($video) && $pictures->measure($video, $folder->path("{$this->name()}.wave"));
            $told = 0.0;
            $sheet = $folder->path("{$this->name()}.timeline.webp");
            $pictures->draw($video, $seconds, $sheet, function (float $done) use (&$told, $seconds): void {
                if ($done - $told >= self::STEP) {
                    $told = $done;
                    $this->tell(['preparation' => Preparation::Working->told($seconds, $done)]);
                }
            });
            $this->tell(['preparation' => Preparation::Ready->told($seconds, 1.0, $hasWave)]);
        } finally {
            if ($fetched !== null) {
                unlink($fetched);
            }
        }
    }

    public function failed(?Throwable $error): void
    {
        $medium = $this->current();
        if ($medium !== null) {
            $this->tell(['preparation' => Preparation::Failed->told($medium->seconds ?? 0.0)]);
        }
    }

    /** Its name without an ending, of what is made for this file of the video. */
    private function name(): string
    {
        return "$this->medium-$this->revision";
    }

    /** The video, unless it was replaced meanwhile. */
    private function current(): ?Medium
    {
        return Medium::query()->whereKey($this->medium)->where('revision', $this->revision)->first();
    }

    /** @param  array<string, mixed>  $what */
    private function tell(array $what): void
    {
        $this->current()?->update($what);
    }
}
