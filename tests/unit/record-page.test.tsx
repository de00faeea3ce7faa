// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { client } from '../../resources/js/api/client';
import type { ClassRecord } from '../../resources/js/api/types';
import { RecordTable } from '../../resources/js/teacher/classes/RecordTable';
import { StudentReportPage } from '../../resources/js/teacher/classes/StudentReportPage';
import type { Covers } from '../../resources/js/ui/covers';
import { say } from '../../resources/js/words/words';
import { recordCell as cell, recordRow, recordTask, unbegun } from './samples';

afterEach(() => {
    cleanup();
    vi.restoreAllMocks();
});

const record: ClassRecord = {
    units: ['Tides'],
    tasks: [recordTask('First', { n: 9 }), recordTask('Second', { unit: 'Tides' }), recordTask('Third')],
    students: [
        recordRow('Bram', 'Abara', [cell({ score: 0.2 }), cell({ score: 0.4, late: false, provisional: true }), null], { mean: 0.3 }),
        recordRow('Cleo', '', [cell({ ...unbegun, missing: true }), cell({ score: null, done: 0.4, endedAt: null }), cell(unbegun)], {
            mean: null,
        }),
        recordRow('Ada', 'Zimmer', [cell({ score: 0.9 }), cell({ score: 0.7, excused: true }), cell({ late: false })], { mean: 0.85 }),
    ],
};

const covers = (seen: Partial<Covers['seen']> = {}): Covers => ({
    forClass: false,
    seen: { names: true, answers: true, scores: true, ...seen },
    answersTo: () => true,
    turn: () => undefined,
    lift: () => undefined,
    liftAnswersTo: () => undefined,
});

const shown = (seen: Partial<Covers['seen']> = {}, strict = false) =>
    render(
        <QueryClientProvider client={new QueryClient()}>
            <MemoryRouter>
                <RecordTable record={record} strict={strict} covers={covers(seen)} opened={null} reportOf={(student) => `/${student}`} />
            </MemoryRouter>
        </QueryClientProvider>,
    );

const cellsOf = (name: string) =>
    within(screen.getByRole('row', { name: new RegExp(`^${name}`) }))
        .getAllByRole('cell')
        .map((one) => one.textContent);

const state = (of: string) => say('teacher.record.state', { state: of });

describe('the record of a class', () => {
    it('says of each the score that counts, and the most pressing beside it', () => {
        shown();
        expect(cellsOf('Bram')).toEqual(['30 %', '1', `20 %${state('late')}`, `40 %${state('provisional')}`, '']);
        expect(cellsOf('Cleo')).toEqual(['–', '1', state('missing'), say('teacher.record.under-way', { done: 40 }), '']);
        expect(cellsOf('Ada')).toEqual(['85 %', '1', `90 %${state('late')}`, `70 %${state('excused')}`, '75 %']);
    });
    it('sorts by a task, by the mean and back, with those without a score last', async () => {
        shown();
        const names = () => screen.getAllByRole('rowheader').map((one) => one.textContent);
        const [, ...students] = ['', 'Bram Abara', 'Cleo ', 'Ada Zimmer'];
        expect(names().slice(1)).toEqual(students);
        const mean = screen.getByRole('button', { name: say('teacher.record.mean') });
        await userEvent.click(mean);
        expect(names().slice(1)).toEqual(['Bram Abara', 'Ada Zimmer', 'Cleo ']);
        await userEvent.click(mean);
        expect(names().slice(1)).toEqual(['Ada Zimmer', 'Bram Abara', 'Cleo ']);
        await userEvent.click(mean);
        expect(names().slice(1)).toEqual(students);
    });
    it('counts what is missing as nothing where that is wished', () => {
        shown({}, true);
        expect(cellsOf('Ada')[0]).toBe('38 %');
    });
    it('shows no score and no name where they are covered', async () => {
        shown({ names: false, scores: false });
        expect(document.body.textContent).not.toMatch(/Abara|Zimmer|%[^ ]?$/);
        await userEvent.click(screen.getByRole('button', { name: say('teacher.record.student-number', { number: 3 }) }));
        expect(screen.queryByText(/90 %/)).toBeNull();
        expect(screen.queryByRole('button', { name: /Zimmer/ })).toBeNull();
        expect(screen.queryByRole('link', { name: /Zimmer/ })).toBeNull();
    });
    it('opens a line of each with the way from task to task, and leads to their report', async () => {
        shown();
        await userEvent.click(screen.getByRole('button', { name: 'Ada Zimmer' }));
        // What they are excused from is no part of the way.
        expect(screen.getByRole('img', { name: say('teacher.record.trend', { scores: 'First 90 %, Third 75 %' }) })).toBeTruthy();
        const report = screen.getByRole('link', { name: say('teacher.record.print-student', { name: 'Ada Zimmer' }) });
        expect(report.getAttribute('href')).toBe('/Ada');
    });
    it('draws no way from a single score, and excuses by one press', async () => {
        const put = vi
            .spyOn(client, 'PUT')
            .mockImplementation((() => Promise.resolve({ response: new Response(null, { status: 204 }) })) as never);
        shown();
        await userEvent.click(screen.getByRole('button', { name: 'Cleo' }));
        expect(screen.queryByRole('img', { name: /task to task/ })).toBeNull();
        await userEvent.click(screen.getByRole('button', { name: say('teacher.record.excuse-from', { title: 'First', excused: 'no' }) }));
        expect(put.mock.calls[0]?.[1]).toEqual({ params: { path: { task: 'First', student: 'Cleo' } } });
    });
});

describe('the report on one student', () => {
    const known = (chance: number | null, answers: number) => ({
        student: 'Ada',
        answers,
        known: chance,
        interval: chance === null ? null : [chance - 0.1, chance + 0.05],
    });
    const objectives = [
        ['Read a table', known(0.5, 4)],
        ['Name the tides', known(0.85, 5)],
        ['Plan a walk', known(null, 1)],
        ['Work out a range', known(0.95, 6)],
        ['Say why', known(0.2, 3)],
        ['Not theirs', { ...known(0.9, 6), student: 'Bram' }],
    ].map(([text, one]) => ({ text, code: null, points: [], students: [one] }));
    const opened = (student: string, query = '') => {
        vi.spyOn(client, 'GET').mockImplementation(((path: string) => {
            const data = path.endsWith('/record') ? record : path.endsWith('/objectives') ? { tasks: [], objectives } : { name: 'Year 8' };
            return Promise.resolve({ data, response: new Response() });
        }) as never);
        render(
            <QueryClientProvider client={new QueryClient()}>
                <MemoryRouter initialEntries={[`/classes/c/students/${student}/report${query}`]}>
                    <Routes>
                        <Route path="/classes/:class/students/:student/report" element={<StudentReportPage />} />
                    </Routes>
                </MemoryRouter>
            </QueryClientProvider>,
        );
    };
    it('has their tasks, what they know from the surest, and what not from the least sure', async () => {
        opened('Ada');
        const tasks = await screen.findByRole('region', { name: say('teacher.class.tasks') });
        expect(tasks.textContent).toContain('85 %');
        const cells = within(tasks)
            .getAllByRole('row')
            .slice(1)
            .map((row) => within(row).getAllByRole('cell')[2]?.textContent);
        expect(cells).toEqual(['90 %', state('excused'), '75 %']);
        const items = within(screen.getByRole('region', { name: say('teacher.report.objectives') })).getAllByRole('listitem');
        expect(items.map((one) => one.textContent?.replace(/ \d+ %.*/, ''))).toEqual([
            'Work out a range',
            'Name the tides',
            'Say why',
            'Read a table',
            `Plan a walk ${say('teacher.objectives.too-few', { answers: 1 })}`,
        ]);
        const back = screen.getByRole('link', { name: say('teacher.report.back-to-the-record') });
        expect(back.getAttribute('href')).toBe('/classes/c/record?student=Ada');
    });
    it('counts what is missing as the record was turned to, and says where there is nobody', async () => {
        opened('Cleo', '?missing=nought');
        expect((await screen.findByRole('region', { name: say('teacher.class.tasks') })).textContent).toContain('38 %');
        expect(screen.queryByRole('region', { name: say('teacher.report.objectives') })).toBeNull();
        cleanup();
        opened('Nobody');
        expect(await screen.findByText(say('teacher.report.is-not-here'))).toBeTruthy();
        expect((screen.getByRole('button', { name: say('ui.print-bar.print-it') }) as HTMLButtonElement).disabled).toBe(true);
    });
});
