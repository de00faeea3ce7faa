import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { client, sentence, take } from '../api/client';
import type { Conversation } from '../api/types';
import { say } from '../words/words';
import { Button } from './Button';
import { Text } from './Field';
import { Notice } from './Notice';
import { exact, near } from './time';
import { useUndo } from './Undo';
import { useMessageId } from './useMessageId';

interface Props {
    conversation: Conversation;
    withQuestion?: boolean;
    /** What stands in the place of a name that is covered. */
    covered?: string;
}

/** What somebody asked: who, about what, in which words; to answer, or to close without a word. */
export function ConversationCard({ conversation, withQuestion = false, covered }: Props) {
    const { id, matter, quiz, question, about, who, messages } = conversation;
    const upTo = messages.at(-1)?.id ?? null;
    const calls = messages.some((message) => message.call && !message.own) && !conversation.settled;
    const [text, setText] = useState('');
    const [problem, setProblem] = useState<unknown>(null);
    const [busy, setBusy] = useState(false);
    const queries = useQueryClient();
    const { offer } = useUndo();
    const { idOf } = useMessageId();
    const params = { params: { path: { conversation: id } } };
    const fresh = () => Promise.all(['today', 'asked-about', 'lookout'].map((key) => queries.invalidateQueries({ queryKey: [key] })));
    const act = async (work: () => Promise<unknown>) => {
        setBusy(true);
        setProblem(null);
        try {
            await work();
            await fresh();
            return true;
        } catch (error) {
            setProblem(error);
            return false;
        } finally {
            setBusy(false);
        }
    };
    const send = async (words: string) => {
        const body = { id: idOf(words), text: words, upTo };
        if (await act(() => take(client.POST('/conversations/{conversation}/answers', { ...params, body })))) {
            setText('');
        }
    };
    const close = async () => {
        if (await act(() => take(client.PUT('/conversations/{conversation}/settled', { ...params, body: { upTo } })))) {
            offer(
                say('teacher.messages.closed'),
                say('teacher.messages.open-again'),
                () => void act(() => take(client.DELETE('/conversations/{conversation}/settled', params))),
            );
        }
    };
    const name = covered ?? (who === null ? say('teacher.messages.you') : who.name);
    return (
        <article className="grid gap-2 rounded-md border border-line border-l-4 border-l-accent bg-sheet p-3">
            <p className="text-sm text-soft">
                {who === null ? say('teacher.messages.yourself') : say('teacher.messages.who', { name, class: who.class ?? 'none' })}
                {withQuestion && (
                    <>
                        {' · '}
                        <Link
                            className="underline underline-offset-2"
                            to={`/quizzes/${quiz.id}?at=${question ?? ''}`}
                            title={say('teacher.messages.look-at-it')}
                        >
                            {matter === 'word'
                                ? say('teacher.messages.about-task', { title: quiz.title })
                                : say('teacher.messages.about', { title: quiz.title, question: about })}
                        </Link>
                    </>
                )}
            </p>
            <ol className="grid gap-1">
                {messages.map((message) => (
                    <li key={message.id} className={`whitespace-pre-line ${message.own ? 'border-l-2 border-line pl-3 text-soft' : ''}`}>
                        {message.own && <span className="text-sm">{say('teacher.messages.your-answer')} </span>}
                        {message.call ? <strong>{say('teacher.messages.calls-for-you')}</strong> : message.text}{' '}
                        <span className="text-xs whitespace-nowrap text-soft" title={exact(message.sentAt)}>
                            {near(message.sentAt)}
                        </span>
                    </li>
                ))}
            </ol>
            {!conversation.settled && (
                <>
                    <Text
                        label={say('teacher.messages.answer-to', { name })}
                        hideLabel
                        placeholder={say('teacher.messages.your-words')}
                        value={text}
                        rows={1}
                        maxLength={2000}
                        onChange={(event) => setText(event.currentTarget.value)}
                    />
                    <div className="flex flex-wrap gap-2">
                        <Button disabled={busy || text.trim() === ''} onClick={() => void send(text.trim())}>
                            {say('teacher.messages.answer')}
                        </Button>
                        {calls && (
                            <Button disabled={busy} onClick={() => void send(say('teacher.messages.i-am-coming'))}>
                                {say('teacher.messages.i-am-coming')}
                            </Button>
                        )}
                        <Button weight={calls ? 'plain' : 'quiet'} disabled={busy} onClick={() => void close()}>
                            {calls ? say('teacher.messages.helped') : say('teacher.messages.close')}
                        </Button>
                    </div>
                </>
            )}
            {problem !== null && <Notice>{sentence(problem)}</Notice>}
        </article>
    );
}
