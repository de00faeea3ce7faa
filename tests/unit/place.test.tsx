// @vitest-environment jsdom

import { cleanup, render, screen } from '@testing-library/react';
import { Suspense } from 'react';
import { afterEach, expect, it, vi } from 'vitest';
import { place } from '../../resources/js/ui/place';

afterEach(() => {
    cleanup();
    vi.unstubAllGlobals();
    sessionStorage.clear();
});

const Bay = () => 'the bay';

const show = (load: () => Promise<{ Here: () => string }>) => {
    const Here = place(load, 'Here');
    render(
        <Suspense fallback="…">
            <Here />
        </Suspense>,
    );
};

it('shows a place as soon as it is loaded', async () => {
    show(() => Promise.resolve({ Here: Bay }));
    expect(await screen.findByText('the bay')).toBeTruthy();
});

it('loads the page anew where a new version took its file away, and says so where that does not help', async () => {
    const reload = vi.fn();
    vi.stubGlobal('location', { ...window.location, reload });
    show(() => Promise.reject(new TypeError('gone')));
    await vi.waitFor(() => expect(reload).toHaveBeenCalledTimes(1));
    cleanup();

    show(() => Promise.reject(new TypeError('gone')));
    expect(await screen.findByText('There is no connection to the server.')).toBeTruthy();
    expect(reload).toHaveBeenCalledTimes(1);
});

it('stays where it is without a connection', async () => {
    const reload = vi.fn();
    vi.stubGlobal('location', { ...window.location, reload });
    vi.stubGlobal('navigator', { ...navigator, onLine: false });
    show(() => Promise.reject(new TypeError('offline')));
    expect(await screen.findByRole('button', { name: 'Try again' })).toBeTruthy();
    expect(reload).not.toHaveBeenCalled();
});
