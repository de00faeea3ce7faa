// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import type { Finding, QuizDocument } from '../../resources/js/api/types';
import { Cutaway } from '../../resources/js/cutaway/Cutaway';
import { DepthProfile } from '../../resources/js/cutaway/DepthProfile';
import { newRung } from '../../resources/js/quiz/making';
import { Holding } from './Holding';
import { asking, quizOf } from './samples';

const user = userEvent.setup();

beforeAll(() => {
    Element.prototype.scrollIntoView = vi.fn();
});
afterEach(cleanup);

const stop = asking('Which way?', ['out', 'in']);
const hint = { ...newRung('hint'), id: 'hint', text: 'Look at the buoys.' };
const deeper = { ...newRung('reading'), id: 'deeper', title: 'On buoys', text: 'They lean.' };
const document: QuizDocument = quizOf({ ...stop, question: { ...stop.question, ladder: [hint, deeper] } }, asking('And now?', ['ebb']));
const finding = (more: Partial<Finding>): Finding => ({
    key: 'k',
    severity: 'warns',
    stop: stop.id,
    at: null,
    sentence: 'Round and round.',
    loop: [],
    fix: null,
    left: false,
    ...more,
});

function show(more: Partial<Parameters<typeof Cutaway>[0]> = {}) {
    const onKey = vi.fn();
    render(
        <Holding<string | null> start={null} seen={vi.fn()}>
            {(selected, select) => (
                <Cutaway document={document} label="The quiz" selected={selected} onSelect={select} onKey={onKey} {...more} />
            )}
        </Holding>,
    );
    return { onKey, focused: () => (window.document.activeElement as HTMLElement).dataset.node };
}

describe('the picture of a quiz', () => {
    it('is walked with the arrows, down the ladders and along the ground', async () => {
        const { focused, onKey } = show();
        screen.getByRole('button', { name: /^Stop 1: Which way/ }).focus();
        await user.keyboard('{ArrowDown}');
        expect(focused()).toBe('hint');
        await user.keyboard('{ArrowDown}');
        expect(focused()).toBe('deeper');
        await user.keyboard('{ArrowRight}');
        expect(focused()).toBe('stop And now?');
        await user.keyboard('{Home}');
        expect(focused()).toBe(stop.id);
        expect(onKey).not.toHaveBeenCalled();
        await user.keyboard('r');
        expect(onKey.mock.lastCall?.[1]).toBe(stop.id);
    });

    it('has one place in the order of the page, not one for each thing in it', () => {
        show();
        const stops = within(screen.getByRole('region', { name: 'The quiz' })).getAllByRole('button');
        expect(stops.filter((button) => button.tabIndex === 0)).toHaveLength(1);
    });

    it('says at a stop what there is to mend, and which stops lead round', () => {
        show({ findings: [finding({ loop: [stop.id, 'stop And now?'] }), finding({ severity: 'advises' })] });
        expect(screen.getByRole('button', { name: 'Stop 1: Which way?, 1 to mend' })).toBeTruthy();
        expect(screen.getAllByText('in a circle')).toHaveLength(2);
    });

    it('does not tell which answers are right where that is hidden', () => {
        const right = () =>
            [...screen.getByRole('region', { name: 'The quiz' }).querySelectorAll('.text-well')].map((line) => line.textContent);
        show();
        expect(right()).toEqual(['A out', 'A ebb']);
        cleanup();
        show({ answers: false });
        expect(right()).toEqual([]);
    });

    it('puts the words of forks from the same stop above each other', () => {
        const forked = {
            ...stop,
            forks: [
                { id: 'first', when: { kind: 'result' as const, result: 'right' as const }, to: 'F' },
                { id: 'second', when: { kind: 'time-out' as const }, to: 'F' },
            ],
        };
        show({ document: quizOf(forked, asking('And now?', ['ebb'])) });
        const words = [...screen.getByRole('region', { name: 'The quiz' }).querySelectorAll('svg text')];
        expect(words.map((one) => one.textContent)).toEqual(['right', 'time out']);
        const [first, second] = words.map((one) => Number(one.getAttribute('y')));
        expect((first ?? 0) - (second ?? 0)).toBeGreaterThanOrEqual(12);
    });

    it('carries figures at its places and fills the rungs with shares', () => {
        show({ at: (node) => (node === 'hint' ? <b>7 here</b> : null), share: (rung) => (rung === 'hint' ? 0.25 : 0) });
        expect(screen.getByText('7 here')).toBeTruthy();
        const filled = screen.getByRole('region', { name: 'The quiz' }).querySelectorAll<HTMLElement>('.bg-rail.opacity-30');
        expect([...filled].map((bar) => bar.style.width)).toEqual(['25%']);
    });
});

describe('the small picture of a task', () => {
    it('fills each ladder as far as the class came down, and says it', () => {
        const { container } = render(
            <DepthProfile
                depths={[
                    { came: 4, depth: 1.5, rungs: 3 },
                    { came: 0, depth: 0, rungs: 1 },
                ]}
            />,
        );
        expect(screen.getByRole('img').getAttribute('aria-label')).toBe('Deepest at stop 1: 1.5 of 3 rungs in the mean.');
        const heights = [...container.querySelectorAll('g rect')].map((bar) => Number(bar.getAttribute('height')));
        expect(heights).toEqual([18, 9, 6, 0]);
        expect(container.querySelectorAll('circle')).toHaveLength(1);
    });
});
