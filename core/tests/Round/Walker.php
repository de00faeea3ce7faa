<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Circumstances;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\StoredEvent;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Front;
use HiddenLadder\Core\Round\Internal\Position;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Refusal;
use HiddenLadder\Core\Round\Result\Rule;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use PHPUnit\Framework\Assert;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Walks a round step by step, and keeps its events as they would be stored. */
final class Walker
{
    public State $state;

    public QuizDocument $quiz;

    /** @var list<StoredEvent> */
    public array $taken = [];

    public int $at = 1_000_000;

    /** Where the class stands, while it is led from the front. */
    public ?Front $front = null;

    public readonly Draft $draft;

    private readonly MadeUpAnswers $answers;

    /** @param  array<string, mixed>  $document */
    public function __construct(array $document, public readonly Terms $terms = new Terms, ?Started $started = null)
    {
        $this->draft = new Draft('sample');
        $this->quiz = QuizDocument::read($document);
        $this->state = new State;
        $this->answers = new MadeUpAnswers(new Randomizer(new Xoshiro256StarStar(5)));
        $this->does($started ?? new Started(seed: 'seed'));
    }

    /**
     * A walk through these stops.
     *
     * @param  list<array<string, mixed>>  $stops
     * @param  array<string, mixed>  $more
     * @param  list<array<string, mixed>>  $sideStops
     */
    public static function through(array $stops, Terms $terms = new Terms, array $more = [], array $sideStops = []): self
    {
        return new self((new Draft('sample'))->quiz('Sample', '', $stops, 'End', 'Bye.', $sideStops, $more), $terms);
    }

    public function does(Event ...$events): self
    {
        foreach ($events as $event) {
            $outcome = (new Engine($this->quiz, $this->terms))->apply($this->state, $event, $this->at, $this->front);
            Assert::assertInstanceOf(
                Applied::class,
                $outcome,
                $outcome instanceof Refusal ? "{$event->kind()->value}: {$outcome->message->code}" : '',
            );
            $this->state = $outcome->state;
            $this->taken[] = new StoredEvent(
                $event,
                $this->at,
                array_map(static fn (Fact $fact): array => $fact->toArray(), $outcome->facts),
            );
        }

        return $this;
    }

    /** An event that was made before the round's task closed, and arrives now. */
    public function doesLate(Event $event): self
    {
        $outcome = (new Engine($this->quiz, $this->terms))->apply($this->state, $event, $this->at, null, true);
        Assert::assertInstanceOf(Applied::class, $outcome, $outcome instanceof Refusal ? $outcome->message->code : '');
        $this->state = $outcome->state;
        $this->taken[] = new StoredEvent(
            $event,
            $this->at,
            array_map(static fn (Fact $fact): array => $fact->toArray(), $outcome->facts),
            true,
        );

        return $this;
    }

    public function refuses(Event $event, Rule $rule): self
    {
        $before = $this->state->toArray();
        $outcome = (new Engine($this->quiz, $this->terms))->apply($this->state, $event, $this->at, $this->front);
        Assert::assertInstanceOf(Refusal::class, $outcome);
        Assert::assertSame($rule, $outcome->rule, $outcome->message->code);
        Assert::assertEquals($before, $this->state->toArray());

        return $this;
    }

    public function asked(): Question
    {
        $question = (new Position($this->quiz, $this->terms))->question($this->state);
        Assert::assertNotNull($question);

        return $question;
    }

    public function answers(Response $response): self
    {
        return $this->does(new Answered($this->asked()->id, $response));
    }

    public function right(): self
    {
        return $this->answers($this->answers->right($this->asked()));
    }

    public function slips(): self
    {
        return $this->answers($this->answers->slip($this->asked()));
    }

    public function on(): self
    {
        return $this->does(new WentOn($this->state->top()->id ?? ''));
    }

    public function isAt(string ...$path): self
    {
        Assert::assertSame(
            array_map($this->draft->id(...), $path),
            array_map(static fn ($frame): string => $frame->id, $this->state->path),
        );

        return $this;
    }

    public function record(string $question): Record
    {
        return $this->state->record($this->draft->id("$question/question"));
    }

    public function stands(string $question, Standing $standing): self
    {
        Assert::assertSame($standing, $this->record($question)->standing);

        return $this;
    }

    public function share(): ?float
    {
        return Score::ofRound($this->quiz, $this->terms, $this->state)->share();
    }

    /** @return array<string, mixed> all that the student's device gets */
    public function view(): array
    {
        return (new Projection($this->quiz, $this->terms, new Circumstances(front: $this->front)))->of($this->state);
    }

    /** The state from the events alone. */
    public function refold(): State
    {
        return (new Engine($this->quiz, $this->terms))->fold($this->taken)->state;
    }

    /** @return array<string, mixed> of it, where the student is */
    public function place(?Circumstances $now = null): array
    {
        $now ??= new Circumstances(front: $this->front);

        return (new Projection($this->quiz, $this->terms, $now))->of($this->state)['place'];
    }

    /**
     * The same events under another document.
     *
     * @param  array<string, mixed>  $document
     */
    public function under(array $document): State
    {
        return (new Engine(QuizDocument::read($document), $this->terms))->fold($this->taken)->state;
    }
}
