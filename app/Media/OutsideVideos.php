<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Media\Services\FoundVideo;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;

/** Puts videos of other hosts on a teacher's shelf: of them only the address is kept. */
final class OutsideVideos
{
    public function __construct(
        private readonly VideoServices $services,
        private readonly OutsideFile $outside,
        private readonly Probe $probe,
    ) {
    }

    /**
     * The video at an address: a service's page of one, or the file itself at a listed host.
     *
     * @throws Rejected when there is none, or it is not to be had
     */
    public function takeAt(Teacher $teacher, string $address): Medium
    {
        $address = trim($address);
        $found = $this->services->at($address);
        if ($found !== null) {
            return $this->keep($teacher, ...$found);
        }
        $already = $teacher->media()->where('address', $address)->where('source', MediumSource::Address)->first();
        if ($already !== null) {
            return $already;
        }
        $file = $this->outside->fetchBeginning($address);
        try {
            $type = (string) mime_content_type($file);
            if (! isset(MediaFolder::VIDEOS[$type])) {
                throw new Rejected(Reason::WrongType, new Message('problem.media.address-no-video'));
            }
            $seconds = $this->probe->secondsTold($file);
        } finally {
            unlink($file);
        }
        $medium = $teacher->media()->create([
            'kind' => MediumKind::Video, 'type' => $type, 'title' => MediaFolder::titled(MediaFolder::titleIn($address)), 'bytes' => 0,
            'seconds' => $seconds, 'source' => MediumSource::Address, 'address' => $address,
        ]);
        PrepareVideo::of($medium);

        return $medium;
    }

    /** @throws Rejected when the service has none of that name, or does not answer */
    public function takeFrom(Teacher $teacher, string $service, string $key): Medium
    {
        return $this->keep($teacher, $service, $this->services->find($service, $key));
    }

    private function keep(Teacher $teacher, string $service, FoundVideo $video): Medium
    {
        // One that stands there already is the same: what quizzes ask in it stays together.
        return $teacher->media()->firstOrCreate(
            ['source' => MediumSource::Service, 'service' => $service, 'service_key' => $video->key],
            [
                'kind' => MediumKind::Video, 'type' => 'text/html', 'title' => MediaFolder::titled($video->title), 'bytes' => 0,
                'seconds' => $video->seconds, 'address' => $video->address, 'picture' => $video->picture,
            ],
        );
    }
}
