import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { client, sentence, take } from '../api/client';
import type { Export } from '../api/types';
import { say } from '../words/words';
import { Button } from './Button';
import { Notice } from './Notice';
import { saveFrom } from './sheets';
import { useAttempt } from './useAttempt';

/** How often it is asked how far a file is, in milliseconds. */
const LOOK_EVERY = 1000;

interface Props {
    words: string;
    /** What is said of it where there are several on a page. */
    label?: string;
    weight?: 'plain' | 'quiet';
    ask: () => Promise<Export>;
}

/** Has a file made that takes a while, says how far it is, and saves it once it is ready. */
export function MadeFile({ words, label, weight = 'quiet', ask }: Props) {
    const { error, attempt } = useAttempt();
    // Asked for again, it is looked at anew, also where it is the same that is under way.
    const [asked, setAsked] = useState<{ id: string; turn: number } | null>(null);
    const saved = useRef<string | null>(null);
    const made = useQuery({
        queryKey: ['export', asked],
        queryFn: () => take(client.GET('/exports/{export}', { params: { path: { export: asked?.id ?? '' } } })),
        enabled: asked !== null,
        refetchInterval: ({ state }) => (state.error === null && (state.data === undefined || isComing(state.data)) ? LOOK_EVERY : false),
    });
    const now = asked === null ? undefined : made.data;
    const coming = asked !== null && made.error === null && (now === undefined || isComing(now));
    const address = now?.state === 'ready' ? `/api/exports/${now.id}/file` : null;
    useEffect(() => {
        if (address !== null && saved.current !== address) {
            saved.current = address;
            saveFrom(address);
        }
    }, [address]);
    return (
        <>
            <Button
                weight={weight}
                aria-label={coming ? undefined : label}
                disabled={coming}
                onClick={() => void attempt(async () => setAsked({ id: (await ask()).id, turn: (asked?.turn ?? 0) + 1 }))}
            >
                {coming ? say('ui.made-file.so-far', { state: now?.state ?? 'waiting', done: Math.round(100 * (now?.done ?? 0)) }) : words}
            </Button>
            {address !== null && (
                <p role="status" className="self-center text-sm">
                    {say('ui.made-file.is-ready', { size: Math.ceil((now?.bytes ?? 0) / 1024) })}{' '}
                    <a className="underline" href={address} download>
                        {say('ui.made-file.save-it-again')}
                    </a>
                </p>
            )}
            {now?.state === 'failed' && <Notice>{say('ui.made-file.failed')}</Notice>}
            {asked !== null && made.error !== null && <Notice>{sentence(made.error)}</Notice>}
            {error !== null && <Notice>{error}</Notice>}
        </>
    );
}

function isComing(made: Export): boolean {
    return made.state === 'waiting' || made.state === 'working';
}
