// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Answer, AskedQuestion, QuestionPlace } from '../../resources/js/api/types';
import { AnswerForm } from '../../resources/js/player/AnswerForm';
import { emptyAnswer, inWords, isReady } from '../../resources/js/player/answers/parts';

afterEach(cleanup);
beforeEach(() => localStorage.clear());

const option = (id: string) => ({ id, text: id });

function asked(kind: AskedQuestion['kind'], more: Partial<AskedQuestion> = {}): AskedQuestion {
    return { id: 'Q', kind, blocks: [], options: [], show: 'list', ...more } as unknown as AskedQuestion;
}

const samples: Record<string, AskedQuestion> = {
    'one-choice': asked('one-choice', { options: [option('ebb'), option('flood')] }),
    'several-choices': asked('several-choices', { options: [option('ebb'), option('flood'), option('slack')] }),
    'short-text': asked('short-text'),
    written: asked('written'),
    gaps: asked('gaps', {
        sentence: 'A <span data-gap="g"></span> note has <span data-gap="h"></span> beats.',
        gaps: [
            { id: 'g', options: null },
            { id: 'h', options: [option('two'), option('four')] },
        ],
    }),
    order: asked('order', { items: [option('low'), option('rising'), option('high')] }),
    match: asked('match', {
        pairs: [
            { id: 'p', text: 'spring' },
            { id: 'q', text: 'neap' },
        ],
        items: [option('full moon'), option('half moon')],
    }),
};

function ask(question: AskedQuestion, { draft = null, ...more }: Partial<QuestionPlace> & { draft?: string | null } = {}) {
    const submit = vi.fn<(answer: Answer) => void>();
    const place = { kind: 'question', question, tried: [], verdict: null, ...more } as unknown as QuestionPlace;
    render(
        <AnswerForm place={place} draft={draft} disabled={false} filesTo={null} onSubmit={submit}>
            {(ready) => (
                <button type="submit" disabled={!ready}>
                    Check
                </button>
            )}
        </AnswerForm>,
    );
    return { submit, check: () => userEvent.click(screen.getByRole('button', { name: 'Check' })) };
}

const sample = (kind: string) => samples[kind] ?? asked('poll');

describe('each kind is answered', () => {
    it('one choice by its button; another takes its place', async () => {
        const { submit, check } = ask(sample('one-choice'));
        await check();
        expect(submit).not.toHaveBeenCalled();
        await userEvent.click(screen.getByLabelText('flood'));
        await userEvent.click(screen.getByLabelText('ebb'));
        await check();
        expect(submit).toHaveBeenCalledExactlyOnceWith({ choices: ['ebb'] });
    });

    it('one choice from a list, where the teacher wished it so', async () => {
        const { submit, check } = ask({ ...sample('one-choice'), show: 'drop-down' }, { tried: ['ebb'] });
        expect(screen.getByRole('option', { name: 'ebb (tried)' })).toBeTruthy();
        await userEvent.selectOptions(screen.getByLabelText('Your answer'), 'flood');
        await check();
        expect(submit).toHaveBeenCalledWith({ choices: ['flood'] });
    });

    it('several choices in any order, taken back again', async () => {
        const { submit, check } = ask(sample('several-choices'));
        for (const name of ['slack', 'ebb', 'flood', 'slack']) {
            await userEvent.click(screen.getByLabelText(name));
        }
        await check();
        expect(submit).toHaveBeenCalledWith({ choices: ['ebb', 'flood'] });
    });

    it.each(['short-text', 'written'])('%s by typing; blanks are no answer', async (kind) => {
        const { submit, check } = ask(sample(kind));
        await userEvent.type(screen.getByLabelText('Your answer'), '   ');
        await check();
        expect(submit).not.toHaveBeenCalled();
        await userEvent.type(screen.getByLabelText('Your answer'), 'ebb');
        await check();
        expect(submit).toHaveBeenCalledWith({ text: '   ebb' });
    });

    it('gaps by typing and from a list, all of them', async () => {
        const { submit, check } = ask(sample('gaps'));
        await userEvent.type(screen.getByLabelText('Gap 1'), 'half');
        await check();
        expect(submit).not.toHaveBeenCalled();
        await userEvent.selectOptions(screen.getByLabelText('Gap 2'), 'two');
        await check();
        expect(submit).toHaveBeenCalledWith({ gaps: { g: 'half', h: 'two' } });
    });

    it('an order with buttons, each move told', async () => {
        const { submit, check } = ask(sample('order'));
        expect((screen.getByRole('button', { name: 'Move low up' }) as HTMLButtonElement).disabled).toBe(true);
        await userEvent.click(screen.getByRole('button', { name: 'Move high up' }));
        expect(screen.getByText('high is now number 2 of 3.')).toBeTruthy();
        await userEvent.click(screen.getByRole('button', { name: 'Move low down' }));
        expect(screen.getAllByRole('listitem').map((item) => item.textContent)).toEqual(['1.high', '2.low', '3.rising']);
        await check();
        expect(submit).toHaveBeenCalledWith({ order: ['high', 'low', 'rising'] });
    });

    it('a match once every pair is made, and a choice can be taken back', async () => {
        const { submit, check } = ask(sample('match'));
        await userEvent.selectOptions(screen.getByLabelText('spring'), 'full moon');
        await userEvent.selectOptions(screen.getByLabelText('neap'), 'half moon');
        await userEvent.selectOptions(screen.getByLabelText('neap'), 'Choose …');
        await check();
        expect(submit).not.toHaveBeenCalled();
        await userEvent.selectOptions(screen.getByLabelText('neap'), 'half moon');
        await check();
        expect(submit).toHaveBeenCalledWith({ pairs: { p: 'full moon', q: 'half moon' } });
    });
});

describe('after a slip', () => {
    const verdict = (more: object) =>
        ({ verdict: { result: 'not-right', parts: null, response: null, ...more } }) as unknown as Partial<QuestionPlace>;

    it('choices begin anew, with what was tried said', () => {
        ask(sample('one-choice'), { tried: ['flood'], ...verdict({ response: { choices: ['flood'] } }) });
        expect(screen.getAllByRole('radio').filter((radio) => (radio as HTMLInputElement).checked)).toHaveLength(0);
        expect(within(screen.getByText('tried').closest('label') as HTMLElement).getByText('flood')).toBeTruthy();
    });

    it('what was typed stands there still, with the parts that are right', () => {
        ask(sample('gaps'), verdict({ response: { gaps: { g: 'half', h: 'four' } }, parts: { g: true, h: false } }));
        expect((screen.getByLabelText('Gap 1, this one is right') as HTMLInputElement).value).toBe('half');
        expect((screen.getByLabelText('Gap 2, not yet') as HTMLSelectElement).value).toBe('four');
    });
});

describe('what was begun is kept on the device', () => {
    it('and is there again after a reload', async () => {
        ask(sample('short-text'), { draft: 'kept' });
        await userEvent.type(screen.getByLabelText('Your answer'), 'eb');
        cleanup();
        ask(sample('short-text'), { draft: 'kept' });
        expect((screen.getByLabelText('Your answer') as HTMLInputElement).value).toBe('eb');
    });

    it('but never where it cannot be read', () => {
        localStorage.setItem('kept', '{');
        ask(sample('short-text'), { draft: 'kept' });
        expect((screen.getByLabelText('Your answer') as HTMLInputElement).value).toBe('');
    });
});

describe('an answer in words', () => {
    it.each<[string, Answer, string]>([
        ['one-choice', { choices: ['ebb'] }, 'ebb'],
        ['several-choices', { choices: ['ebb', 'slack', 'gone'] }, 'ebb, slack, '],
        ['short-text', { text: 'ébb' }, 'ébb'],
        ['order', { order: ['high', 'low'] }, '1. high  2. low'],
        ['match', { pairs: { p: 'full moon' } }, 'spring → full moon, neap → …'],
        ['gaps', { gaps: { g: 'half', h: 'two' } }, 'half, two'],
    ])('%s', (kind, answer, words) => expect(inWords(sample(kind), answer)).toBe(words));

    it('is nothing where there is none, and counts files', () => {
        expect(inWords(sample('order'), null)).toBe('');
        expect(inWords(asked('hand-in'), { files: ['a'] })).toBe('1 file');
        expect(inWords(asked('hand-in'), { files: ['a', 'b'] })).toBe('2 files');
    });

    it('nothing is ready before it is begun, but an order, which always is one', () => {
        for (const question of Object.values(samples)) {
            expect([question.kind, isReady(question, emptyAnswer(question))]).toEqual([question.kind, question.kind === 'order']);
        }
        expect(isReady(asked('hand-in'), emptyAnswer(asked('hand-in')))).toBe(false);
    });
});
