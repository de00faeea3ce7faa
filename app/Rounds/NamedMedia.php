<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Media\MediumSource;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\VideoAway;

/** Whether media may be what an event that was sent says of them. */
final class NamedMedia
{
    public function __construct(private readonly RoundRules $rules)
    {
    }

    /** @throws Rejected unless files that are handed in are the student's own, and a video that is away is not one of ours */
    public function check(Round $round, Event $event): void
    {
        $this->ownFiles($round, $event);
        $this->outsideVideo($round, $event);
    }

    /** What is handed in was sent by the same student. */
    private function ownFiles(Round $round, Event $event): void
    {
        $files = $event instanceof Answered && $event->response->as === 'files' ? $event->response->list : [];
        if ($files !== [] && Medium::query()->where('student_id', $round->student_id)->whereKey($files)->count() !== count($files)) {
            throw Rejected::invalid(
                new Message('problem.round.file-missing'),
                [new Fault('/data/response/files', new Message('problem.round.not-your-file'))],
            );
        }
    }

    /** What is our own is never away: whoever hears from a device hears that it can be had. */
    private function outsideVideo(Round $round, Event $event): void
    {
        $stop = $event instanceof VideoAway ? $this->rules->quiz($round)->stop($event->video) : null;
        if ($stop instanceof VideoStop && Medium::query()->whereKey($stop->clip->media)->where('source', MediumSource::File)->exists()) {
            throw Rejected::invalid(
                new Message('problem.round.video-is-there'),
                [new Fault('/data/video', new Message('problem.round.video-is-there'))],
            );
        }
    }
}
