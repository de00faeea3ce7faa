import type { FollowUpProposal, Question, QuizDocument } from '../api/types';
import { ulid } from '../ui/ulid';
import { type OneCarried, pasted, withNamed, withNewIds } from './carrying';
import type { Edit } from './edits';
import { type Node, nodeIn, placesOf } from './nodes';
import { findQuestion } from './places';
import { fromPlain } from './text';

export type Step = FollowUpProposal['steps'][number];

/** A rung or a question as it stands by itself. */
function byItself(document: QuizDocument, step: Step): OneCarried[] {
    const node = nodeIn(document, step.id) as Node | undefined;
    if (node === undefined || !placesOf(document).has(step.id)) {
        return [];
    }
    // A rung may come once more on the ladder of a question, and a ladder under two of them.
    if (step.what === 'explains') {
        const own = withNewIds(node);
        return [{ type: 'rung', node: own.kind === 'worked-example' ? { ...own, kind: 'reading' } : own }];
    }
    const question = node as unknown as Question;
    const ladder = question.ladder.length === 0 ? (findQuestion(document, step.home)?.ladder ?? []) : question.ladder;
    // The group of those alike stays behind, with the others in it.
    return [{ type: 'question', node: withNewIds({ ...node, ladder, alike: null }) as Node }];
}

/** The edits that make an empty quiz one that holds these, in their order, behind a few words of the teacher's. */
export function followUpEdits(document: QuizDocument, steps: Step[], words: { title: string; text: string }): Edit[] {
    const empty: QuizDocument = { ...document, stops: [], sideStops: [], parts: [], pool: [], objectives: [], misconceptions: [] };
    const nodes = steps.flatMap((step) => byItself(document, step));
    const done = pasted(empty, withNamed(document, nodes), { into: 'quiz', list: 'stops', before: null });
    const reading = { id: ulid(), kind: 'reading', title: words.title, text: fromPlain(words.text.trim()) };
    const put = (list: string, all: readonly object[] = []): Edit[] =>
        all.map((node) => ({ do: 'insert', into: 'quiz', list, before: null, node: node as Node }));
    return [
        ...put('objectives', done?.document.objectives),
        ...put('misconceptions', done?.document.misconceptions),
        ...(words.text.trim() === '' ? [] : put('stops', [reading])),
        ...put('stops', done?.document.stops),
    ];
}
