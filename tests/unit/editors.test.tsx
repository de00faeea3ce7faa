// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor, within } from '@testing-library/react';
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

vi.mock('../../resources/js/richtext/RichField', () => import('./PlainField'));

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
        await user.click(screen.getByRole('radio', { name: 'Several choices' }));
        await user.click(screen.getByLabelText('Option A is right'));
        expect(right()).toEqual(['ebb', 'flood']);
    });

    it('adds and removes options, none of them right by itself', async () => {
        const { now } = edit(asking('Which?', ['ebb']));
        await user.type(screen.getByLabelText('Option B'), 'slack');
        expect(now().entries.map(({ text, right }) => [text, right])).toEqual([
            ['ebb', true],
            ['slack', false],
        ]);
        await user.click(screen.getByRole('button', { name: /Remove option A/i }));
        expect(now().entries.map(({ text }) => text)).toEqual(['slack']);
        await user.clear(screen.getByLabelText('Option A'));
        await user.click(screen.getByLabelText('Question'));
        expect(now().entries, 'what says nothing is no answer').toEqual([]);
    });

    it('is written by keys alone: Enter leads on, one key each for right, feedback, explanation and hint', async () => {
        const { now } = edit(asking('', []));
        screen.getByLabelText('Question').focus();
        await user.keyboard('Which?{Enter}ebb{Enter}flood{Alt>}r{/Alt}{Alt>}w{/Alt}');
        await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Feedback to Option B')));
        await user.keyboard('In it comes.{Enter}{Enter}');
        expect(document.activeElement, 'the empty line ends the answers').toBe(screen.getByLabelText('Explanation, for everybody'));
        await user.keyboard('It floods.{Alt>}l{/Alt}Look.');
        expect(now()).toMatchObject({
            prompt: 'Which?',
            entries: [
                { text: 'ebb', right: false },
                { text: 'flood', right: true, feedback: 'In it comes.' },
            ],
            explanation: 'It floods.',
            ladder: [{ kind: 'hint', text: 'Look.' }],
        });
        await user.keyboard('{Enter}');
        await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Hint 2')));
        await user.click(screen.getByLabelText('Option B'));
        await user.keyboard('{Alt>}r{/Alt}');
        expect(now().entries.map(({ right }) => right)).toEqual([false, false]);
    });

    it('keeps what was typed through other kinds and back', async () => {
        const { now } = edit(asking('Which?', ['ebb', 'flood']));
        const before = now().entries;
        for (const kind of ['Put in order', 'Match pairs', 'Written answer', 'Gaps in a sentence', 'One choice']) {
            await (kind === 'One choice'
                ? user.click(screen.getByRole('radio', { name: kind }))
                : user.selectOptions(screen.getByLabelText('Other kinds'), kind));
        }
        expect(now().kind).toBe('one-choice');
        expect(now().entries).toEqual(before);
        expect((now().items ?? []).length).toBeGreaterThan(0);
    });

    it('takes points as they are typed, and leaves half-typed ones alone', async () => {
        const { now } = edit(asking('Which?', ['ebb']));
        await user.click(screen.getByText('More'));
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
        await user.type(screen.getByLabelText('Hint 1'), 'Look.');
        await user.click(screen.getByRole('button', { name: 'Add reading' }));
        expect(now().ladder.map(({ kind }) => kind)).toEqual(['hint', 'reading']);
        expect(select).toHaveBeenLastCalledWith(now().ladder[1]?.id);
        await user.click(screen.getByRole('button', { name: 'What follows Option B' }));
        await user.click(screen.getByRole('button', { name: 'Add video for Option B' }));
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

    it('writes an order with its foreseen wrong ones, each with what follows it', async () => {
        const { now } = edit(asking('Order?', [], 'order'));
        for (const [index, text] of ['low', 'rising', 'high'].entries()) {
            await user.type(screen.getByLabelText(`Thing ${index + 1}`), text);
        }
        await user.click(screen.getByRole('button', { name: 'Add a wrong order you expect' }));
        const ids = (now().items ?? []).map(({ id }) => id);
        expect(now().entries.at(-1)?.order).toEqual([...ids].reverse());
        const wrong = within(screen.getByRole('group', { name: 'Wrong order 1' }));
        await user.click(wrong.getByRole('button', { name: 'Move low up' }));
        expect(now().entries.at(-1)?.order).toEqual([ids[2], ids[0], ids[1]]);
        await user.type(wrong.getByLabelText('Feedback to Wrong order 1'), 'Not yet.');
        await user.click(wrong.getByText('What follows Wrong order 1'));
        await user.type(wrong.getByLabelText('Hint 1 for Wrong order 1'), 'Watch.');
        expect(now().entries.at(-1)).toMatchObject({ feedback: 'Not yet.', ladder: [{ kind: 'hint', text: 'Watch.' }] });
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
        await user.type(screen.getByLabelText('Right of pair 1'), 'half moon');
        await user.click(screen.getByRole('button', { name: 'Add a wrong match you expect' }));
        const { pairs, items } = now();
        expect(now().entries.at(-1)?.pairs).toEqual({ [pairs?.[0]?.id ?? '']: items?.at(-1)?.id });
    });

    it('leads on through things and pairs by Enter, and an empty one ends the list', async () => {
        const { now } = edit(asking('Order?', [], 'order'));
        screen.getByLabelText('Question').focus();
        await user.keyboard('{Enter}low{Enter}rising{Enter}high{Enter}');
        await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Thing 4')));
        await user.keyboard('{Enter}');
        expect(document.activeElement).toBe(screen.getByLabelText('Explanation, for everybody'));
        expect((now().items ?? []).map(({ text }) => text)).toEqual(['low', 'rising', 'high', '']);
        cleanup();
        const match = edit(asking('Match?', [], 'match'));
        screen.getByLabelText('Question').focus();
        await user.keyboard('{Enter}ebb{Enter}out{Enter}flood{Enter}in{Enter}slack{Enter}still{Enter}');
        await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Left of pair 4')));
        expect(match.now().pairs?.map(({ text }) => text)).toEqual(['ebb', 'flood', 'slack', '']);
    });

    it('writes the answers to gaps in the order of the sentence, with what follows each', async () => {
        const stop = asking('Fill in', [], 'gaps');
        const gap = (id: string) => ({ id, show: 'typed' as const, entries: [] });
        const sentence = 'A <span data-gap="B"></span> and a <span data-gap="A"></span>.';
        const { now } = edit({ ...stop, question: { ...stop.question, sentence, gaps: [gap('A'), gap('B')] } });
        const second = within(screen.getByRole('group', { name: 'Gap 2' }));
        await user.type(second.getByLabelText('Answer 1 of gap 2'), 'flood{Enter}ebb');
        await user.selectOptions(second.getByLabelText('How gap 2 is filled'), 'from a list');
        await user.click(second.getByRole('button', { name: 'Write feedback to Answer 2 of gap 2' }));
        await user.type(await second.findByLabelText('Feedback to Answer 2 of gap 2'), 'No.');
        expect(now().gaps?.[0]).toMatchObject({
            id: 'A',
            show: 'list',
            entries: [
                { key: 'flood', right: true },
                { key: 'ebb', right: false, feedback: 'No.' },
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
        await user.click(screen.getByLabelText('A part is enough to count as right'));
        expect(now().enough).toBe(0.5);
        await user.selectOptions(screen.getByLabelText('It opens when this is done'), 'Tides');
        expect(now().gates).toEqual([{ quiz: 'G', score: null }]);
        const answer = screen.getByRole('group', { name: 'Right answer' });
        await user.click(within(answer).getByRole('radio', { name: 'never' }));
        expect(now().seen).toEqual({ rightAnswer: 'never' });
    });

    it('has days and questions for what comes back only where something does, and takes no days that do not rise', async () => {
        const now = terms({});
        expect(screen.queryByLabelText('Days after mastery')).toBeNull();
        await user.click(screen.getByLabelText('What was mastered comes back after days'));
        expect(now().returns).toEqual({ days: [1, 3, 7, 21], questions: 5 });
        const days = screen.getByLabelText('Days after mastery');
        await user.clear(days);
        await user.type(days, '3 2');
        expect(screen.getByText(/each larger than the one before/)).toBeTruthy();
        expect(now().returns?.days).toEqual([3]);
        await user.type(days, '1');
        expect(now().returns?.days).toEqual([3, 21]);
        const questions = screen.getByLabelText('Questions each time, at most');
        await user.clear(questions);
        expect(now().returns?.questions, 'nothing is none').toBe(5);
        await user.type(questions, '4');
        expect(now().returns?.questions).toBe(4);
        await user.click(screen.getByLabelText('What was mastered comes back after days'));
        expect(now().returns?.days).toEqual([]);
    });

    it('offers one page only where nothing is marked on the way', async () => {
        const now = terms({ marking: 'as-one-goes' });
        expect(screen.queryByLabelText('All questions on one page')).toBeNull();
        await user.selectOptions(screen.getByLabelText('Marked'), 'handed-in');
        await user.click(screen.getByLabelText('All questions on one page'));
        expect(now().onePage).toBe(true);
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
        const now = terms({ tries: 2, gates: [{ quiz: 'G' }] });
        await user.selectOptions(screen.getByLabelText('Purpose'), 'check');
        expect(now()).toEqual({ purpose: 'check', gates: [{ quiz: 'G' }] });
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
                            onPicture={vi.fn()}
                            onBench={null}
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

    it('gives parts weights, and objectives the codes of a curriculum, shown to students where that is wished', async () => {
        const { now } = whole({
            ...quizOf(asking('Which?', ['ebb'])),
            objectives: [{ id: 'O', text: 'Say it' }],
            parts: [
                { id: 'P', title: 'First' },
                { id: 'Q', title: 'Second', weight: 2 },
            ],
        });
        await user.type(screen.getByLabelText('Code of objective 1'), 'GG-1.2');
        await user.click(screen.getByLabelText('Students see it'));
        await user.type(screen.getByLabelText('First'), '1,5');
        await user.clear(screen.getByLabelText('Second'));
        expect(now().objectives).toEqual([{ id: 'O', text: 'Say it', code: 'GG-1.2', shown: true }]);
        expect(now().parts?.map(({ weight }) => weight)).toEqual([1.5, null]);
    });

    it('takes objectives from the list that the teacher keeps by unit, and keeps new ones there', async () => {
        const ebb = { unit: 'Coast', code: 'GG-1', text: 'Explain the ebb' };
        const lamp = { unit: '', code: '', text: 'Light a lamp' };
        vi.spyOn(client, 'GET').mockImplementation((path) =>
            answer(path === '/teacher' ? { standingInstructions: '', objectives: [lamp, ebb] } : []),
        );
        const put = vi.spyOn(client, 'PUT').mockImplementation(() => answer({}));
        const { now } = whole({
            ...quizOf(asking('Which?', ['ebb'])),
            unit: 'Coast',
            objectives: [{ id: 'O', text: 'Read a tide table' }],
        });
        const list = await screen.findByLabelText('From your list …');
        expect(
            within(list)
                .getAllByRole('group')
                .map((unit) => unit.getAttribute('label')),
        ).toEqual(['Without a unit', 'Coast']);
        await user.selectOptions(list, 'GG-1 Explain the ebb');
        expect(now().objectives?.map(({ text, code }) => [text, code])).toEqual([
            ['Read a tide table', undefined],
            ['Explain the ebb', 'GG-1'],
        ]);
        expect(screen.queryByRole('option', { name: 'GG-1 Explain the ebb' })).toBeNull();
        await user.click(screen.getByRole('button', { name: 'Keep it in your list, unit Coast' }));
        expect(put).toHaveBeenCalledWith('/teacher/objectives', {
            body: { objectives: [lamp, ebb, { unit: 'Coast', code: '', text: 'Read a tide table' }] },
        });
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
