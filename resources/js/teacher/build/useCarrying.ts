import { type ClipboardEvent, useMemo, useState } from 'react';
import type { QuizDocument } from '../../api/types';
import type { Drop } from '../../cutaway/dragging';
import { type Carried, type CarriedType, carriedTo, fitted, pasted, type Spot, spotAt, spotInside, taken } from '../../quiz/carrying';
import { remove } from '../../quiz/document';
import { type Node, nodeIn, placesOf } from '../../quiz/nodes';
import { nameOf } from '../../quiz/text';
import { say } from '../../words/words';

interface Props {
    document: QuizDocument;
    select: (id: string | null) => void;
    edit: (next: QuizDocument) => void;
    /** Says something about what was done. */
    tell: (words: string, tone: 'well' | 'yet') => void;
}

/** The type under which nodes stand on the clipboard, for this page and others of it. */
const TYPE = 'application/x-quiz-nodes+json';

/** Carrying nodes about: stops that are marked together, dragging, and the clipboard. */
export function useCarrying({ document, select, edit, tell }: Props) {
    const [chosen, setChosen] = useState<string[]>([]);
    // What is gone is no longer marked.
    const marked = useMemo(() => chosen.filter((id) => document.stops.some((stop) => stop.id === id)), [chosen, document]);
    const marks = useMemo(() => new Set(marked), [marked]);

    const mark = (id: string) => {
        if (document.stops.some((stop) => stop.id === id)) {
            setChosen(marks.has(id) ? marked.filter((one) => one !== id) : [...marked, id]);
        }
    };
    /** All that are marked go along with one of them, in their order. */
    const together = (id: string): string[] =>
        marks.has(id) ? document.stops.filter((stop) => marks.has(stop.id)).map((stop) => stop.id) : [id];

    const carry = (ids: string[], spot: Spot): QuizDocument | null =>
        ids.reduce<QuizDocument | null>((next, id) => (next === null ? null : carriedTo(next, id, spot)), document);

    const canDrop = (id: string, drop: Drop) => {
        const ids = together(id);
        const spot = spotOf(document, ids, drop);
        const place = placesOf(document).get(id);
        const node = nodeIn(document, id);
        return (
            spot !== null &&
            place !== undefined &&
            node !== undefined &&
            !ids.includes(drop.node) &&
            fitted(document, node as Node, place.type as CarriedType, spot) !== null
        );
    };
    const onDrop = (id: string, drop: Drop) => {
        const ids = together(id);
        const spot = spotOf(document, ids, drop);
        const next = spot === null ? null : carry(ids, spot);
        if (next === null) {
            tell(say('build.carrying.has-no-place-there'), 'yet');
            return;
        }
        edit(next);
        select(placesOf(next).has(id) ? id : drop.node);
    };

    const put = (carried: Carried, at: string) => {
        const [first] = carried.nodes;
        const spot = first === undefined ? null : spotAt(document, at, first);
        const done = spot === null ? null : pasted(document, carried, spot);
        if (done === null) {
            tell(say('build.carrying.has-no-place-there'), 'yet');
            return;
        }
        edit(done.document);
        setChosen([]);
        select(done.ids[0] ?? null);
        if (done.lost > 0) {
            tell(say('build.carrying.led-nowhere', { lost: done.lost }), 'yet');
        }
    };
    const onClipboard = (event: ClipboardEvent, id: string) => {
        if (event.type === 'paste') {
            const carried = read(event.clipboardData.getData(TYPE));
            if (carried !== null) {
                event.preventDefault();
                put(carried, id);
            }
            return;
        }
        const ids = together(id);
        const carried = taken(document, ids);
        if (carried.nodes.length === 0 || carried.nodes.some(({ type }) => type === ('finish' as CarriedType))) {
            return;
        }
        event.preventDefault();
        event.clipboardData.setData(TYPE, JSON.stringify(carried));
        event.clipboardData.setData('text/plain', carried.nodes.map(({ node }) => wordsOf(node)).join('\n'));
        if (event.type === 'cut') {
            edit(ids.reduce((next, one) => remove(next, one), document));
            select(null);
        }
        tell(say('build.carrying.on-the-clipboard', { count: carried.nodes.length }), 'well');
    };
    return { marked, mark, unmark: () => setChosen([]), picture: { marked: marks, onMark: mark, canDrop, onDrop, onClipboard } };
}

/** The place in a list where something is let go. */
function spotOf(document: QuizDocument, ids: string[], drop: Drop): Spot | null {
    const place = placesOf(document).get(drop.node);
    const carried = taken(document, ids.slice(0, 1)).nodes[0];
    if (place === undefined || carried === undefined) {
        return null;
    }
    if (drop.where === 'into') {
        return spotInside(document, drop.node, carried);
    }
    const list = place.above === null ? undefined : nodeIn(document, place.above)?.[place.in];
    if (place.above === null || !Array.isArray(list)) {
        return null;
    }
    const at = list.findIndex((one: Node) => one.id === drop.node) + (drop.where === 'after' ? 1 : 0);
    const before = (list as Node[]).slice(at).find((one) => !ids.includes(one.id))?.id ?? null;
    return { into: place.above, list: place.in, before };
}

function read(written: string): Carried | null {
    try {
        const carried = JSON.parse(written) as Partial<Carried>;
        return Array.isArray(carried.nodes) && Array.isArray(carried.objectives) && Array.isArray(carried.misconceptions)
            ? (carried as Carried)
            : null;
    } catch {
        return null;
    }
}

/** What a node says, for where its words alone are pasted. */
function wordsOf(node: Node): string {
    const question = (node.question ?? node) as Node;
    return nameOf(String(question.prompt ?? node.title ?? node.text ?? node.key ?? ''));
}
