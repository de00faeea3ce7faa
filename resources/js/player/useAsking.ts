import { useQuery } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState } from 'react';
import type { Conversation } from '../api/types';
import { ulid } from '../ui/ulid';

/** What is asked about the questions of a walk. */
export interface Asking {
    conversations: Conversation[];
    /** What is typed and not sent, by question: it stays while the question goes through its tries. */
    texts: Record<string, string>;
    write: (question: string, text: string) => void;
    /** Sends what is typed; it stays where that fails. */
    ask: (question: string) => Promise<void>;
    see: (conversation: string) => void;
}

interface AskedAbout {
    id: string;
    question: string;
    text: string;
}

/** While something waits for an answer, it is asked for every so many milliseconds. */
const EVERY = 20_000;

/** The way of asking that a page has: how what was asked is read, sent, and told to have been seen. */
export function useAsking(
    key: string,
    read: () => Promise<Conversation[]>,
    send: (asked: AskedAbout) => Promise<Conversation[]>,
    see: (conversation: string) => void,
): Asking {
    const asked = useQuery({
        queryKey: ['asked', key],
        queryFn: read,
        retry: false,
        refetchInterval: ({ state }) => (state.data?.some(({ settled }) => !settled) === true ? EVERY : false),
    });
    const [texts, setTexts] = useState<Record<string, string>>({});
    // Sent again after a failure, it is the same message.
    const sending = useRef<AskedAbout | null>(null);
    const { refetch } = asked;
    const write = useCallback((question: string, text: string) => setTexts((before) => ({ ...before, [question]: text })), []);
    const ask = useCallback(
        async (question: string) => {
            const text = (texts[question] ?? '').trim();
            const before = sending.current;
            sending.current = before?.question === question && before.text === text ? before : { id: ulid(), question, text };
            await send(sending.current);
            sending.current = null;
            setTexts((now) => ((now[question] ?? '').trim() === text ? { ...now, [question]: '' } : now));
            await refetch();
        },
        [texts, send, refetch],
    );
    const { data } = asked;
    return useMemo(() => ({ conversations: data ?? [], texts, write, ask, see }), [data, texts, write, ask, see]);
}
