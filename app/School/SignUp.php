<?php

declare(strict_types=1);

namespace HiddenLadder\App\School;

/** Who may make a teacher's account on this server. */
enum SignUp: string
{
    case Anyone = 'anyone';
    case Invited = 'invited';
    case Nobody = 'nobody';
}
