<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Tests\Inspection;

use HiddenLadder\Core\Inspection\Finding;
use HiddenLadder\Core\Inspection\Passages;
use HiddenLadder\Core\Inspection\SpellCheck;
use HiddenLadder\Core\Inspection\WordList;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Tests\Sample;
use HiddenLadder\Core\Tests\Told;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class SpellCheckTest extends TestCase
{
    /** @return iterable<string, array{string, string}> misspellings often seen (from memory), and what was meant */
    public static function misspelt(): iterable
    {
        foreach ([
            'teh' => 'the', 'recieve' => 'receive', 'seperate' => 'separate', 'becuase' => 'because', 'untill' => 'until',
            'occured' => 'occurred',
            'definately' => 'definitely', 'goverment' => 'government', 'enviroment' => 'environment', 'begining' => 'beginning',
            'thier' => 'their',
            'wierd' => 'weird', 'neccessary' => 'necessary', 'wich' => 'which', 'accross' => 'across', 'arguement' => 'argument',
            'existance' => 'existence', 'grammer' => 'grammar', 'occassion' => 'occasion', 'succesful' => 'successful',
            'wasnt' => "wasn't", 'alot' => 'a lot', 'aswell' => 'as well', 'infact' => 'in fact',
        ] as $word => $meant) {
            yield $word => [$word, $meant];
        }
    }

    #[DataProvider('misspelt')]
    public function test_a_misspelt_word_is_found_and_can_be_mended_where_it_stands(string $word, string $meant): void
    {
        $found = self::found("Well, $word is here; and $word again.");
        self::assertCount(
            1,
            $found,
            json_encode(array_map(static fn (Finding $finding): string => $finding->message->code, $found), JSON_THROW_ON_ERROR),
        );
        self::assertSame("inspection.spelling.slip(word: $word, meant: $meant)", Told::of($found[0]->message));
        $fix = $found[0]->fix;
        self::assertNotNull($fix);
        self::assertSame("inspection.fix.write(word: $meant)", Told::of($fix->words));
        self::assertSame(
            [Sample::id('aside'), 'text', 'word', ['from' => $word, 'to' => $meant]],
            [$fix->at, $fix->member, $fix->how, $fix->value],
        );
    }

    /** @return iterable<string, array{string}> */
    public static function well(): iterable
    {
        yield 'both spellings of English' => [
            'The colour of the center is gray or grey; we organise and organize it, travelled and traveled.',
        ];
        yield 'words of the subjects' => [
            'A neap tide at quadrature; the ammeter in series; a crotchet, a quaver, a semibreve and a minim.',
        ];
        yield 'names, and names that begin a sentence' => ['Ask Ada Skerrit. Skerrit knows.'];
        yield 'units and signs' => ['It is 12 kWh, 5mm, 3 kHz or H2O; see UTC and pH.'];
        yield 'addresses' => ['Look at https://skerrybay.example/recieve or write to teh@skerrybay.example.'];
        yield 'letters that are not English' => ['Ébbe, naïve, Größe and façade.'];
        yield 'apostrophes' => ["Don't say it's the boys' or the moon’s; we'll see. They weren’t."];
        yield 'words of a trade far from common ones' => ['The xylorimba and the quindecagram.'];
        yield 'nothing' => ["\n – 12 … ?"];
    }

    #[DataProvider('well')]
    public function test_what_is_well_written_or_no_word_is_left_alone(string $text): void
    {
        self::assertSame([], array_map(static fn (Finding $finding): string => $finding->message->code, self::found($text)));
    }

    public function test_a_word_is_told_once_and_known_by_itself_wherever_it_stands(): void
    {
        $document = Sample::document();
        $document['sideStops'][0]['text'] = 'The recieved signal.';
        $document['stops'][0]['question']['prompt'] = 'Recieved or sent?';
        $found = SpellCheck::of(Passages::of(QuizDocument::read($document)), 'en');

        self::assertCount(1, $found);
        self::assertSame(Sample::id('first'), $found[0]->stop);
        self::assertSame('inspection.spelling.slip(word: Recieved, meant: Received)', Told::of($found[0]->message));
        self::assertSame(
            [Sample::id('first/question'), 'prompt', ['from' => 'Recieved', 'to' => 'Received']],
            [$found[0]->fix?->at, $found[0]->fix?->member, $found[0]->fix?->value],
        );
        self::assertSame($found[0]->key(), self::found('It is recieved.')[0]->key());
    }

    public function test_words_are_found_in_everything_that_is_read_and_not_in_foreseen_slips(): void
    {
        $q = ['stops', 0, 'question'];
        foreach ([
            'the title' => [['title'], true], 'a prompt' => [[...$q, 'prompt'], true], 'an option' => [[...$q, 'entries', 1, 'text'], true],
            'feedback' => [[...$q, 'feedback', 'notRight'], true], 'an option’s feedback' => [[...$q, 'entries', 1, 'feedback'], true],
            'a rung' => [[...$q, 'ladder', 0, 'text'], true], 'a rung’s title' => [[...$q, 'ladder', 1, 'title'], true],
            'a rung of an option' => [[...$q, 'entries', 2, 'ladder', 0, 'text'], true], 'an accepted answer' => [
                ['stops', 1, 'cues', 0, 'question', 'entries', 0, 'key'],
                true,
            ],
            'a finish' => [['finishes', 0, 'message'], true], 'a known slip' => [
                ['stops', 1, 'cues', 0, 'question', 'entries', 1, 'key'],
                false,
            ],
        ] as $place => [$path, $isRead]) {
            self::assertCount(
                $isRead ? 1 : 0,
                SpellCheck::of(Passages::of(QuizDocument::read(Sample::with($path, 'This is seperate.'))), 'en'),
                $place,
            );
        }
    }

    public function test_a_quiz_in_another_language_than_it_names_is_told_once(): void
    {
        $french = 'La mer monte deux fois par jour parce que la Terre tourne sous deux bosses. Lequel des deux astres tire le plus fort, et pourquoi voit-on des marées plus hautes quand la Lune est pleine ou nouvelle? Expliquez votre réponse avec un dessin, puis comparez avec celle de votre voisin. Quelle hauteur atteignait hier la plus basse mer, et combien de mètres faut-il ajouter pour trouver le niveau vers lequel elle montera demain?';
        $found = self::found($french);

        self::assertSame(
            ['inspection.spelling.other-language'],
            array_map(static fn (Finding $finding): string => $finding->message->code, $found),
        );
    }

    public function test_where_no_list_is_shipped_nothing_is_found(): void
    {
        self::assertSame(
            [],
            SpellCheck::of(Passages::of(QuizDocument::read(Sample::with(['sideStops', 0, 'text'], 'Das ist seperat.'))), 'de'),
        );
        self::assertNull(WordList::for('de-CH'));
        self::assertNull(WordList::for('../en'));
        self::assertTrue(WordList::for('en-GB')?->has('tide'));
    }

    /** Every word of the lists is found by halving, the first and the last too, and nothing between them is. */
    public function test_the_lists_are_sorted_and_whole(): void
    {
        $words = WordList::for('en');
        self::assertNotNull($words);
        foreach (['everyday' => 10_000, 'common' => 30_000, 'rare' => 80_000] as $name => $least) {
            $list = explode("\n", trim((string) file_get_contents(dirname(__DIR__, 2)."/words/en-$name.txt")));
            foreach ($list as $i => $word) {
                if ($i % 97 === 0 || $i > count($list) - 3) {
                    self::assertTrue($words->has($word), $word);
                    self::assertFalse($words->has($word.'q'.$word));
                }
            }
            self::assertGreaterThan($least, count($list));
        }
        self::assertFalse($words->has(''));
    }

    /** @return list<Finding> */
    private static function found(string $text): array
    {
        return SpellCheck::of(Passages::of(QuizDocument::read(Sample::with(['sideStops', 0, 'text'], $text))), 'en');
    }
}
