<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/** What a word between two people is about. */
enum MessageMatter: string
{
    /** “Is this right?”, asked about a question of a quiz. */
    case Question = 'question';
    /** The teacher is called to a question, without words. */
    case Call = 'call';
    /** A teacher's word to a student, about a task. */
    case Word = 'word';
}
