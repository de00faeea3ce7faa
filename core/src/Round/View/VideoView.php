<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round\View;

use HiddenLadder\Core\Quiz\CueKind;
use HiddenLadder\Core\Quiz\Seeking;
use HiddenLadder\Core\Quiz\Stop;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\State;

/**
 * A video as a device may know it: where it goes on, what it tells on the way, and as much of what it asks as is shown before.
 *
 * @internal to the projection
 */
final readonly class VideoView
{
    /**
     * Seconds of a video before a cue that is not to be seen, in which its moment is told after all: a player has to know
     * where to stop. It reports oftener than that how far it is.
     */
    public const SHORTLY_BEFORE = 15.0;

    public function __construct(private Position $position)
    {
    }

    /** @return array<string, mixed> */
    public function of(VideoStop $stop, State $state): array
    {
        $resumeAt = max($stop->clip->from, $state->watchedTo[$stop->id] ?? 0.0);
        $seen = array_merge(...$state->seen[$stop->id] ?? []);
        // What is hidden is told shortly before it comes, and what was come to stays.
        $known = $stop->cuesShown ? INF : max([$resumeAt, ...$seen]) + self::SHORTLY_BEFORE;
        $cues = $notes = $chapters = [];
        $open = 0;
        foreach ($stop->cues as $cue) {
            $isOpen = $cue->question !== null && $this->position->isOpen($cue->question, $state);
            $open += $isOpen ? 1 : 0;
            if ($cue->kind === CueKind::Question && $stop->cuesShown && $cue->question !== null) {
                $cues[] = ['at' => $cue->at, 'open' => $isOpen];
            } elseif ($cue->kind === CueKind::Heading) {
                $chapters[] = ['at' => $cue->at, 'text' => $cue->text];
            } elseif ($cue->kind !== CueKind::Question && $cue->at <= $known) {
                $notes[] = [
                    'id' => $cue->id, 'kind' => $cue->kind->value, 'at' => $cue->at, 'text' => $cue->text, 'pauses' => $cue->pauses,
                ];
            }
        }
        $next = $this->position->openCue($stop, $state, $stop->seeking === Seeking::Free ? $resumeAt : 0.0)?->at;
        $isTold = $next !== null && ($stop->cuesShown || $next - $resumeAt <= self::SHORTLY_BEFORE);

        return [
            'id' => $stop->id,
            'title' => $stop->title,
            'clip' => $stop->clip,
            'resumeAt' => $resumeAt,
            'seen' => $seen,
            'cues' => $cues,
            'openCues' => $stop->cuesCounted ? $open : null,
            'notes' => $notes,
            'seeking' => $stop->seeking->value,
            'nextCue' => $isTold ? $next : null,
            // The device waits there until more is told: some question is still to come, and not where.
            'knownTo' => $isTold || $stop->cuesShown || $open === 0 ? null : $known,
            'chapters' => $chapters,
        ];
    }

    /** The cue of a video at which comments are gathered while the class watches it on the board. */
    public static function commentsCue(?Stop $stop): ?string
    {
        foreach ($stop instanceof VideoStop ? $stop->cues : [] as $cue) {
            if ($cue->kind === CueKind::Comments) {
                return $cue->id;
            }
        }

        return null;
    }
}
