import type { Evidence, Question, QuestionStop, QuizDocument, RecordCell, RecordRow, RecordTask, Stop } from '../../resources/js/api/types';
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
        groupsByHand: false,
        unforeseen: [],
        opening: [],
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

/** A task of a record, closed, with two scores and one missing. */
export const recordTask = (title: string, more: Partial<RecordTask> = {}): RecordTask => ({
    id: title,
    title,
    unit: null,
    weight: 1,
    optional: false,
    state: 'closed',
    givenAt: '2026-11-02T08:00:00Z',
    dueAt: '2026-11-09T15:30:00Z',
    closesAt: null,
    releasedAt: null,
    scoreSeen: 'end-of-round',
    n: 2,
    missing: 1,
    mean: 0.5,
    least: 0.25,
    lower: 0.375,
    median: 0.5,
    upper: 0.625,
    most: 0.75,
    ...more,
});

/** What a student did in a task: two rounds, the last ended late. */
export const recordCell = (more: Partial<RecordCell> = {}): RecordCell => ({
    score: 0.75,
    done: 1,
    rounds: 2,
    missing: false,
    excused: false,
    released: false,
    late: true,
    provisional: false,
    beganAt: '2026-11-03T09:00:00Z',
    endedAt: '2026-11-10T10:15:00Z',
    answered: 12,
    commented: 3,
    ...more,
});

/** Nothing of a task was begun. */
export const unbegun = { score: null, done: 0, rounds: 0, late: false, beganAt: null, endedAt: null, answered: 0, commented: 0 };

/** A student of a record. */
export const recordRow = (given: string, family: string, cells: RecordRow['cells'], more: Partial<RecordRow> = {}): RecordRow => ({
    id: given,
    name: `${given} ${family}`,
    given,
    family,
    number: null,
    mean: 0.75,
    meanWithMissing: 0.375,
    missing: 1,
    cells,
    ...more,
});
