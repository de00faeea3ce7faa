// @vitest-environment jsdom
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { Conversation } from '../../resources/js/api/types';
import { AskAbout } from '../../resources/js/player/AskAbout';
import { useAsking } from '../../resources/js/player/useAsking';
import { WriteTo } from '../../resources/js/teacher/results/WriteTo';
import { ConversationCard } from '../../resources/js/ui/ConversationCard';
import { say } from '../../resources/js/words/words';
import { Cached } from './Holding';
import { answer } from './samples';

const user = userEvent.setup();

afterEach(() => {
    cleanup();
    vi.restoreAllMocks();
});

const conversation = (more: Partial<Conversation> = {}): Conversation => ({
    id: 'C',
    matter: 'question',
    quiz: { id: 'Q', title: 'Tides' },
    question: 'q',
    about: 'Which way?',
    who: { name: 'Ada', class: 'Year 8' },
    messages: [{ id: 'M', own: false, call: false, text: 'Is this right?', sentAt: '2026-11-27T10:00:00.000Z' }],
    settled: false,
    seen: true,
    ...more,
});

type Send = Parameters<typeof useAsking>[2];
function Asks({ read, send, see }: { read: () => Promise<Conversation[]>; send: Send; see: (id: string) => void }) {
    return <AskAbout question="q" asking={useAsking('R', read, send, see)} />;
}

describe('asking about a question', () => {
    function asks(told: Conversation[], send: Send = vi.fn(), see = vi.fn()) {
        render(
            <Cached>
                <Asks read={() => Promise.resolve(told)} send={send} see={see} />
            </Cached>,
        );
        return { see };
    }
    const field = () => screen.getByLabelText('What do you want to say about it?');

    it('keeps what was typed when it is not sent, and sends the same message again', async () => {
        const send = vi.fn<Send>().mockRejectedValueOnce(new Error('gone')).mockResolvedValue([]);
        asks([], send);
        await user.click(screen.getByText('Is this question right? Ask about it'));
        await user.type(field(), 'It runs in.');
        await user.click(screen.getByRole('button', { name: 'Send it to your teacher' }));
        expect(field()).toHaveProperty('value', 'It runs in.');
        await user.click(screen.getByRole('button', { name: 'Send it to your teacher' }));
        await waitFor(() => expect(field()).toHaveProperty('value', ''));
        const [first, second] = send.mock.calls.map(([asked]) => asked);
        expect(second).toEqual(first);
        expect(first).toMatchObject({ question: 'q', text: 'It runs in.' });
    });

    it('shows an answer by itself, and tells once that it was seen', async () => {
        const own = { id: 'M', own: true, call: false, text: 'Is this right?', sentAt: '2026-11-27T10:00:00.000Z' };
        const { see } = asks([
            conversation({
                who: null,
                settled: true,
                seen: false,
                messages: [own, { ...own, id: 'N', own: false, call: false, text: 'It is.' }],
            }),
        ]);
        expect(await screen.findByText('It is.')).not.toBeNull();
        expect(screen.getByText('Your teacher has answered')).not.toBeNull();
        expect(see).toHaveBeenCalledTimes(1);
    });

    it('says nothing of what was asked about another question', async () => {
        asks([conversation({ question: 'other' })]);
        expect(await screen.findByText('Is this question right? Ask about it')).not.toBeNull();
        expect(screen.queryByText('Is this right?')).toBeNull();
    });
});

describe('what a teacher was asked', () => {
    function card(one: Conversation) {
        render(
            <Cached>
                <MemoryRouter>
                    <ConversationCard conversation={one} withQuestion />
                </MemoryRouter>
            </Cached>,
        );
    }

    it('is answered, and what was typed stays where that fails', async () => {
        const post = vi.spyOn(client, 'POST').mockImplementation(() => answer({ detail: 'Not now.' }, 422));
        card(conversation());
        expect(screen.getByRole('link', { name: 'Tides: Which way?' }).getAttribute('href')).toBe('/quizzes/Q?at=q');
        const field = screen.getByLabelText('Answer to Ada');
        expect(screen.getByRole('button', { name: 'Answer' })).toHaveProperty('disabled', true);
        await user.type(field, 'It is.');
        await user.click(screen.getByRole('button', { name: 'Answer' }));
        expect(await screen.findByText('Not now.')).not.toBeNull();
        expect(field).toHaveProperty('value', 'It is.');
        post.mockImplementation(() => answer({}));
        await user.click(screen.getByRole('button', { name: 'Answer' }));
        await waitFor(() => expect(field).toHaveProperty('value', ''));
        const [first, second] = post.mock.calls.map((call) => (call as unknown as [string, { body: { id: string } }])[1].body.id);
        expect(second).toBe(first);
    });

    it('is told as one’s own where one asked oneself, and needs nothing more once it is settled', () => {
        card(conversation({ who: null, settled: true }));
        expect(screen.getByText(/You asked yourself/)).not.toBeNull();
        expect(screen.queryByRole('button', { name: 'Answer' })).toBeNull();
    });
});

describe('a word to students', () => {
    it('is the same word when it is sent again, and another one when it was changed meanwhile', async () => {
        const bodies: { id: string; text: string }[] = [];
        let status = 500;
        vi.spyOn(client, 'POST').mockImplementation(((_: string, { body }: { body: { id: string; text: string } }) => {
            bodies.push(body);
            return answer({ type: '', title: '', status, detail: 'Away.' }, status);
        }) as never);
        render(
            <Cached>
                <WriteTo task="T" students={['A', 'B']} />
            </Cached>,
        );
        await user.click(screen.getByRole('button'));
        const field = screen.getByRole('textbox');
        const send = () => user.click(screen.getByRole('button', { name: say('teacher.messages.send') }));
        await user.type(field, 'Look again.');
        await send();
        await send();
        await user.type(field, ' Please.');
        status = 204;
        await send();
        await screen.findByText(say('teacher.messages.sent', { n: 2 }));
        expect(bodies.map(({ text }) => text)).toEqual(['Look again.', 'Look again.', 'Look again. Please.']);
        expect(bodies[1]?.id).toBe(bodies[0]?.id);
        expect(bodies[2]?.id).not.toBe(bodies[0]?.id);
    });
});
