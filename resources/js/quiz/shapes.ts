import table from './shapes.json';

/** A reference: its path in the node (`*` any item or value, `~` any key), what it leads to, and how it is cleared. */
export interface Reference {
    path: string[];
    to: string;
    clear: number;
    null: boolean;
}

/** What a kind of node of a quiz document holds; the table is made from the schema by bin/make-shapes. */
export interface Shape {
    lists: Record<string, string>;
    children: Record<string, string>;
    kinds: Record<string, string[]>;
    references: Reference[];
    rich: string[];
    whole: string[];
}

const shapes = table as unknown as Record<string, Shape>;

export function shapeOf(type: string): Shape {
    const shape = shapes[type];
    if (shape === undefined) {
        throw new Error(`There is no kind of node "${type}".`);
    }
    return shape;
}

/** The type of the nodes in a list of a node; null where such a node has no such list. */
export function typeInList(type: string, kind: unknown, list: string): string | null {
    const shape = shapeOf(type);
    const own = typeof kind === 'string' ? shape.kinds[kind] : undefined;
    return own === undefined || own.includes(list) ? (shape.lists[list] ?? null) : null;
}

/** Whether nodes of a type may be what a reference leads to. */
export function fits(type: string, to: string): boolean {
    return to === 'target' ? type === 'stop' || type === 'finish' : type === to;
}
