import { useEffect, useRef, useState } from 'react';
import { sentence } from '../api/client';
import type { Conversation } from '../api/types';
import { Button } from '../ui/Button';
import { Text } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { say } from '../words/words';
import type { Asking } from './useAsking';

/** Letters that a message has at most. */
const LONGEST = 2000;

/** “Is this right?”: a word to the teacher about the question that stands here, and what came back. */
export function AskAbout({ question, asking }: { question: string; asking: Asking }) {
    const conversation = asking.conversations.find((one) => one.question === question) ?? null;
    const text = asking.texts[question] ?? '';
    const [busy, setBusy] = useState(false);
    const [problem, setProblem] = useState<unknown>(null);
    const isAnswered = conversation?.settled === true && conversation.messages.some(({ own }) => !own);
    const isNew = conversation?.seen === false;
    // What is being written stays open through the tries, and an answer opens by itself.
    const [isOpen, setOpen] = useState(text !== '' || isNew);
    useEffect(() => {
        if (isNew) {
            setOpen(true);
        }
    }, [isNew]);
    const send = async () => {
        setBusy(true);
        setProblem(null);
        try {
            await asking.ask(question);
            setOpen(false);
        } catch (error) {
            setProblem(error);
        } finally {
            setBusy(false);
        }
    };
    return (
        <details className="mt-3 border-t border-line text-base" open={isOpen} onToggle={(event) => setOpen(event.currentTarget.open)}>
            <summary className="min-h-9 content-center text-sm text-soft">
                {conversation === null
                    ? say('player.ask.ask-about-this-question')
                    : isAnswered
                      ? say('player.ask.your-teacher-has-answered')
                      : say('player.ask.you-have-asked', { settled: conversation.settled ? 'yes' : 'no' })}
            </summary>
            <div className="grid gap-2 pb-3">
                {conversation !== null && <Said conversation={conversation} onSeen={isNew ? () => asking.see(conversation.id) : null} />}
                <Text
                    label={say('player.ask.what-is-not-right')}
                    value={text}
                    maxLength={LONGEST}
                    onChange={(event) => asking.write(question, event.currentTarget.value)}
                />
                {problem !== null && <Notice>{sentence(problem)}</Notice>}
                <Button className="min-h-11 justify-self-start" disabled={busy || text.trim() === ''} onClick={() => void send()}>
                    {say('player.ask.ask')}
                </Button>
            </div>
        </details>
    );
}

/** What was said, in order; once it is looked at, it has been seen. */
export function Said({ conversation, onSeen }: { conversation: Conversation; onSeen: (() => void) | null }) {
    const told = useRef(false);
    useEffect(() => {
        if (onSeen !== null && !told.current) {
            told.current = true;
            onSeen();
        }
    }, [onSeen]);
    return (
        <ol className="grid gap-2">
            {conversation.messages.map((message) => (
                <li
                    key={message.id}
                    className={`border-l-4 pl-3 whitespace-pre-line ${message.own ? 'border-line text-soft' : 'border-accent'}`}
                >
                    <span className="sr-only">{say(message.own ? 'player.ask.you' : 'player.ask.your-teacher')} </span>
                    {message.call ? say('player.ask.you-have-called') : message.text}
                </li>
            ))}
        </ol>
    );
}
