import { describe, expect, it } from 'vitest';
import { landing, pairs, withStretch } from '../../resources/js/player/seeking';

describe('where a jump lands', () => {
    const reached = pairs([0, 8, 20, 22]);

    it('is where it was meant, where that is free', () => {
        expect(landing(25, { seeking: 'free', reached: [], holdAt: 10, start: 0 })).toBe(25);
    });

    it('is before an open cue, and never on it', () => {
        const to = (moment: number, start = 0) => landing(moment, { seeking: 'open-cue', reached: [], holdAt: 10, start });
        expect([to(3), to(9.5), to(10), to(25)]).toEqual([3, 8.5, 8.5, 8.5]);
        expect(to(25, 9)).toBe(9);
        expect(landing(25, { seeking: 'open-cue', reached: [], holdAt: null, start: 0 })).toBe(25);
    });

    it('is within what was seen, or at the end of what was seen before it', () => {
        const to = (moment: number) => landing(moment, { seeking: 'back', reached, holdAt: null, start: 0 });
        expect([to(5), to(8), to(12), to(21), to(25)]).toEqual([5, 8, 8, 21, 22]);
        expect(landing(25, { seeking: 'back', reached, holdAt: 8, start: 0 })).toBe(6.5);
    });
});

describe('what was seen', () => {
    it('is the union of what was played, whatever the order', () => {
        const parts: [number, number][] = [
            [5, 10],
            [0, 2],
            [9, 12],
            [2.1, 4],
            [30, 31],
        ];
        const expected = [
            [0, 4],
            [5, 12],
            [30, 31],
        ];
        expect(parts.reduce(withStretch, [])).toEqual(expected);
        expect([...parts].reverse().reduce(withStretch, [])).toEqual(expected);
    });
});
