<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Models\CaptionTrack;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault;
use HiddenLadder\Core\Formats\Captions\CaptionFile;
use HiddenLadder\Core\Formats\Captions\CaptionLine;
use HiddenLadder\Core\Formats\Captions\Captions;
use HiddenLadder\Core\Formats\Captions\WebVtt;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;

/** The captions of a video, a track for each language. */
final class CaptionTracks
{
    public function __construct(private readonly MediaFolder $folder)
    {
    }

    /**
     * What a file with captions holds.
     *
     * @throws Rejected when it is none, or too large
     */
    public function readFile(?UploadedFile $file): CaptionFile
    {
        if ($file === null || ! $file->isValid()) {
            throw Rejected::invalid(new Message('problem.captions.choose'), [new Fault('/file', new Message('problem.media.none'))]);
        }
        $this->folder->within('captions', $file);
        try {
            return CaptionFile::read((string) file_get_contents($file->getRealPath()));
        } catch (MalformedInput $error) {
            throw new Rejected(Reason::WrongType, $error->reason);
        }
    }

    /**
     * Writes a track.
     *
     * @param  ?int  $on  which writing of it was seen: 0 where there was none; null where it is replaced whatever stands there
     *
     * @throws Rejected when it was written by somebody else since; nothing is changed then
     */
    public function write(Medium $medium, string $language, Captions $captions, ?int $on): CaptionTrack
    {
        $track = DB::transaction(static function () use ($medium, $language, $captions, $on): CaptionTrack {
            // The video's own row is the lock, so that two first writings of a language meet too.
            Medium::query()->whereKey($medium->id)->lockForUpdate()->first();
            $track = $medium->captionTracks()->where('language', $language)->first();
            if ($on !== null && $on !== ($track->revision ?? 0)) {
                throw new Rejected(Reason::ChangedElsewhere, new Message('problem.captions.changed'));
            }
            $track ??= new CaptionTrack(['medium_id' => $medium->id, 'language' => $language, 'revision' => 0]);
            $track->fill(['lines' => $captions->toArray(), 'revision' => $track->revision + 1])->save();

            return $track;
        }, 3);
        MediumFacts::changed($medium);

        return $track;
    }

    public function remove(Medium $medium, string $language): void
    {
        $medium->captionTracks()->where('language', $language)->delete();
        MediumFacts::changed($medium);
    }

    /** A track as a WebVTT file. */
    public static function file(CaptionTrack $track): string
    {
        return WebVtt::write(Captions::of(array_map(
            static fn (array $line): CaptionLine => new CaptionLine(...$line),
            $track->lines,
        )));
    }
}
