<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\RoundKind;
use HiddenLadder\Core\Evidence\TimeSpent;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\EventKind;
use HiddenLadder\Core\Round\Result\Fact;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Replayed;
use HiddenLadder\Core\Round\Series;
use HiddenLadder\Core\Round\View\QuestionView;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** A round with all that happened in it, as it reads now: results under the corrections in force, the path as it was. */
final class RoundWalk extends JsonResource
{
    /**
     * @param  Round  $round  with its events
     * @param  int  $edition  the number of that it is walked on
     */
    public function __construct(
        private readonly Round $round,
        private readonly int $edition,
        private readonly Replayed $folded,
        private readonly QuizDocument $quiz,
        private readonly Terms $terms,
    ) {
        parent::__construct($round);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $times = $this->times();
        $records = [];
        foreach ($this->folded->state->records as $id => $record) {
            $records[$id] = $this->record($id, $record) + ['seconds' => round($times[$id] ?? 0.0, 1)];
        }

        return [
            'id' => $this->round->id,
            'number' => $this->round->number,
            'edition' => $this->edition,
            'kind' => $this->round->kind->value,
            'sheets' => $this->round->sheets->modelKeys(),
            'startedAt' => $this->round->started_at->toIso8601ZuluString('millisecond'),
            'finishedAt' => $this->round->finished_at?->toIso8601ZuluString('millisecond'),
            'asks' => $this->round->kind === RoundKind::Task ? (new Engine($this->quiz, $this->terms))->asks($this->folded->state) : [],
            'score' => $this->round->score,
            'mastered' => $this->round->mastered,
            'interrupted' => $this->round->interrupted,
            'records' => (object) $records,
            'series' => (object) array_map(
                static fn (Series $series): array => ['overruled' => $series->overruled, 'comment' => $series->comment],
                $this->folded->state->series,
            ),
            'events' => $this->round->events->map(fn (RoundEvent $event, int $index): array => [
                'number' => $event->number,
                'kind' => $event->kind,
                'at' => $event->taken_ms,
                'late' => $event->late,
                'about' => $this->folded->about[$index] ?? null,
                'data' => (object) $event->data,
                'facts' => array_map(static fn (Fact $fact): array => $fact->toArray(), $this->folded->facts[$index] ?? []),
            ])->all(),
        ];
    }

    /** @return array<string, float> seconds spent at each question */
    private function times(): array
    {
        $spent = new TimeSpent;
        foreach ($this->round->events as $index => $event) {
            $spent->add(EventKind::from($event->kind), $this->folded->about[$index] ?? null, $event->device_ms ?? $event->taken_ms);
        }

        return $spent->seconds();
    }

    /** @return array<string, mixed> */
    private function record(string $id, Record $record): array
    {
        $question = $this->quiz->question($record->standIn ?? $id);

        return [
            'standing' => $record->standing->value,
            'share' => $record->share,
            'own' => $record->response === null || $question === null
                ? null
                : array_map(
                    static fn (Text $text): string => $text->name(),
                    (new QuestionView($question, $this->terms, ''))->own($record->response),
                ),
            'files' => $record->response?->as === 'files' ? $record->response->list : [],
            'judged' => $record->judged,
            'overruled' => $record->overruled,
            'comment' => $record->comment,
            'asMarked' => $record->asMarked === null ? null : [
                'standing' => $record->asMarked->standing->value, 'share' => $record->asMarked->share,
            ],
        ];
    }
}
