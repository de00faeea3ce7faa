import { describe, expect, it } from 'vitest';
import type { QuizDocument } from '../../resources/js/api/types';
import { alikeTo, withAlike } from '../../resources/js/quiz/alike';
import { findQuestion } from '../../resources/js/quiz/places';
import { asking, quizOf } from './samples';

const question = (document: QuizDocument, id: string) => {
    const found = findQuestion(document, id);
    if (found === null) {
        throw new Error(`There is no ${id}.`);
    }
    return found;
};
const joined = (document: QuizDocument, one: string, other: string, alike = true) =>
    withAlike(document, question(document, one), question(document, other), alike);
const withA = (document: QuizDocument, id: string) => alikeTo(document, question(document, id)).map((one) => one.id);

describe('alike questions', () => {
    const four = quizOf(...['A', 'B', 'C', 'D'].map((id) => asking(id, ['x'])));

    it('are chosen, and all that were alike to either are alike', () => {
        const two = joined(joined(four, 'A', 'B'), 'C', 'D');
        expect([withA(two, 'A'), withA(two, 'C')]).toEqual([['B'], ['D']]);
        expect(withA(joined(two, 'B', 'C'), 'A')).toEqual(['B', 'C', 'D']);
    });

    it('are no longer, and the last one is alike to nothing', () => {
        const three = joined(joined(four, 'A', 'B'), 'B', 'C');
        const two = joined(three, 'A', 'C', false);
        expect([withA(two, 'A'), withA(two, 'C')]).toEqual([['B'], []]);
        const none = joined(two, 'A', 'B', false);
        expect(question(none, 'A').alike).toBeNull();
    });
});
