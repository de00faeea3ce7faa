<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Formats;

use HiddenLadder\Core\Formats\Xapi\NameBasedId;
use HiddenLadder\Core\Formats\Xapi\Statements;
use HiddenLadder\Core\Formats\Xapi\Told;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Tests\Sample;
use PHPUnit\Framework\TestCase;

/** Events as statements of xAPI 1.0.3, checked against the rules of ADL's specification, part two (Experience API: Data). */
final class XapiTest extends TestCase
{
    private const HOME = 'https://school.example';

    private const ROUND = '01KADE0000ROVND0000000000A';

    /** @return list<array<string, mixed>> */
    private static function told(Told $event, ?float $score = null): array
    {
        $student = ['id' => 'ada', 'name' => 'Ada Brandt'];
        $statements = (new Statements(QuizDocument::read(Sample::document()), self::HOME, 'tides', 'task', self::ROUND, $student, $score))->of($event);
        foreach ($statements as $statement) {
            self::isValid($statement);
        }

        return $statements;
    }

    /**
     * What the specification demands of every statement: 2.4.1 (id), 2.4.2 (actor), 2.4.3 (verb), 2.4.4 (object), 2.4.5 (result), 2.4.6
     * (context), 2.4.7 (timestamp), 2.2 (no member is null).
     *
     * @param  array<string, mixed>  $statement
     */
    private static function isValid(array $statement): void
    {
        $uuid = '/^[0-9a-f]{8}-[0-9a-f]{4}-5[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/';
        $iri = '/^https?:\/\/\S+$/';
        self::assertMatchesRegularExpression($uuid, $statement['id']);
        self::assertSame([], array_diff(array_keys($statement), ['id', 'actor', 'verb', 'object', 'result', 'context', 'timestamp', 'version']));
        self::assertSame('Agent', $statement['actor']['objectType']);
        self::assertMatchesRegularExpression($iri, $statement['actor']['account']['homePage']);
        self::assertNotSame('', $statement['actor']['account']['name']);
        self::assertMatchesRegularExpression($iri, $statement['verb']['id']);
        self::assertSame('Activity', $statement['object']['objectType']);
        self::assertMatchesRegularExpression($iri, $statement['object']['id']);
        self::assertMatchesRegularExpression($iri, $statement['object']['definition']['type']);
        self::assertMatchesRegularExpression($uuid, $statement['context']['registration']);
        self::assertMatchesRegularExpression('/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/', $statement['timestamp']);
        self::assertSame('1.0.3', $statement['version']);
        $result = $statement['result'] ?? ['score' => ['scaled' => 0]];
        self::assertSame([], array_diff(array_keys($result), ['score', 'success', 'completion', 'response', 'duration', 'extensions']));
        $scaled = $result['score']['scaled'] ?? 0;
        self::assertTrue($scaled >= -1 && $scaled <= 1);
        array_walk_recursive($statement, static fn (mixed $value) => self::assertNotNull($value));
        foreach ([$statement['context']['extensions'] ?? [], $result['extensions'] ?? []] as $extensions) {
            foreach (array_keys($extensions) as $key) {
                self::assertMatchesRegularExpression($iri, (string) $key);
            }
        }
    }

    public function test_ids_are_those_that_anybody_makes_of_the_name(): void
    {
        // RFC 9562, appendix A.4.
        self::assertSame('2ed6657d-e927-568b-95e1-2665a8aea6a2', NameBasedId::of('www.example.com', NameBasedId::DNS));
        self::assertNotSame(NameBasedId::of('a'), NameBasedId::of('b'));
    }

    public function test_an_answer_says_what_was_given_and_how_it_was_marked(): void
    {
        $data = ['question' => Sample::id('first/question'), 'response' => ['choices' => [Sample::id('entry/plain')]]];
        $marked = [['kind' => 'marked', 'question' => Sample::id('first/question'), 'result' => 'not-right', 'share' => 0]];
        [$statement] = self::told(new Told('event', 'answered', $data, $marked, 1_790_000_000_123, 12.5));
        self::assertSame('http://adlnet.gov/expapi/verbs/answered', $statement['verb']['id']);
        self::assertSame('https://school.example/questions/'.Sample::id('first/question'), $statement['object']['id']);
        self::assertSame(['cmi.interaction', 'choice'], [basename($statement['object']['definition']['type']), $statement['object']['definition']['interactionType']]);
        self::assertContains(Sample::id('entry/plain'), array_column($statement['object']['definition']['choices'], 'id'));
        self::assertSame(
            ['response' => Sample::id('entry/plain'), 'success' => false, 'score' => ['scaled' => 0.0], 'duration' => 'PT12.5S'],
            $statement['result'],
        );
        self::assertSame('2026-09-21T14:13:20.123Z', $statement['timestamp']);
        self::assertSame(NameBasedId::of('https://school.example/events/event'), $statement['id']);
        // What a person has still to read is neither right nor wrong.
        [$unread] = self::told(new Told('event', 'answered', $data, [['kind' => 'taken', 'question' => 'x']], 5));
        self::assertSame(['response'], array_keys($unread['result']));
    }

    public function test_parts_of_an_answer_are_set_apart_as_the_standard_has_it(): void
    {
        foreach ([
            [['choices' => ['a', 'b']], 'a[,]b'], [['order' => ['b', 'a']], 'b[,]a'], [['text' => '3 km'], '3 km'],
            [['pairs' => ['p' => 'x', 'q' => 'y']], 'p[.]x[,]q[.]y'], [['gaps' => ['g' => 'ebbs', 'h' => 'flows']], 'ebbs[,]flows'],
        ] as [$response, $told]) {
            [$statement] = self::told(new Told('e', 'answered', ['question' => Sample::id('last/question'), 'response' => $response], [], 0));
            self::assertSame($told, $statement['result']['response']);
        }
        [$broken] = self::told(new Told('e', 'answered', ['question' => 'gone', 'response' => ['no' => 'such']], [], 0));
        self::assertArrayNotHasKey('result', $broken);
    }

    public function test_what_was_watched_follows_the_video_profile(): void
    {
        $data = ['video' => Sample::id('video'), 'from' => 3, 'to' => 9.25, 'speed' => 1];
        [$statement] = self::told(new Told('e', 'watched', $data, [], 0));
        self::assertSame('https://w3id.org/xapi/video/verbs/paused', $statement['verb']['id']);
        self::assertSame('https://w3id.org/xapi/video/activity-type/video', $statement['object']['definition']['type']);
        self::assertSame(
            ['https://w3id.org/xapi/video/extensions/time' => 9.25, 'https://w3id.org/xapi/video/extensions/played-segments' => '3[.]9.25'],
            $statement['result']['extensions'],
        );
        self::assertSame('https://w3id.org/xapi/video', $statement['context']['contextActivities']['category'][0]['id']);
        self::assertSame($statement['context']['registration'], $statement['context']['extensions']['https://w3id.org/xapi/video/extensions/session-id']);
    }

    public function test_the_event_that_ends_a_round_is_told_twice_once_for_the_round(): void
    {
        $finished = [['kind' => 'finished', 'finish' => 'x']];
        [$step, $round] = self::told(new Told('e', 'went-on', ['from' => Sample::id('last')], $finished, 0), 0.75);
        self::assertSame('https://school.example/xapi/verbs/went-on', $step['verb']['id']);
        self::assertSame('http://adlnet.gov/expapi/verbs/completed', $round['verb']['id']);
        self::assertSame(['completion' => true, 'score' => ['scaled' => 0.75]], $round['result']);
        self::assertNotSame($step['id'], $round['id']);
    }

    public function test_a_teacher_s_word_is_the_teacher_s_and_says_about_whom(): void
    {
        $data = ['question' => Sample::id('last/question'), 'share' => 0.5, 'comment' => 'Nearly.', 'by' => 'ines'];
        [$statement] = self::told(new Told('e', 'overruled', $data, [], 0));
        self::assertSame(['ines', ['https://school.example/xapi/student' => 'ada']], [$statement['actor']['account']['name'], $statement['context']['extensions']]);
        self::assertSame(['score' => ['scaled' => 0.5], 'response' => 'Nearly.'], $statement['result']);
    }
}
