<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Tests\Sample;
use Illuminate\Support\Facades\Route;

/** Invariant 4: every address that names something is reached by its own people alone. */
final class PolicyTest extends AppTestCase
{
    public function test_nobody_reaches_what_belongs_to_others(): void
    {
        $owner = $this->teacher();
        $quiz = $this->quiz($owner);
        $class = $this->schoolClass($owner);
        $task = $this->given($class, $quiz);
        $ada = $this->member($class);
        $round = $this->asStudent($ada)->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');

        $met = $this->getJson("/api/student/rounds/$round")->json('place.question.id');
        $conversation = $this->postJson("/api/student/rounds/$round/conversations", ['id' => Ulids::make(), 'question' => $met, 'text' => 'Is this right?'])
            ->assertCreated()->json('0.id');

        $bram = $this->member($class, 'Bram');
        $merge = $this->asTeacher($owner)->postJson("/api/classes/$class->id/students/$ada->id/merges", ['gone' => $bram->id])->assertCreated()->json('id');

        $sitting = $this->postJson("/api/classes/$class->id/sittings", ['task' => $task->id])->assertCreated()->json('id');

        $export = $this->postJson("/api/tasks/$task->id/exports")->assertAccepted()->json('id');

        $stranger = $this->teacher('Stranger');
        $elsewhere = $this->member($this->schoolClass($stranger, 'Zoe'), 'Zoe');
        $names = ['{quiz}' => $quiz->id, '{class}' => $class->id, '{task}' => $task->id, '{student}' => $ada->id, '{round}' => $round, '{conversation}' => $conversation,
            '{medium}' => $this->video($owner)->id, '{language}' => 'en', '{video}' => Sample::id('video'), '{number}' => '1',
            '{act}' => Ulids::make(), '{merge}' => $merge, '{invitation}' => Ulids::make(), '{teacher}' => $owner->id, '{token}' => 'no-such-token', '{kept}' => Ulids::make(), '{sheet}' => 'no-such-sheet', '{sitting}' => $sitting, '{export}' => $export];
        $any = [
            'version' => 1,
            'document' => Sample::document(),
            'names' => 'X',
            'quiz' => $quiz->id,
            'closed' => true,
            'from' => null,
            'events' => [],
        ];
        $event = ['id' => Ulids::make(), 'after' => null, 'kind' => 'went-on', 'at' => null, 'data' => ['from' => 'x']];
        $checked = 0;
        foreach (Route::getRoutes()->getRoutes() as $route) {
            if (! str_starts_with($route->uri(), 'api/') || ! str_contains($route->uri(), '{')) {
                continue;
            }
            // What stands outside every door tells nobody anything by a guessed name.
            if (! in_array('auth:teacher', $route->gatherMiddleware(), true) && ! in_array('auth:student', $route->gatherMiddleware(), true)) {
                $method = in_array('GET', $route->methods(), true) ? 'GET' : 'POST';
                $this->json($method, '/'.strtr($route->uri(), $names))->assertNotFound();

                continue;
            }
            foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                $uri = '/'.strtr($route->uri(), $names);
                $forStudents = str_starts_with($route->uri(), 'api/student');
                $body = str_ends_with($uri, '/events') ? $event : $any;
                $this->app->make('auth')->forgetGuards();
                $this->json($method, $uri, $body)->assertUnauthorized();
                $forStudents ? $this->asStudent($elsewhere) : $this->asTeacher($stranger);
                $this->json($method, $uri, $body)->assertNotFound();
                $forStudents ? $this->asTeacher($owner) : $this->asStudent($ada);
                $this->json($method, $uri, $body)->assertUnauthorized();
                $checked++;
            }
        }
        self::assertGreaterThan(15, $checked);
    }

    public function test_a_student_taken_out_of_the_class_cannot_begin(): void
    {
        $class = $this->schoolClass($owner = $this->teacher());
        $task = $this->given($class, $this->quiz($owner));
        $ada = $this->member($class);
        $this->asTeacher($owner)->deleteJson("/api/classes/$class->id/students/$ada->id")->assertNoContent();
        $this->asStudent($ada)->postJson("/api/student/tasks/$task->id/rounds", [])->assertNotFound();
    }

    public function test_a_quiz_of_another_teacher_cannot_be_given_out(): void
    {
        $quiz = $this->quiz($this->teacher());
        $class = $this->schoolClass($stranger = $this->teacher('Stranger'));
        $this->asTeacher($stranger)->postJson('/api/tasks', ['quiz' => $quiz->id, 'classes' => [$class->id]])->assertNotFound();
        $own = $this->quiz($stranger);
        $this->postJson('/api/tasks', ['quiz' => $own->id, 'classes' => [$class->id]])->assertStatus(409);
        $this->postJson("/api/quizzes/$own->id/editions")->assertOk();
        $this->postJson('/api/tasks', ['quiz' => $own->id, 'classes' => [$class->id], 'dueAt' => '2027-01-11T07:00:00Z'])
            ->assertStatus(201)->assertJsonPath('0.dueAt', '2027-01-11T07:00:00Z');
    }
}
