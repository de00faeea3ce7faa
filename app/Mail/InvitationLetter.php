<?php

declare(strict_types=1);

namespace HiddenLadder\App\Mail;

use HiddenLadder\App\Words\Words;
use HiddenLadder\Core\Message;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeEncrypted;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Mail\Mailable;
use Illuminate\Mail\Mailables\Content;
use Illuminate\Mail\Mailables\Envelope;

/** Asks a colleague to come to a school. The worker sends it. */
final class InvitationLetter extends Mailable implements ShouldBeEncrypted, ShouldQueue
{
    use Queueable;

    public function __construct(
        public readonly string $by,
        public readonly string $school,
        public readonly string $address,
        public readonly int $days,
    ) {
    }

    public function envelope(): Envelope
    {
        return new Envelope(subject: app(Words::class)->say(new Message('letter.invitation.subject', ['school' => $this->school])));
    }

    public function content(): Content
    {
        return new Content(text: 'letters.invitation');
    }
}
