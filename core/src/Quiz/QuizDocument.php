<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;

/**
 * A quiz as the engine walks it, with what is looked up often already found.
 *
 * Built from a document that DocumentCheck accepted; reading one that it would refuse throws MalformedInput.
 */
final readonly class QuizDocument
{
    /** @var array<string, Stop> main and side stops by id */
    private array $stopsById;

    /** @var array<string, Question> by id, in the order of the walk, cues within their video */
    private array $questionsById;

    /** @var array<string, array{stop: string, cue: ?string}> where each question is asked */
    private array $places;

    /** @var array<string, int> main stops' positions */
    private array $positions;

    /**
     * @param  list<Stop>  $stops
     * @param  list<Stop>  $sideStops
     * @param  non-empty-list<Finish>  $finishes
     */
    private function __construct(
        public string $title,
        public string $instructions,
        public string $language,
        public array $stops,
        public array $sideStops,
        public array $finishes,
    ) {
        $byId = $questions = $places = $positions = [];
        foreach ([...$stops, ...$sideStops] as $stop) {
            $byId[$stop->id] = $stop;
            if ($stop instanceof QuestionStop) {
                $questions[$stop->question->id] = $stop->question;
                $places[$stop->question->id] = ['stop' => $stop->id, 'cue' => null];
            }
            foreach ($stop instanceof VideoStop ? $stop->cues : [] as $cue) {
                $questions[$cue->question->id] = $cue->question;
                $places[$cue->question->id] = ['stop' => $stop->id, 'cue' => $cue->id];
            }
        }
        foreach ($stops as $position => $stop) {
            $positions[$stop->id] = $position;
        }
        $this->stopsById = $byId;
        $this->questionsById = $questions;
        $this->places = $places;
        $this->positions = $positions;
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

        return new self(
            $fields->string('title'),
            $fields->string('instructions'),
            $fields->string('language'),
            $fields->objects('stops', Stop::read(...)),
            $fields->objects('sideStops', Stop::read(...)),
            $finishes === [] ? throw new MalformedInput('/finishes', 'at least one finish is expected') : $finishes,
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

    /** @return array<string, Question> by id, in the order of the walk */
    public function questions(): array
    {
        return $this->questionsById;
    }

    /** @return array{stop: string, cue: ?string} where the question is asked */
    public function place(string $question): array
    {
        return $this->places[$question] ?? throw new \OutOfBoundsException('There is no such question in this quiz.');
    }

    /** Position among the main stops from 0, or null for a side stop. */
    public function position(string $stop): ?int
    {
        return $this->positions[$stop] ?? null;
    }

    /** @return list<string> ids of all videos and pictures the quiz uses, each once */
    public function media(): array
    {
        $media = [];
        foreach ($this->stopsById as $stop) {
            $media[] = $stop instanceof VideoStop ? $stop->clip->media : null;
        }
        foreach ($this->questionsById as $question) {
            foreach ($question->prompt as $block) {
                $media[] = $block->media;
            }
            foreach ([$question->ladder, ...array_map(static fn (Entry $e): array => $e->ladder, $question->entries)] as $ladder) {
                foreach ($ladder as $rung) {
                    $media[] = $rung->clip?->media;
                }
            }
        }

        return array_values(array_unique(array_filter($media, is_string(...))));
    }
}
