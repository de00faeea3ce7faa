import { describe, expect, it } from 'vitest';
import type { QuestionStop, QuizDocument } from '../../resources/js/api/types';
import { depthWords } from '../../resources/js/cutaway/DepthProfile';
import { arcs, columns, neighbour, nodes } from '../../resources/js/cutaway/model';
import { newEntry, newQuestion, newRung, newStop } from '../../resources/js/quiz/making';

const first = newStop('question') as QuestionStop;
const second = newStop('question') as QuestionStop;
const film = {
    ...newStop('video'),
    kind: 'video' as const,
    title: 'Film',
    clip: { media: null, from: 0, to: null },
    cues: [{ id: 'CUE', kind: 'question' as const, at: 4, question: newQuestion() }],
};
const side = newStop('reading');
const hints = [newRung('hint'), newRung('hint')];
const own = newRung('video');
first.question = {
    ...first.question,
    ladder: hints,
    entries: [
        { ...newEntry(true), text: 'yes' },
        { ...newEntry(), text: 'no', ladder: [own] },
        { ...newEntry(), text: 'never', fork: side.id },
        { ...newEntry(), text: 'gone', fork: 'nowhere' },
    ],
};
second.question = { ...second.question, kind: 'short-text', entries: [{ ...newEntry(true), key: 'ebb', fork: 'END' }] };
const inner = film.cues[0];
if (inner?.kind === 'question') {
    inner.question.ladder = [newRung('hint')];
}
const quiz: QuizDocument = {
    schema: 1,
    title: '',
    instructions: '',
    language: 'en',
    stops: [first, film, second],
    sideStops: [side],
    finishes: [{ id: 'END', title: 'End', message: '' }],
};
const all = columns(quiz);

describe('columns', () => {
    it('stand in the order of the walk, then the finishes, then the side stops', () => {
        expect(all.map((column) => [column.id, column.number, column.side])).toEqual([
            [first.id, 1, false],
            [film.id, 2, false],
            [second.id, 3, false],
            ['END', null, false],
            [side.id, null, true],
        ]);
    });

    it('hang each ladder below its question, with whose it is', () => {
        expect(all[0]?.sections[0]?.ladders.map((ladder) => [ladder.label, ladder.rungs.length])).toEqual([
            ['', 2],
            ['after “no”', 1],
        ]);
        expect(all[1]?.sections[0]?.cue).toMatchObject({ id: 'CUE', at: 4 });
        expect(all[2]?.sections[0]?.ladders).toEqual([]);
    });
});

describe('arcs', () => {
    it('lead from the answer to where it leads, and from nowhere to nowhere', () => {
        expect(arcs(all)).toEqual([
            { from: 0, to: 4, label: 'C', right: false, goal: 'Side stop' },
            { from: 2, to: 3, label: 'ebb', right: true, goal: 'Finish' },
        ]);
    });
});

describe('walking the picture by arrows', () => {
    it('goes down through a column and back up', () => {
        const path = nodes(all[0] ?? { id: '', stop: null, finish: null, number: null, side: false, sections: [] });
        expect(path).toEqual([first.id, ...hints.map((rung) => rung.id), own.id]);
        let at = first.id;
        for (const node of path.slice(1)) {
            at = neighbour(all, at, 'ArrowDown');
            expect(at).toBe(node);
        }
        expect(neighbour(all, at, 'ArrowDown')).toBe(at);
        expect(neighbour(all, at, 'ArrowUp')).toBe(hints[1]?.id);
    });

    it('goes along the ground, from a rung too, and stays at the ends', () => {
        expect(neighbour(all, own.id, 'ArrowRight')).toBe(film.id);
        expect(neighbour(all, film.id, 'ArrowLeft')).toBe(first.id);
        expect(neighbour(all, first.id, 'ArrowLeft')).toBe(first.id);
        expect(neighbour(all, 'CUE', 'End')).toBe(side.id);
        expect(neighbour(all, side.id, 'ArrowRight')).toBe(side.id);
        expect(neighbour(all, side.id, 'Home')).toBe(first.id);
        expect(neighbour(all, 'nothing', 'ArrowRight')).toBe(first.id);
        expect(neighbour(all, first.id, 'x')).toBe(first.id);
    });
});

describe('the small picture of a task', () => {
    it('says in words where the class went deepest', () => {
        const stop = (depth: number, rungs: number) => ({ came: 3, depth, rungs });
        expect(depthWords([stop(0.5, 2), stop(1.25, 3), stop(1.25, 1)])).toBe('Deepest at stop 2: 1.3 of 3 rungs in the mean.');
        expect(depthWords([stop(0, 2)])).toBe('Nobody has needed a rung yet.');
        expect(depthWords([])).toBe('Nobody has needed a rung yet.');
    });
});
