<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\School\Roster;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use Symfony\Component\HttpFoundation\Response;

/** A task on paper: a photograph of a sheet goes to the round of whoever it was printed for. */
final class SheetsTest extends AppTestCase
{
    private Teacher $teacher;

    private SchoolClass $class;

    private Task $task;

    private Student $ada;

    protected function setUp(): void
    {
        parent::setUp();
        $this->teacher = $this->teacher();
        $this->class = $this->schoolClass($this->teacher, "Ada Brandt\nBram Oduya");
        $this->ada = $this->member($this->class, 'Ada Brandt');
        $this->task = $this->given($this->class, $this->quiz($this->teacher));
    }

    /** @return array<string, string> codes by name */
    private function codes(): array
    {
        return array_column($this->asTeacher($this->teacher)->postJson("/api/tasks/{$this->task->id}/sheets")->assertOk()->json(), 'code', 'name');
    }

    /** @return TestResponse<Response> by somebody who is not in */
    private function photograph(string $code, ?UploadedFile $file = null): TestResponse
    {
        $this->app->make('auth')->forgetGuards();

        return $this->post("/api/sheets/$code/photographs", ['file' => $file ?? UploadedFile::fake()->image('sheet.jpg', 300, 400)], ['Accept' => 'application/json']);
    }

    public function test_a_photograph_is_handed_in_to_the_round_the_sheet_belongs_to_and_its_teacher_sees_it(): void
    {
        $codes = $this->codes();
        self::assertSame(['Ada Brandt', 'Bram Oduya'], array_keys($codes));
        self::assertSame($codes, $this->codes(), 'a sheet that was printed before stays good');
        $this->app->make('auth')->forgetGuards();
        $told = $this->getJson("/api/sheets/{$codes['Ada Brandt']}")->assertOk()->assertExactJson(['title' => 'Sample', 'open' => true, 'arrived' => 0]);
        self::assertStringNotContainsString('Ada', (string) $told->getContent(), 'it tells nobody whose it is');
        $this->photograph($codes['Ada Brandt'])->assertCreated()->assertJsonPath('arrived', 1);
        $this->photograph($codes['Ada Brandt'])->assertCreated()->assertJsonPath('arrived', 2);
        $round = Round::query()->where('student_id', $this->ada->id)->sole();
        $walks = $this->asTeacher($this->teacher)->getJson("/api/tasks/{$this->task->id}/students/{$this->ada->id}")->assertOk()
            ->assertJsonPath('rounds.0.id', $round->id)->assertJsonCount(2, 'rounds.0.sheets')->json();
        $sheet = $walks['rounds'][0]['sheets'][0];
        $this->get("/media/$sheet")->assertOk();
        $this->asTeacher($this->teacher('Other'))->get("/media/$sheet")->assertNotFound();
        $this->asStudent($this->ada)->get("/media/$sheet")->assertOk();
        $this->asStudent($this->member($this->class, 'Bram Oduya'))->get("/media/$sheet")->assertNotFound();
        self::assertSame(0, Round::query()->where('student_id', $this->member($this->class, 'Bram Oduya')->id)->count());
    }

    public function test_it_goes_to_the_round_under_way_and_to_none_that_is_over(): void
    {
        $code = $this->codes()['Ada Brandt'];
        $round = (string) $this->asStudent($this->ada)->postJson("/api/student/tasks/{$this->task->id}/rounds", [])->assertOk()->json('id');
        $this->photograph($code)->assertCreated();
        self::assertSame($round, Medium::query()->where('is_sheet', true)->sole()->round_id);
        Round::query()->whereKey($round)->update(['finished_at' => now()]);
        $this->photograph($code)->assertConflict()->assertJsonPath('detail', 'This round is over. Nothing more can be handed in to it.');
    }

    public function test_what_is_no_photograph_or_comes_too_late_or_by_a_guessed_code_is_refused(): void
    {
        $code = $this->codes()['Ada Brandt'];
        $this->photograph($code, UploadedFile::fake()->createWithContent('notes.txt', 'Words.'))->assertStatus(415);
        $this->photograph('0123456789abcdef')->assertNotFound();
        $this->getJson('/api/sheets/0123456789abcdef')->assertNotFound();
        self::assertSame(0, Round::query()->count() - Round::query()->where('task_id', $this->task->id)->count());
        for ($i = 0; $i < 20; $i++) {
            $this->photograph($code)->assertCreated();
        }
        $this->photograph($code)->assertUnprocessable()->assertJsonPath('detail', 'There are 20 photographs of this sheet already.');
        $this->task->update(['closes_at' => now()->subMinute()]);
        $this->getJson("/api/sheets/$code")->assertOk()->assertJsonPath('open', false);
        $this->photograph($this->codes()['Bram Oduya'])->assertConflict();
        $this->task->update(['closes_at' => null, 'taken_back_at' => now()]);
        $this->photograph($code)->assertNotFound();
        $this->task->update(['taken_back_at' => null]);
        app(Roster::class)->takeOut($this->class, $this->ada->id);
        $this->photograph($code)->assertNotFound();
    }

    public function test_of_two_who_are_one_both_sheets_lead_to_the_same_round(): void
    {
        $codes = $this->codes();
        $bram = $this->member($this->class, 'Bram Oduya');
        $this->asTeacher($this->teacher)->postJson("/api/classes/{$this->class->id}/students/{$this->ada->id}/merges", ['gone' => $bram->id])->assertCreated();
        $this->photograph($codes['Bram Oduya'])->assertCreated();
        $this->photograph($codes['Ada Brandt'])->assertCreated()->assertJsonPath('arrived', 2);
        self::assertSame(1, Round::query()->where('task_id', $this->task->id)->count());
    }
}
