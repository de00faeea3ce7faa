// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { Task, VideoStop } from '../../resources/js/api/types';
import { newQuestion, newRung, newStop } from '../../resources/js/quiz/making';
import { questionName, questionNumber } from '../../resources/js/quiz/names';
import { PollCloseUp, QuestionCloseUp } from '../../resources/js/teacher/results/QuestionCloseUp';
import { QuestionTable } from '../../resources/js/teacher/results/QuestionTable';
import { StudentTable } from '../../resources/js/teacher/results/StudentTable';
import { Unforeseen } from '../../resources/js/teacher/results/Unforeseen';
import { WatchMaps } from '../../resources/js/teacher/results/WatchMaps';
import { say } from '../../resources/js/words/words';
import { asking, evidenceOf, figures, quizOf } from './samples';

afterEach(cleanup);

const cells = (row: HTMLElement) =>
    within(row)
        .getAllByRole('cell')
        .map((cell) => cell.textContent);

describe('a question is named by its stop', () => {
    const cue = (id: string, at: number) => ({
        id: `cue ${id}`,
        kind: 'question' as const,
        at,
        question: { ...newQuestion(), id, prompt: id },
    });
    const film: VideoStop = { ...(newStop('video') as VideoStop), title: 'Film', cues: [cue('early', 5), cue('late', 65)] };
    const document = quizOf(asking('One?', ['yes']), film);

    it('with a letter where the stop asks several', () => {
        expect(['One?', 'early', 'late', 'gone'].map((id) => questionNumber(document, id))).toEqual(['1', '2a', '2b', '']);
        expect(['One?', 'late', 'gone'].map((id) => questionName(document, id))).toEqual(['1. One?', '2b. at 1:05: late', '']);
    });
});

describe('the table of questions', () => {
    const document = quizOf(asking('Known?', ['yes']), asking('New?', ['yes']), asking('Never?', ['yes']));
    const evidence = evidenceOf({
        alpha: 0.5712,
        questions: [
            figures('Known?', {
                atOnce: { count: 9, of: 12, interval: [0.47, 0.91] },
                afterHelp: { count: 1, of: 3, interval: [0.06, 0.79] },
                tries: 1.25,
                seconds: { n: 12, lower: 20, median: 31.4, upper: 95 },
                itemRest: -0.31,
                upperLower: 0.5,
            }),
            figures('New?', { atOnce: { count: 1, of: 2, interval: [0.1, 0.9] }, tries: 1.5, itemRest: 1, upperLower: 1 }),
            figures('Never?'),
        ],
    });

    it('tells shares of many, counts of few, and nothing where there is nothing', () => {
        render(<QuestionTable document={document} evidence={evidence} onSelect={vi.fn()} />);
        const [known, fresh, never] = screen.getAllByRole('row').slice(1) as [HTMLElement, HTMLElement, HTMLElement];
        expect(cells(known)).toEqual(['75 %', '1 of 3', '1.3', '31 s', '−0.31', '0.50']);
        expect(cells(fresh)).toEqual(['1 of 2', '–', '1.5', '–', 'too few', 'too few']);
        expect(cells(never)).toEqual(['–', '–', '–', '–', 'too few', 'too few']);
        expect(within(known).getByTitle('Half of 12 took between 20 s and 1.6 min').textContent).toBe('31 s');
        expect(
            within(known)
                .getAllByTitle('Of 12 students')
                .map((cell) => cell.textContent),
        ).toEqual(['1.3', '−0.31', '0.50']);
        expect(screen.getByText(/an alpha of 0.57/)).toBeTruthy();
    });

    it('says so where alpha cannot be told', () => {
        render(<QuestionTable document={document} evidence={evidenceOf()} onSelect={vi.fn()} />);
        expect(screen.getByText(/cannot be told yet/)).toBeTruthy();
    });
});

describe('a question in close-up', () => {
    const hint = { ...newRung('hint'), id: 'hint', text: 'Look at the wall.' };
    const unused = { ...newRung('hint'), id: 'unused', text: 'Look again.' };
    const stop = asking('Which?', ['ebb', 'flood']);
    const document = quizOf({ ...stop, question: { ...stop.question, ladder: [hint, unused] } });
    const share = { count: 6, of: 10, interval: [0.31, 0.83] as [number, number] };

    it('shows the answers with what those who gave them had right elsewhere, and what each rung did', () => {
        const evidence = evidenceOf({
            questions: [
                figures('Which?', { atOnce: share, entries: { ebb: { count: 6, meanScore: 0.91 }, flood: { count: 3, meanScore: 0.4 } } }),
            ],
            rungs: { hint: { count: 2, of: 3, interval: [0.2, 0.9] } },
            again: { 'Which?': { count: 1, of: 6, interval: [0.03, 0.56] } },
        });
        render(<QuestionCloseUp document={document} evidence={evidence} question="Which?" />);
        const lines = screen.getAllByRole('listitem').map((line) => line.textContent);
        expect(lines.slice(0, 3)).toEqual(['A ebb (right)691 % of all', 'B flood340 % of all', 'another answer1']);
        expect(lines.slice(3)).toEqual(['Look at the wall.3 came, 2 of 3 right at the next try', 'Look again.nobody came here']);
        expect(screen.getByText(/17 % were right \(6 tries\)/)).toBeTruthy();
        expect(screen.getByText('60 %')).toBeTruthy();
    });

    it('does not take several options for several students', () => {
        const several = asking('Which ones?', ['a', 'b', 'c'], 'several-choices');
        const evidence = evidenceOf({
            questions: [
                figures('Which ones?', {
                    atOnce: { count: 1, of: 4, interval: null },
                    entries: { a: { count: 4, meanScore: 1 }, b: { count: 1, meanScore: 1 } },
                }),
            ],
        });
        render(<QuestionCloseUp document={quizOf(several)} evidence={evidence} question="Which ones?" />);
        expect(screen.getAllByRole('listitem').map((line) => line.textContent)).toEqual([
            'A a (right)4100 % of all',
            'B b1100 % of all',
            'C c0',
        ]);
    });

    it('tells the parts of what has parts', () => {
        const pairs = [
            { id: 'p', text: 'spring tide', item: 'i' },
            { id: 'q', text: 'neap tide', item: 'j' },
        ];
        const match = asking('Match', [], 'match');
        const parts = {
            p: { count: 8, of: 8, interval: [0.68, 1] as [number, number] },
            q: { count: 1, of: 8, interval: [0, 0.47] as [number, number] },
        };
        render(
            <QuestionCloseUp
                document={quizOf({ ...match, question: { ...match.question, pairs } })}
                evidence={evidenceOf({ questions: [figures('Match', { atOnce: { count: 1, of: 8, interval: [0, 0.47] }, parts })] })}
                question="Match"
            />,
        );
        expect(screen.getAllByRole('listitem').map((line) => line.textContent)).toEqual([
            'spring tideright: 100 %',
            'neap tideright: 13 %',
            'another answer7',
        ]);
    });

    it('has nothing to say of what is not there any more, and a poll has no right or wrong', () => {
        const { container } = render(<QuestionCloseUp document={document} evidence={evidenceOf()} question="Gone?" />);
        expect(container.textContent).toBe('');
        render(
            <PollCloseUp
                document={quizOf(asking('How sure?', ['sure', 'not'], 'poll'))}
                evidence={evidenceOf({ polls: { 'How sure?': { of: 1, entries: { not: 1 } } } })}
                question="How sure?"
            />,
        );
        expect(screen.getByText('1 student answered in their first round.')).toBeTruthy();
        expect(screen.queryByText(/right/)).toBeNull();
    });
});

describe('students by questions', () => {
    const row = (student: string, rounds: number, first: number | null, best: number | null, standings: Record<string, string> = {}) => ({
        student,
        rounds,
        first,
        best,
        standings,
    });
    const task = { id: 'T', document: quizOf(asking('One?', ['yes']), asking('Two?', ['yes'])) } as Task;
    const evidence = evidenceOf({
        questions: [figures('One?'), figures('Two?')],
        rows: [
            row('b', 2, 0.5, 0.75, { 'One?': 'clear', 'Two?': 'set-aside' }),
            row('a', 1, 0.9, 0.9, { 'One?': 'climbed', 'Two?': 'clear' }),
            row('c', 1, null, null),
        ],
        gain: { n: 6, value: 0.417 },
    });
    const show = () =>
        render(
            <MemoryRouter>
                <StudentTable task={task} evidence={evidence} nameOf={(id) => `Student ${id}`} />
            </MemoryRouter>,
        );

    it('tells what is gained only of two rounds or more', () => {
        show();
        const rows = screen.getAllByRole('row').slice(1);
        expect(rows.map((one) => cells(one).slice(2))).toEqual([
            ['0', '1', '90 %', '90 %', '–'],
            ['1', '2', '50 %', '75 %', '25 %'],
            ['2', '1', '–', '–', '–'],
        ]);
        expect(screen.getByText(/42 % of what was missing was gained \(6 students\)/)).toBeTruthy();
    });

    it('sorts by what is not right yet', async () => {
        show();
        await userEvent.click(screen.getByRole('button', { name: 'not yet' }));
        await userEvent.click(screen.getByRole('button', { name: /not yet/ }));
        expect(screen.getAllByRole('rowheader').map((head) => head.textContent)).toEqual(['Student c', 'Student b', 'Student a']);
    });
});

describe('watch maps', () => {
    const film: VideoStop = { ...(newStop('video') as VideoStop), id: 'film', title: 'Two tides' };

    it('draw the share of students by second, and what was seen again', () => {
        const watched = { students: 2, seen: 6, again: 1, jumps: 1, map: { '0': 2, '1': 1, '3': 2 }, mapAgain: { '1': 1 } };
        const { container } = render(
            <MemoryRouter>
                <WatchMaps task="t" document={quizOf(film)} evidence={evidenceOf({ watched: { film: watched } })} />
            </MemoryRouter>,
        );
        expect(screen.getByText(/2 students watched; in the mean 3 s seen, 1 s of it more than once, 0.5 jumps/)).toBeTruthy();
        expect([...container.querySelectorAll('path')].map((path) => path.getAttribute('d'))).toEqual([
            'M0.5 40V0M1.5 40V20M3.5 40V0',
            'M1.5 40V20',
        ]);
        expect(screen.getByRole('img').getAttribute('aria-label')).toBe('Share of students by second, from 0:00 to 0:03');
    });

    it('are left out of what was never watched or is not there any more', () => {
        const watched = { students: 1, seen: 1, again: 0, jumps: 0, map: { '0': 1 }, mapAgain: {} };
        const { container } = render(<WatchMaps task="t" document={quizOf(film)} evidence={evidenceOf({ watched: { gone: watched } })} />);
        expect(container.textContent).toBe('');
    });
});

describe('answers nobody foresaw', () => {
    const shown = (ways: string[][], gap: string | null = null) =>
        render(
            <QueryClientProvider client={new QueryClient()}>
                <MemoryRouter>
                    <Unforeseen
                        quiz="Q"
                        document={{ ...quizOf(asking('q', ['yes'])), misconceptions: [{ id: 'M', text: 'One slip; another' }] }}
                        evidence={evidenceOf({ students: 9, unforeseen: [{ question: 'q', gap, text: '26', n: 3, score: 0.5, ways }] })}
                    />
                </MemoryRouter>
            </QueryClientProvider>,
        );
    /** A server that notes what is laid over the quiz in use, and then marks again in one go. */
    const server = () => {
        const laid: { id: string; edits: { into: string; list: string; node: Record<string, unknown> }[] }[] = [];
        const gone: string[] = [];
        const answer = (data: unknown) => Promise.resolve({ data, response: Response.json(data) }) as never;
        vi.spyOn(client, 'GET').mockImplementation(() => answer({ version: 4 }));
        vi.spyOn(client, 'POST').mockImplementation(((path: string, { body }: { body: (typeof laid)[number] }) => {
            if (path.endsWith('/corrections')) {
                laid.push(body);
            }
            return answer({ total: 3, left: 0, changes: [] });
        }) as never);
        vi.spyOn(client, 'DELETE').mockImplementation(((_: string, { params }: { params: { path: { correction: string } } }) => {
            gone.push(params.path.correction);
            return answer(undefined);
        }) as never);
        return { laid, gone };
    };
    afterEach(() => vi.restoreAllMocks());
    it('are foreseen by one press, with the slips as a misconception, and taken back by another', async () => {
        const { laid, gone } = server();
        shown([['Went from left to right']]);
        await userEvent.click(screen.getByRole('button', { name: say('teacher.evidence.foresee-as', { text: '26' }) }));
        expect(await screen.findByText(say('teacher.evidence.foreseen', { text: '26', right: 'no' }))).toBeTruthy();
        const [misconception, entry] = laid.map(({ edits }) => edits[0]);
        expect(misconception).toMatchObject({ into: 'quiz', list: 'misconceptions', node: { text: 'Went from left to right' } });
        expect(entry).toMatchObject({
            into: 'q',
            list: 'entries',
            node: { key: '26', right: false, misconception: misconception?.node.id, ladder: [], fork: null },
        });
        await userEvent.click(screen.getByRole('button', { name: say('teacher.evidence.undo-foreseen') }));
        await vi.waitFor(() => expect(gone).toEqual([laid[1]?.id]));
    });
    it('go on where it broke off: neither the misconception nor the answer is laid twice', async () => {
        const { laid } = server();
        const sent: string[] = [];
        let breaks = true;
        const well = vi.mocked(client.POST).getMockImplementation() as (...of: unknown[]) => never;
        vi.spyOn(client, 'POST').mockImplementation(((path: string, more: { body: { id: string; edits: { list: string }[] } }) => {
            sent.push(more.body?.id);
            return path.endsWith('/corrections') && more.body.edits[0]?.list === 'entries' && breaks
                ? Promise.reject(new TypeError('Failed to fetch'))
                : well(path, more);
        }) as never);
        shown([['Went from left to right']]);
        const foresee = screen.getByRole('button', { name: say('teacher.evidence.foresee-as', { text: '26' }) });
        await userEvent.click(foresee);
        await vi.waitFor(() => expect(sent).toHaveLength(2));
        breaks = false;
        await vi.waitFor(() => expect(foresee).toHaveProperty('disabled', false));
        await userEvent.click(foresee);
        await screen.findByText(say('teacher.evidence.foreseen', { text: '26', right: 'no' }));
        // Under the same ids, by which the server knows what it has.
        expect(new Set(sent.filter((id) => id !== undefined)).size).toBe(2);
        expect(laid.at(-1)?.edits[0]?.node.misconception).toBe(laid[0]?.edits[0]?.node.id);
    });
    it('are foreseen in the gap that was filled so', async () => {
        const { laid } = server();
        shown([], 'a gap');
        await userEvent.click(screen.getByRole('button', { name: say('teacher.evidence.accept-as', { text: '26' }) }));
        await screen.findByText(say('teacher.evidence.foreseen', { text: '26', right: 'yes' }));
        expect(laid[0]?.edits[0]).toMatchObject({ into: 'a gap', list: 'entries', node: { key: '26', right: true } });
    });
    it('are foreseen once, however often it is pressed while that is under way', async () => {
        const { laid } = server();
        let come: () => void = () => undefined;
        const asked = vi.spyOn(client, 'GET').mockImplementation(
            (() =>
                new Promise((resolve) => {
                    come = () => resolve({ data: { version: 4 }, response: Response.json({}) });
                })) as never,
        );
        shown([]);
        const foresee = screen.getByRole('button', { name: say('teacher.evidence.foresee-as', { text: '26' }) });
        await userEvent.dblClick(foresee);
        come();
        await screen.findByText(say('teacher.evidence.foreseen', { text: '26', right: 'no' }));
        expect([asked.mock.calls.length, laid.length]).toEqual([1, 1]);
    });
    it('take a misconception that is known already, and none where they are right after all', async () => {
        const { laid } = server();
        shown([['One slip', 'another']]);
        await userEvent.click(screen.getByRole('button', { name: say('teacher.evidence.foresee-as', { text: '26' }) }));
        await screen.findByText(say('teacher.evidence.foreseen', { text: '26', right: 'no' }));
        expect(laid.map(({ edits }) => edits[0]?.node.misconception)).toEqual(['M']);
        await userEvent.click(screen.getByRole('button', { name: say('teacher.evidence.accept-as', { text: '26' }) }));
        await screen.findByText(say('teacher.evidence.foreseen', { text: '26', right: 'yes' }));
        expect(laid[1]?.edits[0]?.node).toMatchObject({ key: '26', right: true });
        expect(laid[1]?.edits[0]?.node).not.toHaveProperty('misconception');
    });
    it('are told with how many gave them and the slips that lead there, and lead to the question', () => {
        shown([['Took the smaller digit from the larger'], ['One slip', 'another']]);
        expect(screen.getByText(say('teacher.evidence.gave-it', { n: 3, of: 9, percent: 50 }))).toBeTruthy();
        const ways = 'Took the smaller digit from the larger and One slip, another';
        expect(screen.getByText(say('teacher.evidence.slip-leads-there', { n: 2, ways }))).toBeTruthy();
        expect(screen.getByRole('link').getAttribute('href')).toBe('/quizzes/Q?at=q');
    });
    it('name no slip where none leads there', () => {
        shown([]);
        expect(screen.queryByText(/slip/)).toBeNull();
    });
});
