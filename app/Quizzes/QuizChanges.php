<?php

declare(strict_types=1);

namespace HiddenLadder\App\Quizzes;

use Closure;
use HiddenLadder\App\Live\Live;
use HiddenLadder\App\Models\ChangeKind;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizChange;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Nodes;
use HiddenLadder\Core\Quiz\Edits\Unfit;
use HiddenLadder\Core\Quiz\Edits\Workpiece;
use HiddenLadder\Core\Quiz\Text;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/**
 * How quizzes are changed: each change is laid on the newest document and written down, or written down as not applied.
 * The stored document is derived from the changes.
 */
final class QuizChanges
{
    /** Times a write is tried again after a deadlock. */
    private const ATTEMPTS = 5;

    /** Changes that are looked through for who changed something last. */
    private const LOOKED_THROUGH = 500;

    /** So many of the newest steps are tried for one that can be taken back. */
    private const STEPS_TRIED = 20;

    public function __construct(
        private readonly DocumentCheck $check,
        private readonly TextCleaner $texts,
        private readonly Live $live,
    ) {
    }

    /**
     * Takes a change once, however often it is sent.
     *
     * @throws Rejected where what came out would be no quiz document, or the device knows a later version than there is
     */
    public function take(Quiz $quiz, Teacher $teacher, SentChange $sent): QuizChange
    {
        return $this->once($quiz, $teacher, $sent->id, function (Quiz $locked) use ($teacher, $sent): QuizChange {
            if ($sent->version > $locked->version) {
                throw new Rejected(Reason::UnknownVersion, new Message('problem.quiz.unknown-version'), ['version' => $locked->version]);
            }

            return $this->lay($locked, $teacher, $sent->id, ChangeKind::Made, $sent->label, $sent->edits);
        });
    }

    /**
     * Lays edits that the app itself works out.
     *
     * @param  list<Edit>  $edits
     *
     * @throws Rejected
     */
    public function make(Quiz $quiz, Teacher $teacher, string $id, ChangeKind $kind, string $label, array $edits): QuizChange
    {
        return $this->once(
            $quiz,
            $teacher,
            $id,
            fn (Quiz $locked): QuizChange => $this->lay($locked, $teacher, $id, $kind, $label, $edits),
        );
    }

    /**
     * Takes the teacher's newest step back whose inverse fits.
     *
     * @throws Rejected where there is none
     */
    public function undo(Quiz $quiz, Teacher $teacher, string $id): QuizChange
    {
        return $this->step($quiz, $teacher, $id, ChangeKind::Undone);
    }

    /** @throws Rejected where there is nothing to redo */
    public function redo(Quiz $quiz, Teacher $teacher, string $id): QuizChange
    {
        return $this->step($quiz, $teacher, $id, ChangeKind::Redone);
    }

    /** @return Collection<int, QuizChange> those after a version, in order */
    public function since(Quiz $quiz, int $version): Collection
    {
        return $quiz->changes()->with('teacher')->where('number', '>', $version)->orderBy('number')->get();
    }

    /** The document as it was after a change. */
    public function at(Quiz $quiz, int $number): Workpiece
    {
        $origin = $quiz->getRawOriginal('origin');
        $work = Workpiece::fromJson(is_string($origin) ? $origin : self::stored($quiz));
        foreach ($quiz->changes()->where('number', '<=', $number)->whereNull('unfit')->orderBy('number')->lazy(500) as $change) {
            $work->apply($change->edits());
        }

        return $work;
    }

    private function step(Quiz $quiz, Teacher $teacher, string $id, ChangeKind $kind): QuizChange
    {
        return $this->once($quiz, $teacher, $id, function (Quiz $locked) use ($teacher, $id, $kind): QuizChange {
            $own = Steps::of($locked, $teacher);
            $refused = null;
            foreach (array_slice($kind === ChangeKind::Undone ? $own->toUndo() : $own->toRedo(), 0, self::STEPS_TRIED) as $step) {
                $inverse = [];
                foreach ($locked->changes()->whereIn('number', $step['numbers'])->orderByDesc('number')->get() as $change) {
                    array_push($inverse, ...$change->inverse());
                }
                $others = $this->changedWithin($locked, $teacher, $inverse, $step['numbers'] === [] ? 0 : max($step['numbers']));
                if ($others !== null) {
                    $refused ??= [$step['label'], $others];

                    continue;
                }
                try {
                    return $this->lay($locked, $teacher, $id, $kind, $step['label'], $inverse, $step['numbers'], orThrow: true);
                } catch (Unfit $unfit) {
                    $refused ??= [$step['label'], $this->lastToChange($locked, $unfit->at)];
                }
            }
            throw new Rejected(Reason::NothingToTakeBack, match (true) {
                $refused !== null && $refused[1] !== null => new Message(
                    'problem.quiz.changed-since-by',
                    ['label' => $refused[0], 'name' => $refused[1]],
                ),
                $refused !== null => new Message('problem.quiz.changed-since', ['label' => $refused[0]]),
                $kind === ChangeKind::Undone => new Message('problem.quiz.nothing-to-undo'),
                default => new Message('problem.quiz.nothing-to-redo'),
            });
        });
    }

    /**
     * @param  Closure(Quiz): QuizChange  $work
     *
     * @throws Rejected
     */
    private function once(Quiz $quiz, Teacher $teacher, string $id, Closure $work): QuizChange
    {
        return DB::transaction(static function () use ($quiz, $id, $work): QuizChange {
            $locked = Quiz::query()->lockForUpdate()->findOrFail($quiz->id);

            return $locked->changes()->where('change_id', $id)->first() ?? $work($locked);
        }, self::ATTEMPTS);
    }

    /**
     * The caller holds the quiz's lock.
     *
     * @param  list<Edit>  $edits
     * @param  ?list<int>  $takesBack
     *
     * @throws Rejected where what comes out is no quiz document
     * @throws Unfit where it does not fit and $orThrow is asked; otherwise that is written down
     */
    private function lay(
        Quiz $locked,
        Teacher $teacher,
        string $id,
        ChangeKind $kind,
        string $label,
        array $edits,
        ?array $takesBack = null,
        bool $orThrow = false,
    ): QuizChange {
        $number = $locked->version + 1;
        $before = self::stored($locked);
        $work = Workpiece::fromJson($before);
        $edits = $this->texts->edits($edits, $work);
        $row = [
            'number' => $number,
            'change_id' => $id,
            'teacher_id' => $teacher->id,
            'kind' => $kind,
            'label' => $label,
            'takes_back' => $takesBack,
            'made_at' => now(),
        ];
        try {
            $done = $work->apply($edits);
        } catch (Unfit $unfit) {
            if ($orThrow) {
                throw $unfit;
            }
            $this->store($locked, $number, null);

            return $locked->changes()->create($row + [
                'member' => null, 'edits' => Edit::toJson($edits), 'inverse' => null,
                'unfit' => [
                    'at' => $unfit->at,
                    'reason' => $unfit->reason,
                    'stands' => $unfit->stands,
                    'by' => $this->lastToChange($locked, $unfit->at),
                ],
            ]);
        }
        $problems = $this->check->problemsAfter($work, $done);
        if ($problems !== []) {
            throw Rejected::invalid(new Message('problem.quiz.no-document'), $problems);
        }
        $this->store($locked, $number, $work, $before);
        $first = $done->edits[0] ?? null;

        return $locked->changes()->create($row + [
            'member' => count($done->edits) === 1 && $first?->do === 'set' && self::isTyping($first, $done->inverse[0])
                ? mb_substr("$first->at.$first->member", 0, 160)
                : null,
            'edits' => Edit::toJson($done->edits), 'inverse' => Edit::toJson($done->inverse), 'unfit' => null,
        ]);
    }

    /** A picture that is put into a text is a step of its own, however soon after the words were typed. */
    private static function isTyping(Edit $edit, Edit $inverse): bool
    {
        [$stood, $stands] = array_map(
            static fn (Edit $one): array => is_string($one->value) ? Text::read($one->value)->structure() : [],
            [$inverse, $edit],
        );

        return $stood === $stands;
    }

    private function store(Quiz $locked, int $number, ?Workpiece $work, string $before = ''): void
    {
        $given = $work?->document()->title;
        $title = is_string($given) && trim($given) !== '' ? trim($given) : 'Untitled';
        $stored = $work === null ? [] : ['document' => $work->json(), 'title' => $title];
        Quiz::query()->whereKey($locked->id)->update(['version' => $number] + $stored
            + ($work === null || $locked->getRawOriginal('origin') !== null ? [] : ['origin' => $before]));
        $this->live->quiz($locked->id);
    }

    private static function stored(Quiz $quiz): string
    {
        $document = $quiz->getRawOriginal('document');

        return is_string($document) ? $document : throw new \LogicException('A stored quiz has a document.');
    }

    /**
     * Who else changed something, after a change, inside of what taking it back would take out: that would be gone with it.
     *
     * @param  list<Edit>  $inverse
     */
    private function changedWithin(Quiz $quiz, Teacher $teacher, array $inverse, int $since): ?string
    {
        $goes = array_map(
            static fn (Edit $edit): string => $edit->at,
            array_filter($inverse, static fn (Edit $edit): bool => $edit->do === 'remove'),
        );
        $others = $goes === []
            ? collect()
            : $quiz->changes()->with('teacher')->whereNull('unfit')->where('number', '>', $since)->where(
                'teacher_id',
                '!=',
                $teacher->id,
            )->orderByDesc('number')->get();
        if ($others->isEmpty()) {
            return null;
        }
        $places = Nodes::of(Workpiece::fromJson(self::stored($quiz))->document());
        $isInside = static function (?string $id) use ($places, $goes): bool {
            while ($id !== null && ! in_array($id, $goes, true)) {
                $id = $places[$id]['above'] ?? null;
            }

            return $id !== null;
        };
        foreach ($others as $change) {
            foreach ($change->edits() as $edit) {
                if ($isInside($edit->at) || $isInside($edit->into)) {
                    return $change->teacher->name;
                }
            }
        }

        return null;
    }

    /** Who changed a node last. */
    private function lastToChange(Quiz $quiz, string $node): ?string
    {
        $found = $quiz->changes()->with('teacher')->whereNull('unfit')->where('number', '>', $quiz->version - self::LOOKED_THROUGH)
            ->where('edits', 'like', '%"'.addcslashes($node, '%_\\').'"%')->orderByDesc('number')->first();

        return $found?->teacher->name;
    }
}
