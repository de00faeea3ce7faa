<?php

declare(strict_types=1);

// The record of a class of 30 by 4 and by 40 tasks, two rounds of 20 events each: milliseconds of the server, and queries.

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Results\ClassRecord;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';
require __DIR__.'/measure.php';
require __DIR__.'/quiz.php';
(require __DIR__.'/../bootstrap/app.php')->make(Kernel::class)->bootstrap();

const STUDENTS = 30;
const EVENTS = 20;

$document = quizOf(15);
$school = School::query()->create(['name' => 'Bench']);
$teacher = $school->teachers()->create(['name' => 'Bench', 'email' => 'record@school.example', 'password' => 'a long password']);
$quiz = Quiz::query()->create(
    ['teacher_id' => $teacher->id, 'title' => 'Bench', 'state' => QuizState::Published, 'version' => 1, 'document' => $document],
);
$edition = Edition::query()->create(
    ['quiz_id' => $quiz->id, 'number' => 1, 'version' => 1, 'document' => $document, 'published_at' => now()],
);

/** A class that was given so many tasks, each of whose students walked each twice. */
$taught = static function (int $tasks) use ($school, $teacher, $quiz, $edition): SchoolClass {
    $class = SchoolClass::query()->create(
        ['school_id' => $school->id, 'teacher_id' => $teacher->id, 'name' => "Class of $tasks", 'phrase' => "phrase of $tasks"],
    );
    app(Roster::class)->write($class, implode("\n", array_map(static fn (int $n): string => "Student $n of $tasks", range(1, STUDENTS))));
    $students = $class->students()->pluck('students.id');
    for ($i = 0; $i < $tasks; $i++) {
        $task = Task::query()->create([
            'teacher_id' => $teacher->id, 'class_id' => $class->id, 'quiz_id' => $quiz->id, 'terms' => Terms::for(Purpose::Check)->toArray(),
            'due_at' => now()->subDay(),
        ]);
        $rounds = $events = [];
        foreach ($students as $student) {
            foreach ([1, 2] as $number) {
                $rounds[] = [
                    'id' => $id = Ulids::make(), 'task_id' => $task->id, 'student_id' => $student, 'edition_id' => $edition->id,
                    'number' => $number, 'terms' => json_encode($task->terms), 'state' => '{}', 'evidence' => '{}', 'score' => $number / 3, 'done' => 1,
                    'started_at' => now()->subDays(2), 'moved_at' => now()->subDays(2), 'finished_at' => now()->subDays(2),
                ];
                for ($event = 0; $event < EVENTS; $event++) {
                    $events[] = [
                        'round_id' => $id, 'number' => $event, 'event_id' => Ulids::make(), 'kind' => $event % 2 === 0 ? 'answered' : 'went-on',
                        'data' => str_repeat('x', 150), 'facts' => str_repeat('y', 250), 'taken_ms' => 0,
                    ];
                }
            }
        }
        DB::table('rounds')->insert($rounds);
        foreach (array_chunk($events, 400) as $some) {
            DB::table('round_events')->insert($some);
        }
    }

    return $class;
};

$queries = [];
foreach ([4, 40] as $tasks) {
    $class = $taught($tasks);
    DB::statement('analyze table rounds, round_events');
    DB::enableQueryLog();
    DB::flushQueryLog();
    app(ClassRecord::class)->of($class, null);
    $queries[$tasks] = count(DB::getQueryLog());
    DB::disableQueryLog();
    told('the record of '.STUDENTS." students by $tasks tasks", median(static fn () => app(ClassRecord::class)->of($class, null)), 200);
}
echo json_encode(['name' => 'queries of the record by 40 tasks', 'value' => $queries[40], 'unit' => 'queries', 'against' => "$queries[4] by 4",
    'ratio' => round($queries[40] / $queries[4], 2)]), "\n";
