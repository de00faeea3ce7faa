<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** One step of help. A hint has a text, a reading a title and a text, a video a title and a clip. */
final readonly class Rung
{
    public function __construct(
        public string $id,
        public RungKind $kind,
        public string $title,
        public string $text,
        public ?Clip $clip,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $kind = RungKind::from($fields->string('kind'));

        return new self(
            $fields->string('id'),
            $kind,
            $kind === RungKind::Hint ? '' : $fields->string('title'),
            $kind === RungKind::Video ? '' : $fields->string('text'),
            $kind === RungKind::Video ? Clip::read($fields->object('clip')) : null,
        );
    }

    public function isEmpty(): bool
    {
        return $this->clip === null ? trim($this->text) === '' : $this->clip->media === null;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return match ($this->kind) {
            RungKind::Hint => ['id' => $this->id, 'kind' => 'hint', 'text' => $this->text],
            RungKind::Reading => ['id' => $this->id, 'kind' => 'reading', 'title' => $this->title, 'text' => $this->text],
            RungKind::Video => ['id' => $this->id, 'kind' => 'video', 'title' => $this->title, 'clip' => $this->clip?->toArray()],
        };
    }
}
