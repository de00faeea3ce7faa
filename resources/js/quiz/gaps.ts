import type { Gap, Question } from '../api/types';
import { ulid } from '../ui/ulid';
import { newEntry } from './making';
import { gapsIn, withGaps, withNumbers } from './text';

function newGap(): Gap {
    return { id: ulid(), show: 'typed', entries: [newEntry(true)] };
}

/** At most so many gaps a sentence. */
const mostGaps = 40;

function gapIds(question: Question): string[] {
    return (question.gaps ?? []).map((gap) => gap.id);
}

/** The sentence as a plain field writes it: [1] stands for the first gap. */
export function numberedSentence(question: Question): string {
    return withNumbers(question.sentence ?? '', gapIds(question));
}

/** Another sentence, with as many gaps as it names: new ones are added; those that it names no longer stay, with all that was typed. */
export function withSentence(question: Question, numbered: string): Question {
    const most = Math.max(0, ...[...numbered.matchAll(/\[(\d+)\]/g)].map((found) => Number(found[1])));
    const gaps = [...(question.gaps ?? [])];
    while (gaps.length < Math.min(most, mostGaps)) {
        gaps.push(newGap());
    }
    return {
        ...question,
        sentence: withGaps(
            numbered,
            gaps.map((gap) => gap.id),
        ),
        gaps,
    };
}

/** Whether the sentence names its gap of that position, from 0. */
export function isNamed(question: Question, at: number): boolean {
    return gapsIn(question.sentence ?? '').includes(question.gaps?.[at]?.id ?? '');
}

/** Without a gap, in the sentence too. */
export function withoutGap(question: Question, at: number): Question {
    const gaps = question.gaps ?? [];
    const sentence = (question.sentence ?? '').replaceAll(`<span data-gap="${gaps[at]?.id ?? ''}"></span>`, '');
    return { ...question, sentence, gaps: gaps.filter((_, index) => index !== at) };
}
