<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

use HiddenLadder\App\Media\CaptionTracks;
use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Media\MediumKind;
use HiddenLadder\App\Media\PrepareVideo;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\Core\Formats\Captions\CaptionFile;

/** Puts the shipped videos on a teacher's shelf, with their captions and what their timelines show. */
final class ShippedVideos
{
    public static function takeIn(Teacher $teacher, string $id, string $name, string $title): Medium
    {
        $shipped = __DIR__."/media/$name";
        $folder = app(MediaFolder::class);
        copy("$shipped.webm", $folder->path("$id.webm"));
        $medium = $teacher->media()->create([
            'id' => $id, 'kind' => MediumKind::Video, 'type' => 'video/webm', 'title' => $title,
            'bytes' => (int) filesize("$shipped.webm"), 'seconds' => $folder->seconds("$shipped.webm"), 'file' => "$id.webm",
        ]);
        $captions = CaptionFile::read((string) file_get_contents("$shipped.vtt"))->captions;
        app(CaptionTracks::class)->write($medium, 'en', $captions, null);
        PrepareVideo::of($medium);

        return $medium;
    }
}
