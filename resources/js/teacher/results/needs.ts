import type { Evidence, QuizDocument } from '../../api/types';

/** The misconceptions of a quiz that answers have shown, with who shows each now and who has left it; what most show first. */
export function misconceptionsOf(document: QuizDocument, evidence: Evidence) {
    return (document.misconceptions ?? [])
        .flatMap(({ id, text }) => {
            const students = evidence.misconceptions[id];
            return students === undefined ? [] : [{ id, text, ...students }];
        })
        .sort((a, b) => b.now.length - a.now.length);
}

/** The objectives that somebody has met, with who mastered each and who did not. */
export function objectivesOf(document: QuizDocument, evidence: Evidence) {
    return (document.objectives ?? []).flatMap(({ id, text }) => {
        const students = evidence.objectives[id];
        return students === undefined ? [] : [{ id, text, ...students }];
    });
}

/** The words of a misconception or an objective. */
export function needOf(document: QuizDocument, id: string): string {
    return [...(document.misconceptions ?? []), ...(document.objectives ?? [])].find((one) => one.id === id)?.text ?? '';
}
