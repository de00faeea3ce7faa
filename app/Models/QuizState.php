<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

enum QuizState: string
{
    case Draft = 'draft';
    case Published = 'published';
    case Archived = 'archived';
}
