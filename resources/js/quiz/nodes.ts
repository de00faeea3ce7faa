import { shapeOf } from './shapes';

export type Node = { id: string; kind?: string } & Record<string, unknown>;

export type Thing = Record<string, unknown>;

export interface Place {
    type: string;
    above: string | null;
    /** The list, or the member, of the node above. */
    in: string;
}

export type Places = Map<string, Place>;

export const known = new WeakMap<object, Places>();

/** Where each node of a document stands. */
export function placesOf(document: object): Places {
    let places = known.get(document);
    if (places === undefined) {
        places = new Map();
        enter(places, document as Thing, 'quiz', null, '');
        known.set(document, places);
    }
    return places;
}

export function enter(places: Places, node: Thing, type: string, above: string | null, list: string): void {
    const id = type === 'quiz' ? 'quiz' : node.id;
    if (typeof id !== 'string') {
        return;
    }
    places.set(id, { type, above, in: list });
    eachBelow(node, type, (one, inside, where) => enter(places, one, inside, id, where));
}

export function leave(places: Places, node: Thing, type: string): void {
    places.delete(String(node.id));
    eachBelow(node, type, (one, inside) => leave(places, one, inside));
}

export function eachBelow(node: Thing, type: string, visit: (node: Thing, type: string, where: string) => void): void {
    const shape = shapeOf(type);
    for (const list in shape.lists) {
        const nodes = node[list];
        for (const one of Array.isArray(nodes) ? nodes : []) {
            visit(one as Thing, shape.lists[list] as string, list);
        }
    }
    for (const member in shape.children) {
        const one = node[member];
        if (isThing(one)) {
            visit(one, shape.children[member] as string, member);
        }
    }
}

export function isThing(value: unknown): value is Thing {
    return typeof value === 'object' && value !== null && !Array.isArray(value);
}

export function idsIn(value: unknown): string[] {
    if (typeof value !== 'object' || value === null) {
        return [];
    }
    const own = isThing(value) && typeof value.id === 'string' ? [value.id] : [];
    return [...own, ...Object.values(value).flatMap(idsIn)];
}

/** The node of an id, where there is one; the document itself for `quiz`. */
export function nodeIn(document: object, id: string): Thing | undefined {
    const places = placesOf(document);
    return places.has(id) ? nodeAt(document as Thing, places, id) : undefined;
}

export function nodeAt(document: Thing, places: Places, id: string): Thing {
    const place = places.get(id);
    if (place === undefined || place.above === null) {
        return document;
    }
    const found = nodeAt(document, places, place.above)[place.in];
    return Array.isArray(found) ? found.find((one) => one.id === id) : (found as Thing);
}
