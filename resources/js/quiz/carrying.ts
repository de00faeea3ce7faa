import type { Cue, Question, QuizDocument, Stop } from '../api/types';
import { ulid } from '../ui/ulid';
import { apply, type Edit } from './edits';
import { eachBelow, idsIn, type Node, nodeIn, placesOf, type Thing } from './nodes';
import { typeInList } from './shapes';

/**
 * Nodes carried from one place to another: within a quiz they keep their ids, also where a question comes out of a stop and
 * into a drill, a ladder or a video; what only the place had (a stop's forks, a cue's time) stays behind.
 */

/** A place in a list of a node. */
export interface Spot {
    into: string;
    list: string;
    before: string | null;
}

export type CarriedType = 'stop' | 'rung' | 'cue' | 'question' | 'entry';

/** Questions hang under questions at most so deep (core's DocumentCheck::DEEPEST). */
const DEEPEST = 3;

/** What is carried, as the list of another type holds it; null where it cannot be one of those. */
function asType(node: Node, type: CarriedType, wanted: string): Node | null {
    if (type === wanted) {
        return node;
    }
    const question = questionOf(node, type);
    if (question !== null) {
        switch (wanted) {
            case 'question':
                return question as unknown as Node;
            case 'stop':
            case 'rung':
                return { id: ulid(), kind: 'question', question };
            case 'cue':
                return { id: ulid(), kind: 'question', at: 0, question };
        }
    }
    const between = (type === 'stop' && wanted === 'rung') || (type === 'rung' && wanted === 'stop');
    if (between && node.kind === 'reading') {
        return { id: node.id, kind: 'reading', title: node.title, text: node.text };
    }
    if (between && node.kind === 'video' && ((node.cues ?? []) as Cue[]).length === 0) {
        const { id, kind, title, clip } = node;
        return { id, kind, title, clip, ...(wanted === 'stop' ? { cues: [] } : {}) };
    }
    return null;
}

function questionOf(node: Node, type: CarriedType): Question | null {
    if (type === 'question') {
        return node as unknown as Question;
    }
    return type !== 'entry' && node.kind === 'question' ? (node.question as Question) : null;
}

/** How many questions hang under each other in a node, itself among them. */
function depthOf(node: Thing, type: string): number {
    let below = 0;
    eachBelow(node, type, (one, inside) => {
        below = Math.max(below, depthOf(one, inside));
    });
    return below + (type === 'rung' && node.kind === 'question' ? 1 : 0);
}

/** How many rungs with a question a node stands under. */
function depthAt(document: QuizDocument, id: string): number {
    const place = placesOf(document).get(id);
    if (place === undefined || place.above === null) {
        return 0;
    }
    const node = nodeIn(document, id);
    return depthAt(document, place.above) + (place.type === 'rung' && node?.kind === 'question' ? 1 : 0);
}

/** A node as it would stand at a spot; null where it cannot. */
export function fitted(document: QuizDocument, node: Node, type: CarriedType, spot: Spot): Node | null {
    const into = nodeIn(document, spot.into);
    const intoType = placesOf(document).get(spot.into)?.type;
    const wanted = into === undefined || intoType === undefined ? null : typeInList(intoType, into.kind, spot.list);
    const made = wanted === null ? null : asType(node, type, wanted);
    if (made === null || wanted === null) {
        return null;
    }
    // On the ladder of a staircase nothing is asked.
    if (wanted === 'rung' && made.kind === 'question' && into?.kind === 'staircase') {
        return null;
    }
    if (wanted === 'rung' && depthAt(document, spot.into) + depthOf(made, 'rung') > DEEPEST) {
        return null;
    }
    // Answers of one way of answering are none of another.
    if (wanted === 'entry' && intoType !== 'question') {
        return null;
    }
    return wanted === 'cue' ? { ...made, at: timeBehind((into?.cues ?? []) as Cue[], spot.before) } : made;
}

/** A moment in a video where a cue can stand: with the one before which it comes, or some seconds after the last. */
function timeBehind(cues: Cue[], before: string | null): number {
    const next = cues.find((cue) => cue.id === before);
    return next?.at ?? (cues.length === 0 ? 0 : Math.max(...cues.map((cue) => cue.at)) + 5);
}

/** The document with a node in another place; null where it has no place there. */
export function carriedTo(document: QuizDocument, id: string, spot: Spot): QuizDocument | null {
    const place = placesOf(document).get(id);
    const node = nodeIn(document, id) as Node | undefined;
    if (place === undefined || node === undefined || place.above === null || spot.before === id) {
        return null;
    }
    // A question that stands alone goes with the stop, cue or rung that is it.
    if (place.in === 'question') {
        return carriedTo(document, place.above, spot);
    }
    // Nothing is carried into itself.
    for (let up: string | null = spot.into; up !== null; up = placesOf(document).get(up)?.above ?? null) {
        if (up === id) {
            return null;
        }
    }
    const made = fitted(document, node, place.type as CarriedType, spot);
    if (made === null) {
        return null;
    }
    const edits: Edit[] =
        made === node
            ? [{ do: 'move', at: id, ...spot }]
            : [
                  { do: 'remove', at: id },
                  { do: 'insert', ...spot, node: made },
              ];
    return apply(document, edits).document;
}

/** What the clipboard carries: nodes, and the words of what they refer to. */
export interface Carried {
    nodes: OneCarried[];
    objectives: { id: string; text: string; code?: string }[];
    misconceptions: { id: string; text: string }[];
}

/** Nodes of a document as they are put on the clipboard. */
export function taken(document: QuizDocument, ids: string[]): Carried {
    const nodes = ids.flatMap((id) => {
        const place = placesOf(document).get(id);
        const node = nodeIn(document, id);
        return place === undefined || node === undefined ? [] : [{ type: place.type as CarriedType, node: node as Node }];
    });
    return withNamed(document, nodes);
}

/** Nodes with the objectives and misconceptions of their document that they name. */
export function withNamed(document: QuizDocument, nodes: OneCarried[]): Carried {
    const written = JSON.stringify(nodes);
    return {
        nodes,
        objectives: (document.objectives ?? []).filter(({ id }) => written.includes(id)),
        misconceptions: (document.misconceptions ?? []).filter(({ id }) => written.includes(id)),
    };
}

/** What is pasted: the document with it, the ids of what was put in, and how many forks and conditions led nowhere here. */
export interface Pasted {
    document: QuizDocument;
    ids: string[];
    lost: number;
}

/**
 * Copies of what the clipboard carries, with ids of their own. Objectives and misconceptions are those of the same words
 * here, or come along; forks and conditions that lead to what is not here are left out.
 */
export function pasted(document: QuizDocument, carried: Carried, spot: Spot): Pasted | null {
    let next = document;
    const known = new Map<string, string>();
    for (const list of ['objectives', 'misconceptions'] as const) {
        for (const one of carried[list]) {
            const here = (next[list] ?? []).find((other) => other.id === one.id || other.text.trim() === one.text.trim());
            const id = here?.id ?? ulid();
            known.set(one.id, id);
            if (here === undefined) {
                next = { ...next, [list]: [...(next[list] ?? []), { ...one, id }] };
            }
        }
    }
    // Nodes that were copied together refer to each other's copies.
    for (const id of carried.nodes.flatMap(({ node }) => idsIn(node))) {
        known.set(id, ulid());
    }
    const made = carried.nodes.map(({ type, node }) => fitted(next, renamed(node, known) as Node, type, spot));
    if (made.some((node) => node === null)) {
        return null;
    }
    const nodes = made as Node[];
    const { document: done, edits } = apply(
        next,
        nodes.map((node): Edit => ({ do: 'insert', ...spot, node })),
    );
    // What leads nowhere is cleared by the change itself, behind what was put in; that a part is another quiz's is no loss.
    const cleared = edits.slice(nodes.length).filter((edit) => edit.do !== 'set' || edit.member !== 'part');
    return { document: done, ids: nodes.map(({ id }) => id), lost: cleared.length };
}

/** Every id that is known by its new one, in values, keys and the gaps of a text. */
function renamed(value: unknown, ids: ReadonlyMap<string, string>): unknown {
    if (typeof value === 'string') {
        return ids.get(value) ?? value.replace(/ data-gap="([^"]*)"/g, (_, id: string) => ` data-gap="${ids.get(id) ?? id}"`);
    }
    if (Array.isArray(value)) {
        return value.map((one) => renamed(one, ids));
    }
    if (typeof value === 'object' && value !== null) {
        return Object.fromEntries(Object.entries(value).map(([key, one]) => [ids.get(key) ?? key, renamed(one, ids)]));
    }
    return value;
}

/** The same node with ids of its own, and of all that is in it. */
export function withNewIds<T extends object>(node: T): T {
    return renamed(node, new Map(idsIn(node).map((id) => [id, ulid()]))) as T;
}

/** The lists of a node's own into which something may come: of a drill its questions, of a question its ladder and answers. */
function listsOf(document: QuizDocument, id: string): Spot[] {
    const type = placesOf(document).get(id)?.type;
    const node = nodeIn(document, id);
    const question = type === 'question' ? id : ((node?.question as Question | undefined)?.id ?? null);
    return [
        ...(node?.kind === 'drill' ? [{ into: id, list: 'questions', before: null }] : []),
        ...(question === null ? [] : ['ladder', 'entries'].map((list) => ({ into: question, list, before: null }))),
        ...(node?.kind === 'video' && type === 'stop' ? [{ into: id, list: 'cues', before: null }] : []),
        ...(node?.kind === 'staircase' ? [{ into: id, list: 'ladder', before: null }] : []),
    ];
}

export interface OneCarried {
    type: CarriedType;
    node: Node;
}

/** The place in one of a node's own lists that can hold it. */
export function spotInside(document: QuizDocument, id: string, carried: OneCarried): Spot | null {
    return listsOf(document, id).find((spot) => fitted(document, carried.node, carried.type, spot) !== null) ?? null;
}

/** Where what is carried goes when it is put in at a node: into what can hold it, or behind the node. */
export function spotAt(document: QuizDocument, id: string | null, carried: OneCarried): Spot | null {
    const places = placesOf(document);
    const tries: Spot[] = [];
    const behind = (one: string): void => {
        const place = places.get(one);
        const list = place === undefined || place.above === null ? undefined : nodeIn(document, place.above)?.[place.in];
        if (place !== undefined && place.above !== null && Array.isArray(list)) {
            const at = list.findIndex((other) => other.id === one);
            tries.push({ into: place.above, list: place.in, before: (list[at + 1] as Node | undefined)?.id ?? null });
        }
    };
    const type = id === null ? undefined : places.get(id)?.type;
    if (id !== null && type !== undefined) {
        // A stop goes behind a stop, a question behind one of its list; a rung goes onto the ladder.
        const isRung = carried.type === 'rung' || carried.type === 'entry';
        if (carried.type === type || (!isRung && (type === 'question' || type === 'cue'))) {
            behind(id);
        }
        tries.push(...listsOf(document, id));
        for (let up: string | null = id; up !== null && up !== 'quiz'; up = places.get(up)?.above ?? null) {
            behind(up);
        }
    }
    tries.push({ into: 'quiz', list: 'stops', before: null });
    return tries.find((spot) => fitted(document, carried.node, carried.type, spot) !== null) ?? null;
}

/** Several stops with one question each made a drill, which stands where the first of them stood. */
export function asDrill(document: QuizDocument, ids: string[], drill: Extract<Stop, { kind: 'drill' }>): QuizDocument | null {
    const stops = document.stops.filter((stop) => ids.includes(stop.id));
    const questions = stops.flatMap((stop) => (stop.kind === 'question' ? [stop.question] : stop.kind === 'drill' ? stop.questions : []));
    const first = stops[0];
    if (first === undefined || questions.length < 2 || stops.some((stop) => stop.kind !== 'question' && stop.kind !== 'drill')) {
        return null;
    }
    const need = Math.max(1, Math.min(drill.need, questions.length - 1));
    const made = { ...drill, questions, deal: Math.min(Math.max(drill.deal, need), questions.length), need, part: first.part ?? null };
    return apply(document, [
        ...stops.map((stop): Edit => ({ do: 'remove', at: stop.id })),
        { do: 'insert', into: 'quiz', list: 'stops', before: behindAll(document, ids, first.id), node: made as unknown as Node },
    ]).document;
}

/** The first stop from one on that is none of those. */
function behindAll(document: QuizDocument, ids: string[], from: string): string | null {
    const at = document.stops.findIndex((stop) => stop.id === from);
    return document.stops.slice(at).find((stop) => !ids.includes(stop.id))?.id ?? null;
}

/** The same for each of several stops. */
export function withStops(document: QuizDocument, ids: string[], change: (stop: Stop) => Stop): QuizDocument {
    const each = (stop: Stop) => (ids.includes(stop.id) ? change(stop) : stop);
    return { ...document, stops: document.stops.map(each), sideStops: document.sideStops.map(each) };
}

/** The same for each question of a stop itself. */
export function withQuestions(stop: Stop, change: (question: Question) => Question): Stop {
    switch (stop.kind) {
        case 'question':
            return { ...stop, question: change(stop.question) };
        case 'drill':
            return { ...stop, questions: stop.questions.map(change) };
        case 'staircase':
            return { ...stop, levels: stop.levels.map((level) => ({ ...level, questions: level.questions.map(change) })) };
        case 'video':
            return { ...stop, cues: stop.cues.map((cue) => (cue.kind === 'question' ? { ...cue, question: change(cue.question) } : cue)) };
        default:
            return stop;
    }
}
