<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SittingStudent;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\Text;
use HiddenLadder\Core\Round\Result\Record;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\QuestionView;
use HiddenLadder\Core\Sitting\Course;
use HiddenLadder\Core\Sitting\Cover;
use HiddenLadder\Core\Sitting\Phase;
use HiddenLadder\Core\Sitting\SittingState;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Database\Eloquent\Collection;

/** What those who are here have answered where their class stands. */
final readonly class Answers
{
    private const OTHERS = '';

    /**
     * @param  Collection<string, Round>  $rounds  by student
     * @param  array<string, Record>  $records  by round
     */
    private function __construct(
        private SittingState $state,
        private ?Course $course,
        private ?Question $question,
        private Collection $rounds,
        private array $records,
    ) {
    }

    /** @param  Collection<int, SittingStudent>  $here */
    public static function of(SittingState $state, Collection $here, ?Course $course): self
    {
        $question = $state->place === null ? null : $course?->asked($state->place);
        $ids = $here->where('task_id', $state->place?->task)->pluck('round_id')->filter()->all();
        $rounds = Round::query()->whereKey($ids)->get(['id', 'student_id', 'state', 'finished_at'])->keyBy('student_id');
        $records = [];
        if ($question !== null) {
            foreach ($rounds as $round) {
                $records[$round->id] = State::fromArray($round->state)->record($question->id);
            }
        }

        return new self($state, $course, $question, $rounds, $records);
    }

    /** How many have answered. */
    public function count(): int
    {
        return count($this->given());
    }

    /** @return array<string, Record> by round, of those that have answered */
    public function given(): array
    {
        return array_filter($this->records, self::isGiven(...));
    }

    public function round(string $student): ?Round
    {
        return $this->rounds->get($student);
    }

    public function isGivenIn(?Round $round): bool
    {
        return $round !== null && isset($this->records[$round->id]) && self::isGiven($this->records[$round->id]);
    }

    /** Whether a person may say what it is worth: what was written, and no machine has marked. */
    public function isForAPerson(?Round $round): bool
    {
        $standing = $round === null ? null : ($this->records[$round->id] ?? null)?->standing;

        return $standing === Standing::ToBeRead
            || ($standing === Standing::Noted && $this->question?->kind === QuestionKind::Written);
    }

    /** @return list<Text>|null the answer of a round, a line for each part of it */
    public function own(?string $round): ?array
    {
        $response = $this->question === null ? null : ($this->records[(string) $round] ?? null)?->response;

        return $this->question === null || $response === null ? null : (new QuestionView($this->question, new Terms, ''))->own($response);
    }

    /** The same in one line. */
    public function inOneLine(?string $round): ?string
    {
        $lines = $this->own($round);

        return $lines === null ? null : implode(', ', array_map(static fn (Text $line): string => $line->name(), $lines));
    }

    /**
     * How many gave which, the most first, without whose they are.
     *
     * @return list<array{entry: ?string, words: ?string, count: int, feedback: ?Text, shows: ?string}>
     */
    public function counted(): array
    {
        if ($this->question === null) {
            return [];
        }
        $isRevealed = $this->state->phase === Phase::Revealed;
        [$entries, $written] = $this->state->devices ? $this->counts($isRevealed) : [$this->state->handsHere(), []];
        $counted = [];
        foreach ($entries as $id => $count) {
            $entry = $isRevealed ? $this->question->entry($id) : null;
            $counted[] = [
                'entry' => $id,
                'words' => null,
                'count' => $count,
                'feedback' => $entry?->feedback->isEmpty() === false ? $entry->feedback : null,
                'shows' => $this->course?->quiz->misconception($entry?->misconception)?->text,
            ];
        }
        foreach ($written as $said => $count) {
            $words = $said === self::OTHERS ? null : (string) $said;
            $counted[] = ['entry' => null, 'words' => $words, 'count' => $count, 'feedback' => null, 'shows' => null];
        }
        usort($counted, static fn (array $a, array $b): int => $b['count'] <=> $a['count']);

        return $counted;
    }

    /**
     * What is written at length is shown one by one, when the teacher shows it.
     *
     * @return array{array<string, int>, array<array-key, int>} by entry that was chosen, and by what was written
     */
    private function counts(bool $isRevealed): array
    {
        $entries = $words = [];
        // Before the reveal, a slip of before the class stood there is no answer.
        foreach ($isRevealed ? $this->records : $this->given() as $round => $record) {
            if ($record->response?->as === 'choices') {
                foreach ($record->response->list as $entry) {
                    $entries[$entry] = ($entries[$entry] ?? 0) + 1;
                }
            } elseif ($record->response !== null && $record->response->as !== 'files' && $this->question?->kind !== QuestionKind::Written) {
                // What nobody foresaw stands on the board only where its cover is lifted.
                $isForeseen = $record->mark?->entry !== null || $record->standing->isRight();
                $said = $isForeseen || $this->state->isLifted(Cover::Answers) ? (string) $this->inOneLine($round) : self::OTHERS;
                $words[$said] = ($words[$said] ?? 0) + 1;
            }
        }

        return [$entries, $words];
    }

    /** Since the class has stood there, or so that nothing more is asked. */
    private static function isGiven(Record $record): bool
    {
        return $record->standing === Standing::Answered || $record->standing->isSettled();
    }
}
