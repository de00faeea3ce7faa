import type { Gap, Question } from '../api/types';
import { newEntry } from './making';
import { gapsIn } from './text';

/** At most so many gaps a sentence. */
const mostGaps = 40;

/**
 * Another sentence, with a gap for each that it names; of new ones it is told which words they take the place of. Those
 * that it names no longer stay, with all that was typed, and come back when they are named again.
 */
export function withSentence(question: Question, sentence: string, told: ReadonlyMap<string, string>): Question {
    const gaps = question.gaps ?? [];
    const made = [...new Set(gapsIn(sentence))]
        .filter((id) => !gaps.some((gap) => gap.id === id))
        .slice(0, Math.max(0, mostGaps - gaps.length))
        .map((id): Gap => ({ id, show: 'typed', entries: [{ ...newEntry(true), key: told.get(id) ?? '' }] }));
    return made.length === 0 ? { ...question, sentence } : { ...question, sentence, gaps: [...gaps, ...made] };
}

/** The gaps as they stand in the sentence; those that it does not name come last. */
export function inOrderOfSentence(question: Question): Gap[] {
    const order = gapsIn(question.sentence ?? '');
    const rank = (gap: Gap) => (order.includes(gap.id) ? order.indexOf(gap.id) : order.length);
    return [...(question.gaps ?? [])].sort((a, b) => rank(a) - rank(b));
}

/** Whether the sentence names its gap of that id. */
export function isNamed(question: Question, gap: string): boolean {
    return gapsIn(question.sentence ?? '').includes(gap);
}

/** Without a gap, in the sentence too. */
export function withoutGap(question: Question, gap: string): Question {
    const sentence = (question.sentence ?? '').replaceAll(`<span data-gap="${gap}"></span>`, '');
    return { ...question, sentence, gaps: (question.gaps ?? []).filter((one) => one.id !== gap) };
}
