<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use HiddenLadder\App\Models\ChangeKind;
use HiddenLadder\App\Models\Correction;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\EditionCorrection;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\Edits\Correctable;
use HiddenLadder\Core\Quiz\Edits\Difference;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Nodes;
use HiddenLadder\Core\Quiz\Edits\Unfit;
use HiddenLadder\Core\Quiz\Edits\Workpiece;
use HiddenLadder\Core\Round\State;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/** Corrections of a quiz in use, laid over every edition that has rounds, and the marking anew that follows from them. */
final class Corrections
{
    /** Rounds are marked anew for so many milliseconds at a time, so that the teacher sees how far it is. */
    private const SLICE = 1500;

    /** Changes told at a time. */
    private const TOLD = 40;

    public function __construct(
        private readonly RoundBook $book,
        private readonly RoundRules $rules,
        private readonly QuizChanges $changes,
        private readonly DocumentCheck $check,
    ) {
    }

    /**
     * Lays a correction over the latest edition, over every other that has rounds where it fits, and over the draft.
     *
     * @throws MalformedInput where it is structure
     * @throws Rejected where there is no edition, or the latest reads otherwise by now
     */
    public function correct(Quiz $quiz, Teacher $teacher, SentChange $sent): Correction
    {
        return DB::transaction(function () use ($quiz, $teacher, $sent): Correction {
            $locked = Quiz::query()->lockForUpdate()->findOrFail($quiz->id);
            $known = Correction::query()->find($sent->id);
            if ($known !== null) {
                return $known->quiz_id === $locked->id
                    ? $known
                    : throw new Rejected(Reason::IdTaken, new Message('problem.correction.id-taken'));
            }
            $editions = $this->inUse($locked);
            $latest = $editions->last() ?? throw new Rejected(Reason::NotPublished, new Message('problem.correction.not-in-use-yet'));
            $places = Nodes::of($this->workpiece($latest)->document());
            foreach ($sent->edits as $number => $edit) {
                if (! Correctable::allows($places, $edit)) {
                    throw new MalformedInput("/edits/$number", new Message('problem.correction.structure'));
                }
            }
            $correction = Correction::query()->create([
                'id' => $sent->id, 'quiz_id' => $locked->id, 'teacher_id' => $teacher->id, 'label' => $sent->label,
                'edits' => Edit::toJson($sent->edits), 'made_at' => now(),
                'number' => 1 + (int) Correction::query()->where('quiz_id', $locked->id)->max('number'),
            ]);
            $wasEdition = $locked->version === $latest->version;
            $before = $this->workpiece($latest)->document();
            foreach ($editions as $edition) {
                $unfit = $this->lay($edition, $correction, $sent->edits);
                if ($unfit !== null && $edition->is($latest)) {
                    throw new Rejected(Reason::ChangedElsewhere, new Message('problem.correction.changed-elsewhere'));
                }
            }
            $this->mendDraft($locked, $teacher, $latest, $before, $wasEdition, $sent->label);

            return $correction;
        }, 5);
    }

    /** Lays a correction over an edition that reads otherwise, whatever stands there. */
    public function layOver(Correction $correction, Edition $edition): void
    {
        DB::transaction(function () use ($correction, $edition): void {
            // Locked in the order in which all corrections lock: the quiz comes first.
            Quiz::query()->lockForUpdate()->findOrFail($edition->quiz_id);
            $locked = Edition::query()->lockForUpdate()->findOrFail($edition->id);
            $correction = Correction::query()->lockForUpdate()->findOrFail($correction->id);
            $last = $this->layer($locked, $correction);
            if ($correction->taken_back_at !== null || ($last !== null && $last->unfit === null)) {
                return;
            }
            $edits = array_map(static fn (Edit $edit): Edit => $edit->regardless(), Edit::fromJson($correction->edits));
            if ($this->lay($locked, $correction, $edits) !== null) {
                throw new Rejected(Reason::NoPlace, new Message('problem.correction.no-place', ['edition' => $locked->number]));
            }
        }, 5);
    }

    /**
     * Takes a correction back from every edition: each reads then as if it had never been laid, with those that are in force.
     */
    public function takeBack(Quiz $quiz, Teacher $teacher, Correction $correction): void
    {
        DB::transaction(function () use ($quiz, $teacher, $correction): void {
            $locked = Quiz::query()->lockForUpdate()->findOrFail($quiz->id);
            $correction = Correction::query()->lockForUpdate()->findOrFail($correction->id);
            if ($correction->taken_back_at !== null) {
                return;
            }
            $correction->update(['taken_back_at' => now(), 'marked' => null]);
            $inverse = [];
            $editions = $this->inUse($locked);
            $latest = $editions->last() ?? throw new Rejected(Reason::NotPublished, new Message('problem.correction.not-in-use'));
            $before = $this->workpiece($latest)->document();
            $wasEdition = $locked->version === $latest->version;
            foreach ($editions as $edition) {
                $layer = $this->layer($edition, $correction);
                if ($layer !== null && $layer->unfit === null) {
                    $inverse = Edit::fromJson($layer->inverse);
                    $this->write($edition, $correction, true, [], []);
                } elseif ($layer === null && $inverse !== []) {
                    // A later edition was made from a draft that had it already.
                    $fitting = $this->workpiece($edition)->applyWhatFits($inverse);
                    if ($fitting !== []) {
                        $this->write($edition, $correction, true, $fitting, []);
                    }
                }
            }
            $this->mendDraft($locked, $teacher, $latest, $before, $wasEdition, $correction->label);
        }, 5);
    }

    /**
     * What the draft changed since the latest edition, as edits of the edition.
     *
     * @return array{edition: ?int, document: \stdClass, corrections: list<Edit>, structure: list<Edit>} without an edition: the draft
     */
    public function difference(Quiz $quiz): array
    {
        $edition = $quiz->latestEdition;
        $draft = Workpiece::fromJson(strval($quiz->getRawOriginal('document')))->document();
        if ($edition === null) {
            return ['edition' => null, 'document' => $draft, 'corrections' => [], 'structure' => []];
        }
        $document = $this->workpiece($edition)->document();
        $edits = $edition->version === $quiz->version ? [] : Difference::between($document, $draft);
        $places = Nodes::of($document);
        $corrections = array_values(array_filter($edits, static fn (Edit $edit): bool => Correctable::allows($places, $edit)));

        return [
            'edition' => $edition->number,
            'document' => $document,
            'corrections' => $corrections,
            'structure' => array_values(
                array_udiff($edits, $corrections, static fn (Edit $a, Edit $b): int => spl_object_id($a) <=> spl_object_id($b)),
            ),
        ];
    }

    /**
     * Marks some of the rounds anew that were marked under other corrections.
     *
     * @return array{total: int, left: int, changes: list<array{student: string, question: string, before: string, after: string}>}
     */
    public function remark(Quiz $quiz): array
    {
        $until = hrtime(true) + self::SLICE * 1_000_000;
        $all = Round::query()->join(
            'editions',
            'editions.id',
            '=',
            'rounds.edition_id',
        )->where('editions.quiz_id', $quiz->id)->select('rounds.*');
        $stale = (clone $all)->whereColumn('rounds.revision', '!=', 'editions.revision');
        $changes = [];
        foreach ((clone $stale)->with('student')->lazyById(100, 'rounds.id', 'id') as $round) {
            [$before, $after] = $this->book->rebuild($round->id);
            array_push($changes, ...$this->changes($round->student, $after, State::fromArray($before->state)));
            if (hrtime(true) > $until) {
                break;
            }
        }
        $left = $stale->count();
        if ($left === 0) {
            $this->noteMarked($quiz);
        }

        return ['total' => $all->count(), 'left' => $left, 'changes' => array_slice($changes, 0, self::TOLD)];
    }

    /** Every round of the editions that a correction reached was marked again for it. */
    private function noteMarked(Quiz $quiz): void
    {
        foreach (Correction::query()->where('quiz_id', $quiz->id)->whereNull('marked')->get() as $correction) {
            $reached = $correction->layers()->whereNull('unfit')->select('edition_id');
            $correction->update(['marked' => Round::query()->whereIn('edition_id', $reached)->count()]);
        }
    }

    /** @return list<array{student: string, question: string, before: string, after: string}> */
    private function changes(Student $student, Round $round, State $before): array
    {
        $quiz = $this->rules->quiz($round);
        $changes = [];
        foreach (State::fromArray($round->state)->records as $id => $record) {
            $was = $before->record($id);
            if ($was->standing !== $record->standing) {
                $changes[] = [
                    'student' => $student->name,
                    'question' => $quiz->question($id)?->text() ?? '',
                    'before' => $was->standing->value,
                    'after' => $record->standing->value,
                ];
            }
        }

        return $changes;
    }

    /** @return Collection<int, Edition> those that have rounds, and the latest, in order */
    private function inUse(Quiz $quiz): Collection
    {
        $editions = Edition::query()->lockForUpdate()->where('quiz_id', $quiz->id)->orderBy('number')->get();
        $walked = Round::query()->whereIn('edition_id', $editions->modelKeys())->distinct()->pluck('edition_id')->all();
        $latest = $editions->last();

        return $editions->filter(
            static fn (Edition $edition): bool => $edition === $latest || in_array($edition->id, $walked, true),
        )->values();
    }

    private function workpiece(Edition $edition): Workpiece
    {
        $edition = $edition->whole();

        return Workpiece::fromJson(strval($edition->getRawOriginal('corrected') ?? $edition->getRawOriginal('document')));
    }

    /** How a correction stands in an edition now. */
    private function layer(Edition $edition, Correction $correction): ?EditionCorrection
    {
        return EditionCorrection::query()->where(
            'correction_id',
            $correction->id,
        )->where('edition_id', $edition->id)->orderByDesc('number')->first();
    }

    /**
     * @param  list<Edit>  $edits
     * @return ?Unfit why it did nothing
     */
    private function lay(Edition $edition, Correction $correction, array $edits): ?Unfit
    {
        $work = $this->workpiece($edition);
        try {
            $done = $work->apply($edits);
        } catch (Unfit $unfit) {
            $this->write($edition, $correction, false, [], [], $unfit);

            return $unfit;
        }
        $problem = $this->check->problemsAfter($work, $done)[0] ?? null;
        if ($problem !== null) {
            throw new MalformedInput(
                '/edits',
                new Message('problem.correction.unfit', ['reason' => $problem->reason, 'pointer' => $problem->pointer]),
            );
        }
        $this->write($edition, $correction, false, $done->edits, $done->inverse);

        return null;
    }

    /**
     * @param  list<Edit>  $edits
     * @param  list<Edit>  $inverse
     */
    private function write(
        Edition $edition,
        Correction $correction,
        bool $takesBack,
        array $edits,
        array $inverse,
        ?Unfit $unfit = null,
    ): void {
        EditionCorrection::query()->create([
            'edition_id' => $edition->id,
            'correction_id' => $correction->id,
            'number' => 1 + (int) EditionCorrection::query()->where('edition_id', $edition->id)->max('number'),
            'takes_back' => $takesBack,
            'edits' => Edit::toJson($edits),
            'inverse' => Edit::toJson($inverse),
            'unfit' => $unfit === null ? null : ['at' => $unfit->at, 'reason' => $unfit->reason, 'stands' => $unfit->stands],
            'made_at' => now(),
        ]);
        if ($unfit === null) {
            Edition::query()->whereKey($edition->id)->update(
                ['corrected' => $this->derived($edition)->json(), 'revision' => $edition->revision + 1],
            );
            $edition->refresh();
        }
    }

    /**
     * An edition from its document and its corrections alone: those in force, in order, whatever was taken back in between. One
     * that rests on what was taken back does nothing, and does again when that is laid again.
     */
    public function derived(Edition $edition): Workpiece
    {
        $work = Workpiece::fromJson(strval($edition->whole()->getRawOriginal('document')));
        $layers = $edition->corrections()->get();
        $last = $layers->whereNull('unfit')->keyBy('correction_id');
        foreach ($layers as $layer) {
            // What was taken back by leaving it out has a later layer without edits.
            if ($layer->takes_back || $last->get($layer->correction_id)?->takes_back !== true) {
                $work->applyWhatFits(Edit::fromJson($layer->edits));
            }
        }

        return $work;
    }

    /** A draft that was the edition stays it; one that was changed since is mended where it reads as the edition did before. */
    private function mendDraft(Quiz $quiz, Teacher $teacher, Edition $latest, \stdClass $before, bool $wasEdition, string $label): void
    {
        $edits = Difference::between($before, $this->workpiece($latest)->document());
        $draft = Workpiece::fromJson(strval($quiz->getRawOriginal('document')));
        try {
            $draft->apply($edits);
            if ($edits !== []) {
                $this->changes->make($quiz, $teacher, Ulids::make(), ChangeKind::Corrected, $label, $edits);
            }
        } catch (Unfit) {
            // It reads otherwise there already; most often because it was mended in the draft first.
        }
        $now = Quiz::query()->findOrFail($quiz->id);
        if (
            $wasEdition
                || Difference::between(
                    $this->workpiece($latest)->document(),
                    Workpiece::fromJson(strval($now->getRawOriginal('document')))->document(),
                ) === []
        ) {
            $latest->update(['version' => $now->version]);
        }
    }
}
