<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

/**
 * Writes quiz documents in few words. Ids are made from what they name, so that the same demo always has the same ids.
 *
 * @phpstan-type Doc array<string, mixed>
 */
final class Draft
{
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
     * @return Doc
     */
    public function quiz(string $title, string $instructions, array $stops, string $finish, string $message, array $sideStops = []): array
    {
        return [
            'schema' => 1, 'title' => $title, 'instructions' => $instructions, 'language' => 'en',
            'stops' => $stops, 'sideStops' => $sideStops,
            'finishes' => [['id' => $this->id('finish'), 'title' => $finish, 'message' => $message]],
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $entries
     * @param  list<array<string, mixed>>  $ladder
     * @return Doc a question
     */
    public function question(string $name, string $kind, string $text, array $entries, string $right, string $notRight, array $ladder, string $tolerance = '0'): array
    {
        return [
            'id' => $this->id("$name/question"), 'kind' => $kind,
            'prompt' => [['kind' => 'text', 'text' => $text]],
            'points' => 1, 'tolerance' => ['kind' => 'absolute', 'value' => $tolerance],
            'feedback' => ['right' => $right, 'notRight' => $notRight],
            'entries' => $entries, 'ladder' => $ladder,
        ];
    }

    /**
     * @param  Doc  $question
     * @return Doc
     */
    public function asks(string $name, array $question): array
    {
        return ['id' => $this->id($name), 'kind' => 'question', 'question' => $question];
    }

    /**
     * @param  list<array<string, mixed>>  $cues
     * @return Doc
     */
    public function video(string $name, string $title, string $media, array $cues): array
    {
        return ['id' => $this->id($name), 'kind' => 'video', 'title' => $title, 'clip' => ['media' => $media, 'from' => 0, 'to' => null], 'cues' => $cues];
    }

    /**
     * @param  Doc  $question
     * @return Doc
     */
    public function cue(string $name, float $at, array $question): array
    {
        return ['id' => $this->id($name), 'at' => $at, 'question' => $question];
    }

    /** @return Doc a stop or a rung */
    public function reading(string $name, string $title, string $text): array
    {
        return ['id' => $this->id($name), 'kind' => 'reading', 'title' => $title, 'text' => $text];
    }

    /** @return Doc */
    public function hint(string $name, string $text): array
    {
        return ['id' => $this->id($name), 'kind' => 'hint', 'text' => $text];
    }

    /** @return Doc */
    public function clip(string $name, string $title, string $media, float $from = 0, ?float $to = null): array
    {
        return ['id' => $this->id($name), 'kind' => 'video', 'title' => $title, 'clip' => ['media' => $media, 'from' => $from, 'to' => $to]];
    }

    /** @return Doc an entry that is taken */
    public function right(string $text, string $feedback = ''): array
    {
        return ['id' => $this->id("entry/$text/$feedback/right"), 'text' => $text, 'right' => true, 'feedback' => $feedback, 'fork' => null, 'ladder' => []];
    }

    /**
     * @param  list<array<string, mixed>>  $ladder
     * @return Doc an entry that is known to be wrong
     */
    public function wrong(string $name, string $text, string $feedback = '', array $ladder = [], ?string $fork = null): array
    {
        return ['id' => $this->id("entry/$name"), 'text' => $text, 'right' => false, 'feedback' => $feedback, 'fork' => $fork, 'ladder' => $ladder];
    }
}
