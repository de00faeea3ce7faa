<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Models\Medium;
use HiddenLadder\Core\Inspection\VideoInfo;
use HiddenLadder\Core\Quiz\QuizDocument;

/** What is known of a quiz's videos. */
final class VideoInfos
{
    /** @return array<string, VideoInfo> by medium */
    public static function of(QuizDocument $quiz): array
    {
        $videos = [];
        $media = Medium::query()->whereIn('id', $quiz->media())->where('kind', MediumKind::Video)->withExists('captionTracks');
        foreach ($media->get() as $medium) {
            $videos[$medium->id] = new VideoInfo($medium->seconds, (bool) $medium->getAttribute('caption_tracks_exists'));
        }

        return $videos;
    }
}
