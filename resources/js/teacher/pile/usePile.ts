import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { Pile, WaitingAnswer } from '../../api/types';
import { useLive } from '../../ui/useLive';

/** Milliseconds after which it is looked for what came in meanwhile, where nothing was heard of it. */
const LOOK_EVERY = 15_000;

/** Which answer something was said to. */
type About = Pick<WaitingAnswer, 'task' | 'round' | 'question'>;

/** What was done with an answer here. */
export interface Done {
    share: number;
    comment: string;
    sentBack: boolean;
}

export interface Laid {
    key: string;
    answer: WaitingAnswer;
    done: Done | null;
    /** It waits no longer, by another hand: read, or written anew. */
    gone: boolean;
}

const keyOf = (answer: { round: string; question: string; seen: string }) => `${answer.round} ${answer.question} ${answer.seen}`;

const nothing = (task: string | null) => ({
    task,
    answers: new Map<string, WaitingAnswer>(),
    questions: new Map<string, Pile['questions'][number]>(),
    media: {} as Pile['media'],
});

/** The pile as it was laid out: what comes in is put below, and what was read stays in its place, so that nothing moves while one reads. */
export function usePile(task: string | null) {
    const queries = useQueryClient();
    const read = useQuery({
        queryKey: ['pile', task],
        queryFn: () => (task === null ? take(client.GET('/pile')) : take(client.GET('/tasks/{task}/pile', { params: { path: { task } } }))),
        refetchInterval: LOOK_EVERY,
    });
    const teacher = useQuery({ queryKey: ['teacher'], queryFn: () => take(client.GET('/teacher')), staleTime: 60_000 });
    useLive(
        teacher.data === undefined ? null : `teacher/${teacher.data.id}`,
        useCallback(() => void queries.invalidateQueries({ queryKey: ['pile'] }), [queries]),
    );
    const [done, setDone] = useState<ReadonlyMap<string, Done>>(new Map());
    const [why, setWhy] = useState<string | null>(null);
    const laid = useRef(nothing(task));
    if (laid.current.task !== task) {
        laid.current = nothing(task);
    }
    const list = useMemo(() => {
        const waits = new Set<string>();
        for (const question of read.data?.questions ?? []) {
            laid.current.questions.set(`${question.task} ${question.question}`, question);
        }
        Object.assign(laid.current.media, read.data?.media);
        for (const answer of read.data?.answers ?? []) {
            const key = keyOf(answer);
            waits.add(key);
            laid.current.answers.set(key, answer);
        }
        return [...laid.current.answers].map(([key, answer]): Laid => {
            const own = done.get(key) ?? null;
            return { key, answer, done: own, gone: own === null && !waits.has(key) };
        });
    }, [read.data, done]);
    const fresh = useCallback(
        () => Promise.all(['pile', 'today', 'walks', 'task'].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
        [queries],
    );
    const put = (key: string, what: Done | null) =>
        setDone((before) => {
            const next = new Map(before);
            what === null ? next.delete(key) : next.set(key, what);
            return next;
        });
    const params = ({ answer }: Laid) => ({ params: { path: { task: answer.task, round: answer.round } } });
    /** The same word on all of these, which say the same. It shows at once, and is taken back where it was not taken. */
    const say = async (all: Laid[], what: Done) => {
        setWhy(null);
        for (const one of all) {
            put(one.key, what);
        }
        for (const one of all) {
            const { question, seen } = one.answer;
            const body = { question, seen, share: what.share, comment: what.comment, sendBack: what.sentBack };
            try {
                await take(client.POST('/tasks/{task}/rounds/{round}/overrulings', { ...params(one), body }));
            } catch (problem) {
                put(one.key, null);
                setWhy(sentence(problem));
            }
        }
        await fresh();
    };
    /** What was said to these is taken back. They are shown as waiting once the pile has them again. */
    const takeBack = async (all: (About & { isSeries?: boolean })[]) => {
        setWhy(null);
        const back = new Set<string>();
        for (const { task, round, question, isSeries } of all) {
            try {
                const path = { task, round };
                const body = isSeries === true ? { stop: question } : { question };
                await take(client.POST('/tasks/{task}/rounds/{round}/restorings', { params: { path }, body }));
                back.add(`${round} ${question}`);
            } catch (problem) {
                setWhy(sentence(problem));
            }
        }
        await fresh();
        for (const [key, { round, question }] of laid.current.answers) {
            if (back.has(`${round} ${question}`)) {
                put(key, null);
            }
        }
    };
    return { pile: read.data, error: read.error, list, questions: laid.current.questions, media: laid.current.media, why, say, takeBack };
}
