import { spawnSync } from 'node:child_process';
import { all, create, type FactoryFunctionMap } from 'mathjs';
import { describe, expect, it } from 'vitest';
import type { Question, QuizDocument, Workings } from '../../resources/js/api/types';
import { findQuestion } from '../../resources/js/quiz/places';
import {
    asAlike,
    asDrill,
    asStaircase,
    type Member,
    mayBeWorkedOut,
    questionLike,
    taken,
    takes,
    withAnswer,
    withFirst,
    withHints,
    withMisconception,
    withoutAnswer,
} from '../../resources/js/quiz/workings';
import { asking, lots, quizOf } from './samples';

/** Keys, held against mathjs as an independent reference, over a thousand exercises. */
const math = create(all as FactoryFunctionMap, { number: 'Fraction' });

type Lot = (below: number) => number;

/** An exercise, and whether what it comes to is right. */
interface Made {
    exercise: string;
    isKey: (key: string) => boolean;
}

/** A fraction or a decimal as mathjs takes it for one number. */
const exact = (key: string) => math.evaluate(key.replace(/(\d+)\/(\d+)/, '($1)/($2)'));

const comesTo = (expression: string) => (key: string) => {
    try {
        return math.equal(math.evaluate(expression), exact(key)) === true;
    } catch {
        // mathjs refuses a division by zero, too.
        return key === 'marking.divides-by-zero';
    }
};

function number(lot: Lot): string {
    return lot(4) === 0 ? `${lot(20)}.${lot(9) + 1}` : String(lot(30) + 1);
}

function arithmetic(lot: Lot, depth: number): string {
    if (depth === 0 || lot(4) === 0) {
        return number(lot);
    }
    const [a, b] = [arithmetic(lot, depth - 1), arithmetic(lot, depth - 1)];
    return (
        [`(${a} + ${b})`, `(${a} - ${b})`, `${a} + ${b}`, `${a} - ${b}`, `(${a}) * (${b})`, `(${a}) / (${b})`, `(${a})^${lot(3) + 1}`][
            lot(7)
        ] ?? a
    );
}

/** The unknown of an equation is put in: both sides come to the same. */
const solves = (left: string, right: string) => (key: string) => {
    if (key === 'workings.no-one-solution') {
        return (
            math.equal(
                math.evaluate(`(${left}) - (${right})`, { x: exact('1') }),
                math.evaluate(`(${left}) - (${right})`, { x: exact('2') }),
            ) === true
        );
    }
    const x = exact(key);
    return math.equal(math.evaluate(left, { x }), math.evaluate(right, { x })) === true;
};

/** Two expressions with an unknown agree at five points. */
const agrees = (expression: string) => (key: string) =>
    [-3, 0, 1, 2, 7].every(
        (x) => math.equal(math.evaluate(expression, { x: exact(`${x}`) }), math.evaluate(key, { x: exact(`${x}`) })) === true,
    );

/** Exact factors of units: the SI brochure, and 60 and 3600 for times. */
const factors: [from: string, to: string, factor: string][] = [
    ['km', 'm', '1000'],
    ['cm', 'm', '1/100'],
    ['m²', 'cm²', '10000'],
    ['mm³', 'cm³', '1/1000'],
    ['h', 'min', '60'],
    ['km/h', 'm/s', '1000/3600'],
    ['kg', 'g', '1000'],
    ['ml', 'l', '1/1000'],
];

function made(lot: Lot): Made {
    const n = (least: number, most: number) => least + lot(most - least + 1);
    switch (lot(8)) {
        case 0: {
            const [p, base] = [n(1, 99), n(1, 400)];
            return { exercise: `${p} % of ${base}`, isKey: comesTo(`${p} / 100 * ${base}`) };
        }
        case 1: {
            const [base, p, sign] = [n(10, 900), n(1, 99), lot(2) === 0 ? '+' : '-'];
            return { exercise: `${base} ${sign} ${p} %`, isKey: comesTo(`${base} ${sign} ${base} * ${p} / 100`) };
        }
        case 2: {
            const [left, right] = [`${n(2, 9)}*(x - ${n(1, 9)}) + ${n(1, 20)}`, `${n(1, 9)}*x - ${n(0, 20)}`];
            return { exercise: `${left} = ${right}`, isKey: solves(left, right) };
        }
        case 3: {
            const expression = `(${n(1, 5)}*x + ${n(1, 9)})*(x - ${n(1, 9)}) - ${n(1, 6)}*(x + ${n(1, 9)})`;
            return { exercise: expression, isKey: agrees(expression) };
        }
        case 4: {
            const [from, to, factor] = factors[lot(factors.length)] ?? factors[0] ?? ['', '', ''];
            const value = number(lot);
            return {
                exercise: `${value} ${from} in ${to}`,
                isKey: (key) => key.endsWith(` ${to}`) && comesTo(`${value} * (${factor})`)(key.slice(0, -to.length - 1)),
            };
        }
        default: {
            const expression = arithmetic(lot, 3);
            return { exercise: expression, isKey: comesTo(expression) };
        }
    }
}

describe('keys', () => {
    it('are what mathjs works out, over 1,000 exercises', () => {
        const draw = lots(20261127);
        const lot: Lot = (below) => Math.floor(draw() * below);
        const some: Made[] = [];
        while (some.length < 1000) {
            some.push(made(lot));
        }
        const run = spawnSync('php', ['tests/unit/keys.php'], {
            input: JSON.stringify(some.map(({ exercise }) => exercise)),
            encoding: 'utf8',
            maxBuffer: 1 << 26,
        });
        const keys = JSON.parse(run.stdout) as string[];
        // By lot a number stands alone, or a power is beyond all bounds.
        const refused = ['workings.nothing-to-do', 'workings.too-long', 'marking.too-large', 'marking.power-too-large'];
        const told = some
            .map(({ exercise, isKey }, index) => ({ exercise, key: keys[index] ?? '', isKey }))
            .filter(({ key }) => !refused.includes(key));
        expect(told.length).toBeGreaterThan(850);
        expect(told.filter(({ isKey, key }) => !isKey(key)).map(({ exercise, key }) => `${exercise} → ${key}`)).toEqual([]);
    });
});

const answer = (typed: string, text = typed) => ({ typed, tex: typed, text, kind: 'number' as const });

const offer = (typed: string, slip: string, text = typed) => ({ ...answer(typed, text), slips: [slip], also: [], before: '', after: '' });

const workings: Workings = {
    expression: '2/3 + 1/4',
    tex: '',
    difficulty: 14,
    key: answer('11/12', '<span data-tex="\\frac{11}{12}">11/12</span>'),
    offers: [
        offer('3/7', 'Taken together'),
        offer('11/24', 'Taken together'),
        offer('1/4', 'Left as they were'),
        offer('5/12', 'Subtracted'),
    ],
    harmless: [],
    hints: ['Bring both to one denominator.', 'Take the numerators together.'],
    example: '<p>2/3 + 1/4</p>',
    ways: [],
};

const member: Member = {
    prompt: 'What is 2/5 + 1/8?',
    workings: {
        ...workings,
        expression: '2/5 + 1/8',
        key: answer('21/40'),
        offers: [offer('3/13', 'Taken together'), offer('3/40', 'Left as they were'), offer('11/40', 'Subtracted')],
        hints: ['Bring both to fortieths.', 'Take those together.'],
    },
};

function begun(kind: Question['kind'] = 'number'): { document: QuizDocument; question: Question } {
    const stop = asking('What is 2/3 + 1/4?', [], kind);
    const question = { ...stop.question, id: 'q' };
    return { document: quizOf({ ...stop, id: 's', question }), question };
}

const now = (document: QuizDocument) => findQuestion(document, 'q') as Question;

describe('what is taken of workings', () => {
    it('is the key and wrong answers by different slips, each with its misconception', () => {
        const { document, question } = begun();
        const done = withFirst(document, question, workings, 3);
        expect(now(done).entries.map(({ key, right }) => [key, right])).toEqual([
            ['11/12', true],
            ['3/7', false],
            ['1/4', false],
            ['5/12', false],
        ]);
        const words = now(done).entries.map(({ misconception }) => done.misconceptions?.find(({ id }) => id === misconception)?.text);
        expect(words).toEqual([undefined, 'Taken together', 'Left as they were', 'Subtracted']);
    });

    it('is a formula among options, one of them right, and goes again', () => {
        const { document, question } = begun('one-choice');
        const first = withAnswer(document, question, workings.key, null);
        expect(now(first).entries.map(({ text, right }) => [text, right])).toEqual([[workings.key.text, true]]);
        const second = withAnswer(first, now(first), answer('7'), null);
        expect(now(second).entries.map(({ right }) => right)).toEqual([true, false]);
        const third = withoutAnswer(second, now(second), workings.key);
        expect(now(third).entries.map(({ text }) => text)).toEqual(['7']);
    });

    it('knows what was written by hand, whatever minus and spaces stand in it', () => {
        const { document, question } = begun('one-choice');
        const done = withAnswer(document, question, answer('-3 m', '−3 m'), ['Sign lost']);
        expect(taken(now(done), answer('-3 m', 'other'))?.text).toBe('−3 m');
        expect(taken(now(done), answer('3 m'))).toBeNull();
    });

    it('names a misconception once, however often it is shown', () => {
        const { document, question } = begun();
        const one = withAnswer(document, question, workings.offers[0] ?? answer(''), ['Taken together']);
        const two = withAnswer(one, now(one), workings.offers[1] ?? answer(''), ['Taken together']);
        expect(two.misconceptions?.map(({ text }) => text)).toEqual(['Taken together']);
        const [entry] = now(two).entries;
        const renamed = entry === undefined ? two : withMisconception(two, now(two), entry, ['A', 'B']);
        expect(renamed.misconceptions?.map(({ text }) => text)).toEqual(['Taken together', 'A; B']);
    });

    it('is for kinds that can hold it', () => {
        const { question } = begun();
        expect(takes(question, answer('3'))).toBe(true);
        expect(takes(question, { ...answer('x + 3'), kind: 'expression' })).toBe(false);
        expect(takes({ ...question, kind: 'expression' }, { ...answer('x + 3'), kind: 'expression' })).toBe(true);
        expect(takes({ ...question, kind: 'one-choice' }, { ...answer('x + 3'), kind: 'expression' })).toBe(true);
        expect(takes({ ...question, kind: 'poll' }, answer('3'))).toBe(false);
        expect(takes({ ...question, kind: 'short-text' }, answer('3'))).toBe(false);
    });

    it('is asked for only where a number stands with something that is done with it', () => {
        expect(
            ['2/3 + 1/4', '3(x-2) = 9', '25 % of 80', '2.5 km in m', '<span data-tex="\\frac{1}{2}">half</span>'].map(mayBeWorkedOut),
        ).toEqual([true, true, true, true, false]);
        expect(['Why do tides turn?', 'Name 3 moons', ''].map(mayBeWorkedOut)).toEqual([false, false, false]);
    });
});

describe('a family', () => {
    it('has the same answers by the same slips, the own steps as hints, and nothing said that names the old numbers', () => {
        const { document, question } = begun();
        let done = withFirst(document, question, workings, 2);
        done = withHints(done, now(done), workings);
        const model = {
            ...now(done),
            explanation: 'Twelfths: 8 and 3.',
            feedback: { right: 'Well done.', notRight: 'Not 3/7.' },
            ladder: [
                ...now(done).ladder,
                { id: 'h', kind: 'hint' as const, text: 'Look at the pie.' },
                { id: 'i', kind: 'hint' as const, text: 'Use 12.' },
            ],
            entries: now(done).entries.map((entry) => ({ ...entry, feedback: entry.key === '3/7' ? 'Pieces of what size?' : '' })),
        };
        const like = questionLike(model, workings, member);
        expect(like.prompt).toBe(member.prompt);
        expect(like.entries.map(({ key, right, feedback }) => [key, right, feedback])).toEqual([
            ['21/40', true, ''],
            ['3/13', false, 'Pieces of what size?'],
            ['3/40', false, ''],
        ]);
        expect(like.entries.slice(1).map(({ misconception }) => misconception)).toEqual(
            model.entries.slice(1).map(({ misconception }) => misconception),
        );
        expect(like.ladder.map((rung) => ('text' in rung ? rung.text : ''))).toEqual([...member.workings.hints, 'Look at the pie.']);
        expect([like.explanation, like.feedback]).toEqual(['', { right: 'Well done.', notRight: '' }]);
        const ids = JSON.stringify(model).match(/"id":"[^"]*"/g) ?? [];
        expect(ids.filter((id) => JSON.stringify(like).includes(id))).toEqual([]);
    });

    it('comes as alike questions, as a drill behind the stop, or as levels', () => {
        const { document, question } = begun();
        const filled = withFirst(document, question, workings, 2);
        const like = [1, 2].map(() => questionLike(now(filled), workings, member));
        const alike = asAlike(filled, now(filled), like);
        expect(alike.pool?.map((one) => one.alike)).toEqual([now(alike).alike, now(alike).alike]);
        expect(now(alike).alike ?? null).not.toBeNull();
        const drill = asDrill(filled, now(filled), like);
        expect(drill.document.stops.map(({ id, kind }) => [id, kind])).toEqual([
            ['s', 'question'],
            [drill.stop, 'drill'],
        ]);
        const staircase = asStaircase(filled, now(filled), [like, [], [questionLike(now(filled), workings, member)]]);
        const stop = staircase.document.stops[1];
        expect(stop?.kind === 'staircase' ? stop.levels.map(({ questions }) => questions.length) : null).toEqual([2, 1]);
    });
});
