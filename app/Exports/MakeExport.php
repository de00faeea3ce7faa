<?php

declare(strict_types=1);

namespace HiddenLadder\App\Exports;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Models\Export;
use HiddenLadder\App\Models\Ulids;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\App;
use Throwable;

/** Makes a file that takes a while, beside what people wait for. What stands under its name is whole. */
final class MakeExport implements ShouldQueue
{
    use Queueable;

    public int $tries = 2;

    public int $timeout = 3600;

    /** Progress is written down when so much more is done. */
    private const STEP = 0.01;

    /** @param  string  $language  in which words in it are said */
    public function __construct(private readonly string $export, private readonly string $language)
    {
    }

    public static function of(Export $export): void
    {
        self::dispatch($export->id, App::getLocale())->onQueue('exports')->afterCommit();
    }

    public function handle(MediaFolder $folder, RoundStatements $statements, PersonArchive $archive): void
    {
        $export = Export::query()->find($this->export);
        if ($export === null) {
            return;
        }
        $path = $folder->path(Exports::file($export));
        if (! is_dir(dirname($path))) {
            mkdir(dirname($path), 0700, true);
        }
        // Two workers may come to be at it, where the first took longer than jobs are waited for: each writes a file of its own.
        $part = "$path.".Ulids::make();
        $this->tell(['state' => ExportState::Working, 'done' => 0.0]);
        $last = 0.0;
        $told = function (float $done) use (&$last): void {
            if ($done - $last >= self::STEP) {
                $last = $done;
                $this->tell(['done' => $done]);
            }
        };
        try {
            match ($export->matter) {
                ExportMatter::Events => $statements->write($export->task()->sole(), $part, $told),
                ExportMatter::Person => $archive->write($export->student()->sole()->now(), $part, $this->language, $told),
            };
            rename($part, $path);
        } finally {
            if (is_file($part)) {
                unlink($part);
            }
        }
        if (! $this->tell(['state' => ExportState::Ready, 'done' => 1.0, 'bytes' => (int) filesize($path)])) {
            unlink($path);
        }
    }

    public function failed(?Throwable $error): void
    {
        $this->tell(['state' => ExportState::Failed]);
    }

    /**
     * @param  array<string, mixed>  $what
     * @return bool whether it is wanted still
     */
    private function tell(array $what): bool
    {
        return Export::query()->find($this->export)?->update($what) ?? false;
    }
}
