import { useEffect, useState } from 'react';
import { client, take } from '../api/client';
import { Button } from '../ui/Button';
import { Text } from '../ui/Field';
import { say } from '../words/words';
import type { Step } from './Player';

interface Props {
    cue: string;
    round: string | null;
    busy: boolean;
    send: (step: Step) => void;
}

interface Written {
    cue: string;
    text: string;
    name: string | null;
    own: boolean;
}

/** How often it is looked for what others write meanwhile, in milliseconds. */
const LOOK_EVERY = 15_000;

/** Time for comments at a moment of a video: one's own, and what the class wrote as far as the teacher has opened it. */
export function Comments({ cue, round, busy, send }: Props) {
    const [text, setText] = useState('');
    // The own ones stand here at once, and until they are read back.
    const [own, setOwn] = useState<string[]>([]);
    const [written, setWritten] = useState<Written[]>([]);
    // Looked at anew when the own one has arrived.
    // biome-ignore lint/correctness/useExhaustiveDependencies: `own` and `busy` say when
    useEffect(() => {
        if (round === null || busy) {
            return;
        }
        let wanted = true;
        const look = () =>
            take(client.GET('/student/rounds/{round}/comments', { params: { path: { round } } }))
                .then((found) => wanted && setWritten(found.filter((one) => one.cue === cue)))
                .catch(() => undefined);
        void look();
        const timer = setInterval(() => void look(), LOOK_EVERY);
        return () => {
            wanted = false;
            clearInterval(timer);
        };
    }, [round, cue, own, busy]);
    const arrived = written.filter((one) => one.own).map((one) => one.text.trim());
    const waiting = own.filter((one) => !arrived.includes(one)).map((one) => ({ cue, text: one, name: null, own: true }));
    const shown = [...written, ...waiting];
    return (
        <>
            <form
                className="mt-2 grid gap-2"
                onSubmit={(event) => {
                    event.preventDefault();
                    send({ kind: 'commented', data: { cue, text } });
                    setText('');
                    setOwn([...own, text.trim()]);
                }}
            >
                <Text
                    label={say('player.video-view.your-comment')}
                    value={text}
                    maxLength={2000}
                    onChange={(event) => setText(event.currentTarget.value)}
                />
                <Button type="submit" className="justify-self-start" disabled={busy || text.trim() === ''}>
                    {say('player.video-view.send')}
                </Button>
                {own.length > 0 && (
                    <p className="text-sm text-soft" role="status">
                        {busy ? say('player.video-view.your-comment-is-being-sent') : say('player.video-view.your-comment-has-arrived')}
                    </p>
                )}
            </form>
            {shown.length > 0 && (
                <ul className="mt-3 grid gap-1 border-t border-line pt-2" aria-label={say('player.comments.written-here')}>
                    {shown.map((one, index) => (
                        <li key={index} className="[overflow-wrap:anywhere] whitespace-pre-line">
                            <span className="text-sm text-soft">
                                {one.own ? say('player.comments.you') : (one.name ?? say('player.comments.somebody'))}
                            </span>{' '}
                            {one.text}
                        </li>
                    ))}
                </ul>
            )}
        </>
    );
}
