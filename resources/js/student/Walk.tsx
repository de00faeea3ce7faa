import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { client, Refused, sentence, take } from '../api/client';
import type { RoundView } from '../api/types';
import { Player, type Step } from '../player/Player';
import { buttonClass } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { ulid } from '../ui/ulid';
import { Outbox } from './outbox';
import { ReadingSupport } from './ReadingSupport';

/** Steps that only tell what was seen: the student need not wait for them. */
const silent = new Set<Step['kind']>(['watched']);

/** A round under way: what is done is kept on the device, sent in order, and shown where it led. */
export function Walk() {
    const round = useParams().round ?? '';
    const navigate = useNavigate();
    const queries = useQueryClient();
    const [view, setView] = useState<RoundView | null>(null);
    const [waiting, setWaiting] = useState({ count: 0, reachable: true });
    const [message, setMessage] = useState<string | null>(null);
    const [moving, setMoving] = useState(false);
    // The number the next event follows on: the last acknowledged one and those that wait here.
    const after = useRef(0);

    // Replies may overtake each other; an older one never replaces what is shown.
    const show = useCallback((next: RoundView) => setView((shown) => (shown !== null && shown.number > next.number ? shown : next)), []);

    const outbox = useMemo(
        () =>
            new Outbox(round, {
                onView: (next) => {
                    show(next);
                    after.current = Math.max(after.current, next.number);
                },
                onWaiting: (count, reachable) => {
                    setWaiting({ count, reachable });
                    if (count === 0) {
                        setMoving(false);
                    }
                },
                onSignedOut: () => void navigate('/join'),
                onRefused: (text) => {
                    setMessage(text);
                    after.current = 0;
                },
            }),
        [round, navigate, show],
    );
    useEffect(() => () => outbox.stop(), [outbox]);

    const load = useCallback(async () => {
        try {
            const found = await take(client.GET('/student/rounds/{round}', { params: { path: { round } } }));
            const follows = await outbox.follows();
            after.current = Math.max(after.current, follows ?? found.number);
            show(found);
            setMoving(follows !== null);
            void outbox.run();
        } catch (error) {
            if (error instanceof Refused) {
                await navigate(error.problem.status === 401 ? '/join' : '/me');
                return;
            }
            setMessage(sentence(error));
        }
    }, [navigate, outbox, round, show]);

    useEffect(() => {
        void load();
        window.addEventListener('online', load);
        return () => window.removeEventListener('online', load);
    }, [load]);

    const send = useCallback(
        (step: Step) => {
            setMessage(null);
            if (!silent.has(step.kind)) {
                setMoving(true);
            }
            const event = { id: ulid(), after: after.current, kind: step.kind, at: Date.now(), data: step.data };
            after.current += 1;
            void outbox.add(event);
            void queries.invalidateQueries({ queryKey: ['student'] });
        },
        [outbox, queries],
    );

    if (view === null) {
        return (
            <main className="mx-auto max-w-2xl p-6">
                <p>One moment …</p>
                {message !== null && (
                    <Notice>{message} What you have done is kept; this page tries again when the connection is back.</Notice>
                )}
            </main>
        );
    }

    const lost = !waiting.reachable && waiting.count > 0;
    return (
        <Player
            view={view}
            busy={moving}
            kept
            support={<ReadingSupport />}
            send={send}
            notice={
                lost ? (
                    <Notice>
                        There is no connection just now. Your answer is kept on this device and will be sent by itself as soon as it is
                        back.
                    </Notice>
                ) : message === null ? null : (
                    <Notice>{message}</Notice>
                )
            }
            leave={
                <Link className={buttonClass('quiet')} to="/me">
                    My page
                </Link>
            }
            ending={
                <>
                    <Notice tone="well">Everything has arrived. Your teacher can see it.</Notice>
                    <Link className={`${buttonClass('main', true)} mt-4`} to="/me">
                        To my page
                    </Link>
                </>
            }
        />
    );
}
