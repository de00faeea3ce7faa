<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;

/**
 * A quiz as the engine walks it, with what is looked up often already found.
 *
 * Built from a document that DocumentCheck accepted; reading one that it would refuse throws MalformedInput.
 */
final readonly class QuizDocument
{
    /** Version of the schema that documents are checked against. */
    public const SCHEMA = 1;

    /** @var array<string, Stop> main and side stops by id */
    private array $stopsById;

    /** @var array<string, Question> by id: those of the stops in the order of the walk, those on their ladders, the pool */
    private array $questionsById;

    /** @var array<string, Question> asked at stops, in the order of the walk, cues within their video */
    private array $atStops;

    /** @var array<string, array{stop: string, cue: ?string}> where each question of a stop is asked */
    private array $places;

    /** @var array<string, int> main stops' positions */
    private array $positions;

    /** @var array<string, list<Rung>> by the id of the question, entry or staircase they hang under */
    private array $ladders;

    /** @var array<string, Rung> */
    private array $rungs;

    /** @var array<string, list<Question>> of the pool, by alike group */
    private array $alikes;

    /** @var array<string, true> stops with a question that has a time limit; '' where a stand-in may have one */
    private array $timed;

    /** @var array<string, true> stops that forks or conditions join to others */
    private array $joined;

    /**
     * @param  list<Objective>  $objectives
     * @param  list<Misconception>  $misconceptions
     * @param  list<Part>  $parts
     * @param  list<Stop>  $stops
     * @param  list<Stop>  $sideStops  and those that are extra: no way leads along them by itself
     * @param  list<Question>  $pool
     * @param  non-empty-list<Finish>  $finishes
     * @param  array<array-key, mixed>  $terms suggested
     */
    private function __construct(
        public string $title,
        public Text $instructions,
        public string $language,
        public ?Stage $stage,
        public array $objectives,
        public array $misconceptions,
        public array $parts,
        public array $stops,
        public array $sideStops,
        public array $pool,
        public array $finishes,
        public MasteryTerms $mastery,
        public array $terms,
    ) {
        $index = new DocumentIndex;
        foreach ([...$stops, ...$sideStops] as $stop) {
            $index->stop($stop);
        }
        $alikes = [];
        foreach ($pool as $question) {
            $index->question($question);
            $alikes[(string) $question->alike][] = $question;
        }
        $this->stopsById = $index->stops;
        $this->questionsById = $index->questions;
        $this->atStops = $index->atStops;
        $this->places = $index->places;
        $this->ladders = $index->ladders;
        $this->rungs = $index->rungs;
        $this->alikes = $alikes;
        $this->joined = $index->joined;
        $this->timed = $index->timed;
        $this->positions = array_flip(array_map(static fn (Stop $stop): string => $stop->id, $stops));
    }

    /**
     * @param  array<array-key, mixed>  $document  decoded JSON
     *
     * @throws MalformedInput
     */
    public static function read(array $document): self
    {
        $fields = Fields::of($document);
        $finishes = $fields->objects('finishes', Finish::read(...));
        $mastery = $fields->objectOrNull('mastery');
        $stage = $fields->objectOrNull('stage');
        $stops = $fields->objects('stops', Stop::read(...));

        return new self(
            $fields->string('title'),
            Text::in($fields, 'instructions'),
            $fields->string('language'),
            $stage === null ? null : Stage::read($stage),
            $fields->objectsOr('objectives', Objective::read(...)),
            $fields->objectsOr('misconceptions', Misconception::read(...)),
            $fields->objectsOr('parts', Part::read(...)),
            array_values(array_filter($stops, static fn (Stop $stop): bool => ! $stop->extra)),
            [
                ...$fields->objects('sideStops', Stop::read(...)),
                ...array_values(array_filter($stops, static fn (Stop $stop): bool => $stop->extra)),
            ],
            $fields->objectsOr('pool', Question::read(...)),
            $finishes === [] ? throw new MalformedInput('/finishes', new Message('shape.no-finishes')) : $finishes,
            $mastery === null ? new MasteryTerms : MasteryTerms::read($mastery),
            $fields->objectOrNull('terms')?->all() ?? [],
        );
    }

    /**
     * A quiz that asks only these of its questions, one after the other, each by itself: without videos, forks and words around
     * them. Ladders and alike questions stay.
     *
     * @param  list<string>  $questions  asked at its stops; one that is not is left out
     */
    public function asking(array $questions): self
    {
        $homes = array_values(array_intersect_key($this->atStops, array_flip($questions)));
        $places = array_flip($questions);
        usort($homes, static fn (Question $a, Question $b): int => $places[$a->id] <=> $places[$b->id]);

        return new self(
            $this->title,
            Text::of(''),
            $this->language,
            $this->stage,
            $this->objectives,
            $this->misconceptions,
            [],
            array_map(static fn (Question $home): Stop => QuestionStop::asking($home->byItself()), $homes),
            [],
            array_map(static fn (Question $alike): Question => $alike->byItself(), $this->pool),
            [new Finish($this->finishes[0]->id, '', Text::of(''), [])],
            $this->mastery,
            [],
        );
    }

    public function stop(string $id): ?Stop
    {
        return $this->stopsById[$id] ?? null;
    }

    public function finish(?string $id): ?Finish
    {
        foreach ($this->finishes as $finish) {
            if ($finish->id === $id) {
                return $finish;
            }
        }

        return null;
    }

    public function question(string $id): ?Question
    {
        return $this->questionsById[$id] ?? null;
    }

    /** @return array<string, Question> asked at stops, by id, in the order of the walk */
    public function questions(): array
    {
        return $this->atStops;
    }

    /** @return array<string, Question> with those on ladders and in the pool */
    public function allQuestions(): array
    {
        return $this->questionsById;
    }

    /** @return array{stop: string, cue: ?string} where the question is asked */
    public function place(string $question): array
    {
        return $this->places[$question] ?? throw new \OutOfBoundsException('There is no such question in this quiz.');
    }

    /** A stop by where it stands, in words: “stop 3”. */
    public function placeOf(string $stop): Message
    {
        $position = $this->position($stop);
        $beside = array_search($stop, array_map(static fn (Stop $one): string => $one->id, $this->sideStops), true);

        return $position !== null
            ? new Message('place.stop', ['number' => $position + 1])
            : new Message('place.side-stop', ['number' => (int) $beside + 1]);
    }

    /** The stop that asks the question itself, or null for one on a ladder or in the pool. */
    public function stopOf(string $question): ?Stop
    {
        return $this->stopsById[$this->places[$question]['stop'] ?? ''] ?? null;
    }

    /** Whether a question asked at this stop may have a time limit of its own. */
    public function mayBeTimed(string $stop): bool
    {
        return isset($this->timed[$stop]) || isset($this->timed['']);
    }

    /** Whether a fork leads from or to this stop, or it shows only sometimes, so that its place in the order matters. */
    public function isJoined(string $stop): bool
    {
        return isset($this->joined[$stop]);
    }

    /** Position among the main stops from 0, or null for a side stop. */
    public function position(string $stop): ?int
    {
        return $this->positions[$stop] ?? null;
    }

    /** @return list<Rung> of the ladder under a question, an entry or a staircase */
    public function ladder(string $owner): array
    {
        return $this->ladders[$owner] ?? [];
    }

    public function rung(string $id): ?Rung
    {
        return $this->rungs[$id] ?? null;
    }

    /** @return list<Question> of the pool, that can stand in for this one */
    public function alikes(Question $question): array
    {
        return $question->alike === null ? [] : ($this->alikes[$question->alike] ?? []);
    }

    public function misconception(?string $id): ?Misconception
    {
        foreach ($this->misconceptions as $misconception) {
            if ($misconception->id === $id) {
                return $misconception;
            }
        }

        return null;
    }

    /** @return list<string> ids of all videos, sounds, pictures and documents the quiz uses, each once */
    public function media(): array
    {
        $media = [];
        foreach ($this->stopsById as $stop) {
            $media[] = $stop instanceof VideoStop ? $stop->clip->media : null;
        }
        foreach ($this->rungs as $rung) {
            $media[] = $rung->clip?->media;
        }
        foreach ($this->texts() as $text) {
            array_push($media, ...$text->media());
        }

        return array_values(array_unique(array_filter($media, is_string(...))));
    }

    /** @return list<Text> everything that is rich text in it */
    private function texts(): array
    {
        $texts = [$this->instructions];
        foreach ($this->stopsById as $stop) {
            array_push($texts, ...($stop instanceof ReadingStop ? [$stop->text] : []));
            array_push($texts, ...array_map(static fn (Cue $cue): Text => $cue->text, $stop instanceof VideoStop ? $stop->cues : []));
        }
        foreach ($this->questionsById as $question) {
            array_push($texts, ...$question->texts());
        }
        foreach ($this->rungs as $rung) {
            array_push($texts, $rung->text, $rung->answers);
        }
        foreach ($this->finishes as $finish) {
            array_push($texts, $finish->message, ...array_column($finish->byScore, 'message'));
        }

        return $texts;
    }
}
