<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Quiz\DocumentCheck;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;
use HiddenLadder\Demo\Demo;

/** The demo is what a new user sees first: it must be whole, plausible and walked by the real engine. */
final class DemoTest extends AppTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Teacher::query()->where('email', Demo::TEACHER['email'])->delete();
        $this->command('demo:load')->assertSuccessful();
    }

    public function test_a_class_of_24_is_half_way_through(): void
    {
        $class = SchoolClass::query()->where('phrase', Demo::PHRASE)->sole();
        self::assertSame(24, $class->students()->count());
        $rounds = Round::query()->whereRelation('task.quiz', 'title', 'Tides at Skerry Bay')->get();
        self::assertGreaterThanOrEqual(18, $rounds->count());
        $finished = $rounds->whereNotNull('finished_at')->count();
        self::assertGreaterThanOrEqual(3, $finished);
        self::assertLessThan($rounds->count() / 2, $finished);
        self::assertSame($rounds->count(), $rounds->pluck('student_id')->unique()->count());
    }

    public function test_what_was_mastered_last_week_has_come_back_to_some(): void
    {
        $task = Task::query()->whereRelation('quiz', 'title', 'Reading note values')->sole();
        $teacher = Teacher::query()->where('email', Demo::TEACHER['email'])->sole();
        $told = $this->asTeacher($teacher)->getJson("/api/tasks/$task->id/returns")->assertOk()->json();
        self::assertContains(2, array_column($told['students'], 'done'));
        self::assertContains(0, array_column($told['students'], 'done'));
        foreach (['there', 'slipping'] as $how) {
            self::assertNotSame([], array_merge(...array_column($told['objectives'], $how)), $how);
        }
    }

    public function test_every_standing_is_there_to_be_seen(): void
    {
        $task = Task::query()->whereRelation('quiz', 'title', 'Tides at Skerry Bay')->sole();
        $teacher = Teacher::query()->where('email', Demo::TEACHER['email'])->sole();
        $figures = $this->asTeacher($teacher)->getJson("/api/tasks/$task->id/lookout")->assertOk()->json('questions');
        foreach (['untouched', 'clear', 'climbed', 'on-the-ladder', 'set-aside'] as $standing) {
            self::assertGreaterThan(
                0,
                array_sum(array_map(static fn (array $question): int => $question['standings'][$standing], $figures)),
                $standing,
            );
        }
    }

    public function test_its_histories_are_in_the_past_in_order_and_rebuild_the_same(): void
    {
        foreach (Round::query()->with('events')->get() as $round) {
            $times = $round->events->map(static fn (RoundEvent $event): int => $event->taken_ms)->all();
            $sorted = $times;
            sort($sorted);
            self::assertSame($sorted, $times);
            self::assertLessThanOrEqual(now()->valueOf(), end($times));
            self::assertSame(range(1, count($times)), $round->events->map(static fn (RoundEvent $event): int => $event->number)->all());
        }
        $this->command('rounds:rebuild')->expectsOutputToContain('0 of them stand differently')->assertSuccessful();
    }

    public function test_its_quizzes_are_sound_and_its_videos_are_there(): void
    {
        $editions = Edition::query()->get();
        self::assertCount(3, $editions);
        foreach ($editions as $edition) {
            self::assertEquals([], (new DocumentCheck)->problems($edition->document));
            $quiz = QuizDocument::read($edition->document);
            self::assertEquals([], Inspection::of($quiz));
            foreach ($quiz->media() as $id) {
                $medium = Medium::query()->findOrFail($id);
                self::assertNotSame([], $medium->captionTracks->first()?->lines);
                self::assertLessThan(3 * 1024 * 1024, $medium->bytes);
                foreach ($quiz->stops as $stop) {
                    foreach ($stop instanceof VideoStop && $stop->clip->media === $id ? $stop->cues : [] as $cue) {
                        self::assertLessThan((float) $medium->seconds, $cue->at);
                    }
                }
            }
        }
        $long = Medium::query()->where('title', 'Why two high tides a day')->sole();
        self::assertGreaterThanOrEqual(60, $long->seconds);
        self::assertLessThanOrEqual(90, $long->seconds);
    }

    public function test_it_is_loaded_into_an_empty_database_only(): void
    {
        $before = Round::query()->count();
        $this->command('demo:load')->expectsOutputToContain('nothing was loaded')->assertSuccessful();
        self::assertSame($before, Round::query()->count());
        $this->command('demo:accounts')->expectsOutputToContain(Demo::TEACHER['email'])->assertSuccessful();
    }
}
