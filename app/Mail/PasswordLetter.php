<?php

declare(strict_types=1);

namespace HiddenLadder\App\Mail;

use Illuminate\Auth\Notifications\ResetPassword;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeEncrypted;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Leads to a new password. The worker sends it, so that whoever asked does not wait for the mail server. */
final class PasswordLetter extends ResetPassword implements ShouldBeEncrypted, ShouldQueue
{
    use Queueable;
}
