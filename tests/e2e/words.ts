import { readdirSync } from 'node:fs';
import { accentedLanguage } from '../../resources/js/words/accent';
import { compile } from '../../resources/js/words/compile';
import { type Code, say as sayOnPage, speak } from '../../resources/js/words/words';
import type captions from '../../resources/words/en/captions.json';
import type forecast from '../../resources/words/en/forecast.json';
import type inspection from '../../resources/words/en/inspection.json';
import type making from '../../resources/words/en/making.json';
import type marking from '../../resources/words/en/marking.json';
import type place from '../../resources/words/en/place.json';
import type problem from '../../resources/words/en/problem.json';
import type refusal from '../../resources/words/en/refusal.json';
import type roster from '../../resources/words/en/roster.json';
import type terms from '../../resources/words/en/terms.json';

/** Codes that the server says. */
type Told =
    | keyof typeof captions
    | keyof typeof forecast
    | keyof typeof inspection
    | keyof typeof making
    | keyof typeof marking
    | keyof typeof place
    | keyof typeof problem
    | keyof typeof refusal
    | keyof typeof roster
    | keyof typeof terms;

const catalogues = readdirSync('resources/words/en').map((name) => name.replace('.json', ''));
speakEnglish();

/** What a page or the server says for a code, so that no test copies words. */
export function say(code: Code | Told, values?: Record<string, string | number>): string {
    return sayOnPage(code as Code, values);
}

/** For names that begin so, and not with a longer number. */
export function begins(words: string): RegExp {
    return new RegExp(`^${literally(words)}(?!\\d)`);
}

/** What is said for a code, whatever its figures are: `names` are those of its numbers. */
export function anyFigures(code: Code | Told, names: string[], values: Record<string, string | number> = {}): RegExp {
    const figures = Object.fromEntries(names.map((name) => [name, 777]));
    const words = literally(say(code, { ...values, ...figures }));
    return new RegExp(words.replace(/777(?:\\\.0+)?/g, '\\d+(?:[.,]\\d+)?'));
}

/** What is said for a code, whichever of these values it is said with. */
export function anyOf(code: Code | Told, name: string, values: string[]): RegExp {
    return new RegExp(values.map((value) => literally(say(code, { [name]: value }))).join('|'));
}

function literally(words: string): string {
    return words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
}

/** From now on tests look for the words of the made-up language, as a device that asks for it shows them. */
export function speakAccented(): void {
    speak(accentedLanguage, compile(accentedLanguage, catalogues));
}

export function speakEnglish(): void {
    speak('en', compile('en', catalogues));
}
