<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

enum RungKind: string
{
    case Hint = 'hint';
    case Video = 'video';
    case Reading = 'reading';
    case WorkedExample = 'worked-example';
    /** Something to do elsewhere, with answers to check oneself. */
    case Exercise = 'exercise';
    /** A simpler question. */
    case Question = 'question';
    /** The teacher is called. */
    case Teacher = 'teacher';
}
