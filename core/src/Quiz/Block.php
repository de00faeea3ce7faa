<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/**
 * One piece of a prompt or of an option. A text has words; a formula has TeX and its words; everything else has a medium
 * and, as its words, the alternative text.
 */
final readonly class Block
{
    /** @param  string  $text the words, or the alternative text */
    private function __construct(
        public BlockKind $kind,
        public string $text,
        public ?string $media = null,
        public string $tex = '',
        public ?Clip $clip = null,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $kind = BlockKind::from($fields->string('kind'));

        return match ($kind) {
            BlockKind::Text => new self($kind, $fields->string('text')),
            BlockKind::Picture, BlockKind::Sound => new self($kind, $fields->string('alternative'), $fields->string('media')),
            BlockKind::Formula => new self($kind, $fields->string('alternative'), tex: $fields->string('tex')),
            BlockKind::Video => self::video($fields->string('alternative'), Clip::read($fields->object('clip'))),
        };
    }

    private static function video(string $alternative, Clip $clip): self
    {
        return new self(BlockKind::Video, $alternative, $clip->media, '', $clip);
    }

    public function lacksAlternative(): bool
    {
        return $this->kind !== BlockKind::Text && trim($this->text) === '';
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['kind' => $this->kind->value] + match ($this->kind) {
            BlockKind::Text => ['text' => $this->text],
            BlockKind::Picture, BlockKind::Sound => ['media' => $this->media, 'alternative' => $this->text],
            BlockKind::Formula => ['tex' => $this->tex, 'alternative' => $this->text],
            BlockKind::Video => ['clip' => $this->clip?->toArray(), 'alternative' => $this->text],
        };
    }
}
