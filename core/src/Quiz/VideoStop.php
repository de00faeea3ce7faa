<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** A video, with questions at moments of it. */
final readonly class VideoStop extends Stop
{
    /** @var list<Cue> in the order of their moments */
    public array $cues;

    /** @param  list<Cue>  $cues in any order */
    public function __construct(string $id, public string $title, public Clip $clip, array $cues)
    {
        parent::__construct($id);
        usort($cues, static fn (Cue $a, Cue $b): int => $a->at <=> $b->at);
        $this->cues = $cues;
    }

    public function name(): string
    {
        return $this->title;
    }

    public function cue(string $id): ?Cue
    {
        foreach ($this->cues as $cue) {
            if ($cue->id === $id) {
                return $cue;
            }
        }

        return null;
    }

    /** Where watching again starts, in seconds: at the cue before this one, or at the clip's start. */
    public function sinceLastCue(Cue $cue): float
    {
        $since = $this->clip->from;
        foreach ($this->cues as $earlier) {
            if ($earlier->at < $cue->at) {
                $since = max($since, $earlier->at);
            }
        }

        return $since;
    }
}
