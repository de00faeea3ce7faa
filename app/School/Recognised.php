<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

/** What somebody on a list is to a class and its school. */
enum Recognised: string
{
    /** Nobody has the name or the number. */
    case AsNew = 'new';
    /** In the class already. */
    case InClass = 'there';
    /** Was taken out of the class, and comes back. */
    case TakenOut = 'back';
    /** The school knows the number: it is that one. */
    case ByNumber = 'number';
    /** Somebody has the name in another class: whoever adds them says whether it is the same. */
    case ByName = 'name';
    /** Two on the list, or one on it and one in the class, have one name: it must be told apart first. */
    case Twice = 'twice';
    case TooLong = 'long';
    /** The class has as many as it can have. */
    case Full = 'full';

    /** Whether it can be added, once it is said who it is. */
    public function fits(): bool
    {
        return ! in_array($this, [self::InClass, self::Twice, self::TooLong, self::Full], true);
    }
}
