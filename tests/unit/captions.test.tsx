// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import { useCaptionTrack } from '../../resources/js/teacher/build/bench/useCaptionTrack';

interface Put {
    language: string;
    on: number;
    texts: string[];
    reply: (status?: number) => Promise<void>;
}

/** A server that answers a writing when it is told to. */
const puts: Put[] = [];

beforeEach(() => {
    puts.length = 0;
    vi.useFakeTimers({ shouldAdvanceTime: true });
    const answer = (data: unknown) => Promise.resolve({ data, response: new Response() });
    vi.spyOn(client, 'GET').mockImplementation((() =>
        answer([{ language: 'en', revision: 1, lines: [{ from: 0, to: 1, text: 'Ebb' }] }])) as never);
    vi.spyOn(client, 'PUT').mockImplementation(((
        _: string,
        { params, body }: { params: { path: { language: string } }; body: { on: number; lines: { text: string }[] } },
    ) => {
        const { language } = params.path;
        return new Promise((resolve) => {
            puts.push({
                language,
                on: body.on,
                texts: body.lines.map(({ text }) => text),
                reply: async (status = 200) => {
                    await act(async () => {
                        resolve(
                            status === 200
                                ? { data: { language, revision: body.on + 1, lines: body.lines }, response: new Response() }
                                : { error: { detail: 'No.' }, response: new Response('{}', { status }) },
                        );
                        await vi.advanceTimersByTimeAsync(50);
                    });
                },
            });
        });
    }) as never);
});

async function open() {
    const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
    const wrapper = ({ children }: { children: ReactNode }) => <QueryClientProvider client={queries}>{children}</QueryClientProvider>;
    const { result, unmount } = renderHook(() => useCaptionTrack('m'), { wrapper });
    await act(() => vi.advanceTimersByTimeAsync(50));
    const writes = async (text: string, rest = 1500) => {
        act(() => result.current.change([{ from: 0, to: 1, text, key: 'a' }]));
        await act(() => vi.advanceTimersByTimeAsync(rest));
    };
    return { result, unmount, writes };
}

describe('captions that are written', () => {
    it('while a slow reply is awaited follow on it, and are not taken for somebody else’s', async () => {
        const { result, writes } = await open();
        await writes('High');
        await writes('High water');
        expect(puts.map(({ on, texts }) => [on, ...texts])).toEqual([[1, 'High']]);
        await puts[0]?.reply();
        expect(puts.map(({ on, texts }) => [on, ...texts])).toEqual([
            [1, 'High'],
            [2, 'High water'],
        ]);
        await puts[1]?.reply();
        expect([result.current.state, result.current.lines[0]?.text]).toEqual(['saved', 'High water']);
    });

    it('are sent when one goes to another language, or away, before that reply', async () => {
        const { result, writes, unmount } = await open();
        await writes('High');
        await writes('High water', 10);
        act(() => result.current.choose('de'));
        await writes('Flut', 10);
        unmount();
        await puts[0]?.reply();
        await puts[1]?.reply();
        expect(puts.map(({ language, on, texts }) => [language, on, ...texts])).toEqual([
            ['en', 1, 'High'],
            ['en', 2, 'High water'],
            ['de', 0, 'Flut'],
        ]);
    });

    it('stay as they were typed where they are refused', async () => {
        const { result, writes } = await open();
        await writes('High');
        await puts[0]?.reply(409);
        expect([result.current.state, result.current.lines[0]?.text, result.current.notes]).toEqual(['refused', 'High', ['No.']]);
    });

    it('taken back before they were sent are as they are kept', async () => {
        const { result, writes } = await open();
        await writes('High');
        await puts[0]?.reply();
        await writes('High water', 10);
        act(() => result.current.undo?.());
        await act(() => vi.advanceTimersByTimeAsync(1500));
        expect([result.current.state, result.current.lines[0]?.text, puts.length]).toEqual(['saved', 'High', 1]);
    });
});
