import type { QuestionKind, Rung, Stop } from '../api/types';
import { say } from '../words/words';

/** A kind of question, stop or rung as a heading or button names it; `within` as it stands in the middle of a sentence. */
export const kindWords = (kind: QuestionKind) => say(`quiz.kind.${kind}`);

export const kindWithin = (kind: QuestionKind) => say(`quiz.kind-within.${kind}`);

export const stopWords = (kind: Stop['kind']) => say(`quiz.stop.${kind}`);

export const stopWithin = (kind: Stop['kind']) => say(`quiz.stop-within.${kind}`);

export const rungWords = (kind: Rung['kind']) => say(`quiz.rung.${kind}`);

export const rungWithin = (kind: Rung['kind']) => say(`quiz.rung-within.${kind}`);

/** All of a type's values: the compiler refuses a list that lacks one. */
const all = <T extends string>(values: Record<T, true>) => Object.keys(values) as T[];

export const questionKinds = all<QuestionKind>({
    'one-choice': true,
    'several-choices': true,
    'true-false': true,
    'short-text': true,
    gaps: true,
    number: true,
    expression: true,
    order: true,
    match: true,
    poll: true,
    written: true,
    'hand-in': true,
});

export const stopKinds = all<Stop['kind']>({ question: true, video: true, reading: true, text: true, drill: true, staircase: true });

export const rungKinds = all<Rung['kind']>({
    hint: true,
    video: true,
    reading: true,
    'worked-example': true,
    exercise: true,
    question: true,
    teacher: true,
});

/** Whether the student picks among shown options. */
export function showsOptions(kind: QuestionKind): boolean {
    return kind === 'one-choice' || kind === 'several-choices' || kind === 'true-false' || kind === 'poll';
}

/** Whether at most one option is right. */
export function picksOne(kind: QuestionKind): boolean {
    return kind === 'one-choice' || kind === 'true-false';
}

/** Whether the answer is a line that is compared with the entries. */
export function isTyped(kind: QuestionKind): boolean {
    return kind === 'short-text' || kind === 'number' || kind === 'expression';
}
