<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/**
 * Finds everything in a document once.
 *
 * @internal to QuizDocument
 */
final class DocumentIndex
{
    /** @var array<string, Stop> */
    public array $stops = [];

    /** @var array<string, Question> */
    public array $questions = [];

    /** @var array<string, Question> */
    public array $atStops = [];

    /** @var array<string, array{stop: string, cue: ?string}> */
    public array $places = [];

    /** @var array<string, list<Rung>> */
    public array $ladders = [];

    /** @var array<string, Rung> */
    public array $rungs = [];

    /** @var array<string, true> stops with a question that has a time limit, on its ladders too; '' for the pool */
    public array $timed = [];

    private string $here = '';

    /** @var array<string, true> stops that forks or conditions join to others */
    public array $joined = [];

    public function stop(Stop $stop): void
    {
        $this->stops[$stop->id] = $stop;
        $this->here = $stop->id;
        $targets = array_map(static fn (Fork $fork): string => $fork->to, $stop->forks);
        foreach ($stop->questions() as $question) {
            foreach ($question->allEntries() as $entry) {
                array_push($targets, ...($entry->fork === null ? [] : [$entry->fork]));
            }
        }
        foreach ($targets === [] && $stop->shownIf === null ? [] : [$stop->id, ...$targets] as $joined) {
            $this->joined[$joined] = true;
        }
        foreach ($stop->questions() as $question) {
            $this->atStops[$question->id] = $question;
            $this->places[$question->id] = ['stop' => $stop->id, 'cue' => null];
        }
        foreach ($stop instanceof VideoStop ? $stop->cues : [] as $cue) {
            if ($cue->question !== null) {
                $this->places[$cue->question->id]['cue'] = $cue->id;
            }
        }
        array_map($this->question(...), $stop->questions());
        if ($stop instanceof StaircaseStop) {
            $this->ladder($stop->id, $stop->ladder);
        }
        $this->here = '';
    }

    public function question(Question $question): void
    {
        $this->questions[$question->id] = $question;
        if ($question->seconds !== null) {
            $this->timed[$this->here] = true;
        }
        foreach ($question->ladders() as $ladder) {
            $this->ladder($ladder['owner'], $ladder['rungs']);
        }
    }

    /** @param  list<Rung>  $rungs */
    private function ladder(string $owner, array $rungs): void
    {
        if ($rungs === []) {
            return;
        }
        $this->ladders[$owner] = $rungs;
        foreach ($rungs as $rung) {
            $this->rungs[$rung->id] = $rung;
            if ($rung->question !== null) {
                $this->question($rung->question);
            }
        }
    }
}
