// @vitest-environment jsdom
import { act, cleanup, render, renderHook, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { Finding, Forecast, QuizDocument } from '../../resources/js/api/types';
import { ForecastLines } from '../../resources/js/quiz/ForecastLines';
import { FindingNote, LeaveFinding } from '../../resources/js/teacher/build/FindingNote';
import { InspectionStrip } from '../../resources/js/teacher/build/InspectionStrip';
import { useFindings } from '../../resources/js/teacher/build/useFindings';
import { WholeQuiz } from '../../resources/js/teacher/build/WholeQuiz';
import { Cached, Holding } from './Holding';
import { answer, asking, quizOf } from './samples';

afterEach(() => {
    cleanup();
    vi.restoreAllMocks();
});

const finding = (more: Partial<Finding> = {}): Finding => ({
    key: 'k',
    severity: 'advises',
    stop: 'stop Which?',
    at: 'Which?',
    sentence: 'Something is to be said.',
    loop: [],
    fix: null,
    left: false,
    ...more,
});

const quiz = quizOf(asking('Which?', ['ebb', 'flood']));

describe('a finding', () => {
    it('is mended where it stands, wherever that is in the document', async () => {
        const change = vi.fn();
        const fix = { words: 'Write “high”', at: 'flood', member: 'text', how: 'set' as const, value: 'high' };
        render(<FindingNote finding={finding({ fix })} document={quiz} change={change} />);
        await userEvent.click(screen.getByRole('button', { name: 'Write “high”' }));
        const mended = change.mock.calls[0]?.[0] as QuizDocument;
        const stop = mended.stops[0];
        expect(stop?.kind === 'question' && stop.question.entries.map(({ text }) => text)).toEqual(['ebb', 'high']);
        expect(screen.queryByRole('button', { name: 'Show it' })).toBeNull();
    });

    it('says how grave it is, and only what does not stop publishing can be left', async () => {
        const leave = vi.fn();
        const show = (one: Finding) =>
            render(
                <LeaveFinding value={leave}>
                    <FindingNote finding={one} document={quiz} change={vi.fn()} />
                </LeaveFinding>,
            );
        show(finding({ severity: 'stops' }));
        expect(screen.getByText('Must mend:')).toBeTruthy();
        expect(screen.queryByRole('button')).toBeNull();
        cleanup();
        show(finding({ severity: 'warns' }));
        expect(screen.getByText('Look at:')).toBeTruthy();
        await userEvent.click(screen.getByRole('button', { name: 'Leave it' }));
        expect(leave).toHaveBeenLastCalledWith(expect.objectContaining({ key: 'k' }), true);
        cleanup();
        show(finding({ left: true }));
        await userEvent.click(screen.getByRole('button', { name: 'Tell me again' }));
        expect(leave).toHaveBeenLastCalledWith(expect.objectContaining({ key: 'k' }), false);
    });

    it('is shown at its place where the picture has one', async () => {
        const select = vi.fn();
        const show = (at: string | null) =>
            render(<FindingNote finding={finding({ at, stop: null })} document={quiz} change={vi.fn()} select={select} />);
        show('F');
        await userEvent.click(screen.getByRole('button', { name: 'Show it' }));
        expect(select).toHaveBeenCalledWith('F');
        cleanup();
        for (const nowhere of ['an objective', null]) {
            show(nowhere);
            expect(screen.queryByRole('button')).toBeNull();
            cleanup();
        }
    });
});

describe('findings while a quiz is built', () => {
    const ofDraft = [finding({ key: 'draft' }), finding({ key: 'left', left: true })];
    const use = () => renderHook(() => useFindings('Q', 1, ofDraft), { wrapper: Cached });

    beforeEach(() => {
        vi.spyOn(client, 'GET').mockImplementation(() => answer([finding({ key: 'answers' })]));
    });

    it('are those of the draft and those from answers, without what is left', async () => {
        const { result } = use();
        await waitFor(() => expect(result.current.open.map(({ key }) => key)).toEqual(['draft', 'answers']));
        expect(result.current.left.map(({ key }) => key)).toEqual(['left']);
    });

    it('can be left and told again at once', async () => {
        const put = vi.spyOn(client, 'PUT').mockImplementation(() => answer(undefined, 204));
        const take = vi.spyOn(client, 'DELETE').mockImplementation(() => answer(undefined, 204));
        const { result } = use();
        await waitFor(() => expect(result.current.open).toHaveLength(2));
        await act(() => result.current.leave(finding({ key: 'answers' }), true));
        expect(result.current.left.map(({ key }) => key)).toEqual(['left', 'answers']);
        await act(() => result.current.leave(finding({ key: 'left' }), false));
        expect(result.current.open.map(({ key }) => key)).toEqual(['draft', 'left']);
        expect([put, take].map((call) => call.mock.calls[0]?.[1])).toEqual([
            { params: { path: { quiz: 'Q', finding: 'answers' } } },
            { params: { path: { quiz: 'Q', finding: 'left' } } },
        ]);
    });

    it('come back where leaving them did not reach the server', async () => {
        vi.spyOn(client, 'PUT').mockImplementation(() => Promise.reject(new TypeError('no connection')) as never);
        const { result } = use();
        await waitFor(() => expect(result.current.open).toHaveLength(2));
        await act(() => result.current.leave(finding({ key: 'draft' }), true));
        expect(result.current.open.map(({ key }) => key)).toEqual(['draft', 'answers']);
    });
});

/** Everything that belongs to a quiz as a whole, of a quiz that starts like this; gives what it is now. */
function whole(start: QuizDocument) {
    const seen = vi.fn<(document: QuizDocument) => void>();
    render(
        <Holding start={start} seen={seen}>
            {(document, change) => <WholeQuiz document={document} change={change} select={vi.fn()} forecast={null} />}
        </Holding>,
    );
    return () => seen.mock.lastCall?.[0];
}

describe('the whole quiz', () => {
    beforeEach(() => {
        vi.spyOn(client, 'POST').mockImplementation(() => answer({ terms: {}, sentences: [], consequences: [] }));
        vi.spyOn(client, 'GET').mockImplementation(() => answer([]));
    });

    it('says for which ages it is: either end may be open, and the other moves along where it has to', async () => {
        const now = whole(quiz);
        const [from, to] = [screen.getByLabelText('From age'), screen.getByLabelText('To age')];
        const stage = () => now()?.stage;
        await userEvent.type(from, '12');
        expect(stage()).toEqual({ from: 12 });
        await userEvent.type(to, '14');
        expect(stage()).toEqual({ from: 12, to: 14 });
        await userEvent.type(to, '{Backspace}5');
        expect(stage()).toEqual({ from: 12, to: 15 });
        await userEvent.clear(from);
        expect(stage()).toEqual({ to: 15 });
        await userEvent.type(from, '16');
        expect(stage()).toEqual({ from: 16, to: 16 });
        await userEvent.clear(from);
        await userEvent.clear(to);
        expect(now()).not.toHaveProperty('stage');
        await userEvent.type(to, '2');
        expect(screen.getByText('3 to 99')).toBeTruthy();
        expect(stage()).toBeUndefined();
    });

    it('keeps a language that is not in the list', async () => {
        const now = whole({ ...quiz, language: 'sv-FI' });
        const language = screen.getByLabelText('Language');
        expect((language as HTMLSelectElement).value).toBe('sv-FI');
        await userEvent.selectOptions(language, 'Deutsch');
        expect(now()?.language).toBe('de');
    });
});

describe('what the inspection says below the editor', () => {
    it('is of what is edited, with the way to all of it; what was left can be taken up again there', async () => {
        const select = vi.fn();
        const all = { document: quiz, all: [finding({ severity: 'stops' })], left: [finding({ left: true })], change: vi.fn(), select };
        const { rerender } = render(<InspectionStrip {...all} here={[]} whole={false} />);
        expect(screen.getByText('Nothing to mend here.')).toBeTruthy();
        expect(screen.queryByText('Left as it is: 1')).toBeNull();
        await userEvent.click(screen.getByRole('button', { name: /before publishing/ }));
        expect(select).toHaveBeenCalledWith(null);
        rerender(<InspectionStrip {...all} here={[]} whole />);
        expect(screen.getByText('Nothing to mend: this can be published.')).toBeTruthy();
        expect(screen.getByText('Left as it is: 1')).toBeTruthy();
    });
});

describe('a forecast', () => {
    const forecast = (more: Partial<Forecast> = {}): Forecast => ({
        profile: 'secure',
        seconds: 60,
        deviation: 5,
        median: 60,
        ninetieth: 70,
        finishes: {},
        places: {},
        exact: true,
        sentence: 'About a minute.',
        ...more,
    });
    const lines = () => screen.getAllByRole('listitem').map((line) => line.textContent);

    it('is told for three kinds of students and each class, and says where it is not exact or cannot be told', async () => {
        const ask = (profile: string) =>
            profile === 'C'
                ? Promise.reject(new Error('There is no stop yet.'))
                : Promise.resolve(forecast({ sentence: `${profile}.`, exact: profile !== 'struggling' }));
        render(
            <Cached>
                <ForecastLines of={['Q']} ask={ask} classes={[{ id: 'C', name: 'Year 8' }]} />
            </Cached>,
        );
        expect(lines()[0]).toBe('secureWorking it out …');
        await waitFor(() => expect(lines()[3]).toBe('Year 8There is no stop yet.'));
        expect(lines().slice(0, 3)).toEqual([
            'securesecure.',
            'middlingmiddling.',
            'strugglingstruggling. Told by 200 made-up students, because much in this quiz looks back.',
        ]);
        expect(screen.queryByRole('button')).toBeNull();
    });

    it('is put on the picture and taken off again', async () => {
        const show = vi.fn();
        const shown = forecast({ sentence: 'middling.' });
        render(
            <Cached>
                <ForecastLines
                    of={['Q']}
                    ask={(profile) => Promise.resolve(forecast({ sentence: `${profile}.` }))}
                    classes={[]}
                    picture={{ shown, show }}
                />
            </Cached>,
        );
        await waitFor(() => expect(screen.getAllByRole('button')).toHaveLength(3));
        await userEvent.click(screen.getByRole('button', { name: 'Take it off the picture', pressed: true }));
        expect(show).toHaveBeenLastCalledWith(null);
        await userEvent.click(screen.getAllByRole('button', { name: 'Show on the picture', pressed: false })[0] as HTMLElement);
        expect(show).toHaveBeenLastCalledWith(expect.objectContaining({ sentence: 'secure.' }));
    });
});
