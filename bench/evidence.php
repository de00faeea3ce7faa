<?php

declare(strict_types=1);

// All figures of a task from 1,000,000 stored answers in the database, and of a class of 30 with 20 rounds each. The rounds are
// copies of some walked by made-up students, under ids of their own.

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Results\Evidence;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Evidence\RoundEvidence;
use HiddenLadder\Core\Forecast\MadeUpStudent;
use HiddenLadder\Core\Forecast\Profile;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\Result\Score;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Demo\Draft;
use HiddenLadder\Demo\Tides;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';
(require __DIR__.'/../bootstrap/app.php')->make(Kernel::class)->bootstrap();

$document = Tides::document(array_fill_keys(['two-high-tides', 'tidal-range', 'rule-of-twelfths'], (new Draft('media'))->id('film')));
$school = School::query()->create(['name' => 'Bench']);
$teacher = $school->teachers()->create(['name' => 'Bench', 'email' => 'evidence@school.example', 'password' => 'a long password']);
$quiz = Quiz::query()->create(
    ['teacher_id' => $teacher->id, 'title' => 'Bench', 'state' => QuizState::Published, 'version' => 1, 'document' => $document],
);
$edition = Edition::query()->create(
    ['quiz_id' => $quiz->id, 'number' => 1, 'version' => 1, 'document' => $document, 'published_at' => now()],
);
$read = QuizDocument::read($document);
$terms = Terms::learn();
$engine = new Engine($read, $terms);
$walked = [];
for ($seed = 0; $seed < 300; $seed++) {
    $made = new MadeUpStudent($read, $terms, Profile::three()[$seed % 3], new Randomizer(new Xoshiro256StarStar($seed)));
    [$state, $roundEvidence] = [new State, new RoundEvidence];
    for ($step = 0; ! $state->isFinished(); $step++) {
        $event = $step === 0 ? new Started(seed: "bench $seed") : $made->next($state);
        $outcome = $engine->apply($state, $event, 20_000 * $step);
        assert($outcome instanceof Applied);
        [$state, $roundEvidence] = [$outcome->state, $roundEvidence->with($event, 20_000 * $step, $outcome->facts)];
    }
    $walked[] = ['answers' => count($roundEvidence->attempts), 'row' => [
        'edition_id' => $edition->id, 'terms' => json_encode($terms->toArray()), 'state' => json_encode($state->toArray()), 'evidence' => json_encode(
            $roundEvidence->at($state)->toArray(),
        ),
        'started_at' => now(), 'moved_at' => now(), 'finished_at' => now(), 'score' => Score::ofRound(
            $read,
            $terms,
            $state,
        )->share(), 'mastered' => true, 'revision' => 0,
    ]];
}

$look = static function (
    string $phrase,
    int $students,
    int $rounds,
    int $atLeast,
    int $looks = 1,
) use ($school, $teacher, $quiz, $walked): array {
    $class = $teacher->classes()->create(['school_id' => $school->id, 'name' => 'Bench', 'phrase' => $phrase]);
    foreach (array_chunk(range(1, $students), 500) as $numbers) {
        app(Roster::class)->write($class, implode("\n", array_map(static fn (int $i): string => "Student $i", $numbers)));
    }
    $task = Task::query()->create(
        ['teacher_id' => $class->teacher_id, 'class_id' => $class->id, 'quiz_id' => $quiz->id, 'terms' => Terms::learn()->toArray()],
    );
    $answers = 0;
    $rows = [];
    $ids = $class->students()->pluck('students.id')->all();
    for ($number = 1; $number <= $rounds && $answers < $atLeast; $number++) {
        foreach ($ids as $index => $student) {
            $one = $walked[($index * 7 + $number * 13) % count($walked)];
            $answers += $one['answers'];
            $rows[] = ['id' => Ulids::make(), 'task_id' => $task->id, 'student_id' => $student, 'number' => $number] + $one['row'];
            if (count($rows) === 200) {
                DB::table('rounds')->insert($rows);
                $rows = [];
            }
        }
    }
    DB::table('rounds')->insert($rows);
    memory_reset_peak_usage();
    $seconds = [];
    for ($look = 0; $look < $looks; $look++) {
        $start = hrtime(true);
        json_encode(app(Evidence::class)->of($task->load(['class', 'quiz.latestEdition'])));
        $seconds[] = (hrtime(true) - $start) / 1e9;
    }
    sort($seconds);

    return [$seconds[intdiv($looks, 2)], $answers, memory_get_peak_usage() / 1e6];
};

$look('a first look', 2, 1, 1);
[$seconds, $answers] = $look('thirty of them', 30, 20, PHP_INT_MAX, 9);
echo json_encode(
    [
        'name' => "figures of a class of 30 with 20 rounds each, $answers answers, the median of nine",
        'value' => round(1000 * $seconds),
        'unit' => 'ms',
        'against' => 'limit of 150 ms',
        'ratio' => round($seconds / 0.15, 2),
    ],
), "\n";
[$seconds, $answers, $peak] = $look('four hundred of them', 400, 1000, 1_000_000);
echo json_encode(
    [
        'name' => "all figures of a task from $answers stored answers",
        'value' => round($seconds, 1),
        'unit' => 's',
        'against' => sprintf('%.0f MB at most, limit of 256 MB', $peak),
        'ratio' => round($peak / 256, 2),
    ],
), "\n";
