<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Evidence;

/** What a sentence of the summary is for. */
enum Advice: string
{
    /** What to do in the next lesson. */
    case Lesson = 'lesson';
    /** What to do to the quiz. */
    case Quiz = 'quiz';
    /** It is good to know. */
    case Knowing = 'knowing';
}
