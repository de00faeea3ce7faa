<?php

declare(strict_types=1);

namespace HiddenLadder\App\Tests;

use HiddenLadder\App\Http\ProblemDetails;
use HiddenLadder\App\Models\Letter;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Words\Languages;
use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Terms\SeenWhen;
use HiddenLadder\Core\Terms\Sight;
use HiddenLadder\Core\Terms\Terms;
use HiddenLadder\Core\Terms\TermsInWords;
use PHPUnit\Framework\Attributes\DataProvider;

final class WordsTest extends AppTestCase
{
    /** @return iterable<string, array{Message, string}> by CLDR's rules for English: plurals, and lists with “and” before the last */
    public static function said(): iterable
    {
        $stop = static fn (int $number): Message => new Message('place.stop', ['number' => $number]);
        yield 'without a gap' => [new Message('refusal.not-begun'), 'This round has not begun yet.'];
        yield 'one' => [new Message('terms.tries.limit', ['tries' => 1]), 'You have one try at each question.'];
        yield 'several' => [new Message('terms.tries.limit', ['tries' => 3]), 'You have 3 tries at each question.'];
        yield 'a message in a message' => [
            new Message('inspection.ways.trap', ['stop' => $stop(2)]),
            'Whoever comes to stop 2 can never reach a finish, whatever they answer.',
        ];
        yield 'one in a list' => [
            new Message('inspection.ways.right-goes-round', ['stops' => [$stop(2)]]),
            'A right answer leads back: whoever is always right goes round in a circle at stop 2.',
        ];
        yield 'two in a list' => [
            new Message('inspection.ways.right-goes-round', ['stops' => [$stop(2), $stop(3)]]),
            'A right answer leads back: whoever is always right goes round in a circle at stop 2 and stop 3.',
        ];
        yield 'three in a list' => [
            new Message('inspection.ways.right-goes-round', ['stops' => [$stop(2), $stop(3), $stop(4)]]),
            'A right answer leads back: whoever is always right goes round in a circle at stop 2, stop 3 and stop 4.',
        ];
        yield 'a selection' => [
            new Message('terms.rounds.limit', ['limit' => 3, 'pause' => 15, 'counts' => 'mean']),
            'You can do up to 3 rounds, with a pause of 15 minutes between them; their mean counts.',
        ];
        yield 'what people wrote is no pattern' => [
            new Message('inspection.key.twice', ['answer' => "{x} <b> it's # 'y'"]),
            "“{x} <b> it's # 'y'” stands here twice.",
        ];
    }

    #[DataProvider('said')]
    public function test_a_message_is_said_with_its_gaps_filled(Message $message, string $sentence): void
    {
        self::assertSame($sentence, $this->words()->say($message, 'en'));
    }

    public function test_a_code_without_words_is_an_error_and_no_empty_sentence(): void
    {
        $this->expectException(\LogicException::class);
        $this->words()->say(new Message('refusal.no-such-thing'));
    }

    public function test_whatever_terms_there_are_can_be_said(): void
    {
        foreach (Sight::cases() as $sight) {
            foreach (SeenWhen::cases() as $moment) {
                $terms = Terms::read(Fields::of(['seen' => [$sight->value => $moment->value]]));
                foreach ([...TermsInWords::sentences($terms), ...TermsInWords::consequences($terms)] as $message) {
                    self::assertNotSame('', $this->words()->say($message));
                }
            }
        }
    }

    public function test_every_reason_to_reject_has_its_status(): void
    {
        foreach (Reason::cases() as $reason) {
            self::assertContains(ProblemDetails::status($reason), [404, 409, 413, 415, 422, 429, 502, 503, 507], $reason->value);
        }
    }

    public function test_the_language_is_the_one_that_the_device_asks_for_where_it_is_spoken(): void
    {
        $this->speakAccented();
        $asked = fn (string $languages): string => (string) $this->getJson(
            '/api/teacher',
            ['Accept-Language' => $languages],
        )->assertUnauthorized()->headers->get('Content-Language');
        self::assertSame(
            ['en', 'en', 'en-XA', 'en-XA'],
            [$asked('en-GB,en;q=0.9'), $asked('ja'), $asked('en-XA'), $asked('ja, en-XA;q=0.8, en;q=0.5')],
        );
        self::assertSame('Ýóóúú', explode(' ', (string) $this->getJson('/api/teacher', ['Accept-Language' => 'en-XA'])->json('detail'))[0]);
        $this->get('/sign-in', ['Accept-Language' => 'en-XA'])->assertSee('<html lang="en-XA">', false);
    }

    public function test_letters_are_written_in_the_language_that_was_spoken_last(): void
    {
        $this->speakAccented();
        $teacher = $this->teacher();
        $teacher->update(['language' => Languages::ACCENTED]);
        $this->postJson('/api/teacher/forgotten-password', ['email' => $teacher->email], ['Accept-Language' => 'en'])->assertAccepted();
        $letter = Letter::query()->sole();
        self::assertSame($this->words()->say(new Message('letter.reset.subject'), Languages::ACCENTED), $letter->subject);
        self::assertStringContainsString($this->words()->say(new Message('letter.reset.not-you'), Languages::ACCENTED), $letter->body);
        self::assertSame('en', app()->getLocale());
    }

    private function words(): Words
    {
        return app(Words::class);
    }

    private function speakAccented(): void
    {
        config(['hidden_ladder.languages' => Languages::shipped(true)]);
    }
}
