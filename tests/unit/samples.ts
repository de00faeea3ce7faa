import type { Evidence, Question, QuestionStop, QuizDocument, Stop } from '../../resources/js/api/types';
import { isTyped } from '../../resources/js/quiz/kinds';
import { newEntry, newQuestion, newStop, withKind } from '../../resources/js/quiz/making';

/** A question with options of these texts, the first of them right, with the texts as their ids. */
export function asking(text: string, options: string[], kind: Question['kind'] = 'one-choice'): QuestionStop {
    const stop = newStop('question') as QuestionStop;
    const question = withKind({ ...newQuestion(), prompt: text }, kind);
    const entries = options.map((option, index) => ({
        ...newEntry(index === 0 && kind !== 'poll', isTyped(kind) ? '' : option),
        ...(isTyped(kind) ? { key: option } : {}),
        id: option,
    }));
    return { ...stop, id: `stop ${text}`, question: { ...question, id: text, entries } };
}

export function quizOf(...stops: Stop[]): QuizDocument {
    return {
        schema: 1,
        title: 'Quiz',
        instructions: '',
        language: 'en',
        stops,
        sideStops: [],
        finishes: [{ id: 'F', title: 'End', message: '' }],
    };
}

type Figures = Evidence['questions'][number];

export function figures(question: string, more: Partial<Figures> = {}): Figures {
    return {
        question,
        atOnce: { count: 0, of: 0, interval: null },
        afterHelp: { count: 0, of: 0, interval: null },
        tries: null,
        seconds: null,
        entries: {},
        parts: {},
        itemRest: null,
        upperLower: null,
        ...more,
    };
}

export function evidenceOf(more: Partial<Evidence> = {}): Evidence {
    return {
        names: {},
        otherEditions: 0,
        students: 0,
        rows: [],
        alpha: null,
        gain: { n: 0, value: null },
        questions: [],
        polls: {},
        rungs: {},
        again: {},
        misconceptions: {},
        objectives: {},
        groups: [],
        unforeseen: [],
        watched: {},
        summary: [],
        ...more,
    };
}

/** An answer of the server, as the client hands it on. */
export function answer(data: unknown, status = 200): never {
    const response = new Response(null, { status });
    return Promise.resolve(status < 400 ? { data, response } : { error: data, response }) as never;
}

/** A generator of numbers from 0 to below 1 (mulberry32, public domain), so that a case can be had again. */
export function lots(seed: number): () => number {
    let state = seed;
    return () => {
        state = (state + 0x6d2b79f5) | 0;
        let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
        mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
        return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
    };
}
