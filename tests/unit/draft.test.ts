// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { Quiz } from '../../resources/js/api/types';
import { useDraft } from '../../resources/js/teacher/build/useDraft';
import { answer, quizOf } from './samples';

const quiz = { id: 'Q', version: 1, findings: [], document: quizOf() } as unknown as Quiz;
const titled = (title: string) => ({ ...quiz.document, title });

function server(...answers: (() => never)[]) {
    const put = vi.spyOn(client, 'PUT');
    for (const one of answers) {
        put.mockImplementationOnce(one);
    }
    return put;
}

const accepted = (version: number) => () => answer({ version, findings: [] });
const elsewhere = () => answer({ type: '/problems/changed-elsewhere', detail: 'Changed.', version: 7 }, 409);
const kept = () => localStorage.getItem('unsaved-quiz-Q');
const sent = (put: ReturnType<typeof server>) =>
    (put.mock.calls as unknown as [string, { body: { version: number; document: { title: string } } }][]).map(([, { body }]) => body);

beforeEach(() => {
    vi.useFakeTimers();
    localStorage.clear();
});
afterEach(() => {
    cleanup();
    vi.useRealTimers();
    vi.restoreAllMocks();
});

const begin = (onSaved = vi.fn()) => ({ onSaved, ...renderHook(() => useDraft(quiz, onSaved)) });
const pass = (milliseconds: number) => act(() => vi.advanceTimersByTimeAsync(milliseconds));

describe('a draft saves itself', () => {
    it('once typing pauses, with the version it was made from', async () => {
        const put = server(accepted(2));
        const { result, onSaved } = begin();
        act(() => result.current.change(titled('T')));
        await pass(300);
        act(() => result.current.change(titled('Ti')));
        expect(result.current.saving.state).toBe('saving');
        expect(put).not.toHaveBeenCalled();
        expect(kept()).toContain('"Ti"');
        await pass(500);
        expect(sent(put).map(({ version, document }) => [version, document.title])).toEqual([[1, 'Ti']]);
        expect(result.current.saving).toEqual({ state: 'saved', version: 2 });
        expect(kept()).toBeNull();
        expect(onSaved).toHaveBeenCalledOnce();
    });

    it('again after a break, with nothing lost', async () => {
        const put = server(() => Promise.reject(new TypeError('offline')) as never, accepted(2));
        const { result } = begin();
        act(() => result.current.change(titled('Kept')));
        await pass(500);
        expect(result.current.saving.state).toBe('waiting');
        expect(kept()).toContain('"Kept"');
        await pass(3000);
        expect(sent(put).map(({ document }) => document.title)).toEqual(['Kept', 'Kept']);
        expect(result.current.saving.state).toBe('saved');
    });

    it('from what was kept on the device, when it is opened again', async () => {
        localStorage.setItem('unsaved-quiz-Q', JSON.stringify({ version: 1, document: titled('From before') }));
        const put = server(accepted(2));
        const { result } = begin();
        expect(result.current.document.title).toBe('From before');
        await pass(0);
        expect(sent(put)[0]?.document.title).toBe('From before');
    });

    it.each([
        ['of another version', JSON.stringify({ version: 9, document: titled('Old') })],
        ['that cannot be read', '{'],
    ])('but not from something %s', (_, text) => {
        localStorage.setItem('unsaved-quiz-Q', text);
        const { result } = begin();
        expect(result.current.document.title).toBe('Quiz');
    });

    it('and says what the server refuses', async () => {
        server(() => answer({ type: '/problems/invalid', detail: 'This is not a quiz document.' }, 422));
        const { result } = begin();
        act(() => result.current.change(titled('Bad')));
        await pass(500);
        expect(result.current.saving).toEqual({ state: 'refused', sentence: 'This is not a quiz document.' });
    });
});

describe('a draft that was changed elsewhere too', () => {
    it('is kept here by the newest version of there', async () => {
        const put = server(elsewhere, accepted(8));
        vi.spyOn(client, 'GET').mockImplementation(() => answer({ ...quiz, version: 7 }));
        const { result } = begin();
        act(() => result.current.change(titled('Mine')));
        await pass(500);
        expect(result.current.saving.state).toBe('elsewhere');
        act(() => result.current.change(titled('Mine still')));
        expect(result.current.saving.state).toBe('elsewhere');
        await act(() => result.current.keepMine());
        expect(sent(put).at(-1)).toMatchObject({ version: 7, document: { title: 'Mine still' } });
        expect(result.current.saving).toEqual({ state: 'saved', version: 8 });
    });

    it('or is given up for theirs', async () => {
        server(elsewhere);
        vi.spyOn(client, 'GET').mockImplementation(() => answer({ ...quiz, version: 7, document: titled('Theirs') }));
        const { result } = begin();
        act(() => result.current.change(titled('Mine')));
        await pass(500);
        await act(async () => void (await result.current.takeTheirs()));
        expect([result.current.document.title, result.current.saving]).toEqual(['Theirs', { state: 'saved', version: 7 }]);
        expect(kept()).toBeNull();
    });
});
