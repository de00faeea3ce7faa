<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Forecast;

use HiddenLadder\Core\Ahead\Move;
use HiddenLadder\Core\Ahead\MoveKind;
use HiddenLadder\Core\Ahead\Moves;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Trace;
use HiddenLadder\Core\Terms\Terms;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** A walk through a quiz before anyone takes it, with why it went where it went. */
final class Rehearsal
{
    /** A walk of a made-up student goes on for at most so many events: whoever always slips may be in a marathon. */
    public const LONGEST = 400;

    public State $state;

    /** @var list<list<Message>> why it went where it went, by event; the first is the start */
    public array $trace = [];

    /** @var list<?string> where it stood after each event: a stop, a cue, a rung or a finish; null at the overview */
    public array $path = [];

    /** @var list<Event> what a made-up student, or one that is asked for, did */
    public array $made = [];

    private readonly Engine $engine;

    private readonly Trace $told;

    public function __construct(private readonly QuizDocument $quiz, private readonly Terms $terms, private readonly int $at)
    {
        $this->engine = new Engine($quiz, $terms);
        $this->told = new Trace($quiz);
        $this->state = new State;
    }

    /**
     * @param  list<Event>  $events  after the start
     * @return ?Refusal the first that is refused; what came before it has been done
     */
    public function walk(Started $start, array $events): ?Refusal
    {
        foreach ([$start, ...$events] as $event) {
            $refused = $this->do($event);
            if ($refused !== null) {
                return $refused;
            }
        }

        return null;
    }

    /**
     * Goes on as somebody: one step, or to the end of the round.
     *
     * @param  int  $seed  by which a made-up student's lots fall
     *
     * @throws NoForecast where a question is not filled in yet
     */
    public function goOn(RehearsedBy $as, bool $toEnd, int $seed): void
    {
        $profile = $as->profile();
        $student = $profile === null
            ? null
            : new MadeUpStudent($this->quiz, $this->terms, $profile, new Randomizer(new Xoshiro256StarStar($seed)));
        $most = $toEnd ? self::LONGEST : 1;
        for ($step = 0; $step < $most && ! $this->state->isFinished(); $step++) {
            $event = $student === null ? $this->asked($as) : $student->next($this->state);
            if ($event === null || $this->do($event) !== null) {
                return;
            }
            $this->made[] = $event;
        }
    }

    private function do(Event $event): ?Refusal
    {
        $outcome = $this->engine->apply($this->state, $event, $this->at);
        if ($outcome instanceof Refusal) {
            return $outcome;
        }
        $this->trace[] = $this->told->of($outcome->facts, $this->state, $outcome->state);
        $this->state = $outcome->state;
        $this->path[] = $this->state->finish ?? $this->state->top()?->id;

        return null;
    }

    /** The step that is asked for; where it cannot be taken, the one that leads on to where it can. */
    private function asked(RehearsedBy $as): ?Event
    {
        $moves = (new Moves($this->quiz, $this->terms, apart: true))->from($this->state);
        $wanted = match ($as) {
            RehearsedBy::Right => [MoveKind::Right, MoveKind::Noted, MoveKind::On, MoveKind::Leave],
            RehearsedBy::Slip => [MoveKind::Slip, MoveKind::Noted, MoveKind::On, MoveKind::Leave],
            default => [MoveKind::Help, MoveKind::On],
        };
        foreach ($wanted as $kind) {
            $found = array_values(array_filter($moves, static fn (Move $move): bool => $move->kind === $kind));
            if ($found !== []) {
                usort($found, static fn (Move $a, Move $b): int => $b->weight <=> $a->weight);

                return $found[0]->event;
            }
        }
        if ($as !== RehearsedBy::Help && $moves === [] && ! $this->state->isFinished()) {
            throw new NoForecast(new Message('forecast.unfinished'));
        }

        return null;
    }
}
