// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { FinishPlace, OwnTask, StandingCounts, StopProgress } from '../../resources/js/api/types';
import { Finish } from '../../resources/js/player/Finish';
import { Overview } from '../../resources/js/player/Overview';
import { ProgressPath, points } from '../../resources/js/player/Progress';
import { eventInWords } from '../../resources/js/student/eventWords';
import { OwnPage } from '../../resources/js/student/OwnPage';
import type { MadeEvent } from '../../resources/js/student/queue';
import { wordsOnPage } from '../../resources/js/student/ReadingSupport';
import { Cached } from './Holding';
import { answer } from './samples';

afterEach(() => {
    cleanup();
    vi.restoreAllMocks();
});

const goes = (more: Partial<StandingCounts>) =>
    ({
        answered: 0,
        clear: 0,
        climbed: 0,
        'set-aside': 0,
        shown: 0,
        'to-be-read': 0,
        noted: 0,
        'on-the-ladder': 0,
        untouched: 0,
        ...more,
    }) as StandingCounts;

describe('how far along', () => {
    it.each<[StopProgress[], string]>([
        [['done', 'here', 'upcoming'], 'Stop 2 of 3'],
        [['done', 'waiting', 'done'], '3 of 3 stops'],
        [['upcoming', 'upcoming'], '0 of 2 stops'],
    ])('%j reads %s', (far, words) => {
        render(<ProgressPath progress={far} />);
        expect(screen.getByRole('list', { name: `How far: ${words}` })).toBeTruthy();
        expect(screen.getAllByRole('listitem')).toHaveLength(far.length);
    });

    it('points have no needless decimals', () => expect([points(3), points(2.5), points(1 / 3)]).toEqual(['3', '2.5', '0.33']));
});

describe('the end of a round', () => {
    const place = (more: Partial<FinishPlace> = {}) =>
        ({
            kind: 'finish',
            title: 'Well walked',
            message: '',
            score: null,
            later: null,
            left: [],
            review: [],
            ...more,
        }) as unknown as FinishPlace;
    const show = (finish: FinishPlace, counts: StandingCounts | null = null) =>
        render(<Finish isReturn={false} place={finish} standings={counts} ending={<button type="button">Back</button>} />);

    it('tells nothing before it is released, and says so', () => {
        show(place({ later: 'when-released' }));
        expect(screen.getByText('You will see how it went when your teacher releases it.')).toBeTruthy();
        expect(screen.queryByText(/points/)).toBeNull();
        expect(screen.queryByText('What you answered')).toBeNull();
    });

    it('tells a score that a person still has to make whole as provisional', () => {
        show(place({ score: { share: 0.625, points: 2.5, of: 4, provisional: true } }), goes({ clear: 2, climbed: 1 }));
        expect(screen.getByText('2.5 of 4 points, for now: your teacher still reads something.')).toBeTruthy();
        expect(screen.getByText('3 answers right, 1 of them with some help.')).toBeTruthy();
    });

    it('names what is left, and shows of each answer what may be seen', () => {
        const review = [
            {
                question: 'Which?',
                own: ['ebb', 'slack'],
                standing: 'climbed',
                feedback: ['Look again.'],
                revealed: null,
                comment: 'Nearly!',
            },
            { question: 'Why?', own: null, standing: null, feedback: [], revealed: ['Because of the Moon.'], comment: '' },
        ] as unknown as FinishPlace['review'];
        show(place({ title: '', left: ['Where?'], review }), goes({}));
        expect(screen.getByRole('heading', { name: 'This round is over' })).toBeTruthy();
        expect(screen.getByText('Where?')).toBeTruthy();
        const [which, why] = screen.getAllByRole('listitem').slice(1) as [HTMLElement, HTMLElement];
        expect(which.textContent).toContain('Your answer: ebb, slack');
        expect(which.textContent).toContain('right after help or a slip');
        expect(which.textContent).toContain('Your teacher: Nearly!');
        expect(why.textContent).not.toContain('Your answer');
        expect(why.textContent).toContain('Because of the Moon.');
    });
});

describe('the overview of a round in free order', () => {
    const stops = [
        { stop: 'a', asks: true, answered: true },
        { stop: 'b', asks: true, answered: false },
        { stop: 'c', asks: false, answered: false },
    ];

    it('tells what has an answer, not whether it is right, and leads there', async () => {
        const go = vi.fn();
        render(<Overview overview={{ stops, handIn: true }} at={1} busy={false} onGo={go} onEnd={vi.fn()} />);
        expect(screen.getAllByRole('listitem').map((item) => item.textContent)).toEqual([
            'Stop 1answered',
            'Stop 2open',
            'Stop 3to read or watch',
        ]);
        expect(screen.getByRole('button', { current: 'step' }).textContent).toBe('Stop 2open');
        expect(screen.getByText('1 question is still open. You can change your answers until you hand them in.')).toBeTruthy();
        await userEvent.click(screen.getByRole('button', { name: /Stop 3/ }));
        expect(go).toHaveBeenCalledWith('c');
        expect(screen.getByRole('button', { name: 'Hand it all in' })).toBeTruthy();
    });

    it('waits while something is on its way', () => {
        render(<Overview overview={{ stops: stops.slice(0, 1), handIn: false }} at={-1} busy onGo={vi.fn()} onEnd={vi.fn()} />);
        expect(screen.getByText('Every question has an answer.')).toBeTruthy();
        expect(screen.getAllByRole('button').every((button) => (button as HTMLButtonElement).disabled)).toBe(true);
        expect(screen.getByRole('button', { name: 'Finish this round' })).toBeTruthy();
    });
});

describe('a student’s own page', () => {
    const task = (more: Partial<OwnTask> = {}) =>
        ({
            id: 'T',
            title: 'Tides',
            open: true,
            dueAt: null,
            closesAt: null,
            terms: ['Try as often as you like.', 'Help opens.', 'No clock.', 'One round.'],
            round: null,
            score: null,
            goal: null,
            nextFrom: null,
            rounds: [],
            returns: null,
            mastered: false,
            waitsFor: [],
            note: '',
            optional: false,
            asksForPassword: false,
            ...more,
        }) as unknown as OwnTask;
    const round = (more: object = {}) =>
        ({ round: { id: 'R', progress: ['done', 'here'], standings: null, finished: false, ...more } }) as Partial<OwnTask>;

    function show(told: () => never) {
        vi.spyOn(client, 'GET').mockImplementation(told);
        render(
            <Cached>
                <MemoryRouter initialEntries={['/me']}>
                    <Routes>
                        <Route path="/me" element={<OwnPage />} />
                        <Route path="/walk/:round" element={<p>The walk</p>} />
                        <Route path="/join" element={<p>The door</p>} />
                    </Routes>
                </MemoryRouter>
            </Cached>,
        );
    }
    function open(...tasks: OwnTask[]) {
        show(() =>
            answer({
                id: 'A',
                name: 'Ada',
                also: [],
                together: [],
                cameInBy: 'secret',
                isGuest: false,
                reading: {},
                answers: [],
                asked: [],
                classes: [{ name: 'Year 8', tasks }],
            }),
        );
        return screen.findByRole('heading', { name: 'Hello, Ada' });
    }
    const begin = () => vi.spyOn(client, 'POST').mockImplementation(() => answer({ id: 'R' }));

    beforeEach(() => localStorage.clear());

    it('says what is ahead before it begins, and begins', async () => {
        const post = begin();
        await open(task());
        expect(screen.getByText('Try as often as you like. Help opens. No clock.')).toBeTruthy();
        expect(screen.getByText('One round.')).toBeTruthy();
        await userEvent.click(screen.getByRole('button', { name: 'Start' }));
        expect(await screen.findByText('The walk')).toBeTruthy();
        expect(post.mock.lastCall?.[1]).toEqual({ params: { path: { task: 'T' } }, body: { again: false } });
    });

    it('goes on where one was, and tells answers kept where more may not be seen', async () => {
        await open(task(round()));
        expect(screen.getByRole('button', { name: 'Go on where you were' })).toBeTruthy();
        expect(screen.getByText('Your answers have been kept.')).toBeTruthy();
    });

    it('offers another round where there is one, not before its time', async () => {
        const post = begin();
        const done = {
            ...round({ finished: true, standings: goes({ clear: 3 }) }),
            score: 0.875,
            goal: { done: 1, need: 3, reached: false },
        };
        await open(task({ ...done, nextFrom: new Date(Date.now() - 1000).toISOString() }));
        expect(screen.getByText('3 answers right')).toBeTruthy();
        expect(screen.getByText('Your score: 88 % of the points')).toBeTruthy();
        expect(screen.getByText('Your goal: 1 of 3 so far')).toBeTruthy();
        await userEvent.click(screen.getByRole('button', { name: 'Another round' }));
        expect(post.mock.lastCall?.[1]).toMatchObject({ body: { again: true } });
        cleanup();
        await open(task({ ...done, nextFrom: new Date(Date.now() + 3_600_000).toISOString() }));
        expect((screen.getByRole('button', { name: 'Another round' }) as HTMLButtonElement).disabled).toBe(true);
        expect(screen.getByText(/^The next round can begin/)).toBeTruthy();
        cleanup();
        for (const none of [task(done), task({ ...done, open: false, nextFrom: new Date().toISOString() })]) {
            await open(none);
            expect(screen.getByRole('button', { name: 'How it went' })).toBeTruthy();
            expect(screen.queryByRole('button', { name: 'Another round' })).toBeNull();
            cleanup();
        }
    });

    it('tells how rounds improve, each to be looked at again, as far as scores may be seen', async () => {
        const done = (number: number, score: number | null) => ({ id: `R${number}`, number, score, finishedAt: '2026-11-27T10:00:00Z' });
        await open(task({ ...round({ finished: true }), rounds: [done(1, 0.5), done(2, 0.75), done(3, null)] }));
        await userEvent.click(screen.getByText('Your rounds so far (3)'));
        expect(screen.getAllByText(/% of the points$/).map((one) => one.textContent)).toEqual(['50 % of the points', '75 % of the points']);
        await userEvent.click(screen.getByRole('link', { name: 'Round 2' }));
        expect(screen.getByText('The walk')).toBeTruthy();
    });

    it('says when what was mastered comes back, and goes there when it does', async () => {
        const returns = { done: 1, of: 4, on: '2099-01-02', isDue: false, underWay: null, last: { asked: 5, there: 4 } };
        const post = begin();
        await open(task({ ...round({ finished: true }), mastered: true, returns }));
        expect(screen.getByText('You have mastered this.')).toBeTruthy();
        expect(screen.getByText(/comes back Fri/).textContent).toMatch(/2 of 4/);
        expect(screen.getByText('Last time 4 of 5 were still there at once.')).toBeTruthy();
        expect(screen.queryByRole('button', { name: 'Do you still know it?' })).toBeNull();
        cleanup();
        await open(task({ id: 'other', title: 'Other' }), task({ ...round({ finished: true }), returns: { ...returns, isDue: true } }));
        expect(
            screen.getAllByRole('heading', { level: 3 }).map((one) => one.textContent),
            'it stands first',
        ).toEqual(['Tides', 'Other']);
        await userEvent.click(screen.getByRole('button', { name: 'Do you still know it?' }));
        expect(post.mock.lastCall).toEqual(['/student/tasks/{task}/returns', { params: { path: { task: 'T' } } }]);
    });

    it('says what a closed task and one that waits are waiting for', async () => {
        await open(
            task({ open: false }),
            task({
                id: 'U',
                waitsFor: [
                    { title: 'Currents', score: null },
                    { title: 'Moons', score: 0.8 },
                ],
            }),
        );
        const starts = within(screen.getByRole('region', { name: 'Year 8' })).getAllByRole('button', { name: 'Start' });
        expect(starts.map((button) => (button as HTMLButtonElement).disabled)).toEqual([true]);
        expect(screen.getByText('This task is closed.')).toBeTruthy();
        expect(screen.getByText('This opens when you have done this: “Currents” mastered and 80 % of the points in “Moons”.')).toBeTruthy();
    });

    it('says why it cannot begin, and that there is nothing to do', async () => {
        vi.spyOn(client, 'POST').mockImplementation(() =>
            answer({ type: '/problems/closed', detail: 'This task was closed just now.' }, 409),
        );
        await open(task());
        await userEvent.click(screen.getByRole('button', { name: 'Start' }));
        expect(await screen.findByText('This task was closed just now.')).toBeTruthy();
        expect((screen.getByRole('button', { name: 'Start' }) as HTMLButtonElement).disabled).toBe(false);
        cleanup();
        await open();
        expect(screen.getByText(/There is nothing to do just now/)).toBeTruthy();
    });

    it('leads to the door where nobody has come in', async () => {
        show(() => answer({ type: '/problems/unauthenticated', detail: 'Come in first.', status: 401 }, 401));
        expect(await screen.findByText('The door')).toBeTruthy();
    });
});

describe('reading aloud', () => {
    it('reads formulas and pictures by their words, and nothing that only is drawn', () => {
        render(
            <main>
                <p data-read-aloud>
                    What is{' '}
                    <span role="img" aria-label="U over R">
                        <span aria-hidden="true">UR</span>
                    </span>
                    ?
                </p>
                <section data-read-aloud>
                    <h2>Not yet.</h2>
                    <p>
                        Follow the <em>wa</em>ter.
                    </p>
                </section>
                <fieldset>
                    <label>
                        <input type="radio" /> <img alt="a tide table" src="x.webp" />
                    </label>
                </fieldset>
            </main>,
        );
        expect(wordsOnPage()).toBe('What is U over R? Not yet. Follow the water. a tide table.');
    });
});

describe('what a student did, in words', () => {
    it.each<[MadeEvent, string]>([
        [{ id: 'e', after: null, at: 0, kind: 'answered', data: { response: { text: 'ebb' } } }, 'Your answer “ebb”'],
        [{ id: 'e', after: null, at: 0, kind: 'answered', data: { response: { choices: ['x'] } } }, 'Your answer'],
        [{ id: 'e', after: null, at: 0, kind: 'commented', data: {} }, 'Your comment'],
    ])('%j is %s', (event, words) => expect(eventInWords(event)).toBe(words));
});
