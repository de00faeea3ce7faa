import { describe, expect, it } from 'vitest';
import type { Question, QuestionStop, QuizDocument, Rung } from '../../resources/js/api/types';
import { apply } from '../../resources/js/quiz/edits';
import { followUpEdits, openingEdits, type Step } from '../../resources/js/quiz/followUp';
import { newQuestion, newStop } from '../../resources/js/quiz/making';
import { idsIn, type Node } from '../../resources/js/quiz/nodes';
import { moved } from '../../resources/js/teacher/results/Groups';
import { quizOf } from './samples';

const rung = (kind: string, id: string) => ({ id, kind, title: `A ${kind}`, text: `<p>${id}</p>` }) as Rung;

const question = (id: string, more: Partial<Question> = {}): Question => {
    const made = newQuestion();
    const entries = [
        { ...made.entries[0], id: `${id} right`, right: true, text: '<p>light</p>', feedback: '', ladder: [], fork: null },
        {
            ...made.entries[0],
            id: `${id} soil`,
            right: false,
            text: '<p>soil</p>',
            feedback: '',
            ladder: [],
            fork: 'away',
            misconception: 'soil',
        },
    ] as Question['entries'];
    return { ...made, id, prompt: `<p>${id}?</p>`, entries, ...more };
};

const source: QuizDocument = {
    ...quizOf({
        ...(newStop('question') as QuestionStop),
        id: 'stop',
        question: question('home', { ladder: [rung('worked-example', 'example')], alike: 'leaf', objectives: ['goal'] }),
    }),
    pool: [question('like', { alike: 'leaf' })],
    misconceptions: [
        { id: 'soil', text: 'Plants eat soil' },
        { id: 'unused', text: 'Never shown' },
    ],
    objectives: [{ id: 'goal', text: 'Say what plants eat', code: 'B1' }],
};

const all: Step[] = [
    { what: 'explains', id: 'example', home: 'home' },
    { what: 'alike', id: 'like', home: 'home' },
    { what: 'again', id: 'home', home: 'home' },
];

/** What the edits make of an empty quiz. */
const made = (steps: Step[], text = ''): QuizDocument => apply(quizOf(), followUpEdits(source, steps, { title: 'First', text })).document;

const asked = (document: QuizDocument) => document.stops.flatMap((stop) => (stop.kind === 'question' ? [stop.question] : []));

describe('a follow-up', () => {
    it('holds copies, with ids of their own, in their order behind a few words', () => {
        const document = made(all, 'Look up.\nThen think.');
        expect(document.stops.map((stop) => stop.kind)).toEqual(['reading', 'reading', 'question', 'question']);
        const [first, example] = document.stops.flatMap((stop) => (stop.kind === 'reading' ? [stop] : []));
        expect([first?.title, first?.text]).toEqual(['First', 'Look up.<br>Then think.']);
        expect([example?.title, example?.text]).toEqual(['A worked-example', '<p>example</p>']);
        const ids = document.stops.flatMap((stop) => idsIn(stop as unknown as Node));
        // What explains stands by itself and on the ladder of the question once more.
        expect(new Set(ids).size).toBe(ids.length);
        expect(ids.filter((id) => ['example', 'like', 'home', 'home soil'].includes(id))).toEqual([]);
    });

    it('brings along what its answers show and its questions serve, and nothing else', () => {
        const document = made(all);
        expect(document.misconceptions?.map(({ text }) => text)).toEqual(['Plants eat soil']);
        expect(document.objectives?.map(({ text, code }) => [text, code])).toEqual([['Say what plants eat', 'B1']]);
        const [like, home] = asked(document);
        expect(home?.objectives).toEqual([document.objectives?.[0]?.id]);
        expect(like?.entries[1]?.misconception).toBe(document.misconceptions?.[0]?.id);
    });

    it('leaves behind where answers led, and who a question was alike to', () => {
        for (const one of asked(made(all))) {
            expect([one.alike ?? null, one.entries[1]?.fork ?? null]).toEqual([null, null]);
        }
    });

    it('gives a question alike the ladder of the one that it stands in for', () => {
        expect(asked(made(all)).map(({ ladder }) => ladder.map(({ kind }) => kind))).toEqual([['worked-example'], ['worked-example']]);
    });

    it('is only what was left in, and leaves out what the quiz holds no more', () => {
        expect(made(all.slice(2)).stops).toHaveLength(1);
        expect(made([{ what: 'again', id: 'gone', home: 'gone' }]).stops).toEqual([]);
        expect(made([]).misconceptions ?? []).toEqual([]);
    });
});

describe('the opening of a lesson', () => {
    const typed: Question = {
        ...question('typed', { kind: 'number' }),
        entries: [
            { ...question('typed').entries[0], id: 'key', right: true, text: '', key: '12', feedback: '', ladder: [], fork: null },
        ] as Question['entries'],
    };
    const lesson: QuizDocument = {
        ...source,
        stops: [...source.stops, { ...(newStop('question') as QuestionStop), id: 'two', question: typed }],
    };
    const opened = (questions: Parameters<typeof openingEdits>[1]) => asked(apply(quizOf(), openingEdits(lesson, questions)).document);

    it('asks what was typed as a choice among what the class typed, and keeps the id', () => {
        const slips = [
            { entry: null, text: '7', n: 3 },
            { entry: null, text: '<1>', n: 2 },
        ];
        const [shown] = opened([{ question: 'typed', right: 1, of: 9, slips }]);
        expect([shown?.id, shown?.kind]).toEqual(['typed', 'one-choice']);
        expect(shown?.entries.map(({ text, right }) => [text, right])).toEqual([
            ['12', true],
            ['7', false],
            ['&lt;1&gt;', false],
        ]);
    });

    it('leaves a choice as it is, without its ladder and where it led', () => {
        const [shown] = opened([{ question: 'home', right: 1, of: 9, slips: [{ entry: 'home soil', text: 'soil', n: 4 }] }]);
        expect([shown?.id, shown?.kind, shown?.ladder, shown?.alike]).toEqual(['home', 'one-choice', [], null]);
        expect(shown?.entries.map(({ text, fork, misconception }) => [text, fork, misconception ?? null])).toEqual([
            ['<p>light</p>', null, null],
            ['<p>soil</p>', null, null],
        ]);
    });

    it('keeps what answers are made of: an order still names its items, and a gap leads nowhere', () => {
        const items = [
            { id: 'ebb', text: '<p>Ebb</p>' },
            { id: 'flood', text: '<p>Flood</p>' },
        ];
        const [entry] = question('any').entries;
        const ordered: Question = {
            ...question('ordered', { kind: 'order' }),
            items,
            entries: [{ ...entry, id: 'as it is', order: ['ebb', 'flood'] }] as Question['entries'],
        };
        const gapped: Question = {
            ...question('gapped', { kind: 'gaps' }),
            entries: [],
            gaps: [{ id: 'gap', show: 'typed', entries: question('in gap').entries }] as NonNullable<Question['gaps']>,
        };
        const stops = [ordered, gapped].map((one) => ({ ...(newStop('question') as QuestionStop), id: `at ${one.id}`, question: one }));
        const shown = { ...source, stops };
        const told = ['ordered', 'gapped'].map((id) => ({ question: id, right: 1, of: 9, slips: [] }));
        const [order, gap] = asked(apply(quizOf(), openingEdits(shown, told)).document);
        expect(order?.entries[0]?.order).toEqual(order?.items?.map(({ id }) => id));
        expect(gap?.gaps?.[0]?.entries.map(({ fork, misconception }) => [fork, misconception])).toEqual([
            [null, null],
            [null, null],
        ]);
    });

    it('asks what was typed as it is where no slip is shared', () => {
        expect(opened([{ question: 'typed', right: 1, of: 9, slips: [] }])[0]?.kind).toBe('number');
        expect(opened([{ question: 'gone', right: 0, of: 9, slips: [] }])).toEqual([]);
    });
});

describe('groups changed by hand', () => {
    const groups = [
        { need: 'a', students: ['1', '2'] },
        { need: 'b', students: ['3'] },
    ];
    it('have each student once, and none without students', () => {
        expect(moved(groups, '2', 'b')).toEqual([
            { need: 'a', students: ['1'] },
            { need: 'b', students: ['3', '2'] },
        ]);
        expect(moved(groups, '3', '')).toEqual([{ need: 'a', students: ['1', '2'] }]);
        expect(moved(groups, '3', 'c')).toEqual([
            { need: 'a', students: ['1', '2'] },
            { need: 'c', students: ['3'] },
        ]);
        expect(moved(groups, '4', 'a')[0]?.students).toEqual(['1', '2', '4']);
        expect(moved(groups, '1', 'a')[0]?.students).toEqual(['2', '1']);
    });
});
