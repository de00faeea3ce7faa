import type { Question, QuizDocument } from '../api/types';
import { ulid } from '../ui/ulid';
import { putQuestion } from './document';
import { allQuestions, findQuestion } from './places';

/** Alike questions share the name of a group; which name it is nobody needs to know. */

const groupOf = (question: Question) => question.alike ?? null;

/** The questions that can stand in for one. */
export function alikeTo(document: QuizDocument, question: Question): Question[] {
    const group = groupOf(question);
    return group === null ? [] : allQuestions(document).filter((other) => other.id !== question.id && groupOf(other) === group);
}

/** The document with two questions alike, all that were alike to either among them; or with the other no longer alike. */
export function withAlike(document: QuizDocument, question: Question, other: Question, alike: boolean): QuizDocument {
    if (!alike) {
        const alone = alikeTo(document, question).length === 1;
        const parted = putQuestion(document, { ...other, alike: null });
        return alone ? putQuestion(parted, { ...question, alike: null }) : parted;
    }
    const group = groupOf(question) ?? groupOf(other) ?? ulid();
    const joined = [question, other, ...alikeTo(document, question), ...alikeTo(document, other)];
    return joined.reduce((next, { id }) => {
        const now = findQuestion(next, id);
        return now === null || groupOf(now) === group ? next : putQuestion(next, { ...now, alike: group });
    }, document);
}
