import { IntlMessageFormat } from 'intl-messageformat';
import { createElement, Fragment, type ReactNode } from 'react';
import type build from '../../words/en/build.json';
import type cutaway from '../../words/en/cutaway.json';
import type player from '../../words/en/player.json';
import type quiz from '../../words/en/quiz.json';
import type student from '../../words/en/student.json';
import type teacher from '../../words/en/teacher.json';
import type ui from '../../words/en/ui.json';

/** A code that the pages say; `resources/words/en/` has the words, `npx tsc` refuses one that is not there. */
export type Code =
    | keyof typeof build
    | keyof typeof cutaway
    | keyof typeof player
    | keyof typeof quiz
    | keyof typeof student
    | keyof typeof teacher
    | keyof typeof ui;

/** A message without gaps as it is, another as it was parsed when the bundle was built (compile.ts). */
export type Words = Record<string, string | ConstructorParameters<typeof IntlMessageFormat>[0]>;

type Value = string | number | Date | null | undefined;
type Part = Value | ReactNode | ((words: ReactNode) => ReactNode);

let language = 'en';
let spoken: Words = {};
const formats = new Map<string, IntlMessageFormat>();

/** From now on these words are said. Each page's bundle of words calls it before anything else runs. */
export function speak(tag: string, words: Words): void {
    language = tag;
    spoken = words;
    formats.clear();
}

/**
 * By which dates, numbers and lists are written: as the device's person writes them, where their language is the one that is
 * spoken.
 */
export function locale(): string {
    const own =
        typeof navigator === 'undefined' ? undefined : navigator.languages?.find((one) => one.split('-')[0] === language.split('-')[0]);
    return own ?? language;
}

function formatOf(code: Code): string | IntlMessageFormat {
    const words = spoken[code];
    if (words === undefined) {
        throw new Error(`There are no words for ${code} here.`);
    }
    if (typeof words === 'string') {
        return words;
    }
    const known = formats.get(code) ?? new IntlMessageFormat(words, locale());
    formats.set(code, known);
    return known;
}

/** The words of a code in the language that is spoken, with the values of its gaps (ICU MessageFormat). */
export function say(code: Code, values?: Record<string, Value>): string {
    const format = formatOf(code);
    return typeof format === 'string' ? format : String(format.format(values));
}

/** The same where a gap is filled with an element, or a tag (`<a>…</a>`) is drawn as one. */
export function rich(code: Code, values: Record<string, Part>): ReactNode {
    const format = formatOf(code);
    if (typeof format === 'string') {
        return format;
    }
    const drawn = Object.fromEntries(
        Object.entries(values).map(([name, value]) => [
            name,
            typeof value === 'function' ? (words: ReactNode[]) => value(createElement(Fragment, null, ...words)) : value,
        ]),
    );
    const parts = format.format<ReactNode>(drawn as Parameters<typeof format.format<ReactNode>>[0]);
    return Array.isArray(parts) ? createElement(Fragment, null, ...parts) : parts;
}

/** "a, b and c", as the language joins them. */
export function listed(items: string[], type: 'conjunction' | 'disjunction' = 'conjunction'): string {
    return new Intl.ListFormat(locale(), { type }).format(items);
}
