import { describe, expect, it } from 'vitest';
import type { Question, QuestionStop, QuizDocument, Stop, VideoStop } from '../../resources/js/api/types';
import { asDrill, carriedTo, pasted, type Spot, spotAt, taken, withQuestions, withStops } from '../../resources/js/quiz/carrying';
import { changeInWords } from '../../resources/js/quiz/changeWords';
import { difference } from '../../resources/js/quiz/difference';
import { apply } from '../../resources/js/quiz/edits';
import { newRung, newStop } from '../../resources/js/quiz/making';
import { nodeIn, placesOf } from '../../resources/js/quiz/nodes';
import { allQuestions } from '../../resources/js/quiz/places';
import { asking, quizOf } from './samples';

/** A quiz in which every list holds something: stops of every kind, ladders to depth 2, cues, a pool. */
function full(): QuizDocument {
    const inner: QuestionStop = asking('Simpler?', ['yes']);
    inner.question.ladder = [{ id: 'inner hint', kind: 'hint', text: 'Look.' }];
    const first = asking('First?', ['ebb', 'flood']);
    first.question.ladder = [
        { id: 'hint', kind: 'hint', text: 'Think.' },
        { id: 'reading rung', kind: 'reading', title: 'On tides', text: 'They turn.' },
        { id: 'video rung', kind: 'video', title: 'A film', clip: { media: null, from: 0, to: null } },
        { id: 'asked rung', kind: 'question', question: inner.question },
    ];
    const video = {
        ...(newStop('video') as VideoStop),
        id: 'video',
        cues: [{ id: 'cue', kind: 'question' as const, at: 4, question: asking('Cue?', ['a']).question }],
    };
    const drill = {
        ...(newStop('drill') as Extract<Stop, { kind: 'drill' }>),
        id: 'drill',
        questions: [asking('One?', ['1'], 'number').question, asking('Two?', ['2'], 'number').question],
    };
    const stairs = {
        ...(newStop('staircase') as Extract<Stop, { kind: 'staircase' }>),
        id: 'stairs',
        levels: [{ id: 'level', questions: [asking('Easy?', ['x'], 'number').question] }],
        ladder: [{ ...newRung('hint'), id: 'stair hint' }],
    };
    const second = asking('Second?', ['in', 'out']);
    return {
        ...quizOf(first, second, { ...newStop('reading'), id: 'reading' }, video, drill, stairs),
        sideStops: [{ ...newStop('text'), id: 'side' }],
        pool: [asking('Alike?', ['y']).question],
    };
}

/** Every place in every list of the document. */
function spots(document: QuizDocument): Spot[] {
    return [...placesOf(document).keys()].flatMap((into) => {
        const node = (into === 'quiz' ? document : nodeIn(document, into)) as Record<string, unknown>;
        return ['stops', 'sideStops', 'pool', 'questions', 'cues', 'ladder', 'entries'].flatMap((list) => {
            const inside = node[list];
            return Array.isArray(inside)
                ? [...inside.map((one) => ({ into, list, before: one.id as string })), { into, list, before: null }]
                : [];
        });
    });
}

const movable = (document: QuizDocument) =>
    [...placesOf(document)]
        .filter(([, place]) => ['stop', 'rung', 'cue', 'question', 'entry'].includes(place.type) && place.in !== 'question')
        .map(([id]) => id);

describe('what is carried to another place', () => {
    it('comes to the same by any way, can be undone, and keeps its questions', () => {
        const document = full();
        let moved = 0;
        for (const id of movable(document)) {
            for (const spot of spots(document)) {
                const to = carriedTo(document, id, spot);
                if (to === null) {
                    continue;
                }
                moved++;
                const done = apply(document, difference(document, to));
                expect(done.document).toEqual(to);
                expect(apply(done.document, done.inverse).document).toEqual(document);
                const lost = allQuestions(document).filter((one) => !allQuestions(to).some((other) => other.id === one.id));
                expect(lost, `${id} to ${JSON.stringify(spot)}`).toEqual([]);
            }
        }
        expect(moved).toBeGreaterThan(300);
    });

    it('is a stop, a drill’s, a cue, a rung or an alike question as the place asks, with the id of its question', () => {
        const document = full();
        const into = (into: string, list: string): Spot => ({ into, list, before: null });
        const types = (to: QuizDocument | null) => (to === null ? null : [...placesOf(to)].find(([id]) => id === 'Second?')?.[1]);
        expect(types(carriedTo(document, 'stop Second?', into('drill', 'questions')))).toMatchObject({ above: 'drill', in: 'questions' });
        expect(types(carriedTo(document, 'stop Second?', into('quiz', 'pool')))).toMatchObject({ above: 'quiz', in: 'pool' });
        const asked = carriedTo(document, 'stop Second?', into('First?', 'ladder'));
        expect(((asked as QuizDocument).stops[0] as QuestionStop).question.ladder.at(-1)).toMatchObject({
            kind: 'question',
            question: { id: 'Second?' },
        });
        const cue = carriedTo(document, 'stop Second?', into('video', 'cues'));
        expect(((cue as QuizDocument).stops.find(({ id }) => id === 'video') as VideoStop).cues).toMatchObject([
            { at: 4 },
            { at: 9, question: { id: 'Second?' } },
        ]);
        const stop = carriedTo(document, 'One?', { into: 'quiz', list: 'stops', before: 'video' });
        expect(stop?.stops[3]).toMatchObject({ kind: 'question', question: { id: 'One?' } });
        expect(carriedTo(document, 'reading rung', into('quiz', 'stops'))?.stops.at(-1)).toMatchObject({
            id: 'reading rung',
            title: 'On tides',
        });
    });

    it('goes nowhere where it cannot be: into itself, deeper than three, a hint on the ground, a question on a staircase’s ladder', () => {
        const document = full();
        expect(carriedTo(document, 'stop First?', { into: 'Simpler?', list: 'ladder', before: null })).toBeNull();
        expect(carriedTo(document, 'hint', { into: 'quiz', list: 'stops', before: null })).toBeNull();
        expect(carriedTo(document, 'stop Second?', { into: 'stairs', list: 'ladder', before: null })).toBeNull();
        expect(carriedTo(document, 'video', { into: 'First?', list: 'ladder', before: null }), 'with its cues').toBeNull();
        let deep = document;
        for (const under of ['Second?', 'Alike?', 'One?']) {
            const next = { 'Second?': 'stop Second?', 'Alike?': 'Alike?', 'One?': 'One?' }[under] as string;
            const last = [...allQuestions(deep)].filter(({ id }) => ['Simpler?', 'Second?', 'Alike?'].includes(id));
            const hangs =
                ['Alike?', 'Second?', 'Simpler?'].find(
                    (id) => last.some((one) => one.id === id) && placesOf(deep).get(id)?.in === 'question' && id !== under,
                ) ?? 'Simpler?';
            const to = carriedTo(deep, next, { into: hangs, list: 'ladder', before: null });
            if (under === 'One?') {
                expect(to, 'the fourth').toBeNull();
            } else {
                deep = to ?? deep;
                expect(to).not.toBeNull();
            }
        }
    });
});

describe('what is copied', () => {
    const entry = (document: QuizDocument, at: number) => (document.stops.at(at) as QuestionStop).question.entries;

    it('has ids of its own, refers to what was copied with it, and brings objectives and misconceptions along', () => {
        const one = asking('One?', ['a', 'b']);
        const two = asking('Two?', ['c']);
        const from: QuizDocument = {
            ...quizOf(one, two),
            objectives: [
                { id: 'O', text: 'Tell ebb from flood', code: 'G1' },
                { id: 'P', text: 'Other' },
            ],
            misconceptions: [{ id: 'M', text: 'Sign lost' }],
        };
        one.question.objectives = ['O'];
        one.question.entries = one.question.entries.map((option, at) => ({
            ...option,
            fork: [two.id, 'F'][at] ?? null,
            misconception: 'M',
        }));
        const carried = JSON.parse(JSON.stringify(taken(from, [one.id, two.id])));
        expect(carried.objectives.map(({ id }: { id: string }) => id)).toEqual(['O']);

        const to: QuizDocument = {
            ...quizOf(),
            finishes: [{ id: 'G', title: 'End', message: '' }],
            misconceptions: [{ id: 'N', text: 'Sign lost ' }],
        };
        const done = pasted(to, carried, { into: 'quiz', list: 'stops', before: null });
        expect(done?.ids).toHaveLength(2);
        const [copy, other] = (done?.document.stops ?? []) as QuestionStop[];
        expect([copy?.id, copy?.question.id].some((id) => [one.id, one.question.id].includes(id ?? ''))).toBe(false);
        expect(entry(done?.document as QuizDocument, 0).map(({ fork, misconception }) => [fork, misconception])).toEqual([
            [other?.id, 'N'],
            [null, 'N'],
        ]);
        expect(done?.lost, 'the finish is not here').toBe(1);
        expect(done?.document.objectives).toMatchObject([{ text: 'Tell ebb from flood', code: 'G1' }]);
        expect(copy?.question.objectives).toEqual([done?.document.objectives?.[0]?.id]);
        const within = pasted(from, carried, { into: 'quiz', list: 'stops', before: null });
        expect([within?.lost, within?.document.objectives?.length]).toEqual([0, 2]);
    });

    it('keeps orders, matches and gaps among its own items', () => {
        const order = asking('Order?', [], 'order');
        const items = (order.question.items ?? []).map(({ id }) => id);
        order.question.entries = [
            {
                ...asking('x', ['w']).question.entries[0],
                id: 'W',
                right: false,
                order: [...items].reverse(),
            } as Question['entries'][number],
        ];
        const gaps = asking('Gaps?', [], 'gaps');
        gaps.question = { ...gaps.question, sentence: 'A <span data-gap="G1"></span>', gaps: [{ id: 'G1', show: 'typed', entries: [] }] };
        const document = quizOf(order, gaps);
        const done = pasted(document, taken(document, [order.id, gaps.id]), { into: 'quiz', list: 'stops', before: null });
        const [copied, filled] = (done?.document.stops.slice(2) ?? []) as QuestionStop[];
        const own = (copied?.question.items ?? []).map(({ id }) => id);
        expect(copied?.question.entries[0]?.order).toEqual([...own].reverse());
        expect(own.some((id) => items.includes(id))).toBe(false);
        expect(filled?.question.sentence).toBe(`A <span data-gap="${filled?.question.gaps?.[0]?.id}"></span>`);
    });

    it.each([
        ['stop Second?', 'stop First?', { into: 'quiz', list: 'stops', before: 'stop Second?' }],
        ['stop Second?', 'drill', { into: 'quiz', list: 'stops', before: 'stairs' }],
        ['stop Second?', 'One?', { into: 'drill', list: 'questions', before: 'Two?' }],
        ['stop Second?', 'hint', { into: 'First?', list: 'ladder', before: 'reading rung' }],
        ['stop Second?', 'cue', { into: 'video', list: 'cues', before: null }],
        ['hint', 'stop Second?', { into: 'Second?', list: 'ladder', before: null }],
        ['hint', 'stairs', { into: 'stairs', list: 'ladder', before: null }],
        ['ebb', 'stop Second?', { into: 'Second?', list: 'entries', before: null }],
        ['hint', 'reading', null],
        ['One?', 'drill', { into: 'drill', list: 'questions', before: null }],
        ['stop First?', null, { into: 'quiz', list: 'stops', before: null }],
    ] as [string, string | null, Spot | null][])('%s, put in at %s, goes where it can be', (id, at, spot) => {
        const document = full();
        const [carried] = taken(document, [id]).nodes;
        expect(spotAt(document, at, carried as never)).toEqual(spot);
    });
});

describe('several stops at once', () => {
    it('become a drill where the first of them stood', () => {
        const document = quizOf(asking('A?', ['a']), asking('B?', ['b']), { ...newStop('reading'), id: 'R' }, asking('C?', ['c']));
        const drill = { ...(newStop('drill') as Extract<Stop, { kind: 'drill' }>), id: 'D' };
        const done = asDrill(document, ['stop B?', 'stop C?'], drill);
        expect(done?.stops.map(({ id }) => id)).toEqual(['stop A?', 'D', 'R']);
        expect(done?.stops[1]).toMatchObject({ deal: 2, need: 1, questions: [{ id: 'B?' }, { id: 'C?' }] });
        expect(changeInWords(document, difference(document, done as QuizDocument))).toBe('2 stops made one');
        expect(asDrill(document, ['R', 'stop A?'], drill)).toBeNull();
        expect(asDrill(document, ['stop A?'], drill)).toBeNull();
    });

    it('are given the same points, or a part, in one change', () => {
        const document = full();
        const ids = ['stop First?', 'drill', 'reading'];
        const points = withStops(document, ids, (stop) => withQuestions(stop, (question) => ({ ...question, points: 3 })));
        expect(
            allQuestions(points)
                .filter((one) => one.points === 3)
                .map(({ id }) => id),
        ).toEqual(['First?', 'One?', 'Two?']);
        const parts = withStops(document, ids, (stop) => ({ ...stop, part: 'P' }));
        expect(parts.stops.filter(({ part }) => part === 'P').map(({ id }) => id)).toEqual(['stop First?', 'reading', 'drill']);
    });
});
