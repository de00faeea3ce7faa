<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Models\PersonAct;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Models\WayIn;
use HiddenLadder\App\School\EntryCode;
use HiddenLadder\App\School\Roster;
use HiddenLadder\Core\Formats\Roster\NameTable;
use Illuminate\Testing\TestResponse;

/** A child's account belongs to that child: codes for secrets, consent for shared students, nothing personal by name alone. */
final class ProvenPersonTest extends AppTestCase
{
    private Teacher $ines;

    private Teacher $marta;

    private SchoolClass $class;

    private SchoolClass $other;

    private Student $ada;

    protected function setUp(): void
    {
        parent::setUp();
        $this->ines = $this->teacher();
        $this->ines->update(['is_keeper' => false]);
        $this->marta = $this->colleague('Marta');
        $this->class = $this->schoolClass($this->ines, "Ada Brandt\nBram Oduya");
        $this->other = $this->schoolClass($this->marta, 'Cleo');
        $this->ada = $this->member($this->class, 'Ada Brandt');
    }

    private function colleague(string $name, bool $isKeeper = false): Teacher
    {
        return Teacher::query()->create([
            'school_id' => $this->ines->school_id, 'is_keeper' => $isKeeper, 'name' => $name,
            'email' => strtolower("$name-".Ulids::make()).'@school.example', 'password' => 'a long password',
        ]);
    }

    /** The student is known in the colleague's class too. */
    private function share(): void
    {
        app(Roster::class)->add($this->other, NameTable::read('Ada Brandt'), [$this->ada->id]);
    }

    /**
     * @param  array<string, mixed>  $more
     * @return TestResponse<\Symfony\Component\HttpFoundation\Response>
     */
    private function enter(array $more, string $name = 'Ada Brandt'): TestResponse
    {
        $this->app->make('auth')->forgetGuards();
        $this->flushSession();

        return $this->postJson('/api/student/enter', $more + ['phrase' => $this->class->phrase, 'name' => $name]);
    }

    public function test_a_first_secret_needs_the_code_of_the_card(): void
    {
        $first = ['secret' => 'limpet', 'first' => true];
        $this->enter($first)->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/code');
        $this->enter(['code' => 'ABC-DEF'] + $first)->assertUnprocessable();
        $cards = $this->asTeacher($this->ines)->postJson("/api/classes/{$this->class->id}/cards")->assertOk()->json();
        $codes = array_column($cards, 'code', 'name');
        self::assertMatchesRegularExpression('/^[2-9A-Z]{3}-[2-9A-Z]{3}$/', $codes['Ada Brandt']);
        // Printed again, it is the same card.
        $this->postJson("/api/classes/{$this->class->id}/cards")->assertOk()->assertExactJson($cards);
        // Another child's code does not open it.
        $this->enter(['code' => $codes['Bram Oduya']] + $first)->assertUnprocessable();
        $this->enter(['code' => ' '.strtolower($codes['Ada Brandt'])] + $first)->assertOk();
        // It works once.
        $this->enter(['code' => $codes['Ada Brandt'], 'secret' => 'whelk', 'first' => true])->assertUnprocessable();
        $this->asTeacher($this->ines)->postJson("/api/classes/{$this->class->id}/cards")->assertOk()
            ->assertJsonFragment(['name' => 'Ada Brandt', 'code' => null]);
        self::assertNotSame('', (string) $this->ada->refresh()->secret);
    }

    public function test_a_code_is_kept_so_that_nobody_reads_it_in_the_database(): void
    {
        $code = $this->codeOf($this->ada);
        self::assertStringNotContainsString($code, (string) $this->app->make('db')->table('students')->where('id', $this->ada->id)->value('code'));
        self::assertNotContains($code, $this->ada->toArray());
    }

    public function test_of_two_with_one_name_in_a_school_the_code_says_who(): void
    {
        $elsewhere = $this->schoolClass($this->ines, 'Dario');
        app(Roster::class)->add($elsewhere, NameTable::read('Ada Brandt'), [null]);
        $task = $this->given($this->class, $this->quiz($this->ines));
        $task->update(['class_id' => null, 'audience' => 'link', 'link' => 'thelink', 'way_in' => WayIn::Secret]);
        $other = $this->member($elsewhere, 'Ada Brandt');
        $by = ['link' => 'thelink', 'phrase' => null, 'secret' => 'limpet', 'first' => true];
        $this->enter(['code' => $this->codeOf($other)] + $by)->assertOk()->assertJsonPath('id', $other->id);
        $this->enter(['code' => $this->codeOf($this->ada)] + $by)->assertOk()->assertJsonPath('id', $this->ada->id);
    }

    public function test_codes_of_namesakes_are_counted_by_the_name_and_the_right_one_does_not_slip_through(): void
    {
        $elsewhere = $this->schoolClass($this->ines, 'Dario');
        app(Roster::class)->add($elsewhere, NameTable::read('Ada Brandt'), [null]);
        $task = $this->given($this->class, $this->quiz($this->ines));
        $task->update(['class_id' => null, 'audience' => 'link', 'link' => 'thelink', 'way_in' => WayIn::Secret]);
        $by = ['link' => 'thelink', 'phrase' => null, 'secret' => 'limpet', 'first' => true];
        for ($try = 0; $try < 6; $try++) {
            $this->enter(['code' => 'ABC-DEF'] + $by)->assertUnprocessable();
        }
        $this->enter(['code' => $this->codeOf($this->ada)] + $by)->assertStatus(429);
        self::assertNull($this->ada->refresh()->secret);
    }

    public function test_a_guest_is_put_to_a_shared_name_without_asking(): void
    {
        $this->share();
        $guest = Student::query()->create(['school_id' => $this->ines->school_id, 'kind' => 'guest', 'given_name' => 'Pip']);
        $task = $this->given($this->other, $this->quiz($this->marta));
        $this->app->make('db')->table('task_students')->insert(['task_id' => $task->id, 'student_id' => $guest->id]);
        $this->asTeacher($this->marta)->postJson("/api/classes/{$this->other->id}/students/{$this->ada->id}/merges", ['gone' => $guest->id])
            ->assertCreated()->assertJsonPath('id', static fn (?string $id): bool => $id !== null);
        self::assertSame($this->ada->id, $guest->refresh()->merged_into);
    }

    public function test_what_a_closing_cut_short_still_takes_late_answers_of_who_came_in_by_name(): void
    {
        $task = $this->given($this->class, $this->quiz($this->ines));
        $task->update(['way_in' => WayIn::Name]);
        $this->enter(['way' => 'name'])->assertOk();
        $view = $this->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json();
        $made = (int) now()->valueOf();
        $this->travel(1)->minutes();
        $task->update(['closes_at' => now()]);
        // The next starter lets them in by name again.
        $this->given($this->class, $this->quiz($this->ines))->update(['way_in' => WayIn::Name]);
        $this->travel(2)->minutes();
        $this->enter(['way' => 'name'])->assertOk();
        $question = $view['place']['question'];
        $this->sendsEvent($view['id'], 'answered', [
            'question' => $question['id'], 'response' => ['choices' => [$question['options'][0]['id']]],
        ], ['at' => $made, 'sentAt' => (int) now()->valueOf()])->assertOk();
    }

    public function test_without_codes_for_one_lesson_a_first_secret_is_chosen_and_never_a_reset(): void
    {
        $first = ['secret' => 'limpet', 'first' => true];
        $this->asTeacher($this->ines)->patchJson("/api/classes/{$this->class->id}", ['withoutCode' => true])->assertOk()
            ->assertJsonPath('noCodeUntil', now()->addHour()->startOfSecond()->toIso8601ZuluString());
        $this->postJson('/api/student/class', ['phrase' => $this->class->phrase])->assertOk()->assertJsonPath('asksForCode', false);
        $this->enter($first)->assertOk();
        $code = $this->asTeacher($this->ines)->deleteJson("/api/classes/{$this->class->id}/students/{$this->ada->id}/secret")->assertOk()->json('code');
        $this->enter($first)->assertUnprocessable();
        $this->enter(['code' => $code] + $first)->assertOk();
        $this->travel(61)->minutes();
        $this->enter($first, 'Bram Oduya')->assertUnprocessable()->assertJsonPath('errors.0.pointer', '/code');
    }

    public function test_first_secrets_without_a_code_end_with_the_lesson(): void
    {
        $this->class->update(['no_code_until' => now()->addHour()]);
        $sitting = $this->asTeacher($this->ines)->postJson("/api/classes/{$this->class->id}/sittings", [])->assertSuccessful()->json();
        $this->postJson("/api/sittings/{$sitting['id']}/acts", ['id' => Ulids::make(), 'after' => $sitting['number'], 'kind' => 'ended', 'data' => (object) []])
            ->assertOk();
        self::assertFalse($this->class->refresh()->isWithoutCode());
    }

    public function test_a_teacher_who_shares_a_student_asks_before_clearing_the_secret(): void
    {
        $this->ada->update(['secret' => bcrypt('limpet'), 'had_secret' => true]);
        $this->share();
        $address = "/api/classes/{$this->other->id}/students/{$this->ada->id}";
        $this->asTeacher($this->marta)->deleteJson("$address/secret")->assertOk()->assertExactJson(['code' => null, 'asked' => true]);
        $this->enter(['secret' => 'limpet', 'first' => false])->assertOk();
        // Pressed again, it is asked once.
        $this->asTeacher($this->marta)->deleteJson("$address/secret")->assertOk();
        $act = PersonAct::query()->sole();
        $this->putJson("/api/person-acts/$act->id/decision", ['allowed' => true])->assertNotFound();
        $this->asTeacher($this->colleague('Zoe'))->putJson("/api/person-acts/$act->id/decision", ['allowed' => true])->assertNotFound();

        $this->asTeacher($this->ines)->getJson('/api/today')->assertOk()->assertJsonPath('personActs.0.by', 'Marta')
            ->assertJsonPath('personActs.0.decides', true);
        $this->putJson("/api/person-acts/$act->id/decision", ['allowed' => true])->assertNoContent();
        $this->putJson("/api/person-acts/$act->id/decision", ['allowed' => false])->assertConflict();
        $this->enter(['secret' => 'limpet', 'first' => false])->assertUnprocessable();
        $this->asTeacher($this->marta)->getJson('/api/today')->assertOk()->assertJsonPath('personActs.0.decidedBy', 'Ines')
            ->assertJsonPath('personActs.0.state', 'done');
        $this->putJson("/api/person-acts/$act->id/seen")->assertNoContent();
        $this->getJson('/api/today')->assertOk()->assertJsonPath('personActs', []);
        $cards = $this->postJson("/api/classes/{$this->other->id}/cards")->assertOk()->json();
        $code = array_column($cards, 'code', 'name')['Ada Brandt'];
        $this->enter(['secret' => 'whelk', 'first' => true, 'code' => $code])->assertOk();
    }

    public function test_a_refusal_changes_nothing(): void
    {
        $this->ada->update(['secret' => bcrypt('limpet'), 'had_secret' => true]);
        $this->share();
        $this->asTeacher($this->marta)->deleteJson("/api/classes/{$this->other->id}/students/{$this->ada->id}/secret")->assertOk();
        $act = PersonAct::query()->sole();
        $this->asTeacher($this->ines)->putJson("/api/person-acts/$act->id/decision", ['allowed' => false])->assertNoContent();
        $this->enter(['secret' => 'limpet', 'first' => false])->assertOk();
        self::assertNull($this->ada->refresh()->code);
    }

    public function test_names_and_merges_of_shared_students_are_asked_for_too(): void
    {
        $this->share();
        $address = "/api/classes/{$this->other->id}/students/{$this->ada->id}";
        $name = ['given' => 'Adele', 'family' => 'Brandt', 'called' => null, 'number' => null];
        $this->asTeacher($this->marta)->putJson("$address/name", $name)->assertOk()->assertJsonPath('asked', true);
        self::assertSame('Ada Brandt', $this->ada->refresh()->name);
        $cleo = $this->member($this->other, 'Cleo');
        $this->postJson("/api/classes/{$this->other->id}/students/$cleo->id/merges", ['gone' => $this->ada->id])->assertCreated()->assertJsonPath('id', null);
        self::assertNull($this->ada->refresh()->merged_into);
        $acts = PersonAct::query()->get()->keyBy(static fn (PersonAct $act): string => $act->kind->value);
        $this->asTeacher($this->ines)->putJson("/api/person-acts/{$acts['name']?->id}/decision", ['allowed' => true])->assertNoContent();
        self::assertSame('Adele Brandt', $this->ada->refresh()->name);
        $this->putJson("/api/person-acts/{$acts['merge']?->id}/decision", ['allowed' => true])->assertNoContent();
        self::assertSame($cleo->id, $this->ada->refresh()->merged_into);
    }

    public function test_a_keeper_acts_alone_the_other_teachers_are_told_and_it_is_logged(): void
    {
        $keeper = $this->colleague('Odo', isKeeper: true);
        $third = $this->schoolClass($keeper, 'Dario');
        $this->share();
        app(Roster::class)->add($third, NameTable::read('Ada Brandt'), [$this->ada->id]);
        $code = $this->asTeacher($keeper)->deleteJson("/api/classes/$third->id/students/{$this->ada->id}/secret")->assertOk()
            ->assertJsonPath('asked', false)->json('code');
        self::assertTrue(EntryCode::fits($this->ada->refresh(), $code));
        foreach ([$this->ines, $this->marta] as $teacher) {
            $this->asTeacher($teacher)->getJson('/api/today')->assertOk()->assertJsonPath('personActs.0.by', 'Odo')
                ->assertJsonPath('personActs.0.state', 'done')->assertJsonPath('personActs.0.decides', false);
            $this->getJson('/api/school/person-acts')->assertNotFound();
        }
        $this->asTeacher($keeper)->getJson('/api/school/person-acts')->assertOk()->assertJsonPath('0.student', 'Ada Brandt');
    }

    public function test_who_came_in_by_name_alone_reads_nothing_that_is_personal(): void
    {
        $task = $this->given($this->class, $this->quiz($this->ines));
        $task->update(['way_in' => WayIn::Name]);
        $this->ada->update(['secret' => bcrypt('limpet'), 'had_secret' => true]);
        $this->enter(['secret' => 'limpet', 'first' => false])->assertOk();
        $view = $this->postJson("/api/student/tasks/$task->id/rounds", [])->assertOk()->json();
        $question = $view['place']['question']['id'];
        $this->postJson("/api/student/rounds/{$view['id']}/conversations", ['id' => Ulids::make(), 'question' => $question, 'text' => 'Is this right?'])
            ->assertCreated()->assertJsonCount(1);
        $conversation = $this->getJson('/api/student')->assertOk()->json('asked.0.id');
        $this->asTeacher($this->ines)->postJson("/api/conversations/$conversation/answers", ['id' => Ulids::make(), 'text' => 'Come and see me.'])->assertSuccessful();

        $this->enter(['way' => 'name'])->assertOk();
        $this->getJson('/api/student')->assertOk()->assertJsonPath('answers', [])->assertJsonPath('asked', []);
        $this->getJson("/api/student/rounds/{$view['id']}/conversations")->assertOk()->assertExactJson([]);
        $this->putJson("/api/student/conversations/$conversation/seen")->assertNotFound();
        $this->postJson("/api/student/conversations/$conversation/replies", ['id' => Ulids::make(), 'text' => 'I am Ada.'])->assertNotFound();
        // The round that is under way goes on; what was over before is somebody's past.
        $this->getJson("/api/student/rounds/{$view['id']}")->assertOk();
        Round::query()->whereKey($view['id'])->update(['finished_at' => now()->subMinute()]);
        $this->app->make('auth')->forgetGuards();
        $this->getJson("/api/student/rounds/{$view['id']}")->assertNotFound();
        $this->getJson('/api/student')->assertOk()->assertJsonPath('classes.0.tasks.0.rounds', [])->assertJsonPath('classes.0.tasks.0.score', null);

        $this->enter(['secret' => 'limpet', 'first' => false])->assertOk();
        $this->getJson("/api/student/rounds/{$view['id']}")->assertOk();
        $this->getJson('/api/student')->assertOk()->assertJsonPath('answers.0.id', $conversation);
        $this->putJson("/api/student/conversations/$conversation/seen")->assertNoContent();
    }
}
