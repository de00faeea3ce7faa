import { fingerprint, nothing } from './fingerprint';
import { eachBelow, enter, idsIn, isThing, known, leave, type Node, type Place, type Places, placesOf, type Thing } from './nodes';
import { fits, type Reference, shapeOf, typeInList } from './shapes';

/**
 * Edits of a quiz document, as docs/quiz-document.md tells them: nodes are named by their ids, the document by `quiz`;
 * everything that is no node is a value, reached from its node by a dotted member. The same as core's Quiz\Edits.
 */
export type Edit =
    | { do: 'set'; at: string; member: string; value?: unknown; was?: string }
    | { do: 'insert'; into: string; list: string; before: string | null; node: Node }
    | { do: 'remove'; at: string }
    | { do: 'move'; at: string; into: string; list: string; before: string | null };

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
