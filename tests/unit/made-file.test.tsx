// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { Export } from '../../resources/js/api/types';
import { MadeFile } from '../../resources/js/ui/MadeFile';
import * as sheets from '../../resources/js/ui/sheets';
import { say } from '../../resources/js/words/words';
import { answer } from './samples';

const saved = vi.spyOn(sheets, 'saveFrom').mockImplementation(() => undefined);

afterEach(() => {
    cleanup();
    saved.mockClear();
});

/** As long as two looks at it take. */
const SOON = { timeout: 5000 };

/** Asked for, and then as it stands each time that it is looked at; the last stays. */
function asked(...told: (Partial<Export> | number)[]) {
    let at = 0;
    vi.spyOn(client, 'GET').mockImplementation((() => {
        const now = told[Math.min(at++, told.length - 1)];
        return typeof now === 'number'
            ? answer({ type: '/problems/not-found', title: 'Not found', status: now, detail: 'It is not there any more.' }, now)
            : answer({ id: 'x', state: 'waiting', done: 0, bytes: null, ...now });
    }) as never);
    const ask = vi.fn(() => Promise.resolve({ id: 'x', state: 'waiting', done: 0, bytes: null } as Export));
    render(
        <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
            <MadeFile words="Events" ask={ask} />
        </QueryClientProvider>,
    );
    fireEvent.click(screen.getByRole('button', { name: 'Events' }));
    return ask;
}

const button = (words: string) => screen.findByRole('button', { name: words }, SOON);

it('says how far it is, saves it once it is ready, and lets it be saved again', async () => {
    const ask = asked({}, { state: 'working', done: 0.42 }, { state: 'ready', done: 1, bytes: 2000 });
    expect(await button(say('ui.made-file.so-far', { state: 'waiting', done: 0 }))).toHaveProperty('disabled', true);
    await button(say('ui.made-file.so-far', { state: 'working', done: 42 }));
    const status = await screen.findByRole('status', {}, SOON);
    expect(status.textContent).toContain(say('ui.made-file.is-ready', { size: 2 }));
    expect(screen.getByRole('link').getAttribute('href')).toBe('/api/exports/x/file');
    await vi.waitFor(() => expect([ask.mock.calls.length, saved.mock.calls]).toEqual([1, [['/api/exports/x/file']]]));
    expect(await button('Events')).toHaveProperty('disabled', false);
}, 15_000);

it('says that it could not be made, and can be asked for again', async () => {
    const ask = asked({ state: 'failed' });
    await screen.findByText(say('ui.made-file.failed'), {}, SOON);
    fireEvent.click(await button('Events'));
    await vi.waitFor(() => expect(ask.mock.calls.length).toBe(2));
    expect(saved.mock.calls).toEqual([]);
});

it('waits no longer where it is not told of any more, and goes on where it is asked again', async () => {
    const ask = asked({ state: 'working', done: 0.4 }, 404, { state: 'ready', done: 1, bytes: 1 });
    await screen.findByText('It is not there any more.', {}, SOON);
    fireEvent.click(await button('Events'));
    await screen.findByRole('status', {}, SOON);
    expect(screen.queryByText('It is not there any more.')).toBeNull();
    await vi.waitFor(() => expect([ask.mock.calls.length, saved.mock.calls.length]).toEqual([2, 1]));
}, 15_000);
