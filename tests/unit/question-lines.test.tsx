// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { DrillStop, QuizDocument, Standing, StoredEvent, StudentWalks, WalkRecord } from '../../resources/js/api/types';
import { newRung, newStop } from '../../resources/js/quiz/making';
import { FromRoundToRound } from '../../resources/js/teacher/results/FromRoundToRound';
import { QuestionLines } from '../../resources/js/teacher/results/QuestionLines';
import { standingWords } from '../../resources/js/ui/Standing';
import { say } from '../../resources/js/words/words';
import { asking, quizOf } from './samples';

afterEach(cleanup);

const rope = asking('Rope?', ['long', 'short']);
rope.question.ladder = [{ ...newRung('hint'), id: 'a hint' }];
const drill = {
    ...(newStop('drill') as DrillStop),
    id: 'drill',
    title: 'Knots',
    questions: [asking('Knot?', ['bowline', 'none']).question],
};
const document = quizOf(rope, asking('Sail?', ['wide', 'narrow']), asking('Tide?', ['high', 'low']), drill);

const record = (standing: Standing, more: Partial<WalkRecord> = {}): WalkRecord => ({
    standing,
    share: 0,
    own: ['long'],
    files: [],
    judged: null,
    overruled: null,
    comment: '',
    asMarked: null,
    seconds: 0,
    ...more,
});

let number = 0;
const event = (kind: string, about: string | null, data: object, facts: object[] = []): StoredEvent => {
    number += 1;
    return { number, kind, at: 1000 * number, late: false, about, data, facts } as unknown as StoredEvent;
};
const answered = (question: string, choice: string, result: string, home?: string): StoredEvent =>
    event('answered', home ?? question, { question, response: { choices: [choice] } }, [
        { kind: 'marked', question, result, ...(home === undefined ? {} : { home }) },
    ]);

const shown = (
    records: Record<string, WalkRecord>,
    events: StoredEvent[],
    { finished = true, asks = document.stops.map(({ id }) => id) } = {},
) => {
    render(
        <QueryClientProvider client={new QueryClient()}>
            <QuestionLines
                task="t"
                round="r"
                series={{}}
                persons={{}}
                opensUntil={null}
                {...{ document, records, events, finished, asks }}
            />
        </QueryClientProvider>,
    );
    return screen.queryAllByRole('group').map((one) => one.querySelector('summary') as HTMLElement);
};

it('tells in one line each try, each rung and the time, and opens into all of it', async () => {
    const hint = event('asked-for-help', 'Rope?', { question: 'Rope?' }, [{ kind: 'rung-seen', question: 'Rope?', rung: 'a hint' }]);
    const [line] = shown({ 'Rope?': record('climbed', { seconds: 83.2 }) }, [
        answered('Rope?', 'short', 'not-right'),
        hint,
        answered('Sail?', 'wide', 'right'),
        answered('Rope?', 'long', 'right'),
    ]);
    expect(line?.textContent).toBe(
        `▸${standingWords.climbed}1. Rope?“short”, ${say('teacher.student.not-yet')}hint“long”, ${say('teacher.student.right')}1:23`,
    );
    fireEvent.click(line as HTMLElement);
    const open = line?.parentElement as HTMLElement;
    expect(await within(open).findAllByRole('listitem')).toHaveLength(3);
    expect(within(open).getByText(say('teacher.points-by-hand.give-points-by-hand'))).toBeTruthy();
    expect(within(open).queryByText(/wide/)).toBeNull();
});

it('has at the last try what it was marked when all was handed in, and says so at none of the questions', async () => {
    const taken = (choice: string) =>
        event('answered', 'Rope?', { question: 'Rope?', response: { choices: [choice] } }, [{ kind: 'taken', question: 'Rope?' }]);
    const handedIn = event('handed-in', null, {}, [
        { kind: 'marked', question: 'Rope?', result: 'right' },
        { kind: 'marked', question: 'Sail?', result: 'not-right' },
    ]);
    const [line] = shown({ 'Rope?': record('clear') }, [taken('short'), taken('long'), handedIn]);
    expect(line?.textContent).toBe(`▸${standingWords.clear}1. Rope?“short”“long”, ${say('teacher.student.right')}`);
    fireEvent.click(line as HTMLElement);
    expect(await within(line?.parentElement as HTMLElement).findAllByRole('listitem')).toHaveLength(2);
});

it('keeps a line short, and counts what stood before', () => {
    const [line] = shown(
        { 'Rope?': record('on-the-ladder') },
        ['long', 'short', 'long', 'short', 'long', 'short', 'long', 'short'].map((choice) => answered('Rope?', choice, 'not-right')),
    );
    expect(line?.textContent).toContain(say('teacher.student.so-many-before', { n: 2 }));
    expect(line?.textContent?.match(/“/g)).toHaveLength(6);
});

it('has what was never answered of what the round asks, where it is over, and only there', () => {
    const names = (lines: HTMLElement[]) =>
        lines.map((line) => document.stops.findIndex((_, at) => line.textContent?.includes(`${at + 1}.`)));
    const records = { 'Sail?': record('clear') };
    expect(shown(records, [])).toHaveLength(4);
    cleanup();
    expect(names(shown(records, [], { finished: false }))).toEqual([1]);
    cleanup();
    expect(names(shown(records, [], { asks: [] }))).toEqual([1]);
    cleanup();
    // A round over a portion, or what was missed, owes no more than that.
    expect(names(shown(records, [], { asks: document.stops.slice(1, 3).map(({ id }) => id) }))).toEqual([1, 2]);
});

it('lets what waits to be read stand open above, once', () => {
    const lines = shown({ 'Rope?': record('to-be-read'), 'Sail?': record('clear') }, [], { finished: false });
    expect(within(screen.getByRole('region', { name: say('teacher.points-by-hand.to-be-read') })).getByText('1. Rope?')).toBeTruthy();
    expect(lines.filter((line) => line.textContent?.includes('Rope?'))).toEqual([]);
    expect(lines.some((line) => line.textContent?.includes('Sail?'))).toBe(true);
});

it('lays no question of a drill out to be read: it gives its points as a whole', () => {
    const lines = shown({ 'Knot?': record('to-be-read') }, [answered('Knot?', 'none', 'noted')], { finished: false });
    expect(screen.queryByRole('region', { name: say('teacher.points-by-hand.to-be-read') })).toBeNull();
    expect(lines).toEqual([]);
});

it('has a drill as a whole, with what was tried in it, and a stand-in at the question it stands in for', () => {
    const lines = shown({ 'Knot?': record('clear', { seconds: 5 }), 'Rope?': record('clear') }, [
        answered('Knot?', 'none', 'not-right'),
        answered('another rope', 'long', 'right', 'Rope?'),
    ]);
    const ofDrill = lines.find((line) => line.textContent?.includes('Knots'));
    expect(ofDrill?.textContent).toContain('“none”');
    expect(ofDrill?.textContent).toContain('0:05');
    expect(lines.filter((line) => line.textContent?.includes('Knot?'))).toEqual([]);
    expect(lines[0]?.textContent).toContain('“long”');
});

it('tells the standing at each question from round to round, where there was more than one', () => {
    const round = (id: string, score: number, records: Record<string, WalkRecord>, of = document) =>
        ({ id, number: Number(id), kind: 'task', score, records, document: of }) as unknown as StudentWalks['rounds'][number] & {
            document: QuizDocument;
        };
    const first = round('1', 0.5, { 'Rope?': record('set-aside') });
    const { container } = render(<FromRoundToRound rounds={[first]} />);
    expect(container.textContent).toBe('');
    cleanup();
    render(<FromRoundToRound rounds={[first, round('2', 1, { 'Rope?': record('clear'), 'Tide?': record('clear') })]} />);
    const rows = screen.getAllByRole('row').map((row) =>
        within(row)
            .queryAllByRole('cell')
            .map((cell) => cell.textContent),
    );
    expect(rows).toEqual([[], [standingWords['set-aside'], standingWords.clear], [standingWords.untouched, standingWords.clear]]);
    expect(screen.getAllByRole('columnheader').map((head) => head.textContent)).toEqual([
        say('teacher.record.column', { of: 'question' }),
        `${say('teacher.student.round', { kind: 'task', number: 1 })}50 %`,
        `${say('teacher.student.round', { kind: 'task', number: 2 })}100 %`,
    ]);
    cleanup();
    // The first was walked on an edition that asked something else, and called one of them otherwise.
    const rope2 = { ...rope, question: { ...rope.question, prompt: 'Which rope?' } };
    render(
        <FromRoundToRound
            rounds={[
                round('1', 0.5, { 'Rope?': record('clear'), 'Sail?': record('shown') }),
                round('2', 1, { 'Rope?': record('clear'), 'Tide?': record('clear') }, quizOf(rope2, asking('Tide?', ['high', 'low']))),
            ]}
        />,
    );
    expect(screen.getAllByRole('rowheader').map((head) => head.textContent)).toEqual(['1. Which rope?', '2. Tide?', '2. Sail?']);
});
