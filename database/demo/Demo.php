<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Messages\Conversations;
use HiddenLadder\App\Messages\SentMessage;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Quizzes\Editions;
use HiddenLadder\App\Rounds\Returning;
use HiddenLadder\App\Rounds\RoundBook;
use HiddenLadder\App\Rounds\RoundRules;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\MadeUpStudent;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\CueKind;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\AskedForHelp;
use HiddenLadder\Core\Round\Event\Commented;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Overruled;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Event\WentOn;
use HiddenLadder\Core\Round\Result\Standing;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\ReturnTerms;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Support\Facades\Hash;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** An invented school by the sea: one teacher, a class half-way through a quiz on tides, and two quizzes more. */
final class Demo
{
    public const TEACHER = ['name' => 'Ines Calder', 'email' => 'ines.calder@skerrybay.example', 'password' => 'skerry-tides-8'];

    public const PHRASE = 'silver heron reef';

    public const STUDENT = ['name' => 'Ada Brandt', 'secret' => 'seashell'];

    /** What some of a class wrote to a friend about a dotted half note. */
    private const EXPLAINED = [
        'A half note is two beats. The dot is half of it again, so one more. That makes three.',
        'three beats because of the dot',
        'A half note is two beats. The dot is half of it again, so one more. That makes three.',
        'It is longer than a half note. The dot makes it longer.',
        "The dot doubles it, so it is four beats. I counted it with my foot and my brother did too.\n\nI am not sure about the dot though.",
    ];

    private const STUDENTS = [
        'Ada Brandt', 'Bram Oduya', 'Cleo Marchetti', 'Davit Lindqvist', 'Elif Tanaka', 'Finn Abara', 'Greta Solano', 'Hugo Pereira',
        'Isla Novak', 'Jonas Achterberg', 'Kaya Whitlock', 'Leo Fontaine', 'Mina Haddad', 'Noor Eriksen', 'Otis Kowalczyk', 'Pia Romero',
        'Quinn Baptiste', 'Rosa Vidal', 'Sami Laine', 'Tilda Mbeki', 'Uma Castellan', 'Viktor Hale', 'Wren Okafor', 'Yusuf Dahl',
    ];

    private const VIDEOS = [
        'two-high-tides' => 'Why two high tides a day',
        'tidal-range' => 'Tidal range',
        'rule-of-twelfths' => 'The rule of twelfths',
    ];

    private const WONDERED = [
        'Does the Sun make tides too?', 'Why is high tide not exactly when the Moon is above us?', 'Are there bays with only one tide a day?',
        'What if there were two Moons?', 'Is the second bulge as high as the first?',
    ];

    public function __construct(
        private readonly Roster $roster,
        private readonly RoundBook $book,
        private readonly RoundRules $rules,
        private readonly Returning $returning,
        private readonly Editions $editions,
        private readonly Conversations $conversations,
    ) {
    }

    /** @return list<string> the names of the shipped videos */
    public static function videos(): array
    {
        return array_keys(self::VIDEOS);
    }

    public function load(): void
    {
        $school = School::found('Skerry Bay School', 'Europe/Dublin', isDemo: true);
        $teacher = $school->teachers()->create(self::TEACHER + ['is_keeper' => true]);
        $media = $this->takeIn($teacher);
        [$tides, $circuits, $notes] = array_map(fn (array $document): Edition => $this->publish($teacher, $document), Quizzes::all($media));

        $class = $teacher->classes()->create(['school_id' => $school->id, 'name' => 'Year 8 Geography', 'phrase' => self::PHRASE]);
        $this->roster->write($class, implode("\n", self::STUDENTS));
        // By which the school's gradebook knows them; the last one is new, and has none yet.
        foreach (array_slice(self::STUDENTS, 0, -1) as $index => $name) {
            $this->roster->find($class, $name)?->update(['outside_number' => sprintf('SB-%d', 8001 + $index)]);
        }

        $this->practised($class, $notes);
        $task = Task::query()->create([
            'teacher_id' => $teacher->id, 'class_id' => $class->id, 'quiz_id' => $tides->quiz_id,
            'terms' => Terms::learn()->toArray(), 'due_at' => now()->addDay()->setTime(8, 0),
        ]);
        $this->walkAll($class, $task, $tides);
        $this->ask($task);
        Task::query()->create([
            'teacher_id' => $teacher->id, 'class_id' => $class->id, 'quiz_id' => $circuits->quiz_id,
            'terms' => Terms::read(Fields::of($circuits->document['terms'] ?? []))->toArray(), 'due_at' => now()->addDays(4)->setTime(8, 0),
        ]);
    }

    /** A task of last week, closed since, of which what was mastered comes back: to some it has come back already. */
    private function practised(SchoolClass $class, Edition $edition): void
    {
        // In the middle of the day, whenever this is: what runs past midnight is done on the next day, and comes back a day later.
        $today = CarbonImmutable::now()->setTime(15, 0);
        $given = $today->subDays(10);
        $terms = Terms::learn()->with(returns: new ReturnTerms(ReturnTerms::SUGGESTED));
        $task = Task::query()->create([
            'teacher_id' => $class->teacher_id, 'class_id' => $class->id, 'quiz_id' => $edition->quiz_id, 'terms' => $terms->toArray(),
            'due_at' => $given->addDay(), 'closes_at' => $given->addDays(2), 'created_at' => $given,
        ]);
        foreach (Student::inOrder($class->students()->get()) as $index => $student) {
            if ($index % 5 === 4) {
                continue;
            }
            $lot = new Randomizer(new Xoshiro256StarStar(2000 + $index));
            foreach ([9, 8, 6] as $returns => $daysAgo) {
                CarbonImmutable::setTestNow($today->subDays($daysAgo)->addMinutes($index));
                if ($returns === 0) {
                    // Some of it is still to be read.
                    $words = $index % 5 === 3 ? self::EXPLAINED[intdiv($index, 5) % count(self::EXPLAINED)] : null;
                    $this->practise($this->book->create($student, $task, $edition, 1, (int) now()->valueOf()), $lot, $words);
                } elseif ($index % 5 < 4 - $returns) {
                    $this->practise($this->returning->begin($student, $task), $lot);
                }
            }
        }
        CarbonImmutable::setTestNow();
    }

    /**
     * A round or a return, walked to its end; what is written in it is read at once, and good.
     *
     * @param  ?string  $words  what is written instead, and waits to be read
     */
    private function practise(Round $round, Randomizer $lot, ?string $words = null): void
    {
        $quiz = $this->rules->quiz($round);
        $made = new MadeUpStudent($quiz, $this->rules->terms($round), Profile::even(0.75, helps: 0.1, asks: 0.05, leaves: 0.0), $lot);
        $state = State::fromArray($round->state);
        $at = (int) now()->valueOf();
        while (! $state->isFinished()) {
            $event = $made->next($state);
            $asked = $event instanceof Answered ? $quiz->question($event->question) : null;
            if ($words !== null && $asked?->kind === QuestionKind::Written) {
                $event = new Answered($asked->id, Response::text($words));
            }
            $at += self::wait($event, $lot);
            $state = $this->book->append($round, Ulids::make(), $event, $at, $at);
        }
        foreach ($state->records as $question => $record) {
            $isLeft = $words !== null && $quiz->question($question)?->kind === QuestionKind::Written;
            if ($record->standing === Standing::ToBeRead && ! $isLeft) {
                $this->book->append($round, Ulids::make(), new Overruled($question, 1.0, ''), ++$at);
            }
        }
    }

    /** @return array<string, string> ids by name */
    private function takeIn(Teacher $teacher): array
    {
        $ids = [];
        foreach (self::VIDEOS as $name => $title) {
            $id = (new Draft('media'))->id($name);
            $ids[$name] = $id;
            ShippedVideos::takeIn($teacher, $id, $name, $title);
        }

        return $ids;
    }

    /** @param  array<string, mixed>  $document */
    private function publish(Teacher $teacher, array $document): Edition
    {
        $quiz = $teacher->quizzes()->create(
            ['title' => $document['title'], 'state' => QuizState::Published, 'version' => 1, 'document' => $document],
        );

        return Edition::query()->create(
            ['quiz_id' => $quiz->id, 'number' => 1, 'version' => 1, 'document' => $document, 'published_at' => now()],
        );
    }

    /** Most have begun, some are through, the rest are under way: by the same seed always the same. */
    private function walkAll(SchoolClass $class, Task $task, Edition $edition): void
    {
        $document = $this->editions->read($edition);
        $secret = Hash::make(self::STUDENT['secret']);
        foreach (Student::inOrder($class->students()->get()) as $index => $student) {
            $lot = new Randomizer(new Xoshiro256StarStar(1000 + $index));
            if ($index % 8 === 5) {
                continue;
            }
            $student->update(['secret' => $secret, 'came_in_at' => now()->subMinutes(5 + 7 * $index)]);
            if ($student->name === self::STUDENT['name']) {
                continue;
            }
            $made = new MadeUpStudent(
                $document,
                Terms::learn(),
                Profile::even([0.9, 0.7, 0.55, 0.4][$index % 4], helps: 0.18, asks: 0.08, leaves: 0.45),
                $lot,
            );
            $steps = $index % 6 === 2 ? 400 : $lot->getInt(4, 22);
            $this->walk($student, $task, $edition, $made, $steps, $lot);
        }
    }

    /** One of the students is not sure about a question. */
    private function ask(Task $task): void
    {
        $round = $task->rounds()->with(['student', 'task'])->get()->first(static fn (Round $one): bool => $one->student->name === 'Cleo Marchetti');
        $question = array_key_first(State::fromArray($round->state ?? [])->records);
        if ($round !== null && $question !== null) {
            $this->conversations->askAsStudent($round->student, $round, $question, SentMessage::read(Fields::of([
                'id' => Ulids::make(),
                'text' => 'My uncle fishes and says the range is how far up the beach the water comes. Is that not right, too?',
            ])));
        }
    }

    /** Milliseconds that something takes, by lot. */
    private static function wait(Event $event, Randomizer $lot): int
    {
        return match (true) {
            $event instanceof Watched => (int) (max(1, $event->to - $event->from) * 1000),
            $event instanceof Answered => $lot->getInt(9000, 55000),
            $event instanceof AskedForHelp => $lot->getInt(9000, 25000),
            default => $lot->getInt(3000, 16000),
        };
    }

    /** @return list<Event> what some do before they go on: look at a part of the video once more, see it to its end, write what they wonder */
    private function besideIt(Event $event, State $state, Edition $edition, Randomizer $lot): array
    {
        if ($event instanceof Watched && $event->from > 20 && $lot->getInt(0, 2) === 0) {
            return [new Watched($event->video, $event->from - 9, $event->from, 1)];
        }
        $stop = $event instanceof WentOn ? $this->editions->read($edition)->stop($event->from) : null;
        $cue = $stop instanceof VideoStop ? ($stop->cues[count($stop->cues) - 1] ?? null) : null;
        if (! $stop instanceof VideoStop || $cue?->kind !== CueKind::Comments || $lot->getInt(0, 3) === 0) {
            return [];
        }

        return [
            new Watched($stop->id, $state->watchedTo[$stop->id] ?? 0.0, $cue->at + $lot->getInt(2, 9), 1),
            new Commented($cue->id, self::WONDERED[$lot->getInt(0, count(self::WONDERED) - 1)]),
        ];
    }

    private function walk(Student $student, Task $task, Edition $edition, MadeUpStudent $made, int $steps, Randomizer $lot): void
    {
        $at = (int) now()->subMinutes(24)->valueOf() + $lot->getInt(0, 240_000);
        $round = $this->book->create($student, $task, $edition, 1, $at);
        $state = State::fromArray($round->state);
        $latest = (int) now()->valueOf() - 2000;
        // By a lot of its own, so that the way itself is the same with it and without.
        $own = new Randomizer(new Xoshiro256StarStar(crc32($student->name)));
        for ($step = 0; $step < $steps && ! $state->isFinished(); $step++) {
            $event = $made->next($state);
            foreach ($this->besideIt($event, $state, $edition, $own) as $beside) {
                $at += self::wait($beside, $own);
                $state = $this->book->append($round, Ulids::make(), $beside, $at, $at);
            }
            $at += self::wait($event, $lot);
            if ($at > $latest) {
                return;
            }
            $state = $this->book->append($round, Ulids::make(), $event, $at, $at);
        }
    }
}
