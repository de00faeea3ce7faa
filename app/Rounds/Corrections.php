<?php

declare(strict_types=1);

namespace HiddenLadder\App\Rounds;

use HiddenLadder\App\Http\Problem;
use HiddenLadder\App\Models\ChangeKind;
use HiddenLadder\App\Models\Correction;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Quizzes\QuizChanges;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Quiz\Correction as Mend;
use HiddenLadder\Core\Quiz\Difference;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Shapes;
use HiddenLadder\Core\Quiz\Overlay;
use HiddenLadder\Core\Quiz\Pointer;
use HiddenLadder\Core\Round\State;
use Illuminate\Support\Facades\DB;

/** Mends of an edition in use, and the marking anew that follows from them. */
final class Corrections
{
    /** Rounds are marked anew for so many milliseconds at a time, so that the teacher sees how far it is. */
    private const SLICE = 1500;

    /** Changes told at a time. */
    private const TOLD = 40;

    public function __construct(private readonly Editions $editions, private readonly RoundBook $book, private readonly RoundRules $rules, private readonly QuizChanges $changes)
    {
    }

    /**
     * Lays a mend over the latest edition, and over the draft where the same place is still there.
     *
     * @throws Problem when there is no edition
     */
    public function correct(Quiz $quiz, Teacher $teacher, Fields $sent): Correction
    {
        $mend = Mend::read($sent);

        return DB::transaction(function () use ($quiz, $teacher, $mend): Correction {
            $edition = $this->latest($quiz);
            $document = $this->editions->document($edition);
            $correction = $this->lay($edition, $teacher, $mend);
            $this->mendDraft($quiz, $teacher, $edition, $document, $mend);

            return $correction;
        }, 5);
    }

    private function lay(Edition $edition, Teacher $teacher, Mend $mend): Correction
    {
        $document = $this->editions->document($edition);
        $mend->over($document);
        $place = Pointer::resolve($document, $mend->pointer);
        $correction = Correction::query()->create([
            'edition_id' => $edition->id,
            'teacher_id' => $teacher->id,
            'number' => 1 + (int) Correction::query()->where('edition_id', $edition->id)->max('number'),
            'pointer' => $place,
            'before' => Pointer::get($document, $place),
            'value' => $mend->value,
            'made_at' => now(),
        ]);
        $edition->update(['revision' => $edition->revision + 1]);

        return $correction;
    }

    /** What the draft changed since the latest edition, or nothing where there is none. */
    public function difference(Quiz $quiz): ?Difference
    {
        $edition = $quiz->latestEdition;

        return $edition === null || $edition->version === $quiz->version ? null : Difference::between($this->editions->document($edition), $quiz->document);
    }

    /** Lays all that the draft mended over the latest edition. */
    public function mend(Quiz $quiz, Teacher $teacher): void
    {
        DB::transaction(function () use ($quiz, $teacher): void {
            $difference = $this->difference($quiz);
            foreach ($difference->mends ?? [] as $mend) {
                $this->lay($this->latest($quiz), $teacher, $mend);
            }
            if ($difference !== null && ! $difference->structure) {
                $this->latest($quiz)->update(['version' => $quiz->version]);
            }
        }, 5);
    }

    public function takeBack(Quiz $quiz, Teacher $teacher, Correction $correction): void
    {
        DB::transaction(function () use ($quiz, $teacher, $correction): void {
            $edition = $this->latest($quiz);
            abort_if($correction->edition_id !== $edition->id, 404);
            if ($correction->taken_back_at !== null) {
                return;
            }
            $document = $this->editions->document($edition);
            $this->restsOnNothing($edition, $correction);
            $correction->update(['taken_back_at' => now()]);
            $edition->update(['revision' => $edition->revision + 1]);
            if (Pointer::has($document, $correction->pointer) && $correction->before !== null) {
                $this->mendDraft($quiz, $teacher, $edition, $document, Mend::read(Fields::of(['pointer' => $correction->pointer, 'value' => $correction->before])));
            }
        }, 5);
    }

    /** @throws Problem while a later mend would have no place without this one */
    private function restsOnNothing(Edition $edition, Correction $correction): void
    {
        $others = $edition->corrections->reject(static fn (Correction $other): bool => $other->id === $correction->id)
            ->mapWithKeys(static fn (Correction $other): array => [$other->number => ['pointer' => $other->pointer, 'value' => $other->value]])->all();
        $homeless = Overlay::homeless($edition->document, $others);
        if ($homeless !== null || (new DocumentCheck)->problems(Overlay::over($edition->document, $others)) !== []) {
            throw new Problem(409, 'rested-on', 'A later mend rests on this one. Take that one back first.', ['number' => $homeless]);
        }
    }

    /**
     * A draft that still is the edition stays it; one that was changed since is mended where the same thing stands in it.
     *
     * @param  array<array-key, mixed>  $document  the edition as it read before the mend
     */
    private function mendDraft(Quiz $quiz, Teacher $teacher, Edition $edition, array $document, Mend $mend): void
    {
        $locked = Quiz::query()->lockForUpdate()->findOrFail($quiz->id);
        $pointer = Pointer::carried($document, $mend->pointer, $locked->document);
        $draft = $pointer === null ? null : $mend->at($pointer)->laidOver($locked->document);
        if ($draft === null || (new DocumentCheck)->problems($draft) !== []) {
            return;
        }
        $isEdition = $locked->version === $edition->version;
        $this->changes->make($locked, $teacher, Ulids::make(), ChangeKind::Corrected, 'A correction of the edition in use', [self::asEdit($draft, Pointer::resolve($locked->document, $pointer))]);
        if ($isEdition) {
            $edition->update(['version' => $locked->refresh()->version]);
        }
    }

    /**
     * What stands at a pointer in a document, as the edit that puts it there.
     *
     * @param  array<array-key, mixed>  $draft  with what is put there
     */
    private static function asEdit(array $draft, string $pointer): Edit
    {
        [$id, $type, $node, $steps] = [Shapes::QUIZ, Shapes::QUIZ, $draft, Pointer::steps($pointer)];
        while (count($steps) > 1) {
            $shape = Shapes::of($type);
            $inside = $shape['lists'][$steps[0]] ?? $shape['children'][$steps[0]] ?? null;
            if ($inside === null) {
                break;
            }
            $list = array_shift($steps);
            $child = isset($shape['lists'][$list]) ? Pointer::get($node, "/$list/".array_shift($steps)) : ($node[$list] ?? null);
            assert(is_array($child) && is_string($child['id'] ?? null));
            if ($steps === []) {
                $added = json_decode((string) json_encode($child, JSON_PRESERVE_ZERO_FRACTION));

                return Edit::insert($id, $list, null, $added instanceof \stdClass ? $added : new \stdClass);
            }
            [$id, $type, $node] = [$child['id'], $inside, $child];
        }
        // A position in a list of values is no member: the list is set as a whole.
        $position = array_key_first(array_filter($steps, static fn (string $step): bool => ctype_digit($step)));
        $members = array_slice($steps, 0, $position ?? count($steps));

        return Edit::set($id, implode('.', $members), json_decode((string) json_encode(Pointer::get($node, '/'.implode('/', $members)), JSON_PRESERVE_ZERO_FRACTION)));
    }

    /**
     * Marks some of the rounds anew that were marked under other corrections.
     *
     * @return array{total: int, left: int, changes: list<array{student: string, question: string, before: string, after: string}>}
     */
    public function remark(Quiz $quiz): array
    {
        $edition = $this->latest($quiz);
        $until = hrtime(true) + self::SLICE * 1_000_000;
        $stale = Round::query()->where('edition_id', $edition->id)->where('revision', '!=', $edition->revision);
        $changes = [];
        foreach ((clone $stale)->with('student')->lazyById(100) as $round) {
            [$before, $after] = $this->book->rebuild($round->id);
            array_push($changes, ...$this->changes($round->student, $after, State::fromArray($before->state)));
            if (hrtime(true) > $until) {
                break;
            }
        }

        return ['total' => Round::query()->where('edition_id', $edition->id)->count(), 'left' => $stale->count(), 'changes' => array_slice($changes, 0, self::TOLD)];
    }

    /** @return list<array{student: string, question: string, before: string, after: string}> */
    private function changes(Student $student, Round $round, State $before): array
    {
        $quiz = $this->rules->quiz($round);
        $changes = [];
        foreach (State::fromArray($round->state)->records as $id => $record) {
            $was = $before->record($id);
            if ($was->standing !== $record->standing) {
                $changes[] = ['student' => $student->name, 'question' => $quiz->question($id)?->text() ?? '', 'before' => $was->standing->value, 'after' => $record->standing->value];
            }
        }

        return $changes;
    }

    private function latest(Quiz $quiz): Edition
    {
        $edition = $quiz->latestEdition ?? throw new Problem(409, 'not-published', 'This quiz is not in use yet: change it as it is.');

        return Edition::query()->lockForUpdate()->with('corrections')->findOrFail($edition->id);
    }
}
