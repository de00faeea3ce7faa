import { fingerprint, nothing } from './fingerprint';
import { fits, type Reference, type Shape, shapeOf, typeInList } from './shapes';

/**
 * Edits of a quiz document, as docs/quiz-document.md tells them: nodes are named by their ids, the document by `quiz`;
 * everything that is no node is a value, reached from its node by a dotted member. The same as core's Quiz\Edits.
 */
export type Edit =
    | { do: 'set'; at: string; member: string; value?: unknown; was?: string }
    | { do: 'insert'; into: string; list: string; before: string | null; node: Node }
    | { do: 'remove'; at: string }
    | { do: 'move'; at: string; into: string; list: string; before: string | null };

export type Node = { id: string; kind?: string } & Record<string, unknown>;

type Thing = Record<string, unknown>;

/** What a change did: the edits with what was mended of what they left dangling, and those that take them back. */
export interface Done<T> {
    document: T;
    edits: Edit[];
    inverse: Edit[];
}

/** An edit does not fit the document. */
export class Unfit extends Error {
    constructor(
        readonly edit: number,
        readonly at: string,
        readonly reason: 'missing' | 'changed' | 'there-already' | 'no-such-list' | 'into-itself' | 'not-a-member',
        readonly stands?: unknown,
    ) {
        super(`Edit ${edit} at ${at}: ${reason}`);
    }
}

interface Place {
    type: string;
    above: string | null;
    /** The list, or the member, of the node above. */
    in: string;
}

type Places = Map<string, Place>;

const known = new WeakMap<object, Places>();

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

function enter(places: Places, node: Thing, type: string, above: string | null, list: string): void {
    const id = type === 'quiz' ? 'quiz' : node.id;
    if (typeof id !== 'string') {
        return;
    }
    places.set(id, { type, above, in: list });
    eachBelow(node, type, (one, inside, where) => enter(places, one, inside, id, where));
}

function leave(places: Places, node: Thing, type: string): void {
    places.delete(String(node.id));
    eachBelow(node, type, (one, inside) => leave(places, one, inside));
}

function eachBelow(node: Thing, type: string, visit: (node: Thing, type: string, where: string) => void): void {
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

function isThing(value: unknown): value is Thing {
    return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** A document while a change is laid on it. Documents are never changed: what is different is a new one. */
class Bench {
    private owns = false;

    constructor(
        private document: Thing,
        private places: Places,
    ) {}

    result<T>(): T {
        known.set(this.document, this.places);
        return this.document as T;
    }

    /** The nodes of the whole document that refer to something that is not there. */
    withDangling(): string[] {
        const found: string[] = [];
        const visit = (node: Thing, type: string) => {
            for (const reference of shapeOf(type).references) {
                const top = node[reference.path[0] ?? ''];
                if (top !== undefined && top !== null && this.dangling(node, reference, 0, []).length > 0) {
                    found.push(String(node.id));
                    break;
                }
            }
            eachBelow(node, type, visit);
        };
        visit(this.document, 'quiz');
        return found;
    }

    place(id: string, edit: number): Place {
        const place = this.places.get(id);
        if (place === undefined) {
            throw new Unfit(edit, id, 'missing');
        }
        return place;
    }

    node(id: string): Thing {
        const place = this.places.get(id);
        if (place === undefined || place.above === null) {
            return this.document;
        }
        const found = this.node(place.above)[place.in];
        return Array.isArray(found) ? found.find((one) => one.id === id) : (found as Thing);
    }

    private replace(id: string, next: Thing): void {
        const place = this.places.get(id);
        if (place === undefined || place.above === null) {
            this.document = next;
            return;
        }
        const above = this.node(place.above);
        const found = above[place.in];
        this.replace(place.above, {
            ...above,
            [place.in]: Array.isArray(found) ? found.map((one) => (one.id === id ? next : one)) : next,
        });
    }

    private own(): Places {
        if (!this.owns) {
            this.places = new Map(this.places);
            this.owns = true;
        }
        return this.places;
    }

    lay(edit: Edit, number: number): Edit[] {
        switch (edit.do) {
            case 'set':
                return [this.set(edit, number)];
            case 'insert':
                return this.insert(edit, number);
            case 'remove':
                return this.remove(edit.at, number);
            case 'move':
                return this.move(edit, number);
        }
    }

    private set(edit: Extract<Edit, { do: 'set' }>, number: number): Edit {
        const { type } = this.place(edit.at, number);
        const node = this.node(edit.at);
        const steps = edit.member.split('.');
        const first = steps[0] ?? '';
        const shape = shapeOf(type);
        const without = !('value' in edit);
        const isEmpty =
            (without || (Array.isArray(edit.value) && edit.value.length === 0)) &&
            steps.length === 1 &&
            ((node[first] ?? []) as unknown[]).length === 0;
        if (first === 'id' || (first in shape.lists && !isEmpty) || first in shape.children) {
            throw new Unfit(number, edit.at, 'not-a-member');
        }
        const { next, inverse } = setIn(node, steps, 0, edit, number);
        if (next !== node) {
            this.replace(edit.at, next);
        }
        return inverse;
    }

    private insert(edit: Extract<Edit, { do: 'insert' }>, number: number): Edit[] {
        const type = this.listType(edit.into, edit.list, number);
        const ids = idsIn(edit.node);
        if (typeof edit.node.id !== 'string' || new Set(ids).size !== ids.length) {
            throw new Unfit(number, edit.into, 'there-already');
        }
        const twice = ids.find((id) => this.places.has(id));
        if (twice !== undefined) {
            throw new Unfit(number, twice, 'there-already');
        }
        const clears = this.put(edit.into, edit.list, edit.node, edit.before);
        enter(this.own(), edit.node, type, edit.into, edit.list);
        return [{ do: 'remove', at: edit.node.id }, ...clears];
    }

    private remove(id: string, number: number): Edit[] {
        const place = this.inAList(id, number);
        const node = this.node(id) as Node;
        const before = this.take(id, place);
        leave(this.own(), node, place.type);
        return [{ do: 'insert', into: place.above, list: place.in, before, node }];
    }

    private move(edit: Extract<Edit, { do: 'move' }>, number: number): Edit[] {
        const place = this.inAList(edit.at, number);
        if (this.listType(edit.into, edit.list, number) !== place.type) {
            throw new Unfit(number, edit.at, 'no-such-list');
        }
        for (let up: string | null = edit.into; up !== null; up = this.place(up, number).above) {
            if (up === edit.at) {
                throw new Unfit(number, edit.at, 'into-itself');
            }
        }
        const node = this.node(edit.at) as Node;
        const before = this.take(edit.at, place);
        const clears = this.put(edit.into, edit.list, node, edit.before);
        this.own().set(edit.at, { type: place.type, above: edit.into, in: edit.list });
        return [{ do: 'move', at: edit.at, into: place.above, list: place.in, before }, ...clears];
    }

    private listType(id: string, list: string, number: number): string {
        const { type } = this.place(id, number);
        const inside = typeInList(type, this.node(id).kind, list);
        if (inside === null) {
            throw new Unfit(number, id, 'no-such-list');
        }
        return inside;
    }

    private inAList(id: string, number: number): Place & { above: string } {
        const place = this.place(id, number);
        if (place.above === null || !Array.isArray(this.node(place.above)[place.in])) {
            throw new Unfit(number, id, 'no-such-list');
        }
        return { ...place, above: place.above };
    }

    private put(id: string, list: string, node: Node, before: string | null): Edit[] {
        const above = this.node(id);
        const had = list in above;
        const nodes = (above[list] ?? []) as Node[];
        const at = nodes.findIndex((one) => one.id === before);
        this.replace(id, { ...above, [list]: nodes.toSpliced(at < 0 ? nodes.length : at, 0, node) });
        return had ? [] : [{ do: 'set', at: id, member: list }];
    }

    private take(id: string, place: Place & { above: string }): string | null {
        const above = this.node(place.above);
        const nodes = above[place.in] as Node[];
        const at = nodes.findIndex((one) => one.id === id);
        this.replace(place.above, { ...above, [place.in]: nodes.toSpliced(at, 1) });
        return nodes[at + 1]?.id ?? null;
    }

    /** The first edit that clears a reference of a node that leads to nothing. */
    clearing(id: string): Edit | null {
        const place = this.places.get(id);
        if (place === undefined) {
            return null;
        }
        for (const reference of shapeOf(place.type).references) {
            const [top = ''] = reference.path;
            const node = this.node(id);
            const dangling = node[top] === undefined || node[top] === null ? [] : this.dangling(node, reference, 0, []);
            if (dangling.length > 0) {
                return reference.clear === 0
                    ? { do: 'remove', at: id }
                    : {
                          do: 'set',
                          at: id,
                          member: top,
                          value: reference.null && reference.clear === 1 ? null : cleared(node[top], dangling),
                      };
            }
        }
        return null;
    }

    private dangling(value: unknown, reference: Reference, depth: number, walked: string[]): string[][] {
        const step = reference.path[depth];
        if (step === undefined) {
            const place = typeof value === 'string' ? this.places.get(value) : null;
            return place === null || (place !== undefined && fits(place.type, reference.to)) ? [] : [walked];
        }
        if (step === '*' || step === '~') {
            return typeof value === 'object' && value !== null
                ? Object.entries(value).flatMap(([key, one]) =>
                      this.dangling(step === '*' ? one : key, reference, depth + 1, [...walked, key]),
                  )
                : [];
        }
        return isThing(value) && value[step] !== undefined && value[step] !== null
            ? this.dangling(value[step], reference, depth + 1, [...walked, step])
            : [];
    }
}

function cleared(value: unknown, dangling: string[][]): unknown {
    const keys = new Set(dangling.map(([, key]) => key));
    return Array.isArray(value)
        ? value.filter((_, index) => !keys.has(String(index)))
        : Object.fromEntries(Object.entries(value as Thing).filter(([key]) => !keys.has(key)));
}

/** Sets a value below a thing; objects on the way that are missing are made, and go again with it. */
function setIn(
    holder: Thing,
    steps: string[],
    depth: number,
    edit: Extract<Edit, { do: 'set' }>,
    number: number,
): { next: Thing; inverse: Edit } {
    const step = steps[depth] ?? '';
    const member = steps.slice(0, depth + 1).join('.');
    const without = !('value' in edit);
    const had = step in holder && holder[step] !== undefined;
    const stood = holder[step];
    const back = (now: unknown, gone: boolean): Edit => {
        const was = gone ? nothing : fingerprint(now);
        return had ? { do: 'set', at: edit.at, member, value: stood, was } : { do: 'set', at: edit.at, member, was };
    };
    const expect = (has: boolean, value: unknown) => {
        if (edit.was !== undefined && edit.was !== (has ? fingerprint(value) : nothing)) {
            throw new Unfit(number, edit.at, 'changed', value);
        }
    };
    if (depth === steps.length - 1) {
        expect(had, stood);
        const { [step]: _, ...others } = holder;
        return { next: without ? others : { ...holder, [step]: edit.value }, inverse: back(edit.value, without) };
    }
    if (isThing(stood)) {
        const { next, inverse } = setIn(stood, steps, depth + 1, edit, number);
        return { next: next === stood ? holder : { ...holder, [step]: next }, inverse };
    }
    if (stood !== undefined && stood !== null && !(Array.isArray(stood) && stood.length === 0)) {
        throw new Unfit(number, edit.at, 'not-a-member');
    }
    expect(false, undefined);
    if (without) {
        return { next: holder, inverse: { do: 'set', at: edit.at, member: edit.member, was: nothing } };
    }
    const made = steps.slice(depth + 1).reduceRight<unknown>((value, name) => ({ [name]: value }), edit.value);
    return { next: { ...holder, [step]: made }, inverse: back(made, false) };
}

function idsIn(value: unknown): string[] {
    if (typeof value !== 'object' || value === null) {
        return [];
    }
    const own = isThing(value) && typeof value.id === 'string' ? [value.id] : [];
    return [...own, ...Object.values(value).flatMap(idsIn)];
}

/**
 * Lays a change on a document. References that it leaves leading nowhere are cleared as part of it.
 *
 * @throws Unfit where an edit does not fit
 */
export function apply<T extends object>(document: T, edits: Edit[]): Done<T> {
    const bench = new Bench(document as Thing, placesOf(document));
    const done: Edit[] = [];
    const inverse: Edit[] = [];
    const lay = (edit: Edit) => {
        inverse.unshift(...bench.lay(edit, done.length));
        done.push(edit);
    };
    edits.forEach(lay);
    const touched = edits.some((edit) => edit.do === 'remove')
        ? bench.withDangling()
        : edits.flatMap((edit) => (edit.do === 'insert' ? idsIn(edit.node) : [edit.at]));
    for (const id of new Set(touched)) {
        for (let edit = bench.clearing(id); edit !== null; edit = bench.clearing(id)) {
            lay(edit);
        }
    }
    return { document: bench.result<T>(), edits: done, inverse };
}

/** The edits that make one document of another: what has an id is told by its id, wherever it stands. */
export function difference(from: object, to: object): Edit[] {
    return from === to ? [] : (reworded('quiz', 'quiz', from as Thing, to as Thing) ?? new Comparison(from as Thing, to as Thing).edits());
}

/**
 * The edits where nothing came, went or moved, as with most key presses: only what is another object is looked at.
 *
 * @returns null where something did
 */
function reworded(id: string, type: string, mine: Thing, theirs: Thing): Edit[] | null {
    const shape = shapeOf(type);
    const found: Edit[] = [];
    values(found, id, mine, theirs, '', shape);
    const pairs: [unknown, unknown, string][] = Object.entries(shape.children).map(([member, inside]) => [
        mine[member],
        theirs[member],
        inside,
    ]);
    for (const list in shape.lists) {
        const [before, after] = [mine[list] as Node[] | undefined, theirs[list] as Node[] | undefined];
        if (before?.length !== after?.length) {
            return null;
        }
        for (const [at, one] of (before ?? []).entries()) {
            pairs.push([one, after?.[at], shape.lists[list] as string]);
        }
    }
    for (const [before, after, inside] of pairs) {
        if (before === after) {
            continue;
        }
        if (!isThing(before) || !isThing(after) || before.id !== after.id || (inside !== 'question' && before.kind !== after.kind)) {
            return null;
        }
        const below = reworded(String(before.id), inside, before, after);
        if (below === null) {
            return null;
        }
        found.push(...below);
    }
    return found;
}

/** The edits that set the values of a node, or of an object in one, as they are in another. */
function values(found: Edit[], id: string, mine: Thing, theirs: Thing, above: string, shape: Shape | null): void {
    for (const name of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
        const stood = mine[name];
        const stands = theirs[name];
        if (stood === stands || (shape !== null && (name === 'id' || name in shape.lists || name in shape.children))) {
            continue;
        }
        const member = `${above}${name}`;
        if (isThing(stood) && isThing(stands) && shape?.whole.includes(name) !== true) {
            values(found, id, stood, stands, `${member}.`, null);
        } else if (fingerprint(stood) !== fingerprint(stands) || (stood === undefined) !== (stands === undefined)) {
            const was = stood === undefined ? nothing : fingerprint(stood);
            found.push(stands === undefined ? { do: 'set', at: id, member, was } : { do: 'set', at: id, member, value: stands, was });
        }
    }
}

class Comparison {
    private readonly before: Places;

    private readonly after: Places;

    private readonly same = new Map<string, boolean>([['quiz', true]]);

    private readonly found: Edit[] = [];

    private readonly emptied: Edit[] = [];

    constructor(
        private readonly from: Thing,
        private readonly to: Thing,
    ) {
        this.before = placesOf(from);
        this.after = placesOf(to);
    }

    edits(): Edit[] {
        // What is gone goes first, so that what takes its place can have the same ids.
        this.removals(this.from, 'quiz');
        this.node('quiz', this.from, this.to);
        return [...this.found, ...this.emptied];
    }

    /** Whether a node is the same one in both; what stands in something that is not goes and comes with that. */
    private stays(id: string): boolean {
        const known = this.same.get(id);
        if (known !== undefined) {
            return known;
        }
        const before = this.before.get(id);
        const after = this.after.get(id);
        const same =
            before !== undefined &&
            after !== undefined &&
            before.type === after.type &&
            this.stays(before.above ?? 'quiz') &&
            this.stays(after.above ?? 'quiz') &&
            this.isAlike(before, after, nodeAt(this.from, this.before, id), nodeAt(this.to, this.after, id));
        this.same.set(id, same);
        return same;
    }

    private isAlike(before: Place, after: Place, mine: Thing, theirs: Thing): boolean {
        const shape = shapeOf(before.type);
        const alone = (place: Place) => place.in in shapeOf(this.typeAbove(place)).children;
        const idOf = (node: Thing, member: string) => (node[member] as Thing | undefined)?.id;
        return (
            alone(before) === alone(after) &&
            (!alone(before) || before.above === after.above) &&
            // Stops, cues and rungs of another kind have other lists: they are made anew.
            (Object.keys(shape.kinds).length === 0 || mine.kind === theirs.kind) &&
            Object.keys(shape.children).every((member) => idOf(mine, member) === idOf(theirs, member))
        );
    }

    private typeAbove(place: Place): string {
        return (this.before.get(place.above ?? 'quiz') ?? this.after.get(place.above ?? 'quiz'))?.type ?? 'quiz';
    }

    private removals(node: Thing, type: string): void {
        eachBelow(node, type, (one, inside) => {
            const id = String(one.id);
            if (this.stays(id)) {
                this.removals(one, inside);
            } else {
                this.found.push({ do: 'remove', at: id });
            }
        });
    }

    private node(id: string, mine: Thing, theirs: Thing): void {
        if (mine === theirs) {
            return;
        }
        const shape = shapeOf(this.after.get(id)?.type ?? 'quiz');
        values(this.found, id, mine, theirs, '', shape);
        for (const list in shape.lists) {
            this.list(id, list, mine[list] as Node[] | undefined, theirs[list] as Node[] | undefined);
        }
        for (const member in shape.children) {
            const one = theirs[member];
            if (isThing(one)) {
                this.node(String(one.id), mine[member] as Thing, one);
            }
        }
    }

    private list(id: string, list: string, mine: Node[] | undefined, theirs: Node[] | undefined): void {
        if (mine === theirs) {
            return;
        }
        if (theirs === undefined || (theirs.length === 0 && mine === undefined)) {
            this.emptied.push(theirs === undefined ? { do: 'set', at: id, member: list } : { do: 'set', at: id, member: list, value: [] });
        }
        const kept = this.inOrder(mine ?? [], theirs ?? []);
        // From the end, so that what each comes before is in its place already.
        for (let at = (theirs ?? []).length - 1; at >= 0; at--) {
            const node = theirs?.[at] as Node;
            const before = theirs?.[at + 1]?.id ?? null;
            if (!this.stays(node.id)) {
                this.found.push({ do: 'insert', into: id, list, before, node });
                continue;
            }
            if (!kept.has(node.id)) {
                this.found.push({ do: 'move', at: node.id, into: id, list, before });
            }
        }
        for (const node of theirs ?? []) {
            if (this.stays(node.id)) {
                this.node(node.id, nodeAt(this.from, this.before, node.id), node);
            }
        }
    }

    /** The nodes that need not be moved: as many as can stay where they are (a longest increasing subsequence). */
    private inOrder(mine: Node[], theirs: Node[]): Set<string> {
        const stood = new Map(mine.map((node, index) => [node.id, index]));
        const nodes = theirs.filter((node) => this.stays(node.id) && stood.has(node.id));
        const best: { at: number; id: string; before: number }[] = [];
        const longest: number[] = [];
        for (const node of nodes) {
            const at = stood.get(node.id) ?? 0;
            let before = -1;
            let length = 1;
            best.forEach((other, earlier) => {
                if (other.at < at && (longest[earlier] ?? 0) + 1 > length) {
                    length = (longest[earlier] ?? 0) + 1;
                    before = earlier;
                }
            });
            best.push({ at, id: node.id, before });
            longest.push(length);
        }
        const kept = new Set<string>();
        for (let at = longest.indexOf(Math.max(0, ...longest)); at >= 0; at = best[at]?.before ?? -1) {
            kept.add(best[at]?.id ?? '');
        }
        return kept;
    }
}

/** The node of an id, where there is one; the document itself for `quiz`. */
export function nodeIn(document: object, id: string): Thing | undefined {
    const places = placesOf(document);
    return places.has(id) ? nodeAt(document as Thing, places, id) : undefined;
}

function nodeAt(document: Thing, places: Places, id: string): Thing {
    const place = places.get(id);
    if (place === undefined || place.above === null) {
        return document;
    }
    const found = nodeAt(document, places, place.above)[place.in];
    return Array.isArray(found) ? found.find((one) => one.id === id) : (found as Thing);
}
