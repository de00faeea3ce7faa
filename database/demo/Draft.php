<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Text;

/**
 * Writes quiz documents in few words, without formatting. Ids are made from what they name, so that the same demo always has the same ids.
 *
 * @phpstan-type Doc array<string, mixed>
 */
final class Draft
{
    private int $forks = 0;

    public function __construct(private readonly string $quiz)
    {
    }

    /** An id from a name: a ULID of the demo's own first second, the rest from the name's hash. */
    public function id(string $name): string
    {
        $alphabet = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
        $hash = hash('sha256', "$this->quiz/$name", true);
        $id = '01KADE0000';
        for ($i = 0; $i < 16; $i++) {
            $id .= $alphabet[ord($hash[$i]) % 32];
        }

        return $id;
    }

    /**
     * @param  list<array<string, mixed>>  $stops
     * @param  list<array<string, mixed>>  $sideStops
     * @param  Doc  $more  members beside the required ones
     * @return Doc
     */
    public function quiz(
        string $title,
        string $instructions,
        array $stops,
        string $finish,
        string $message,
        array $sideStops = [],
        array $more = [],
    ): array {
        return [
            'schema' => QuizDocument::SCHEMA, 'title' => $title, 'instructions' => self::rich($instructions), 'language' => 'en',
            'stops' => $stops, 'sideStops' => $sideStops,
        ] + $more + ['finishes' => [['id' => $this->id('finish'), 'title' => $finish, 'message' => self::rich($message)]]];
    }

    /**
     * @param  list<array<string, mixed>>  $entries
     * @param  list<array<string, mixed>>  $ladder
     * @param  Doc  $more  members beside the required ones
     * @return Doc a question
     */
    public function question(
        string $name,
        string $kind,
        string $text,
        array $entries,
        string $right,
        string $notRight,
        array $ladder,
        string $tolerance = '0',
        array $more = [],
    ): array {
        if (isset($more['sentence']) && is_string($more['sentence'])) {
            $more['sentence'] = self::withGaps($more['sentence'], is_array($more['gaps'] ?? null) ? array_values($more['gaps']) : []);
        }
        if (QuestionKind::from($kind)->isTyped()) {
            $entries = array_map(self::typed(...), $entries);
        }

        return $more + [
            'id' => $this->id("$name/question"), 'kind' => $kind,
            'prompt' => self::rich($text),
            'points' => 1, 'tolerance' => ['kind' => 'absolute', 'value' => $tolerance],
            'feedback' => ['right' => self::rich($right), 'notRight' => self::rich($notRight)],
            'entries' => $entries, 'ladder' => $ladder,
        ];
    }

    /**
     * @param  Doc  $question
     * @param  Doc  $more
     * @return Doc
     */
    public function asks(string $name, array $question, array $more = []): array
    {
        return ['id' => $this->id($name), 'kind' => 'question', 'question' => $question] + $more;
    }

    /**
     * @param  list<array<string, mixed>>  $cues
     * @param  Doc  $more
     * @return Doc
     */
    public function video(string $name, string $title, string $media, array $cues, array $more = []): array
    {
        return [
            'id' => $this->id($name),
            'kind' => 'video',
            'title' => $title,
            'clip' => ['media' => $media, 'from' => 0, 'to' => null],
            'cues' => $cues,
        ] + $more;
    }

    /**
     * @param  Doc  $question
     * @return Doc
     */
    public function cue(string $name, float $at, array $question): array
    {
        return ['id' => $this->id($name), 'kind' => 'question', 'at' => $at, 'question' => $question];
    }

    /** @return Doc a note, time for comments or a heading, at a moment of a video */
    public function note(string $name, float $at, string $text, string $kind = 'note'): array
    {
        return ['id' => $this->id($name), 'kind' => $kind, 'at' => $at, 'text' => self::rich($text)];
    }

    /**
     * @param  Doc  $more
     * @return Doc a stop or a rung
     */
    public function reading(string $name, string $title, string $text, array $more = []): array
    {
        return ['id' => $this->id($name), 'kind' => 'reading', 'title' => $title, 'text' => self::rich($text)] + $more;
    }

    /**
     * @param  list<array<string, mixed>>  $questions
     * @param  Doc  $more
     * @return Doc
     */
    public function drill(
        string $name,
        string $title,
        array $questions,
        int $deal,
        int $need,
        string $ends = 'need',
        array $more = [],
    ): array {
        return [
            'id' => $this->id($name),
            'kind' => 'drill',
            'title' => $title,
            'questions' => $questions,
            'deal' => $deal,
            'need' => $need,
            'ends' => $ends,
            'points' => 2,
        ] + $more;
    }

    /**
     * @param  list<list<array<string, mixed>>>  $levels
     * @param  list<array<string, mixed>>  $ladder
     * @return Doc
     */
    public function staircase(string $name, string $title, array $levels, array $ladder, int $longest = 8): array
    {
        return [
            'id' => $this->id($name),
            'kind' => 'staircase',
            'title' => $title,
            'levels' => array_map(
                fn (array $questions, int $level): array => ['id' => $this->id("$name/level $level"), 'questions' => $questions],
                $levels,
                array_keys($levels),
            ),
            'longest' => $longest,
            'points' => 2,
            'ladder' => $ladder,
        ];
    }

    /** @return Doc */
    public function hint(string $name, string $text): array
    {
        return ['id' => $this->id($name), 'kind' => 'hint', 'text' => self::rich($text)];
    }

    /** @return Doc */
    public function clip(string $name, string $title, string $media, float $from = 0, ?float $to = null): array
    {
        return [
            'id' => $this->id($name),
            'kind' => 'video',
            'title' => $title,
            'clip' => ['media' => $media, 'from' => $from, 'to' => $to],
        ];
    }

    /**
     * @param  Doc  $question
     * @return Doc a rung that is a simpler question
     */
    public function simpler(string $name, array $question): array
    {
        return ['id' => $this->id($name), 'kind' => 'question', 'question' => $question];
    }

    /** @return Doc a rung with something worked through */
    public function example(string $name, string $title, string $text): array
    {
        return ['id' => $this->id($name), 'kind' => 'worked-example', 'title' => $title, 'text' => self::rich($text)];
    }

    /** @return Doc a rung with something to do and answers to check oneself */
    public function exercise(string $name, string $title, string $text, string $answers, string $link = ''): array
    {
        return [
            'id' => $this->id($name),
            'kind' => 'exercise',
            'title' => $title,
            'text' => self::rich($text),
            'link' => $link,
            'answers' => self::rich($answers),
        ];
    }

    /** @return Doc a rung that calls the teacher */
    public function teacher(string $name, string $text): array
    {
        return ['id' => $this->id($name), 'kind' => 'teacher', 'text' => self::rich($text)];
    }

    /**
     * @param  Doc  $more
     * @return Doc an entry that is taken
     */
    public function right(string $text, string $feedback = '', array $more = []): array
    {
        return $more + [
            'id' => $this->id("entry/$text/$feedback/right"),
            'text' => self::rich($text),
            'right' => true,
            'feedback' => self::rich($feedback),
            'fork' => null,
            'ladder' => [],
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $ladder
     * @param  Doc  $more
     * @return Doc an entry that is known to be wrong
     */
    public function wrong(
        string $name,
        string $text,
        string $feedback = '',
        array $ladder = [],
        ?string $fork = null,
        array $more = [],
    ): array {
        return $more + [
            'id' => $this->id("entry/$name"),
            'text' => self::rich($text),
            'right' => false,
            'feedback' => self::rich($feedback),
            'fork' => $fork,
            'ladder' => $ladder,
        ];
    }

    /**
     * @param  array<string, mixed>  $when
     * @return Doc
     */
    public function fork(array $when, string $to): array
    {
        return ['id' => $this->id('fork/'.++$this->forks), 'when' => $when, 'to' => $to];
    }

    /** @return Doc */
    public function item(string $name, string $text): array
    {
        return ['id' => $this->id("item/$name"), 'text' => self::rich($text)];
    }

    /** @return Doc a thing on the left of a match, with the name of its item */
    public function pair(string $name, string $text, string $item): array
    {
        return ['id' => $this->id("pair/$name"), 'text' => self::rich($text), 'item' => $this->id("item/$item")];
    }

    /**
     * @param  list<array<string, mixed>>  $entries
     * @return Doc
     */
    public function gap(string $name, array $entries, string $show = 'typed'): array
    {
        return ['id' => $this->id("gap/$name"), 'show' => $show, 'entries' => array_map(self::typed(...), $entries)];
    }

    public static function rich(string $plain): string
    {
        return Text::of($plain)->html;
    }

    /**
     * @param  Doc  $entry
     * @return Doc as an answer that is typed, and not shown
     */
    private static function typed(array $entry): array
    {
        return ['text' => '', 'key' => $entry['key'] ?? Text::read(is_string($entry['text']) ? $entry['text'] : '')->plain()] + $entry;
    }

    /** @param  list<mixed>  $gaps  for which [1], [2] stand in the sentence */
    private static function withGaps(string $sentence, array $gaps): string
    {
        return (string) preg_replace_callback('/\[(\d+)\]/', static function (array $found) use ($gaps): string {
            $gap = $gaps[(int) $found[1] - 1] ?? null;

            return is_array($gap) && is_string($gap['id'] ?? null) ? '<span data-gap="'.$gap['id'].'"></span>' : $found[0];
        }, self::rich($sentence));
    }
}
