<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Messages\SentMessage;
use HiddenLadder\App\Models\ChangeKind;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Invitation;
use HiddenLadder\App\Models\KeptTerms;
use HiddenLadder\App\Models\Merge;
use HiddenLadder\App\Models\PersonAct;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Sitting;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\TaskAudience;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Quizzes\Corrections;
use HiddenLadder\App\Quizzes\QuizChanges;
use HiddenLadder\App\Quizzes\SentChange;
use HiddenLadder\App\Rounds\OwnRounds;
use HiddenLadder\App\Rounds\Returning;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Rounds\SentEvent;
use HiddenLadder\App\School\Invitations;
use HiddenLadder\App\School\Merging;
use HiddenLadder\App\School\PersonActs;
use HiddenLadder\App\School\Roster;
use HiddenLadder\App\Sittings\Attendance;
use HiddenLadder\App\Sittings\Courses;
use HiddenLadder\App\Sittings\SentAct;
use HiddenLadder\App\Sittings\SittingBook;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\MadeUpStudent;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Formats\Roster\NameTable;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Fingerprint;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Sitting\Act;
use HiddenLadder\Core\Sitting\Place;
use HiddenLadder\Core\Terms\Mode;
use HiddenLadder\Core\Terms\ReturnTerms;
use HiddenLadder\Core\Terms\RoundTerms;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Support\Facades\Hash;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/**
 * The full school: everything at once that tests of one student in one task walk past.
 *
 * Two classes of one teacher with students in both; several unfinished tasks and several rounds for each student; a task on
 * an older edition with corrections; a student taken out, one with a late answer, one with more time, one sent back; a closed
 * task with unfinished rounds, a planned one, one past its due time, one taken back, one for some students and one by link; a
 * colleague with a class of their own; a quiz in another language; an empty class; two who asked about one
 * question; one who stood on the roster twice; an invitation that waits; a closed task in portions of which something comes
 * back; terms kept under a name; a class that is led from the front. Tests are held in it, not people.
 */
final class FullSchool
{
    public const PASSWORD = 'a long password';

    /** The secret of the student who is in both classes. */
    public const SECRET = 'limpet';

    public readonly Teacher $teacher;

    public readonly Teacher $colleague;

    public Student $both;

    public Student $takenOut;

    public Student $late;

    /** @var array<string, SchoolClass> */
    public array $classes = [];

    /** @var array<string, Quiz> */
    public array $quizzes = [];

    /** @var array<string, Task> */
    public array $tasks = [];

    public string $correction = '';

    public KeptTerms $kept;

    public Sitting $sitting;

    /** Of the student who came late, under way. */
    public Round $return;

    /** Two who are one person, of whom rounds of one task were under way each. */
    public Merge $merge;

    /** The colleague, who shares the late student, asks to reset the secret. */
    public PersonAct $personAct;

    public Invitation $invitation;

    /** The last part of the address of the invitation. */
    public string $token = '';

    /** @var list<string> of the student in both classes, answered; of the one who is taken out, open */
    public array $conversations = [];

    private readonly RoundBook $book;

    private int $lots = 0;

    public function __construct()
    {
        $this->book = app(RoundBook::class);
        $school = School::query()->create(['name' => 'Full school']);
        $account = static fn (string $name, bool $keeper): Teacher => $school->teachers()->create([
            'is_keeper' => $keeper, 'name' => $name, 'email' => strtolower($name).'@full-school.example', 'password' => self::PASSWORD,
        ]);
        $this->teacher = $account('Ines', true);
        $this->colleague = $account('Jonas', false);
        $this->people();
        $this->makeQuizzes();
        $this->give();
        $this->walkAll();
        $this->afterwards();
    }

    private function people(): void
    {
        foreach (['first' => $this->teacher, 'second' => $this->teacher, 'empty' => $this->teacher, 'other' => $this->colleague] as $name => $teacher) {
            $this->classes[$name] = $teacher->classes()->create(
                ['school_id' => $teacher->school_id, 'name' => "Class $name", 'phrase' => "full school $name"],
            );
        }
        $roster = app(Roster::class);
        $roster->write($this->classes['first'], "Both Anders\nOut Taken\nLate Comer\nMore Time\nStudent 2\nStudent 10\nEntered Twice\nEntered Again");
        $find = fn (string $name): Student => $roster->find($this->classes['first'], $name) ?? throw new \LogicException($name);
        $this->both = $find('Both Anders');
        $this->takenOut = $find('Out Taken');
        $this->late = $find('Late Comer');
        $this->both->update(['secret' => Hash::make(self::SECRET)]);
        $find('More Time')->update(['extra_time' => 1.5]);
        $roster->add($this->classes['second'], NameTable::read("Both Anders\nZoe\nZoë"), [$this->both->id]);
        $roster->write($this->classes['other'], 'Somebody Else');
        $roster->add($this->classes['other'], NameTable::read('Late Comer'), [$this->late->id]);
    }

    private function makeQuizzes(): void
    {
        $media = array_map(
            static fn (string $name): string => (new Draft('full'))->id($name),
            array_combine(Demo::videos(), Demo::videos()),
        );
        foreach ($media as $name => $id) {
            ShippedVideos::takeIn($this->teacher, $id, $name, $name);
        }
        foreach (Quizzes::all($media) as $index => $document) {
            $this->quizzes[['tides', 'circuits', 'notes'][$index]] = $this->publish($document);
        }
        $d = new Draft('german');
        $this->quizzes['german'] = $this->publish(['language' => 'de'] + $d->quiz('Ebbe und Flut', 'Lies genau.', [
            $d->asks(
                'a',
                $d->question(
                    'a',
                    'number',
                    'Wie viele Stunden?',
                    [$d->right('6,2')],
                    'Ja.',
                    'Nein.',
                    [$d->hint('h', 'Etwa ein Viertel des Tages.')],
                ),
            ),
            $d->asks('w', $d->question('w', 'written', 'Warum?', [], '', '', [], '0', ['readByTeacher' => true])),
        ], 'Ende', 'Gut.'));
        $this->quizzes['short'] = $this->publish($d->quiz('Short', '', array_map(
            static fn (string $name): array => $d->asks($name, $d->question($name, 'number', "$name?", [$d->right('4')], '', '', [])),
            ['x', 'y', 'z'],
        ), 'End', 'Done.'));
        $this->quizzes['draft'] = Quiz::query()->create(
            [
                'teacher_id' => $this->teacher->id,
                'title' => 'Draft',
                'state' => QuizState::Draft,
                'version' => 1,
                'document' => $d->quiz('Draft', '', [], 'End', ''),
            ],
        );
        $this->quizzes['other'] = Quiz::query()->create(
            [
                'teacher_id' => $this->colleague->id,
                'title' => 'Other',
                'state' => QuizState::Draft,
                'version' => 1,
                'document' => $d->quiz('Other', '', [], 'End', ''),
            ],
        );
    }

    /** @param  array<string, mixed>  $document */
    private function publish(array $document): Quiz
    {
        $quiz = Quiz::query()->create(
            [
                'teacher_id' => $this->teacher->id,
                'title' => $document['title'],
                'state' => QuizState::Published,
                'version' => 1,
                'document' => $document,
            ],
        );
        Edition::query()->create(['quiz_id' => $quiz->id, 'number' => 1, 'version' => 1, 'document' => $document, 'published_at' => now()]);

        return $quiz;
    }

    private function give(): void
    {
        $give = function (string $name, string $class, string $quiz, array $more = [], ?Terms $terms = null): void {
            $this->tasks[$name] = Task::query()->create($more + [
                'teacher_id' => $this->teacher->id, 'class_id' => $this->classes[$class]->id, 'quiz_id' => $this->quizzes[$quiz]->id,
                'terms' => ($terms ?? Terms::learn())->toArray(),
            ]);
        };
        $give('tides', 'first', 'tides');
        $give('circuits', 'first', 'circuits', ['due_at' => now()->subDay()]);
        $give('notes', 'second', 'notes');
        $give('german', 'second', 'german', [], Terms::learn()->with(mode: Mode::HandedIn));
        $give('closed', 'first', 'german', [], Terms::learn()->with(mode: Mode::HandedIn));
        $give('returns', 'first', 'short', ['closes_at' => now()->subDay()], Terms::learn()->with(
            rounds: new RoundTerms(portion: 2), returns: new ReturnTerms([1, 3], 2),
        ));
        $give('planned', 'first', 'notes', ['opens_at' => now()->addDay()]);
        $give('taken-back', 'first', 'tides', ['taken_back_at' => now()]);
        $give('some', 'second', 'tides', ['audience' => TaskAudience::Students]);
        $this->tasks['some']->named()->attach([$this->both->id]);
        $give('link', 'first', 'notes', ['class_id' => null, 'audience' => TaskAudience::Link, 'link' => Ulids::make()]);
    }

    private function walkAll(): void
    {
        foreach (['tides', 'circuits', 'closed'] as $name) {
            foreach ($this->classes['first']->students()->get() as $index => $student) {
                $this->walk($student, $name, $name === 'closed' ? 2 : ($index % 3 === 0 ? 6 : 20));
            }
        }
        foreach (['notes', 'german'] as $name) {
            foreach ($this->classes['second']->students()->get() as $student) {
                $this->walk($student, $name, 15);
            }
        }
        $this->walk($this->both, 'some', 4);
        $this->comeBack();
        $this->tasks['link']->named()->attach([$this->late->id]);
        $this->walk($this->late, 'link', 4);
        // Several rounds of one task: the first through to its end.
        $this->walk($this->both, 'tides', 400);
        $this->walk($this->both, 'tides', 5);
    }

    /** A made-up student goes on in their round, or begins the next one, for so many steps at most. */
    private function walk(Student $student, string $task, int $steps, int $daysAgo = 0, float $skill = 0.6): void
    {
        $lot = new Randomizer(new Xoshiro256StarStar(++$this->lots));
        $given = $this->tasks[$task];
        $own = OwnRounds::of($student->id, $given);
        $at = (int) now()->subDays($daysAgo)->valueOf() - 7_200_000 + 600_000 * $own->rounds->count();
        $current = $own->current();
        $round = $current !== null && $current->finished_at === null ? $current
            : $this->book->create($student, $given, $given->quiz()->sole()->latestEdition()->sole(), $own->rounds->count() + 1, $at);
        $terms = Terms::read(Fields::of($round->terms));
        $quiz = QuizDocument::read($given->quiz()->sole()->document);
        $made = new MadeUpStudent($quiz, $terms, Profile::even($skill, helps: 0.2, asks: 0.1, leaves: 0.5), $lot);
        $state = State::fromArray($round->state);
        $at = max($at, $round->moved_at->getTimestampMs());
        for ($step = 0; $step < $steps && ! $state->isFinished(); $step++) {
            $at += 1000;
            $round->last_event_id = $id = Ulids::make();
            $state = $this->book->append($round, $id, $made->next($state), $at, $at);
        }
    }

    /** A task in portions, mastered by two and closed since, of which something comes back: for one it is under way. */
    private function comeBack(): void
    {
        foreach ([$this->both, $this->late] as $student) {
            $mastered = $student->rounds()->where('mastered', true)->where('task_id', $this->tasks['returns']->id);
            for ($round = 0; $round < 12 && $mastered->doesntExist(); $round++) {
                $this->walk($student, 'returns', 400, 5, 1.0);
            }
            $this->return = app(Returning::class)->begin($student, $this->tasks['returns']);
        }
    }

    /** Two who ask about the same question, one of them answered and not seen; and the teacher, who asks themselves. */
    private function ask(): void
    {
        $conversations = app(Conversations::class);
        $message = static fn (string $text): SentMessage => SentMessage::read(Fields::of(['id' => Ulids::make(), 'text' => $text]));
        $quiz = $this->quizzes['tides'];
        $question = QuizDocument::read($quiz->document)->stops[0]->questions()[0]->id;
        foreach ([$this->both, $this->takenOut] as $student) {
            $round = Round::query()->where('student_id', $student->id)->whereRelation('task', 'quiz_id', $quiz->id)->firstOrFail();
            $conversations->askAsStudent($student, $round, $question, $message('Is this right?'));
            $this->conversations[] = $conversations->ofRound($round)[0]->first()->conversation;
        }
        $conversations->answer($this->conversations[0], $message('Yes, it is.'));
        $conversations->askAsColleague($this->teacher, $quiz, $question, $message('Look this up.'));
    }

    private function afterwards(): void
    {
        // An older edition with corrections, on which rounds go on; a newer one for those that begin later.
        $corrections = app(Corrections::class);
        $tides = $this->quizzes['tides'];
        $question = QuizDocument::read($tides->document)->stops[0]->questions()[0]->id;
        $correction = $corrections->correct(
            $tides,
            $this->teacher,
            SentChange::made(Ulids::make(), 'Stop 1: points changed', [Edit::set($question, 'points', 3)]),
        );
        $corrections->correct(
            $tides->refresh(),
            $this->teacher,
            SentChange::made(
                Ulids::make(),
                'Stop 1: feedback for right reworded',
                [Edit::set($question, 'feedback.right', 'Quite right.')],
            ),
        );
        $this->correction = $correction->id;
        $tides->refresh();
        Edition::query()->create(
            ['quiz_id' => $tides->id, 'number' => 2, 'version' => $tides->version, 'document' => $tides->document, 'published_at' => now()],
        );

        // A history: a change, and one that two made at once and that did not fit any more.
        foreach (['Read well.' => Fingerprint::of(''), 'Read twice.' => Fingerprint::of('')] as $words => $was) {
            app(QuizChanges::class)->make(
                $this->quizzes['draft'],
                $this->teacher,
                Ulids::make(),
                ChangeKind::Made,
                'The quiz: instructions reworded',
                [Edit::set('quiz', 'instructions', $words, $was)],
            );
        }

        $this->ask();
        $this->kept = KeptTerms::query()->create(['teacher_id' => $this->teacher->id, 'name' => 'Short and sharp', 'terms' => Terms::learn()->toArray()]);
        $find = fn (string $name): Student => app(Roster::class)->find($this->classes['first'], $name) ?? throw new \LogicException($name);
        $this->merge = app(Merging::class)->merge($find('Entered Twice'), $find('Entered Again'), $this->teacher);
        app(PersonActs::class)->clearSecret($this->colleague, $this->late);
        $this->personAct = PersonAct::query()->where('teacher_id', $this->colleague->id)->sole();
        [$this->invitation, $address] = app(Invitations::class)->invite($this->teacher, 'somebody@full-school.example');
        $this->token = basename($address);
        app(Roster::class)->takeOut($this->classes['first'], $this->takenOut->id);
        $this->closeAndComeLate();
        $this->lead();
        $first = Round::query()->where(
            'task_id',
            $this->tasks['tides']->id,
        )->where('student_id', $this->both->id)->where('number', 1)->sole();
        foreach (State::fromArray($first->state)->records as $question => $record) {
            if ($record->response !== null && $first->finished_at !== null) {
                $this->book->word($first->id, static fn (): null => null, new Overruled($question, 0, 'Again, please.', true));
                break;
            }
        }
    }

    /** The first class is led from the front, by a task whose quiz has newer editions; a student has come in. */
    private function lead(): void
    {
        $student = app(Roster::class)->find($this->classes['first'], 'Student 2') ?? throw new \LogicException('Student 2');
        $sittings = app(SittingBook::class);
        $task = $this->tasks['tides'];
        $this->sitting = $sittings->open($this->teacher, $this->classes['first'], $task, false);
        $sittings->enter($this->sitting, $student);
        $place = new Place($task->id, (string) app(Courses::class)->of($task->id)?->quiz->stops[0]->id);
        $sittings->take($this->sitting->id, new SentAct(Ulids::make(), 1, Act::stands($place, false)));
        $in = Attendance::of($student) ?? throw new \LogicException('Nobody has come in.');
        $this->book->view(app(Attendance::class)->round($in, $student) ?? throw new \LogicException('There is no round to lead.'));
    }

    /** The task closes with rounds under way; one student's answer, made before, arrives after it. */
    private function closeAndComeLate(): void
    {
        $task = $this->tasks['closed'];
        $round = Round::query()->where('task_id', $task->id)->where('student_id', $this->late->id)->sole();
        $made = (int) now()->valueOf() - 60_000;
        $task->update(['closes_at' => CarbonImmutable::now()->subSeconds(30)]);
        $this->book->settle($task);
        $sent = SentEvent::read(
            Fields::of(
                [
                    'id' => Ulids::make(),
                    'after' => $round->refresh()->last_event_id,
                    'kind' => 'went-to',
                    'at' => $made,
                    'sentAt' => (int) now()->valueOf(),
                    'data' => ['stop' => (new Draft('german'))->id('a')],
                ],
            ),
            (int) now()->valueOf(),
        );
        $this->book->take($round->id, static fn (): null => null, $sent);
    }
}
