import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type MessageFormatElement, parse } from '@formatjs/icu-messageformat-parser';
import { printAST } from '@formatjs/icu-messageformat-parser/printer.js';
import type { Plugin } from 'vite';
import { accent, accentedLanguage } from './accent';
import type { Words } from './words';

/** Which catalogues each page's bundle carries: a student's phone gets the words that students read. */
export const bundles = {
    student: ['ui', 'player', 'student'],
    teacher: ['ui', 'player', 'quiz', 'cutaway', 'build', 'teacher'],
} as const;

const root = join(import.meta.dirname, '../../..');
const folder = join(root, 'resources/words');

/** The languages with words, and the made-up one. */
export function languages(): string[] {
    return [...readdirSync(folder), accentedLanguage];
}

function read(language: string, catalogue: string): Map<string, MessageFormatElement[]> {
    const isMadeUp = language === accentedLanguage;
    const path = join(folder, isMadeUp ? 'en' : language, `${catalogue}.json`);
    const patterns: Record<string, string> = JSON.parse(readFileSync(path, 'utf8'));
    return new Map(Object.entries(patterns).map(([code, pattern]) => [code, isMadeUp ? accent(parse(pattern)) : parse(pattern)]));
}

/** The catalogues of a language in one, each message parsed (ICU MessageFormat), one without gaps as it is. */
export function compile(language: string, catalogues: readonly string[]): Words {
    const words: Words = {};
    for (const catalogue of catalogues) {
        for (const [code, parts] of read(language, catalogue)) {
            const only = parts.length === 1 ? parts[0] : undefined;
            words[code] = only?.type === 0 ? only.value : parts;
        }
    }
    return words;
}

/**
 * Makes `resources/words/<language>/<page>.words` a script that says the words of a page from then on, and writes the
 * catalogues of the made-up language for the server to read.
 */
export function words(): Plugin {
    const entry = /resources\/words\/([\w-]+)\/(student|teacher)\.words$/;
    return {
        name: 'words',
        resolveId: (id) => (entry.test(id) ? join(root, entry.exec(id)?.[0] ?? id) : null),
        load(id) {
            const [, language, page] = entry.exec(id) ?? [];
            if (language === undefined || page === undefined) {
                return null;
            }
            const said = JSON.stringify(compile(language, bundles[page as keyof typeof bundles]));
            return `import { speak } from ${JSON.stringify(join(import.meta.dirname, 'words.ts'))};\nspeak(${JSON.stringify(language)}, ${said});`;
        },
        generateBundle() {
            for (const name of readdirSync(join(folder, 'en'))) {
                const catalogue = read(accentedLanguage, name.replace('.json', ''));
                const patterns = [...catalogue].map(([code, parts]) => [code, printAST(parts)]);
                const source = JSON.stringify(Object.fromEntries(patterns));
                this.emitFile({ type: 'asset', fileName: `words/${accentedLanguage}/${name}`, source });
            }
        },
    };
}
