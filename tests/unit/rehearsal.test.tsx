// @vitest-environment jsdom
import { act, renderHook, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { Terms } from '../../resources/js/api/types';
import { useRehearsal } from '../../resources/js/teacher/rehearse/useRehearsal';
import { answer } from './samples';

afterEach(() => vi.restoreAllMocks());

type Body = { events: { kind: string }[]; earlier: { events: unknown[] }[]; terms: Terms; next?: { as: string } };

/** A server that takes its time: each request is answered when it is let go, in any order. */
function slowly() {
    const asked: { body: Body; reply: () => void }[] = [];
    vi.spyOn(client, 'POST').mockImplementation(
        ((_: string, { body }: { body: Body }) =>
            new Promise((done) => {
                const made = body.next === undefined ? [] : [{ kind: body.next.as, data: {} }];
                asked.push({ body, reply: () => done(answer({ view: {}, made, path: [], trace: [] })) });
            })) as never,
    );
    return asked;
}

const walked = (terms: Terms) => renderHook(({ terms: now }) => useRehearsal('Q', null, now), { initialProps: { terms } });

describe('a rehearsal whose server is slow', () => {
    it('takes keys that are pressed meanwhile one after the other, each following on what came before', async () => {
        const asked = slowly();
        const { result } = walked({});
        await waitFor(() => expect(asked).toHaveLength(1));
        act(() => {
            void result.current.as('slip');
            void result.current.as('right');
        });
        expect(asked, 'nothing overtakes').toHaveLength(1);
        await act(async () => asked[0]?.reply());
        await waitFor(() => expect(asked).toHaveLength(2));
        await act(async () => asked[1]?.reply());
        await waitFor(() => expect(asked).toHaveLength(3));
        expect(asked[2]?.body).toMatchObject({ events: [{ kind: 'slip' }], next: { as: 'right' } });
        await act(async () => asked[2]?.reply());
        await waitFor(() => expect(result.current.steps.map(({ kind }) => kind)).toEqual(['slip', 'right']));
        expect(result.current.busy).toBe(false);
    });

    it('begins anew under other terms, also where a step is still on its way and a key comes at once', async () => {
        const asked = slowly();
        const { result, rerender } = walked({ purpose: 'learn' });
        await waitFor(() => expect(asked).toHaveLength(1));
        await act(async () => asked[0]?.reply());
        act(() => void result.current.as('slip'));
        await waitFor(() => expect(asked).toHaveLength(2));
        rerender({ terms: { purpose: 'check' } });
        act(() => void result.current.as('right'));
        for (const turn of [1, 2, 3]) {
            await waitFor(() => expect(asked.length).toBeGreaterThan(turn));
            await act(async () => asked[turn]?.reply());
        }
        expect(asked.slice(2).map(({ body }) => [body.terms.purpose, body.events.length, body.next?.as])).toEqual([
            ['check', 0, undefined],
            ['check', 0, 'right'],
        ]);
        await waitFor(() => expect(result.current.steps.map(({ kind }) => kind)).toEqual(['right']));
    });

    it('keeps the rounds before a further one', async () => {
        const asked = slowly();
        const { result } = walked({});
        await waitFor(() => expect(asked).toHaveLength(1));
        await act(async () => asked[0]?.reply());
        act(() => {
            void result.current.as('right');
            void result.current.nextRound();
        });
        await waitFor(() => expect(asked).toHaveLength(2));
        await act(async () => asked[1]?.reply());
        await waitFor(() => expect(asked).toHaveLength(3));
        expect(asked[2]?.body).toMatchObject({ events: [], earlier: [{ events: [{ kind: 'right' }] }] });
        await act(async () => asked[2]?.reply());
    });
});
