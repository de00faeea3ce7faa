import { describe, expect, it } from 'vitest';
import { standingsInWords } from '../../resources/js/player/Progress';
import { near, seconds, timecode } from '../../resources/js/ui/time';
import { ulid } from '../../resources/js/ui/ulid';

describe('moments of a video', () => {
    it.each([
        [0, '0:00'],
        [9.5, '0:09.5'],
        [65, '1:05'],
        [59.96, '1:00'],
        [3600, '60:00'],
        [26.1, '0:26.1'],
    ])('%d is written %s', (value, text) => expect(timecode(value)).toBe(text));

    it.each([
        ['1:05', 65],
        ['65', 65],
        [' 0:09.5 ', 9.5],
        ['0:09,5', 9.5],
        ['90:00', 5400],
        ['', null],
        ['soon', null],
        ['1:2:3', null],
        ['-4', null],
    ])('“%s” is read as %s', (text, value) => expect(seconds(text)).toBe(value));

    it('are read as they are written', () => {
        for (let tenths = 0; tenths < 5000; tenths += 7) {
            expect(seconds(timecode(tenths / 10))).toBeCloseTo(tenths / 10, 6);
        }
    });
});

describe('dates in words near', () => {
    const now = new Date(2026, 10, 23, 14, 0);
    const at = (...date: [number, number, number, number, number]) => near(new Date(...date).toISOString(), now);

    it('tell minutes within the hour, then today, tomorrow or the day', () => {
        expect(at(2026, 10, 23, 14, 10)).toBe('in 10 minutes');
        expect(at(2026, 10, 23, 13, 15)).toBe('45 minutes ago');
        expect(at(2026, 10, 23, 20, 30)).toMatch(/^today (20:30|8:30 PM)$/);
        expect(at(2026, 10, 24, 8, 0)).toMatch(/^tomorrow (08:00|8:00 AM)$/);
        expect(at(2026, 10, 22, 8, 0)).toMatch(/^yesterday/);
        expect(at(2026, 11, 3, 8, 0)).toMatch(/Dec/);
    });
});

describe('how it goes', () => {
    const none = {
        untouched: 5,
        answered: 0,
        clear: 0,
        climbed: 0,
        'on-the-ladder': 0,
        'set-aside': 0,
        shown: 0,
        'to-be-read': 0,
        noted: 0,
    };

    it.each([
        [none, 'No answers yet'],
        [{ ...none, 'on-the-ladder': 1 }, 'On the way to the first right answer'],
        [{ ...none, answered: 2 }, '2 answers sent'],
        [{ ...none, clear: 1 }, '1 answer right'],
        [{ ...none, climbed: 1 }, '1 answer right with some help'],
        [{ ...none, clear: 3, climbed: 2 }, '5 answers right, 2 of them with some help'],
        [{ ...none, clear: 2, 'set-aside': 1 }, '2 answers right · 1 left for later'],
        [{ ...none, 'set-aside': 2 }, '2 left for later'],
    ])('is told in plain words, never as a share', (goes, words) => {
        expect(standingsInWords(goes)).toBe(words);
        expect(standingsInWords(goes)).not.toMatch(/%|\//);
    });
});

describe('ids', () => {
    it('are ULIDs, told apart, in the order they were made', () => {
        const made = Array.from({ length: 500 }, ulid);
        expect(new Set(made).size).toBe(500);
        for (const id of made) {
            expect(id).toMatch(/^[0-7][0-9A-HJKMNP-TV-Z]{25}$/);
        }
        const times = made.map((id) => id.slice(0, 10));
        expect([...times].sort()).toEqual(times);
    });

    it('carry their time as the ULID specification has it', () => {
        const digits = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
        const before = Date.now();
        const time = [...ulid().slice(0, 10)].reduce((sum, digit) => sum * 32 + digits.indexOf(digit), 0);
        expect(time).toBeGreaterThanOrEqual(before);
        expect(time).toBeLessThanOrEqual(Date.now());
    });
});
