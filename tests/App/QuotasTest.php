<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Media\UnusedMedia;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\RoundEvent;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Demo\Draft;
use Illuminate\Testing\TestResponse;

/** How much is taken: files where they are asked for, within quotas, and so many steps of a round. */
final class QuotasTest extends AppTestCase
{
    private function picture(): \Illuminate\Http\UploadedFile
    {
        ob_start();
        imagepng(imagecreatetruecolor(30, 20));

        return $this->upload('map.png', (string) ob_get_clean());
    }

    /** @return array{string, \HiddenLadder\App\Models\Teacher} a round that begins with a question of that kind, and its teacher */
    private function round(string $kind): array
    {
        $class = $this->schoolClass($teacher = $this->teacher());
        $d = new Draft('quotas');
        $entries = $kind === 'hand-in' ? [] : [$d->right('4')];
        $document = $d->quiz('Files', '', [
            $d->asks('a', $d->question('a', $kind, 'Hand it in.', $entries, '', '', [])),
            $d->asks('b', $d->question('b', 'number', 'Two and two?', [$d->right('4')], '', '', [])),
        ], 'End', 'Done.');
        $task = $this->given($class, $this->quiz($teacher, $document));
        $round = $this->asStudent($this->member($class))->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json('id');

        return [$round, $teacher];
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function handsIn(string $round): TestResponse
    {
        return $this->postJson("/api/student/rounds/$round/files", ['file' => $this->picture()]);
    }

    public function test_a_file_is_taken_where_one_is_asked_for(): void
    {
        [$round] = $this->round('hand-in');
        $this->handsIn($round)->assertCreated();
        Task::query()->whereKey(Round::query()->findOrFail($round)->task_id)->update(['closes_at' => now()]);
        $this->handsIn($round)->assertConflict();
    }

    public function test_a_round_that_asks_for_none_takes_none(): void
    {
        [$round] = $this->round('number');
        $this->handsIn($round)->assertConflict()->assertJsonPath('type', '/problems/closed');
        self::assertSame(0, Medium::query()->where('round_id', $round)->count());
    }

    public function test_each_quota_is_said_with_its_size(): void
    {
        [$round, $teacher] = $this->round('hand-in');
        foreach (['round', 'student', 'school'] as $whose) {
            config(["hidden_ladder.quota.$whose" => 10]);
            $this->handsIn($round)->assertStatus(413);
            config(["hidden_ladder.quota.$whose" => 1 << 30]);
        }
        $this->handsIn($round)->assertCreated();
        $this->asTeacher($teacher)->postJson('/api/media', ['file' => $this->picture()])->assertCreated();
        config(['hidden_ladder.quota.teacher' => 100 << 20]);
        Medium::query()->where('teacher_id', $teacher->id)->update(['bytes' => 100 << 20]);
        $this->postJson('/api/media', ['file' => $this->picture()])->assertStatus(413)
            ->assertJsonPath('detail', static fn (string $words): bool => str_contains($words, '100 MB'));
        $this->getJson('/api/teacher')->assertOk()->assertJsonPath('media.bytes', 100 << 20)->assertJsonPath('media.limit', 100 << 20);
    }

    public function test_a_full_disk_takes_answers_and_no_files_and_the_keeper_is_told(): void
    {
        [$round, $teacher] = $this->round('hand-in');
        config(['hidden_ladder.free_space' => PHP_INT_MAX]);
        $this->handsIn($round)->assertStatus(507)->assertJsonPath('type', '/problems/no-room');
        $question = $this->getJson("/api/student/rounds/$round")->assertOk()->json('place.question.id');
        $this->sendsEvent($round, 'set-aside', ['question' => $question]);
        $this->asTeacher($teacher)->postJson('/api/media', ['file' => $this->picture()])->assertStatus(507);
        $this->getJson('/api/today')->assertOk()->assertJsonPath('isDiskFull', true);
        $this->getJson('/api/school')->assertOk()->assertJsonPath('media.isFull', true);
        $teacher->update(['is_keeper' => false]);
        $this->asTeacher($teacher)->getJson('/api/today')->assertOk()->assertJsonPath('isDiskFull', false);
    }

    public function test_what_no_quiz_uses_is_deleted_by_its_teacher_alone(): void
    {
        $teacher = $this->teacher();
        $medium = $this->asTeacher($teacher)->postJson('/api/media', ['file' => $this->picture()])->assertCreated()->json('id');
        $file = app(MediaFolder::class)->path((string) Medium::query()->whereKey($medium)->value('file'));
        $this->asTeacher($this->teacher('Zoe'))->deleteJson("/api/media/$medium")->assertNotFound();
        $quiz = $this->quiz($teacher);
        $quiz->update(['document' => ['instructions' => "<p><img data-medium=\"$medium\" alt=\"map\"></p>"] + $quiz->document]);
        $this->asTeacher($teacher)->deleteJson("/api/media/$medium")->assertConflict();
        self::assertFileExists($file);
        $quiz->update(['document' => ['instructions' => ''] + $quiz->document]);
        $this->deleteJson("/api/media/$medium")->assertNoContent();
        self::assertFileDoesNotExist($file);
        $this->get("/media/$medium")->assertNotFound();
    }

    public function test_files_that_belong_to_nothing_are_swept_and_no_others(): void
    {
        $medium = $this->video($this->teacher());
        $folder = app(MediaFolder::class);
        $stray = Ulids::make();
        $files = [(string) $medium->file => true, "$medium->id-$medium->revision.wave" => true, "$medium->id-7.webm" => false, "$stray.webp" => false, 'notes.txt' => true];
        foreach (array_keys($files) as $name) {
            file_put_contents($folder->path($name), 'x');
            touch($folder->path($name), time() - 100_000);
        }
        $fresh = Ulids::make().'.webp';
        file_put_contents($folder->path($fresh), 'x');
        app(UnusedMedia::class)->sweep();
        foreach ($files + [$fresh => true] as $name => $stays) {
            self::assertSame($stays, is_file($folder->path($name)), $name);
        }
    }

    public function test_a_round_takes_so_many_events_and_not_all_at_once(): void
    {
        [$round] = $this->round('number');
        $this->freezeTime();
        $question = $this->getJson("/api/student/rounds/$round")->assertOk()->json('place.question.id');
        $slip = fn (): TestResponse => $this->sendsEvent($round, 'answered', ['question' => $question, 'response' => ['text' => '5']]);
        $taken = 0;
        while ($taken < 310 && $slip()->getStatusCode() === 200) {
            $taken++;
        }
        self::assertSame(300, RoundEvent::query()->where('round_id', $round)->count() - 1);
        $slip()->assertStatus(429)->assertHeader('Retry-After', '5')->assertJsonPath('type', '/problems/busy');
        $this->travel(31)->seconds();
        $slip()->assertOk();
    }
}
