// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { Condition, QuestionKind, QuestionStop, QuizDocument, Terms } from '../../resources/js/api/types';
import { newStop } from '../../resources/js/quiz/making';
import { TermsEditor } from '../../resources/js/quiz/TermsEditor';
import { Editor } from '../../resources/js/teacher/build/Editor';
import { ConditionEditor, ForksEditor } from '../../resources/js/teacher/build/ForkEditor';
import { QuestionEditor } from '../../resources/js/teacher/build/QuestionEditor';
import { Holding } from './Holding';
import { answer, asking, quizOf } from './samples';

const user = userEvent.setup();

beforeEach(() => {
    vi.spyOn(client, 'GET').mockImplementation(() => answer([]));
});

afterEach(() => {
    cleanup();
    vi.restoreAllMocks();
});

/** The editor of the first question of a quiz; gives what the question is now. */
function edit(stop: QuestionStop) {
    let latest = quizOf(stop);
    const select = vi.fn();
    const first = (document: QuizDocument) => (document.stops[0] as QuestionStop).question;
    render(
        <Holding start={latest} seen={(document) => (latest = document)}>
            {(document, change) => (
                <QuestionEditor document={document} question={first(document)} findings={[]} change={change} select={select} />
            )}
        </Holding>,
    );
    return { now: () => first(latest), select };
}

describe('the editor of a question', () => {
    it('marks one option as right in place of another, and several where several are', async () => {
        const { now } = edit(asking('Which?', ['ebb', 'flood']));
        const right = () =>
            now()
                .entries.filter((entry) => entry.right)
                .map((entry) => entry.text);
        await user.click(screen.getByLabelText('Option B is right'));
        expect(right()).toEqual(['flood']);
        await user.selectOptions(screen.getByLabelText('Kind'), 'Several choices');
        await user.click(screen.getByLabelText('Option A is right'));
        expect(right()).toEqual(['ebb', 'flood']);
    });

    it('adds and removes options, none of them right by itself', async () => {
        const { now } = edit(asking('Which?', ['ebb']));
        await user.click(screen.getByRole('button', { name: 'Add an option' }));
        await user.type(screen.getByLabelText('Option B'), 'slack');
        expect(now().entries.map(({ text, right }) => [text, right])).toEqual([
            ['ebb', true],
            ['slack', false],
        ]);
        await user.click(screen.getByRole('button', { name: /Remove option A/i }));
        expect(now().entries.map(({ text }) => text)).toEqual(['slack']);
    });

    it('keeps what was typed through other kinds and back', async () => {
        const { now } = edit(asking('Which?', ['ebb', 'flood']));
        const before = now().entries;
        for (const kind of ['Put in order', 'Match pairs', 'Written answer', 'Gaps in a sentence', 'One choice']) {
            await user.selectOptions(screen.getByLabelText('Kind'), kind);
        }
        expect(now().kind).toBe('one-choice');
        expect(now().entries).toEqual(before);
        expect((now().items ?? []).length).toBeGreaterThan(0);
    });

    it('takes points as they are typed, and leaves half-typed ones alone', async () => {
        const { now } = edit(asking('Which?', ['ebb']));
        const points = screen.getByLabelText('Points');
        await user.clear(points);
        expect(now().points).toBe(1);
        await user.type(points, '2,5');
        expect(now().points).toBe(2.5);
        await user.type(points, 'x');
        expect(now().points).toBe(2.5);
        expect(screen.getByText('From 0 to 1000.')).toBeTruthy();
    });

    it('digs a rung for every slip and one for a single answer, and goes to it', async () => {
        const { now, select } = edit(asking('Which?', ['ebb', 'flood']));
        await user.click(screen.getByRole('button', { name: 'Add hint' }));
        expect(now().ladder.map(({ kind }) => kind)).toEqual(['hint']);
        expect(select).toHaveBeenLastCalledWith(now().ladder[0]?.id);
        await user.click(screen.getAllByText(/What follows/)[1] as HTMLElement);
        await user.click(screen.getByRole('button', { name: 'Add video for option B' }));
        expect(now().entries.map(({ ladder }) => ladder.map(({ kind }) => kind))).toEqual([[], ['video']]);
    });

    it.each<[QuestionKind, string]>([
        ['poll', 'When it is right'],
        ['written', 'When it is right'],
        ['hand-in', 'When it is right'],
    ])('%s has nothing to say to right or wrong', (kind, label) => {
        edit(asking('Which?', ['a', 'b'], kind));
        expect(screen.queryByLabelText(label)).toBeNull();
        expect(screen.getByLabelText('Explanation, for everybody')).toBeTruthy();
    });

    it('writes an order with its foreseen wrong ones, as numbers', async () => {
        const { now } = edit(asking('Order?', [], 'order'));
        for (const [index, text] of ['low', 'rising', 'high'].entries()) {
            await user.type(screen.getByLabelText(`Thing ${index + 1}`), text);
        }
        await user.click(screen.getByRole('button', { name: 'Add an expected wrong order' }));
        const ids = (now().items ?? []).map(({ id }) => id);
        expect(now().entries.at(-1)?.order).toEqual([...ids].reverse());
        const wrong = screen.getByLabelText('Wrong order');
        await user.clear(wrong);
        await user.type(wrong, '2 1 3');
        expect(now().entries.at(-1)?.order).toEqual([ids[1], ids[0], ids[2]]);
        await user.type(wrong, ' 3');
        expect(screen.getByText('All numbers from 1 to 3, once.')).toBeTruthy();
        await user.click(screen.getByRole('button', { name: 'Move thing 3 up' }));
        expect((now().items ?? []).map(({ text }) => text)).toEqual(['low', 'high', 'rising']);
        await user.click(screen.getByRole('button', { name: 'Remove thing 1' }));
        expect(now().entries.filter(({ order }) => (order ?? []).length > 0)).toEqual([]);
    });

    it('writes pairs, with something that fits nothing', async () => {
        const { now } = edit(asking('Match?', [], 'match'));
        await user.type(screen.getByLabelText('Left of pair 1'), 'spring');
        await user.type(screen.getByLabelText('Right of pair 1'), 'full moon');
        await user.click(screen.getByRole('button', { name: 'Add one that fits nothing' }));
        await user.type(screen.getByLabelText('Something that belongs to nothing'), 'eclipse');
        expect(now().pairs?.[0]).toMatchObject({ text: 'spring', item: now().items?.[0]?.id });
        expect(now().items?.map(({ text }) => text)).toEqual(['full moon', '', '', 'eclipse']);
        await user.click(screen.getByRole('button', { name: 'Remove pair 1' }));
        expect([now().pairs?.length, now().items?.length]).toEqual([2, 3]);
    });

    it('writes gaps where the sentence names them', async () => {
        const { now } = edit(asking('Fill in', [], 'gaps'));
        await user.type(screen.getByLabelText('Sentence'), 'A [[1] and a [[2].');
        expect(now().gaps).toHaveLength(2);
        await user.type(screen.getByLabelText('Answer 1 of gap 2'), 'flood');
        await user.selectOptions(within(screen.getByRole('group', { name: 'Gap 2' })).getByLabelText('Filled'), 'from a list');
        await user.click(within(screen.getByRole('group', { name: 'Gap 2' })).getByRole('button', { name: 'Add an answer to this gap' }));
        await user.type(screen.getByLabelText('Answer 2 of gap 2'), 'ebb');
        expect(now().gaps?.[1]).toMatchObject({
            show: 'list',
            entries: [
                { key: 'flood', right: true },
                { key: 'ebb', right: false },
            ],
        });
    });
});

describe('the editor of a condition', () => {
    const first = asking('First?', ['yes', 'no']);
    const second = asking('Second?', ['ebb', 'flood']);
    const document: QuizDocument = { ...quizOf(first, second), objectives: [{ id: 'O', text: 'Say it' }] };

    function conditions(stop: QuestionStop, start: Condition, more: { document?: QuizDocument; before?: boolean } = {}) {
        let latest = start;
        render(
            <Holding start={start} seen={(when) => (latest = when)}>
                {(when, change) => (
                    <ConditionEditor
                        document={more.document ?? document}
                        stop={stop}
                        when={when}
                        before={more.before ?? false}
                        onChange={change}
                    />
                )}
            </Holding>,
        );
        return () => latest;
    }
    const kinds = () =>
        within(screen.getByLabelText('When'))
            .getAllByRole('option')
            .map((option) => (option as HTMLOptionElement).value);

    it('offers only what can be asked here', () => {
        conditions(second, { kind: 'always' }, { before: true });
        expect(kinds()).toEqual(['always', 'score', 'mastered', 'answered', 'answer', 'stood']);
        cleanup();
        conditions(first, { kind: 'always' }, { document: quizOf(first) });
        expect(kinds()).toEqual(['always', 'entry', 'result', 'slips', 'score', 'time-out', 'judged']);
    });

    it('turns a score round without losing it', async () => {
        const when = conditions(second, { kind: 'score', below: 0.4 });
        await user.selectOptions(screen.getByLabelText('Is'), 'at least');
        expect(when()).toEqual({ kind: 'score', atLeast: 0.4 });
        const percent = screen.getByLabelText('Percent');
        await user.clear(percent);
        await user.type(percent, '75');
        expect(when()).toEqual({ kind: 'score', atLeast: 0.75 });
    });

    it('asks for an earlier answer, or for its not being so', async () => {
        const when = conditions(second, { kind: 'always' });
        await user.selectOptions(screen.getByLabelText('When'), 'an earlier question had a certain answer');
        expect(when()).toEqual({ kind: 'answer', question: 'First?', entry: 'yes' });
        await user.selectOptions(screen.getByLabelText('Which answer'), 'no');
        await user.selectOptions(screen.getByLabelText('And this'), 'is not so');
        expect(when()).toEqual({ kind: 'answer', question: 'First?', entry: 'no', is: false });
    });

    it('takes a number of slips only where it is one', async () => {
        const when = conditions(second, { kind: 'slips', atLeast: 2 });
        const slips = screen.getByLabelText('At least');
        await user.clear(slips);
        await user.type(slips, '0');
        expect([when(), screen.getByText('From 1 to 99.').tagName]).toEqual([{ kind: 'slips', atLeast: 2 }, 'P']);
        await user.type(slips, '4');
        expect(when()).toEqual({ kind: 'slips', atLeast: 4 });
    });
});

describe('the forks of a stop', () => {
    it('begin with what can be told at the stop, lead anywhere, and are taken out again', async () => {
        const change = vi.fn();
        const stop = asking('First?', ['yes']);
        const side = { ...newStop('reading'), id: 'S' };
        const document = { ...quizOf(stop, asking('Second?', ['ebb'])), sideStops: [side] };
        const forks = [{ id: 'fork', when: { kind: 'always' as const }, to: 'F' }];
        const { rerender } = render(<ForksEditor document={document} stop={stop} onChange={change} />);
        await user.click(screen.getByRole('button', { name: 'Add a fork' }));
        expect(change).toHaveBeenLastCalledWith([{ id: expect.any(String), when: { kind: 'result', result: 'right' }, to: 'F' }]);
        rerender(<ForksEditor document={document} stop={{ ...stop, forks }} onChange={change} />);
        expect(
            within(screen.getByLabelText('Leads to'))
                .getAllByRole('option')
                .map((option) => option.textContent),
        ).toEqual(['1. First?', '2. Second?', 'Side stop: Reading', 'Finish: End']);
        await user.selectOptions(screen.getByLabelText('Leads to'), '2. Second?');
        expect(change).toHaveBeenLastCalledWith([{ id: 'fork', when: { kind: 'always' }, to: 'stop Second?' }]);
        await user.click(screen.getByRole('button', { name: 'Remove fork 1' }));
        expect(change).toHaveBeenLastCalledWith([]);
    });
});

describe('the editor of terms', () => {
    beforeEach(() => {
        vi.spyOn(client, 'POST').mockImplementation(((_: string, options: { body: Terms }) =>
            answer({
                terms: options.body,
                sentences: [`Purpose: ${options.body.purpose ?? 'learn'}.`],
                consequences: ['Mind that.'],
            })) as never);
    });

    function terms(start: Terms) {
        let latest = start;
        render(
            <Holding start={start} seen={(now) => (latest = now)}>
                {(now, change) => <TermsEditor terms={now} quizzes={[{ id: 'G', title: 'Tides' }]} onChange={change} />}
            </Holding>,
        );
        return () => latest;
    }

    it('tells what a student is told, and what one term does to others', async () => {
        const now = terms({ tries: 2 });
        expect(await screen.findByText('Purpose: learn.')).toBeTruthy();
        expect(screen.getByText('Mind that.')).toBeTruthy();
        await user.selectOptions(screen.getByLabelText('Purpose'), 'exit-check');
        expect(await screen.findByText('Purpose: exit-check.')).toBeTruthy();
        expect(now(), 'a purpose sets all terms anew').toEqual({ purpose: 'exit-check' });
    });

    it('changes one term and leaves the others', async () => {
        const now = terms({ rounds: { counts: 'last' } });
        await user.type(screen.getByLabelText('Rounds (empty: no limit)'), '3');
        expect(now().rounds).toEqual({ counts: 'last', limit: 3 });
        await user.clear(screen.getByLabelText('Rounds (empty: no limit)'));
        expect(now().rounds).toEqual({ counts: 'last', limit: null });
        await user.type(screen.getByLabelText('Minutes for a round (empty: no clock)'), '2');
        expect(now().seconds).toEqual({ round: 120 });
        await user.click(screen.getByLabelText('Half is enough to count as right'));
        expect(now().enough).toBe(0.5);
        await user.selectOptions(screen.getByLabelText('It opens when this is mastered'), 'Tides');
        expect(now().gates).toEqual(['G']);
        await user.selectOptions(screen.getByLabelText('Right answer'), 'never');
        expect(now().seen).toEqual({ rightAnswer: 'never' });
    });

    it('takes shares of the points only where all of them are shares', async () => {
        const now = terms({});
        const shares = screen.getByLabelText('Points left at each try, %');
        await user.clear(shares);
        await user.type(shares, '100 50');
        await user.tab();
        expect(now().shares).toEqual([1, 0.5]);
        const again = screen.getByLabelText('Points left at each try, %');
        await user.clear(again);
        await user.type(again, '100 150');
        await user.tab();
        expect(now().shares).toEqual([1, 0.5]);
    });

    it('emptied, each try has all the points', async () => {
        const now = terms({ shares: [1, 0.5] });
        await user.clear(screen.getByLabelText('Points left at each try, %'));
        await user.tab();
        expect(now().shares).toEqual([1]);
    });

    it('another purpose leaves what opens the task', async () => {
        const now = terms({ tries: 2, gates: ['G'] });
        await user.selectOptions(screen.getByLabelText('Purpose'), 'check');
        expect(now()).toEqual({ purpose: 'check', gates: ['G'] });
    });
});

describe('what belongs to the whole quiz', () => {
    function whole(start: QuizDocument, selected: string | null = null) {
        let latest = start;
        const select = vi.fn();
        render(
            <QueryClientProvider client={new QueryClient()}>
                <Holding start={start} seen={(document) => (latest = document)}>
                    {(document, change) => (
                        <Editor
                            document={document}
                            findings={[]}
                            left={[]}
                            selected={selected}
                            change={change}
                            select={select}
                            onRemove={vi.fn()}
                            onRehearse={vi.fn()}
                            forecast={null}
                        />
                    )}
                </Holding>
            </QueryClientProvider>,
        );
        return { now: () => latest, select };
    }

    it('has subject, unit and tags, each tag once', async () => {
        const { now } = whole(quizOf(asking('Which?', ['ebb'])));
        await user.type(screen.getByLabelText('Subject'), 'Geography');
        await user.type(screen.getByLabelText('Unit'), 'Coast');
        await user.type(screen.getByLabelText('Tags, with commas between them'), 'tides,  neap  tide, tides,');
        expect(now()).toMatchObject({ subject: 'Geography', unit: 'Coast', tags: ['tides', 'neap tide'] });
    });

    it('gives parts weights, and objectives the codes of a curriculum', async () => {
        const { now } = whole({
            ...quizOf(asking('Which?', ['ebb'])),
            objectives: [{ id: 'O', text: 'Say it' }],
            parts: [
                { id: 'P', title: 'First' },
                { id: 'Q', title: 'Second', weight: 2 },
            ],
        });
        await user.type(screen.getByLabelText('Say it'), 'GG-1.2');
        await user.type(screen.getByLabelText('First'), '1,5');
        await user.clear(screen.getByLabelText('Second'));
        expect(now().objectives).toEqual([{ id: 'O', text: 'Say it', code: 'GG-1.2' }]);
        expect(now().parts?.map(({ weight }) => weight)).toEqual([1.5, null]);
    });

    it('has more than one finish, the first of which stays', async () => {
        const { now, select } = whole(quizOf(asking('Which?', ['ebb'])), 'F');
        expect(screen.queryByRole('button', { name: 'Take this finish out' })).toBeNull();
        await user.click(screen.getByRole('button', { name: 'Add another finish' }));
        const other = now().finishes[1]?.id ?? '';
        expect(select).toHaveBeenCalledWith(other);
        cleanup();
        const stop = asking('Which?', ['ebb']);
        const leads = { ...quizOf({ ...stop, forks: [{ id: 'K', when: { kind: 'always' }, to: other }] }), finishes: now().finishes };
        const { now: then } = whole(leads, other);
        await user.click(screen.getByRole('button', { name: 'Take this finish out' }));
        expect([then().finishes.map(({ id }) => id), then().stops[0]?.forks]).toEqual([['F'], []]);
    });
});
