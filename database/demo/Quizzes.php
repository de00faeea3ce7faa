<?php

declare(strict_types=1);

namespace HiddenLadder\Demo;

/** The demo's quizzes. Together they have every kind of stop, question, rung and fork. */
final class Quizzes
{
    /**
     * @param  array<string, string>  $media  ids by the names of the shipped videos
     * @return list<array<string, mixed>>
     */
    public static function all(array $media): array
    {
        return [Tides::document($media), Circuits::document(), Notes::document()];
    }
}
