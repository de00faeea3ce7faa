<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Forecast;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Forecast\NoForecast;
use HiddenLadder\Core\Forecast\Rehearsal;
use HiddenLadder\Core\Forecast\RehearsedBy;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Round\Event\Started;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class RehearsalTest extends TestCase
{
    /** @param  array<string, mixed>  $document */
    private static function begun(array $document, ?Terms $terms = null): Rehearsal
    {
        $rehearsal = new Rehearsal(QuizDocument::read($document), $terms ?? Terms::learn(), 1_000_000);
        self::assertNull($rehearsal->walk(new Started(seed: 'rehearsed'), []));

        return $rehearsal;
    }

    /** @return list<string> */
    private static function codes(Rehearsal $rehearsal): array
    {
        return array_map(static fn (Message $message): string => $message->code, array_merge(...$rehearsal->trace));
    }

    public function test_each_step_that_is_asked_for_is_told_with_its_reason(): void
    {
        $rehearsal = self::begun(Sample::document());
        foreach ([RehearsedBy::Help, RehearsedBy::Right, RehearsedBy::Slip, RehearsedBy::Right] as $as) {
            $rehearsal->goOn($as, false, 1);
        }
        // Help, back from the rung, a slip that opens the next rung, and back from it.
        self::assertSame(
            ['trace.stop', 'trace.asked-for-help', 'trace.slip', 'trace.down'],
            array_slice(self::codes($rehearsal), 0, 4),
        );
        self::assertSame(['number' => 2, 'of' => 2], array_merge(...$rehearsal->trace)[3]->parameters);
    }

    public function test_a_slip_into_a_fork_names_the_answer_and_the_stop(): void
    {
        $document = Sample::document();
        // Of the wrong answers only the one that forks is left.
        $document['stops'][0]['question']['entries'] = array_values(array_filter(
            $document['stops'][0]['question']['entries'],
            static fn (array $entry): bool => $entry['right'] || $entry['fork'] !== null,
        ));
        $rehearsal = self::begun($document);
        $rehearsal->goOn(RehearsedBy::Slip, false, 1);
        $fork = $rehearsal->trace[1][1];
        self::assertSame('trace.fork-of-answer', $fork->code);
        self::assertSame('never', $fork->parameters['entry']);
        self::assertEquals(new Message('place.side-stop', ['number' => 1]), $fork->parameters['place']);
    }

    public function test_answers_on_ladders_and_to_alike_questions_are_named_too(): void
    {
        $document = Sample::document();
        $simpler = $document['stops'][2]['question'];
        array_walk_recursive($simpler, static function (mixed &$value, int|string $key): void {
            $value = $key === 'id' ? Sample::id("simpler/$value") : $value;
        });
        $document['stops'][0]['question']['ladder'] = [['id' => Sample::id('asked'), 'kind' => 'question', 'question' => $simpler]];
        $rehearsal = self::begun($document);
        $rehearsal->goOn(RehearsedBy::Help, false, 1);
        $rehearsal->goOn(RehearsedBy::Right, false, 1);
        $right = array_slice($rehearsal->trace, -1)[0][0];
        self::assertSame('trace.right', $right->code);
        self::assertSame(['isForeseen' => 'yes', 'entry' => '12'], $right->parameters);
    }

    /** Whatever the demo has, everybody comes to a finish, or is in a marathon that the inspection tells. */
    #[DataProvider('walks')]
    public function test_a_made_up_student_walks_to_the_end_and_each_event_says_something_or_is_no_news(int $quiz, RehearsedBy $as): void
    {
        $document = Sample::demo()[$quiz];
        $rehearsal = self::begun($document, Terms::read(Fields::of($document['terms'] ?? [])));
        $rehearsal->goOn($as, true, 7);
        self::assertTrue($rehearsal->state->isFinished());
        self::assertCount(count($rehearsal->made) + 1, $rehearsal->trace);
        self::assertContains('trace.finished', self::codes($rehearsal));
        if ($as === RehearsedBy::NeverSlips) {
            self::assertNotContains('trace.slip', self::codes($rehearsal));
        }
        if ($as === RehearsedBy::AlwaysSlips) {
            self::assertContains('trace.slip', self::codes($rehearsal));
        }
    }

    /** @return iterable<string, array{int, RehearsedBy}> */
    public static function walks(): iterable
    {
        foreach (array_keys(Sample::demo()) as $quiz) {
            foreach (RehearsedBy::cases() as $as) {
                if ($as->profile() !== null) {
                    yield "$quiz $as->value" => [$quiz, $as];
                }
            }
        }
    }

    public function test_where_a_question_is_not_filled_in_nobody_goes_on(): void
    {
        $document = Sample::document();
        $document['stops'][0]['question']['entries'] = [];
        $rehearsal = self::begun($document);
        $this->expectException(NoForecast::class);
        $rehearsal->goOn(RehearsedBy::NeverSlips, true, 1);
    }
}
