import type { TaskSummary } from '../api/types';
import { listed, say } from '../words/words';

/** What has to be done in other quizzes before a task opens, as one sentence. */
export function gatesInWords(gates: TaskSummary['gates']): string {
    const each = gates.map(({ title, score }) =>
        score === null ? say('teacher.gates.mastered', { title }) : say('teacher.gates.score', { title, percent: Math.round(100 * score) }),
    );
    return say('teacher.gates.opens-when', { what: listed(each) });
}
