import type { QuizDocument, Rung, Stop } from '../api/types';
import { timecode } from '../ui/time';
import { type Code, locale, say } from '../words/words';
import type { Edit } from './edits';
import { kindWithin, questionKinds, rungKinds, rungWithin, showsOptions, stopKinds, stopWithin } from './kinds';
import { letter, short } from './names';
import { type Node, nodeIn, placesOf } from './nodes';
import { structureOf } from './text';

/** What a change does, in a few words as they stand in a diary: "Option C of stop 3 reworded". */
export function changeInWords(document: QuizDocument, edits: Edit[]): string {
    const first = [...edits].sort((one, other) => weight(one) - weight(other))[0];
    if (first === undefined) {
        return say('quiz.change.nothing');
    }
    const words = ofSeveral(document, edits) ?? sentence(document, first);
    return short(words.charAt(0).toLocaleUpperCase(locale()) + words.slice(1), 200);
}

/** What is done with several stops at once. */
function ofSeveral(document: QuizDocument, edits: Edit[]): string | null {
    const isStop = (id: string) => placesOf(document).get(id)?.type === 'stop';
    const added = edits.filter((edit) => edit.do === 'insert' && edit.list === 'stops').length;
    const gone = edits.filter((edit) => edit.do === 'remove' && isStop(edit.at)).length;
    const moved = edits.filter((edit) => edit.do === 'move' && isStop(edit.at)).length;
    if (gone > 1) {
        return say(added === 1 ? 'quiz.change.stops-made-one' : 'quiz.change.stops-taken-out', { count: gone });
    }
    if (gone === 0 && added > 1) {
        return say('quiz.change.stops-added', { count: added });
    }
    return gone === 0 && moved > 1 ? say('quiz.change.stops-moved', { count: moved }) : null;
}

/** Of several edits that belong together, the one that the others follow from. */
function weight(edit: Edit): number {
    if (edit.do === 'set' && edit.member === 'kind') {
        return 0;
    }
    return { remove: 1, insert: 2, move: 3, set: 4 }[edit.do];
}

function sentence(document: QuizDocument, edit: Edit): string {
    switch (edit.do) {
        case 'insert':
            return inserted(document, edit);
        case 'remove':
            return say('quiz.change.taken-out', { what: name(document, edit.at) });
        case 'move':
            return say('quiz.change.moved', { what: name(document, edit.at) });
        case 'set':
            return set(document, edit);
    }
}

const changed: Record<string, Code> = {
    prompt: 'quiz.change.reworded',
    text: 'quiz.change.reworded',
    title: 'quiz.change.title',
    message: 'quiz.change.reworded',
    instructions: 'quiz.change.instructions',
    sentence: 'quiz.change.sentence',
    model: 'quiz.change.model',
    'feedback.right': 'quiz.change.feedback-right',
    'feedback.notRight': 'quiz.change.feedback-not-right',
    explanation: 'quiz.change.explanation',
    feedback: 'quiz.change.feedback',
    key: 'quiz.change.reworded',
    subject: 'quiz.change.subject',
    unit: 'quiz.change.unit',
    tags: 'quiz.change.tags',
    points: 'quiz.change.points',
    fork: 'quiz.change.leads-to',
    misconception: 'quiz.change.misconception',
    alike: 'quiz.change.alike',
    objectives: 'quiz.change.objectives',
    language: 'quiz.change.language',
    part: 'quiz.change.part',
    shownIf: 'quiz.change.shown-if',
    at: 'quiz.change.time',
    when: 'quiz.change.condition',
    to: 'quiz.change.leads-to',
};

function set(document: QuizDocument, edit: Extract<Edit, { do: 'set' }>): string {
    const what = name(document, edit.at);
    const kind = edit.member === 'kind' ? questionKinds.find((one) => one === edit.value) : undefined;
    if (edit.member === 'right') {
        return say(edit.value === true ? 'quiz.change.marked-right' : 'quiz.change.marked-not-right', { what });
    }
    if (kind !== undefined) {
        return say('quiz.change.kind', { what, kind: kindWithin(kind) });
    }
    const stood = nodeIn(document, edit.at)?.[edit.member];
    if (edit.member !== 'sentence' && structureOf(textOf(edit.value)) !== structureOf(textOf(stood))) {
        return say('quiz.change.media', { what });
    }
    if (edit.member.startsWith('clip')) {
        return say('quiz.change.video', { what });
    }
    if (edit.member.startsWith('terms')) {
        return say('quiz.change.terms', { what });
    }
    return say(changed[edit.member] ?? 'quiz.change.other', { what, member: edit.member.split('.')[0] ?? '' });
}

const textOf = (value: unknown) => (typeof value === 'string' ? value : '');

function inserted(document: QuizDocument, edit: Extract<Edit, { do: 'insert' }>): string {
    const { kind } = edit.node;
    if (edit.list === 'stops' || edit.list === 'sideStops') {
        const known: Stop['kind'] | undefined = stopKinds.find((one) => one === kind);
        const stop = known === undefined ? say('quiz.node.stop') : stopWithin(known);
        return say('quiz.change.added', { what: edit.list === 'stops' ? stop : say('quiz.node.side-stop', { stop }) });
    }
    if (edit.into === 'quiz') {
        return say('quiz.change.added', { what: single(edit.list) });
    }
    if (edit.list === 'entries') {
        const above = nodeIn(document, edit.into);
        const entries = (above?.entries ?? []) as Node[];
        const at = entries.findIndex((one) => one.id === edit.before);
        const what = entryAt(above, at < 0 ? entries.length : at);
        return say('quiz.change.added', { what: say('quiz.place.within', { what, whole: name(document, edit.into) }) });
    }
    const rung: Rung['kind'] | undefined = rungKinds.find((one) => one === kind);
    const what = edit.list !== 'ladder' ? single(edit.list) : rung === undefined ? say('quiz.node.rung') : rungWithin(rung);
    return say('quiz.change.added-to', { what, place: name(document, edit.into) });
}

/** An answer by its place from 0: "option C". */
function entryAt(above: Record<string, unknown> | undefined, index: number): string {
    return showsOptions(above?.kind as never)
        ? say('quiz.place.option', { letter: letter(index) })
        : say('quiz.place.answer', { number: index + 1 });
}

const singles: Record<string, Code> = {
    entries: 'quiz.node.entries',
    items: 'quiz.node.items',
    pairs: 'quiz.node.pairs',
    gaps: 'quiz.node.gaps',
    forks: 'quiz.node.forks',
    cues: 'quiz.node.cues',
    questions: 'quiz.node.questions',
    levels: 'quiz.node.levels',
    objectives: 'quiz.node.objectives',
    misconceptions: 'quiz.node.misconceptions',
    parts: 'quiz.node.parts',
    pool: 'quiz.node.pool',
    finishes: 'quiz.node.finishes',
    byScore: 'quiz.node.byScore',
};

/** One of a list's nodes. */
const single = (list: string) => say(singles[list] ?? 'quiz.node.something');

/** A node by where it stands: "option C of stop 3". */
function name(document: QuizDocument, id: string): string {
    const place = placesOf(document).get(id);
    const node = nodeIn(document, id);
    if (place === undefined || node === undefined || place.above === null) {
        return say('quiz.place.quiz');
    }
    const above = nodeIn(document, place.above);
    const list = above?.[place.in];
    const number = Array.isArray(list) ? list.findIndex((one: Node) => one.id === id) + 1 : 0;
    const within = (what: string) =>
        place.above === 'quiz' ? what : say('quiz.place.within', { what, whole: name(document, place.above ?? 'quiz') });
    switch (place.type) {
        case 'stop':
            return say(place.in === 'stops' ? 'quiz.place.stop' : 'quiz.place.side-stop', { number });
        case 'question':
            // Where a question stands alone, its place names it.
            return number === 0
                ? name(document, place.above)
                : within(say(place.in === 'pool' ? 'quiz.place.alike-question' : 'quiz.place.question', { number }));
        case 'entry':
            return within(entryAt(above, number - 1));
        case 'rung':
            return within(say('quiz.place.rung', { number }));
        case 'cue':
            return within(say('quiz.place.cue', { time: timecode(Number(node.at)) }));
        case 'objective':
        case 'misconception':
            return say(`quiz.place.${place.type}`, { name: short(String(node.text), 40) });
        case 'part':
            return say('quiz.place.part', { name: short(String(node.title), 40) });
        case 'finish':
            return say('quiz.place.finish', { name: short(String(node.title), 40) });
        case 'scoreMessage':
            return within(say('quiz.place.score-message'));
        default:
            return within(say('quiz.place.other', { what: single(place.in), number }));
    }
}
