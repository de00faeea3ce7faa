import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
    fromPieces,
    fromPlain,
    isEmpty,
    isPlain,
    nameOf,
    type Piece,
    piecesOf,
    plainOf,
    structureOf,
    withGaps,
    withNumbers,
    withWord,
} from '../../resources/js/quiz/text';
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
        expect(isPlain(rich)).toBe(true);
    });

    it('is the same again whatever is typed', () => {
        const next = lots(5);
        const signs = ['a', ' ', '\n', '<', '>', '&', '"', '&amp;', '<b>', '</p>', '[1]', 'é', '水', '\n\n'];
        for (let turn = 0; turn < 2000; turn++) {
            const typed = Array.from({ length: Math.floor(next() * 12) }, () => signs[Math.floor(next() * signs.length)]).join('');
            expect(plainOf(fromPlain(typed))).toBe(typed);
            expect(isPlain(fromPlain(typed))).toBe(true);
        }
    });

    it('has no signs that cannot be seen', () => {
        expect(fromPlain('a\r\nb\tc\u0007d')).toBe('a<br>b cd');
    });
});

describe('a formatted text', () => {
    it.each(examples.formatted)('reads in plain words: $rich', ({ rich, plain, words }) => {
        expect(plainOf(rich)).toBe(plain);
        expect(isPlain(rich)).toBe(false);
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

describe('the pieces of a text', () => {
    const picture: Piece = {
        kind: 'medium',
        decoration: false,
        medium: { kind: 'picture', medium: id, words: 'A "wave" & <b>', from: 0, to: null },
    };
    const video: Piece = { kind: 'medium', decoration: false, medium: { kind: 'video', medium: id, words: 'Seen', from: 1.5, to: 9 } };
    const paper: Piece = {
        kind: 'medium',
        decoration: false,
        medium: { kind: 'document', medium: id, words: 'The sheet', from: 0, to: null },
    };
    const formula: Piece = { kind: 'formula', tex: '\\frac{a}{b} < "2"', words: 'a over b' };
    const words = (plain: string): Piece => ({ kind: 'words', rich: fromPlain(plain) });

    it.each<Piece[][]>([
        [[words('One')]],
        [[picture]],
        [[paper]],
        [[words('One'), picture, formula, video, paper]],
        [[words('One\n\ntwo\nthree'), picture, words('below'), picture]],
        [[picture, words('a\n\nb')]],
        [[formula]],
        [[formula, picture]],
    ])('are the same again: %j', (pieces) => {
        expect(piecesOf(fromPieces(pieces))).toEqual(pieces);
    });

    it('leave a line with a picture in it alone, and formatting as it is', () => {
        const line = `See <img data-medium="${id}" alt="x"> here`;
        expect(piecesOf(line)).toEqual([{ kind: 'words', rich: line }]);
        const list = '<ul><li>a</li></ul><p>b</p>';
        expect(piecesOf(list)).toEqual([{ kind: 'words', rich: list }]);
        expect(fromPieces(piecesOf(`${list}<img data-medium="${id}" alt="x">`))).toBe(`${list}<img data-medium="${id}" alt="x">`);
    });

    it('are told apart from the words by what they show', () => {
        const one = fromPieces([words('One'), video]);
        expect(structureOf(one)).toBe(structureOf(fromPieces([words('Two words'), video])));
        expect(structureOf(one)).not.toBe(structureOf(fromPieces([words('One'), { ...video, medium: { ...video.medium, to: null } }])));
    });
});

describe('a sentence with gaps', () => {
    it('is written with numbers and kept by ids', () => {
        const sentence = withGaps(fromPlain('It [1] & [2] and [3].'), ['A', 'B']);
        expect(sentence).toBe('It <span data-gap="A"></span> &amp; <span data-gap="B"></span> and [3].');
        expect(withNumbers(sentence, ['B', 'A'])).toBe('It [2] &amp; [1] and [3].');
        expect(withNumbers(sentence, ['A'])).toBe('It [1] &amp;  and [3].');
    });
});
