// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { RoundView, SentEvent } from '../../resources/js/api/types';
import { keep } from '../../resources/js/student/queue';
import { Walk } from '../../resources/js/student/RoundPage';
import { Cached } from './Holding';
import { answer } from './samples';

afterEach(() => {
    cleanup();
    vi.restoreAllMocks();
});

const view = (more: Partial<RoundView> = {}) =>
    ({
        id: 'R',
        student: 'ada',
        number: 4,
        last: 'fourth',
        title: 'Tides',
        language: 'en',
        instructions: '',
        finished: false,
        returning: false,
        progress: ['here', 'upcoming'],
        standings: null,
        ends: null,
        atHand: [],
        part: null,
        objectives: [],
        overview: null,
        beside: [],
        media: {},
        place: { kind: 'reading', frame: 'F1', maySkip: false, title: 'Rocks', text: 'Rocks stay.' },
        ...more,
    }) as RoundView;

/** A server on which one round is walked, and no other; it replies so many times where the round stands, then never. */
function serve(...replies: RoundView[]) {
    const sent: SentEvent[] = [];
    const asked: string[] = [];
    vi.spyOn(client, 'GET').mockImplementation(((path: string) => {
        asked.push(path);
        const reply = path === '/student/rounds/{round}' ? replies.shift() : undefined;
        return reply === undefined ? new Promise(() => undefined) : answer(reply);
    }) as never);
    vi.spyOn(client, 'POST').mockImplementation(((_: string, init: { params: { path: { round: string } }; body: SentEvent }) => {
        if (init.params.path.round !== 'R') {
            const error = { type: '/problems/not-open', title: '', status: 422, detail: 'The task was taken back.' };
            return Promise.resolve({ error, response: new Response(null, { status: 422 }) });
        }
        sent.push(init.body);
        return answer(view({ number: 4 + sent.length, last: init.body.id }));
    }) as never);
    return { sent, asked };
}

const open = () =>
    render(
        <Cached>
            <MemoryRouter initialEntries={['/walk/R']}>
                <Routes>
                    <Route path="/walk/:round" element={<Walk />} />
                </Routes>
            </MemoryRouter>
        </Cached>,
    );

describe('a round under way', () => {
    it('what is done before a second reply follows on where the first stood', async () => {
        const user = userEvent.setup();
        const { sent } = serve(view());
        open();
        await user.click(await screen.findByRole('button', { name: 'Go on' }));
        await waitFor(() => expect(sent).toHaveLength(1));
        expect(sent[0]?.after).toBe('fourth');
    });

    it('a reply that was overtaken by a newer one takes nothing back', async () => {
        const user = userEvent.setup();
        const { sent, asked } = serve(view(), view());
        open();
        await user.click(await screen.findByRole('button', { name: 'Go on' }));
        await waitFor(() => expect(sent).toHaveLength(1));
        // The connection is back, and what the server said of the round before the event comes only now.
        window.dispatchEvent(new Event('online'));
        await waitFor(() => expect(asked.filter((path) => path.endsWith('{round}'))).toHaveLength(2));
        await user.click(await screen.findByRole('button', { name: 'Go on' }));
        await waitFor(() => expect(sent).toHaveLength(2));
        expect(sent[1]?.after).toBe(sent[0]?.id);
    });

    it('each event is one request: nothing else is asked anew while the student walks', async () => {
        const user = userEvent.setup();
        const { sent, asked } = serve(view());
        open();
        for (let i = 1; i <= 3; i++) {
            await user.click(await screen.findByRole('button', { name: 'Go on' }));
            await waitFor(() => expect(sent).toHaveLength(i));
        }
        expect(asked.filter((path) => path === '/student')).toHaveLength(1);
    });

    it('what was refused of another round is told here too, until it was read', async () => {
        const user = userEvent.setup();
        await keep('ada', 'other', { id: 'E9', kind: 'answered', at: 0, data: { response: { text: 'moon' } } }, null);
        serve(view());
        open();
        expect(await screen.findByText(/Your answer “moon” was not taken: The task was taken back\./)).toBeTruthy();
        await user.click(screen.getByRole('button', { name: 'I have read it' }));
        expect(screen.queryByText(/was not taken/)).toBeNull();
    });
});
