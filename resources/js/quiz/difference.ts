import type { Edit } from './edits';
import { fingerprint, nothing } from './fingerprint';
import { eachBelow, isThing, type Node, nodeAt, type Place, type Places, placesOf, type Thing } from './nodes';
import { type Shape, shapeOf } from './shapes';

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
