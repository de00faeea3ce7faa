import { useCallback, useEffect, useRef, useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { QuizDocument, Rehearsal, RehearsedBy, Terms } from '../../api/types';
import type { Step } from '../../player/Player';

/** When what is seen is looked at. */
export type Moment = 'now' | 'coming-back' | 'closed' | 'released';

/** Under which terms it is walked: those the quiz suggests, or those of a purpose. */
export type Under = 'suggested' | NonNullable<Terms['purpose']>;

export function termsOf(document: QuizDocument, under: Under): Terms {
    return under === 'suggested' ? (document.terms ?? {}) : { purpose: under };
}

interface Walk {
    steps: Step[];
    /** The steps of the rounds before this one. */
    earlier: Step[][];
    moment: Moment;
}

const begun: Walk = { steps: [], earlier: [], moment: 'now' };

/** A walk through the draft: the server is told all of it at each step, and keeps nothing. */
export function useRehearsal(quiz: string, from: string | null, terms: Terms | null) {
    const [walk, setWalk] = useState(begun);
    const latest = useRef(begun);
    const [told, setTold] = useState<Rehearsal | null>(null);
    const [busy, setBusy] = useState(false);
    const [message, setMessage] = useState<string | null>(null);

    const ask = useCallback(
        async (next: Walk, as?: { as: RehearsedBy; toEnd?: boolean; seed?: number }): Promise<Rehearsal | null> => {
            if (terms === null) {
                return null;
            }
            setBusy(true);
            setMessage(null);
            try {
                const { steps, earlier, moment } = next;
                const body = {
                    from: earlier.length === 0 ? from : null,
                    terms,
                    events: steps,
                    earlier: earlier.map((events) => ({ events })),
                    moment,
                    ...(as === undefined ? {} : { next: as }),
                };
                const reply = await take(client.POST('/quizzes/{quiz}/rehearsals', { params: { path: { quiz } }, body }));
                setTold(reply);
                latest.current = { ...next, steps: [...steps, ...(reply.made as Step[])] };
                setWalk(latest.current);
                return reply;
            } catch (problem) {
                setMessage(sentence(problem));
                return null;
            } finally {
                setBusy(false);
            }
        },
        [quiz, from, terms],
    );
    // One after the other: a key that is pressed while a step is on its way follows on what that comes to.
    const queue = useRef<Promise<Rehearsal | null>>(Promise.resolve(null));
    const follow = useCallback(
        (make: (now: Walk) => Walk, as?: { as: RehearsedBy; toEnd?: boolean; seed?: number }) => {
            queue.current = queue.current.then(() => ask(make(latest.current), as));
            return queue.current;
        },
        [ask],
    );
    // Under other terms, or from another stop, it is another walk.
    useEffect(() => {
        void follow(() => begun);
    }, [follow]);

    return {
        ...walk,
        told,
        busy,
        message,
        send: (step: Step) => follow((now) => ({ ...now, moment: 'now', steps: [...now.steps, step] })),
        back: () => follow((now) => ({ ...now, moment: 'now', steps: now.steps.slice(0, -1) })),
        again: () => follow(() => begun),
        /** One step as it is asked for, or as a made-up student. */
        as: useCallback((who: RehearsedBy) => follow((now) => ({ ...now, moment: 'now' }), { as: who }), [follow]),
        /** From where it is to the end; each time with other lots. */
        toEnd: (who: RehearsedBy) =>
            follow((now) => ({ ...now, moment: 'now' }), { as: who, toEnd: true, seed: Math.floor(Math.random() * 1e9) }),
        nextRound: () => follow((now) => ({ steps: [], earlier: [...now.earlier, now.steps], moment: 'now' })),
        look: (moment: Moment) => follow((now) => ({ ...now, moment })),
    };
}
