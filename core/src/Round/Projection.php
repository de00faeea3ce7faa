<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Marking\Result;
use HiddenLadder\Core\Quiz\Block;
use HiddenLadder\Core\Quiz\Clip;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\ReadingStop;
use HiddenLadder\Core\Quiz\Rung;
use HiddenLadder\Core\Quiz\VideoStop;

/**
 * All that a student's device may hold of a round, and nothing else: no key, no other option's feedback, no rung that
 * has not been earned, no later stop.
 *
 * The one place where it is decided; everything sent to a student about a quiz is built here.
 */
final readonly class Projection
{
    private Position $position;

    public function __construct(private QuizDocument $quiz, private Terms $terms)
    {
        $this->position = new Position($quiz);
    }

    /** @return array<string, mixed> */
    public function of(State $state): array
    {
        return [
            'number' => $state->number,
            'title' => $this->quiz->title,
            'instructions' => $this->quiz->instructions,
            'finished' => $state->isFinished(),
            'returning' => $state->returning,
            'far' => $this->far($state),
            'goes' => $this->goes($state),
            'place' => $this->place($state),
        ];
    }

    /** @return list<string> ids of the videos and pictures the student may load now */
    public function media(State $state): array
    {
        $question = $this->position->question($state);
        $media = array_map(static fn (Block $block): ?string => $block->media, $question->prompt ?? []);
        foreach ($question === null ? [] : $this->position->seenRungs($question, $state) as $rung) {
            $media[] = $rung->clip?->media;
        }
        $stop = $this->quiz->stop((string) $state->stop());
        $media[] = $stop instanceof VideoStop ? $stop->clip->media : null;

        return array_values(array_unique(array_filter($media, is_string(...))));
    }

    /** @return list<string> one word for each main stop: done, waiting (set aside), here, ahead */
    private function far(State $state): array
    {
        $here = ($state->path[0] ?? null)?->id;
        $waiting = $this->waiting($state);
        $words = [];
        foreach ($this->quiz->stops as $stop) {
            $words[] = match (true) {
                $stop->id === $here => 'here',
                isset($waiting[$stop->id]) => 'waiting',
                in_array($stop->id, $state->visited, true) => 'done',
                default => 'ahead',
            };
        }

        return $words;
    }

    /** @return array<string, true> stops with a question that was set aside */
    private function waiting(State $state): array
    {
        $waiting = [];
        foreach ($state->records as $question => $record) {
            if ($record->standing === Standing::SetAside) {
                $waiting[$this->quiz->place($question)['stop']] = true;
            }
        }

        return $waiting;
    }

    /** @return array<string, int> questions by standing */
    private function goes(State $state): array
    {
        $goes = array_fill_keys(array_column(Standing::cases(), 'value'), 0);
        foreach (array_keys($this->quiz->questions()) as $question) {
            $goes[$state->record($question)->standing->value]++;
        }

        return $goes;
    }

    /** @return array<string, mixed> */
    private function place(State $state): array
    {
        if ($state->finish !== null) {
            return $this->finish($state, $state->finish);
        }
        $top = $state->top();
        if ($top === null) {
            return ['kind' => 'before'];
        }
        $question = $this->position->question($state);
        if ($question !== null) {
            return $this->question($question, $state, $top);
        }
        $stop = $this->quiz->stop($top->id);
        if ($stop instanceof VideoStop) {
            return ['kind' => 'video', 'frame' => $top->id, 'mayGoOn' => $this->position->openCue($stop, $state) === null]
                + $this->video($stop, $state);
        }

        return [
            'kind' => 'reading',
            'frame' => $top->id,
            'title' => $stop instanceof ReadingStop ? $stop->title : '',
            'text' => $stop instanceof ReadingStop ? $stop->text : '',
        ];
    }

    /** @return array<string, mixed> */
    private function video(VideoStop $stop, State $state): array
    {
        $cues = [];
        foreach ($stop->cues as $cue) {
            $cues[] = ['at' => $cue->at, 'standing' => $state->record($cue->question->id)->standing->value];
        }

        return [
            'id' => $stop->id,
            'title' => $stop->title,
            'clip' => $stop->clip->toArray(),
            'resumeAt' => max($stop->clip->from, $state->watchedTo[$stop->id] ?? 0.0),
            'cues' => $cues,
            'nextCue' => $this->position->openCue($stop, $state)?->at,
        ];
    }

    /** @return array<string, mixed> */
    private function question(Question $question, State $state, Frame $top): array
    {
        $record = $state->record($question->id);
        $seen = array_map(static fn (Rung $rung): array => $rung->toArray(), $this->position->seenRungs($question, $state));
        $onRung = $top->kind === FrameKind::Rung
            ? array_values(array_filter($seen, static fn (array $rung): bool => $rung['id'] === $top->id))[0] ?? null
            : null;

        return [
            'kind' => 'question',
            'frame' => $top->id,
            'question' => $this->asked($question),
            'told' => $state->told,
            'tries' => $record->tries,
            'verdict' => $this->verdict($question, $record),
            'tried' => $this->tried($question, $record),
            'rung' => $onRung,
            'seen' => $seen,
            'moreHelp' => ! $state->told && $this->position->nextRung($question, $state) !== null,
            'maySetAside' => ! $state->told && $onRung === null && $record->mayLeave,
            'watchAgain' => $this->watchAgain($state),
        ];
    }

    /** @return array<string, mixed> the question without anything that tells its answer */
    private function asked(Question $question): array
    {
        $options = [];
        foreach ($question->kind->showsOptions() ? $question->entries : [] as $entry) {
            $options[] = ['id' => $entry->id, 'text' => $entry->text];
        }

        return [
            'id' => $question->id,
            'kind' => $question->kind->value,
            'prompt' => array_map(static fn (Block $block): array => $block->toArray(), $question->prompt),
            'options' => $options,
        ];
    }

    /** @return array<string, mixed>|null what is said about the last answer */
    private function verdict(Question $question, Record $record): ?array
    {
        if ($record->mark === null) {
            return null;
        }
        $entry = $question->entry($record->mark->entry);
        $general = match ($record->mark->result) {
            Result::Right => $question->feedbackRight,
            Result::Unclear => '',
            default => $question->feedbackNotRight,
        };
        $feedback = $this->terms->feedback === Moment::AtOnce ? [$entry === null ? '' : $entry->feedback, $general] : [];

        return [
            'result' => $record->mark->result->value,
            'feedback' => array_values(array_filter($feedback, static fn (string $text): bool => trim($text) !== '')),
            'readings' => $record->mark->readings,
            'response' => $this->terms->ownAnswer === Moment::AtOnce ? $record->response?->toArray() : null,
        ];
    }

    /** @return list<string> the options of a one choice that the student has found to be not right */
    private function tried(Question $question, Record $record): array
    {
        $tried = [];
        foreach (array_keys($record->matched) as $id) {
            $entry = $question->kind === \HiddenLadder\Core\Quiz\QuestionKind::OneChoice ? $question->entry($id) : null;
            if ($entry !== null && ! $entry->right) {
                $tried[] = $entry->id;
            }
        }

        return $tried;
    }

    /** @return array{video: string, clip: array{media: ?string, from: float, to: ?float}}|null the part since the last cue */
    private function watchAgain(State $state): ?array
    {
        $cue = $this->position->cue($state);
        $stop = $this->quiz->stop((string) $state->stop());
        if ($cue === null || ! $stop instanceof VideoStop) {
            return null;
        }
        $clip = new Clip($stop->clip->media, $stop->sinceLastCue($cue), $cue->at);

        return ['video' => $stop->id, 'clip' => $clip->toArray()];
    }

    /** @return array<string, mixed> */
    private function finish(State $state, string $id): array
    {
        $finish = $this->quiz->finish($id);
        $left = [];
        foreach ($this->quiz->questions() as $question) {
            if ($state->record($question->id)->standing === Standing::SetAside) {
                $left[] = $question->text();
            }
        }

        return ['kind' => 'finish', 'title' => $finish->title ?? '', 'message' => $finish->message ?? '', 'left' => $left];
    }
}
