<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

/** What is sent of a quiz to be seen: its texts and clips as they are written, and the media that go with them. */
final readonly class Sent
{
    /**
     * @param  array<array-key, mixed>  $view
     * @param  list<string>  $media  ids, each once
     */
    private function __construct(public array $view, public array $media)
    {
    }

    /**
     * @param  array<array-key, mixed>  $view  with texts and clips as they are in the quiz, however deep
     * @param  list<string>  $more  ids of media that go with it besides
     */
    public static function of(array $view, array $more = []): self
    {
        $media = $more;
        array_walk_recursive($view, static function (mixed &$value) use (&$media): void {
            if ($value instanceof Text) {
                array_push($media, ...$value->media());
                $value = $value->html;
            } elseif ($value instanceof Clip) {
                $media[] = $value->media;
                $value = $value->toArray();
            }
        });

        return new self($view, array_values(array_unique(array_filter($media, is_string(...)))));
    }
}
