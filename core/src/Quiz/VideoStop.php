<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** A video, with questions, notes and time for comments at moments of it. */
final readonly class VideoStop extends Stop
{
    public string $title;

    public Clip $clip;

    /** @var list<Cue> in the order of their moments */
    public array $cues;

    public bool $staysAtHand;

    /** Whether students see where the cues are. */
    public bool $cuesShown;

    /** Whether students see how many of them are still to come. */
    public bool $cuesCounted;

    public Seeking $seeking;

    protected function __construct(Fields $fields)
    {
        parent::__construct($fields);
        $this->title = $fields->string('title');
        $this->clip = Clip::read($fields->object('clip'));
        $cues = $fields->objects('cues', Cue::read(...));
        usort($cues, static fn (Cue $a, Cue $b): int => $a->at <=> $b->at);
        $this->cues = $cues;
        $this->staysAtHand = $fields->booleanOr('staysAtHand', false);
        $this->cuesShown = $fields->booleanOr('cuesShown', true);
        $this->cuesCounted = $fields->booleanOr('cuesCounted', $this->cuesShown);
        $this->seeking = Seeking::from($fields->stringOr('seeking', 'open-cue'));
    }

    public function name(): string
    {
        return $this->title;
    }

    public function questions(): array
    {
        return array_values(array_filter(array_map(static fn (Cue $cue): ?Question => $cue->question, $this->cues)));
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
