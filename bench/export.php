<?php

declare(strict_types=1);

// The events of a task as statements: what memory so many and ten times as many take, and how fast they are written.
// EVENTS=1000000 bin/bench export makes as many as that.

use HiddenLadder\App\Exports\RoundStatements;
use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';
require __DIR__.'/quiz.php';
(require __DIR__.'/../bootstrap/app.php')->make(Kernel::class)->bootstrap();

const STUDENTS = 50;
const EVENTS_A_ROUND = 100;
const LIMIT_MB = 64;

$all = (int) (getenv('EVENTS') ?: 100_000);
$document = quizOf(15);
$questions = array_values(array_filter(array_map(static fn (array $stop): ?string => $stop['question']['id'] ?? null, $document['stops'])));
$school = School::query()->create(['name' => 'Bench']);
$teacher = $school->teachers()->create(['name' => 'Bench', 'email' => 'export@school.example', 'password' => 'a long password']);
$quiz = Quiz::query()->create(
    ['teacher_id' => $teacher->id, 'title' => 'Bench', 'state' => QuizState::Published, 'version' => 1, 'document' => $document],
);
$edition = Edition::query()->create(
    ['quiz_id' => $quiz->id, 'number' => 1, 'version' => 1, 'document' => $document, 'published_at' => now()],
);
$class = SchoolClass::query()->create(['school_id' => $school->id, 'teacher_id' => $teacher->id, 'name' => 'Bench', 'phrase' => 'phrase of export']);
app(Roster::class)->write($class, implode("\n", array_map(static fn (int $n): string => "Student $n", range(1, STUDENTS))));
$students = $class->students()->pluck('students.id')->all();

/** A task in which so many events were stored, as many to a round. */
$walked = static function (int $events) use ($teacher, $class, $quiz, $edition, $students, $questions): Task {
    $task = Task::query()->create([
        'teacher_id' => $teacher->id, 'class_id' => $class->id, 'quiz_id' => $quiz->id, 'terms' => Terms::for(Purpose::Check)->toArray(),
    ]);
    for ($made = 0; $made < $events; $made += EVENTS_A_ROUND) {
        $turn = intdiv($made, EVENTS_A_ROUND);
        DB::table('rounds')->insert([
            'id' => $id = Ulids::make(), 'task_id' => $task->id, 'student_id' => $students[$turn % STUDENTS], 'edition_id' => $edition->id,
            'number' => intdiv($turn, STUDENTS) + 1, 'terms' => json_encode($task->terms), 'state' => '{}', 'evidence' => '{}', 'score' => 0.5, 'done' => 1,
            'started_at' => now(), 'moved_at' => now(), 'finished_at' => now(),
        ]);
        $rows = [];
        for ($number = 1; $number <= EVENTS_A_ROUND; $number++) {
            $rows[] = [
                'round_id' => $id, 'number' => $number, 'event_id' => Ulids::make(), 'kind' => 'answered',
                'data' => json_encode(['question' => $questions[$number % count($questions)], 'response' => ['text' => "answer $number"]]),
                'facts' => json_encode([['kind' => 'marked', 'result' => 'partly', 'share' => 0.5, 'words' => str_repeat('y', 200)]]),
                'taken_ms' => 1_700_000_000_000 + 9_000 * $number,
            ];
        }
        DB::table('round_events')->insert($rows);
    }

    return $task;
};

$path = (string) tempnam(sys_get_temp_dir(), 'export');
$peaks = [];
foreach ([intdiv($all, 10), $all] as $events) {
    $task = $walked($events);
    gc_collect_cycles();
    memory_reset_peak_usage();
    $began = hrtime(true);
    app(RoundStatements::class)->write($task, $path, static fn (float $done): null => null);
    $seconds = (hrtime(true) - $began) / 1e9;
    $peaks[] = $peak = memory_get_peak_usage(true) / 2 ** 20;
    echo json_encode([
        'name' => "memory of $events events as statements, ".round($seconds, 1).' s, '.round((int) filesize($path) / 2 ** 20).' MB', 'value' => $peak,
        'unit' => 'MB', 'against' => 'limit of '.LIMIT_MB.' MB', 'ratio' => round($peak / LIMIT_MB, 2),
    ]), "\n";
}
unlink($path);
echo json_encode(['name' => 'memory of ten times as many', 'value' => $peaks[1], 'unit' => 'MB', 'against' => 'a tenth of them',
    'ratio' => round($peaks[1] / $peaks[0], 2)]), "\n";
