<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\History;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Made-up students of one profile, who walk through a quiz by the real engine. The same seed gives the same walks. */
final readonly class Simulation
{
    /** After so many steps a walk counts as endless. */
    private const MOST_STEPS = 5000;

    private Terms $terms;

    private Engine $engine;

    private Durations $durations;

    /** @param  array<string, float>  $videos  seconds by medium */
    public function __construct(private QuizDocument $quiz, Terms $terms, private Profile $profile, array $videos = [])
    {
        $this->terms = $terms->with(secondsForRound: null, secondsForQuestion: null);
        $this->engine = new Engine($quiz, $this->terms);
        $this->durations = new Durations($quiz, $this->terms, new Behaviour($quiz, $this->terms, $profile), $videos);
    }

    public function one(int $seed): SimulatedRound
    {
        $student = new MadeUpStudent($this->quiz, $this->terms, $this->profile, new Randomizer(new Xoshiro256StarStar($seed)));
        $state = new State;
        $seconds = 0.0;
        $places = [];
        for ($step = 0; $step < self::MOST_STEPS && ! $state->isFinished(); $step++) {
            $event = $step === 0 ? $this->start("walk $seed") : $student->next($state);
            $seconds += $step === 0 ? 0.0 : $this->durations->of($event, $state);
            $outcome = $this->engine->apply($state, $event, (int) (1000 * $seconds));
            if (! $outcome instanceof Applied) {
                throw new \LogicException("A made-up student did what the rules refuse: {$outcome->message->code}");
            }
            foreach (RoundGraph::arrived($state, $outcome->state) as $place) {
                $places[$place] = ($places[$place] ?? 0) + 1;
            }
            $state = $outcome->state;
        }

        return new SimulatedRound($state->finish, $seconds, $places);
    }

    private function start(string $seed): Started
    {
        return new Started(seed: $seed, history: History::of($this->quiz, [], $this->terms->rounds, $seed));
    }
}
