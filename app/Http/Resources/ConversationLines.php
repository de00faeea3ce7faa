<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Resources;

use HiddenLadder\App\Messages\Conversation;
use HiddenLadder\App\Models\MessageMatter;
use HiddenLadder\App\Models\PersonalMessage;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** Conversations as one of the two sees them. */
final class ConversationLines extends JsonResource
{
    /**
     * @param  list<Conversation>  $conversations
     * @param  bool  $asTeacher  as the teacher sees them, and not who asked
     */
    public function __construct(private readonly array $conversations, private readonly bool $asTeacher)
    {
        parent::__construct($conversations);
    }

    /** @return list<array<string, mixed>> */
    public function toArray(Request $request): array
    {
        return array_map(fn (Conversation $one): array => [
            'id' => $one->first()->conversation,
            'matter' => $one->first()->matter->value,
            'quiz' => ['id' => (string) $one->first()->quiz_id, 'title' => $one->first()->quiz->title ?? ''],
            'question' => $one->first()->question,
            'about' => $one->first()->about,
            'who' => $this->asTeacher ? self::who($one->first()) : null,
            'messages' => array_map(fn (PersonalMessage $message): array => [
                'id' => $message->id,
                'own' => $message->from_teacher === $this->asTeacher,
                'text' => $message->text,
                'call' => $message->matter === MessageMatter::Call && ! $message->from_teacher,
                'sentAt' => $message->sent_at->toIso8601ZuluString('millisecond'),
            ], $one->messages),
            'settled' => $one->isSettled(),
            'seen' => $one->isSeen(),
        ], $this->conversations);
    }

    /** @return array{name: string, class: ?string}|null nothing where the teacher asked themselves */
    private static function who(PersonalMessage $first): ?array
    {
        if ($first->student !== null) {
            return ['name' => $first->student->name, 'class' => $first->task?->class?->name];
        }
        $colleague = $first->colleague_id === $first->teacher_id ? null : $first->colleague;

        return $colleague === null ? null : ['name' => $colleague->name, 'class' => null];
    }
}
