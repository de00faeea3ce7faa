import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { say } from '../words/words';
import { eventInWords } from './eventWords';
import { Outbox } from './outbox';
import { forget, type MadeEvent, type PutAside, setAside, waiting } from './queue';

export interface Unsent {
    /** Events that wait on this device to be sent. */
    count: number;
    /** What the server did not take, with why, and what it broke over. */
    told: { event: MadeEvent; sentence: string }[];
    read: (event: MadeEvent) => void;
}

/**
 * Sends what waits on this device for a student, of every round but one that has a page of its own open.
 *
 * @param student whose; nothing is sent while nobody is in
 */
export function useOutboxes(student: string | undefined, except: string | null = null): Unsent {
    const queries = useQueryClient();
    const [count, setCount] = useState(0);
    const [told, setTold] = useState<Unsent['told']>([]);

    useEffect(() => {
        if (student === undefined) {
            return;
        }
        let gone = false;
        const boxes: Outbox[] = [];
        const tell = (event: MadeEvent, sentence: string) =>
            !gone && setTold((before) => (before.some((one) => one.event.id === event.id) ? before : [...before, { event, sentence }]));
        const recount = async () => {
            const left = (await waiting({ student })).filter((one) => one.round !== except).length;
            if (!gone) {
                setCount(left);
            }
        };
        const start = async () => {
            const rounds = new Set((await waiting({ student })).map((one) => one.round));
            for (const round of rounds) {
                if (gone || round === except) {
                    continue;
                }
                const box = new Outbox(student, round, {
                    onView: () => void queries.invalidateQueries({ queryKey: ['student'] }),
                    onWaiting: () => void recount(),
                    onRefused: (event, why) => tell(event, say('student.not-taken', { what: eventInWords(event), why })),
                    onElsewhere: () => undefined,
                    onPutAside: (event) => tell(event, brokenOver(event)),
                    onNotKept: () => undefined,
                    onSignedOut: () => undefined,
                });
                boxes.push(box);
                void box.run();
            }
            const aside: PutAside[] = await setAside(student);
            for (const { event } of aside) {
                tell(event, brokenOver(event));
            }
            await recount();
        };
        void start();
        return () => {
            gone = true;
            for (const box of boxes) {
                box.stop();
            }
        };
    }, [student, except, queries]);

    const read = useCallback((event: MadeEvent) => {
        setTold((before) => before.filter((one) => one.event.id !== event.id));
        void forget(event.id);
    }, []);

    return { count, told, read };
}

/** The sentence about an event that the server could not take at all. */
export function brokenOver(event: MadeEvent): string {
    return say('student.use-outboxes.could-not-be-taken-something', { what: eventInWords(event) });
}
