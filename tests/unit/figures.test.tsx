// @vitest-environment jsdom
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { AnswerBars } from '../../resources/js/ui/figures/AnswerBars';
import { QuestionRows } from '../../resources/js/ui/figures/QuestionRows';
import { sorted } from '../../resources/js/ui/figures/Sorting';
import { type StudentRow, StudentRows } from '../../resources/js/ui/figures/StudentRows';
import { secondsWords, shareDetail, shareWords } from '../../resources/js/ui/figures/words';
import { asking, quizOf } from './samples';

afterEach(cleanup);

const rowHeads = () => screen.getAllByRole('rowheader').map((head) => head.textContent);

describe('figures keep their uncertainty', () => {
    it('fewer than five are told as counts, more as a share with its interval', () => {
        expect(shareWords({ count: 2, of: 4, interval: [0.15, 0.85] })).toBe('2 of 4');
        expect(shareWords({ count: 2, of: 5, interval: [0.12, 0.77] })).toBe('40 %');
        expect(shareDetail({ count: 2, of: 4, interval: [0.15, 0.85] })).toBe('2 of 4');
        expect(shareDetail({ count: 10, of: 20, interval: [0.2993, 0.7007] })).toBe('10 of 20; between 30 % and 70 % with 95 % certainty');
    });

    it.each([
        [0, '0 s'],
        [89.4, '89 s'],
        [90, '1.5 min'],
        [605, '10.1 min'],
    ])('%d seconds are written %s', (value, words) => expect(secondsWords(value)).toBe(words));
});

describe('sorting', () => {
    const rows = [{ v: 2 }, { v: null }, { v: 1 }];
    const value = ({ v }: { v: number | null }) => v;

    it('goes up and down, and what cannot be told is last either way', () => {
        expect(sorted(rows, { key: 'v', down: false }, value)).toEqual([{ v: 1 }, { v: 2 }, { v: null }]);
        expect(sorted(rows, { key: 'v', down: true }, value)).toEqual([{ v: 2 }, { v: 1 }, { v: null }]);
        expect(sorted(rows, null, value)).toBe(rows);
        expect(rows.map(value)).toEqual([2, null, 1]);
    });

    it('words go by the alphabet', () => {
        const words = [{ v: 'Östrup' }, { v: 'Zeller' }, { v: 'Abara' }];
        expect(sorted(words, { key: 'v', down: false }, ({ v }) => v).map(({ v }) => v)).toEqual(['Abara', 'Östrup', 'Zeller']);
    });
});

describe('questions as rows', () => {
    const document = quizOf(asking('Hard?', ['yes']), asking('Easy?', ['yes']));
    const columns = [
        { key: 'right', words: 'right', value: (row: { right: number }) => row.right, show: (row: { right: number }) => row.right },
    ];

    it('sort by a column, and back to the order of the quiz', async () => {
        const select = vi.fn();
        render(
            <QuestionRows
                document={document}
                rows={[
                    { question: 'Hard?', right: 9 },
                    { question: 'Easy?', right: 2 },
                ]}
                columns={columns}
                onSelect={select}
            />,
        );
        const head = screen.getByRole('columnheader', { name: /right/ });
        expect(head.getAttribute('aria-sort')).toBe('none');
        await userEvent.click(within(head).getByRole('button'));
        expect([head.getAttribute('aria-sort'), rowHeads()]).toEqual(['ascending', ['2. Easy?', '1. Hard?']]);
        await userEvent.click(within(head).getByRole('button'));
        expect([head.getAttribute('aria-sort'), rowHeads()]).toEqual(['descending', ['1. Hard?', '2. Easy?']]);
        await userEvent.click(within(head).getByRole('button'));
        expect(head.getAttribute('aria-sort')).toBe('none');
        await userEvent.click(screen.getByRole('button', { name: '2. Easy?' }));
        expect(select).toHaveBeenCalledWith('Easy?');
    });
});

describe('students as rows', () => {
    const document = quizOf(asking('One?', ['yes']), asking('Two?', ['yes']));
    const student = (name: string, standings: StudentRow['standings']): StudentRow => ({
        id: name,
        name,
        to: standings === null ? null : `/students/${name}`,
        standings,
    });
    const show = (rows: StudentRow[]) =>
        render(
            <MemoryRouter>
                <StudentRows document={document} questions={['One?', 'Two?']} rows={rows} columns={[]} />
            </MemoryRouter>,
        );

    it('tell each standing in words too, and nothing of who has not begun', () => {
        show([student('Ada', { 'One?': 'climbed' }), student('Bram', null)]);
        const [ada, bram] = screen.getAllByRole('row').slice(1);
        expect(within(ada as HTMLElement).getByText('right after help or a slip')).toBeTruthy();
        expect(within(ada as HTMLElement).getByText('untouched')).toBeTruthy();
        expect(
            within(ada as HTMLElement)
                .getByRole('link')
                .getAttribute('href'),
        ).toBe('/students/Ada');
        expect(within(bram as HTMLElement).queryByText('untouched')).toBeNull();
        expect(within(bram as HTMLElement).queryByRole('link')).toBeNull();
    });

    it('sort by a question: who needs most comes first, who has not begun last', async () => {
        show([
            student('Ada', { 'Two?': 'clear' }),
            student('Bram', null),
            student('Cleo', { 'Two?': 'on-the-ladder' }),
            student('Dov', {}),
        ]);
        await userEvent.click(screen.getByRole('button', { name: 'Sort by 2. Two?' }));
        expect(rowHeads()).toEqual(['Cleo', 'Dov', 'Ada', 'Bram']);
        await userEvent.click(screen.getByRole('button', { name: /Student/ }));
        expect(rowHeads()).toEqual(['Ada', 'Bram', 'Cleo', 'Dov']);
    });

    it('a great many are shown in part until all are asked for', async () => {
        show(Array.from({ length: 400 }, (_, index) => student(`S${index}`, {})));
        expect(rowHeads()).toHaveLength(150);
        expect(screen.getByText(/150 of 400 students/)).toBeTruthy();
        await userEvent.click(screen.getByRole('button', { name: 'Show all' }));
        expect(rowHeads()).toHaveLength(400);
    });
});

describe('answers as bars', () => {
    const lines = () => screen.getAllByRole('listitem').map((line) => line.textContent);

    it('options have their letters, what is right is said, and empty ones are left out', () => {
        const { question } = asking('Which?', ['ebb', 'flood', '']);
        render(<AnswerBars question={question} counts={{ ebb: 3, flood: 1 }} />);
        expect(lines()).toEqual(['A ebb (right)3', 'B flood1']);
    });

    it('typed answers have none, and those nobody foresaw are counted together', () => {
        const { question } = asking('Which?', ['ebb', 'flood'], 'short-text');
        render(<AnswerBars question={question} counts={{ ebb: 2 }} other={5} note={(entry) => `${entry}!`} />);
        expect(lines()).toEqual(['ebb (right)2ebb!', 'flood0flood!', 'another answer5']);
    });

    it('in a poll nothing is right, and a right filling of one gap is no answer to the whole', () => {
        render(<AnswerBars question={asking('How sure?', ['sure', 'not'], 'poll').question} counts={{ sure: 2 }} />);
        expect(lines()).toEqual(['A sure2', 'B not0']);
        cleanup();
        const gap = (id: string, right: boolean) => ({ id, text: '', key: id, right, feedback: '', fork: null, ladder: [] });
        const { question } = asking('Fill in', [], 'gaps');
        const gaps = [{ id: 'g', show: 'typed' as const, entries: [gap('whole', true), gap('double', false)] }];
        render(<AnswerBars question={{ ...question, gaps }} counts={{ double: 1 }} />);
        expect(lines()).toEqual(['double1']);
    });
});
