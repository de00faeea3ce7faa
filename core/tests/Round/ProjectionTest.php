<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Round;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Engine;
use HiddenLadder\Core\Round\Event\Answered;
use HiddenLadder\Core\Round\Event\Event;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Round\Event\Watched;
use HiddenLadder\Core\Round\Result\Applied;
use HiddenLadder\Core\Round\State;
use HiddenLadder\Core\Round\View\Projection;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\TestCase;

final class ProjectionTest extends TestCase
{
    /** @return array<string, mixed> */
    private function place(?Terms $terms, Event ...$events): array
    {
        $state = new State;
        foreach ($events as $event) {
            $outcome = (new Engine(Sample::quiz()))->apply($state, $event, 0);
            self::assertInstanceOf(Applied::class, $outcome);
            $state = $outcome->state;
        }

        return (new Projection(Sample::quiz(), $terms ?? Terms::learn()))->of($state);
    }

    private function choice(string $entry): Answered
    {
        return new Answered(Sample::id('first/question'), Response::choices(Sample::id("entry/$entry")));
    }

    public function test_before_the_start_nothing_is_sent(): void
    {
        self::assertSame(['kind' => 'before'], $this->place(null)['place']);
    }

    public function test_a_question_is_sent_without_its_key(): void
    {
        $view = $this->place(null, new Started);
        self::assertSame(['here', 'upcoming', 'upcoming'], $view['progress']);
        self::assertSame(['id', 'text'], array_keys($view['place']['question']['options'][0]));
        self::assertNull($view['place']['verdict']);
        self::assertTrue($view['place']['moreHelp']);
        self::assertFalse($view['place']['maySetAside']);
        self::assertSame([], $this->place(null, new Started(Sample::id('last')))['place']['question']['options']);
    }

    public function test_the_heading_of_the_part_is_told_while_the_student_is_in_it(): void
    {
        $document = Sample::document();
        $document['parts'] = [['id' => Sample::id('part'), 'title' => 'Warming up'], ['id' => Sample::id('bare'), 'title' => '']];
        $document['stops'][0]['part'] = Sample::id('part');
        $document['stops'][1]['part'] = Sample::id('bare');
        $quiz = QuizDocument::read($document);
        $at = static function (?string $from) use ($quiz): mixed {
            $outcome = (new Engine($quiz, Terms::learn()))->apply(new State, new Started($from), 0);
            self::assertInstanceOf(Applied::class, $outcome);

            return (new Projection($quiz, Terms::learn()))->of($outcome->state)['part'];
        };
        self::assertSame('Warming up', $at(null));
        self::assertNull($at(Sample::id('video')), 'a part without a heading');
        self::assertNull($at(Sample::id('last')), 'no part');
    }

    public function test_objectives_are_told_where_the_teacher_shows_them(): void
    {
        $document = Sample::document();
        $document['objectives'] = [
            ['id' => Sample::id('told'), 'text' => 'Read a tide table', 'shown' => true],
            ['id' => Sample::id('kept'), 'text' => 'Own plans', 'code' => 'GG-1'],
            ['id' => Sample::id('blank'), 'text' => ' ', 'shown' => true],
        ];
        $quiz = QuizDocument::read($document);
        self::assertSame(['Read a tide table'], (new Projection($quiz, Terms::learn()))->of(new State)['objectives']);
        self::assertStringNotContainsString('Own plans', (string) json_encode((new Projection($quiz, Terms::learn()))->of(new State)));
    }

    public function test_a_slip_shows_its_feedback_the_own_answer_and_the_rung(): void
    {
        $view = $this->place(null, new Started, $this->choice('plain'));
        self::assertSame(['Not so.', 'Look again.'], $view['place']['verdict']['feedback']);
        self::assertSame(['choices' => [Sample::id('entry/plain')]], $view['place']['verdict']['response']);
        self::assertSame('First rung.', $view['place']['rung']['text']);
        self::assertSame([Sample::id('entry/plain')], $view['place']['tried']);
        self::assertSame(1, $view['standings']['on-the-ladder']);
    }

    public function test_what_the_terms_do_not_show_is_not_sent(): void
    {
        $silent = new Terms(seen: ['feedback' => SeenWhen::Never, 'ownAnswer' => SeenWhen::Never] + Terms::learn()->seen);
        $place = $this->place($silent, new Started, $this->choice('plain'))['place'];
        self::assertSame([], $place['verdict']['feedback']);
        self::assertNull($place['verdict']['response']);
        self::assertSame([], $place['review'] ?? []);
        self::assertEquals($silent, Terms::read(Fields::of($silent->toArray())));
    }

    public function test_a_video_tells_where_it_stops_and_a_cue_which_part_came_before(): void
    {
        $start = new Started(Sample::id('video'));
        $video = $this->place(null, $start, new Watched(Sample::id('video'), 0, 4, 1))['place'];
        self::assertSame([4.0, 10.0, false], [$video['resumeAt'], $video['nextCue'], $video['mayGoOn']]);
        $cue = $this->place(null, $start, new Watched(Sample::id('video'), 0, 10, 1))['place'];
        self::assertSame(['media' => Sample::id('film'), 'from' => 0.0, 'to' => 10.0], $cue['watchAgain']['clip']);
    }
}
