import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { fromPlain, isEmpty, nameOf, plainOf, structureOf, withWord } from '../../resources/js/quiz/text';
import { lots } from './samples';

const examples = JSON.parse(readFileSync('core/tests/Quiz/texts.json', 'utf8')) as {
    plain: { plain: string; rich: string }[];
    formatted: { plain: string; rich: string; words: string }[];
};
const id = '01HZZZZZZZZZZZZZZZZZZZZZZZ';

describe('a text without formatting', () => {
    it.each(examples.plain)('is written as $rich and read again', ({ plain, rich }) => {
        expect(fromPlain(plain)).toBe(rich);
        expect(plainOf(rich)).toBe(plain);
    });

    it('is the same again whatever is typed', () => {
        const next = lots(5);
        const signs = ['a', ' ', '\n', '<', '>', '&', '"', '&amp;', '<b>', '</p>', '[1]', 'é', '水', '\n\n'];
        for (let turn = 0; turn < 2000; turn++) {
            const typed = Array.from({ length: Math.floor(next() * 12) }, () => signs[Math.floor(next() * signs.length)]).join('');
            expect(plainOf(fromPlain(typed))).toBe(typed);
        }
    });

    it('has no signs that cannot be seen', () => {
        expect(fromPlain('a\r\nb\tc\u0007d')).toBe('a<br>b cd');
    });
});

describe('a formatted text', () => {
    it.each(examples.formatted)('reads in plain words: $rich', ({ rich, plain, words }) => {
        expect(plainOf(rich)).toBe(plain);
        expect(nameOf(rich)).toBe(plain.trim() === '' ? words.trim() : plain.trim());
    });

    it('is empty only where there is nothing to see or hear either', () => {
        expect(['', ' ', '<p> </p><p></p>', '<br>'].map(isEmpty)).toEqual([true, true, true, true]);
        expect([`<img data-medium="${id}" alt="">`, 'a'].map(isEmpty)).toEqual([false, false]);
    });

    it('has another word where that word stands, and its tags as they were', () => {
        const rich = `<p>Wich &amp; <strong>wich</strong></p><img data-medium="${id}" alt="wich">`;
        expect(withWord(rich, 'wich', 'a < b')).toBe(`<p>Wich &amp; <strong>a &lt; b</strong></p><img data-medium="${id}" alt="a &lt; b">`);
        expect(withWord('strong <strong>p</strong>', 'strong', 'weak')).toBe('weak <strong>p</strong>');
    });
});

describe('what a text shows beside words', () => {
    it('is told apart from the words', () => {
        const video = (to: string) => `<video data-medium="${id}" data-from="1.5"${to}>Seen</video>`;
        const one = `<p>One</p>${video(' data-to="9"')}`;
        expect(structureOf(one)).toBe(structureOf(`<p>Two <strong>words</strong></p>${video(' data-to="9"')}`));
        expect(structureOf(one)).not.toBe(structureOf(`<p>One</p>${video('')}`));
        expect(structureOf('It <span data-gap="A"></span>')).not.toBe(structureOf('It'));
    });
});
