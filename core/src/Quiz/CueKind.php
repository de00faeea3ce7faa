<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Quiz;

enum CueKind: string
{
    case Question = 'question';
    case Note = 'note';
    case Comments = 'comments';
    /** Where a chapter begins. Nothing stops there. */
    case Heading = 'heading';
}
