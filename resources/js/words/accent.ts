import type { MessageFormatElement } from '@formatjs/icu-messageformat-parser';

/** English with accents, by CLDR's name for such a language (unicode.org/reports/tr35, pseudo-locales). Tests look at it. */
export const accentedLanguage = 'en-XA';

const accents: Record<string, string> = {
    ...{ a: 'á', b: 'ƀ', c: 'ç', d: 'đ', e: 'é', f: 'ƒ', g: 'ĝ', h: 'ĥ', i: 'í', j: 'ĵ', k: 'ķ', l: 'ļ', m: 'ɱ', n: 'ñ' },
    ...{ o: 'ó', p: 'þ', q: 'ǫ', r: 'ŕ', s: 'š', t: 'ţ', u: 'ú', v: 'ṽ', w: 'ŵ', x: 'ẋ', y: 'ý', z: 'ž' },
};

/** Every letter accented and every vowel twice, which makes it about a third longer. */
function accented(words: string): string {
    return words.replace(/[a-z]/gi, (letter) => {
        const small = accents[letter.toLowerCase()] ?? letter;
        const own = letter === letter.toLowerCase() ? small : small.toUpperCase();
        return /[aeiou]/i.test(letter) ? own + small : own;
    });
}

/** The same message with its words accented; gaps, plurals and tags stay. */
export function accent(parts: MessageFormatElement[]): MessageFormatElement[] {
    return parts.map((part) => {
        if (part.type === 0) {
            return { ...part, value: accented(part.value) };
        }
        if (part.type === 5 || part.type === 6) {
            const options = Object.entries(part.options).map(([name, option]) => [name, { ...option, value: accent(option.value) }]);
            return { ...part, options: Object.fromEntries(options) };
        }
        return part.type === 8 ? { ...part, children: accent(part.children) } : part;
    });
}
