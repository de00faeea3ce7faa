<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Inspection;

use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\Inspection;
use HiddenLadder\Core\Inspection\Readability;
use HiddenLadder\Core\Inspection\Severity;
use HiddenLadder\Core\Inspection\VideoInfo;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Core\Tests\Told;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class InspectionTest extends TestCase
{
    /** @return iterable<string, array{list<string|int>, mixed, Severity, string|null}> */
    public static function flaws(): iterable
    {
        $q = ['stops', 0, 'question'];
        yield 'no title' => [['title'], ' ', Severity::Stops, null];
        yield 'no stops' => [['stops'], [], Severity::Stops, null];
        yield 'a question that asks nothing' => [[...$q, 'prompt'], '', Severity::Stops, 'first/question'];
        yield 'no key' => [[...$q, 'entries', 0, 'right'], false, Severity::Stops, 'first/question'];
        yield 'two options the same' => [[...$q, 'entries', 2, 'text'], ' NO ', Severity::Stops, 'entry/own'];
        yield 'right and wrong' => [['stops', 1, 'cues', 0, 'question', 'entries', 1, 'key'], 'ÉBB', Severity::Stops, 'entry/flood'];
        yield 'one option' => [[...$q, 'entries'], [], Severity::Stops, 'first/question'];
        yield 'two right options of a single choice' => [[...$q, 'entries', 1, 'right'], true, Severity::Advises, 'first/question'];
        yield 'an empty rung' => [[...$q, 'ladder', 0, 'text'], '', Severity::Stops, 'hint-1'];
        yield 'a rung without its video' => [[...$q, 'ladder', 1, 'clip', 'media'], null, Severity::Stops, 'hint-2'];
        yield 'a clip that ends before it begins' => [[...$q, 'ladder', 1, 'clip', 'to'], 1, Severity::Stops, 'hint-2'];
        yield 'a long remedial video' => [[...$q, 'ladder', 1, 'clip', 'to'], 200, Severity::Warns, 'hint-2'];
        yield 'a video stop without video' => [['stops', 1, 'clip', 'media'], null, Severity::Stops, 'video'];
        yield 'a cue past the end' => [['stops', 1, 'clip', 'to'], 5, Severity::Stops, 'cue'];
        yield 'an empty reading' => [['sideStops', 0, 'text'], "\n", Severity::Stops, 'aside'];
        yield 'a number that is none' => [['stops', 2, 'question', 'entries', 0, 'key'], 'twelve', Severity::Stops, 'entry/12//right'];
        yield 'a question without any help' => [['stops', 2, 'question', 'points'], 1, Severity::Advises, 'last/question'];
    }

    /** @param  list<string|int>  $path */
    #[DataProvider('flaws')]
    public function test_each_flaw_is_found_at_its_place(array $path, mixed $value, Severity $severity, ?string $at): void
    {
        $document = Sample::with($path, $value);
        $findings = Inspection::of(QuizDocument::read($document));
        $here = array_filter(
            $findings,
            static fn (Finding $finding): bool => $finding->at === ($at === null ? null : Sample::id($at)) && $finding->severity === $severity,
        );
        self::assertNotSame(
            [],
            $here,
            json_encode(
                array_map(static fn (Finding $finding): array => [$finding->at, Told::of($finding->message)], $findings),
                JSON_THROW_ON_ERROR,
            ),
        );
        self::assertSame($severity !== Severity::Stops, Inspection::allowsPublishing($findings));
    }

    public function test_the_demo_s_quizzes_can_be_published(): void
    {
        foreach (Sample::demo() as $document) {
            self::assertEquals([], Inspection::of(QuizDocument::read($document)));
        }
    }

    public function test_options_that_speak_of_others_by_their_place_are_told_with_other_words(): void
    {
        foreach (['None of the above' => 'None of the other answers', 'all of the above.' => 'All other answers', 'A and C' => null, 'both of the following' => null] as $text => $other) {
            $document = Sample::document();
            $document['stops'][0]['question']['entries'][1]['text'] = $text;
            $found = array_values(
                array_filter(
                    Inspection::of(QuizDocument::read($document)),
                    static fn (Finding $finding): bool => $finding->message->code === 'inspection.wording.by-place',
                ),
            );
            self::assertCount(1, $found, $text);
            self::assertSame([$document['stops'][0]['question']['entries'][1]['id'], $other], [$found[0]->at, $found[0]->fix?->value]);
        }
    }

    public function test_what_is_known_of_the_videos_is_held_against_their_use(): void
    {
        $quiz = QuizDocument::read(Sample::document());
        $medium = $quiz->media()[0];
        $found = static fn (VideoInfo $video): array => array_map(
            static fn (Finding $finding): string => $finding->message->code,
            array_filter(
                Inspection::of($quiz, [$medium => $video]),
                static fn (Finding $finding): bool => $finding->severity !== Severity::Advises,
            ),
        );
        $without = array_values(array_diff($found(new VideoInfo(600.0, false)), $found(new VideoInfo(600.0, true))));

        self::assertSame(['inspection.video.no-captions'], array_values(array_unique($without)));
        self::assertSame(
            array_map(
                static fn (Finding $finding): string => $finding->message->code,
                array_filter(Inspection::of($quiz), static fn (Finding $finding): bool => $finding->severity !== Severity::Advises),
            ),
            $found(new VideoInfo(null, true)),
        );
    }

    /** The sentence of six words of one syllable each is a common example: reading ease 116.145, grade -1.45. */
    public function test_how_hard_a_text_is_to_read(): void
    {
        $easy = Readability::of('The cat sat on the mat.');
        self::assertSame([1, 6, 6], [$easy->sentences, $easy->words, $easy->syllables]);
        self::assertEqualsWithDelta([116.145, -1.45], [$easy->ease(), $easy->grade()], 1e-9);
        // Counted by hand: wa-ter, climbs, tab-le, pla-ces, wan-ted, moved, like, be, un-der-stand-ing.
        foreach (['water' => 2, 'climbs' => 1, 'table' => 2, 'places' => 2, 'wanted' => 2, 'moved' => 1, 'like' => 1, 'be' => 1, 'understanding' => 4] as $word => $syllables) {
            self::assertSame($syllables, Readability::of($word)->syllables, $word);
        }
        self::assertSame([100.0, 0.0], [Readability::of('12 + 3')->ease(), Readability::of('')->grade()]);

    }

    public function test_a_text_is_held_against_the_ages_for_which_the_quiz_is_made(): void
    {
        // 14 words and 15 syllables a sentence: grade 0.39 * 14 + 11.8 * 15 / 14 - 15.59 = 2.51, so about age 8.
        $plain = str_repeat('The water of the bay goes up and down two times in one day. ', 3);
        $hard = str_repeat(
            'Notwithstanding considerable atmospheric interference, gravitational differentials predominantly determine contemporaneous hydrographic displacement. ',
            4,
        );
        $told = static function (string $text, ?array $stage, string $language = 'en'): array {
            $document = Sample::with(['sideStops', 0, 'text'], $text);
            $document['language'] = $language;
            $quiz = QuizDocument::read($stage === null ? $document : $document + ['stage' => $stage]);

            return array_values(
                array_filter(
                    Inspection::of($quiz),
                    static fn (Finding $finding): bool => str_starts_with($finding->message->code, 'inspection.reading-age'),
                ),
            );
        };

        self::assertEqualsWithDelta(2.51, Readability::of($plain)->grade(), 0.01);
        self::assertCount(1, $told($hard, null));
        self::assertSame([], $told($hard, null, 'de'));
        self::assertSame([], $told($plain, null));
        self::assertSame([], $told($plain, ['from' => 7, 'to' => 9]));
        $found = $told($plain, ['from' => 4, 'to' => 5]);
        self::assertCount(1, $found);
        self::assertSame(Sample::id('aside'), $found[0]->at);
        self::assertStringContainsString('stage: inspection.stage.between(from: 4, to: 5)', Told::of($found[0]->message));
        self::assertStringContainsString('stage: inspection.stage.up-to(to: 5)', Told::of($told($plain, ['to' => 5])[0]->message));
        self::assertStringContainsString('stage: inspection.stage.from(from: 4)', Told::of($told($plain, ['from' => 4])[0]->message));
    }

    public function test_two_cues_at_one_moment_and_a_picture_without_words_are_warned_of(): void
    {
        $document = Sample::document();
        $cue = $document['stops'][1]['cues'][0];
        $cue['id'] = Sample::id('second');
        $document['stops'][1]['cues'][] = $cue;
        $document['stops'][0]['question']['prompt'] .= '<img data-medium="'.Sample::id('film').'" alt="">';
        $warned = array_filter(
            Inspection::of(QuizDocument::read($document)),
            static fn (Finding $finding): bool => $finding->severity === Severity::Warns,
        );
        self::assertEqualsCanonicalizing([Sample::id('second'), Sample::id('first/question')], array_column($warned, 'at'));
    }
}
