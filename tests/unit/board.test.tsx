// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, renderHook, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { AskedQuestion, SentAct, Sitting } from '../../resources/js/api/types';
import { Choices } from '../../resources/js/player/answers/Choices';
import { OnPicture, pictureOf } from '../../resources/js/player/OnPicture';
import { count, deeds, step } from '../../resources/js/teacher/board/Lead';
import { type Front, useSitting } from '../../resources/js/teacher/board/useSitting';
import { nextWords } from '../../resources/js/teacher/board/words';
import { say } from '../../resources/js/words/words';

afterEach(cleanup);

const option = (id: string, at?: [number, number]) => ({ id, text: id, ...(at === undefined ? {} : { at }) });

const onPicture: AskedQuestion = {
    id: 'q',
    kind: 'one-choice',
    prompt: '<p>Where?</p><img data-medium="M1" alt="The blackboard">',
    options: [option('A', [0.25, 0.5]), option('B', [0.75, 0.1])],
    show: 'letters',
};

function front(more: Partial<Sitting>) {
    const sitting = {
        phase: 'answering',
        devices: true,
        lifted: [],
        hands: {},
        next: null,
        board: { question: onPicture, shown: null },
        ...more,
    } as unknown as Sitting;
    return { sitting, why: null, busy: false, signedOut: false, act: vi.fn<Front['act']>() };
}

describe('a question on a picture', () => {
    it('is one where an option lies on the picture of what is asked', () => {
        expect(pictureOf(onPicture)).toEqual({ medium: 'M1', alt: 'The blackboard', rest: '<p>Where?</p>' });
        expect(pictureOf({ ...onPicture, options: [option('A')] })).toBeNull();
        expect(pictureOf({ ...onPicture, prompt: 'Where?' })).toBeNull();
    });
    it('is answered by a tap where the letter lies, or by the options beside it', async () => {
        const chosen = vi.fn();
        render(<Choices question={onPicture} answer={{ choices: [] }} onChange={chosen} tried={[]} parts={null} />);
        expect(screen.getByAltText('The blackboard')).toBeTruthy();
        await userEvent.click(screen.getByTitle(say('player.on-picture.place', { letter: 'B' })));
        expect(chosen).toHaveBeenLastCalledWith({ choices: ['B'] });
        await userEvent.click(screen.getAllByRole('radio')[0] as HTMLElement);
        expect(chosen).toHaveBeenLastCalledWith({ choices: ['A'] });
    });
    it('tells how many took which beside the letters, and is not tapped on the board', () => {
        const picture = pictureOf(onPicture);
        render(
            picture === null ? null : (
                <OnPicture question={onPicture} picture={picture} right={['A']} beside={(id) => (id === 'A' ? '7' : '0')} />
            ),
        );
        expect(screen.getByTitle(say('player.on-picture.place', { letter: 'A' })).textContent).toBe('A7');
        expect((screen.getByTitle(say('player.on-picture.place', { letter: 'A' })) as HTMLButtonElement).disabled).toBe(true);
    });
});

describe('the front', () => {
    it('says what the one large key does', () => {
        const place = { task: 't', stop: 's', cue: null, name: 'Why?', number: 3, back: false };
        const { sitting } = front({});
        expect(nextWords(sitting, { kind: 'stands', place })).toBe('Go on to 3');
        expect(nextWords({ ...sitting, phase: 'gathering' }, { kind: 'stands', place })).toBe('Begin with 3');
        expect(nextWords(sitting, { kind: 'stands', place: { ...place, back: true } })).toBe('Back to 3');
        expect(nextWords(sitting, { kind: 'stands', place: { ...place, cue: 'c' } })).toBe('Ask');
        expect(
            new Set(['closed', 'revealed', 'let-go', 'gathered', 'ended'].map((kind) => nextWords(sitting, { kind, place: null } as never)))
                .size,
        ).toBe(5);
    });
    it('does it, once', () => {
        const place = { task: 't', stop: 's', cue: null, name: 'Why?', number: 3, back: false };
        const one = front({ next: { kind: 'stands', place } });
        step(one);
        expect(one.act).toHaveBeenCalledWith('stands', { place: { task: 't', stop: 's', cue: null } });
        const busy = { ...front({ next: { kind: 'closed', place: null } }), busy: true };
        step(busy);
        expect(busy.act).not.toHaveBeenCalled();
    });
    it('offers what fits where the class stands, each by a key of its own', () => {
        const keys = (more: Partial<Sitting>) => deeds(front(more)).map((deed) => deed.key);
        expect(keys({})).toEqual(['r', 'c', 'l', 'v', 'e']);
        expect(keys({ phase: 'closed' })).toEqual(['r', 'a', 'l', 'v', 'e']);
        expect(keys({ phase: 'gathering' })).toEqual(['n', 'e']);
        expect(keys({ phase: 'alone' })).toEqual(['e']);
        expect(keys({ phase: 'ended' })).toEqual([]);
        expect(keys({ devices: false })).toEqual(['r', 'e']);
    });
    it('counts hands where there are no devices, and not below nought', () => {
        const one = front({ devices: false, hands: { A: 4 } });
        count(one, 0, 1);
        expect(one.act).toHaveBeenLastCalledWith('counted', { entry: 'A', hands: 5 });
        count(one, 1, -1);
        expect(one.act).toHaveBeenLastCalledWith('counted', { entry: 'B', hands: 0 });
        count(one, 7, 1);
        count(front({}), 0, 1);
        expect(one.act).toHaveBeenCalledTimes(2);
    });
});

describe('acts at the front', () => {
    it('go one after the other, and each hand shows as soon as it is counted', async () => {
        const sent: { after: number; hands: number | undefined }[] = [];
        const answer: (() => void)[] = [];
        let number = 7;
        const stands = () => ({
            data: { number, hands: { A: number - 7 }, devices: false, board: { question: onPicture } },
            response: new Response(),
        });
        vi.spyOn(client, 'GET').mockImplementation((async () => stands()) as never);
        vi.spyOn(client, 'POST').mockImplementation((async (_: string, { body }: { body: SentAct }) => {
            sent.push({ after: body.after, hands: body.data.hands });
            await new Promise<void>((resolve) => answer.push(resolve));
            number += 1;
            return stands();
        }) as never);
        const queries = new QueryClient();
        const { result, unmount } = renderHook(() => useSitting('S1'), {
            wrapper: ({ children }: { children: ReactNode }) => <QueryClientProvider client={queries}>{children}</QueryClientProvider>,
        });
        await waitFor(() => expect(result.current.sitting).toBeDefined());
        act(() => count(result.current, 0, 1));
        act(() => count(result.current, 0, 1));
        act(() => count(result.current, 0, 1));
        expect(result.current.sitting?.hands).toEqual({ A: 3 });
        for (const turn of [1, 2, 3]) {
            await waitFor(() => expect(answer).toHaveLength(turn));
            await act(async () => answer[turn - 1]?.());
            expect(result.current.sitting?.hands).toEqual({ A: 3 });
        }
        await waitFor(() => expect(result.current.busy).toBe(false));
        expect(sent).toEqual([
            { after: 7, hands: 1 },
            { after: 8, hands: 2 },
            { after: 9, hands: 3 },
        ]);
        expect(result.current.sitting?.hands).toEqual({ A: 3 });
        unmount();
        vi.restoreAllMocks();
    });
});
