<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Media\MediaFolder;
use HiddenLadder\App\Media\MediumKind;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\Models\Task;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\Core\Terms\Purpose;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Demo\Draft;
use Illuminate\Support\Facades\Route;

/** Invariant 3: nothing is sent that may not be seen. Walks everything a student can obtain, marking each secret text. */
final class NothingUnseenTest extends AppTestCase
{
    /** @var array<string, mixed> */
    private array $document;

    private string $round;

    private string $task;

    protected function setUp(): void
    {
        parent::setUp();
        $d = new Draft('sample');
        [$said, $unsaid] = array_map(
            static fn (
                string $words,
                string $medium,
            ): string => "<p>$words</p><img data-medium=\"".Sample::id($medium).'" alt="A drawing">',
            ['SECRET-wrong-entry', 'SECRET-other-entry'],
            ['said', 'unsaid'],
        );
        $this->document = $d->quiz('Marked', 'Go.', [
            $d->asks('first', $d->question('first', 'one-choice', 'First?', [
                $d->right('yes', 'SECRET-right-entry'), ['feedback' => $said] + $d->wrong(
                    'no',
                    'no',
                    '',
                    [$d->hint('no-hint', 'SECRET-own-rung')],
                ), ['feedback' => $unsaid] + $d->wrong('never', 'never'),
            ], 'SECRET-right', 'SECRET-not-right', [$d->hint('hint-1', 'SECRET-rung-1'), $d->reading('hint-2', 'SECRET-rung-2', 'SECRET-rung-2')])),
            $d->video('video', 'LATER-video', $d->id('film'), [
                $d->cue(
                    'cue',
                    10,
                    $d->question(
                        'cue',
                        'short-text',
                        'LATER-cue',
                        [$d->right('SECRET-text'), $d->wrong('t', 'SECRET-foreseen')],
                        'SECRET-cue-right',
                        '',
                        [],
                    ),
                ),
            ]),
            $d->asks('last', $d->question('last', 'number', 'LATER-last', [$d->right('424242')], 'SECRET-last-right', '', [])),
        ], 'LATER-finish', '', [$d->reading('aside', 'LATER-aside', 'LATER-aside')]);
        $class = $this->schoolClass($teacher = $this->teacher());
        $this->document['finishes'][0]['message'] = '<p>LATER-message</p><img data-medium="'.Sample::id('end').'" alt="A drawing">';
        $this->document['instructions'] = '<p>Go.</p><img data-medium="'.Sample::id('theirs').'" alt="">';
        Medium::query()->create([
            'id' => Sample::id('theirs'), 'teacher_id' => $this->teacher('Stranger')->id, 'kind' => MediumKind::Picture,
            'type' => 'image/webp', 'title' => 'Theirs',
            'bytes' => 3, 'seconds' => null, 'file' => 'film.webm',
        ]);
        foreach (['end' => MediumKind::Picture, 'film' => MediumKind::Video, 'said' => MediumKind::Picture, 'unsaid' => MediumKind::Picture] as $name => $kind) {
            Medium::query()->create([
                'id' => Sample::id($name), 'teacher_id' => $teacher->id, 'kind' => $kind, 'type' => 'video/webm', 'title' => 'SECRET-title',
                'bytes' => 3, 'seconds' => 60, 'file' => 'film.webm',
            ]);
        }
        file_put_contents(app(MediaFolder::class)->folder().'/film.webm', 'abc');
        $this->task = $this->given($class, $this->quiz($teacher, $this->document))->id;
        $this->asStudent($this->member($class));
        $this->round = $this->postJson("/api/student/tasks/$this->task/rounds", [])->assertOk()->json('id');
    }

    /** @return list<string> all texts that start with a mark, in every response of every address a student can call */
    private function leaked(): array
    {
        $seen = '';
        foreach (Route::getRoutes()->getRoutesByMethod()['GET'] as $route) {
            $uri = strtr($route->uri(), ['{round}' => $this->round, '{task}' => $this->task, '{medium}' => Sample::id('film'), '{path?}' => '', '{phrase?}' => '',
                '{quiz}' => Ulids::make(), '{class}' => Ulids::make(), '{student}' => Ulids::make()]);
            if (! str_contains($uri, 'media')) {
                $seen .= $this->withHeader('Accept', 'application/json')->get("/$uri")->getContent();
            }
        }
        $seen .= $this->postJson("/api/student/tasks/$this->task/rounds", ['again' => true])->getContent();
        preg_match_all('/(?:SECRET|LATER)-[a-z0-9-]+|424242|"(?:right|key|accepted|entries)":/', $seen, $found);

        return array_values(array_unique($found[0]));
    }

    /** @param  array<string, mixed>  $data */
    private function does(string $kind, array $data): void
    {
        $this->sendsEvent($this->round, $kind, $data)->assertOk();
    }

    private function chooses(string $entry): void
    {
        $this->does('answered', ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id("entry/$entry")]]]);
    }

    public function test_each_thing_is_sent_only_after_what_earns_it(): void
    {
        self::assertSame([], $this->leaked());
        // A picture of another teacher's, that this one's quiz names, is not this one's to show.
        foreach (['film', 'said', 'unsaid', 'theirs'] as $name) {
            $this->get('/media/'.Sample::id($name))->assertNotFound();
        }

        $this->chooses('no');
        $this->get('/media/'.Sample::id('said'))->assertOk();
        $this->get('/media/'.Sample::id('unsaid'))->assertNotFound();
        self::assertEqualsCanonicalizing(['SECRET-wrong-entry', 'SECRET-not-right', 'SECRET-own-rung'], $this->leaked());
        $this->does('went-on', ['from' => Sample::id('no-hint')]);

        $this->does('asked-for-help', ['question' => Sample::id('first/question')]);
        self::assertContains('SECRET-rung-1', $this->leaked());
        self::assertNotContains('SECRET-rung-2', $this->leaked());
        $this->does('went-on', ['from' => Sample::id('hint-1')]);

        $this->chooses('yes/SECRET-right-entry/right');
        $told = $this->leaked();
        self::assertContains('SECRET-right', $told);
        self::assertContains('SECRET-right-entry', $told);
        self::assertNotContains('SECRET-other-entry', $told);
        self::assertNotContains('LATER-video', $told);

        $this->does('went-on', ['from' => Sample::id('first')]);
        self::assertSame(['LATER-video'], $this->leaked());
        $this->get('/media/'.Sample::id('film'))->assertOk();

        $this->does('watched', ['video' => Sample::id('video'), 'from' => 9, 'to' => 10, 'speed' => 1]);
        self::assertSame(['LATER-cue'], $this->leaked());
        // Naming a medium in an answer is not seeing a text that shows it.
        $this->does(
            'answered',
            ['question' => Sample::id('cue/question'), 'response' => ['text' => '<img data-medium="'.Sample::id('unsaid').'" alt="">']],
        );
        $this->get('/media/'.Sample::id('unsaid'))->assertNotFound();
        $this->does('answered', ['question' => Sample::id('cue/question'), 'response' => ['text' => 'secret-text']]);
        self::assertEqualsCanonicalizing(['LATER-cue', 'SECRET-cue-right'], $this->leaked());
        $this->does('went-on', ['from' => Sample::id('cue')]);
        $this->does('went-on', ['from' => Sample::id('video')]);
        self::assertSame(['LATER-last'], $this->leaked());
        $this->get('/media/'.Sample::id('film'))->assertNotFound();
        $this->get('/media/'.Sample::id('end'))->assertNotFound();

        $this->does('answered', ['question' => Sample::id('last/question'), 'response' => ['text' => '424242']]);
        $this->does('went-on', ['from' => Sample::id('last')]);
        // A closing message with a picture: it may be loaded now that the round is over.
        $this->get('/media/'.Sample::id('end'))->assertOk();
        // The review names what was asked, what this student answered, and what was said to it; no key.
        self::assertEqualsCanonicalizing(
            [
                'LATER-finish',
                'LATER-message',
                'LATER-cue',
                'LATER-last',
                '424242',
                'SECRET-right',
                'SECRET-right-entry',
                'SECRET-cue-right',
                'SECRET-last-right',
            ],
            $this->leaked(),
        );
    }

    public function test_what_a_device_keeps_to_work_without_a_connection_holds_what_is_asked_and_nothing_that_tells_an_answer(): void
    {
        $check = Task::query()->findOrFail($this->task)->replicate();
        $check->fill(['terms' => Terms::for(Purpose::Check)->toArray()])->save();
        $this->task = $check->id;
        $this->round = $this->postJson("/api/student/tasks/$check->id/rounds", [])->assertOk()->json('id');
        // Later questions are there, and the video that shows where it asks; of the closing message and of every answer nothing is.
        self::assertEqualsCanonicalizing(['LATER-last', 'LATER-video', 'LATER-cue'], $this->leaked());
        $this->get('/media/'.Sample::id('film'))->assertOk();
        foreach (['said', 'unsaid', 'end'] as $name) {
            $this->get('/media/'.Sample::id($name))->assertNotFound();
        }
        // An event is answered without all that.
        $reply = $this->sendsEvent($this->round, 'answered', [
            'question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id('entry/no')]],
        ])->assertOk();
        self::assertNull($reply->json('onDevice'));
        self::assertTrue($reply->json('whole'));
        self::assertEqualsCanonicalizing(['LATER-last', 'LATER-video', 'LATER-cue'], $this->leaked());

        // The page that a worker keeps is the same for everybody.
        $mine = $this->get('/join')->assertOk()->getContent();
        $this->postJson('/api/student/sign-out')->assertSuccessful();
        self::assertSame($mine, $this->get('/join')->assertOk()->getContent());
    }

    public function test_from_the_front_nothing_of_an_answer_is_sent_before_its_reveal(): void
    {
        $task = Task::query()->findOrFail($this->task);
        $teacher = $task->teacher;
        $student = Student::query()->findOrFail(Round::query()->findOrFail($this->round)->student_id);
        $sitting = $this->asTeacher($teacher)->postJson("/api/classes/$task->class_id/sittings", ['task' => $task->id])->assertCreated()->json('id');
        $number = 1;
        $act = function (string $kind, array $data = []) use ($teacher, $student, $sitting, &$number): void {
            $this->asTeacher($teacher)->postJson("/api/sittings/$sitting/acts", [
                'id' => Ulids::make(), 'after' => $number, 'kind' => $kind, 'data' => (object) $data,
            ])->assertOk();
            $number++;
            $this->asStudent($student);
        };
        $at = static fn (string $stop, ?string $cue = null): array => ['place' => [
            'task' => $task->id, 'stop' => Sample::id($stop), 'cue' => $cue === null ? null : Sample::id($cue),
        ]];
        $this->asStudent($student)->postJson("/api/student/sittings/$sitting/entry")->assertOk();
        self::assertSame([], $this->leaked());

        $act('stands', $at('first'));
        self::assertSame([], $this->leaked());
        $this->chooses('no');
        self::assertSame([], $this->leaked(), 'answered, and not revealed');
        $this->get('/media/'.Sample::id('said'))->assertNotFound();
        $act('closed');
        self::assertSame([], $this->leaked());
        $act('revealed');
        self::assertEqualsCanonicalizing(['SECRET-wrong-entry', 'SECRET-not-right'], $this->leaked());
        $this->get('/media/'.Sample::id('said'))->assertOk();

        // A video plays on the board alone: nothing of it is sent but its questions, when the class stands there.
        $act('stands', $at('video'));
        self::assertSame([], $this->leaked());
        $this->get('/media/'.Sample::id('film'))->assertNotFound();
        $act('stands', $at('video', 'cue'));
        self::assertSame(['LATER-cue'], $this->leaked());
        $this->get('/media/'.Sample::id('film'))->assertNotFound();
        $this->does('answered', ['question' => Sample::id('cue/question'), 'response' => ['text' => 'nothing']]);
        self::assertSame(['LATER-cue'], $this->leaked());
        $act('revealed');
        self::assertEqualsCanonicalizing(['LATER-cue', 'SECRET-text'], $this->leaked());
    }
}
