<?php

declare(strict_types=1);

namespace HiddenLadder\App\Mail;

use HiddenLadder\App\Models\Letter;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Message;
use Symfony\Component\Mime\MessageConverter;

/** The simulated post box: keeps letters in the database instead of sending them. */
final class PostBoxTransport extends AbstractTransport
{
    public function __toString(): string
    {
        return 'post-box://';
    }

    protected function doSend(SentMessage $message): void
    {
        $original = $message->getOriginalMessage();
        assert($original instanceof Message);
        $email = MessageConverter::toEmail($original);
        Letter::query()->create([
            'to' => implode(', ', array_map(static fn (Address $address): string => $address->getAddress(), $email->getTo())),
            'subject' => (string) $email->getSubject(),
            'body' => (string) $email->getTextBody(),
            'sent_at' => now(),
        ]);
    }
}
