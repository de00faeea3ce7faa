<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

use HiddenLadder\Core\Fields;

/** One step of help. */
final readonly class Rung
{
    /**
     * @param  string  $link  an address, or nothing
     * @param  Text  $answers  of an exercise, to check oneself
     */
    private function __construct(
        public string $id,
        public RungKind $kind,
        public string $title,
        public Text $text,
        public ?Clip $clip,
        public ?Question $question,
        public string $link,
        public Text $answers,
    ) {
    }

    public static function read(Fields $fields): self
    {
        $kind = RungKind::from($fields->string('kind'));

        return new self(
            $fields->string('id'),
            $kind,
            $fields->stringOr('title', ''),
            Text::in($fields, 'text'),
            $kind === RungKind::Video ? Clip::read($fields->object('clip')) : null,
            $kind === RungKind::Question ? Question::read($fields->object('question')) : null,
            $fields->stringOr('link', ''),
            Text::in($fields, 'answers'),
        );
    }

    public function isEmpty(): bool
    {
        return match ($this->kind) {
            RungKind::Video => $this->clip?->media === null,
            RungKind::Question => $this->question?->text() === '',
            RungKind::Teacher => false,
            RungKind::Exercise => $this->text->isEmpty() && trim($this->link) === '',
            default => $this->text->isEmpty(),
        };
    }

    /** @return array<string, mixed> what a student who stands on it sees; a question is shown as one, not here */
    public function toArray(): array
    {
        return ['id' => $this->id, 'kind' => $this->kind->value, 'title' => $this->title, 'text' => $this->text]
            + ($this->clip === null ? [] : ['clip' => $this->clip])
            + ($this->kind === RungKind::Exercise ? ['link' => $this->link, 'answers' => $this->answers] : []);
    }
}
