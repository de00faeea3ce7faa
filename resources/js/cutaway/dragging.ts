import { type DragEvent, useState } from 'react';

/** Where something would come to stand that is let go over the picture. */
export interface Drop {
    /** The node it is let go on. */
    node: string;
    where: 'before' | 'into' | 'after';
}

/** What is being dragged: a browser tells it only when it is let go. */
let dragged: string | null = null;

/** What an element needs so that its node can be dragged. */
export function draggableNode(id: string) {
    return {
        draggable: true,
        onDragStart: (event: DragEvent) => {
            event.stopPropagation();
            dragged = id;
            event.dataTransfer.setData('text/plain', id);
            event.dataTransfer.effectAllowed = 'move' as const;
        },
        onDragEnd: () => {
            dragged = null;
        },
    };
}

/** The node that is being dragged, where there is one. */
export const draggedNode = () => dragged;

/**
 * Letting go over the picture: on the edge of a node it goes before or behind it, in its middle into it.
 *
 * @param  can  whether that place can hold it
 */
export function useDrop(can: (id: string, drop: Drop) => boolean, onDrop: (id: string, drop: Drop) => void) {
    const [drop, setDrop] = useState<Drop | null>(null);
    const over = (event: DragEvent): Drop | null => {
        const element = (event.target as HTMLElement).closest<HTMLElement>('[data-node]');
        const node = element?.dataset.node;
        if (dragged === null || element === null || node === undefined || node === dragged) {
            return null;
        }
        const { left, width, top, height } = element.getBoundingClientRect();
        // Stops stand beside each other, rungs and cues below each other.
        const share = element.dataset.stands === 'across' ? (event.clientX - left) / width : (event.clientY - top) / height;
        const edge: Drop['where'] = share < 0.5 ? 'before' : 'after';
        const middle: Drop = { node, where: 'into' };
        const wanted = share > 0.25 && share < 0.75 ? [middle, { node, where: edge }] : [{ node, where: edge }, middle];
        return wanted.find((one) => can(dragged ?? '', one)) ?? null;
    };
    return {
        drop,
        handlers: {
            onDragOver: (event: DragEvent) => {
                const now = over(event);
                if (now !== null) {
                    event.preventDefault();
                    event.dataTransfer.dropEffect = 'move';
                }
                if (now?.node !== drop?.node || now?.where !== drop?.where) {
                    setDrop(now);
                }
            },
            onDragLeave: (event: DragEvent) => !event.currentTarget.contains(event.relatedTarget as Node | null) && setDrop(null),
            onDrop: (event: DragEvent) => {
                const now = over(event);
                setDrop(null);
                if (now !== null && dragged !== null) {
                    event.preventDefault();
                    onDrop(dragged, now);
                }
            },
        },
    };
}

/** A line where something comes to stand, a tint where it comes into a node. */
export function dropSign(drop: Drop | null, node: string, across: boolean): string {
    if (drop?.node !== node) {
        return '';
    }
    if (drop.where === 'into') {
        return 'outline-3 -outline-offset-3 outline-accent';
    }
    const side = { before: across ? 'before:-left-1.5' : 'before:-top-1', after: across ? 'before:-right-1.5' : 'before:-bottom-1' };
    return `before:absolute before:z-10 before:bg-accent ${across ? 'before:inset-y-0 before:w-1' : 'before:inset-x-0 before:h-1'} ${side[drop.where]}`;
}
