import type { Entry, FollowUpProposal, Opening, Question, QuizDocument, Stop } from '../api/types';
import { ulid } from '../ui/ulid';
import { type OneCarried, pasted, withNamed, withNewIds } from './carrying';
import type { Edit } from './edits';
import { isTyped } from './kinds';
import { newEntry, withKind } from './making';
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

const put = (list: string, all: readonly object[] = []): Edit[] =>
    all.map((node) => ({ do: 'insert', into: 'quiz', list, before: null, node: node as Node }));

/**
 * The edits that make an empty quiz the opening of a lesson: its questions with the slips that the class made as options. Each keeps
 * its id, so that how it goes can be held against how it went; ladders stay behind, for on the board nobody climbs.
 */
export function openingEdits(document: QuizDocument, questions: Opening['questions']): Edit[] {
    return put(
        'stops',
        questions.flatMap(({ question: id, slips }): Stop[] => {
            const question = findQuestion(document, id);
            return question === null ? [] : [{ id: ulid(), kind: 'question', question: asShown(question, slips) } as Stop];
        }),
    );
}

/** What is typed is chosen on the board, among what the class typed. */
function asShown(question: Question, slips: Opening['questions'][number]['slips']): Question {
    const alone = (entry: Entry): Entry => ({ ...entry, ladder: [], fork: null, misconception: null });
    const bare: Question = {
        ...question,
        ladder: [],
        objectives: [],
        alike: null,
        entries: question.entries.map(alone),
        ...(question.gaps === undefined ? {} : { gaps: question.gaps.map((gap) => ({ ...gap, entries: gap.entries.map(alone) })) }),
    };
    const key = question.entries.find((entry) => entry.right)?.key ?? '';
    if (!isTyped(question.kind) || key === '' || slips.length === 0) {
        return bare;
    }
    const option = (text: string, right: boolean) => newEntry(right, fromPlain(text));
    return {
        ...withKind(bare, 'one-choice'),
        entries: [option(key, true), ...slips.map(({ text }) => option(text, false))],
    };
}

/** The edits that make an empty quiz one that holds these, in their order, behind a few words of the teacher's. */
export function followUpEdits(document: QuizDocument, steps: Step[], words: { title: string; text: string }): Edit[] {
    const empty: QuizDocument = { ...document, stops: [], sideStops: [], parts: [], pool: [], objectives: [], misconceptions: [] };
    const nodes = steps.flatMap((step) => byItself(document, step));
    const done = pasted(empty, withNamed(document, nodes), { into: 'quiz', list: 'stops', before: null });
    const reading = { id: ulid(), kind: 'reading', title: words.title, text: fromPlain(words.text.trim()) };
    return [
        ...put('objectives', done?.document.objectives),
        ...put('misconceptions', done?.document.misconceptions),
        ...(words.text.trim() === '' ? [] : put('stops', [reading])),
        ...put('stops', done?.document.stops),
    ];
}
