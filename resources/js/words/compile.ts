import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from '@formatjs/icu-messageformat-parser';
import type { Plugin } from 'vite';
import type { Words } from './words';

/** Which catalogues each page's bundle carries: a student's phone gets the words that students read. */
export const bundles = {
    student: ['ui', 'quiz', 'player', 'student'],
    teacher: ['ui', 'quiz', 'player', 'cutaway', 'build', 'teacher'],
} as const;

const folder = join(import.meta.dirname, '../../words');

/** The catalogues of a language in one, each message parsed (ICU MessageFormat), one without gaps as it is. */
export function compile(language: string, catalogues: readonly string[]): Words {
    const words: Words = {};
    for (const name of catalogues) {
        const catalogue: Record<string, string> = JSON.parse(readFileSync(join(folder, language, `${name}.json`), 'utf8'));
        for (const [code, pattern] of Object.entries(catalogue)) {
            const parsed = parse(pattern);
            const only = parsed.length === 1 ? parsed[0] : undefined;
            words[code] = only?.type === 0 ? only.value : parsed;
        }
    }
    return words;
}

/** Makes `resources/words/<language>/<page>.words` a script that says the words of a page from then on. */
export function words(): Plugin {
    const entry = /resources\/words\/([\w-]+)\/(student|teacher)\.words$/;
    return {
        name: 'words',
        resolveId: (id) => (entry.test(id) ? join(import.meta.dirname, '../../..', entry.exec(id)?.[0] ?? id) : null),
        load(id) {
            const [, language, page] = entry.exec(id) ?? [];
            if (language === undefined || page === undefined) {
                return null;
            }
            const catalogues = bundles[page as keyof typeof bundles];
            for (const name of catalogues) {
                this.addWatchFile(join(folder, language, `${name}.json`));
            }
            const said = JSON.stringify(compile(language, catalogues));
            return `import { speak } from ${JSON.stringify(join(import.meta.dirname, 'words.ts'))};\nspeak(${JSON.stringify(language)}, ${said});`;
        },
    };
}
